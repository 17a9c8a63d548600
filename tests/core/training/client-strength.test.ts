import { calibration, heads } from "#core/anatomy/anatomy";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { seededRandom } from "#core/base/random";
import { clientStrength } from "#core/training/client-strength";
import { expectedOf, expectedLoad, isUnlikely, type LiftedSet } from "#core/training/belief";
import { bodyLoadOf } from "#core/planning/loading";
import { loadFor } from "#core/training/strength";
import { setupOf } from "../../support/setups";

/** a made-up client: this strong by group, and what she can lift once */
function madeUp(factors: Record<string, number>) {
  const groupOf = new Map(
    Object.entries(calibration.groups).flatMap(([g, { muscles }]) => muscles.map((m) => [m, g] as const)),
  );
  const strength = Object.fromEntries(
    heads.map((h) => [h.id, (factors.all ?? 1) * (factors[groupOf.get(h.muscle) ?? ""] ?? 1)]),
  );
  const model = compileModel({
    ...DEFAULT_BODY,
    variation: { strength, referenceLength: {}, fibreLength: {}, momentArm: {}, limbs: {} },
  });
  return (id: string) => analyse(model, setupOf(id)).rawLoad;
}
/** what ten reps with two in reserve tire is all that is lifted: where trunk or body go along, so does their weight */
const ofBody = compileModel(DEFAULT_BODY);
const bodyOf = (id: string) => bodyLoadOf(analyse(ofBody, setupOf(id)), DEFAULT_BODY.mass);
const logged = (ids: string[], lifts: (id: string) => number, noise = () => 1): LiftedSet[] =>
  ids.map((id) => {
    const kg = loadFor((lifts(id) + bodyOf(id)) * noise(), 10, 2) - bodyOf(id);
    return { exerciseId: id, values: {}, kg, reps: 10, reserve: 2 };
  });

const LIFTS = [
  "barbell-bench-press",
  "standing-dumbbell-curl",
  "cable-pushdown",
  "leg-extension",
  "seated-leg-curl",
  "dumbbell-side-raise",
  "standing-calf-raise",
  "cable-pulldown",
  "romanian-deadlift",
];

test("without a set nothing is said in kilograms", () => {
  expect(clientStrength(DEFAULT_BODY, [], [{ exerciseId: "leg-extension", values: {} }])).toEqual({
    lifts: 0,
    groups: [],
    loads: [],
  });
  expect(
    clientStrength(DEFAULT_BODY, [{ exerciseId: "not-here", values: {}, kg: 20, reps: 8, reserve: 1 }], []).lifts,
  ).toBe(0);
});

describe("made-up clients with known strengths", () => {
  test.each([
    ["weak all over", { all: 0.5 }],
    ["strong all over", { all: 1.6 }],
    ["strong thighs", { all: 0.8, quadriceps: 1.4 }],
    ["weak elbow flexors", { all: 1, "elbow-flexors": 0.7 }],
    ["strong triceps", { all: 0.7, triceps: 1.3 }],
  ] as [string, Record<string, number>][])("%s: recovered within the stated spread", (_name, factors) => {
    const random = seededRandom(11);
    // the day is worth a tenth either way
    const s = clientStrength(
      DEFAULT_BODY,
      logged(LIFTS, madeUp(factors), () => 1 + 0.1 * (2 * random() - 1)),
      [],
    );
    expect(s.lifts).toBeGreaterThanOrEqual(LIFTS.length - 2);
    const told = s.groups.filter((g) => g.told);
    expect(told.length).toBeGreaterThan(3);
    const misses = told.map(
      (g) => Math.abs(Math.log(g.factor / ((factors.all ?? 1) * (factors[g.group] ?? 1)))) / g.spread,
    );
    expect(Math.max(...misses)).toBeLessThan(2.5);
    expect(misses.filter((m) => m < 1).length / misses.length).toBeGreaterThan(0.6);
  });
});

test("one lift tells a spread, more lifts a narrower one", () => {
  const lifts = madeUp({ all: 0.9 });
  const spread = (ids: string[]) =>
    clientStrength(DEFAULT_BODY, logged(ids, lifts), [{ exerciseId: "dumbbell-bench-press", values: {} }]).loads[0]!
      .spread;
  const list = [
    ["leg-extension"],
    ["leg-extension", "barbell-bench-press"],
    ["leg-extension", "barbell-bench-press", "cable-pushdown", "dumbbell-side-raise"],
  ].map(spread);
  expect(list[0]!).toBeGreaterThan(list[1]!);
  expect(list[1]!).toBeGreaterThan(list[2]!);
});

test("kilograms for reps and reserve, and a load that cannot be", () => {
  const lifts = madeUp({ all: 1.1 });
  const belief = clientStrength(DEFAULT_BODY, logged(["barbell-bench-press", "leg-extension"], lifts), [
    { exerciseId: "barbell-bench-press", values: {} },
  ]).loads[0]!;
  const expected = expectedLoad(belief, { low: 8, high: 12 }, 2)!;
  expect(expected.low).toBeLessThan(expected.likely);
  expect(expected.likely).toBeLessThan(expected.high);
  expect(Math.abs(Math.log(expected.likely / loadFor(lifts("barbell-bench-press"), 10, 2)))).toBeLessThan(
    belief.spread,
  );
  expect(isUnlikely(belief, expected.likely, 10, 2)).toBe(false);
  expect(isUnlikely(belief, 6 * expected.likely, 10, 2)).toBe(true);
  expect(isUnlikely(belief, expected.likely / 6, 10, 2)).toBe(true);
});

test("a weak link is a muscle that ends the set and that it is not for", () => {
  const weak = clientStrength(DEFAULT_BODY, logged(LIFTS, madeUp({ triceps: 0.4 })), [
    { exerciseId: "barbell-bench-press", values: { grip: 0.24 } },
  ]).loads[0]!;
  expect(weak.others.find((m) => m.muscle === "triceps")!.part).toBeGreaterThanOrEqual(0.25);
  expect(weak.others.map((m) => m.muscle)).not.toContain("pectoralis");
});

test("who presses more is expected to hold more with the shoulder girdle too", () => {
  const expected = (kg: number) =>
    clientStrength(
      DEFAULT_BODY,
      [{ exerciseId: "barbell-bench-press", values: {}, kg, reps: 1, reserve: 0 }],
      ["overhead-press", "dumbbell-shrug"].map((exerciseId) => ({ exerciseId, values: {} })),
    ).loads.map((l) => l.maximum!);
  const [weak, strong] = [expected(60), expected(100)];
  weak.forEach((kg, i) => expect(strong[i]! / kg).toBeGreaterThan(1.3));
});

test("the load to expect stands in the unit that the line's loads are typed in, of its heaviest set", () => {
  const belief = { key: "k", maximum: 50, body: 0, spread: 0.1, others: [] };
  const line = { reps: { low: 8, high: 12 }, reserves: [2, 2], structure: "straight" as const };
  const step = (unit: "kg" | "lb") => ({ value: 2, unit, meaning: "per hand" as const });
  const kg = expectedOf(belief, { ...line, loadStep: step("kg") })!;
  const lb = expectedOf(belief, { ...line, loadStep: step("lb") })!;
  expect(kg.likely).toBeCloseTo(expectedLoad(belief, line.reps, 2)!.likely, 9);
  expect(lb.likely).toBeCloseTo(kg.likely / 0.45359237, 9);
  expect([kg.unit, lb.unit, lb.meaning]).toEqual(["kg", "lb", "per hand"]);
  expect(kg.low).toBeLessThan(kg.likely);
  expect(expectedOf({ ...belief, maximum: null }, { ...line, loadStep: step("kg") })).toBeNull();
});
