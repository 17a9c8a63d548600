import { calibration } from "#core/anatomy/anatomy";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { BOUNDS, calibrate } from "#core/validation/calibrate";
import { compareLifts } from "#core/validation/strength-ratios";
import { torqueCurves } from "#core/validation/torque";

test("the shipped calibration is what the program makes of the curves, the same bits each run, inside its bounds", () => {
  const shipped = JSON.parse(JSON.stringify(calibration.groups)) as typeof calibration.groups;
  for (const g of Object.values(calibration.groups)) Object.assign(g, { strength: 1, referenceLength: 0 });
  const bare = compileModel();
  const [first, second] = [calibrate(bare), calibrate(bare)];
  for (const [name, g] of Object.entries(calibration.groups)) Object.assign(g, shipped[name]!);
  expect(second).toEqual(first);
  for (const [name, g] of Object.entries(first.groups)) {
    expect(Number(g.strength.toFixed(3))).toBe(shipped[name]!.strength);
    expect(Number(g.referenceLength.toFixed(3))).toBe(shipped[name]!.referenceLength);
    expect(g.strength).toBeGreaterThanOrEqual(BOUNDS.strength[0]);
    expect(g.strength).toBeLessThanOrEqual(BOUNDS.strength[1]);
    expect(Math.abs(g.referenceLength)).toBeLessThanOrEqual(BOUNDS.referenceLength);
  }
});

test("about a third of the curves is left out, and no curve is in both", () => {
  const left = torqueCurves.filter((c) => c.use === "left out").length;
  expect(left / torqueCurves.length).toBeGreaterThan(0.25);
  expect(new Set(torqueCurves.map((c) => c.id)).size).toBe(torqueCurves.length);
});

test("after one logged lift nearly all others are within 35 % of ordinary ratios, most within 20 %", () => {
  const lifts = compareLifts(DEFAULT_BODY);
  expect(lifts.length).toBeGreaterThanOrEqual(20);
  expect(lifts.filter((l) => l.near).length).toBeGreaterThanOrEqual(20);
  expect(lifts.filter((l) => Math.abs(l.model! / l.ordinary - 1) <= 0.2).length).toBeGreaterThanOrEqual(16);
});
