/**
 * External torques by virtual work: each force acts through the lever it has about each freedom's axis. They are
 * affine in the one variable load: torque = fixed (body weight) + load x unit.
 */
import type { SetupLoad } from "#core/exercises/setup";
import type { Model, Side } from "#core/mechanics/model";
import { worldPoint, type State } from "#core/mechanics/state";
import { norm, scale, sub, type Vec3 } from "#core/mechanics/vector";

export const GRAVITY = 9.81;

/** one load with its fixed end resolved to the world */
export interface PlacedLoad {
  readonly load: SetupLoad;
  readonly anchor: Vec3 | null;
}

/** force on the hand for one unit (kg) of the variable load, N; a slack band pulls nothing */
export function unitForce(placed: PlacedLoad, grip: Vec3): Vec3 {
  const { load, anchor } = placed;
  if (load.kind === "mass" || !anchor) return [0, -GRAVITY * load.share, 0];
  const line = sub(anchor, grip);
  const length = norm(line);
  if (length < 1e-6) return [0, 0, 0];
  const pull = load.kind === "cable" ? load.share : load.share * Math.max(0, (length - load.slack) / load.slack);
  return scale(line, (GRAVITY * pull) / length);
}

const P = new Float64Array(3);

/** moment of a force at P about freedom f's axis in the present pose, Nm */
function moment(model: Model, state: State, f: number, fx: number, fy: number, fz: number): number {
  const { axes, o } = state;
  const j = 3 * model.freedoms[f]!.segment;
  const rx = P[0]! - o[j]!;
  const ry = P[1]! - o[j + 1]!;
  const rz = P[2]! - o[j + 2]!;
  return axes[3 * f]! * (ry * fz - rz * fy) + axes[3 * f + 1]! * (rz * fx - rx * fz) + axes[3 * f + 2]! * (rx * fy - ry * fx);
}

/** fixed[f] and unit[f] for every freedom of the side, Nm and Nm per kg; returns the unit force on the hand, N per kg */
export function externalTorques(model: Model, state: State, side: Side, loads: readonly PlacedLoad[], fixed: Float64Array, unit: Float64Array): Vec3 {
  fixed.fill(0);
  unit.fill(0);
  const arm = model.arms[side];
  for (const i of arm.segments) {
    const segment = model.segments[i]!;
    if (segment.mass === 0) continue;
    worldPoint(state, i, segment.com, P);
    for (const f of arm.freedoms) if (model.freedoms[f]!.moved[i]) fixed[f]! += moment(model, state, f, 0, -GRAVITY * segment.mass, 0);
  }
  const grip = model.points.get(`grip.${side}`)!;
  worldPoint(state, grip.segment, grip.at, P);
  let force: Vec3 = [0, 0, 0];
  for (const placed of loads) {
    const f = unitForce(placed, [P[0]!, P[1]!, P[2]!]);
    force = [force[0] + f[0], force[1] + f[1], force[2] + f[2]];
  }
  for (const f of arm.freedoms) unit[f] = moment(model, state, f, force[0], force[1], force[2]);
  return force;
}
