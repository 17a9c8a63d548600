/// <reference lib="webworker" />
/** The planner off the page's thread: one ask a worker, stopped by ending it. */
import highsLoader from "highs";
import wasmUrl from "highs/runtime?url";
import { admit } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { shelve } from "#core/exercises/shelf";
import { planWeek } from "#core/solver/write";
import { margins } from "#core/solver/margins";
import { secondWeek } from "#core/solver/second-week";
import { relaxations } from "#core/solver/relax";
import { resultOf } from "#core/solver/result";
import { newId } from "../../page/newId";
import type { PlannerAsk, PlannerTold } from "./messages";

const say = (told: PlannerTold) => postMessage(told);

addEventListener("message", (event: MessageEvent<PlannerAsk>) => {
  const { task, ask, survey, edition, own } = event.data;
  shelve(own);
  const work = async () => {
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
    const plan = planWeek(ask, {
      ...tools,
      tell: (told) =>
        say(
          told.kind === "gap"
            ? told
            : { kind: "plan", result: resultOf(told.plan, ask.program, newId, minutes), final: false },
        ),
    });
    say({ kind: "plan", result: resultOf(plan, ask.program, newId, minutes), final: true });
    relaxations(ask, tools, plan, (relaxation) => say({ kind: "relaxation", relaxation }));
    say({ kind: "done" });
  };
  work().catch((error: unknown) =>
    say({ kind: "failed", reason: error instanceof Error ? error.message : String(error) }),
  );
});
