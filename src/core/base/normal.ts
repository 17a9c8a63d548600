/** The normal distribution: its cumulative probability, and what a spread of bands comes to. */

/**
 * Probability of a standard normal value below z, to 7.5e-8 (Hastings 1955, as Abramowitz and Stegun 26.2.17)
 */
export function below(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z >= 0 ? 1 - tail : tail;
}

/** probability that a value of this mean and standard deviation is above a line */
export const above = (line: number, mean: number, sd: number): number => below((mean - line) / sd);

/** standard deviations either way that hold eight, and nineteen of twenty, in ten */
export const EIGHT_IN_TEN = 1.2816;
export const NINETEEN_IN_TWENTY = 1.96;
