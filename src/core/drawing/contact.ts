/**
 * What the engine leaves at rest since it carries nothing, put for the picture where it would be: an arm that only
 * holds a bar on the back, before the shoulders or in the lap is turned at shoulder and elbow until its hand is on it;
 * a foot that is knelt on, stands behind or swings is turned at the ankle until its toes are on the floor; toes bend
 * where the ball of the foot carries; two hands that hold one dumbbell meet; a hand on the floor or a bench lies
 * flat; on a seat the ball (or, with a weight on the toes, the heel) keeps its place and the knee rises. Nothing that
 * is computed hangs on it.
 */
import { add, apply, cross, dot, norm, rotation, scale, sub, unit, type Mat3, type Vec3 } from "#core/base/vector";
import { clamp } from "#core/base/numbers";
import { SIDES, type Side } from "#core/mechanics/model";
import { framePoint, type Frames } from "#core/mechanics/frames";
import { actsAt, leansOnHands, oneDumbbell, type Drawn } from "./scene";
import type { DrawnFrames } from "./surface";

/** what the elbow carries along, segments and points */
const LOWER = ["forearm", "radius", "wrist", "hand"];
const HELD = ["hand", "knuckles", "grip"];
/** m from the middle within which a hand is on the bar, for the reference body; and off it by which it is left alone */
const WIDTH = { least: 0.16, most: 0.6 };
const OFF = 0.005;
/** share of the whole arm that a reach may take: an arm that is quite straight has no elbow to point */
const STRAIGHT = 0.995;

/** the turn that takes the way of `a` to that of `b` */
function between(a: Vec3, b: Vec3): Mat3 {
  const [u, v] = [unit(a), unit(b)];
  const axis = cross(u, v);
  const sine = norm(axis);
  return rotation(sine > 1e-9 ? unit(axis) : [1, 0, 0], Math.atan2(sine, dot(u, v)));
}

/** the elbow of an arm of two bones from the shoulder to a target, on the side where it is now */
function elbowFor(shoulder: Vec3, target: Vec3, upper: number, lower: number, now: Vec3): Vec3 {
  const way = sub(target, shoulder);
  const d = norm(way);
  const along = unit(way);
  const at = clamp((upper * upper - lower * lower + d * d) / (2 * d), -upper, upper);
  const out = sub(now, shoulder);
  const side = sub(out, scale(along, dot(out, along)));
  return add(shoulder, add(scale(along, at), scale(unit(side), Math.sqrt(Math.max(0, upper * upper - at * at)))));
}

const holds = ({ stance, equipment }: Drawn): boolean =>
  ["bar-back", "bar-front", "lap"].includes(stance.arms) && equipment.includes("barbell");

/** where a hand that only holds a bar belongs */
function onBar(frames: Frames, n: number, side: Side): Vec3 | null {
  const [bar] = frames.loadAt.map((name) => framePoint(frames, n, name));
  if (!bar) return null;
  const sign = side === "right" ? 1 : -1;
  const grip = framePoint(frames, n, `grip.${side}`);
  const wide = clamp(sign * (grip[2] - bar[2]), WIDTH.least * frames.size, WIDTH.most * frames.size);
  return [bar[0], bar[1], bar[2] + sign * wide];
}

/** m from the middle of a dumbbell that both hands hold */
const PALM = 0.035;

/** where both hands belong that hold one dumbbell: beside each other in their middle, as far off as both arms reach */
function inMiddle(frames: Frames, n: number): Record<Side, Vec3> {
  const of = (name: string) => SIDES.map((s) => framePoint(frames, n, `${name}.${s}`)) as [Vec3, Vec3];
  const [a, b] = of("grip");
  const [right, left] = of("humerus");
  const [elbow] = of("forearm");
  const out = scale(unit(sub(a, b)), PALM * frames.size);
  const home = scale(add(right, left), 0.5);
  const most = 0.99 * STRAIGHT * (norm(sub(elbow, right)) + norm(sub(a, elbow)));
  let c = scale(add(a, b), 0.5);
  for (let turn = 0; turn < 4; turn++) {
    const over = Math.max(norm(sub(add(c, out), right)), norm(sub(sub(c, out), left))) - most;
    if (over > 0) c = add(c, scale(unit(sub(home, c)), over));
  }
  return { right: add(c, out), left: sub(c, out) };
}

/** an arm turned at shoulder and elbow until its hand is where it is wanted, or as near as it comes */
function reach(frames: Frames, n: number, side: Side, wanted: Vec3): void {
  const of = (name: string) => framePoint(frames, n, `${name}.${side}`);
  const [shoulder, elbow, grip] = [of("humerus"), of("forearm"), of("grip")];
  if (norm(sub(wanted, grip)) < OFF) return;
  const [upper, lower] = [norm(sub(elbow, shoulder)), norm(sub(grip, elbow))];
  const d = norm(sub(wanted, shoulder));
  const reached = clamp(d, Math.abs(upper - lower) * 1.01, STRAIGHT * (upper + lower));
  const target = add(shoulder, scale(unit(sub(wanted, shoulder)), reached));
  const to = elbowFor(shoulder, target, upper, lower, elbow);
  const [high, low] = [between(sub(elbow, shoulder), sub(to, shoulder)), between(sub(grip, elbow), sub(target, to))];
  turn(frames, n, `humerus.${side}`, high, shoulder, shoulder);
  for (const s of LOWER) turn(frames, n, `${s}.${side}`, low, elbow, to);
  move(frames, n, `forearm.${side}`, to);
  for (const p of HELD) move(frames, n, `${p}.${side}`, add(to, apply(low, sub(of(p), elbow))));
}

/** a segment turned about a place that itself has gone elsewhere */
function turn({ segments, placed }: Frames, n: number, segment: string, by: Mat3, from: Vec3, to: Vec3): void {
  const i = segments.indexOf(segment);
  if (i < 0) return;
  const b = 12 * (n * segments.length + i);
  for (let c = 0; c < 3; c++) {
    const column = apply(by, [placed[b + c]!, placed[b + 3 + c]!, placed[b + 6 + c]!]);
    for (let r = 0; r < 3; r++) placed[b + 3 * r + c] = column[r]!;
  }
  placed.set(add(to, apply(by, sub([placed[b + 9]!, placed[b + 10]!, placed[b + 11]!], from))), b + 9);
}

function move({ points, at }: Frames, n: number, name: string, to: Vec3): void {
  const i = points.indexOf(name);
  if (i >= 0) at.set(to, 3 * (n * points.length + i));
}

/** hands that lie on the floor or a bench and carry; null: the side that holds something else, or none */
function flatHands(exercise: Drawn): readonly Side[] {
  if (exercise.stance.on === "hand-and-knee") return ["left"];
  return leansOnHands(exercise) ? SIDES : [];
}

/** a hand that carries lies flat, its fingers forwards: turned at the wrist */
function flatten(frames: Frames, n: number, side: Side): void {
  const of = (name: string) => framePoint(frames, n, `${name}.${side}`);
  const wrist = of("hand");
  const by = between(sub(of("knuckles"), wrist), [1, 0, 0]);
  turn(frames, n, `hand.${side}`, by, wrist, wrist);
  for (const p of ["knuckles", "grip"]) move(frames, n, `${p}.${side}`, add(wrist, apply(by, sub(of(p), wrist))));
}

/** toes of the reference body over the floor, m */
const TOES = 0.012;

/** whose feet lie or stand behind the body, and which way their toes are turned up from the floor */
const BEHIND: Readonly<Partial<Record<Drawn["stance"]["on"], "back" | "nearest">>> = {
  shanks: "back",
  "half-kneeling": "back",
  split: "nearest",
  "hands-and-knees": "back",
  "hand-and-knee": "back",
  "other-foot": "nearest",
};

/** a foot whose toes are under the floor is turned at the ankle, in the plane of the movement, until they are on it */
function settle(frames: Frames, n: number, side: Side, way: "back" | "nearest"): void {
  const of = (name: string) => framePoint(frames, n, `${name}.${side}`);
  const [ankle, toe] = [of("foot"), of("toe")];
  const least = TOES * frames.size;
  if (toe[1] >= least - OFF) return;
  const [x, y] = [toe[0] - ankle[0], toe[1] - ankle[1]];
  const size = Math.hypot(x, y);
  const now = Math.atan2(y, x);
  const rise = Math.asin(clamp((least - ankle[1]) / size, -1, 1));
  const forth = rise - now;
  const back = -Math.PI - rise - now;
  const by = rotation([0, 0, 1], way === "back" || Math.abs(back) < Math.abs(forth) ? back : forth);
  turn(frames, n, `foot.${side}`, by, ankle, ankle);
  for (const p of ["heel", "toe"]) move(frames, n, `${p}.${side}`, add(ankle, apply(by, sub(of(p), ankle))));
}

/** the ball of the foot and its heel in the foot's frame, m, right side (anatomy/skeleton.json) */
const BALL: Vec3 = [0.125, -0.08, 0];
const HEEL: Vec3 = [-0.05, -0.08, 0];
/** how far over the ground the ball is taken to stand on it, m; and the most that toes bend, rad */
const STANDS = 0.03;
const BEND = 1.05;

function inFoot({ segments, placed, size }: Frames, n: number, side: Side, v: Vec3): Vec3 {
  const b = 12 * (n * segments.length + segments.indexOf(`foot.${side}`));
  const row = (r: number) =>
    placed[b + 9 + r]! +
    size * (placed[b + 3 * r]! * v[0] + placed[b + 3 * r + 1]! * v[1] + placed[b + 3 * r + 2]! * v[2]);
  return [row(0), row(1), row(2)];
}

/** a leg on a seat is turned at hip and knee, the ankle as it is, until a place of its foot is where it was at first */
function keep(frames: Frames, n: number, side: Side, local: Vec3, place: Vec3): void {
  const [thigh, shank] = [`thigh.${side}`, `shank.${side}`].map((s) => framePoint(frames, n, s)) as [Vec3, Vec3];
  const now = inFoot(frames, n, side, local);
  const knee = elbowFor(thigh, place, norm(sub(shank, thigh)), norm(sub(now, shank)), shank);
  const [high, low] = [between(sub(shank, thigh), sub(knee, thigh)), between(sub(now, shank), sub(place, knee))];
  const own = ["shank", "foot", "heel", "toe"].map((p) => `${p}.${side}`);
  const load = frames.loadAt[SIDES.indexOf(side)];
  const moved = [...own, ...(load ? [load] : [])].map((p) => [p, framePoint(frames, n, p)] as const);
  turn(frames, n, `thigh.${side}`, high, thigh, thigh);
  for (const s of ["shank", "foot"]) turn(frames, n, `${s}.${side}`, low, shank, knee);
  for (const [p, at] of moved) move(frames, n, p, add(knee, apply(low, sub(at, shank))));
}

/** the axis that toes bend about */
export function acrossFoot({ segments, placed }: Pick<Frames, "segments" | "placed">, n: number, side: Side): Vec3 {
  const b = 12 * (n * segments.length + segments.indexOf(`foot.${side}`));
  return [placed[b + 2]!, placed[b + 5]!, placed[b + 8]!];
}

/** how far toes bend up at the ball of a foot that stands on it, so that they lie level, rad */
function bendOf(frames: Frames, n: number, side: Side): number {
  const b = 12 * (n * frames.segments.length + frames.segments.indexOf(`foot.${side}`));
  return clamp(Math.asin(clamp(-frames.placed[b + 3]!, -1, 1)), 0, BEND);
}

/** toes turned up to lie level where the ball stands. @param carried whatever its height @returns how far, rad */
function bendToes(drawn: DrawnFrames, n: number, side: Side, carried: boolean): number {
  const ball = inFoot(drawn, n, side, BALL);
  if (!carried && ball[1] > STANDS * drawn.size) return 0;
  const bend = bendOf(drawn, n, side);
  const toe = framePoint(drawn, n, `toe.${side}`);
  move(drawn, n, `toe.${side}`, add(ball, apply(rotation(acrossFoot(drawn, n, side), bend), sub(toe, ball))));
  return bend;
}

const known = new WeakMap<Frames, DrawnFrames>();

/** the place of the foot that stays where it is on a seat; null where the engine holds the foot or nothing does */
function keptOf(exercise: Drawn): Vec3 | null {
  if (exercise.stance.on !== "seat" || exercise.loads[0]?.kind === "rail") return null;
  const at = actsAt({ exercise });
  return at === "ball" ? BALL : at === "toe" ? HEEL : null;
}

/** the frames that an exercise is drawn from: its own, with hands and feet that carry nothing where they would be */
export function drawnFrames(exercise: Drawn, frames: Frames): DrawnFrames {
  const bar = holds(exercise) && frames.loadAt.length > 0;
  const behind = BEHIND[exercise.stance.on];
  const kept = keptOf(exercise);
  const one = oneDumbbell(exercise);
  const balls = ["feet", "one-foot"].includes(exercise.stance.on) || kept === BALL;
  const flat = flatHands(exercise);
  if (![bar, one, behind, kept, balls, flat[0]].some(Boolean)) return frames;
  let drawn = known.get(frames);
  if (drawn) return drawn;
  const samples = frames.at.length / (3 * frames.points.length);
  drawn = { ...frames, at: frames.at.slice(), placed: frames.placed.slice() };
  const toes = new Float32Array(2 * samples);
  const middles = one ? Array.from({ length: samples }, (_, n) => inMiddle(frames, n)) : null;
  for (const [i, side] of SIDES.entries()) {
    const place = kept && inFoot(frames, 0, side, kept);
    for (let n = 0; n < samples; n++) {
      const hand = middles ? middles[n]![side] : bar ? onBar(drawn, n, side) : null;
      if (hand) reach(drawn, n, side, hand);
      if (flat.includes(side)) flatten(drawn, n, side);
      // where both hands hold one dumbbell the load is in them
      if (middles && drawn.loadAt[i]) move(drawn, n, drawn.loadAt[i], framePoint(drawn, n, `grip.${side}`));
      // whoever stands on the other foot swings the right one
      if (behind && (exercise.stance.on !== "other-foot" || side === "right")) settle(drawn, n, side, behind);
      if (kept && place) keep(drawn, n, side, kept, place);
      if (balls) toes[2 * n + i] = bendToes(drawn, n, side, kept !== null);
    }
  }
  if (toes.some((t) => t > 0)) drawn.toes = toes;
  known.set(frames, drawn);
  return drawn;
}
