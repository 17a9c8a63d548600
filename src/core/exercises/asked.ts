/** A setup by the id of its exercise, as pages, workers and jobs ask for it; on a measured machine by its own curve. */
import type { Exercise } from "./format";
import { findExercise } from "./library";
import { resolveSetup, type Setup, type Values } from "./setup";
import { exerciseVersion, sameVersion } from "./version";

/** force over what the pin says, at shares of the way */
export type Profile = readonly (readonly [number, number])[];

export interface SetupAsk {
  exerciseId: string;
  values: Values;
  /** itself, where nobody else knows it yet: while it is written */
  exercise?: Exercise | undefined;
  /** measured on the machine that it is done on */
  profile?: Profile | undefined;
}

/** kinds of load that a machine's curve stands for */
const MEASURED: ReadonlySet<string> = new Set(["cable", "lever", "arm"]);

const profiles = new WeakMap<Exercise, Profile>();

/**
 * The exercise on a machine with a curve of its own, which stands for what its file says of cam, plates and lever. It
 * is the same exercise of the same version, since lines and logs of it go on.
 */
export function withProfile(exercise: Exercise, profile: Profile | undefined): Exercise {
  if (!profile || !exercise.loads.some((l) => MEASURED.has(l.kind))) return exercise;
  const loads = exercise.loads.map((l): Exercise["loads"][number] => {
    const points = profile.map(([s, factor]): [number, number] => [s, factor]);
    if (l.kind === "arm") return { ...l, plates: undefined, profile: points };
    return l.kind === "cable" || l.kind === "lever" ? { ...l, profile: points } : l;
  });
  const measured = sameVersion({ ...exercise, loads }, exerciseVersion(exercise));
  profiles.set(measured, profile);
  return measured;
}

/** the ask for a setup of an exercise that is held, with the curve it has */
export function askFor(exercise: Exercise, values: Values): SetupAsk {
  const profile = profiles.get(exercise);
  return { exerciseId: exercise.id, values, ...(profile ? { profile } : {}) };
}

/** null where there is no such exercise. @throws SetupError for values it does not have */
export function setupAsked({
  exerciseId,
  values,
  profile,
  exercise = findExercise(exerciseId),
}: SetupAsk): Setup | null {
  return exercise ? resolveSetup(withProfile(exercise, profile), values) : null;
}
