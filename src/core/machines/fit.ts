/**
 * A lever profile fitted to what a hand scale read along a machine's way: a polynomial of the degree that predicts left
 * out readings best. Least squares on Legendre polynomials; the error of each reading left out follows from the hat
 * matrix (Allen 1974, the PRESS statistic), so that nothing is fitted twice.
 */
import { inKg } from "#core/base/kilograms";
import type { Machine, Measured, Reading } from "./machine";

export interface MachineFit {
  /** share of the way, and force over what the pin says, while it goes up */
  profile: [number, number][];
  /** force over what the pin says, mean of the way */
  ratio: number;
  /** half the width of the band that holds the true curve 95 times of 100, over the mean force */
  band: number;
  /** share of the force that friction takes: half the difference of up and down over their mean; null: not measured */
  friction: number | null;
  /** m of the way */
  travel: number;
}

type Unit = Machine["unit"];

const DEGREE_MOST = 5;
/** places of the profile that is given on */
const POINTS = 21;
/** share of the way between a prediction's error and a simpler curve's that is worth a degree */
const WORTH = 0.97;

/** quantile 0.975 of Student's t by degrees of freedom from 1; beyond the table the normal's (standard table) */
const STUDENT = [
  12.71, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131,
];
const student = (df: number): number => STUDENT[df - 1] ?? 2.131 - 0.171 * Math.min(1, (df - 15) / 45);

/** P0 to Pd at x of -1 to 1 (Bonnet's recursion) */
function legendre(x: number, degree: number): number[] {
  const p = [1, x];
  for (let n = 1; n < degree; n++) p.push(((2 * n + 1) * x * p[n]! - n * p[n - 1]!) / (n + 1));
  return p.slice(0, degree + 1);
}

/** the inverse of a symmetric positive matrix, by Gauss and Jordan with the largest pivot; null where there is none */
function inverse(a: readonly (readonly number[])[]): number[][] | null {
  const n = a.length;
  const m = a.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))]);
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r]![c]!) > Math.abs(m[best]![c]!)) best = r;
    [m[c], m[best]] = [m[best]!, m[c]!];
    const pivot = m[c]![c]!;
    if (Math.abs(pivot) < 1e-12) return null;
    for (let j = 0; j < 2 * n; j++) m[c]![j]! /= pivot;
    for (let r = 0; r < n; r++) {
      const f = m[r]![c]!;
      if (r !== c && f !== 0) for (let j = 0; j < 2 * n; j++) m[r]![j]! -= f * m[c]![j]!;
    }
  }
  return m.map((row) => row.slice(n));
}

const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((s, v, i) => s + v * b[i]!, 0);

interface Polynomial {
  coefficients: number[];
  covariance: number[][];
  /** mean square of the errors of readings that were left out */
  press: number;
  /** variance of a reading */
  variance: number;
  freedom: number;
}

function fitted(x: readonly number[], y: readonly number[], degree: number): Polynomial | null {
  const rows = x.map((v) => legendre(v, degree));
  const normal = rows[0]!.map((_, i) => rows[0]!.map((_, j) => rows.reduce((s, r) => s + r[i]! * r[j]!, 0)));
  const covariance = inverse(normal);
  if (!covariance) return null;
  const moments = rows[0]!.map((_, i) => rows.reduce((s, r, k) => s + r[i]! * y[k]!, 0));
  const coefficients = covariance.map((row) => dot(row, moments));
  let [press, square] = [0, 0];
  for (const [k, r] of rows.entries()) {
    const error = y[k]! - dot(r, coefficients);
    const leverage = dot(
      covariance.map((row) => dot(row, r)),
      r,
    );
    if (leverage > 1 - 1e-9) return null;
    press += (error / (1 - leverage)) ** 2;
    square += error ** 2;
  }
  const freedom = x.length - degree - 1;
  return { coefficients, covariance, press: press / x.length, variance: square / freedom, freedom };
}

/** the simplest curve that predicts nearly as well as any */
function bestOf(x: readonly number[], y: readonly number[]): Polynomial {
  const list = Array.from({ length: Math.min(DEGREE_MOST, x.length - 2) + 1 }, (_, d) => fitted(x, y, d)).flatMap(
    (p) => p ?? [],
  );
  return list.reduce((best, p) => (p.press < WORTH ** 2 * best.press ? p : best));
}

/** @throws RangeError with fewer than three places, or all of them at one */
export function fitMachine({ setting, readings }: Pick<Measured, "setting" | "readings">, unit: Unit): MachineFit {
  const pin = inKg({ value: setting, unit });
  const sorted = readings.toSorted((a, b) => a.at - b.at);
  const [from, to] = [sorted[0]?.at ?? 0, sorted.at(-1)?.at ?? 0];
  if (sorted.length < 3 || to - from <= 0) throw new RangeError("three places along the way are needed");
  const x = sorted.map((r) => (2 * (r.at - from)) / (to - from) - 1);
  const curve = bestOf(
    x,
    sorted.map((r) => r.up / pin),
  );
  const at = (s: number) => legendre(2 * s - 1, curve.coefficients.length - 1);
  const places = Array.from({ length: POINTS }, (_, i) => i / (POINTS - 1));
  // nothing pushes the hand the other way
  const force = places.map((s) => Math.max(0, dot(at(s), curve.coefficients)));
  const ratio = force.reduce((s, v) => s + v, 0) / POINTS;
  const wide = places.map((s) => {
    const p = at(s);
    return Math.sqrt(
      curve.variance *
        dot(
          curve.covariance.map((row) => dot(row, p)),
          p,
        ),
    );
  });
  const spread = Math.sqrt(wide.reduce((s, v) => s + v * v, 0) / POINTS);
  return {
    profile: places.map((s, i) => [s, force[i]!]),
    ratio,
    band: ratio > 0 ? (student(curve.freedom) * spread) / ratio : 0,
    friction: frictionOf(sorted),
    travel: (to - from) / 100,
  };
}

/** both ways at one place: what is lost is half of what they differ by */
function frictionOf(readings: readonly Reading[]): number | null {
  const both = readings.filter((r): r is Reading & { down: number } => r.down !== null && r.up + r.down > 0);
  if (both.length === 0) return null;
  return both.reduce((s, r) => s + (r.up - r.down) / (r.up + r.down), 0) / both.length;
}
