import { calibration } from "#core/anatomy/anatomy";
import { compileModel } from "#core/mechanics/compile";
import { balancedPoints, balancedTorque, girdleForces, isBalanced } from "#core/validation/dynamometer";
import { curvePoints, torqueCurves, torqueOf } from "#core/validation/torque";

const model = compileModel();
const shoulder = torqueCurves.filter(isBalanced);

test("every curve of the shoulder is read with the rest of it balanced, no other", () => {
  expect(shoulder.length).toBe(8);
  expect(shoulder.every((c) => c.freedom.startsWith("shoulder"))).toBe(true);
});

test.each(shoulder.map((c) => [c.id, c] as const))("%s: no more than all that pull, most of it", (_id, curve) => {
  const sums = curvePoints(model, curve).map((p) => torqueOf(p.levers));
  balancedPoints(model, curve).forEach((p, i) => {
    const read = balancedTorque(p);
    // soft tissue may add a little about the shaft
    expect(read).toBeLessThanOrEqual(sums[i]! + 6);
    expect(read).toBeGreaterThan(0.5 * sums[i]!);
  });
});

test("a stronger girdle raises what is read, never lowers it: the arm's muscles are not all that counts", () => {
  const girdle = new Set(calibration.groups.girdle!.muscles);
  const stronger = (muscle: string) => ({ strength: girdle.has(muscle) ? 1.3 : 1, referenceLength: 0 });
  let gained = 0;
  for (const curve of shoulder)
    for (const p of balancedPoints(model, curve)) {
      const [now, then] = [balancedTorque(p), balancedTorque(p, stronger)];
      expect(then).toBeGreaterThanOrEqual(now - 1e-6);
      if (then > 1.01 * now) gained++;
    }
  expect(gained).toBeGreaterThan(5);
});

test("the curves are of people who do not train: a trained leg is stronger than they say by the stated factor", () => {
  const knee = torqueCurves.find((c) => c.id === "knee extension, seated")!;
  const [point] = curvePoints(model, knee);
  const vastus = point!.levers.find((l) => l.muscle === "quadriceps")!;
  const heads = model.heads.filter((h) => h.muscle === "quadriceps" && h.side === "right");
  expect(heads.map((h) => h.maxForce / calibration.trained.leg)).toContain(vastus.maxForce);
  expect(calibration.trained.arm).toBe(1);
});

test("a blade presses and draws with more than is measured at speed, and with no more than its muscles have", () => {
  const { forwards, back } = girdleForces(model);
  const girdle = model.heads.filter((h) => h.side === "right" && calibration.groups.girdle!.muscles.includes(h.muscle));
  const all = girdle.reduce((sum, h) => sum + h.maxForce, 0);
  for (const force of [forwards, back]) {
    expect(force).toBeGreaterThan(350);
    expect(force).toBeLessThan(all);
  }
});
