/**
 * A setup's path: the coordinates of one rep, sampled evenly in the arc length of the joints it drives, so that every
 * mean over the samples means the same for every exercise and moving a key pose along the same path changes nothing.
 */
import type { ArmPose, Setup } from "#core/exercises/setup";
import { setCoordinate, setRhythm, SIDES, type Model, type Side } from "#core/mechanics/model";
import { createState, readPoint, updatePose, type State } from "#core/mechanics/state";
import { add, applyTransposed, cross, dot, norm, RAD, rotation, scale, sub, unit, type Mat3, type Vec3 } from "#core/mechanics/vector";

const PIECES = 32;

/** Where the trunk and legs are, and the arm that does not work; written to q. */
export function setStance(model: Model, q: Float64Array, setup: Setup): void {
  const { lean, knee } = setup;
  const kind = setup.exercise.stance.kind;
  setCoordinate(model, q, "root.pitch", lean);
  const [hip, bend, ankle] = kind === "standing" || kind === "prone" ? [lean + knee * 0.5, knee, knee * 0.5] : kind === "seated" ? [90 + lean, 88, 0] : [8, 82, 0];
  for (const side of SIDES) {
    setCoordinate(model, q, `hip.${side}`, hip);
    setCoordinate(model, q, `knee.${side}`, bend);
    setCoordinate(model, q, `ankle.${side}`, ankle);
    setCoordinate(model, q, `plane.${side}`, 90);
    setCoordinate(model, q, `elevation.${side}`, kind === "lying" ? -4 : lean > 20 ? lean : 4);
    setCoordinate(model, q, `elbow.${side}`, 12);
    setRhythm(model, q, side);
  }
  // Feet on the floor (standing), or the hips at the height of a seat or bench; x = 0 at the ankles or the hips.
  q[0] = 0;
  q[1] = 0;
  const state = createState(model);
  state.q.set(q);
  updatePose(model, state);
  const heel = model.points.get("heel.right")!;
  const at = readPoint(state, heel.segment, heel.at);
  if (kind === "standing" || kind === "prone") {
    q[0] = -at[0] - 0.05 * model.size;
    q[1] = -at[1];
  } else q[1] = (kind === "seated" ? 0.505 : 0.55) * model.size;
}

export function setArm(model: Model, q: Float64Array, side: Side, pose: ArmPose): void {
  const at = model.arms[side].coordinates;
  q[at.plane] = pose.plane * RAD;
  q[at.elevation] = pose.elevation * RAD;
  q[at.twist] = pose.twist * RAD;
  q[at.elbow] = pose.elbow * RAD;
  q[at.forearm] = pose.forearm * RAD;
  setRhythm(model, q, side);
}

const lerp = (a: ArmPose, b: ArmPose, t: number): ArmPose => ({
  plane: a.plane + (b.plane - a.plane) * t,
  elevation: a.elevation + (b.elevation - a.elevation) * t,
  twist: a.twist + (b.twist - a.twist) * t,
  elbow: a.elbow + (b.elbow - a.elbow) * t,
  forearm: a.forearm + (b.forearm - a.forearm) * t,
});

const direction = (p: ArmPose): Vec3 => [Math.sin(p.plane * RAD) * Math.sin(p.elevation * RAD), -Math.cos(p.elevation * RAD), Math.cos(p.plane * RAD) * Math.sin(p.elevation * RAD)];

/** joint travel between two poses, rad */
function travel(a: ArmPose, b: ArmPose): number {
  let swing = 0;
  if (a.plane !== b.plane || a.elevation !== b.elevation) {
    const [da, db] = [direction(a), direction(b)];
    swing = Math.atan2(norm(cross(da, db)), dot(da, db));
  }
  return Math.hypot(swing, (b.twist - a.twist) * RAD, (b.elbow - a.elbow) * RAD, (b.forearm - a.forearm) * RAD);
}

/**
 * @returns `samples` arm poses (right-side convention) from the start of lifting to its end
 * @throws RangeError when a hand target lies outside the arm's reach
 */
export function samplePath(model: Model, setup: Setup, samples: number): ArmPose[] {
  const keys = setup.path ?? solveHandPath(model, setup);
  const dense: ArmPose[] = [keys[0]!];
  for (let k = 0; k + 1 < keys.length; k++) for (let i = 1; i <= PIECES; i++) dense.push(lerp(keys[k]!, keys[k + 1]!, i / PIECES));
  const at = new Float64Array(dense.length);
  for (let i = 1; i < dense.length; i++) at[i] = at[i - 1]! + travel(dense[i - 1]!, dense[i]!);
  const total = at[dense.length - 1]!;
  const out: ArmPose[] = [];
  let i = 0;
  for (let n = 0; n < samples; n++) {
    const target = (total * n) / (samples - 1);
    while (i < dense.length - 2 && at[i + 1]! < target) i++;
    const step = at[i + 1]! - at[i]!;
    out.push(lerp(dense[i]!, dense[i + 1]!, step > 0 ? Math.min(1, (target - at[i]!) / step) : 0));
  }
  return out;
}

/** Inverse kinematics of a hand target: the elbow turns towards a given direction of the trunk. */
function solveHandPath(model: Model, setup: Setup): ArmPose[] {
  const hand = setup.handPath!;
  const state = createState(model);
  const out: ArmPose[] = [];
  const steps = 16;
  for (let k = 0; k + 1 < hand.poses.length; k++)
    for (let i = k === 0 ? 0 : 1; i <= steps; i++) {
      const [a, b] = [hand.poses[k]!, hand.poses[k + 1]!];
      const t = i / steps;
      const grip = scale(add(scale(a.grip, 1 - t), scale(b.grip, t)), model.size);
      out.push(reach(model, state, setup.exercise.handle, grip, hand.elbowTowards, a.forearm + (b.forearm - a.forearm) * t, out[out.length - 1]));
    }
  return out;
}

function reach(model: Model, state: State, handle: number, grip: Vec3, towards: Vec3, forearm: number, previous: ArmPose | undefined): ArmPose {
  const upper = norm(model.segments[model.segmentIndex.get("forearm.right")!]!.origin);
  const lower = norm(model.segments[model.segmentIndex.get("hand.right")!]!.origin) + handle * model.size;
  const [trunk, humerus] = [model.segmentIndex.get("trunk")!, model.segmentIndex.get("humerus.right")!];
  const frame = (): Mat3 => Array.from(state.R.subarray(9 * trunk, 9 * trunk + 9)) as unknown as Mat3;
  let pose: ArmPose = previous ?? { plane: 60, elevation: 40, twist: 0, elbow: 60, forearm };
  for (let n = 0; n < (previous ? 3 : 8); n++) {
    setArm(model, state.q, "right", pose);
    updatePose(model, state);
    const o = state.o;
    const centre = applyTransposed(frame(), sub([o[3 * humerus]!, o[3 * humerus + 1]!, o[3 * humerus + 2]!], [o[3 * trunk]!, o[3 * trunk + 1]!, o[3 * trunk + 2]!]));
    const line = sub(grip, centre);
    const d = norm(line);
    if (d > upper + lower || d < Math.abs(upper - lower)) throw new RangeError(`the hand target is ${d.toFixed(2)} m from the shoulder; the arm reaches ${(upper + lower).toFixed(2)} m`);
    const e = scale(line, 1 / d);
    const side = unit(sub(towards, scale(e, dot(towards, e))));
    const along = (upper * upper - lower * lower + d * d) / (2 * d);
    const out = Math.sqrt(Math.max(0, upper * upper - along * along));
    const elbowAt = add(scale(e, along), scale(side, out));
    const shaft = unit(elbowAt);
    const fore = unit(sub(line, elbowAt));
    const elbow = Math.acos(Math.max(-1, Math.min(1, dot(shaft, fore)))) / RAD;
    const elevation = Math.acos(Math.max(-1, Math.min(1, -shaft[1])));
    const plane = Math.atan2(shaft[0], shaft[2]);
    const swing = rotation([-Math.cos(plane), 0, Math.sin(plane)], elevation);
    const across = applyTransposed(swing, unit(sub(fore, scale(shaft, dot(fore, shaft)))));
    pose = { plane: plane / RAD, elevation: elevation / RAD, twist: Math.atan2(-across[2], across[0]) / RAD, elbow, forearm };
  }
  return pose;
}

/** world position of a load's fixed end for the working side; frames "shoulder" and "hand" are those of the first sample */
export function anchorPoint(model: Model, state: State, side: Side, frame: "floor" | "shoulder" | "hand", at: Vec3): Vec3 {
  const mirror = side === "left" ? -1 : 1;
  const local: Vec3 = [at[0], at[1], at[2] * mirror];
  if (frame === "floor") return local;
  const grip = model.points.get(`grip.${side}`)!;
  const humerus = model.segmentIndex.get(`humerus.${side}`)!;
  const base = frame === "hand" ? readPoint(state, grip.segment, grip.at) : readPoint(state, humerus, [0, 0, 0]);
  return add(base, scale(local, model.size));
}
