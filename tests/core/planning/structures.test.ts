import { CURRENT_EDITION } from "#core/edition/edition";
import { shareOfLoad } from "#core/base/kilograms";
import type { Load } from "#core/program/document";
import { weekDose } from "#core/planning/dose";
import { leadSet, plannedSets } from "#core/program/structures";
import { programOf, prescriptionOf } from "../../support/programs";

const { method } = CURRENT_EDITION;
const kg = (value: number): Load => ({ value, unit: "kg", meaning: "stack" });
const line = prescriptionOf(
  1,
  "cable-pushdown",
  {},
  { reps: { low: 8, high: 12 }, reserves: [2, 1, 1], load: kg(40), loadStep: kg(2.5) },
);
const setsOf = (structure: (typeof line)["structure"], load: Load | null = kg(40)) =>
  plannedSets({ ...line, structure }, load, line.reps, method);

test("each set has a load of its own, on the steps of the equipment", () => {
  expect(setsOf("straight").map((s) => s.load?.value)).toEqual([40, 40, 40]);
  expect(setsOf("first-heavier").map((s) => s.load?.value)).toEqual([40, 35, 35]);
  expect(setsOf("ramp").map((s) => s.load?.value)).toEqual([32.5, 35, 40]);
  expect(setsOf("descending").map((s) => s.load?.value)).toEqual([40, 37.5, 35]);
  expect(setsOf("ramp", null).map((s) => s.load)).toEqual([null, null, null]);
});

test("progress is read from the heaviest set", () => {
  expect(leadSet({ ...line, structure: "ramp" })).toBe(2);
  expect(leadSet({ ...line, structure: "first-heavier" })).toBe(0);
});

test("a build-up set ends well before failure, by the rule of reps and loads; a back-off does as it was asked", () => {
  // 10 reps with 2 left at the full load: (30 + 12) / 0.8 - 40 = 12.5, and nobody tells more than 10 apart
  expect(setsOf("ramp").map((s) => s.reserve)).toEqual([10, 6, 1]);
  expect(setsOf("first-heavier").map((s) => s.reserve)).toEqual([2, 1, 1]);
  // where the body is most of what is lifted, a lighter load is hardly lighter
  const pulled = plannedSets({ ...line, structure: "ramp", bodyLoad: 80 }, kg(10), line.reps, method);
  expect(pulled[0]!.reserve).toBeLessThanOrEqual(4);
});

test("what a build-up set does not earn is not counted", () => {
  const dose = (structure: (typeof line)["structure"]) =>
    weekDose(programOf([[{ ...line, structure }]])).groups.triceps!.direct;
  expect(dose("ramp")).toBeCloseTo(dose("straight") / 3, 5);
  expect(dose("first-heavier")).toBe(dose("straight"));
});

test("a share of a load is whole steps away from it, in pounds too", () => {
  expect(
    shareOfLoad({ value: 50, unit: "lb", meaning: "stack" }, { value: 5, unit: "lb", meaning: "stack" }, 0.8),
  ).toEqual({ value: 40, unit: "lb", meaning: "stack" });
  expect(shareOfLoad(kg(17.5), kg(2.5), 1)).toEqual(kg(17.5));
});
