/**
 * A family sorted into heavy, middle and light places: what is worth its warm-up early in a session, and what is quick
 * and finely stepped enough for the end. By the load it moves, how finely that is set, and what it takes to set up.
 */
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { movedLoad } from "./factors";

export const PLACES = ["heavy", "middle", "light"] as const;
export type Place = (typeof PLACES)[number];

export interface Placed {
  place: Place;
  /** kg that move */
  load: number;
  /** step over a usual load */
  step: number;
  seconds: number;
}

/** @param goal 0 size to 1 strength: in between the limits are too */
export function sessionPlace(
  exercise: Pick<Exercise, "stated">,
  mass: number,
  goal: number,
  places: Method["places"],
): Placed {
  const { stated } = exercise;
  const between = (a: number, b: number) => a + goal * (b - a);
  const load = movedLoad(exercise, mass);
  const step = stated.loadStep / (load || 1);
  const heavy =
    load >= between(places.heavy, places.strongHeavy) && step <= between(places.heavyStep, places.strongStep);
  const light = load < between(places.light, places.strongLight);
  return {
    place: heavy ? "heavy" : light ? "light" : "middle",
    load,
    step,
    seconds: stated.setupSeconds + stated.changeSeconds,
  };
}

export const PLACE_WORDS: Readonly<Record<Place, string>> = {
  heavy: "a heavy place: early, ramped, low reps",
  middle: "a middle place: after the heavy lift, middle reps",
  light: "a light place: late, high reps, short rests",
};
