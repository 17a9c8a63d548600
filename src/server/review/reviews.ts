/**
 * What clients' logs say, kept as of a mark and a day: worked out anew for those of whom something has changed, as a
 * job soon after they trained, or at once where somebody looks.
 */
import { dateBefore } from "#core/base/dates";
import { factsOf, reviewOf, REVIEW_WEEKS, type HandedLine } from "#core/review/review";
import type { ClientFacts } from "#core/review/evidence";
import type { Fact } from "#core/review/facts";
import { reviewSchema, type Review } from "#core/review/schema";
import { findClient } from "#server/clients/clients";
import type { Database, Transaction } from "#server/database/database";
import { askJob } from "#server/jobs/jobs";
import type { Handler } from "#server/jobs/runner";
import { editionIn } from "#server/planning/editions";
import { programOfClient } from "#server/planning/programs";
import { logMark, readHistory, readLog } from "#server/training/log";

/** of what works a review out: one more whenever it says something else */
export const REVIEW_VERSION = 2;
/** days after which facts of a client who has not trained are made anew */
const OLD = 7;
/** s after the first set that asked for it: a workout is over by then */
const QUIET = 20 * 60;

const HANDED = `
  select distinct on (line_id, setup_key) line_id::text || ' ' || setup_key as key, exercise_id as "exerciseId", name,
    body_load as "bodyLoad", reps_low as low, purpose
  from handed_line where practice_id = $1 and client_id = $2 and setup_key <> '' order by line_id, setup_key, name`;

/** hand-overs and their lines of which one side is to stop at the other's reps */
const CAPPED = `
  select hand_over_id::text || ' ' || line_id as key from handed_line
  where practice_id = $1 and client_id = $2 and begins in ('left', 'right')`;

/** since when each group has been specialised, as far as somebody changed it */
const SPECIALISED = `
  select distinct on (p.key) p.key as group, c.at::date::text as since
  from client_change c, jsonb_array_elements(c.changes) x, jsonb_each_text(x->'to') p
  where c.practice_id = $1 and c.client_id = $2 and x->>'field' = 'priorities' and p.value = 'specialise'
    and x->'from'->>p.key is distinct from 'specialise'
  order by p.key, c.at desc`;

async function work(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  today: string,
): Promise<{ review: Review; facts: Fact[] }> {
  const of = [practiceId, clientId];
  const client = await findClient(tx, practiceId, clientId);
  const { program } = await programOfClient(tx, practiceId, clientId);
  const { method } = await editionIn(tx, practiceId, program);
  const log = await readLog(tx, practiceId, clientId, 7 * REVIEW_WEEKS);
  const history = await readHistory(tx, practiceId, clientId, log);
  const handed = await tx.query<HandedLine & { key: string }>(HANDED, of);
  const capped = await tx.query<{ key: string }>(CAPPED, of);
  const specialised = await tx.query<{ group: string; since: string }>(SPECIALISED, of);
  const ask = {
    program,
    history,
    client,
    method,
    today,
    handed: Object.fromEntries(handed.map(({ key, ...line }) => [key, line])),
    capped: new Set(capped.map((c) => c.key)),
    specialisedSince: Object.fromEntries(specialised.map((s) => [s.group, s.since])),
  };
  return { review: reviewOf(ask), facts: factsOf(ask) };
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
      // weeks are what it is told in: it stands for the week in which it was made
      `select body from review where practice_id = $1 and client_id = $2 and mark = $3 and version = $4
        and date_trunc('week', today) = date_trunc('week', $5::date)`,
      [practiceId, clientId, mark, REVIEW_VERSION, today],
    );
    if (kept) return reviewSchema.parse(kept.body);
    const { review, facts } = await work(tx, practiceId, clientId, today);
    const written = await tx.query(
      `insert into review (practice_id, client_id, mark, version, today, body) values ($1, $2, $3, $4, $5, $6)
        on conflict (practice_id, client_id) do update set mark = excluded.mark, version = excluded.version,
          today = excluded.today, body = excluded.body where review.mark <= excluded.mark returning 1`,
      [practiceId, clientId, mark, REVIEW_VERSION, today, review],
    );
    // somebody else has written a later one
    if (written.length) await writeFacts(tx, practiceId, clientId, facts);
    return review;
  });
}

async function writeFacts(tx: Transaction, practiceId: string, clientId: string, facts: readonly Fact[]) {
  await tx.query("delete from fact where practice_id = $1 and client_id = $2", [practiceId, clientId]);
  await tx.query(
    `insert into fact (practice_id, client_id, number, setup_key, exercise_id, name, workouts, sets, weeks, growth,
        growth_sd, growth_usual, felt_target, felt_said, pain, "left")
      select $1, $2, f.number, f."setupKey", f."exerciseId", f.name, f.workouts, f.sets, f.weeks,
        (f.growth->>'mean')::double precision, (f.growth->>'sd')::double precision,
        (f.growth->>'usual')::double precision, (f.felt->>'target')::int, (f.felt->>'said')::int, f.pain, f."left"
      from jsonb_to_recordset($3::jsonb) as f (number int, "setupKey" text, "exerciseId" text, name text, workouts int,
        sets int, weeks double precision, growth jsonb, felt jsonb, pain int, "left" boolean)`,
    [practiceId, clientId, JSON.stringify(facts.map((f, number) => ({ number, ...f })))],
  );
}

interface FactRow {
  client: string;
  fresh: boolean;
  fact: Fact | null;
}

/** every client's facts as they were last worked out, and whose are not of now */
export async function readFacts(
  tx: Transaction,
  practiceId: string,
): Promise<{ facts: ClientFacts[]; stale: string[]; clients: number }> {
  const rows = await tx.query<FactRow>(
    `select c.id as client,
        coalesce(r.mark = m.mark and r.version = $2 and r.today > current_date - $3::int, m.mark is null) as fresh,
        case when f.number is null then null else json_build_object('setupKey', f.setup_key,
          'exerciseId', f.exercise_id, 'name', f.name, 'workouts', f.workouts, 'sets', f.sets, 'weeks', f.weeks,
          'growth', case when f.growth is not null
            then json_build_object('mean', f.growth, 'sd', f.growth_sd, 'usual', f.growth_usual) end,
          'felt', json_build_object('target', f.felt_target, 'said', f.felt_said), 'pain', f.pain, 'left', f."left")
          end as fact
      from client c
        left join client_mark m on m.practice_id = c.practice_id and m.client_id = c.id
        left join review r on r.practice_id = c.practice_id and r.client_id = c.id
        left join fact f on f.practice_id = c.practice_id and f.client_id = c.id
      where c.practice_id = $1 order by c.id, f.number`,
    [practiceId, REVIEW_VERSION, OLD],
  );
  const by = new Map<string, Fact[]>();
  for (const { client, fact } of rows) if (fact) by.set(client, [...(by.get(client) ?? []), fact]);
  return {
    facts: [...by].map(([clientId, facts]) => ({ clientId, facts })),
    stale: [...new Set(rows.filter((r) => !r.fresh).map((r) => r.client))],
    clients: by.size,
  };
}

/** somebody trains: what the log says then is worked out when the workout is over */
export async function askReview(tx: Transaction, practiceId: string, clientId: string): Promise<void> {
  await askJob(tx, practiceId, clientId, { kind: "review", key: clientId, input: {}, after: QUIET });
}

export const reviewHandler =
  (database: Database): Handler =>
  async ({ job: { practiceId, clientId } }) => {
    if (clientId === null) throw new Error("a review is a client's");
    const { lines } = await readReview(database, practiceId, clientId, dateBefore(new Date().toISOString(), 0));
    return { lines: lines.length };
  };
