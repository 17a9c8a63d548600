import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { makeForces } from "#core/mechanics/loads";
import { applyPose, stancePose } from "#core/mechanics/posture";
import { createState, updatePose, worldPoint } from "#core/mechanics/state";
import { supportWatch, type SupportKind } from "#core/mechanics/support";

const model = compileModel();
const G = 9.81;
const from = (a: Pick<Analysis, "support">, kind: SupportKind) =>
  a.support.find((s) => s.kind === kind)?.from ?? Infinity;
const setupOf = (id: string) => resolveSetup(findExercise(id)!, {});

/** a standing body of 75 kg whose weight acts at x, with one more force of so many newtons a kg at a point */
function standing(
  x: number,
  point: [number, number, number],
  pull: [number, number, number],
  holdOn?: "frame" | "own-hip",
) {
  const state = createState(model);
  updatePose(model, state);
  const forces = makeForces();
  forces.count = 2;
  forces.point.set([x, 1, 0, ...point]);
  forces.fixed.set([0, -75 * G, 0, 0, 0, 0]);
  forces.unit.set([0, 0, 0, ...pull]);
  const plain = setupOf("standing-dumbbell-curl");
  const setup = { ...plain, exercise: { ...plain.exercise, ...(holdOn && { holdOn }) } };
  const watch = supportWatch(model, setup, "right");
  watch.look(state, forces);
  const sole = (name: string) => {
    const p = model.points.get(`${name}.right`)!;
    return state.o[3 * p.segment]! + p.at[0];
  };
  const floor = state.o[3 * model.points.get("toe.right")!.segment + 1]! + model.points.get("toe.right")!.at[1];
  return { support: watch.told(), holding: watch.holding(), toe: sole("toe"), heel: sole("heel"), floor };
}

test("a weight held in front tips the body over its toes where the two moments about them are equal", () => {
  const held = standing(0.05, [0.5, 1, 0], [0, -G, 0]);
  // 75 kg behind the toes against w in front of them
  expect(from(held, "tips forwards")).toBeCloseTo((75 * (held.toe - 0.05)) / (0.5 - held.toe), 6);
  expect(from(held, "slides")).toBe(Infinity);
});

test("a level pull backwards at a height tips over the heels, and slides at the friction", () => {
  const pulled = standing(0.05, [0.3, 1.2, 0], [-G, 0, 0]);
  expect(from(pulled, "tips backwards")).toBeCloseTo((75 * (0.05 - pulled.heel)) / (1.2 - pulled.floor), 6);
  expect(from(pulled, "slides")).toBeCloseTo(0.6 * 75, 6);
});

test("a pulldown lifts the body off its seat at the body's own weight, a heavy arm nothing", () => {
  expect(from(analyse(model, setupOf("cable-pulldown"), { frames: true }), "lifts off")).toBeGreaterThan(60);
  expect(from(analyse(model, setupOf("cable-pulldown"), { frames: true }), "lifts off")).toBeLessThan(90);
  expect(analyse(model, setupOf("overhead-press"), { frames: true }).support).toEqual([]);
});

test("standing at a cable gives way under the feet before the muscles do; without a figure nothing is worked out", () => {
  const a = analyse(model, setupOf("straight-arm-pulldown"), { frames: true });
  expect(Math.min(from(a, "tips forwards"), from(a, "tips backwards"))).toBeLessThan(a.rawLoad);
  expect(analyse(model, setupOf("straight-arm-pulldown")).support).toEqual([]);
});

test("a split stance stands from the rear foot's ball to the front toes, and tips sideways over its outer edge", () => {
  const setup = setupOf("split-squat");
  const state = createState(model);
  applyPose(model, state, setup, stancePose(setup), "right");
  const soles = ["heel.right", "toe.right", "ball.left", "toe.left"].map((name) => {
    const p = model.points.get(name)!;
    const at = new Float64Array(3);
    worldPoint(state, p.segment, p.at, at);
    return at;
  });
  const [xs, zs] = [soles.map((p) => p[0]!), soles.map((p) => p[2]!)];
  const floor = soles.reduce((sum, p) => sum + p[1]!, 0) / soles.length;
  expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(0.6);
  const middle = [(Math.max(...xs) + Math.min(...xs)) / 2, (Math.max(...zs) + Math.min(...zs)) / 2] as const;
  const tipped = (point: [number, number, number], pull: [number, number, number]) => {
    const forces = makeForces();
    forces.count = 2;
    forces.point.set([middle[0], 1, middle[1], ...point]);
    forces.fixed.set([0, -75 * G, 0, 0, 0, 0]);
    forces.unit.set([0, 0, 0, ...pull]);
    const watch = supportWatch(model, setup, "right");
    watch.look(state, forces);
    return { support: watch.told() };
  };
  // a level pull backwards against 75 kg before the rear ball
  const back = tipped([middle[0], 1.2, middle[1]], [-G, 0, 0]);
  expect(from(back, "tips backwards")).toBeCloseTo((75 * (middle[0] - Math.min(...xs))) / (1.2 - floor), 6);
  // a weight 40 cm out to the right
  const side = tipped([middle[0], 1, middle[1] + 0.4], [0, -G, 0]);
  const half = Math.max(...zs) - middle[1];
  expect(from(side, "tips sideways")).toBeCloseTo((75 * half) / (0.4 - half), 6);
  // far narrower than long: a barbell across tips nobody
  expect(2 * half).toBeLessThan(Math.max(...xs) - Math.min(...xs));
  expect(from(analyse(model, setupOf("split-squat"), { frames: true }), "slides")).toBe(Infinity);
});

describe("a free hand that holds on to something", () => {
  test("takes the moment over the edge at its height, and nothing below the load that tips", () => {
    const held = standing(0.05, [0.5, 1, 0], [0, -G, 0], "frame");
    const tips = (75 * (held.toe - 0.05)) / (0.5 - held.toe);
    expect(held.support).toEqual([]);
    expect(held.holding!.on).toBe("frame");
    expect(held.holding!.at(0.9 * tips)).toBe(0);
    // 10 kg beyond it, at their lever over the toes, by 1.2 m
    expect(held.holding!.at(tips + 10)).toBeCloseTo((10 * (0.5 - held.toe)) / 1.2, 6);
  });

  test("takes what friction leaves of a level pull", () => {
    const held = standing(0.05, [0.3, 0, 0], [G, 0, 0], "frame");
    expect(held.holding!.at(60)).toBeGreaterThanOrEqual(60 - 0.6 * 75 - 1e-6);
    expect(held.holding!.at(0)).toBe(0);
  });

  test("on the own hip it carries nothing: the body tips as without it", () => {
    const own = standing(0.05, [0.5, 1, 0], [0, -G, 0], "own-hip");
    expect(own.holding).toBeNull();
    expect(own.support).toEqual(standing(0.05, [0.5, 1, 0], [0, -G, 0]).support);
  });

  test("a setting of the exercise says it: a frame stops the tipping and makes it steadier", () => {
    const exercise = findExercise("cable-kickback")!;
    const of = (holdOn: number) => resolveSetup(exercise, { holdOn });
    const [nothing, bench] = [of(0), of(1)];
    expect(nothing.exercise.holdOn).toBe("none");
    expect(bench.exercise.holdOn).toBe("bench");
    expect(bench.exercise.stated.steadiness).toBeCloseTo(nothing.exercise.stated.steadiness + 0.2, 6);
    expect(bench.exercise.equipment).toContain("bench");
    const [a, b] = [nothing, bench].map((s) => analyse(model, s, { frames: true, samples: 11 })) as [
      Analysis,
      Analysis,
    ];
    expect(from(a, "tips forwards")).toBeLessThan(exercise.stated.usualLoad);
    expect(b.support).toEqual([]);
    expect(b.holding!.kg).toBeGreaterThan(0);
  });
});
