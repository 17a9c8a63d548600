/** Easier positions of the same load within an exercise, and the reps to expect there: where a mechanical drop goes. */
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { completeValues, resolveSetup, setupKey, setupName, type Values } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";
import type { Alternative } from "#core/program/document";

export interface Easier {
  setup: Alternative;
  /** largest load there over the planned position's */
  ratio: number;
  /** reps to expect there with the same load after failing in the planned one */
  reps: number;
}

/** at most so many values of a parameter are tried */
const TRIED = 6;

/**
 * Positions of the same exercise in which the same load is easier, easiest first. A muscle that just failed at a load
 * has strength for it once; where the largest load is `ratio` times as high it has strength for 30 (ratio - 1) reps
 * more (the rep-load relation of a chosen load).
 * @param head the head the line is for
 * @param rules share of its activation that the head keeps, and the reps that are promised at the most
 */
export function easierPositions(
  model: Model,
  exercise: Exercise,
  values: Values,
  head: string | null,
  rules: Method["easier"],
): Easier[] {
  const full = completeValues(exercise, values);
  const own = analyse(model, resolveSetup(exercise, full), { samples: 21 });
  if (!own.feasible || own.rawLoad <= 0) return [];
  const activation = (a: typeof own) => a.heads.find((h) => h.id === head)?.metrics?.activation ?? 0;
  const found = exercise.parameters.flatMap((q) => {
    const steps = Math.max(1, Math.round((q.max - q.min) / q.step));
    const every = Math.max(1, Math.ceil(steps / TRIED));
    return Array.from({ length: Math.floor(steps / every) + 1 }, (_, i) => q.min + i * every * q.step).flatMap(
      (v): Easier[] => {
        const other = completeValues(exercise, { ...full, [q.id]: Math.min(q.max, v) });
        if (other[q.id] === full[q.id]) return [];
        const a = analyse(model, resolveSetup(exercise, other), { samples: 21 });
        if (!a.feasible || (head && activation(a) < rules.head * activation(own))) return [];
        const ratio = a.rawLoad / own.rawLoad;
        return ratio <= 1.02
          ? []
          : [
              {
                setup: {
                  exerciseId: exercise.id,
                  values: { ...other },
                  setupKey: setupKey(exercise, other),
                  name: setupName(exercise, other),
                },
                ratio,
                reps: Math.min(rules.reps, Math.floor(30 * (ratio - 1))),
              },
            ];
      },
    );
  });
  return found.sort((a, b) => b.ratio - a.ratio);
}
