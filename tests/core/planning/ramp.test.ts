/** Lighter sets as a field of a line: what a typed number may be, what a swap keeps, what an upgrade says of before. */
import { upgrade } from "#core/exchange/upgrade";
import { changeSchema, prescriptionSchema } from "#core/program/document";
import { RAMP_MOST } from "#core/program/limits";
import { firstRamp, rampOf, rampSeconds } from "#core/program/ramp";
import { blockMinutes } from "#core/planning/minutes";
import { FIELDS } from "#core/planning/lines";
import { prescriptionOf } from "../../support/programs";

test("a number ten times too large, half of one or one below nothing is refused with what may be typed", () => {
  for (const rampSets of [20, RAMP_MOST + 1, 1.5, -1]) {
    const said = changeSchema.safeParse({ rampSets });
    expect([rampSets, said.success]).toEqual([rampSets, false]);
    expect(said.error!.issues[0]!.message).toMatch(/^(0 to 3|whole sets)$/);
  }
  for (let n = 0; n <= RAMP_MOST; n++) expect(changeSchema.parse({ rampSets: n })).toEqual({ rampSets: n });
  expect(prescriptionSchema.safeParse({ ...prescriptionOf(1), rampSets: undefined }).success).toBe(false);
});

test("they take their minutes once, whatever the pair, and belong to the place and not to the exercise", () => {
  const line = prescriptionOf(1);
  const ramped = { ...line, rampSets: 2 };
  const of = (...prescriptions: (typeof line)[]) => {
    const m = blockMinutes({ id: "", prescriptions });
    return m.setup + m.work + m.rest;
  };
  expect(of(ramped) - of(line)).toBeCloseTo(rampSeconds(ramped) / 60, 9);
  const other = prescriptionOf(2);
  expect(of(ramped, other) - of(line, other)).toBeCloseTo(rampSeconds(ramped) / 60, 9);
  expect(FIELDS.rampSets).toBe("place");
});

test("each is heavier and shorter than the one before, and none is heavier than the work", () => {
  const step = { value: 2.5, unit: "kg", meaning: "total" } as const;
  for (const kg of [5, 22.5, 60, 140])
    for (let n = 1; n <= RAMP_MOST; n++) {
      const sets = rampOf({ rampSets: n, loadStep: step, bodyLoad: 0 }, { ...step, value: kg });
      expect(sets).toHaveLength(n);
      sets.forEach((s, i) => {
        expect(s.load!.value).toBeLessThanOrEqual(kg);
        if (i === 0) return;
        expect(s.load!.value).toBeGreaterThanOrEqual(sets[i - 1]!.load!.value);
        expect(s.reps).toBeLessThan(sets[i - 1]!.reps);
      });
    }
});

test("a week and a hand-over of before have none", () => {
  const days = [{ blocks: [{ prescriptions: [{ id: "a" }] }] }];
  type Ramped = { days: { blocks: { prescriptions: { rampSets: number }[] }[] }[] };
  const now = upgrade<Ramped>("program", { version: 8, days });
  expect(now.days[0]!.blocks[0]!.prescriptions[0]!.rampSets).toBe(0);
  const handed = upgrade<Ramped>("handOver", { version: 6, days });
  expect(handed.days[0]!.blocks[0]!.prescriptions[0]!.rampSets).toBe(0);
});

test("the way to a first load rises, stays under it, and has no step twice; without a load there is none", () => {
  const step = { value: 2.5, unit: "kg", meaning: "total" } as const;
  for (const [kg, body] of [
    [5, 0],
    [7.5, 0],
    [60, 0],
    [140, 0],
    [10, 60],
  ] as const) {
    const loads = firstRamp({ loadStep: step, bodyLoad: body }, { ...step, value: kg }).map((s) => s.load.value);
    expect(loads).toEqual([...new Set(loads)].sort((a, b) => a - b));
    for (const l of loads) expect([l > 0, l < kg]).toEqual([true, true]);
  }
  expect(firstRamp({ loadStep: step, bodyLoad: 0 }, { ...step, value: 60 }).map((s) => s.reps)).toEqual([8, 4, 2]);
  expect(firstRamp({ loadStep: step, bodyLoad: 0 }, null)).toEqual([]);
  expect(firstRamp({ loadStep: step, bodyLoad: 70 }, { ...step, value: 0 })).toEqual([]);
});
