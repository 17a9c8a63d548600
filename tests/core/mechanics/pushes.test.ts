import { blocksOf, heightOf, type Block } from "#core/mechanics/chains";
import { compileModel } from "#core/mechanics/compile";
import { GRAVITY, makeForces, torquesOf, type Forces } from "#core/mechanics/loads";
import { setCoordinate } from "#core/mechanics/model";
import { fillPushes } from "#core/mechanics/pushes";
import { createState, readPoint, updatePose, type State } from "#core/mechanics/state";
import type { Vec3 } from "#core/base/vector";
import { setupOf } from "../../support/setups";

const model = compileModel();
const LIMIT = 80;

function posed(angles: Record<string, number>): State {
  const state = createState(model);
  for (const [c, deg] of Object.entries(angles)) setCoordinate(model, state.q, c, deg);
  updatePose(model, state);
  return state;
}

/** one force at a point of the model: so many newtons always, and so many a kg */
function pull(state: State, point: string, fixed: Vec3, unit: Vec3): Forces {
  const { segment, at } = model.points.get(point)!;
  const forces = makeForces();
  forces.count = 1;
  forces.segment[0] = segment;
  forces.point.set(readPoint(state, segment, at));
  forces.fixed.set(fixed);
  forces.unit.set(unit);
  return forces;
}

function filled(block: Block, state: State, forces: Forces) {
  const m = heightOf(block);
  const problem = {
    block,
    A: new Float64Array(m * block.columns),
    fixed: new Float64Array(m),
    unit: new Float64Array(m),
  };
  fillPushes(model, state, problem, forces, 0, 0, LIMIT);
  return problem;
}
const blockOf = (id: string, chain: Block["chain"]) =>
  blocksOf(model, setupOf(id), "right").find((b) => b.chain === chain)!;

test("a foot pushes across by a quarter of what stands on it, with the lever that virtual work gives", () => {
  const block = blockOf("back-squat", "leg");
  const state = posed({ "hipFlexion.right": 60, "hipAbduction.right": 15, "knee.right": 80 });
  const { segment, at } = model.points.get("midfoot.right")!;
  const { A, fixed, unit } = filled(block, state, pull(state, "midfoot.right", [0, 400, 0], [0, GRAVITY / 2, 0]));
  const { column } = block.pushes[0]!;
  const most = 0.25 * (400 + (LIMIT * GRAVITY) / 2);
  let checked = 0;
  block.rows.forEach((f, r) => {
    const c = model.freedoms[f]!.coordinate;
    const z = [-1e-5, 1e-5].map((d) => {
      const moved = createState(model);
      moved.q.set(state.q);
      moved.q[c]! += d;
      updatePose(model, moved);
      return readPoint(moved, segment, at)[2];
    });
    const lever = (z[1]! - z[0]!) / 2e-5;
    expect(A[r * block.columns + column]).toBeCloseTo(most * lever, 2);
    expect(A[r * block.columns + column + 1]).toBeCloseTo(-most * lever, 2);
    if (Math.abs(lever) > 0.1) checked++;
  });
  expect(checked).toBeGreaterThan(1);
  // with the load at its largest the whole of it may be used; with none, the part the fixed force bears
  const row = block.rows.length;
  expect(-fixed[row]! - LIMIT * unit[row]!).toBeCloseTo(1, 9);
  expect(-fixed[row]!).toBeCloseTo(400 / (400 + (LIMIT * GRAVITY) / 2), 9);
});

test("a foot on which nothing stands pushes nothing", () => {
  const block = blockOf("back-squat", "leg");
  const state = posed({ "hipFlexion.right": 60, "knee.right": 80 });
  const { A } = filled(block, state, pull(state, "midfoot.right", [0, 0, 0], [0, 0, 0]));
  const { column } = block.pushes[0]!;
  block.rows.forEach((_, r) => expect(Math.abs(A[r * block.columns + column]!)).toBeLessThan(1e-5));
});

/** p turned by an angle about a unit axis through c (Rodrigues) */
function turned(p: Vec3, axis: Vec3, c: Vec3, angle: number): Vec3 {
  const r: Vec3 = [p[0] - c[0], p[1] - c[1], p[2] - c[2]];
  const dot = axis[0] * r[0] + axis[1] * r[1] + axis[2] * r[2];
  const cross: Vec3 = [
    axis[1] * r[2] - axis[2] * r[1],
    axis[2] * r[0] - axis[0] * r[2],
    axis[0] * r[1] - axis[1] * r[0],
  ];
  const at = (k: 0 | 1 | 2) =>
    c[k] + r[k] * Math.cos(angle) + cross[k] * Math.sin(angle) + axis[k] * dot * (1 - Math.cos(angle));
  return [at(0), at(1), at(2)];
}

test("an arm that settles changes the load's torques as an arm does that is turned by hand, joint by joint", () => {
  const block = blockOf("standing-dumbbell-curl", "arm");
  const state = posed({ "plane.right": 60, "elevation.right": 50, "elbow.right": 70 });
  const forces = pull(state, "grip.right", [0, 0, 0], [0, -GRAVITY, 0]);
  const { A } = filled(block, state, forces);
  const shoulder = model.segmentIndex.get("humerus.right")!;
  const beyond = model.freedoms.find((f) => f.segment === shoulder)!.moved;
  const settling = block.pushes.filter((p) => "axis" in p);
  expect(settling.length).toBeGreaterThan(0);
  for (const push of settling) {
    if (!("axis" in push)) continue;
    const vec = (a: Float64Array, i: number): Vec3 => [a[i]!, a[i + 1]!, a[i + 2]!];
    const axis: Vec3 = [state.R[9 * push.axis + 1]!, state.R[9 * push.axis + 4]!, state.R[9 * push.axis + 7]!];
    const centre = vec(state.o, 3 * shoulder);
    const torqueAt = (angle: number, f: number) => {
      const o = Float64Array.from(state.o);
      const axes = Float64Array.from(state.axes);
      model.segments.forEach((_, s) => {
        if (beyond[s]) o.set(turned(vec(state.o, 3 * s), axis, centre, angle), 3 * s);
      });
      // the joints beyond the shoulder go along with the arm
      model.freedoms.forEach(({ segment }, g) => {
        if (segment !== shoulder && beyond[segment])
          axes.set(turned(vec(state.axes, 3 * g), axis, [0, 0, 0], angle), 3 * g);
      });
      const there = { ...forces, point: Float64Array.from(forces.point) };
      there.point.set(turned(vec(forces.point, 0), axis, centre, angle));
      const out = new Float64Array(2);
      torquesOf(model, { ...state, o, axes }, there, f, out);
      return out[1]!;
    };
    let most = 0;
    block.rows.forEach((f, r) => {
      const slope = (torqueAt(1e-5, f) - torqueAt(-1e-5, f)) / 2e-5;
      most = Math.max(most, Math.abs(slope));
      // a column at 1 is five degrees at the largest load
      expect(A[r * block.columns + push.column]).toBeCloseTo(((5 * Math.PI) / 180) * LIMIT * slope, 2);
    });
    expect(most).toBeGreaterThan(0.1);
  }
});
