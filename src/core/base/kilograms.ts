/** Loads as typed, in kilograms and on the grid of the equipment's step. */

/** kg of a pound, by definition (international avoirdupois pound, 1959) */
export const POUND = 0.45359237;

/** a load as it is typed, and what it is a load of */
interface Weight {
  value: number;
  unit: "kg" | "lb";
  meaning: string;
}

export const inKg = (load: Pick<Weight, "value" | "unit">): number => load.value * (load.unit === "lb" ? POUND : 1);

/** the load so many steps up or down, in the unit it was typed in, never below nothing */
export function stepLoad<L extends Weight>(load: L, step: Weight, steps: number): L {
  const size = step.unit === load.unit ? step.value : step.unit === "kg" ? step.value / POUND : step.value * POUND;
  const value = Math.max(0, load.value + steps * size);
  return { ...load, value: Math.round(value * 100) / 100 };
}

/** a share of a load, as near as whole steps from it come */
export function shareOfLoad<L extends Weight>(load: L, step: Weight, share: number): L {
  const size = inKg(step);
  return size > 0 && share !== 1 ? stepLoad(load, step, -Math.round(((1 - share) * inKg(load)) / size)) : load;
}

/** field by field: a stored document does not keep the order of its keys */
export const sameLoad = (a: Weight | null | undefined, b: Weight | null | undefined): boolean =>
  a && b ? a.value === b.value && a.unit === b.unit && a.meaning === b.meaning : !a && !b;
