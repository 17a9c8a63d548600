/**
 * What can go wrong with a rep and is told with one tap: named for the exercise it is asked of. A rep that is no longer
 * the planned one says nothing about the planned load.
 */
import { canSwing, isFree } from "#core/exercises/swing";

/** the end where it is long is not reached, reps get short, the body helps, the way of the load changes */
export const TICKS = ["end-lost", "half-reps", "swing", "drift"] as const;
export type Tick = (typeof TICKS)[number];

/** what ended the set: the muscle, as planned, or the breath */
export const ENDED = ["muscle", "breath"] as const;
export type Ended = (typeof ENDED)[number];

/** which of them this exercise can show: nobody swings on a bench, and a machine keeps its way */
export const ticksFor = (exercise: Parameters<typeof canSwing>[0]): Tick[] =>
  TICKS.filter((t) => (t === "swing" ? canSwing(exercise) : t === "drift" ? isFree(exercise) : true));
