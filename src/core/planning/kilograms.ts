/** Loads as typed, in kilograms and on the grid of the equipment's step. */
import type { Load } from "#core/planning/program";

const LB = 0.45359237;
export const inKg = (load: Load): number => load.value * (load.unit === "lb" ? LB : 1);

/** the load so many steps up or down, in the unit it was typed in, never below nothing */
export function stepLoad(load: Load, step: Load, steps: number): Load {
  const size = step.unit === load.unit ? step.value : step.unit === "kg" ? step.value / LB : step.value * LB;
  const value = Math.max(0, load.value + steps * size);
  return { ...load, value: Math.round(value * 100) / 100 };
}

/** a share of a load, as near as whole steps from it come */
export function shareOfLoad(load: Load, step: Load, share: number): Load {
  const size = inKg(step);
  return size > 0 && share !== 1 ? stepLoad(load, step, -Math.round(((1 - share) * inKg(load)) / size)) : load;
}

/** field by field: a stored document does not keep the order of its keys */
export const sameLoad = (a: Load | null | undefined, b: Load | null | undefined): boolean =>
  a && b ? a.value === b.value && a.unit === b.unit && a.meaning === b.meaning : !a && !b;
