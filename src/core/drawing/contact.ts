/**
 * What the engine leaves at rest since it carries nothing, put for the picture where it would be: an arm that only
 * holds a bar on the back, before the shoulders or in the lap is turned at shoulder and elbow until its hand is on it;
 * a foot that is knelt on or stands behind is turned at the ankle until its toes are on the floor. Nothing that is
 * computed hangs on it.
 */
import { add, apply, cross, dot, norm, rotation, scale, sub, unit, type Mat3, type Vec3 } from "#core/base/vector";
import { clamp } from "#core/base/numbers";
import { SIDES, type Side } from "#core/mechanics/model";
import { framePoint, type Frames } from "#core/mechanics/frames";
import type { Drawn } from "./scene";

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

function reach(frames: Frames, n: number, side: Side): void {
  const of = (name: string) => framePoint(frames, n, `${name}.${side}`);
  const [shoulder, elbow, grip] = [of("humerus"), of("forearm"), of("grip")];
  const [bar] = frames.loadAt.map((name) => framePoint(frames, n, name));
  if (!bar) return;
  const sign = side === "right" ? 1 : -1;
  const wide = clamp(sign * (grip[2] - bar[2]), WIDTH.least * frames.size, WIDTH.most * frames.size);
  const wanted: Vec3 = [bar[0], bar[1], bar[2] + sign * wide];
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

/** toes of the reference body over the floor, m */
const TOES = 0.012;

/** whose feet lie or stand behind the body, and which way their toes are turned up from the floor */
const BEHIND: Readonly<Partial<Record<Drawn["stance"]["on"], "back" | "nearest">>> = {
  shanks: "back",
  split: "nearest",
  "hands-and-knees": "back",
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

const known = new WeakMap<Frames, Frames>();

/** the frames that an exercise is drawn from: its own, with hands and feet that carry nothing where they would be */
export function drawnFrames(exercise: Drawn, frames: Frames): Frames {
  const bar = holds(exercise) && frames.loadAt.length > 0;
  const behind = BEHIND[exercise.stance.on];
  if (!bar && !behind) return frames;
  let drawn = known.get(frames);
  if (!drawn) {
    drawn = { ...frames, at: frames.at.slice(), placed: frames.placed.slice() };
    const samples = frames.at.length / (3 * frames.points.length);
    for (let n = 0; n < samples; n++)
      for (const side of SIDES) {
        if (bar) reach(drawn, n, side);
        if (behind) settle(drawn, n, side, behind);
      }
    known.set(frames, drawn);
  }
  return drawn;
}
