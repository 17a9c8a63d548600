/** Works out the library in a body, a few setups at a time, each kept as soon as it is known. */
import { z } from "zod";
import { LIMBS } from "#core/anatomy/limbs";
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import type { Database } from "#server/database/database";
import { Interrupted, type Handler } from "#server/jobs/runner";
import { keepMechanics, readMechanics } from "#server/mechanics/cache";
import { isThreadGone, type Work } from "#server/work/work";

/** setups between two signs of progress */
const CHUNK = 12;

/** every named setup of the library */
export const librarySetups = library.flatMap((e) =>
  e.setups.map((s) => ({ key: resolveSetup(e, s.values).key, exerciseId: e.id, values: s.values })),
);

const inputSchema = z.strictObject({
  body: z.strictObject({
    stature: z.number(),
    mass: z.number(),
    limbs: z.partialRecord(z.enum(LIMBS), z.number()).optional(),
  }),
});

/** what was known before, by an earlier try too, is not worked out again */
export const surveyHandler =
  (database: Database, work: Work): Handler =>
  async ({ job, signal, tell }) => {
    const { body } = inputSchema.parse(job.input);
    const keys = librarySetups.map((s) => s.key);
    const known = await database.withPractice(job.practiceId, (tx) => readMechanics(tx, body, keys));
    const missing = librarySetups.filter((s) => !known.has(s.key));
    let done = known.size;
    for (let i = 0; i < missing.length; i += CHUNK) {
      const part = missing.slice(i, i + CHUNK);
      const { rows } = await work.survey(body, part, signal).catch((error: unknown) => {
        throw isThreadGone(error) && !signal.aborted ? new Interrupted("the engine's thread ended") : error;
      });
      await database.withPractice(job.practiceId, (tx) => keepMechanics(tx, body, rows));
      done += part.length;
      await tell(done / keys.length, { setups: done });
    }
    return { setups: done };
  };
