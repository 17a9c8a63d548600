import { heads } from "#core/anatomy/anatomy";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { variedBodies } from "#core/mechanics/variation";

const bodies = variedBodies(DEFAULT_BODY, 24, 3);

test("the same seed gives the same bodies, another one others", () => {
  expect(variedBodies(DEFAULT_BODY, 24, 3)).toEqual(bodies);
  expect(variedBodies(DEFAULT_BODY, 24, 4)).not.toEqual(bodies);
  expect(variedBodies(DEFAULT_BODY, 5, 3)).toEqual(bodies.slice(0, 5));
});

test("everything varies inside what is stated, to both sides", () => {
  const spans = {
    strength: [1, 0.2],
    referenceLength: [0, 0.08],
    fibreLength: [1, 0.1],
    momentArm: [1, 0.12],
    limbs: [1, 0.04],
  } as const;
  for (const [part, [middle, span]] of Object.entries(spans)) {
    const values = bodies.flatMap((b) => Object.values(b.variation![part as keyof typeof spans]));
    expect(Math.max(...values.map((v) => Math.abs(v - middle)))).toBeLessThanOrEqual(span);
    expect(Math.max(...values)).toBeGreaterThan(middle + 0.8 * span);
    expect(Math.min(...values)).toBeLessThan(middle - 0.8 * span);
    expect(Math.abs(values.reduce((s, v) => s + v, 0) / values.length - middle)).toBeLessThan(0.2 * span);
  }
});

test("heads that carry the same data stay alike in every body", () => {
  const alike = heads.filter((h) => h.sameAs);
  expect(alike.length).toBeGreaterThan(0);
  for (const b of bodies)
    for (const h of alike) expect(b.variation!.strength[h.id]).toBe(b.variation!.strength[h.sameAs!]);
});

test("a varied body has other levers and strengths, and usable ranges that are still ranges", () => {
  const plain = compileModel();
  for (const body of bodies.slice(0, 4)) {
    const model = compileModel(body);
    const ratio = model.heads.map((h, i) => h.maxForce / plain.heads[i]!.maxForce);
    expect(Math.max(...ratio)).toBeGreaterThan(1.05);
    expect(Math.min(...ratio)).toBeLessThan(0.95);
    for (const h of model.heads) expect([h.id, h.longest - h.shortest > 0.03]).toEqual([h.id, true]);
  }
});
