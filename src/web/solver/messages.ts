/** What the week's page and its planner say to each other. */
import type { Edition } from "#core/edition/edition";
import type { Exercise } from "#core/exercises/format";
import type { Survey } from "#core/mechanics/survey";
import type { PlanAsk } from "#core/solver/ask";
import type { Margin } from "#core/solver/margins";
import type { Variation } from "#core/solver/second-week";
import type { PlanResult } from "#core/solver/result";
import type { Relaxation } from "#core/solver/relax";

export interface PlannerAsk {
  /** a week; what more minutes or a day would bring; a second week beside the first */
  task: "plan" | "margins" | "vary" | "beside";
  ask: PlanAsk;
  survey: Survey;
  edition: Edition;
  /** the practice's own exercises */
  own: readonly Exercise[];
  /** of a second worker that looks beside the proof: the week that the proof begins from */
  began?: Int8Array;
}

export type PlannerTold =
  | { kind: "plan"; result: PlanResult; final: boolean }
  | { kind: "gap"; gap: number }
  /** a smallest change found that would mend what is missing */
  | { kind: "relaxation"; relaxation: Relaxation }
  | { kind: "margin"; margin: Margin }
  | { kind: "beside"; sets: Int8Array }
  | { kind: "varied"; variation: Variation }
  | { kind: "done" }
  | { kind: "failed"; reason: string };
