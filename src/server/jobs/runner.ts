/** Works on jobs: takes them one by one, says that it lives, hands on what it finds, and stops when asked to. */
import { randomUUID } from "node:crypto";
import type { Logger } from "pino";
import type { JobKind } from "#core/exchange/job";
import type { Database } from "#server/database/database";
import { loggable } from "#server/http/problem";
import { beat, endJob, LEASE, takeJob, type Taken } from "#server/jobs/jobs";
import type { Signals } from "#server/jobs/signals";

export interface Handling {
  job: Taken;
  /** aborted when the job is to stop: cancelled, or taken by another */
  signal: AbortSignal;
  /** @param progress 0 to 1 @param best the best result so far */
  tell: (progress: number, best?: unknown) => Promise<void>;
}

/** @returns the result @throws what made it fail */
export type Handler = (handling: Handling) => Promise<unknown>;

/** its worker thread died or the server is going: not the job's fault, another may take it */
export class Interrupted extends Error {
  override readonly name = "Interrupted";
}

export interface Runner {
  close(): Promise<void>;
}

/** ms between two times of clearing up */
const CLEAR = 60_000;
/** ms between two looks for work when nobody calls */
const LOOK = 1000;
/** ms between two signs of life */
const BEAT = (LEASE * 1000) / 4;

/** @param options.slots jobs at once on this server; two, so that one practice's long job leaves room for another's */
export function startRunner(
  database: Database,
  signals: Signals,
  handlers: Record<JobKind, Handler>,
  log: Logger,
  { slots = 2, ended: told }: { slots?: number; ended?: (kind: string, how: string, seconds: number) => void } = {},
): Runner {
  const worker = randomUUID();
  const running = new Map<string, { stop: AbortController; ended: Promise<void> }>();
  let closed = false;
  let looking = false;
  let again = false;

  const work = async (job: Taken, stop: AbortController): Promise<void> => {
    let cancelled = false;
    const begun = performance.now();
    const say = async (news: { progress?: number; best?: unknown } = {}) => {
      const answer = await beat(database, worker, job, news).catch(() => undefined);
      // away for a moment is not lost: the lease decides
      if (answer === undefined) return;
      cancelled ||= answer?.cancel ?? false;
      if (answer === null || answer.cancel) stop.abort();
    };
    const timer = setInterval(() => void say(), BEAT);
    const unhear = signals.on(job.id, () => void (stop.signal.aborted || say()));
    const end = (ending: Parameters<typeof endJob>[3]) => {
      told?.(job.kind, ending.state, (performance.now() - begun) / 1000);
      return endJob(database, worker, job, ending);
    };
    try {
      const best = await handlers[job.kind]({
        job,
        signal: stop.signal,
        async tell(progress, best) {
          await say({ progress, best });
          stop.signal.throwIfAborted();
        },
      });
      await end({ state: "done", best });
    } catch (error) {
      if (cancelled) await end({ state: "cancelled" });
      else if (closed || error instanceof Interrupted) await end({ state: "waiting" });
      else if (!stop.signal.aborted) {
        log.error({ err: loggable(error), kind: job.kind }, "job failed");
        await end({
          state: "failed",
          error: "Something went wrong in working it out. It has been written to the log.",
        });
      }
    } finally {
      clearInterval(timer);
      unhear();
    }
  };

  const look = async (): Promise<void> => {
    if (looking || closed) {
      again = true;
      return;
    }
    looking = true;
    try {
      while (!closed && running.size < slots) {
        const job = await takeJob(database, worker);
        if (!job) break;
        const stop = new AbortController();
        const ended = work(job, stop)
          .catch((error: unknown) => log.warn({ err: loggable(error) }, "job let go"))
          .finally(() => {
            running.delete(job.id);
            void look();
          });
        running.set(job.id, { stop, ended });
      }
    } catch {
      // the database is away: the next look asks again
    } finally {
      looking = false;
    }
    if (again && !closed) {
      again = false;
      void look();
    }
  };

  const timer = setInterval(() => void look(), LOOK);
  timer.unref();
  // what is over of sessions and limits goes, by one server at a time; an hour without it harms nobody
  const clearing = setInterval(() => void database.call("clear_up").catch(() => null), CLEAR);
  clearing.unref();
  const unhear = signals.on(null, () => void (running.size < slots && look()));
  void look();

  return {
    async close() {
      closed = true;
      clearInterval(timer);
      clearInterval(clearing);
      unhear();
      for (const { stop } of running.values()) stop.abort();
      await Promise.all([...running.values()].map((r) => r.ended));
    },
  };
}
