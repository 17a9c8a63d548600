/** What a planner tells a page: the planned week as a program, how it differs, and how good it is known to be. */
import type { Program } from "#core/program/document";
import type { Evaluation } from "#core/solver/evaluate";
import { type WeekPlan } from "#core/solver/ask";
import { programOf } from "#core/solver/finish";
import { arrangementOf, identified, proposalsFor, type Arrangement, type Proposal } from "#core/solver/proposals";

export interface PlanResult {
  /** the week with everything taken */
  program: Program;
  proposals: Proposal[];
  arrangement: Arrangement;
  value: number;
  gap: number | null;
  beyond: number;
  missing: Evaluation["missing"];
  /** by day, with pairs */
  minutes: number[];
}

export function resultOf(given: WeekPlan, program: Program, newId: () => string): PlanResult {
  const plan = identified(program, given, newId);
  return {
    program: programOf(plan, program, newId),
    proposals: proposalsFor(program, plan, newId),
    arrangement: arrangementOf(plan),
    value: plan.value,
    gap: plan.gap,
    beyond: plan.beyond,
    missing: plan.evaluation.missing,
    minutes: plan.days.map((d) => d.minutes),
  };
}
