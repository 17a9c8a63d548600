/** What a planner tells a page: the planned week as a program, how it differs, and how good it is known to be. */
import type { Program } from "#core/program/document";
import type { Evaluation } from "#core/solver/evaluate";
import { type WeekPlan } from "#core/solver/ask";
import { setsOf, spareOf, type Spare } from "#core/solver/spare";
import { programOf } from "#core/solver/finish";
import { arrangementOf, identified, proposalsFor, type Arrangement, type Proposal } from "#core/solver/proposals";

export interface PlanResult {
  /** the week with everything taken */
  program: Program;
  proposals: Proposal[];
  arrangement: Arrangement;
  value: number;
  gap: number | null;
  /** the same in sets of a group that stands in the middle of its band; null where nothing is proven */
  behind: number | null;
  /** minutes that nothing is worth, and what would use them; null where they are used */
  spare: Spare | null;
  beyond: number;
  missing: Evaluation["missing"];
  /** by day, with pairs */
  minutes: number[];
}

/** @param minutes by day, what each is asked to hold */
export function resultOf(
  given: WeekPlan,
  program: Program,
  newId: () => string,
  minutes: readonly number[] = given.problem.days.map((d) => d.minutes),
): PlanResult {
  const plan = identified(program, given, newId);
  return {
    program: programOf(plan, program, newId),
    proposals: proposalsFor(program, plan, newId),
    arrangement: arrangementOf(plan),
    value: plan.value,
    gap: plan.gap,
    behind: plan.bound === null ? null : setsOf(Math.max(0, plan.bound - plan.value), plan),
    spare: spareOf(plan, minutes),
    beyond: plan.beyond,
    missing: plan.evaluation.missing,
    minutes: plan.days.map((d) => d.minutes),
  };
}
