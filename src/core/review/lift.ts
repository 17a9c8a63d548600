/** A set as the estimators read it: all that was lifted, and the reps to failure that it stands for. */
import { inKg } from "#core/base/kilograms";
import type { Entry } from "#core/training/entry";
import { countedReps, loadOf, type Exposure } from "#core/training/exposures";
import { toFailure } from "#core/training/forecast";
import { REPS } from "#core/training/strength";

export interface Lift {
  /** which set of the line, from 0 */
  set: number;
  /** kg, the body's share included */
  kg: number;
  /** reps to failure: those done, those said to be left, and those that are not said */
  failing: number;
}

/** the sets of a line on one day */
export interface LiftDay {
  date: string;
  lifts: Lift[];
}

/** reps by which the load of one is halved */
export const K = REPS;

/** loss of ln strength from the first set to each later one, over that to the second */
const FALLS = [0, 1, 1.35, 1.5, 1.55] as const;
export const fallOf = (set: number): number => FALLS[Math.min(set, FALLS.length - 1)]!;

const STRICT: readonly string[] = ["full", "left", "right"];

/** what a set says of strength; null where it says nothing: no full reps, no load, no body */
export function liftOf(e: Entry, body: number): Lift | null {
  const load = loadOf(e);
  const kg = (load ? inKg(load) : 0) + body;
  const reps = countedReps(e);
  if (kg <= 0 || reps < 1 || e.voided || e.instead || !STRICT.includes(e.parts[0]!.kind)) return null;
  return { set: e.set, kg, failing: toFailure(reps, e.reserve ?? e.prescribed.reserve) };
}

/** a line's workouts, oldest first, without what says nothing */
export const liftDays = (exposures: readonly Exposure[], body: number): LiftDay[] =>
  [...exposures]
    .reverse()
    .map((x) => ({ date: x.localDate, lifts: x.entries.flatMap((e) => liftOf(e, body) ?? []) }))
    .filter((d) => d.lifts.length > 0);
