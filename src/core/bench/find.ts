/** The best setup of an exercise for an aim, over all its parameters, and how flat the best is. */
import type { Exercise } from "#core/exercises/format";
import { completeValues, resolveSetup, SetupError, setupKey, setupName, type Values } from "#core/exercises/setup";
import type { Joint } from "#core/exercises/joints";
import { analyse } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";
import { quantityOf, type Quantity } from "./sweep";

export const AIMS = {
  stretch: { name: "Most tension where the head is long", quantity: "stretch", most: true },
  tension: { name: "Most tension over the rep", quantity: "tension", most: true },
  flat: { name: "Flattest resistance", quantity: "flatness", most: true },
  share: { name: "Largest share of the work", quantity: "share", most: true },
  spine: { name: "Least load on the low back", quantity: "spine", most: false },
} as const satisfies Record<string, { name: string; quantity: Quantity; most: boolean }>;
export type Aim = keyof typeof AIMS;

/** a joint may be asked no more than this share above what the exercise's default setup asks */
export type Bounds = Partial<Record<Joint, number>>;

export interface Found {
  exerciseId: string;
  values: Values;
  setupKey: string;
  name: string;
  value: number;
  /** by parameter: from where to where the aim stays within 5 % of the best, the others at their best */
  flat: Record<string, [number, number]>;
}

export interface Search {
  aim: Aim;
  head: string;
  /** best first; no two of them within a step of each other */
  best: Found[];
  tried: number;
  feasible: number;
  /** setups that a bound took out */
  bounded: number;
  /** the default setup's value; null where it cannot be lifted */
  usual: number | null;
  done: boolean;
}

const SAMPLES = 21;
const MOST = 2000;
const SHOWN = 3;
const NEAR = 0.05;

/** every combination of a parameter's steps, thinned evenly to at most `most` in all */
export function gridOf(exercise: Exercise, most = MOST): Values[] {
  const { parameters } = exercise;
  if (parameters.length === 0) return [completeValues(exercise, {})];
  const steps = parameters.map((p) => Math.max(1, Math.round((p.max - p.min) / p.step)) + 1);
  let thin = 1;
  const countAt = (t: number) => steps.reduce((n, s) => n * (Math.floor((s - 1) / t) + 1), 1);
  while (countAt(thin) > most) thin++;
  let grid: Record<string, number>[] = [{}];
  parameters.forEach((p, i) => {
    const values = Array.from({ length: Math.floor((steps[i]! - 1) / thin) + 1 }, (_, k) =>
      Math.min(p.max, p.min + k * thin * p.step),
    );
    grid = grid.flatMap((v) => values.map((x) => ({ ...v, [p.id]: x })));
  });
  return grid.map((v) => completeValues(exercise, v));
}

/**
 * @param tell the share that is done, now and then
 * @param stop asked between setups: what was found so far is given back, `done` false
 */
export function findBest(
  model: Model,
  exercise: Exercise,
  head: string,
  aim: Aim,
  bounds: Bounds = {},
  tell: (share: number) => void = () => undefined,
  stop: () => boolean = () => false,
  most = MOST,
): Search {
  const { quantity, most: larger } = AIMS[aim];
  const at = (values: Values) => {
    try {
      return analyse(model, resolveSetup(exercise, values), { samples: SAMPLES, actions: true });
    } catch (e) {
      if (e instanceof SetupError) return null;
      throw e;
    }
  };
  const plain = at(completeValues(exercise, {}));
  const usual = plain && quantityOf(plain, quantity, head);
  const grid = gridOf(exercise, most);
  const scored: { values: Values; value: number }[] = [];
  let [feasible, bounded, tried] = [0, 0, 0];
  for (const values of grid) {
    if (stop()) break;
    tried++;
    if (tried % 50 === 0) tell(tried / grid.length);
    const a = at(values);
    const value = a && quantityOf(a, quantity, head);
    if (!a || value === null) continue;
    feasible++;
    const over = (Object.entries(bounds) as [Joint, number][]).some(
      ([joint, share]) => (a.strain[joint] ?? 0) > share * (plain?.strain[joint] ?? Infinity) + 1e-9,
    );
    if (over) bounded++;
    else scored.push({ values, value });
  }
  const better = (a: number, b: number) => (larger ? a > b : a < b);
  scored.sort((a, b) => (better(a.value, b.value) ? -1 : better(b.value, a.value) ? 1 : 0));
  const best: Found[] = [];
  const near = (a: Values, b: Values) =>
    exercise.parameters.every((p) => Math.abs(a[p.id]! - b[p.id]!) <= 2 * p.step + 1e-9);
  for (const { values, value } of scored) {
    if (best.length >= SHOWN) break;
    if (best.some((x) => near(x.values, values))) continue;
    best.push({
      exerciseId: exercise.id,
      values,
      setupKey: setupKey(exercise, values),
      name: setupName(exercise, values),
      value,
      flat: flatOf(exercise, scored, values, value, larger),
    });
  }
  return { aim, head, best, tried, feasible, bounded, usual, done: tried === grid.length };
}

/** along each parameter through the best: how far one may go before 5 % are lost */
function flatOf(
  exercise: Exercise,
  scored: readonly { values: Values; value: number }[],
  best: Values,
  value: number,
  larger: boolean,
): Found["flat"] {
  const within = (v: number) => (larger ? v >= (1 - NEAR) * value : v <= (1 + NEAR) * value);
  return Object.fromEntries(
    exercise.parameters.map((p) => {
      const line = scored
        .filter((s) => exercise.parameters.every((q) => q.id === p.id || s.values[q.id] === best[q.id]))
        .sort((a, b) => a.values[p.id]! - b.values[p.id]!);
      const at = line.findIndex((s) => s.values[p.id] === best[p.id]);
      let [low, high] = [at, at];
      while (low > 0 && within(line[low - 1]!.value)) low--;
      while (high < line.length - 1 && within(line[high + 1]!.value)) high++;
      return [p.id, [line[low]!.values[p.id]!, line[high]!.values[p.id]!]] as const;
    }),
  );
}
