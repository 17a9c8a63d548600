import fc from "fast-check";
import { curveIntegral, curveValue, makeCurve } from "#core/base/curve";
import { activeForceLength, fibreForce, passiveForceLength } from "#core/mechanics/muscle";

const rows = fc
  .uniqueArray(fc.integer({ min: -100, max: 100 }), { minLength: 2, maxLength: 9 })
  .chain((xs) =>
    fc.tuple(
      fc.constant([...xs].sort((a, b) => a - b)),
      fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: xs.length, maxLength: xs.length }),
    ),
  );

test("the integral is the integral of the value, beyond the ends too", () => {
  fc.assert(
    fc.property(rows, fc.double({ min: -130, max: 130, noNaN: true }), ([xs, ys], t) => {
      const c = makeCurve(xs.map((x, i) => [x, ys[i]!] as const));
      const d = 1e-4;
      expect((curveIntegral(c, t + d) - curveIntegral(c, t - d)) / (2 * d)).toBeCloseTo(curveValue(c, t), 3);
    }),
  );
});

test("it runs through its points and never overshoots between two of them", () => {
  fc.assert(
    fc.property(rows, fc.double({ min: 0, max: 1, noNaN: true }), ([xs, ys], u) => {
      const c = makeCurve(xs.map((x, i) => [x, ys[i]!] as const));
      xs.forEach((x, i) => expect(curveValue(c, x)).toBeCloseTo(ys[i]!, 9));
      for (let i = 0; i + 1 < xs.length; i++) {
        const v = curveValue(c, xs[i]! + u * (xs[i + 1]! - xs[i]!));
        expect(v).toBeGreaterThanOrEqual(Math.min(ys[i]!, ys[i + 1]!) - 1e-9);
        expect(v).toBeLessThanOrEqual(Math.max(ys[i]!, ys[i + 1]!) + 1e-9);
      }
    }),
  );
});

test("points must ascend", () => {
  expect(() =>
    makeCurve([
      [1, 0],
      [1, 1],
    ]),
  ).toThrow(RangeError);
  expect(() => makeCurve([[1, 0]])).toThrow(RangeError);
});

test("active force peaks at optimum and is gone at 0.45 and 1.6", () => {
  expect(activeForceLength(1)).toBe(1);
  expect(activeForceLength(0.45)).toBe(0);
  expect(activeForceLength(1.6)).toBe(0);
  for (let l = 0.46; l < 1; l += 0.01)
    expect(activeForceLength(l + 0.01)).toBeGreaterThan(activeForceLength(l) - 1e-12);
  for (let l = 1; l < 1.59; l += 0.01) expect(activeForceLength(l + 0.01)).toBeLessThan(activeForceLength(l));
});

test("passive force starts at optimum, grows and is capped", () => {
  expect(passiveForceLength(0.99)).toBe(0);
  expect(passiveForceLength(1.6)).toBeCloseTo(1, 2);
  expect(passiveForceLength(3)).toBe(1.2);
});

test("a longer tendon lets the fibre shorten, so a fibre past optimum gains and one below it loses", () => {
  const at = (l: number, slack: number) => {
    const out = { active: 0, passive: 0 };
    fibreForce(l, slack, 0, out);
    return out.active;
  };
  expect(at(1.3, 3)).toBeGreaterThan(at(1.3, 0.5));
  expect(at(0.7, 3)).toBeLessThan(at(0.7, 0.5));
});
