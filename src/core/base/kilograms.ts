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

/** a step from one load to the next, and the ends of what is there, in its unit */
interface Step extends Weight {
  least?: number | undefined;
  most?: number | undefined;
}

const inUnit = (value: number, from: Weight["unit"], to: Weight["unit"]): number =>
  from === to ? value : from === "kg" ? value / POUND : value * POUND;

/** the grid of what is there, in a load's own unit */
function gridOf(load: Weight, step: Step) {
  const own = (value: number) => inUnit(value, step.unit, load.unit);
  const [least, most] = [step.least, step.most];
  return {
    size: own(step.value),
    least: least === undefined ? null : own(least),
    most: most === undefined ? Number.POSITIVE_INFINITY : own(most),
  };
}

const rounded = (value: number): number => Math.round(value * 100) / 100;
/** steps by which two loads of one grid may be read apart */
const NEAR = 1e-6;

/**
 * The load so many steps up or down, in the unit it was typed in, never below nothing. Where the smallest load is known
 * it is one that is there: so many steps over the smallest, and never over the largest.
 */
export function stepLoad<L extends Weight>(load: L, step: Step, steps: number): L {
  const { size, least, most } = gridOf(load, step);
  let value = load.value + steps * size;
  if (least !== null && steps !== 0) {
    const at = (load.value - least) / size;
    // from a load between two that are there to the next beyond it
    value = least + ((steps > 0 ? Math.floor(at + NEAR) : Math.ceil(at - NEAR)) + steps) * size;
  }
  // what somebody lifts is there: a step up never goes down to the largest, nor one down up to the smallest
  const ends = {
    low: steps < 0 ? Math.min(least ?? 0, load.value) : (least ?? 0),
    high: steps > 0 ? Math.max(most, load.value) : most,
  };
  return { ...load, value: rounded(Math.max(ends.low, Math.min(ends.high, value))) };
}

/** the load itself where it is there, else the next below; the smallest where none is below */
export function loadThere<L extends Weight>(load: L, step: Step): L {
  const { size, least, most } = gridOf(load, step);
  if (load.value === 0) return load;
  const at = least === null ? 0 : Math.max(0, Math.floor((load.value - least) / size + NEAR));
  return { ...load, value: rounded(Math.min(most, least === null ? load.value : least + at * size)) };
}

/** a share of a load, as near as whole steps from it come */
export function shareOfLoad<L extends Weight>(load: L, step: Step, share: number): L {
  const size = inKg(step);
  return size > 0 && share !== 1 ? stepLoad(load, step, -Math.round(((1 - share) * inKg(load)) / size)) : load;
}

/** field by field: a stored document does not keep the order of its keys */
export const sameLoad = (a: Weight | null | undefined, b: Weight | null | undefined): boolean =>
  a && b ? a.value === b.value && a.unit === b.unit && a.meaning === b.meaning : !a && !b;
