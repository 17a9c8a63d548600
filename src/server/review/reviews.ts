/** What clients' logs say, kept as of a mark and a day: worked out anew for those of whom something has changed. */
import { reviewOf, REVIEW_WEEKS } from "#core/review/review";
import type { ClientFacts } from "#core/review/evidence";
import { reviewSchema, type Review } from "#core/review/schema";
import { findClient } from "#server/clients/clients";
import type { Database, Transaction } from "#server/database/database";
import { editionIn } from "#server/planning/editions";
import { programOfClient } from "#server/planning/programs";
import { logMark, readHistory, readLog } from "#server/training/log";

/** of what works a review out: one more whenever it says something else */
export const REVIEW_VERSION = 1;
/** days after which facts of a client who has not trained are made anew */
const OLD = 7;

const HANDED = `
  select distinct on (setup_key) setup_key as key, exercise_id as "exerciseId", name from handed_line
  where practice_id = $1 and client_id = $2 and setup_key <> '' order by setup_key, name`;

/** hand-overs and their lines of which one side is to stop at the other's reps */
const CAPPED = `
  select h.id::text || ' ' || (p->>'id') as key
  from hand_over h, jsonb_array_elements(h.snapshot->'days') d, jsonb_array_elements(d->'blocks') b,
    jsonb_array_elements(b->'prescriptions') p
  where h.practice_id = $1 and h.client_id = $2 and p->>'begins' in ('left', 'right')`;

async function work(tx: Transaction, practiceId: string, clientId: string, today: string): Promise<Review> {
  const client = await findClient(tx, practiceId, clientId);
  const { program } = await programOfClient(tx, practiceId, clientId);
  const { method } = await editionIn(tx, practiceId, program);
  const log = await readLog(tx, practiceId, clientId, 7 * REVIEW_WEEKS);
  const history = await readHistory(tx, practiceId, clientId, log);
  const handed = await tx.query<{ key: string; exerciseId: string; name: string }>(HANDED, [practiceId, clientId]);
  const capped = await tx.query<{ key: string }>(CAPPED, [practiceId, clientId]);
  return reviewOf({
    program,
    history,
    client,
    method,
    today,
    handed: Object.fromEntries(handed.map(({ key, exerciseId, name }) => [key, { exerciseId, name }])),
    capped: new Set(capped.map((c) => c.key)),
  });
}

/** @throws Problem 404 where there is no such client */
export async function readReview(
  database: Database,
  practiceId: string,
  clientId: string,
  today: string,
): Promise<Review> {
  return database.withPractice(practiceId, async (tx) => {
    const mark = await logMark(tx, practiceId, clientId);
    const [kept] = await tx.query<{ body: unknown }>(
      "select body from review where practice_id = $1 and client_id = $2 and mark = $3 and version = $4 and today = $5",
      [practiceId, clientId, mark, REVIEW_VERSION, today],
    );
    if (kept) return reviewSchema.parse(kept.body);
    const review = await work(tx, practiceId, clientId, today);
    await tx.query(
      `insert into review (practice_id, client_id, mark, version, today, body) values ($1, $2, $3, $4, $5, $6)
        on conflict (practice_id, client_id) do update set mark = excluded.mark, version = excluded.version,
          today = excluded.today, body = excluded.body where review.mark <= excluded.mark`,
      [practiceId, clientId, mark, REVIEW_VERSION, today, review],
    );
    return review;
  });
}

/** every client's facts as they were last worked out, and whose are not of now */
export async function readFacts(
  tx: Transaction,
  practiceId: string,
): Promise<{ facts: ClientFacts[]; stale: string[]; clients: number }> {
  const rows = await tx.query<{ id: string; facts: ClientFacts["facts"] | null; fresh: boolean }>(
    `select c.id, r.body->'facts' as facts,
        coalesce(r.mark = m.mark and r.version = $2 and r.today > current_date - $3::int, false) as fresh
      from client c
        left join client_mark m on m.practice_id = c.practice_id and m.client_id = c.id
        left join review r on r.practice_id = c.practice_id and r.client_id = c.id
      where c.practice_id = $1 order by c.id`,
    [practiceId, REVIEW_VERSION, OLD],
  );
  return {
    facts: rows.flatMap((r) => (r.facts ? [{ clientId: r.id, facts: r.facts }] : [])),
    stale: rows.filter((r) => !r.fresh).map((r) => r.id),
    clients: rows.filter((r) => (r.facts?.length ?? 0) > 0).length,
  };
}
