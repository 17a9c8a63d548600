/** Positions of the arm and grips: what a line has of them for a group, asked by the check and the planner alike. */
import type { Variety } from "#core/edition/choices";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { positionsOf } from "#core/exercises/positions";
import { groupCredit } from "#core/planning/dose";
import type { Group } from "#core/planning/groups";
import type { Prescription } from "#core/program/document";

/** which of the positions or grips a line is; null where it is not one for the group, or has none */
export function varietyOf(
  what: Variety,
  group: Group,
  line: Pick<Prescription, "credits" | "values">,
  exercise: Exercise,
  { varieties }: Pick<Method, "varieties">,
): string | null {
  const credit = groupCredit(line.credits, group);
  if (!credit?.direct || credit.share < varieties.counts) return null;
  const { arm, grip } = positionsOf(exercise, line.values);
  return what === "grips" ? grip : arm;
}
