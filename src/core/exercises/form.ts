/**
 * The form that a choice of values gives an exercise. A parameter called `sides` with the options `both` and `one`
 * says whether arms or legs work together, one called `base` what carries the body, one called `blade` who holds the
 * shoulder blade, one called `holdOn` what the free hand holds; an option may need more equipment, and from a value on
 * it may be for other muscles. Everything else about the exercise stays.
 */
import { BASES, GIRDLES, HOLDS, standsFast, type Base, type Girdle, type Hold } from "#core/exercises/choices";
import type { Exercise } from "#core/exercises/format";
import { PARTS } from "#core/exercises/part";
import type { Values } from "#core/exercises/setup";
import { exerciseVersion, sameVersion } from "#core/exercises/version";

const SIDES = ["both", "one"] as const;
/** what the options of a parameter of these names may be */
export const FORMS: Readonly<Record<string, readonly string[]>> = {
  sides: SIDES,
  base: BASES,
  blade: GIRDLES,
  holdOn: HOLDS,
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

/** how much steadier a hand on something that stands fast makes it, 0 to 1 (stated, like steadiness itself) */
const STEADIED = 0.2;

/** an exercise is as steady as its file says with what the free hand holds there */
function steadiedBy(holdOn: Hold | undefined, exercise: Exercise): number {
  const { steadiness } = exercise.stated;
  const usual = named(chosenOptions(exercise, {}), "holdOn", HOLDS) ?? exercise.holdOn;
  const more = Number(standsFast(holdOn)) - Number(standsFast(usual));
  return Math.round(100 * Math.min(1, Math.max(0, steadiness + STEADIED * more))) / 100;
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
  const girdle: Girdle = named(chosen, "blade", GIRDLES) ?? exercise.girdle;
  const holdOn: Hold | undefined = named(chosen, "holdOn", HOLDS) ?? exercise.holdOn;
  const needs = chosen.flatMap((o) => o.needs ?? []).filter((id) => !exercise.equipment.includes(id));
  const asItIs =
    sides === exercise.sides && on === exercise.stance.on && girdle === exercise.girdle && holdOn === exercise.holdOn;
  if (asItIs && needs.length === 0 && !turned) return exercise;
  let made = forms.get(exercise);
  if (!made) forms.set(exercise, (made = new Map<string, Exercise>()));
  const key = [sides, on, girdle, holdOn, ...needs, ...(turned?.targets ?? [])].join(" ");
  let form = made.get(key);
  if (!form) {
    form = {
      ...exercise,
      ...(turned && { targets: turned.targets, aims: turned.aims }),
      sides,
      girdle,
      ...(holdOn && { holdOn }),
      stance: { ...exercise.stance, on },
      equipment: [...exercise.equipment, ...needs],
      stated: {
        ...exercise.stated,
        usualLoad: usualFor(sides, exercise),
        steadiness: steadiedBy(holdOn, exercise),
      },
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
