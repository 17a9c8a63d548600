import { editions } from "#core/edition/edition";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { comparePublished } from "#core/validation/published";
import { compareTorques, curvePoints, torqueCurves, torqueOf } from "#core/validation/torque";
import { validate } from "#core/validation/validate";

const result = validate(0);

test("the model stands where docs say it stands: rows in band, torques, invariants, lifts, statements", () => {
  const { summary } = result;
  expect(summary.rows).toBeGreaterThanOrEqual(150);
  expect(summary.heldOut).toBeGreaterThanOrEqual(summary.rows / 3);
  expect(summary.inBand / summary.rows).toBeGreaterThanOrEqual(0.95);
  expect(summary.heldOutInBand / summary.heldOut).toBeGreaterThanOrEqual(0.9);
  expect(summary.torqueFit).toBeLessThan(0.13);
  expect(summary.torqueLeftOut).toBeLessThan(0.115);
  expect(summary.invariants).toEqual({ checked: 7, holding: 7 });
  expect(summary.lifts.near / summary.lifts.compared).toBeGreaterThanOrEqual(20 / 22);
  expect(summary.cases).toEqual({ agrees: 50, contradicts: 11, undecided: 5 });
  expect(summary.activity.met / summary.activity.of).toBeGreaterThanOrEqual(298 / 312);
});

test("two thirds of the sets and more end by a muscle that the exercise is for, in the table by one that may", () => {
  const { activity, summary } = result;
  expect(summary.targetFirst.met / summary.targetFirst.of).toBeGreaterThanOrEqual(280 / 412);
  // of the setups that were there when the aim was set
  const model = compileModel();
  const old = editions[0]!.yardstick.map(({ exercise, values }) => resolveSetup(findExercise(exercise)!, values));
  const ends = old.map((s) => ({ targets: s.exercise.targets, first: analyse(model, s).limiters[0]!.muscle }));
  // the fingers end three of them since they are a limit of their own, and are nobody's target
  const byMuscle = ends.filter((e) => e.first !== "grip");
  expect(byMuscle.length).toBeGreaterThanOrEqual(114);
  const met = byMuscle.filter((e) => e.targets.includes(e.first));
  expect(met.length / byMuscle.length).toBeGreaterThanOrEqual(90 / 117);
  expect(activity.met.limiter.met).toBeGreaterThanOrEqual(34);
});

test("never used is never used: rows and curves left out come with another use than the fitted", () => {
  const uses = new Set(result.published.map((r) => r.use));
  expect(uses.has("never used")).toBe(true);
  expect(uses.size).toBe(2);
  const left = result.torques.filter((t) => t.use === "left out").map((t) => t.id);
  const fitted = result.torques.filter((t) => t.use !== "left out").map((t) => t.id);
  expect(left.filter((id) => fitted.includes(id))).toEqual([]);
  expect(Math.min(left.length, fitted.length)).toBeGreaterThan(0);
});

test("a wrong lever is seen: a body with half the moment arms leaves the bands", () => {
  const heads = compileModel().heads.map((h) => h.id);
  const halved = compileModel({
    stature: 1.75,
    mass: 75,
    variation: {
      strength: {},
      referenceLength: {},
      fibreLength: {},
      limbs: {},
      momentArm: Object.fromEntries(heads.map((h) => [h, 0.5])),
    },
  });
  const inBand = comparePublished(halved).filter((r) => r.inBand).length;
  expect(inBand).toBeLessThan(0.5 * result.summary.inBand);
});

test("a torque is the sum of its levers, and twice the strength is twice the torque", () => {
  const model = compileModel();
  for (const curve of torqueCurves.slice(0, 8))
    for (const { levers, published } of curvePoints(model, curve)) {
      expect(published).toBeGreaterThan(0);
      expect(torqueOf(levers)).toBeGreaterThan(0);
      expect(torqueOf(levers, () => ({ strength: 2, referenceLength: 0 }))).toBeCloseTo(2 * torqueOf(levers), 9);
    }
});

test("a curve's error is the root mean square of its points", () => {
  for (const c of compareTorques(compileModel()))
    expect(c.error).toBeCloseTo(
      Math.sqrt(c.points.reduce((s, p) => s + (p.model / p.published - 1) ** 2, 0) / c.points.length),
      12,
    );
});
