/** Sums, means, limits and shares: written once, for lists and typed arrays alike. */

export const sum = (list: ArrayLike<number>): number => {
  let s = 0;
  for (let i = 0; i < list.length; i++) s += list[i]!;
  return s;
};

/** @param to exclusive @returns NaN of nothing */
export function mean(list: ArrayLike<number>, from = 0, to = list.length): number {
  let s = 0;
  for (let i = from; i < to; i++) s += list[i]!;
  return s / (to - from);
}

export const clamp = (x: number, low = 0, high = 1): number => Math.max(low, Math.min(high, x));

/** @returns NaN of nothing */
export const median = (list: readonly number[]): number => {
  const sorted = [...list].sort((a, b) => a - b);
  const middle = (sorted.length - 1) / 2;
  return (sorted[Math.floor(middle)]! + sorted[Math.ceil(middle)]!) / 2;
};

/** "42 %" of .42 */
export const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** fixed digits, such as a metric, as the reader's locale writes them */
export const fixed = (v: number, digits: number): string =>
  v.toLocaleString([], { minimumFractionDigits: digits, maximumFractionDigits: digits, useGrouping: false });
