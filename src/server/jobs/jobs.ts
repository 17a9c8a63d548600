/** Jobs as rows: asked for, looked at and stopped by a practice, worked on under a lease by any server that is free. */
import type { Answer } from "#core/exchange/api";
import type { JobKind } from "#core/exchange/job";
import type { Database, Transaction } from "#server/database/database";
import { notFound } from "#server/http/problem";

export type Job = Answer<"job">;

/** a job in the hands of a worker */
export interface Taken {
  practiceId: string;
  id: string;
  /** null: of the practice */
  clientId: string | null;
  kind: JobKind;
  input: unknown;
  /** the how manieth try this is, from 1; with the worker's name what fences an older try off */
  attempt: number;
}

/** s without a word after which a worker is taken for dead */
export const LEASE = 5;
/** times a job is begun before it is given up */
const TRIES = 5;
/** jobs of one practice at work at once, on all servers */
const OF_ONE_PRACTICE = 1;

const COLUMNS = `id, kind, state, progress, best, error`;

/** the open job of this kind and key, or a new one; @param ask.after s from now before it is begun */
export async function askJob(
  tx: Transaction,
  practiceId: string,
  clientId: string | null,
  ask: { kind: JobKind; key: string; input: object; after?: number },
): Promise<Job> {
  const values = [practiceId, ask.kind, ask.key];
  await tx.query(
    `insert into job (practice_id, client_id, kind, key, input, due_at)
     values ($1, $4, $2, $3, $5, now() + make_interval(secs => $6))
     on conflict (practice_id, kind, key) where state in ('waiting', 'running') do nothing`,
    [...values, clientId, ask.input, ask.after ?? 0],
  );
  const [job] = await tx.query<Job>(
    `select ${COLUMNS} from job where practice_id = $1 and kind = $2 and key = $3 order by made_at desc limit 1`,
    values,
  );
  return job!;
}

/** a job of this kind for each of these clients, due now; those that have an open one keep it */
export async function askEach(
  tx: Transaction,
  practiceId: string,
  kind: JobKind,
  clientIds: readonly string[],
): Promise<void> {
  if (clientIds.length === 0) return;
  await tx.query(
    `insert into job (practice_id, client_id, kind, key, input, due_at)
     select $1, c, $2, c::text, '{}', now() from unnest($3::uuid[]) c
     on conflict (practice_id, kind, key) where state in ('waiting', 'running') do update
       set due_at = least(job.due_at, excluded.due_at)`,
    [practiceId, kind, clientIds],
  );
}

/** what waits for its time is due now */
export async function hasten(tx: Transaction, practiceId: string, kind: JobKind, key: string): Promise<void> {
  await tx.query(
    `update job set due_at = now()
      where practice_id = $1 and kind = $2 and key = $3 and state = 'waiting' and due_at > now()`,
    [practiceId, kind, key],
  );
}

export async function findJob(tx: Transaction, practiceId: string, id: string): Promise<Job> {
  const [job] = await tx.query<Job>(`select ${COLUMNS} from job where practice_id = $1 and id = $2`, [practiceId, id]);
  if (!job) throw notFound("job");
  return job;
}

/** one that waits ends here; one at work is asked to stop, and says so itself */
export async function cancelJob(tx: Transaction, practiceId: string, id: string): Promise<Job> {
  await tx.query(
    `update job set cancel_requested = true, state = case when state = 'waiting' then 'cancelled' else state end,
       ended_at = case when state = 'waiting' then now() end
     where practice_id = $1 and id = $2 and state in ('waiting', 'running')`,
    [practiceId, id],
  );
  return findJob(tx, practiceId, id);
}

export const takeJob = (database: Database, worker: string): Promise<Taken | null> =>
  database.call<Taken>("job_take", worker, `${LEASE} seconds`, TRIES, OF_ONE_PRACTICE);

/** says "I am still here", and how far; null where the job is no longer this worker's */
export const beat = (
  database: Database,
  worker: string,
  job: Taken,
  told: { progress?: number; best?: unknown } = {},
): Promise<{ cancel: boolean } | null> =>
  database.withPractice(job.practiceId, async (tx) => {
    const [row] = await tx.query<{ cancel: boolean }>(
      `update job set leased_until = now() + make_interval(secs => $5), progress = coalesce($6, progress), best = coalesce($7, best)
       where practice_id = $1 and id = $2 and worker = $3 and attempt = $4 and state = 'running' returning cancel_requested as cancel`,
      [
        job.practiceId,
        job.id,
        worker,
        job.attempt,
        LEASE,
        told.progress ?? null,
        told.best === undefined ? null : JSON.stringify(told.best),
      ],
    );
    return row ?? null;
  });

export type Ending =
  | { state: "done"; best: unknown }
  | { state: "failed"; error: string }
  | { state: "cancelled" }
  /** its worker could not go on; another may */
  | { state: "waiting" };

/** @returns false where the job is no longer this worker's: what it did is then nobody's */
export const endJob = (database: Database, worker: string, job: Taken, ending: Ending): Promise<boolean> =>
  database.withPractice(job.practiceId, async (tx) => {
    const done = ending.state === "done";
    const rows = await tx.query(
      `update job set state = $5, best = coalesce($6, best), error = $7, progress = case when $5 = 'done' then 1 else progress end,
         ended_at = case when $5 = 'waiting' then null else now() end, leased_until = null
       where practice_id = $1 and id = $2 and worker = $3 and attempt = $4 and state = 'running' returning 1`,
      [
        job.practiceId,
        job.id,
        worker,
        job.attempt,
        ending.state,
        done ? JSON.stringify(ending.best) : null,
        ending.state === "failed" ? ending.error : null,
      ],
    );
    return rows.length > 0;
  });
