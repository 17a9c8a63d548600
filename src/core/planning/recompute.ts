/**
 * What a line pins of the mechanics when it is planned stays as it was; a later model may be asked, and says what would
 * change. Nothing changes until a coach takes it.
 */
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { setupKey } from "#core/exercises/setup";
import { exerciseVersion } from "#core/exercises/version";
import type { BodyView } from "#core/mechanics/survey";
import { creditsOf, doseTotal, weekDose } from "#core/planning/dose";
import { applyOperation, prescriptionsOf } from "#core/program/edit";
import { groups } from "#core/planning/groups";
import { bodyLoadOf } from "#core/planning/loading";
import type { Operation, Pinned, Prescription, Program } from "#core/program/document";

/** lines whose numbers come from another model than the present one */
export const plannedBefore = (program: Program, modelVersion: string): Prescription[] =>
  prescriptionsOf(program).filter((p) => p.modelVersion !== modelVersion);

/** all lines, where a whole week is to be judged by another edition than its own; else those of another model */
export const toRecompute = (program: Program, modelVersion: string, edition: string): Prescription[] =>
  program.edition === edition ? plannedBefore(program, modelVersion) : prescriptionsOf(program);

/** the same line as the present model sees it */
export const pinnedBy = (
  modelVersion: string,
  p: Prescription,
  exercise: Exercise,
  view: BodyView,
  method: Method,
  mass: number,
): Pinned => ({
  modelVersion,
  exerciseVersion: exerciseVersion(exercise),
  setupKey: setupKey(exercise, p.values),
  credits: creditsOf(view, exercise, method),
  bodyLoad: bodyLoadOf(view, mass),
});

export interface DoseChange {
  group: string;
  /** effective sets a week */
  from: number;
  to: number;
}

/** sets a week by which a group's dose has to change to be named */
const NAMED = 0.1;

/** what taking all of them would do to the week, largest first */
export function doseChanges(program: Program, operations: readonly Operation[]): DoseChange[] {
  const after = operations.reduce((now, operation) => {
    const result = applyOperation(now, operation);
    return "program" in result ? result.program : now;
  }, program);
  const [was, is] = [weekDose(program).groups, weekDose(after).groups];
  return groups
    .map((g) => ({ group: g.id, from: doseTotal(was[g.id]!), to: doseTotal(is[g.id]!) }))
    .filter((c) => Math.abs(c.to - c.from) >= NAMED)
    .sort((a, b) => Math.abs(b.to - b.from) - Math.abs(a.to - a.from));
}
