import { findExercise } from "#core/exercises/library";
import { resolveSetup, type Values } from "#core/exercises/setup";
import type { Exercise } from "#core/exercises/format";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";

const model = compileModel();
const held = (id: string, values: Values = {}, change: Partial<Exercise> = {}) =>
  analyse(model, resolveSetup({ ...findExercise(id)!, ...change }, values), { samples: 21 });

test("what hangs from the fingers ends at what they hold: 0.95 body weights in each hand", () => {
  const carry = held("two-hand-carry");
  expect(carry.limiters).toEqual([{ muscle: "grip", elasticity: 1, prime: false }]);
  // the hand's own half kilogram hangs there too
  expect(carry.rawLoad).toBeGreaterThan(0.93 * model.body.mass);
  expect(carry.rawLoad).toBeLessThan(0.95 * model.body.mass);
});

test("a thick handle takes four tenths of it away, straps take the grip out and the next limit is named", () => {
  const [plain, thick, strapped] = [
    held("one-hand-dumbbell-carry"),
    held("one-hand-dumbbell-carry", { handle: 1 }),
    held("one-hand-dumbbell-carry", { straps: 1 }),
  ];
  expect(thick.rawLoad / plain.rawLoad).toBeCloseTo(0.6, 2);
  expect(strapped.rawLoad).toBeGreaterThan(plain.rawLoad);
  expect(strapped.limiters[0]!.muscle).toBe("obliques");
});

test("what presses into the palm, or hangs on a cuff, asks nothing of the fingers", () => {
  expect(held("barbell-bench-press").limiters.map((l) => l.muscle)).not.toContain("grip");
  const weak = { attachment: "plate" };
  expect(held("barbell-bench-press", {}, weak).rawLoad).toBe(held("barbell-bench-press").rawLoad);
  const [handle, cuff] = [held("cable-side-raise"), held("cable-side-raise", { handle: 1 })];
  expect(handle.demands.find((d) => d.what === "grip")!.ratio).toBeGreaterThan(0);
  expect(cuff.demands.find((d) => d.what === "grip")?.ratio ?? 0).toBe(0);
  // a shorter lever, more load, the same torque at the shoulder
  expect(cuff.rawLoad).toBeGreaterThan(1.15 * handle.rawLoad);
});
