import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { makeForces } from "#core/mechanics/loads";
import { createState, updatePose } from "#core/mechanics/state";
import { supportWatch, type SupportKind } from "#core/mechanics/support";

const model = compileModel();
const G = 9.81;
const from = (a: Pick<Analysis, "support">, kind: SupportKind) =>
  a.support.find((s) => s.kind === kind)?.from ?? Infinity;
const setupOf = (id: string) => resolveSetup(findExercise(id)!, {});

/** a standing body of 75 kg whose weight acts at x, with one more force of so many newtons a kg at a point */
function standing(x: number, point: [number, number, number], pull: [number, number, number]) {
  const state = createState(model);
  updatePose(model, state);
  const forces = makeForces();
  forces.count = 2;
  forces.point.set([x, 1, 0, ...point]);
  forces.fixed.set([0, -75 * G, 0, 0, 0, 0]);
  forces.unit.set([0, 0, 0, ...pull]);
  const watch = supportWatch(model, setupOf("standing-dumbbell-curl"), "right");
  watch.look(state, forces);
  const sole = (name: string) => {
    const p = model.points.get(`${name}.right`)!;
    return state.o[3 * p.segment]! + p.at[0];
  };
  const floor = state.o[3 * model.points.get("toe.right")!.segment + 1]! + model.points.get("toe.right")!.at[1];
  return { support: watch.told(), toe: sole("toe"), heel: sole("heel"), floor };
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
