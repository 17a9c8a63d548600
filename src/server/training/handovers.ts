/** Handing over: an immutable numbered snapshot, and the link through which a client sees the newest one. */
import { handovers as words } from "#core/words/server";
import { randomUUID } from "node:crypto";
import { Router } from "express";
import { api, type Body } from "#core/exchange/api";
import { upgrade, VERSIONS } from "#core/exchange/upgrade";
import type { Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import type { Snapshot } from "#core/training/handover";
import { snapshotSchema } from "#core/training/handover";
import { writeAudit } from "#server/audit";
import { findClient } from "#server/clients/clients";
import { callIn, type Database, type LinkInfo, type Transaction } from "#server/database/database";
import { Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { hashToken, newToken } from "#server/identity/people";
import { editionIn } from "#server/planning/editions";
import { findProgram } from "#server/planning/programs";
import { askBounds } from "#server/training/bounds";
import type { Work } from "#server/work/work";

export interface HandOver {
  id: string;
  number: number;
  programVersion: number;
  at: string;
  snapshot: Snapshot;
  inSpite: InSpite | null;
}
/** what could hurt, and why it was handed over all the same */
type InSpite = NonNullable<Body<"makeHandOver">["inSpite"]>;

interface HandOverRow {
  id: string;
  number: number;
  program_version: number;
  at: Date;
  snapshot: Snapshot;
  in_spite: InSpite | null;
}

const COLUMNS = "id, number, program_version, at, snapshot, in_spite";

const toHandOver = (r: HandOverRow): HandOver => ({
  id: r.id,
  number: r.number,
  programVersion: r.program_version,
  at: r.at.toISOString(),
  // what was written as of now was read by its schema then
  snapshot:
    r.snapshot.version === VERSIONS.handOver ? r.snapshot : snapshotSchema.parse(upgrade("handOver", r.snapshot)),
  inSpite: r.in_spite,
});

export const LINK_DAYS = 120;

export async function newestHandOver(tx: Transaction, practiceId: string, clientId: string): Promise<HandOver | null> {
  const [row] = await tx.query<HandOverRow>(
    `select ${COLUMNS} from hand_over where practice_id = $1 and client_id = $2 order by at desc, number desc limit 1`,
    [practiceId, clientId],
  );
  return row ? toHandOver(row) : null;
}

const moved = (program: Program, version: number) =>
  new Problem(409, words.theProgramHasChanged(), [], {
    program,
    version,
    conflicts: [],
  });

/**
 * what is handed over and for whom. @throws Problem 409 when it is not this version, 422 when there is nothing or the
 * client is not cleared
 */
export async function readyToHandOver(tx: Transaction, practiceId: string, programId: string, version: number) {
  const { program, version: current } = await findProgram(tx, practiceId, programId);
  if (version !== current) throw moved(program, current);
  if (program.days.every((d) => d.blocks.length === 0)) throw new Problem(422, words.theWeekIsEmpty());
  const client = await findClient(tx, practiceId, program.clientId);
  if (!client.cleared) throw new Problem(422, words.thisClientSScreening());
  return { program, client, edition: await editionIn(tx, practiceId, program) };
}

/**
 * keeps a snapshot under the next number; the program's row is held meanwhile. @throws Problem 409 when it has moved
 * on
 */
export async function keepHandOver(
  tx: Transaction,
  practiceId: string,
  accountId: string,
  snapshot: Snapshot,
  at = new Date(),
  inSpite: InSpite | null = null,
): Promise<HandOver> {
  const { program, version } = await findProgram(tx, practiceId, snapshot.programId, true);
  if (version !== snapshot.programVersion) throw moved(program, version);
  const [row] = await tx.query<HandOverRow>(
    `insert into hand_over (practice_id, id, client_id, program_id, program_version, number, snapshot, account_id, at, in_spite)
     select $1, $2, $3, $4, $5, coalesce(max(number), 0) + 1, $6, $7, $8, $9 from hand_over where practice_id = $1 and program_id = $4
     returning ${COLUMNS}`,
    [practiceId, randomUUID(), program.clientId, program.id, version, snapshot, accountId, at, inSpite],
  );
  const planned = new Map(prescriptionsOf(program).map((p) => [p.id, p]));
  const lines = snapshot.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions));
  await tx.query(
    `insert into handed_line (practice_id, hand_over_id, client_id, line_id, exercise_id, setup_key, target, name, load,
       body_load, reps_low, purpose, begins)
     select $1, $2, $3, l.id, l.exercise, l.setup, l.target, l.name, l.load, l.body, l.low, l.purpose, l.begins
     from jsonb_to_recordset($4::jsonb) as l (id uuid, exercise text, setup text, target text, name text, load jsonb,
       body double precision, low int, purpose text, begins text)`,
    [
      practiceId,
      row!.id,
      program.clientId,
      JSON.stringify(
        lines.map(({ id, exerciseId, setupKey, name, load, bodyLoad, reps, purpose, begins }) => ({
          id,
          exercise: exerciseId,
          setup: setupKey,
          target: planned.get(id)?.target ?? null,
          name,
          body: bodyLoad,
          low: reps.low,
          purpose,
          begins,
          ...(load ? { load } : {}),
        })),
      ),
    ],
  );
  return toHandOver(row!);
}

/** a new link; earlier ones are revoked. The token is returned once and only its hash is kept. */
export async function makeLink(
  tx: Transaction,
  clientId: string,
  accountId: string | null,
  token = newToken(),
): Promise<string> {
  await callIn(tx, "link_make", hashToken(token), clientId, accountId, `${LINK_DAYS} days`);
  return token;
}

export function handOverRoutes(database: Database, work: Work): Router {
  const router = Router();

  router.post("/programs/:id/hand-overs", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "program");
    const { version, inSpite } = readBody(api.makeHandOver.body, request);
    const { program, client, edition } = await database.withPractice(practiceId, (tx) =>
      readyToHandOver(tx, practiceId, id, version),
    );
    // drawing takes about a second: not on this thread, and with nothing held
    const { snapshot, dangers } = await work.snapshot(practiceId, program, version, client, edition);
    if (dangers.length > 0 && !inSpite)
      throw new Problem(422, words.somethingInThisWeek(), [], {
        dangers,
      });
    const made = await database.withPractice(practiceId, async (tx) => {
      const h = await keepHandOver(tx, practiceId, coach.accountId, snapshot, new Date(), inSpite);
      const spite = inSpite ? " in spite of what can hurt" : "";
      await writeAudit(tx, coach, `handed over number ${h.number}${spite}`, client.id);
      await askBounds(tx, practiceId, client.id, null);
      return h;
    });
    response.status(201).json({ handOver: made });
  });

  router.get("/clients/:id/hand-over", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "client");
    response.json(
      await database.withPractice(practiceId, async (tx) => {
        await findClient(tx, practiceId, id);
        return { handOver: await newestHandOver(tx, practiceId, id), links: await callIn<LinkInfo[]>(tx, "links", id) };
      }),
    );
  });

  router.post("/clients/:id/link", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    const token = await database.withPractice(coach.practiceId, async (tx) => {
      await findClient(tx, coach.practiceId, id);
      await writeAudit(tx, coach, "made link", id);
      return makeLink(tx, id, coach.accountId);
    });
    // after #, so that the token reaches no server log and no referrer
    response.status(201).json({ path: `/floor#${token}` });
  });

  router.delete("/clients/:id/link", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    await database.withPractice(coach.practiceId, async (tx) => {
      await findClient(tx, coach.practiceId, id);
      await callIn(tx, "link_revoke", id);
      await writeAudit(tx, coach, "revoked links", id);
    });
    response.json({});
  });
  return router;
}
