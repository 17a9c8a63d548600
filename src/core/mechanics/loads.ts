/**
 * External forces on the body and the torques they ask of each freedom, by virtual work. Everything is affine in the
 * one variable load: a force is `fixed` (gravity, a bar's own weight) + load x `unit`. What carries the body answers
 * with contact forces that are found from the whole body's balance, linearly, before any torque is taken.
 */
import { clamp } from "#core/base/numbers";
import { endOf, fixedOf, GRAVITY, meetsAt, unitOf, type From, type Meeting } from "#core/exercises/loads/loads";
import type { Setup, SetupLoad } from "#core/exercises/setup";
import { curveValue, type Curve } from "#core/base/curve";
import type { Freedom, Model, Side } from "#core/mechanics/model";
import { loadPoints } from "#core/mechanics/posture";
import { readPoint, worldPoint, type State } from "#core/mechanics/state";
import { add, norm, scale, sub, type Vec3 } from "#core/base/vector";

export { GRAVITY };

/** one load at one point with its fixed end resolved to the world */
export interface PlacedLoad {
  readonly load: SetupLoad;
  readonly segment: number;
  readonly at: Vec3;
  readonly anchor: Vec3 | null;
  /** where it met the body when the rep began, world, m */
  readonly began: Vec3;
  /** -1 on the left */
  readonly mirror: 1 | -1;
  /** both hands hold one rigid bar: its cable or band cannot draw them together, what it pulls lies fore and aft */
  readonly linked: boolean;
}

/** world forces and couples on segments: [segment], and per force 3 numbers each; a row for every force */
export interface Forces {
  count: number;
  segment: Int32Array;
  point: Float64Array;
  fixed: Float64Array;
  unit: Float64Array;
  fixedCouple: Float64Array;
  unitCouple: Float64Array;
  /** what opens the fingers beside an ordinary handle: more round a thick bar, nothing where they hold nothing */
  opening: number;
}

const ROOM = 64;
export const makeForces = (): Forces => ({
  count: 0,
  segment: new Int32Array(ROOM),
  point: new Float64Array(3 * ROOM),
  fixed: new Float64Array(3 * ROOM),
  unit: new Float64Array(3 * ROOM),
  fixedCouple: new Float64Array(3 * ROOM),
  unitCouple: new Float64Array(3 * ROOM),
  opening: 1,
});

/**
 * world place of a load's fixed end; frames other than the floor are those of the first sample.
 * @param limb the segment that the load is on
 */
export function anchorPoint(model: Model, state: State, side: Side, { frame, at }: From, limb: number): Vec3 {
  const local: Vec3 = [at[0], at[1], side === "left" ? -at[2] : at[2]];
  if (frame === "floor") return local;
  const joint = (segment: number) => ({ segment, at: [0, 0, 0] as Vec3 });
  const p = {
    hand: model.points.get(`grip.${side}`)!,
    foot: model.points.get(`midfoot.${side}`)!,
    hip: joint(model.segmentIndex.get(`hip-bent.${side}`)!),
    shoulder: joint(model.segmentIndex.get(`humerus.${side}`)!),
    joint: joint(limb),
  }[frame];
  return add(readPoint(state, p.segment, p.at), scale(local, model.size));
}

/** all loads of a setup in the pose of its first sample */
export function placeLoads(model: Model, state: State, setup: Setup, side: Side): PlacedLoad[] {
  return setup.loads.flatMap((load) =>
    loadPoints(model, setup, load, side).map((name): PlacedLoad => {
      const p = model.points.get(name);
      if (!p) throw new RangeError(`no point called ${load.at}`);
      const own: Side = name.endsWith(".left") ? "left" : name.endsWith(".right") ? "right" : side;
      const mirror = own === "left" ? -1 : 1;
      const end = endOf(load);
      const [x, y, z] = (load.kind === "mass" && load.beside) || [0, 0, 0];
      const at = add(p.at, scale([x, y, mirror * z], model.size));
      return {
        load,
        segment: p.segment,
        at,
        anchor: end && anchorPoint(model, state, own, end, p.segment),
        began: readPoint(state, p.segment, at),
        mirror,
        linked: load.at === "grip" && setup.exercise.grip === "bar" && setup.exercise.sides === "both",
      };
    }),
  );
}

/** where a placed load meets the body. @param s place in the rep */
export function meetingOf(model: Model, state: State, placed: PlacedLoad, at: Vec3, s: number): Meeting {
  const { anchor, began, segment, mirror, linked } = placed;
  const b = 9 * segment;
  const o = 3 * segment;
  const joint: Vec3 = [state.o[o]!, state.o[o + 1]!, state.o[o + 2]!];
  // an axis across the body is mirrored with the limb
  const turned = ([x, y, z]: Vec3) =>
    [0, 1, 2].map(
      (r) => state.R[b + 3 * r]! * x + state.R[b + 3 * r + 1]! * y + state.R[b + 3 * r + 2]! * z,
    ) as unknown as Vec3;
  return { at, anchor, joint, began, turned, mirror, linked, s, body: model.body.mass };
}

const P = new Float64Array(3);

/** one more force at a point; returns its row */
export function push(f: Forces, segment: number, x: number, y: number, z: number): number {
  const n = f.count++;
  f.segment[n] = segment;
  f.point[3 * n] = x;
  f.point[3 * n + 1] = y;
  f.point[3 * n + 2] = z;
  for (let r = 3 * n; r < 3 * n + 3; r++) f.fixed[r] = f.unit[r] = f.fixedCouple[r] = f.unitCouple[r] = 0;
  return n;
}

/** gravity on every segment and the loads; returns the first load's unit force (N per kg) for the drawing */
export function applyLoads(model: Model, state: State, loads: readonly PlacedLoad[], s: number, f: Forces): Vec3 {
  f.count = 0;
  for (let i = 0; i < model.segments.length; i++) {
    const segment = model.segments[i]!;
    if (segment.mass === 0) continue;
    worldPoint(state, i, segment.com, P);
    f.fixed[3 * push(f, i, P[0]!, P[1]!, P[2]!) + 1] = -GRAVITY * segment.mass;
  }
  let drawn: Vec3 = [0, 0, 0];
  const first = loads[0];
  for (const placed of loads) {
    worldPoint(state, placed.segment, placed.at, P);
    const meeting = meetingOf(model, state, placed, [P[0]!, P[1]!, P[2]!], s);
    const unit = unitOf(placed.load, meeting);
    const [x, y, z] = meetsAt(placed.load, meeting);
    const n = push(f, placed.segment, x, y, z);
    f.unit.set(unit, 3 * n);
    f.fixed.set(fixedOf(placed.load, meeting), 3 * n);
    if (first && placed.segment === first.segment) drawn = add(drawn, unit);
  }
  return drawn;
}

/** a machine's arm or lever runs beside the body; a cable, a band or a bar on a floor pivot runs where it is */
const canPass = (load: SetupLoad): boolean =>
  load.kind === "cable" || load.kind === "band" || (load.kind === "arm" && load.pivot.frame === "floor");

/** half the depth of a trunk that a cable cannot pass, m */
const TRUNK_RADIUS = 0.05;

/** whether a cable or band runs through the trunk (the line from between the hips to the neck) in this pose */
export function cablesThroughTrunk(model: Model, state: State, loads: readonly PlacedLoad[]): boolean {
  const neck = model.segmentIndex.get("head")!;
  const [a, b]: [Vec3, Vec3] = [
    [state.o[0]!, state.o[1]!, state.o[2]!],
    [state.o[3 * neck]!, state.o[3 * neck + 1]!, state.o[3 * neck + 2]!],
  ];
  return loads.some(
    (l) =>
      l.anchor !== null &&
      canPass(l.load) &&
      distanceBetween(a, b, readPoint(state, l.segment, l.at), l.anchor) < TRUNK_RADIUS * model.size,
  );
}

/** least distance between two line segments a-b and c-d (Ericson 2004, closest points of two segments) */
function distanceBetween(a: Vec3, b: Vec3, c: Vec3, d: Vec3): number {
  const [u, v, w] = [sub(b, a), sub(d, c), sub(a, c)];
  const dot = (p: Vec3, q: Vec3) => p[0] * q[0] + p[1] * q[1] + p[2] * q[2];
  const [uu, uv, vv, uw, vw] = [dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)];
  const det = uu * vv - uv * uv;
  let s = det > 1e-12 ? clamp((uv * vw - vv * uw) / det) : 0;
  const t = clamp((uv * s + vw) / (vv || 1e-12));
  s = clamp((uv * t - uw) / (uu || 1e-12));
  return norm(sub(add(a, scale(u, s)), add(c, scale(v, t))));
}

/** totals of force and of moment about the world's origin */
export function totalOf(f: Forces, force: Float64Array, out: Float64Array): void {
  out.fill(0);
  for (let n = 0; n < f.count; n++) {
    const k = 3 * n;
    const x = f.point[k]!;
    const y = f.point[k + 1]!;
    const z = f.point[k + 2]!;
    const fx = force[k]!;
    const fy = force[k + 1]!;
    const fz = force[k + 2]!;
    out[0]! += fx;
    out[1]! += fy;
    out[2]! += fz;
    out[3]! += y * fz - z * fy;
    out[4]! += z * fx - x * fz;
    out[5]! += x * fy - y * fx;
  }
}

/** moment of all forces on the far side of freedom f, about its axis: fixed Nm, and Nm for each kg of the load */
export function torquesOf(model: Model, state: State, f: Forces, freedom: number, out: Float64Array): void {
  const { axes, o } = state;
  const { moved, segment, carry, centre, share, opens } = model.freedoms[freedom]!;
  if (opens) return openingOf(state, f, model.freedoms[freedom]!, opens, out);
  const ax = axes[3 * freedom]!;
  const ay = axes[3 * freedom + 1]!;
  const az = axes[3 * freedom + 2]!;
  const ox = o[3 * segment]!;
  const oy = o[3 * segment + 1]!;
  const oz = o[3 * segment + 2]!;
  const hx = (1 - carry) * o[3 * centre]!;
  const hy = (1 - carry) * o[3 * centre + 1]!;
  const hz = (1 - carry) * o[3 * centre + 2]!;
  let fixed = 0;
  let unit = 0;
  for (let n = 0; n < f.count; n++) {
    if (!moved[f.segment[n]!]) continue;
    const k = 3 * n;
    // what is only carried moves as its centre does
    const rx = carry * f.point[k]! + hx - ox;
    const ry = carry * f.point[k + 1]! + hy - oy;
    const rz = carry * f.point[k + 2]! + hz - oz;
    // axis . (r x F) = F . (axis x r)
    const cx = ay * rz - az * ry;
    const cy = az * rx - ax * rz;
    const cz = ax * ry - ay * rx;
    fixed +=
      cx * f.fixed[k]! +
      cy * f.fixed[k + 1]! +
      cz * f.fixed[k + 2]! +
      carry * (ax * f.fixedCouple[k]! + ay * f.fixedCouple[k + 1]! + az * f.fixedCouple[k + 2]!);
    unit +=
      cx * f.unit[k]! +
      cy * f.unit[k + 1]! +
      cz * f.unit[k + 2]! +
      carry * (ax * f.unitCouple[k]! + ay * f.unitCouple[k + 1]! + az * f.unitCouple[k + 2]!);
  }
  out[0] = share * fixed;
  out[1] = share * unit;
}

/** what opens the fingers: forces along the hand, from the wrist out, at the lever of the angle they are bent by */
function openingOf(state: State, f: Forces, { segment, coordinate }: Freedom, opens: Curve, out: Float64Array): void {
  const { R, q } = state;
  const b = 9 * segment;
  // the hand hangs from the wrist against its y
  const [x, y, z] = [-R[b + 1]!, -R[b + 4]!, -R[b + 7]!];
  const lever = f.opening * curveValue(opens, q[coordinate]!);
  let [fixed, unit] = [0, 0];
  for (let n = 0; n < f.count; n++) {
    if (f.segment[n] !== segment) continue;
    const k = 3 * n;
    fixed += x * f.fixed[k]! + y * f.fixed[k + 1]! + z * f.fixed[k + 2]!;
    unit += x * f.unit[k]! + y * f.unit[k + 1]! + z * f.unit[k + 2]!;
  }
  out[0] = -lever * fixed;
  out[1] = -lever * unit;
}
