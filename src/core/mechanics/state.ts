/**
 * The state: one pose of a model and what follows from it. The same arrays are filled again for every sample, so
 * nothing is allocated in the hot path. Lengths are a potential L(q); every moment arm here is minus its derivative
 * with respect to a freedom's angle (checked numerically in the tests).
 */
import { curveIntegral, curveValue } from "#core/mechanics/curve";
import { FORCE_GRID, SIDES, type Model, type ModelHead, type Side } from "#core/mechanics/model";
import type { Vec3 } from "#core/mechanics/vector";

export interface State {
  /** joint coordinates: rad, and m for root.x and root.y */
  readonly q: Float64Array;
  /** per segment: rotation to the world, row-major */
  readonly R: Float64Array;
  /** per segment: world position of its origin, m */
  readonly o: Float64Array;
  /** per head: muscle-tendon extent, m (up to a constant) */
  readonly extent: Float64Array;
  /** per head: fibre length over optimum, tendon unloaded */
  readonly length: Float64Array;
  /** per head: active (a = 1) and passive force, N */
  readonly active: Float64Array;
  readonly passive: Float64Array;
  /** per freedom: world axis, unit */
  readonly axes: Float64Array;
  /** heads x freedoms: moment arm, m */
  readonly arms: Float64Array;
}

export function createState(model: Model): State {
  const s = model.segments.length;
  const h = model.heads.length;
  return {
    q: new Float64Array(model.coordinates.length),
    R: new Float64Array(9 * s),
    o: new Float64Array(3 * s),
    extent: new Float64Array(h),
    length: new Float64Array(h),
    active: new Float64Array(h),
    passive: new Float64Array(h),
    axes: new Float64Array(3 * model.freedoms.length),
    arms: new Float64Array(h * model.freedoms.length),
  };
}

const J = new Float64Array(9);
const W = new Float64Array(9);

function axisRotation(out: Float64Array, x: number, y: number, z: number, angle: number): void {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const t = 1 - c;
  out[0] = t * x * x + c;
  out[1] = t * x * y - s * z;
  out[2] = t * x * z + s * y;
  out[3] = t * x * y + s * z;
  out[4] = t * y * y + c;
  out[5] = t * y * z - s * x;
  out[6] = t * x * z - s * y;
  out[7] = t * y * z + s * x;
  out[8] = t * z * z + c;
}

/** out (at offset) = a (at offset) x b */
function multiplyInto(out: Float64Array, oo: number, a: Float64Array, ao: number, b: Float64Array): void {
  for (let r = 0; r < 3; r++) {
    const x = a[ao + 3 * r]!;
    const y = a[ao + 3 * r + 1]!;
    const z = a[ao + 3 * r + 2]!;
    for (let c = 0; c < 3; c++) out[oo + 3 * r + c] = x * b[c]! + y * b[3 + c]! + z * b[6 + c]!;
  }
}

/** forward kinematics: R, o and axes from q */
export function updatePose(model: Model, state: State): void {
  for (let i = 0; i < model.segments.length; i++) placeSegment(model, state, i);
  for (const side of SIDES) placeAxes(model, state, side);
}

/** the same when only one arm has moved since */
export function updateArm(model: Model, state: State, side: Side): void {
  for (const i of model.arms[side].segments) placeSegment(model, state, i);
  placeAxes(model, state, side);
}

function placeAxes(model: Model, state: State, side: Side): void {
  const { R, axes } = state;
  for (const f of model.arms[side].freedoms) {
    const { frame, axis } = model.freedoms[f]!;
    for (let r = 0; r < 3; r++) axes[3 * f + r] = R[9 * frame + 3 * r]! * axis[0] + R[9 * frame + 3 * r + 1]! * axis[1] + R[9 * frame + 3 * r + 2]! * axis[2];
  }
}

function placeSegment(model: Model, state: State, i: number): void {
  const { q, R, o } = state;
  const seg = model.segments[i]!;
  if (seg.kind === "root") {
    o[0] = q[0]!;
    o[1] = q[1]!;
    o[2] = 0;
    // pitch > 0 leans forward: Y turns towards X
    axisRotation(R, 0, 0, 1, -q[2]!);
    return;
  }
  const p = seg.parent;
  for (let r = 0; r < 3; r++) o[3 * i + r] = o[3 * p + r]! + R[9 * p + 3 * r]! * seg.origin[0] + R[9 * p + 3 * r + 1]! * seg.origin[1] + R[9 * p + 3 * r + 2]! * seg.origin[2];
  if (seg.kind === "hinge") axisRotation(J, seg.axis[0], seg.axis[1], seg.axis[2], q[seg.coordinates[0]!]!);
  else {
    // swing towards `plane` by `elevation`, then twist about the shaft (+ internal)
    const mirror = seg.side === "left" ? -1 : 1;
    const plane = q[seg.coordinates[0]!]!;
    axisRotation(W, -mirror * Math.cos(plane), 0, Math.sin(plane), q[seg.coordinates[1]!]!);
    const twist = mirror * q[seg.coordinates[2]!]!;
    const c = Math.cos(twist);
    const s = Math.sin(twist);
    for (let r = 0; r < 3; r++) {
      const x = W[3 * r]!;
      const z = W[3 * r + 2]!;
      J[3 * r] = x * c - z * s;
      J[3 * r + 1] = W[3 * r + 1]!;
      J[3 * r + 2] = x * s + z * c;
    }
  }
  multiplyInto(R, 9 * i, R, 9 * seg.orient, J);
}

/** world position of a point given in a segment's frame, written to out */
export function worldPoint(state: State, segment: number, at: Vec3, out: Float64Array, offset = 0): void {
  const { R, o } = state;
  const b = 9 * segment;
  for (let r = 0; r < 3; r++) out[offset + r] = o[3 * segment + r]! + R[b + 3 * r]! * at[0] + R[b + 3 * r + 1]! * at[1] + R[b + 3 * r + 2]! * at[2];
}

export const readPoint = (state: State, segment: number, at: Vec3): Vec3 => {
  const out = new Float64Array(3);
  worldPoint(state, segment, at, out);
  return [out[0]!, out[1]!, out[2]!];
};

const P = new Float64Array(3);
const Q = new Float64Array(3);
/** taut-string direction at the far point (unit, pointing away from the string) */
const U = new Float64Array(3);

/** Length from P to Q, around a sphere at (cx, cy, cz) if the straight line would cut it; sets U. */
function tautLength(cx: number, cy: number, cz: number, radius: number): number {
  const px = P[0]! - cx;
  const py = P[1]! - cy;
  const pz = P[2]! - cz;
  const qx = Q[0]! - cx;
  const qy = Q[1]! - cy;
  const qz = Q[2]! - cz;
  const dx = qx - px;
  const dy = qy - py;
  const dz = qz - pz;
  const straight = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const p2 = px * px + py * py + pz * pz;
  const q2 = qx * qx + qy * qy + qz * qz;
  const r2 = radius * radius;
  const along = -(px * dx + py * dy + pz * dz) / (straight * straight);
  const nearest2 = p2 - along * along * straight * straight;
  if (radius <= 0 || p2 <= r2 || q2 <= r2 || along <= 0 || along >= 1 || nearest2 >= r2) {
    U[0] = dx / straight;
    U[1] = dy / straight;
    U[2] = dz / straight;
    return straight;
  }
  const pn = Math.sqrt(p2);
  const qn = Math.sqrt(q2);
  const cosine = (px * qx + py * qy + pz * qz) / (pn * qn);
  const angle = Math.acos(Math.max(-1, Math.min(1, cosine)));
  const ap = Math.acos(radius / pn);
  const aq = Math.acos(radius / qn);
  const arc = Math.max(0, angle - ap - aq);
  // tangent point near Q: in the plane of P and Q, turned from Q towards P by aq
  const ex = qx / qn;
  const ey = qy / qn;
  const ez = qz / qn;
  let fx = px - pn * cosine * ex;
  let fy = py - pn * cosine * ey;
  let fz = pz - pn * cosine * ez;
  const fn = Math.sqrt(fx * fx + fy * fy + fz * fz) || 1;
  fx /= fn;
  fy /= fn;
  fz /= fn;
  const c = radius * Math.cos(aq);
  const s = radius * Math.sin(aq);
  const ux = qx - (c * ex + s * fx);
  const uy = qy - (c * ey + s * fy);
  const uz = qz - (c * ez + s * fz);
  const un = Math.sqrt(ux * ux + uy * uy + uz * uz) || 1;
  U[0] = ux / un;
  U[1] = uy / un;
  U[2] = uz / un;
  return Math.sqrt(p2 - r2) + radius * arc + Math.sqrt(q2 - r2);
}

function updateHead(model: Model, state: State, head: ModelHead, h: number): void {
  const { q, o, arms, axes } = state;
  const nf = model.freedoms.length;
  let extent = 0;
  for (let f = 0; f < nf; f++) arms[h * nf + f] = 0;
  const path = head.path;
  if (path) {
    const c = 3 * path.centre;
    for (let k = 0; k + 1 < path.points.length; k++) {
      const near = path.segments[k]!;
      const far = path.segments[k + 1]!;
      worldPoint(state, near, path.points[k]!, P);
      worldPoint(state, far, path.points[k + 1]!, Q);
      extent += tautLength(o[c]!, o[c + 1]!, o[c + 2]!, path.sphere);
      if (near === far) continue;
      for (const f of model.arms[head.side].freedoms) {
        const freedom = model.freedoms[f]!;
        if (!freedom.moved[far] || freedom.moved[near]) continue;
        const wx = axes[3 * f]!;
        const wy = axes[3 * f + 1]!;
        const wz = axes[3 * f + 2]!;
        const j = 3 * freedom.segment;
        const rx = Q[0]! - o[j]!;
        const ry = Q[1]! - o[j + 1]!;
        const rz = Q[2]! - o[j + 2]!;
        arms[h * nf + f]! -= U[0]! * (wy * rz - wz * ry) + U[1]! * (wz * rx - wx * rz) + U[2]! * (wx * ry - wy * rx);
      }
    }
  }
  for (const t of head.tables) {
    const angle = q[t.coordinate]!;
    extent -= curveIntegral(t.curve, angle) - t.zero;
    arms[h * nf + t.freedom]! += curveValue(t.curve, angle);
  }
  state.extent[h] = extent;
  const l = head.referenceLength + (extent - head.referenceExtent) / (head.optimumLength * head.cosPennation);
  state.length[h] = l;
  const x = Math.max(0, Math.min(FORCE_GRID.count - 1.000001, (l - FORCE_GRID.from) / FORCE_GRID.step));
  const i = Math.floor(x);
  const u = x - i;
  state.active[h] = head.maxForce * (head.active[i]! + u * (head.active[i + 1]! - head.active[i]!));
  state.passive[h] = head.maxForce * (head.passive[i]! + u * (head.passive[i + 1]! - head.passive[i]!));
}

/** everything that follows from q */
export function updateState(model: Model, state: State): void {
  updatePose(model, state);
  updateHeads(model, state, 0, model.heads.length);
}

/** lengths, forces and moment arms of the heads from..to in a pose already placed */
export function updateHeads(model: Model, state: State, from: number, to: number): void {
  for (let h = from; h < to; h++) updateHead(model, state, model.heads[h]!, h);
}
