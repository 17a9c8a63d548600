/** What the cases measure: analyses kept by model, and a few readings of a curve. */
import { mean } from "#core/base/numbers";
import { findExercise } from "#core/exercises/library";
import { resolveSetup, type Setup, type Values } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import type { HeadSeries } from "#core/mechanics/recording";
import { framePoint } from "#core/mechanics/frames";
import type { HeadMetrics } from "#core/mechanics/metrics";
import type { Model } from "#core/mechanics/model";

export type Verdict = "agrees" | "contradicts" | "undecided";
export type Numbers = Record<string, number>;

/** a statement coaches make, and what the mechanics says of it */
export interface Case {
  id: string;
  statement: string;
  /** what is said here, checked by the tests in the default and in varied bodies */
  verdict: Verdict;
  /** the reason, in words */
  because: string;
  /** whether the statement holds in this body, with the numbers it was read from */
  judge(model: Model): { holds: boolean; numbers: Numbers };
}

const kept = new WeakMap<Model, Map<string, Analysis>>();

/** @param change of the resolved setup, named so that it can be kept */
export function run(
  model: Model,
  id: string,
  values: Values = {},
  change?: { name: string; apply: (s: Setup) => Setup },
): Analysis {
  let known = kept.get(model);
  if (!known) kept.set(model, (known = new Map<string, Analysis>()));
  const setup = resolveSetup(findExercise(id)!, values);
  const key = `${setup.key} ${change?.name ?? ""}`;
  let a = known.get(key);
  if (!a) known.set(key, (a = analyse(model, change ? change.apply(setup) : setup, { frames: true })));
  return a;
}

/** the last key pose with other angles */
export const endingAt = (name: string, angles: Setup["keys"][number]["angles"]) => ({
  name,
  apply: (s: Setup): Setup => ({
    ...s,
    keys: s.keys.map((k, i) => (i === s.keys.length - 1 ? { ...k, angles: { ...k.angles, ...angles } } : k)),
  }),
});

export const series = (a: Analysis, head: string): HeadSeries => a.heads.find((h) => h.id === head)!;
export const metrics = (a: Analysis, head: string): HeadMetrics => {
  const m = series(a, head).metrics;
  if (!m) throw new Error(`${head} does not work in ${a.setupKey}`);
  return m;
};
/** summed share of all work; heads at rest count nothing */
export const share = (a: Analysis, ...heads: string[]): number =>
  heads.reduce((s, h) => s + (a.heads.find((x) => x.id === h)?.metrics?.shareOfAll ?? 0), 0);
/** largest activation, and the mean over the rep of several heads together */
export const activation = (a: Analysis, head: string): number =>
  Math.max(...(a.heads.find((h) => h.id === head)?.activation ?? [0]));
export const effort = (a: Analysis, ...heads: string[]): number =>
  heads.reduce((s, h) => s + mean(series(a, h).activation), 0) / heads.length;
export const abs = (x: Float64Array): Float64Array => x.map(Math.abs);
export const resistance = (a: Analysis): Float64Array => abs(a.resistance);
/** size of the shoulder's torque over the main joint's peak */
export const shoulder = (a: Analysis): Float64Array =>
  a.s.map((_, n) =>
    Math.hypot(a.torques.shoulderFlexion![n]!, a.torques.shoulderAbduction![n]!, a.torques.shoulderRotation![n]!),
  );
export const indexOfPeak = (x: ArrayLike<number>): number =>
  Array.from(x).reduce((best, v, i, all) => (v > all[best]! ? i : best), 0);
export const peakOf = (x: Float64Array): number => x[indexOfPeak(x)]!;
export const leastOf = (x: ArrayLike<number>): number => Math.min(...Array.from(x));
/** s at the peak of the resistance */
export const peakAt = (a: Analysis, x: Float64Array = resistance(a)): number => a.s[indexOfPeak(x)]!;
export const elbowAtPeak = (a: Analysis): number => a.joints.elbow![indexOfPeak(resistance(a))]!;
export const variation = (x: Float64Array): number => {
  const m = mean(x);
  return Math.sqrt(mean(x.map((v) => (v - m) ** 2))) / m;
};
/** part of these muscles in what ends the set */
export const limits = (a: Analysis, ...muscles: string[]): number =>
  a.limiters.filter((l) => muscles.includes(l.muscle)).reduce((s, l) => s + l.elasticity, 0) /
  (a.limiters.reduce((s, l) => s + l.elasticity, 0) || 1);
/** place of a head at a sample within its own travel in this rep, 0 shortest */
export function within(a: Analysis, head: string, n: number): number {
  const p = Array.from(series(a, head).position);
  const [low, high] = [Math.min(...p), Math.max(...p)];
  return (p[n]! - low) / (high - low);
}

/** sine of the angle between forearm and cable at the end of the rep */
export function cableSine(a: Analysis): number {
  const end = a.s.length - 1;
  const [elbow, wrist, grip] = ["forearm.right", "hand.right", "grip.right"].map((p) => framePoint(a.frames!, end, p));
  const pulley = a.frames!.anchors[0]!.at;
  const u = [0, 1, 2].map((k) => elbow![k]! - wrist![k]!);
  const v = [0, 1, 2].map((k) => pulley[k]! - grip![k]!);
  const [nu, nv] = [Math.hypot(...u), Math.hypot(...v)];
  const cosine = u.reduce((s, x, k) => s + x * v[k]!, 0) / nu / nv;
  return Math.sqrt(Math.max(0, 1 - cosine * cosine));
}
