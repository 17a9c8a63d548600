/**
 * What can go wrong with a rep and is told with one tap: named for the exercise it is asked of. A rep that is no longer
 * the planned one says nothing about the planned load.
 */
import type { Exercise } from "#core/exercises/format";

/** the end where it is long is not reached, reps get short, the body helps, the way of the load changes */
export const TICKS = ["end-lost", "half-reps", "swing", "drift"] as const;
export type Tick = (typeof TICKS)[number];

/** what ended the set: the muscle, as planned, or the breath */
export const ENDED = ["muscle", "breath"] as const;
export type Ended = (typeof ENDED)[number];

/** equipment that has no way of its own */
const FREE: readonly string[] = ["barbell", "dumbbell", "cable", "band", "plate"];
/** what holds the trunk: nobody swings against it */
const HELD: readonly string[] = ["bench", "chest-pad", "preacher-pad", "floor", "back-pad"];

/** which of them this exercise can show: nobody swings on a bench, and a machine keeps its way */
export function ticksFor({ stance, supports, equipment }: Pick<Exercise, "stance" | "supports" | "equipment">): Tick[] {
  const free = equipment.some((e) => FREE.includes(e));
  const held = supports.some((s) => HELD.includes(s)) || stance.on !== "feet";
  return TICKS.filter((t) => (t === "swing" ? free && !held : t === "drift" ? free : true));
}
