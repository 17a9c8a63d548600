/**
 * The engine off the server's main thread: a pool of workers that starts with the first task and sleeps without any.
 */
import { fileURLToPath } from "node:url";
import { Piscina } from "piscina";
import type { Program } from "#core/planning/program";
import type { Survey } from "#core/mechanics/survey";
import type { Entry } from "#core/training/entry";
import type { Snapshot } from "#core/training/handover";
import type { Line } from "#core/training/lifted";
import type { Bound } from "#core/training/progression";
import type { Body, Task } from "#server/work/tasks";

export interface Work {
  snapshot(program: Program, version: number, body: Body): Promise<Snapshot>;
  /** @param signal ends the thread that works on it */
  survey(
    body: Body,
    setups: readonly { exerciseId: string; values: Readonly<Record<string, number>> }[],
    signal?: AbortSignal,
  ): Promise<Survey>;
  plausible(
    body: Body,
    lines: readonly Line[],
    entries: readonly Entry[],
    since: number,
  ): Promise<Record<string, Bound>>;
  close(): Promise<void>;
}

/** the thread died, which says nothing about the task */
export const isThreadGone = (error: unknown): boolean =>
  error instanceof Error && /worker (exited|thread)|terminat/i.test(error.message);

const WORKER = fileURLToPath(new URL("./worker.mjs", import.meta.url));
/** ms without a task after which a worker ends */
const IDLE = 60_000;

/** @param kept workers that are started at once and stay, so that nobody waits for the first one */
export function startWork(threads = 2, kept = 0): Work {
  const start = () =>
    new Piscina({ filename: WORKER, minThreads: kept, maxThreads: Math.max(threads, kept), idleTimeout: IDLE });
  let pool: Piscina | null = kept > 0 ? start() : null;
  const run = async <T>(task: Task, signal?: AbortSignal): Promise<T> => {
    pool ??= start();
    return (await pool.run(task, signal ? { signal } : {})) as T;
  };
  return {
    snapshot: (program, version, { stature, mass }) =>
      run<Snapshot>({ kind: "snapshot", program, version, body: { stature, mass } }),
    survey: ({ stature, mass }, setups, signal) =>
      run<Survey>(
        {
          kind: "survey",
          body: { stature, mass },
          setups: setups.map(({ exerciseId, values }) => ({ exerciseId, values })),
        },
        signal,
      ),
    plausible: (body, lines, entries, since) =>
      run<Record<string, Bound>>({
        kind: "plausible",
        body: { stature: body.stature, mass: body.mass },
        lines: lines.map(({ id, exerciseId, values, purpose }) => ({ id, exerciseId, values, purpose })),
        entries: [...entries],
        since,
      }),
    close: async () => {
      await pool?.destroy();
      pool = null;
    },
  };
}
