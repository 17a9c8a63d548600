/** What a swing adds and costs: against cases that can be worked out by hand, and against what has to hold anywhere. */
import { findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { canSwing } from "#core/exercises/swing";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { GRAVITY } from "#core/mechanics/loads";
import { gainOf, missingLift } from "#core/mechanics/swing";

const model = compileModel();
const swingOf = (id: string, body = model) =>
  analyse(body, resolveSetup(findExercise(id)!), { frames: true, samples: 41 }).swing;

describe("energy over a way of one metre", () => {
  const samples = 101;
  const even = Array<number>(samples).fill(1);
  const lift = Array.from({ length: samples }, (_, i) => (i === 0 ? 0 : 0.01));

  test("as strong everywhere: what is over lacks over all of the way", () => {
    expect(missingLift(1.1, even, lift)).toBeCloseTo(0.1, 9);
    expect(missingLift(1, even, lift)).toBe(0);
    // (r - 1) x 1 m = r v2 / 2g, solved for r
    for (const v of [0.2, 0.5, 1]) {
      const given = (v * v) / (2 * GRAVITY);
      expect(gainOf(v, even, lift)).toBeCloseTo(1 / (1 - given), 6);
    }
  });

  test("a short hard part lacks over that part only, and strength before and after lends nothing to it", () => {
    const hard = even.map((_, i) => (i >= 40 && i <= 60 ? 1 : 5));
    expect(missingLift(1.5, hard, lift)).toBeCloseTo(0.5 * 0.2, 9);
    // two hard parts far apart: the worse one counts, not both
    const twice = even.map((_, i) => ((i >= 10 && i <= 30) || (i >= 60 && i <= 90) ? 1 : 5));
    expect(missingLift(1.5, twice, lift)).toBeCloseTo(0.5 * 0.3, 9);
    // a short hard part is thrown over more easily than a long one
    expect(gainOf(0.4, hard, lift)).toBeGreaterThan(gainOf(0.4, even, lift));
  });

  test("no speed, no gain; more speed, no less; and never more than twice", () => {
    expect(gainOf(0, even, lift)).toBeCloseTo(1, 6);
    const gains = [0.1, 0.3, 0.6, 1, 2, 5].map((v) => gainOf(v, even, lift));
    gains.forEach((g, i) => i > 0 && expect(g).toBeGreaterThanOrEqual(gains[i - 1]!));
    expect(gains.at(-1)).toBeCloseTo(2, 6);
  });
});

test("only who stands and lifts with the arms what leads nowhere has a swing to tell of", () => {
  for (const id of [
    "preacher-curl",
    "chest-supported-row",
    "leg-press",
    "machine-curl",
    "back-squat",
    "two-hand-carry",
  ])
    expect([id, swingOf(id)]).toEqual([id, null]);
  for (const id of ["standing-barbell-curl", "dumbbell-side-raise", "cable-pushdown", "bent-over-barbell-row"])
    expect([id, swingOf(id) !== null]).toEqual([id, true]);
  // the library's own answer is the rule's
  expect(library.filter(canSwing).every((e) => e.stance.on === "feet" && e.chains.includes("arm"))).toBe(true);
});

test("loose brings and costs more than small, in every exercise that can swing", () => {
  for (const e of library.filter(canSwing)) {
    const { small, loose } = swingOf(e.id)!;
    expect([e.id, small.gain >= 1, loose.gain >= small.gain, loose.gain <= 2]).toEqual([e.id, true, true, true]);
    // 25 degrees against 10 in the same time
    expect(loose.body / small.body).toBeCloseTo(2.5, 9);
    expect(loose.perKg / small.perKg).toBeCloseTo(2.5, 9);
  }
});

test("the upper body is as heavy to throw as published segments say", () => {
  // pi2 x 10 deg / (2 x (1/3 s)2)
  const acceleration = (Math.PI ** 2 * ((10 * Math.PI) / 180)) / (2 / 9);
  const inertia = swingOf("standing-barbell-curl")!.small.body / acceleration;
  // head, arms and trunk over the hips, about them: two thirds of 75 kg at a radius of gyration of 0.3 to 0.45 m
  expect(inertia).toBeGreaterThan(50 * 0.3 ** 2);
  expect(inertia).toBeLessThan(50 * 0.45 ** 2);
  // it grows faster than mass in a larger body
  const large = swingOf("standing-barbell-curl", compileModel({ stature: 1.95, mass: 98 }))!.small.body;
  expect(large / swingOf("standing-barbell-curl")!.small.body).toBeGreaterThan(98 / 75);
});
