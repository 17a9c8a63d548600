/** What the week's page and its planner say to each other. */
import type { Survey } from "#core/mechanics/survey";
import type { PlanAsk } from "#core/solver/plan";
import type { PlanResult } from "#core/solver/result";
import type { Relaxation } from "#core/solver/relax";

export interface PlannerAsk {
  ask: PlanAsk;
  survey: Survey;
  edition: string;
}

export type PlannerTold =
  | { kind: "plan"; result: PlanResult; final: boolean }
  | { kind: "gap"; gap: number }
  /** a smallest change found that would mend what is missing */
  | { kind: "relaxation"; relaxation: Relaxation }
  | { kind: "done" }
  | { kind: "failed"; reason: string };
