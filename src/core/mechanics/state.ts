/**
 * The state: one pose of a model and what follows from it. The same arrays are filled again for every sample, so
 * nothing is allocated in the hot path. Lengths are a potential L(q); every moment arm here is minus its derivative
 * with respect to a freedom's angle (checked numerically in the tests).
 */
import { curveAt, curveSlope, curveValue } from "#core/base/curve";
import { fibreLength } from "#core/mechanics/muscle";
import { FORCE_GRID, type Model, type ModelHead } from "#core/mechanics/model";
import type { Vec3 } from "#core/base/vector";
import { cylinderLength, makeTaut, tautLength, type Taut } from "#core/mechanics/wrapping";

export interface State {
  /** joint coordinates: rad, and m for root.x, root.y and root.z */
  readonly q: Float64Array;
  /** the q that R, o and axes were last worked out for (NaN before), and which segments turned since */
  readonly placed: Float64Array;
  readonly turned: Uint8Array;
  /** poses so far; the pose in which each coordinate last changed, and for which each head was last worked out */
  pose: number;
  readonly changedAt: Int32Array;
  readonly headAt: Int32Array;
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
  /** the string that is being drawn taut */
  readonly taut: Taut;
}

export function createState(model: Model): State {
  const s = model.segments.length;
  const h = model.heads.length;
  return {
    q: new Float64Array(model.coordinates.length),
    placed: new Float64Array(model.coordinates.length).fill(NaN),
    turned: new Uint8Array(s),
    pose: 0,
    changedAt: new Int32Array(model.coordinates.length),
    headAt: new Int32Array(h).fill(-1),
    R: new Float64Array(9 * s),
    o: new Float64Array(3 * s),
    extent: new Float64Array(h),
    length: new Float64Array(h),
    active: new Float64Array(h),
    passive: new Float64Array(h),
    axes: new Float64Array(3 * model.freedoms.length),
    arms: new Float64Array(h * model.freedoms.length),
    taut: makeTaut(),
  };
}

/** as good as new: nothing of an earlier pose is read before it is worked out again */
export function resetState(state: State): void {
  state.q.fill(0);
  state.o.fill(0);
  state.placed.fill(NaN);
  state.changedAt.fill(0);
  state.headAt.fill(-1);
  state.pose = 0;
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

/** forward kinematics: R, o and axes from q; only what has moved since the last call is worked out again */
export function updatePose(model: Model, state: State): void {
  const { q, placed, turned, changedAt, R, axes } = state;
  moveRoot(model, state);
  state.pose++;
  for (let c = 0; c < q.length; c++) if (q[c] !== placed[c]) changedAt[c] = state.pose;
  for (let i = 0; i < model.segments.length; i++) {
    const seg = model.segments[i]!;
    let moves = seg.kind !== "root" && (turned[seg.parent]! | turned[seg.orient]!) === 1;
    for (let k = seg.kind === "root" ? 3 : 0; k < seg.coordinates.length && !moves; k++)
      moves = q[seg.coordinates[k]!] !== placed[seg.coordinates[k]!];
    turned[i] = moves ? 1 : 0;
    if (moves) placeSegment(model, state, i);
  }
  for (let f = 0; f < model.freedoms.length; f++) {
    const { frame, axis } = model.freedoms[f]!;
    if (turned[frame] === 0) continue;
    const b = 9 * frame;
    const x = axis[0];
    const y = axis[1];
    const z = axis[2];
    axes[3 * f] = R[b]! * x + R[b + 1]! * y + R[b + 2]! * z;
    axes[3 * f + 1] = R[b + 3]! * x + R[b + 4]! * y + R[b + 5]! * z;
    axes[3 * f + 2] = R[b + 6]! * x + R[b + 7]! * y + R[b + 8]! * z;
  }
  placed.set(q);
}

/** carries the whole body to where the root is */
function moveRoot(model: Model, { q, o }: State): void {
  const x = q[0]! - o[0]!;
  const y = q[1]! - o[1]!;
  const z = q[2]! - o[2]!;
  if (x === 0 && y === 0 && z === 0) return;
  for (let i = 0; i < 3 * model.segments.length; i += 3) {
    o[i]! += x;
    o[i + 1]! += y;
    o[i + 2]! += z;
  }
}

/** sets the root down elsewhere without turning anything. @param x, y, z m */
export function setRoot(model: Model, state: State, x: number, y: number, z: number): void {
  const { q, placed } = state;
  placed[0] = q[0] = x;
  placed[1] = q[1] = y;
  placed[2] = q[2] = z;
  moveRoot(model, state);
}

/** the root: turned about the vertical, rolled to its right, then pitched forwards */
function placeRoot(state: State): void {
  const { q, R } = state;
  axisRotation(R, 0, 0, 1, -q[3]!);
  if (q[4] !== 0) turnRoot(R, 1, 0, 0, q[4]!);
  if (q[5] !== 0) turnRoot(R, 0, 1, 0, q[5]!);
}

function turnRoot(R: Float64Array, x: number, y: number, z: number, angle: number): void {
  axisRotation(J, x, y, z, angle);
  W.set(R.subarray(0, 9));
  multiplyInto(R, 0, J, 0, W);
}

function placeSegment(model: Model, state: State, i: number): void {
  const { q, R, o } = state;
  const seg = model.segments[i]!;
  if (seg.kind === "root") return placeRoot(state);
  const p = seg.parent;
  worldPoint(state, p, seg.origin, o, 3 * i);
  if (seg.kind === "fixed") return void R.copyWithin(9 * i, 9 * seg.orient, 9 * seg.orient + 9);
  if (seg.kind === "hinge") {
    const angle = q[seg.coordinates[0]!]!;
    if (angle === 0) return void R.copyWithin(9 * i, 9 * seg.orient, 9 * seg.orient + 9);
    axisRotation(J, seg.axis[0], seg.axis[1], seg.axis[2], angle);
  } else {
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
  const k = 3 * segment;
  const x = at[0];
  const y = at[1];
  const z = at[2];
  out[offset] = o[k]! + R[b]! * x + R[b + 1]! * y + R[b + 2]! * z;
  out[offset + 1] = o[k + 1]! + R[b + 3]! * x + R[b + 4]! * y + R[b + 5]! * z;
  out[offset + 2] = o[k + 2]! + R[b + 6]! * x + R[b + 7]! * y + R[b + 8]! * z;
}

export const readPoint = (state: State, segment: number, at: Vec3): Vec3 => {
  const out = new Float64Array(3);
  worldPoint(state, segment, at, out);
  return [out[0]!, out[1]!, out[2]!];
};

/** a tabulated moment arm and its integral; a point of a cylinder's axis */
const T = new Float64Array(2);
const C = new Float64Array(3);
/** direction of the outside of a shoulder */
const OUT = new Float64Array(3);
/** length, forces and moment arms of one head; nothing to do where no joint it crosses has moved since */
function updateHead(model: Model, state: State, head: ModelHead, h: number): void {
  const { changedAt, headAt } = state;
  const { coordinates } = head;
  const since = headAt[h]!;
  let moved = since < 0;
  for (let k = 0; k < coordinates.length && !moved; k++) moved = changedAt[coordinates[k]!]! > since;
  if (!moved) return;
  headAt[h] = state.pose;
  const { q, o, arms, axes } = state;
  const base = h * model.freedoms.length;
  let extent = 0;
  for (let k = 0; k < head.freedoms.length; k++) arms[base + head.freedoms[k]!] = 0;
  const path = head.path;
  if (path) {
    const { taut, R } = state;
    const { P, Q, U, V } = taut;
    const { cylinder } = path;
    const c = 3 * path.centre;
    if (path.over >= 0) {
      // behind and to the side of the trunk
      const b = 9 * path.over;
      for (let r = 0; r < 3; r++) OUT[r] = path.turn * R[b + 3 * r + 2]! - R[b + 3 * r]!;
    }
    if (cylinder) worldPoint(state, cylinder.segment, cylinder.at, C);
    for (let k = 0; k + 1 < path.points.length; k++) {
      const near = path.segments[k]!;
      const far = path.segments[k + 1]!;
      worldPoint(state, near, path.points[k]!, P);
      worldPoint(state, far, path.points[k + 1]!, Q);
      const onCylinder = cylinder !== null && near !== far;
      extent += onCylinder
        ? cylinderLength(taut, R, cylinder.segment, C[0]!, C[1]!, C[2]!, cylinder.frame, cylinder.radius)
        : tautLength(taut, o[c]!, o[c + 1]!, o[c + 2]!, path.sphere, path.over >= 0 ? OUT : null);
      const crossed = path.crossed[k]!;
      for (let n = 0; n < crossed.length; n++) {
        const f = crossed[n]!;
        const wx = axes[3 * f]!;
        const wy = axes[3 * f + 1]!;
        const wz = axes[3 * f + 2]!;
        const { segment, carry, centre, moved } = model.freedoms[f]!;
        // the force is read at the end that the wrapped body does not go with
        const atQ = onCylinder && moved[cylinder.segment] === 0;
        const end = atQ ? Q : P;
        const D = atQ ? V : U;
        const j = 3 * segment;
        const i = 3 * centre;
        let rx = end[0]! - o[j]!;
        let ry = end[1]! - o[j + 1]!;
        let rz = end[2]! - o[j + 2]!;
        if (carry < 1) {
          // what is only carried moves as its centre does
          rx += (1 - carry) * (o[i]! - end[0]!);
          ry += (1 - carry) * (o[i + 1]! - end[1]!);
          rz += (1 - carry) * (o[i + 2]! - end[2]!);
        }
        arms[base + f]! -= D[0]! * (wy * rz - wz * ry) + D[1]! * (wz * rx - wx * rz) + D[2]! * (wx * ry - wy * rx);
      }
    }
  }
  for (let k = 0; k < head.tables.length; k++) {
    const t = head.tables[k]!;
    curveAt(t.curve, q[t.coordinate]!, T);
    const turned = t.sign * (T[1]! - t.zero);
    if (t.by) {
      // one potential: the factor of one joint times what the other has taken up
      const angle = q[t.by.coordinate]!;
      const factor = curveValue(t.by.factor, angle);
      extent -= factor * turned;
      arms[base + t.freedom]! += factor * t.sign * T[0]!;
      arms[base + t.by.freedom]! += curveSlope(t.by.factor, angle) * turned;
      continue;
    }
    extent -= turned;
    if (t.freedom >= 0) arms[base + t.freedom]! += t.sign * T[0]!;
  }
  state.extent[h] = extent;
  const l = fibreLength(head.referenceLength, (extent - head.referenceExtent) / head.optimumLength, head.sinPennation);
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
