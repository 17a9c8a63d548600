/** The review of a client, tests of one change, and what setups have done over all clients of a practice. */
import { Router } from "express";
import Papa from "papaparse";
import { api, type Answer } from "#core/exchange/api";
import { evidenceOf } from "#core/review/evidence";
import { evidenceRows } from "#core/review/export";
import type { Experiment } from "#core/review/schema";
import { auditLook, writeAudit } from "#server/audit";
import { findClient } from "#server/clients/clients";
import type { Database, Transaction } from "#server/database/database";
import { readDecisions } from "#server/desk/decisions";
import { notFound, readBody, readId, readShape } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { askEach } from "#server/jobs/jobs";
import { readFacts, readReview } from "#server/review/reviews";

type Kept = Answer<"review">["experiments"][number];
interface Row {
  body: Experiment;
  by: string;
  at: Date;
  ended_at: Date | null;
}
const toKept = ({ body, by, at, ended_at }: Row): Kept => ({
  ...body,
  by,
  at: at.toISOString(),
  endedAt: ended_at?.toISOString() ?? null,
});
const COLUMNS = "body, account_name as by, at, ended_at";

const experimentsOf = async (tx: Transaction, practiceId: string, clientId: string): Promise<Kept[]> =>
  (
    await tx.query<Row>(
      `select ${COLUMNS} from experiment where practice_id = $1 and client_id = $2 order by at desc limit 40`,
      [practiceId, clientId],
    )
  ).map(toKept);

async function evidence(database: Database, practiceId: string, without?: string) {
  const { facts, clients, stale } = await database.lately(practiceId, (tx) => readFacts(tx, practiceId));
  // nobody waits for them: the page asks again
  if (stale.length) await database.withPractice(practiceId, (tx) => askEach(tx, practiceId, "review", stale));
  return { clients, waiting: stale.length, setups: evidenceOf(facts.filter((f) => f.clientId !== without)) };
}

export function reviewRoutes(database: Database): Router {
  const router = Router();

  router.get("/clients/:id/review", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "client");
    const { today } = readShape(api.review.query, request.query);
    const told = await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, id);
      await auditLook(tx, coach, "saw review", id);
      return {
        experiments: await experimentsOf(tx, practiceId, id),
        decisions: await readDecisions(tx, practiceId, id),
      };
    });
    response.json({ review: await readReview(database, practiceId, id, today), ...told });
  });

  router.post("/clients/:id/experiments", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "client");
    const given = readBody(api.beginExperiment.body, request);
    const experiment = await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, id);
      // the same again after a lost answer is the same test
      await tx.query(
        `insert into experiment (practice_id, id, client_id, body, account_name) values ($1, $2, $3, $4, $5)
          on conflict do nothing`,
        [practiceId, given.id, id, given, coach.name],
      );
      await writeAudit(tx, coach, "began a test", id);
      const [row] = await tx.query<Row>(
        `select ${COLUMNS} from experiment where practice_id = $1 and id = $2 and client_id = $3`,
        [practiceId, given.id, id],
      );
      if (!row) throw notFound("test");
      return toKept(row);
    });
    response.status(201).json({ experiment });
  });

  router.delete("/clients/:id/experiments/:experiment", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "client");
    const experiment = readId(request, "experiment", "test");
    await database.withPractice(practiceId, async (tx) => {
      const [row] = await tx.query(
        `update experiment set ended_at = coalesce(ended_at, now())
          where practice_id = $1 and client_id = $2 and id = $3 returning id`,
        [practiceId, id, experiment],
      );
      if (!row) throw notFound("test");
      await writeAudit(tx, coach, "ended a test", id);
    });
    response.json({});
  });

  router.get("/evidence", async (request, response) => {
    const coach = coachOf(request);
    const { without } = readShape(api.evidence.query, request.query);
    await database.withPractice(coach.practiceId, (tx) => auditLook(tx, coach, "saw the evidence"));
    response.json(await evidence(database, coach.practiceId, without));
  });

  router.get("/evidence.csv", async (request, response) => {
    const coach = coachOf(request);
    const { setups } = await evidence(database, coach.practiceId);
    await database.withPractice(coach.practiceId, (tx) => writeAudit(tx, coach, "exported the evidence"));
    response
      .attachment("evidence.csv")
      .type("text/csv")
      .send(`${Papa.unparse(evidenceRows(setups), { escapeFormulae: true })}\r\n`);
  });
  return router;
}
