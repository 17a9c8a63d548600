/**
 * What hands and feet do beside carrying the load, as columns of the load problem with an inequality each: pushing
 * sideways within a share of their own force, and an arm that settles by a few degrees to where it is least work.
 */
import { heightOf, type Block } from "#core/mechanics/chains";
import type { Forces } from "#core/mechanics/loads";
import type { Model } from "#core/mechanics/model";
import { worldPoint, type State } from "#core/mechanics/state";
import { RAD } from "#core/base/vector";

/**
 * share of its own force that a hand on a bar or a foot on the floor pushes sideways with (bench presses: about a
 * quarter; Duffey and Challis 2011, recalled)
 */
const SIDEWAYS = 0.25;
/** N under which nothing stands on it */
const LEAST = 1e-6;

/**
 * The columns of what hands and feet push sideways with, and their inequalities: a column at 1 is the force at the
 * largest load, and the row says what of it is there at w: v+ + v- <= share (N0 + N1 w) / S.
 * @param least kg that the load may be below nothing, as a negative number
 */
export function fillPushes(
  model: Model,
  state: State,
  { block, A, fixed, unit }: { block: Block; A: Float64Array; fixed: Float64Array; unit: Float64Array },
  forces: Forces,
  n: number,
  least: number,
  limit: number,
): void {
  const { rows, columns, pushes } = block;
  const m = heightOf(block);
  for (let k = 0; k < pushes.length; k++) {
    const push = pushes[k]!;
    if ("point" in push) across(model, state, forces, push.point, rows);
    else settled(model, state, forces, push, rows);
    const share = bound[0]!;
    const own = bound[1]!;
    const more = bound[2]!;
    const base = Math.max(0, own + least * more);
    const most = Math.max(LEAST, share * (base + limit * more));
    const from = n * m * columns + push.column;
    for (let r = 0; r < rows.length; r++) {
      A[from + r * columns] = most * lever[r]!;
      A[from + r * columns + 1] = -most * lever[r]!;
    }
    const row = from + (rows.length + k) * columns;
    A[row] = A[row + 1] = 1;
    unit[n * m + rows.length + k] = (-share * more) / most;
    fixed[n * m + rows.length + k] = (-share * base) / most;
  }
}

/** torque about each row of what is being looked at, for each unit of it */
const lever = new Float64Array(32);
const ofFixed = new Float64Array(32);
/** the share of what bounds it, and that: its part that is always there, and for each kg */
const bound = new Float64Array(3);
const G = new Float64Array(3);

/** a force of 1 N across the body at a point: into `lever`, and into `bound` its share and the force there */
function across(model: Model, state: State, forces: Forces, point: string, rows: readonly number[]): void {
  const { segment, at } = model.points.get(point)!;
  worldPoint(state, segment, at, G);
  for (let r = 0; r < rows.length; r++) lever[r] = acrossLever(model, state, rows[r]!, G);
  const [own, more] = forceAt(forces, segment, G);
  bound[0] = SIDEWAYS;
  bound[1] = own;
  bound[2] = more;
}

/** rad by which an arm settles */
const SETTLES = 5 * RAD;
/** Nm for each kg and rad that are no torque */
const NOTHING = 1e-6;

/**
 * An arm turned by 1 rad about the y of a segment, through the shoulder: what that changes in the torques of 1 kg, into
 * `lever`. What the limbs' own weight changes goes along as so many kg of load (the nearest in the sense of least
 * squares). Points beyond the shoulder move; a joint beyond it moves with them, so that to it the force turns back.
 */
function settled(
  model: Model,
  state: State,
  forces: Forces,
  { axis, joint, turns }: { axis: number; joint: number; turns: Uint8Array },
  rows: readonly number[],
): void {
  const { R, o, axes } = state;
  const jx = R[9 * axis + 1]!;
  const jy = R[9 * axis + 4]!;
  const jz = R[9 * axis + 7]!;
  const j = 3 * joint;
  lever.fill(0, 0, rows.length);
  ofFixed.fill(0, 0, rows.length);
  for (let n = 0; n < forces.count; n++) {
    const segment = forces.segment[n]!;
    if (turns[segment] === 0) continue;
    const k = 3 * n;
    const px = forces.point[k]! - o[j]!;
    const py = forces.point[k + 1]! - o[j + 1]!;
    const pz = forces.point[k + 2]! - o[j + 2]!;
    // how the point moves
    const mx = jy * pz - jz * py;
    const my = jz * px - jx * pz;
    const mz = jx * py - jy * px;
    for (let of = 0; of < 2; of++) {
      const force = of === 0 ? forces.unit : forces.fixed;
      const out = of === 0 ? lever : ofFixed;
      const fx = force[k]!;
      const fy = force[k + 1]!;
      const fz = force[k + 2]!;
      if (fx === 0 && fy === 0 && fz === 0) continue;
      // the force, turned
      const gx = jy * fz - jz * fy;
      const gy = jz * fx - jx * fz;
      const gz = jx * fy - jy * fx;
      for (let r = 0; r < rows.length; r++) {
        const f = rows[r]!;
        const freedom = model.freedoms[f]!;
        if (freedom.moved[segment] === 0) continue;
        const ax = axes[3 * f]!;
        const ay = axes[3 * f + 1]!;
        const az = axes[3 * f + 2]!;
        const i = 3 * freedom.segment;
        if (freedom.segment !== joint && turns[freedom.segment] === 1) {
          const vx = forces.point[k]! - o[i]!;
          const vy = forces.point[k + 1]! - o[i + 1]!;
          const vz = forces.point[k + 2]! - o[i + 2]!;
          out[r]! -= ax * (vy * gz - vz * gy) + ay * (vz * gx - vx * gz) + az * (vx * gy - vy * gx);
        } else
          out[r]! += freedom.carry * (ax * (my * fz - mz * fy) + ay * (mz * fx - mx * fz) + az * (mx * fy - my * fx));
      }
    }
  }
  let both = 0;
  let squares = 0;
  for (let r = 0; r < rows.length; r++) {
    both += lever[r]! * ofFixed[r]!;
    squares += lever[r]! * lever[r]!;
  }
  // a load that goes with the arm changes nothing: what is left of it is rounding, and its quotient would be anything
  const settles = squares > NOTHING ** 2;
  if (!settles) lever.fill(0, 0, rows.length);
  bound[0] = SETTLES;
  bound[1] = settles ? Math.max(0, both / squares) : 0;
  bound[2] = 1;
}

/** size of the force that acts at a point of a segment: N, and N for each kg of the load */
function forceAt(f: Forces, segment: number, p: Float64Array): [number, number] {
  const fixed = [0, 0, 0];
  const unit = [0, 0, 0];
  for (let n = 0; n < f.count; n++) {
    const k = 3 * n;
    if (
      f.segment[n] !== segment ||
      Math.hypot(f.point[k]! - p[0]!, f.point[k + 1]! - p[1]!, f.point[k + 2]! - p[2]!) > 1e-6
    )
      continue;
    for (let r = 0; r < 3; r++) {
      fixed[r]! += f.fixed[k + r]!;
      unit[r]! += f.unit[k + r]!;
    }
  }
  return [Math.hypot(fixed[0]!, fixed[1]!, fixed[2]!), Math.hypot(unit[0]!, unit[1]!, unit[2]!)];
}

/** torque about a freedom of a force of 1 N across the body (to the right) at p, Nm */
function acrossLever(model: Model, { axes, o }: State, freedom: number, p: Float64Array): number {
  const { segment, carry, centre } = model.freedoms[freedom]!;
  const rx = carry * p[0]! + (1 - carry) * o[3 * centre]! - o[3 * segment]!;
  const ry = carry * p[1]! + (1 - carry) * o[3 * centre + 1]! - o[3 * segment + 1]!;
  return axes[3 * freedom]! * ry - axes[3 * freedom + 1]! * rx;
}
