import { CURRENT_EDITION } from "#core/edition/edition";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { MODEL_VERSION } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { doseTotal, weekDose } from "#core/planning/dose";
import { applyOperation, prescriptionsOf, touches } from "#core/program/edit";
import type { Operation, Program } from "#core/program/document";
import { doseChanges, pinnedBy, plannedBefore } from "#core/planning/recompute";
import { prescriptionOf, programOf } from "../../support/programs";

const old = (n: number, id: string) =>
  prescriptionOf(
    n,
    id,
    {},
    { modelVersion: "body-1", credits: { "triceps-long": { share: 0.5, direct: true, length: 0.6 } } },
  );
const program = programOf([[old(1, "cable-pushdown"), prescriptionOf(2, "preacher-curl")]]);

function recompute(p: Program): Operation[] {
  return plannedBefore(p, MODEL_VERSION).map((line): Operation => {
    const exercise = findExercise(line.exerciseId)!;
    const [row] = surveySetups([resolveSetup(exercise, line.values)], { stature: 1.75, mass: 75 }, 0).rows;
    const pinned = pinnedBy(MODEL_VERSION, line, exercise, row!.view, CURRENT_EDITION.method, 75);
    return { kind: "recompute", prescriptionId: line.id, pinned };
  });
}

test("only lines of another model are asked about, and taking the new numbers changes nothing else of them", () => {
  const operations = recompute(program);
  expect(operations).toHaveLength(1);
  const result = applyOperation(program, operations[0]!);
  if (!("program" in result)) throw new Error(result.refused);
  const [line] = prescriptionsOf(result.program);
  const fresh = prescriptionOf(1, "cable-pushdown");
  expect(line).toEqual(fresh);
  expect(plannedBefore(result.program, MODEL_VERSION)).toEqual([]);
  // one step back is the week as it was, to the letter
  const back = applyOperation(result.program, result.inverse[0]!);
  expect("program" in back && back.program).toEqual(program);
});

test("what it would do is told by muscle before anything is done", () => {
  const operations = recompute(program);
  const changes = doseChanges(program, operations);
  const triceps = changes.find((c) => c.group === "triceps")!;
  expect(triceps.from).toBeCloseTo(doseTotal(weekDose(program).groups.triceps!), 9);
  expect(triceps.to).toBeGreaterThan(triceps.from);
  expect(changes.map((c) => Math.abs(c.to - c.from))).toEqual(
    changes.map((c) => Math.abs(c.to - c.from)).sort((a, b) => b - a),
  );
  expect(doseChanges(program, [])).toEqual([]);
});

test("it goes beside another coach's change of the same line's sets, and not beside its removal", () => {
  const [operation] = recompute(program);
  const [line] = prescriptionsOf(program);
  expect(touches(operation!, program)).toEqual([`${line!.id}/pinned`]);
  expect(applyOperation(programOf([[prescriptionOf(2, "preacher-curl")]]), operation!)).toHaveProperty("refused");
});
