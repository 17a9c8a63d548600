/**
 * Postures: from the angles of a key pose to the coordinates of the whole body, standing, lying or hanging on what
 * carries it. Feet stay flat, hands stay on the bar, and where an exercise names a balance joint that joint is turned
 * until the weight of body and load stands over the base: hand-typed squats fall over.
 */
import { POSE_COORDINATES, type PoseCoordinate } from "#core/exercises/choices";
import type { Setup, SetupLoad } from "#core/exercises/setup";
import { setRhythm, sided, SIDES, type Model, type Side } from "#core/mechanics/model";
import { setRoot, updatePose, worldPoint, type State } from "#core/mechanics/state";
import { RAD } from "#core/base/vector";

/** degrees, in the order of POSE_COORDINATES */
export type Pose = Float64Array;

const INDEX = Object.fromEntries(POSE_COORDINATES.map((c, i) => [c, i])) as Record<PoseCoordinate, number>;
export const angleOf = (pose: Pose, c: PoseCoordinate): number => pose[INDEX[c]]!;
export const setAngle = (pose: Pose, c: PoseCoordinate, degrees: number): void => void (pose[INDEX[c]] = degrees);

const ARM: readonly PoseCoordinate[] = [
  "plane",
  "elevation",
  "twist",
  "elbow",
  "forearm",
  "wristFlexion",
  "wristDeviation",
  "fingers",
  "protraction",
];
const LEG: readonly PoseCoordinate[] = ["hipFlexion", "hipAbduction", "hipRotation", "knee", "ankle"];
const MIDDLE: readonly PoseCoordinate[] = ["lumbarFlexion", "lumbarBend", "lumbarRotation", "thoracicFlexion", "neck"];
const STANDING = new Set(["feet", "one-foot", "other-foot", "split"]);
/** a rear foot stands this far behind the front one, on its ball, m */
const REAR_BACK = 0.72;

/** arms that only hold on: plane, elevation, twist, elbow */
const REST: Record<Setup["arms"], readonly [number, number, number, number]> = {
  side: [90, 4, 0, 12],
  hang: [90, 0, 0, 3],
  "hang-drawn": [90, 0, 0, 3],
  up: [75, 168, 0, 8],
  "bar-back": [-25, 50, -70, 125],
  "bar-front": [75, 85, 40, 130],
  lap: [80, 12, 0, 12],
};

/** arms that draw a bar to the legs turn back from the plumb line by this share of the lean: 8 degrees at 80 */
const DRAWN = 0.9;

/** the leg that does nothing, deg by pose coordinate: standing on it, or lifted beside the standing one */
const legPose = (given: Partial<Record<PoseCoordinate, number>>) => POSE_COORDINATES.map((c) => given[c] ?? 0);
const REST_LEG = {
  stance: legPose({ knee: 6, ankle: 3 }),
  lifted: legPose({ hipFlexion: 25, knee: 60 }),
  // drawn up, of somebody who lies on the shoulders
  drawn: legPose({ hipFlexion: 85, knee: 95 }),
};

/** the pose of the stance with everything a key pose does not give; degrees */
export function stancePose(setup: Setup): Pose {
  const pose = new Float64Array(POSE_COORDINATES.length);
  const { on, angles } = setup;
  const pitch = angles.pitch ?? 0;
  const base: Partial<Record<PoseCoordinate, number>> = { plane: 90, fingers: 200 };
  if (STANDING.has(on)) Object.assign(base, { knee: 6, ankle: 3 });
  // the thigh that is knelt on stands upright
  if (on === "half-kneeling") Object.assign(base, { hipFlexion: pitch, knee: 90 });
  if (on === "seat") Object.assign(base, { hipFlexion: 90 + pitch, knee: 88 });
  if (on === "bench")
    Object.assign(
      base,
      pitch <= -60
        ? { hipFlexion: 8, knee: 82 }
        : pitch < 20
          ? { hipFlexion: 90 + pitch, knee: 88 }
          : { hipFlexion: 8, knee: 12 },
    );
  for (const [c, v] of Object.entries({ ...base, ...angles })) pose[INDEX[c as PoseCoordinate]] = v;
  return pose;
}

const rests = new WeakMap<Setup, Pose>();
/** on a seat or bench the idle leg lies as the stance has it */
function restOf(setup: Setup): Pose {
  let pose = rests.get(setup);
  if (!pose) rests.set(setup, (pose = stancePose(setup)));
  return pose;
}

/**
 * where each pose coordinate stands in q, right and left (the same for the middle of the body; -1 where it is not one
 * joint)
 */
const placesOf = new WeakMap<ReadonlyMap<string, number>, Record<Side, Int32Array>>();
function places(model: Model): Record<Side, Int32Array> {
  let p = placesOf.get(model.coordinateIndex);
  if (!p) {
    const of = (side: Side) =>
      Int32Array.from(
        POSE_COORDINATES,
        (c) => model.coordinateIndex.get(c) ?? model.coordinateIndex.get(`${c}.${side}`) ?? -1,
      );
    placesOf.set(model.coordinateIndex, (p = { right: of("right"), left: of("left") }));
  }
  return p;
}

const ARM_AT = ARM.map((c) => INDEX[c]);
const LEG_AT = LEG.map((c) => INDEX[c]);
const MIDDLE_AT = MIDDLE.map((c) => INDEX[c]);

/** an arm that the path does not move hangs, rests or holds a bar */
function restArm(q: Float64Array, own: Int32Array, setup: Setup, pose: Pose): void {
  const [plane, elevation, twist, elbow] = REST[setup.arms];
  const down = setup.arms === "hang" ? 1 : setup.arms === "hang-drawn" ? DRAWN : 0;
  q[own[INDEX.plane]!] = plane * RAD;
  q[own[INDEX.elevation]!] = (down > 0 ? down * (pose[INDEX.pitch]! + pose[INDEX.lumbarFlexion]!) : elevation) * RAD;
  q[own[INDEX.twist]!] = twist * RAD;
  q[own[INDEX.elbow]!] = elbow * RAD;
}

/** whether a leg carries the body, its foot flat on the floor */
function carries(on: Setup["on"], works: boolean): boolean {
  if (on === "feet") return true;
  if (on === "other-foot") return !works;
  return (on === "one-foot" || on === "split") && works;
}

/** bases that both legs belong to, whatever one arm does */
const ON_BOTH: ReadonlySet<string> = new Set([
  "shanks",
  "thighs",
  "hands-and-feet",
  "hands-and-knees",
  "forearm-and-foot",
  "forearm-and-knee",
]);

function idleLeg(setup: Setup): ArrayLike<number> {
  const { on } = setup;
  if (on === "other-foot") return REST_LEG.stance;
  if (on === "seat" || on === "bench") return restOf(setup);
  return on === "shoulders-and-feet" ? REST_LEG.drawn : REST_LEG.lifted;
}

function placeLeg(q: Float64Array, own: Int32Array, setup: Setup, pose: Pose, works: boolean, stands: boolean) {
  const { on } = setup;
  const still = idleLeg(setup);
  const follows = works || (stands && on !== "other-foot") || ON_BOTH.has(on);
  for (const c of LEG_AT) q[own[c]!] = (follows ? pose[c]! : still[c]!) * RAD;
  // the thigh that is knelt on stands upright, whatever the trunk does
  if (on === "hand-and-knee" && !works) {
    q[own[INDEX.hipFlexion]!] = q[3]!;
    q[own[INDEX.knee]!] = Math.PI / 2;
  }
  // feet stay flat (or on the ball, the heel raised): thigh, shank and foot add up
  if (stands)
    q[own[INDEX.hipFlexion]!] = q[3]! + q[own[INDEX.knee]!]! - q[own[INDEX.ankle]!]! - pose[INDEX.heel]! * RAD;
}

/** writes the pose to q and sets the body on its base; `state` holds q */
export function applyPose(model: Model, state: State, setup: Setup, pose: Pose, side: Side): void {
  const { q } = state;
  const at = places(model);
  const { on } = setup;
  const mirror = side === "left" ? -1 : 1;
  q[0] = q[1] = q[2] = 0;
  q[3] = pose[INDEX.pitch]! * RAD;
  q[4] = pose[INDEX.roll]! * RAD * mirror;
  q[5] = pose[INDEX.turn]! * RAD * mirror;
  for (const c of MIDDLE_AT)
    q[at.right[c]!] = pose[c]! * RAD * (c === INDEX.lumbarBend || c === INDEX.lumbarRotation ? mirror : 1);
  for (const s of SIDES) {
    const own = at[s];
    const mine = s === side;
    const works = setup.exercise.sides === "both" || mine;
    for (const c of ARM_AT) q[own[c]!] = pose[c]! * RAD;
    if (!works || !setup.movesArms) restArm(q, own, setup, pose);
    setRhythm(model, q, s, works ? pose[INDEX.girdleElevation]! * RAD : 0);
    placeLeg(q, own, setup, pose, works, carries(on, mine));
  }
  updatePose(model, state);
  setDown(model, state, setup, side);
  const far: Side = side === "right" ? "left" : "right";
  if (on === "split") stepBack(model, state, setup.height, far);
  if (on === "half-kneeling") standFlat(model, state, far, linksOf(model, far)[0]);
  if (on === "hand-and-knee") standFlat(model, state, side, 0);
}

const P = new Float64Array(3);
const point = (model: Model, state: State, name: string): Float64Array => {
  const p = model.points.get(name);
  if (!p) throw new RangeError(`no point called ${name}`);
  worldPoint(state, p.segment, p.at, P);
  return P;
};

/** the points that stand on the floor, hold the bar or lie on the bench; none where the hips are simply at a height */
const BASE_POINTS: Record<Setup["on"], (foot: string, side: Side, other: Side) => readonly string[]> = {
  feet: (foot) => [`${foot}.right`, `${foot}.left`],
  "one-foot": (foot, side) => [`${foot}.${side}`],
  split: (foot, side) => [`${foot}.${side}`],
  "other-foot": (foot, _, other) => [`${foot}.${other}`],
  hands: () => ["grip.right", "grip.left"],
  "hands-and-feet": () => ["toe.right", "toe.left"],
  "forearms-and-feet": () => ["toe.right", "toe.left"],
  "hands-and-heels": () => ["heel.right", "heel.left"],
  "hands-and-knees": () => ["knee-front.right", "knee-front.left"],
  "shoulders-and-feet": () => ["upper-back"],
  "shoulders-and-heels": () => ["upper-back"],
  "forearm-and-foot": (_, side) => [`foot-edge.${side}`],
  "forearm-and-knee": (_, side) => [`knee-outside.${side}`],
  shanks: () => ["knee-front.right", "knee-front.left"],
  "half-kneeling": (_, side) => [`knee-front.${side}`],
  "hand-and-knee": (_, __, other) => [`knee-front.${other}`],
  seat: () => [],
  bench: () => [],
  thighs: () => [],
};

/** moves the root so that what carries the body is where it belongs */
function setDown(model: Model, state: State, setup: Setup, side: Side): void {
  const { on } = setup;
  // elsewhere the height is that of the other end
  const height = on === "split" || (isLevelled(on) && on !== "hand-and-knee") ? 0 : setup.height;
  const other: Side = side === "right" ? "left" : "right";
  const foot = setup.raisesHeel ? "ball" : "midfoot";
  const names = BASE_POINTS[on](foot, side, other);
  let [x, y, z] = [0, 0, 0];
  for (const n of names) {
    const p = point(model, state, n);
    x += p[0]! / names.length;
    y += p[1]! / names.length;
    z += p[2]! / names.length;
  }
  // on wedges the balls of the feet are on the floor
  if (!setup.raisesHeel && (setup.angles.heel ?? 0) > 0) y = point(model, state, `ball.${side}`)[1]!;
  setRoot(model, state, -x, height * model.size - y, on === "one-foot" || on === "other-foot" ? -z : 0);
}

/** a leg of two links from its hip to an ankle at x, y in the world, m; its knee in front. Leaves the ankle as it is */
function reach(model: Model, state: State, leg: Side, x: number, y: number): void {
  const hip = model.segmentIndex.get(`hip-bent.${leg}`)!;
  const { o, q } = state;
  const [thigh, shank] = linksOf(model, leg);
  const dx = x - o[3 * hip]!;
  const dy = y - o[3 * hip + 1]!;
  const d = Math.min(thigh + shank - 1e-4, Math.max(Math.abs(thigh - shank) + 1e-3, Math.hypot(dx, dy)));
  const inner = Math.acos((thigh * thigh + d * d - shank * shank) / (2 * thigh * d));
  const knee = Math.PI - Math.acos((thigh * thigh + shank * shank - d * d) / (2 * thigh * shank));
  // angle of the line from straight down, forwards positive; the knee bends to the front of it
  const line = Math.atan2(dx, -dy);
  q[model.coordinateIndex.get(`hipFlexion.${leg}`)!] = line + inner + q[3]!;
  q[model.coordinateIndex.get(`knee.${leg}`)!] = knee;
}

/** m from hip to knee and from knee to ankle */
const linksOf = (model: Model, leg: Side): [thigh: number, shank: number] => [
  Math.abs(model.segments[model.segmentIndex.get(`shank.${leg}`)!]!.origin[1]),
  Math.abs(model.segments[model.segmentIndex.get(`foot.${leg}`)!]!.origin[1]),
];

/** the rear leg of a split stance stands on its ball, its ankle `up` m over the floor */
function stepBack(model: Model, state: State, up: number, rear: Side): void {
  reach(model, state, rear, -REAR_BACK * model.size, up * model.size);
  state.q[model.coordinateIndex.get(`ankle.${rear}`)!] = Math.PI / 6;
  updatePose(model, state);
}

/** a leg whose foot stands flat on the floor, its ankle this far ahead of the hip (m), or as near as it comes */
function standFlat(model: Model, state: State, leg: Side, ahead: number): void {
  const { o, q } = state;
  const hip = model.segmentIndex.get(`hip-bent.${leg}`)!;
  const sole = model.points.get(`midfoot.${leg}`)!.at[1];
  reach(model, state, leg, o[3 * hip]! + ahead, -sole);
  const at = (name: string) => model.coordinateIndex.get(`${name}.${leg}`)!;
  q[at("ankle")] = q[3]! + q[at("knee")]! - q[at("hipFlexion")]!;
  updatePose(model, state);
}

/** x of the common centre of mass of body and nominal load, m */
export function balancePoint(model: Model, state: State, loads: readonly { point: string; mass: number }[]): number {
  let [mass, moment] = [0, 0];
  for (let i = 0; i < model.segments.length; i++) {
    const segment = model.segments[i]!;
    if (segment.mass === 0) continue;
    worldPoint(state, i, segment.com, P);
    mass += segment.mass;
    moment += segment.mass * P[0]!;
  }
  for (const l of loads) {
    const p = point(model, state, l.point);
    mass += l.mass;
    moment += l.mass * p[0]!;
  }
  return moment / mass;
}

/** the points a load acts on: the working side's, both, or one in the middle */
export const loadPoints = (model: Model, setup: Setup, load: SetupLoad, side: Side): string[] =>
  model.points.has(load.at)
    ? [load.at]
    : setup.exercise.sides === "both" || load.both
      ? [`${load.at}.right`, `${load.at}.left`]
      : [`${load.at}.${side}`];

/** masses at their usual load, for balance */
const nominalLoads = (model: Model, setup: Setup, side: Side) =>
  setup.loads.flatMap((l) =>
    l.kind === "mass" || (l.kind === "arm" && l.plates)
      ? loadPoints(model, setup, l, side).map((point) => ({
          point,
          mass: (l.kind === "mass" ? l.fixed : 0) + l.share * setup.exercise.stated.usualLoad,
        }))
      : [],
  );

export class PostureError extends Error {
  override readonly name = "PostureError";
}

/** a load on upright rails, and how far the feet stand ahead of them, m */
export const onRails = (setup: Setup): (SetupLoad & { kind: "mass"; rails: number }) | null =>
  setup.loads.find((l): l is SetupLoad & { kind: "mass"; rails: number } => l.kind === "mass" && l.rails !== null) ??
  null;

/**
 * turns the balance joint of the pose until the weight stands over the base (x = 0), or a load that is led over its
 * rails; secant steps within its range
 */
export function balance(model: Model, state: State, setup: Setup, pose: Pose, side: Side): void {
  const joint = setup.exercise.balance;
  if (isLevelled(setup.on)) return level(model, state, setup, pose, side);
  if (!joint) return void applyPose(model, state, setup, pose, side);
  const nominal = nominalLoads(model, setup, side);
  const led = onRails(setup);
  const off = (v: number) => {
    setAngle(pose, joint, v);
    applyPose(model, state, setup, pose, side);
    return led
      ? point(model, state, loadPoints(model, setup, led, side)[0]!)[0]! + led.rails
      : balancePoint(model, state, nominal);
  };
  solve(off, angleOf(pose, joint), joint === "ankle" ? 1.5 : 3, `no ${joint} angle brings the weight over the base`);
}

/** the point at the far end of a body that is carried at both ends: it lies at the setup's height */
const FAR_END: Partial<Record<Setup["on"], string>> = {
  "hands-and-feet": "grip",
  "forearms-and-feet": "elbow",
  "hands-and-knees": "grip",
  "hands-and-heels": "grip",
  "hand-and-knee": "wrist",
  "shoulders-and-heels": "heel",
  "forearm-and-foot": "elbow",
  "forearm-and-knee": "elbow",
};
/** a body on its side is rolled, one on its front or back is pitched */
const ON_SIDE: ReadonlySet<string> = new Set(["forearm-and-foot", "forearm-and-knee"]);

/** bases at two ends of the body: it is pitched until both are where they belong */
export const isLevelled = (on: Setup["on"]): boolean => on in FAR_END;

/** a body on two ends: pitched or rolled about its near end until the far one is where it belongs */
function level(model: Model, state: State, setup: Setup, pose: Pose, side: Side): void {
  const lies = FAR_END[setup.on]!;
  const end = setup.on !== "hand-and-knee" ? side : side === "right" ? "left" : "right";
  const over = setup.height * model.size;
  const by = ON_SIDE.has(setup.on) ? "roll" : "pitch";
  solve(
    (v) => {
      setAngle(pose, by, v);
      applyPose(model, state, setup, pose, side);
      return point(model, state, sided(lies, end))[1]! - over;
    },
    angleOf(pose, by),
    -3,
    "the far end does not reach the floor",
  );
}

function solve(off: (v: number) => number, start: number, step: number, reason: string): void {
  let a = start;
  let fa = off(a);
  if (Math.abs(fa) < 1e-5) return;
  let b = a + step;
  let fb = off(b);
  for (let n = 0; n < 40 && Math.abs(fb) > 1e-5; n++) {
    const slope = (fb - fa) / (b - a);
    if (!Number.isFinite(slope) || Math.abs(slope) < 1e-9) break;
    const next = b - Math.max(-12, Math.min(12, fb / slope));
    [a, fa, b] = [b, fb, next];
    fb = off(b);
  }
  if (!(Math.abs(fb) < 1e-3)) throw new PostureError(reason);
}
