import { compileModel } from "#core/mechanics/compile";
import { comparePublished } from "#core/validation/published";
import { compareTorques, curvePoints, torqueCurves, torqueOf } from "#core/validation/torque";
import { validate } from "#core/validation/validate";

const result = validate(0);

test("the summary counts what the lists hold", () => {
  const { summary, published, torques, invariants, lifts, cases } = result;
  expect(summary.rows).toBe(published.length);
  expect(summary.inBand).toBe(published.filter((r) => r.inBand).length);
  expect(summary.heldOut).toBe(published.filter((r) => r.use === "never used").length);
  expect(summary.heldOutInBand).toBeLessThanOrEqual(summary.heldOut);
  expect(summary.cases.agrees + summary.cases.contradicts + summary.cases.undecided).toBe(cases.length);
  expect(summary.lifts).toEqual({ near: lifts.filter((l) => l.near).length, compared: lifts.length });
  const left = torques.filter((t) => t.use === "left out");
  expect(summary.torqueLeftOut).toBeCloseTo(left.reduce((s, t) => s + t.error, 0) / left.length, 12);
  expect(summary.invariants).toEqual({ checked: invariants.length, holding: invariants.length });
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
