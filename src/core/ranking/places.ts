/**
 * A family sorted into heavy, middle and light places: what is worth its warm-up early in a session, and what is quick
 * and finely stepped enough for the end. By the load it moves, how finely that is set, and what it takes to set up.
 */
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

/** kg that move, and step over load, of a heavy place; kg of a light one: for size, for strength */
const HEAVY = { size: { load: 45, step: 0.1 }, strength: { load: 60, step: 0.06 } };
const LIGHT = { size: 18, strength: 30 };

/** @param goal 0 size to 1 strength: in between the limits are too */
export function sessionPlace(exercise: Pick<Exercise, "stated">, mass: number, goal = 0): Placed {
  const { stated } = exercise;
  const between = (a: number, b: number) => a + goal * (b - a);
  const load = movedLoad(exercise, mass);
  const step = stated.loadStep / (load || 1);
  const heavy =
    load >= between(HEAVY.size.load, HEAVY.strength.load) && step <= between(HEAVY.size.step, HEAVY.strength.step);
  const light = load < between(LIGHT.size, LIGHT.strength);
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
