/**
 * The form that a choice of values gives an exercise. A parameter called `sides` with the options `both` and `one` says
 * whether arms or legs work together, one called `base` what carries the body, an option may need more equipment, and
 * from a value on it may be for other muscles. Everything else about the exercise stays.
 */
import { BASES, type Base } from "#core/exercises/choices";
import type { Exercise } from "#core/exercises/format";
import { PARTS } from "#core/exercises/part";
import type { Values } from "#core/exercises/setup";
import { exerciseVersion, sameVersion } from "#core/exercises/version";

const SIDES = ["both", "one"] as const;
/** what the options of a parameter of these names may be */
export const FORMS: Readonly<Record<string, readonly string[]>> = {
  sides: SIDES,
  base: BASES,
  part: Object.keys(PARTS),
};
type Sides = (typeof SIDES)[number];

/** the options that values choose, by parameter */
const chosenOptions = ({ parameters }: Exercise, values: Values) =>
  parameters.flatMap((p) => {
    const option = p.options?.find((o) => o.value === Math.round(values[p.id] ?? p.default));
    return option ? [{ parameter: p.id, ...option }] : [];
  });
type Chosen = ReturnType<typeof chosenOptions>;

/** null where the choice says something else: a practice's own setting may be called so and mean what it likes */
function named<T extends string>(chosen: Chosen, parameter: string, of: readonly T[]): T | null {
  const option = chosen.find((o) => o.parameter === parameter);
  return of.find((x) => x === option?.id) ?? null;
}

/** what both sides share, a stack or a bar, is half as heavy for one; what each has of its own is as it was */
function usualFor(sides: Sides, { sides: own, stated, loads }: Exercise): number {
  const shared = loads.some(
    (l) => typeof l.share === "object" && "parameter" in l.share && l.share.parameter === "sides",
  );
  if (!shared || sides === own) return stated.usualLoad;
  const load = stated.usualLoad * (sides === "one" ? 0.5 : 2);
  return Math.max(stated.loadStep, Math.round(load / stated.loadStep) * stated.loadStep);
}

const defaultOf = ({ parameters }: Exercise, id: string): number => parameters.find((p) => p.id === id)?.default ?? 0;

const forms = new WeakMap<Exercise, Map<string, Exercise>>();

/** the exercise as these values do it: itself, or another form of it (the same object every time) */
export function formOf(exercise: Exercise, values: Values): Exercise {
  const chosen = chosenOptions(exercise, values);
  const turned = exercise.turned?.findLast((t) => (values[t.parameter] ?? defaultOf(exercise, t.parameter)) >= t.from);
  if (chosen.length === 0 && !turned) return exercise;
  const sides = named(chosen, "sides", SIDES) ?? exercise.sides;
  const on: Base = named(chosen, "base", BASES) ?? exercise.stance.on;
  const needs = chosen.flatMap((o) => o.needs ?? []).filter((id) => !exercise.equipment.includes(id));
  if (sides === exercise.sides && on === exercise.stance.on && needs.length === 0 && !turned) return exercise;
  let made = forms.get(exercise);
  if (!made) forms.set(exercise, (made = new Map<string, Exercise>()));
  const key = [sides, on, ...needs, ...(turned?.targets ?? [])].join(" ");
  let form = made.get(key);
  if (!form) {
    form = {
      ...exercise,
      ...(turned && { targets: turned.targets, aims: turned.aims }),
      sides,
      stance: { ...exercise.stance, on },
      equipment: [...exercise.equipment, ...needs],
      stated: { ...exercise.stated, usualLoad: usualFor(sides, exercise) },
    };
    made.set(key, sameVersion(form, exerciseVersion(exercise)));
  }
  return form;
}

/** the exercise of a line or of a row, in the form that its values give it */
export function exerciseFor(
  exercises: ReadonlyMap<string, Exercise>,
  of: { readonly exerciseId: string; readonly values: Values },
): Exercise | undefined {
  const exercise = exercises.get(of.exerciseId);
  return exercise && formOf(exercise, of.values);
}
