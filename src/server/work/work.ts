/**
 * The engine off the server's main thread: a pool of workers that starts with the first task and sleeps without any.
 */
import { fileURLToPath } from "node:url";
import { Piscina } from "piscina";
import type { Edition } from "#core/edition/edition";
import type { Client } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import { findExercise } from "#core/exercises/library";
import { isOwn } from "#core/exercises/shelf";
import { namedIn } from "#server/exercises/own";
import type { Program } from "#core/program/document";
import type { Survey } from "#core/mechanics/survey";
import type { Sheet } from "#core/sheet/marks";
import type { Line } from "#core/training/lifted";
import type { Rules } from "#core/training/rules";
import type { Bound, History } from "#core/training/exposures";
import { FairQueue } from "#server/work/fair-queue";
import type { Body } from "#core/mechanics/model";
import type { HandedOver, Task } from "#server/work/tasks";

export interface Work {
  /** in turn with what other practices ask for */
  snapshot(
    practiceId: string,
    program: Program,
    version: number,
    client: Client,
    edition: Edition,
  ): Promise<HandedOver>;
  pdf(practiceId: string, sheet: Sheet): Promise<Uint8Array>;
  /** @param signal ends the thread that works on it */
  survey(
    body: Body,
    setups: readonly { exerciseId: string; values: Readonly<Record<string, number>> }[],
    signal?: AbortSignal,
  ): Promise<Survey>;
  plausible(
    body: Body,
    lines: readonly Line[],
    log: Pick<History, "entries" | "handedOver">,
    since: number,
    rules: Rules,
    signal?: AbortSignal,
  ): Promise<Record<string, Bound>>;
  close(): Promise<void>;
}

/** own exercises of a practice, for threads that know the library only */
const ownAmong = (ids: readonly string[]): Exercise[] =>
  [...new Set(ids)].filter(isOwn).flatMap((id) => findExercise(id) ?? []);

/** the thread died, which says nothing about the task */
export const isThreadGone = (error: unknown): boolean =>
  error instanceof Error && /worker (exited|thread)|terminat/i.test(error.message);

const WORKER = fileURLToPath(new URL("./worker.mjs", import.meta.url));
/** ms without a task after which a worker ends */
const IDLE = 60_000;

/**
 * Two pools: what a person waits for never stands behind what nobody does.
 * @param threads for what is waited for, and as many for what is not @param kept workers that are started at once and
 *   stay, so that nobody waits for the first one @param took hears how long each kind of task took, s
 */
export function startWork(
  threads = 2,
  kept = 0,
  took: (kind: string, seconds: number) => void = () => undefined,
): Work {
  const poolOf = (least: number) => {
    const start = () =>
      new Piscina({ filename: WORKER, minThreads: least, maxThreads: Math.max(threads, least), idleTimeout: IDLE });
    let pool: Piscina | null = least > 0 ? start() : null;
    return {
      run: async <T>(task: Task, signal?: AbortSignal): Promise<T> => {
        pool ??= start();
        const begun = performance.now();
        const answer = (await pool.run(task, signal ? { signal } : {})) as T;
        took(task.kind, (performance.now() - begun) / 1000);
        return answer;
      },
      close: async () => {
        await pool?.destroy();
        pool = null;
      },
    };
  };
  const [waitedFor, others] = [poolOf(kept), poolOf(0)];
  const turns = new FairQueue(Math.max(threads, kept));
  return {
    snapshot: (practiceId, program, version, client, edition) =>
      turns.run(practiceId, () =>
        waitedFor.run<HandedOver>({
          kind: "snapshot",
          program,
          version,
          client,
          edition,
          own: ownAmong(namedIn(program)),
        }),
      ),
    pdf: (practiceId, sheet) => turns.run(practiceId, () => waitedFor.run<Uint8Array>({ kind: "pdf", sheet })),
    survey: ({ stature, mass, limbs }, setups, signal) =>
      others.run<Survey>(
        {
          kind: "survey",
          body: { stature, mass, limbs },
          setups: setups.map(({ exerciseId, values }) => ({ exerciseId, values })),
        },
        signal,
      ),
    plausible: (body, lines, { entries, handedOver }, since, { repsFormula, progress, pain, log: reading }, signal) =>
      others.run<Record<string, Bound>>(
        {
          kind: "plausible",
          body: { stature: body.stature, mass: body.mass, limbs: body.limbs },
          own: ownAmong(lines.map((l) => l.exerciseId)),
          lines: lines.map(({ id, exerciseId, values, profile, purpose, bodyLoad, setupKey, earlier, loadStep }) => ({
            id,
            exerciseId,
            values,
            profile,
            purpose,
            bodyLoad,
            setupKey,
            earlier,
            loadStep,
          })),
          log: { entries, handedOver },
          since,
          rules: { repsFormula, progress, pain, log: reading },
        },
        signal,
      ),
    close: async () => {
      await Promise.all([waitedFor.close(), others.close()]);
    },
  };
}
