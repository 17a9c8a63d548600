/**
 * A setup's path: the poses of one rep, sampled evenly in the arc length of the joints it drives, so that every mean
 * over the samples means the same for every exercise and moving a key pose along the same path changes nothing.
 */
import { POSE_COORDINATES, type PoseCoordinate } from "#core/exercises/choices";
import { limits } from "#core/anatomy/anatomy";
import type { Setup } from "#core/exercises/setup";
import { setCoordinate, setRhythm, type Model, type Side } from "#core/mechanics/model";
import {
  angleOf,
  applyPose,
  balance,
  isLevelled,
  PostureError,
  setAngle,
  stancePose,
  type Pose,
} from "#core/mechanics/posture";
import { readPoint, type State } from "#core/mechanics/state";
import { freshState, workspaceOf, type Workspace } from "#core/mechanics/workspace";
import {
  add,
  apply,
  applyTransposed,
  cross,
  dot,
  norm,
  RAD,
  rotation,
  scale,
  sub,
  unit,
  type Vec3,
} from "#core/base/vector";

const PIECES = 32;
const SOLVED_PIECES = 12;
/** joints whose turning counts as travel; plane and elevation count as the swing they make together */
const DRIVEN = POSE_COORDINATES.flatMap((c, at) =>
  ["plane", "elevation", "pitch", "roll", "turn", "heel"].includes(c) ? [] : [at],
);

/** writes a + (b - a) t to out */
function blend(a: Pose, b: Pose, t: number, out: Pose): Pose {
  for (let i = 0; i < out.length; i++) out[i] = a[i]! + (b[i]! - a[i]!) * t;
  return out;
}

/** where the upper arm points, from plane and elevation */
function direction(p: Pose): Vec3 {
  const plane = angleOf(p, "plane") * RAD;
  const elevation = angleOf(p, "elevation") * RAD;
  const out = Math.sin(elevation);
  return [Math.sin(plane) * out, -Math.cos(elevation), Math.cos(plane) * out];
}

/** joint travel between two poses whose upper arms point along da and db, rad */
function travel(a: Pose, da: Vec3, b: Pose, db: Vec3): number {
  const swing = Math.atan2(norm(cross(da, db)), dot(da, db));
  let sum = swing * swing;
  for (let k = 0; k < DRIVEN.length; k++) {
    const turn = (b[DRIVEN[k]!]! - a[DRIVEN[k]!]!) * RAD;
    sum += turn * turn;
  }
  return Math.sqrt(sum);
}

/**
 * @returns `samples` poses from the start of lifting to its end, in the working side's convention
 * @throws RangeError when a hand target lies far outside the arm's reach; PostureError when nothing balances it
 */
export function samplePath(
  model: Model,
  setup: Setup,
  samples: number,
  side: Side = "right",
  workspace: Workspace = workspaceOf(model),
): Pose[] {
  const dense = densePath(model, setup, side, workspace);
  const at = new Float64Array(dense.length);
  let last = direction(dense[0]!);
  for (let i = 1; i < dense.length; i++) {
    const next = direction(dense[i]!);
    at[i] = at[i - 1]! + travel(dense[i - 1]!, last, dense[i]!, next);
    last = next;
  }
  const total = at[dense.length - 1]!;
  if (total < 1e-6) throw new PostureError("nothing moves between the key poses");
  const out = poses(samples);
  let i = 0;
  for (let n = 0; n < samples; n++) {
    const target = (total * n) / (samples - 1);
    while (i < dense.length - 2 && at[i + 1]! < target) i++;
    const step = at[i + 1]! - at[i]!;
    blend(dense[i]!, dense[i + 1]!, step > 0 ? Math.min(1, (target - at[i]!) / step) : 0, out[n]!);
  }
  return out;
}

/** room for poses, side by side: many small arrays cost more than what is computed in them */
function poses(count: number): Pose[] {
  const size = POSE_COORDINATES.length;
  const all = new Float64Array(count * size);
  return Array.from({ length: count }, (_, i) => all.subarray(i * size, (i + 1) * size));
}

function densePath(model: Model, setup: Setup, side: Side, workspace: Workspace): Pose[] {
  const { keys, on } = setup;
  const balanced = setup.exercise.balance !== undefined || isLevelled(on);
  const solved = keys[0]!.hand !== null || balanced || on === "shoulders-and-feet";
  const stance = stancePose(setup);
  const posed = keys.map((k) => {
    const pose = stance.slice();
    for (const c in k.angles) setAngle(pose, c as PoseCoordinate, k.angles[c as PoseCoordinate]!);
    return pose;
  });
  const pieces = solved ? SOLVED_PIECES : PIECES;
  const out = poses(pieces * (keys.length - 1) + 1);
  const bar = setup.exercise.grip === "bar" && setup.exercise.sides === "both";
  if (!solved) {
    out.forEach((pose, n) => {
      const k = Math.min(keys.length - 2, Math.floor(n / pieces));
      blend(posed[k]!, posed[k + 1]!, n / pieces - k, pose);
      if (bar) turnToBar(pose);
    });
    return out;
  }
  const state = freshState(workspace);
  const feet = on === "shoulders-and-feet" ? standAtEnd(model, state, setup, posed[posed.length - 1]!, side) : null;
  out.forEach((pose, n) => {
    const k = Math.max(0, Math.ceil(n / pieces) - 1);
    const t = n / pieces - k;
    blend(posed[k]!, posed[k + 1]!, t, pose);
    const previous = out[n - 1];
    if (keys[k]!.hand)
      reach(
        model,
        state.q,
        setup,
        pose,
        scale(add(scale(keys[k]!.hand, 1 - t), scale(keys[k + 1]!.hand!, t)), model.size),
        previous,
      );
    if (bar) turnToBar(pose);
    if (previous && setup.exercise.balance)
      setAngle(pose, setup.exercise.balance, angleOf(previous, setup.exercise.balance));
    if (feet) bridge(model, state, setup, pose, previous, feet, side);
    else if (balanced) balance(model, state, setup, pose, side);
  });
  return out;
}

/**
 * where the right shoulder stands on the trunk in a pose, m: the collar bone and the rhythm place it, nothing else
 * does
 */
function shoulderCentre(model: Model, q: Float64Array, pose: Pose): Vec3 {
  const segment = (id: string) => model.segments[model.segmentIndex.get(`${id}.right`)!]!;
  setCoordinate(model, q, "plane.right", angleOf(pose, "plane"));
  setCoordinate(model, q, "elevation.right", angleOf(pose, "elevation"));
  setRhythm(model, q, "right", angleOf(pose, "girdleElevation") * RAD);
  const [collar, clavicle, scapula] = [segment("collar"), segment("clavicle"), segment("scapula")];
  const raised = apply(rotation(clavicle.axis, q[clavicle.coordinates[0]!]!), scapula.origin);
  return add(collar.origin, apply(rotation(collar.axis, angleOf(pose, "protraction") * RAD), raised));
}

/**
 * Inverse kinematics of the grip: the elbow turns towards a given direction of the trunk. Writes plane, elevation,
 * twist and elbow.
 */
function reach(model: Model, q: Float64Array, setup: Setup, pose: Pose, grip: Vec3, previous: Pose | undefined): void {
  const towards = setup.elbowTowards!;
  const upper = norm(model.segments[model.segmentIndex.get("forearm.right")!]!.origin);
  const lower =
    norm(model.segments[model.segmentIndex.get("radius.right")!]!.origin) + setup.exercise.handle * model.size;
  const guess = previous
    ? [
        angleOf(previous, "plane"),
        angleOf(previous, "elevation"),
        angleOf(previous, "twist"),
        angleOf(previous, "elbow"),
      ]
    : [60, 40, 0, 60];
  const write = (plane: number, elevation: number, twist: number, elbow: number) => {
    setAngle(pose, "plane", plane);
    setAngle(pose, "elevation", elevation);
    setAngle(pose, "twist", twist);
    setAngle(pose, "elbow", elbow);
  };
  write(guess[0]!, guess[1]!, guess[2]!, guess[3]!);
  for (let n = 0; n < (previous ? 3 : 8); n++) {
    let line = sub(grip, shoulderCentre(model, q, pose));
    let d = norm(line);
    // a little too far means a straight arm
    const longest = 0.9985 * (upper + lower);
    if (d > longest && d < 1.12 * (upper + lower)) {
      line = scale(line, longest / d);
      d = longest;
    }
    if (d > upper + lower || d < Math.abs(upper - lower))
      throw new RangeError(
        `the hand target is ${d.toFixed(2)} m from the shoulder; the arm reaches ${(upper + lower).toFixed(2)} m`,
      );
    const e = scale(line, 1 / d);
    const out = unit(sub(towards, scale(e, dot(towards, e))));
    const along = (upper * upper - lower * lower + d * d) / (2 * d);
    const away = Math.sqrt(Math.max(0, upper * upper - along * along));
    const elbowAt = add(scale(e, along), scale(out, away));
    const shaft = unit(elbowAt);
    const fore = unit(sub(line, elbowAt));
    const elbow = Math.acos(Math.max(-1, Math.min(1, dot(shaft, fore)))) / RAD;
    const elevation = Math.acos(Math.max(-1, Math.min(1, -shaft[1])));
    const plane = Math.atan2(shaft[0], shaft[2]);
    const swing = rotation([-Math.cos(plane), 0, Math.sin(plane)], elevation);
    const across = applyTransposed(swing, unit(sub(fore, scale(shaft, dot(fore, shaft)))));
    write(plane / RAD, elevation / RAD, Math.atan2(-across[2], across[0]) / RAD, elbow);
  }
}

/** deg of forearm turn from which on a hand that holds a bar holds it across the body, not along it */
const ACROSS = 45;
/** columns of the forearm's frame against the trunk */
const alongHand = (pose: Pose): [Vec3, Vec3] => {
  const plane = angleOf(pose, "plane") * RAD;
  const swing = rotation([-Math.cos(plane), 0, Math.sin(plane)], angleOf(pose, "elevation") * RAD);
  const [twist, elbow] = [angleOf(pose, "twist") * RAD, angleOf(pose, "elbow") * RAD];
  const column = (v: Vec3) => apply(swing, apply(rotation([0, 1, 0], twist), apply(rotation([0, 0, 1], elbow), v)));
  return [column([1, 0, 0]), column([0, 0, 1])];
};

/**
 * Both hands on one straight bar: the forearm is turned until what the hand closes about lies along the bar, as far as
 * it turns (limits.json). A key pose only says which way round it is held: beyond 45 degrees up or down; between them a
 * handle lies along the body and stays as given.
 */
function turnToBar(pose: Pose): void {
  const given = angleOf(pose, "forearm");
  if (Math.abs(given) < ACROSS) return;
  const [x, z] = alongHand(pose);
  // palm down the thumbs point to each other, palm up away: the bar is the trunk's z
  const way = given > 0 ? -1 : 1;
  const turn = Math.atan2(-way * z[2], way * x[2]) / RAD;
  const nearest = turn - 360 * Math.round((turn - given) / 360);
  setAngle(pose, "forearm", Math.max(FOREARM.low, Math.min(FOREARM.high, nearest)));
}
/** nobody holds a bar at the very end of a joint */
const FOREARM = ((l) => ({ low: Number(l.low) + limits.tolerance, high: Number(l.high) - limits.tolerance }))(
  limits.limits.find((l) => l.coordinate === "forearm")!,
);

const footOf = (model: Model, state: State, side: Side): Vec3 => {
  const p = model.points.get(`midfoot.${side}`)!;
  return readPoint(state, p.segment, p.at);
};

const flatten = (pose: Pose) =>
  setAngle(pose, "ankle", angleOf(pose, "pitch") - angleOf(pose, "hipFlexion") + angleOf(pose, "knee"));

/**
 * shoulders on a bench: where the feet stand at the end of the lift, by pitching the body until they reach the floor
 */
function standAtEnd(model: Model, state: State, setup: Setup, end: Pose, side: Side): Vec3 {
  for (let n = 0; n < 30; n++) {
    const height = (pitch: number) => {
      setAngle(end, "pitch", pitch);
      flatten(end);
      applyPose(model, state, setup, end, side);
      return footOf(model, state, side)[1];
    };
    const at = angleOf(end, "pitch");
    const now = height(at);
    const slope = height(at + 0.5) - now;
    setAngle(end, "pitch", at);
    if (Math.abs(now) < 1e-5) break;
    setAngle(end, "pitch", at - Math.max(-8, Math.min(8, (0.5 * now) / (slope || 1e-9))));
  }
  flatten(end);
  applyPose(model, state, setup, end, side);
  const foot = footOf(model, state, side);
  if (Math.abs(foot[1]) > 1e-3) throw new PostureError("the feet do not reach the floor");
  return foot;
}

/** pitch and knee that keep the feet where they stand, for a given hip angle; Newton in two unknowns */
function bridge(
  model: Model,
  state: State,
  setup: Setup,
  pose: Pose,
  previous: Pose | undefined,
  foot: Vec3,
  side: Side,
): void {
  if (previous) for (const c of ["pitch", "knee"] as const) setAngle(pose, c, angleOf(previous, c));
  const miss = (pitch: number, knee: number): [number, number] => {
    setAngle(pose, "pitch", pitch);
    setAngle(pose, "knee", knee);
    flatten(pose);
    applyPose(model, state, setup, pose, side);
    const at = footOf(model, state, side);
    return [at[0] - foot[0], at[1] - foot[1]];
  };
  let [pitch, knee] = [angleOf(pose, "pitch"), angleOf(pose, "knee")];
  for (let n = 0; n < 30; n++) {
    const [x, y] = miss(pitch, knee);
    if (Math.hypot(x, y) < 1e-5) return;
    const [px, py] = miss(pitch + 0.2, knee);
    const [kx, ky] = miss(pitch, knee + 0.2);
    const [a, b, c, d] = [(px - x) / 0.2, (kx - x) / 0.2, (py - y) / 0.2, (ky - y) / 0.2];
    const det = a * d - b * c || 1e-9;
    const limit = (v: number) => Math.max(-10, Math.min(10, v));
    pitch -= limit((d * x - b * y) / det);
    knee -= limit((a * y - c * x) / det);
  }
  throw new PostureError("the feet cannot stay where they stand");
}
