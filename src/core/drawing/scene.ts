/** What a picture is drawn from: the exercise, the body in its pose, the load. */
import { SIDES, type Side } from "#core/mechanics/model";
import { add, scale, type Vec3 } from "#core/base/vector";
import { findAttachment } from "#core/exercises/attachments";
import type { Exercise } from "#core/exercises/format";
import { framePoint, type Frames } from "#core/mechanics/frames";
import type { ChainId } from "./body.data";
import { ANGLES, type DrawnFrames, type Surface } from "./surface";
import type { Projector } from "./view";

export type Drawn = Pick<Exercise, "equipment" | "supports" | "stance" | "sides" | "loads" | "grip"> &
  Partial<Pick<Exercise, "attachment" | "stated">>;

export interface Scene {
  exercise: Drawn;
  frames: DrawnFrames;
  sample: number;
  surface: Surface;
  projector: Projector;
  /** height of the ground, m: that of the feet, or what those of a body on a bench or a seat hang down to */
  floor: number;
}

/** whether both hands hold one dumbbell, its upper end in the palms */
export const oneDumbbell = ({ equipment, sides, loads, stated }: Drawn): boolean =>
  equipment.includes("dumbbell") &&
  sides === "both" &&
  stated?.loadMeaning === "total" &&
  loads.every((l) => l.kind === "mass" && ["grip", "held"].includes(l.at ?? "grip"));

/** thickness under the points of a foot, m */
export const SOLE = 0.025;
/** m over the bench's own ground up to which feet are taken to stand */
const STANDING = 0.15;

/** whether one foot stands on a step and the other comes up from the ground */
export const stepsUp = ({ equipment, stance, loads }: Drawn): boolean =>
  equipment.includes("step") && stance.on === "one-foot" && loads.every((l) => l.at !== "ball");

/** whether the balls of the feet stand on a block: seated with a weight on the knees, or heels that go under them */
export function onBlock(exercise: Drawn, { points, at }: Pick<Frames, "points" | "at">): boolean {
  const { stance, loads } = exercise;
  if (stance.on === "seat") return loads[0]?.kind !== "rail" && actsAt({ exercise }) === "ball";
  if (!["feet", "one-foot"].includes(stance.on)) return false;
  const heel = points.indexOf("heel.right");
  for (let n = 0; n < at.length; n += 3 * points.length) if (at[n + 3 * heel + 1]! < -0.005) return true;
  return false;
}
/** height of the block, m; and how far from heel to toe the ball is */
export const BLOCK = 0.1;
const BALL = 0.73;

/** the ground of a whole rep: a bench or a step is as high as the body's feet and hands ask for */
export function floorOf(exercise: Drawn, { points, at }: Pick<Frames, "points" | "at">): number {
  const block = onBlock(exercise, { points, at });
  if (!["bench", "seat"].includes(exercise.stance.on) && !stepsUp(exercise) && !block) return 0;
  if (block) {
    let top = Infinity;
    for (let n = 0; n < at.length; n += 3 * points.length) {
      const [heel, toe] = ["heel.right", "toe.right"].map((p) => at[n + 3 * points.indexOf(p) + 1]!) as [
        number,
        number,
      ];
      top = Math.min(top, heel + BALL * (toe - heel));
    }
    return top - BLOCK;
  }
  const ends = ["heel", "toe", "knuckles"].flatMap((p) => SIDES.map((s) => points.indexOf(`${p}.${s}`)));
  let low = Infinity;
  for (let n = 0; n < at.length; n += 3 * points.length)
    for (const k of ends) low = Math.min(low, at[n + 3 * k + 1]! - SOLE);
  // feet that lie or press against something are far over the ground; others stand on it
  return low < STANDING ? low : 0;
}

/** a column of a segment's rotation: its own x, y or z axis in the world */
export function axisOf({ frames, sample }: Pick<Scene, "frames" | "sample">, segment: string, column: 0 | 1 | 2): Vec3 {
  const b = 12 * (sample * frames.segments.length + frames.segments.indexOf(segment));
  return [frames.placed[b + column]!, frames.placed[b + 3 + column]!, frames.placed[b + 6 + column]!];
}

export function originOf({ frames, sample }: Pick<Scene, "frames" | "sample">, segment: string): Vec3 {
  const b = 12 * (sample * frames.segments.length + frames.segments.indexOf(segment)) + 9;
  return [frames.placed[b]!, frames.placed[b + 1]!, frames.placed[b + 2]!];
}

/** a place in a segment's frame, reference body, m */
export function placeIn(scene: Pick<Scene, "frames" | "sample">, segment: string, at: Vec3): Vec3 {
  const k = scene.frames.size;
  const axes = [0, 1, 2].map((c) => scale(axisOf(scene, segment, c as 0 | 1 | 2), at[c]! * k));
  return axes.reduce<Vec3>((p, a) => add(p, a), originOf(scene, segment));
}

export const point = ({ frames, sample }: Pick<Scene, "frames" | "sample">, name: string): Vec3 =>
  framePoint(frames, sample, name);

/** the point of the body that the first load acts on; where a choice decides, what most of them do */
export function actsAt({ exercise: { loads, attachment } }: Pick<Scene, "exercise">): string {
  const at = loads[0]?.at ?? "grip";
  if (at !== "held") return at;
  return typeof attachment === "string" ? findAttachment(attachment).at : "grip";
}

/** places where the load acts, each once */
export const loadPoints = (scene: Pick<Scene, "frames" | "sample">): Vec3[] =>
  scene.frames.loadAt.map((name) => point(scene, name));

/** hands that carry the body and lie flat on a floor or a bench, and do not hold what hangs, rolls or runs on rails */
const HELD_BY_HANDS = ["wheel", "hanging-straps", "guided-bar"] as const;
export function leansOnHands({ stance: { on }, equipment }: Drawn): boolean {
  if (on === "hands-and-heels") return equipment.includes("bench");
  return (on === "hands-and-feet" || on === "hands-and-knees") && !HELD_BY_HANDS.some((e) => equipment.includes(e));
}

/** hands that hold the load */
export function holding(scene: Scene): Side[] {
  const { exercise } = scene;
  const loads = loadPoints(scene);
  return SIDES.filter((side) => {
    const grip = point(scene, `grip.${side}`);
    // a rod held beside its plate is further off
    const reach = exercise.loads.some((l) => l.kind === "mass" && l.at === "grip" && l.beside) ? 0.45 : 0.06;
    const other = point(scene, `grip.${side === "right" ? "left" : "right"}`);
    const off = (p: Vec3, q: Vec3) => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
    // a rod's plate is beside one hand, and may be nearer the other one's than a handle would be
    const near = loads.some((p) => off(p, grip) < reach && (reach < 0.1 || off(p, grip) < off(p, other)));
    const bar =
      ["bar-back", "bar-front", "lap"].includes(exercise.stance.arms) && exercise.equipment.includes("barbell");
    const hangs = ["hands", "hands-and-heels"].includes(exercise.stance.on) && !leansOnHands(exercise);
    const led = exercise.equipment.some((e) => e === "hanging-straps" || e === "guided-bar" || e === "hexagonal-bar");
    return near || bar || oneDumbbell(exercise) || hangs || led;
  });
}

/** the furthest that a chain's rings reach along a direction, m; stations from and to */
export function reachOf(scene: Scene, chain: ChainId, side: Side, along: Vec3, from: number, to: number): number {
  const { surface } = scene;
  const c = surface.of(chain, side);
  let most = -Infinity;
  for (let n = 0; n < c.count; n++) {
    if (c.stations[n]! < from || c.stations[n]! > to) continue;
    for (let a = 0; a < ANGLES; a++) {
      const o = 3 * ((c.from + n) * ANGLES + a);
      const d = surface.at[o]! * along[0] + surface.at[o + 1]! * along[1] + surface.at[o + 2]! * along[2];
      if (d > most) most = d;
    }
  }
  return most;
}
