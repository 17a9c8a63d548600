import { findExercise, library } from "#core/exercises/library";
import { resolveSetup, roundToStep, type Setup, type Values } from "#core/exercises/setup";

export const setupOf = (id: string, values: Values = {}): Setup => resolveSetup(findExercise(id)!, values);

/** every named setup of the library */
export const namedSetups = (): Setup[] => library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));

/** one setup an exercise, its first: enough where every one would only be more of the same */
export const firstSetups = (): Setup[] => library.map((e) => resolveSetup(e, e.setups[0]?.values));

/** parameters anywhere in their ranges */
export const randomSetup = (random: () => number): Setup => {
  const e = library[Math.floor(random() * library.length)]!;
  return resolveSetup(
    e,
    Object.fromEntries(e.parameters.map((p) => [p.id, roundToStep(p, p.min + random() * (p.max - p.min))])),
  );
};
