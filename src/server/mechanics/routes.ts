/** Rankings made on the server, from what is kept of the mechanics of a client's body. */
import { Router } from "express";
import { findHead } from "#core/anatomy/anatomy";
import { bodyOf } from "#core/clients/client";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import { MODEL_VERSION } from "#core/mechanics/model";
import { becauseText } from "#core/ranking/because";
import { contextOf, rankHead, type RankedRow } from "#core/ranking/rank";
import { auditLook } from "#server/audit";
import { findClient } from "#server/clients/clients";
import type { Database } from "#server/database/database";
import { notFound, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { askJob } from "#server/jobs/jobs";
import { readMechanics } from "#server/mechanics/cache";
import { librarySetups } from "#server/mechanics/survey";

const shown = (r: RankedRow) => ({
  setupKey: r.row.setupKey,
  exerciseId: r.exercise.id,
  name: setupName(r.exercise, r.row.values),
  score: r.score,
  place: r.place,
  tied: r.tied,
  tier: r.tier.id,
  because: becauseText(r.because),
  out: r.out,
});

export function mechanicsRoutes(database: Database): Router {
  const router = Router();

  router.post("/clients/:id/survey", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "client");
    const job = await database.withPractice(practiceId, async (tx) => {
      const body = bodyOf(await findClient(tx, practiceId, id));
      const key = `${id} ${MODEL_VERSION} ${body.stature} ${body.mass}`;
      return askJob(tx, practiceId, id, { kind: "survey", key, input: { body } });
    });
    response.status(202).json(job);
  });

  router.get("/clients/:id/ranking/:head", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "client");
    const head = findHead(request.params.head);
    if (!head) throw notFound("head");
    const keys = librarySetups.map((s) => s.key);
    const { client, known } = await database.withPractice(practiceId, async (tx) => {
      const found = await findClient(tx, practiceId, id);
      await auditLook(tx, coach, "saw ranking", id);
      const whose = { practiceId, clientId: id, body: bodyOf(found) };
      return { client: found, known: await readMechanics(tx, whose, keys) };
    });
    // in the order of the library, so that equal scores stand as they do on a page
    const rows = keys.flatMap((k) => known.get(k) ?? []);
    const survey = { modelVersion: MODEL_VERSION, rows };
    response.json({
      modelVersion: MODEL_VERSION,
      edition: CURRENT_EDITION.id,
      known: known.size,
      of: keys.length,
      rows: rankHead(survey, head.id, CURRENT_EDITION, exercises, contextOf(client)).map(shown),
    });
  });
  return router;
}
