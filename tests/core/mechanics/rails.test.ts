/** A bar that runs on upright rails, a pad whose axis is off its joint, and arms that run beside the body. */
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { addContacts } from "#core/mechanics/contacts";
import { applyLoads, makeForces, placeLoads, totalOf } from "#core/mechanics/loads";
import { samplePath } from "#core/mechanics/path";
import { applyPose } from "#core/mechanics/posture";
import { createState, readPoint } from "#core/mechanics/state";
import { setupOf } from "../../support/setups";

const model = compileModel();
const bodies = [model, compileModel({ stature: 1.55, mass: 52 }), compileModel({ stature: 1.95, mass: 100 })];

/** every sample of a squat on rails: where bar and feet are, and the forces with what carries the body */
const squat = (footAhead: number, m = model) => {
  const setup = setupOf("guided-bar-squat", { footAhead });
  return samplePath(m, setup, 7).map((pose) => {
    const state = createState(m);
    applyPose(m, state, setup, pose, "right");
    const at = (name: string) => {
      const p = m.points.get(name)!;
      return readPoint(state, p.segment, p.at);
    };
    const forces = makeForces();
    applyLoads(m, state, placeLoads(m, state, setup, "right"), 0, forces);
    const before = forces.count;
    addContacts(m, state, setup, "right", forces);
    return { bar: at("bar-back"), foot: at("midfoot.right"), forces, rails: before };
  });
};

describe("a squat on rails", () => {
  test.each([-0.05, 0.1, 0.3])("feet %d m ahead: the bar goes straight up and down that far behind them", (ahead) => {
    for (const m of bodies) for (const { bar, foot } of squat(ahead, m)) expect(foot[0] - bar[0]).toBeCloseTo(ahead, 3);
  });

  test("nothing is left over, the feet push through their middle, and no foot twists the ankle", () => {
    for (const ahead of [0, 0.25])
      for (const { forces, rails } of squat(ahead)) {
        for (const [force, couple] of [
          [forces.fixed, forces.fixedCouple],
          [forces.unit, forces.unitCouple],
        ] as const) {
          const total = new Float64Array(6);
          totalOf(forces, force, total);
          for (const t of total) expect(t).toBeCloseTo(0, 6);
          for (const n of [rails + 1, rails + 2]) expect(couple[3 * n + 2]).toBeCloseTo(0, 6);
          // the rails push along the floor and carry nothing
          expect(force[3 * rails + 1]).toBe(0);
        }
      }
  });

  test("what the rails give is the bar's moment about the feet over its height", () => {
    for (const { bar, foot, forces, rails } of squat(0.25))
      expect(forces.unit[3 * rails]!).toBeCloseTo((9.81 * (foot[0] - bar[0])) / (bar[1] - foot[1]), 6);
  });

  test("feet further ahead move work from the knee to the hip, and nobody can tip", () => {
    const asked = (footAhead: number) => {
      const a = analyse(model, setupOf("guided-bar-squat", { footAhead }), { frames: true });
      const share = (muscle: RegExp) =>
        a.heads.reduce((sum, h) => sum + (muscle.test(h.id) ? (h.metrics?.shareOfAll ?? 0) : 0), 0);
      return { knee: share(/^vastus/), hip: share(/^gluteus-maximus/), support: a.support };
    };
    const [under, ahead] = [asked(-0.05), asked(0.3)];
    expect(ahead.hip / ahead.knee).toBeGreaterThan(1.1 * (under.hip / under.knee));
    expect(under.support).toEqual([]);
  });
});

describe("a machine's axis off the joint", () => {
  const off = (pivotUp: number) =>
    analyse(model, resolveSetup(findExercise("leg-extension")!, { pivotUp }), { frames: true });

  test("is told by how far the pad runs along the limb; met, nothing runs", () => {
    expect(off(0).slide).toBeNull();
    for (const up of [-0.06, 0.04]) {
      expect(off(up).slide).toBeGreaterThan(0.02);
      expect(off(up).slide).toBeLessThan(0.1);
    }
    expect(off(0.06).slide!).toBeGreaterThan(off(0.02).slide!);
  });

  test("too low, a leg extension gets lighter towards its end; too high, heavier", () => {
    const [low, met, high] = [-0.06, 0, 0.06].map((up) => {
      const r = off(up).resistance;
      return r[40]! / r[0]!;
    });
    expect(low!).toBeLessThan(met!);
    expect(high!).toBeGreaterThan(met!);
  });

  test("a machine's arm runs beside the trunk, a bar on a floor pivot through it", () => {
    const thrust = findExercise("machine-hip-thrust")!;
    expect(analyse(model, resolveSetup(thrust)).warnings).toEqual([]);
    const [load] = thrust.loads;
    const floor = { ...load!, pivot: { frame: "floor" as const, at: [-0.6, 0.35, 0] as [number, number, number] } };
    const through = { ...thrust, loads: [floor] } as typeof thrust;
    expect(analyse(model, resolveSetup(through)).warnings.join()).toMatch(/through the trunk/);
  });
});
