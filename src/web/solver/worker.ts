/// <reference lib="webworker" />
/**
 * The planner off the page's thread: one ask a worker, stopped by ending it. While it proves a week, a second one that
 * it starts looks on for a better one; it ends with the first.
 */
import highsLoader from "highs";
import wasmUrl from "highs/runtime?url";
import { admit } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { shelve } from "#core/exercises/shelf";
import { lookBeside, planWeekBeside } from "#core/solver/write";
import type { Told } from "#core/solver/ask";
import { margins } from "#core/solver/margins";
import { secondWeek } from "#core/solver/second-week";
import { relaxations } from "#core/solver/relax";
import { resultOf } from "#core/solver/result";
import { newId } from "../../page/newId";
import type { PlannerAsk, PlannerTold } from "./messages";

const say = (told: PlannerTold) => postMessage(told);

/** the second worker's week; null on a machine of one core, and where it could not work */
function besideOf(asked: PlannerAsk): (began: Int8Array) => Promise<Int8Array | null> {
  return (began) =>
    new Promise((done) => {
      if (navigator.hardwareConcurrency < 2) return done(null);
      try {
        const second = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: "planner beside" });
        const end = (sets: Int8Array | null) => {
          second.terminate();
          done(sets);
        };
        second.onmessage = ({ data }: MessageEvent<PlannerTold>) => end(data.kind === "beside" ? data.sets : null);
        second.onerror = () => end(null);
        second.postMessage({ ...asked, task: "beside", began } satisfies PlannerAsk);
      } catch {
        done(null);
      }
    });
}

addEventListener("message", (event: MessageEvent<PlannerAsk>) => {
  const { task, ask, survey, edition, own, began } = event.data;
  shelve(own);
  const work = async () => {
    if (task === "beside" && began)
      return say({ kind: "beside", sets: lookBeside(ask, { survey, edition: admit(edition), exercises }, began) });
    const highs = await highsLoader({ locateFile: () => wasmUrl });
    const tools = { highs, survey, edition: admit(edition), exercises };
    if (task === "margins") {
      margins(ask, tools, (margin) => say({ kind: "margin", margin }));
      return say({ kind: "done" });
    }
    if (task === "vary") {
      say({ kind: "varied", variation: secondWeek(ask, tools, newId) });
      return say({ kind: "done" });
    }
    const minutes = ask.days.map((d) => d.minutes);
    const tell = (told: Told) =>
      say(
        told.kind === "gap"
          ? told
          : { kind: "plan", result: resultOf(told.plan, ask.program, newId, minutes), final: false },
      );
    const plan = await planWeekBeside(ask, { ...tools, tell }, besideOf(event.data));
    say({ kind: "plan", result: resultOf(plan, ask.program, newId, minutes), final: true });
    relaxations(ask, tools, plan, (relaxation) => say({ kind: "relaxation", relaxation }));
    say({ kind: "done" });
  };
  work().catch((error: unknown) =>
    say({ kind: "failed", reason: error instanceof Error ? error.message : String(error) }),
  );
});
