/**
 * Reps against load: load = one-rep load / (1 + reps to failure / k), k = 30 (a common linear form, good to about 10
 * reps either way; recalled, unverified). Loads are of everything that is lifted, the body's share included.
 */
/** what of a practice's method reps and loads need */
export interface Rules {
  /** k of the formula */
  repsFormula: number;
  /** reps above the low end that the next load has to allow */
  progress: { aboveLow: number };
}

/** reps with so much in reserve at another load, for what was done to failure at this one */
export const repsAt = (
  toFailure: number,
  load: number,
  other: number,
  reserve: number,
  { repsFormula: k }: Pick<Rules, "repsFormula">,
) => ((k + toFailure) * load) / other - k - reserve;

/**
 * Top of the window: the reps from which the smallest step up still allows one rep more than the bottom, at the same
 * reserve. (k + top + reserve) load = (k + bottom + 1 + reserve) (load + step)
 * @param load kg of everything that is lifted
 */
export function windowTop(bottom: number, reserve: number, load: number, step: number, rules: Rules): number {
  if (!(load > 0) || !(step > 0)) return bottom + 2;
  const top = repsAt(bottom + rules.progress.aboveLow + reserve, load + step, load, reserve, rules);
  return Math.max(bottom + 1, Math.min(50, Math.ceil(top - 1e-9)));
}
