/**
 * How strong a client is in one line, how fast that grows, and how it falls from set to set: an extended Kalman filter
 * of four numbers (Kalman 1960; linearised as Smith, Schmidt and McGee 1962), a few multiplications a set. Reps are
 * forecast from the load and never the load from reps: taking the reps said as the known quantity makes the learnt
 * curve too steep. Constants from simulated clients whose truth is another model (docs/method/review.md).
 *
 * State: A = ln kg for R0 reps to failure, s = growth of A a week, D = ln lost from the first set to the second, t =
 * the form of the day.
 */
import { daysBetween } from "#core/base/dates";
import { clamp } from "#core/base/numbers";
import { growthOf, type Level } from "./growth";
import { fallOf, K, type Lift, type LiftDay } from "./lift";

const N = 4;
const [A, S, D, T] = [0, 1, 2, 3] as const;

/** standard deviations: what the first set says of A, growth and loss before any set */
export const GROWTH_SD = 0.003;
const START = { level: 0.25, growth: GROWTH_SD, loss: 0.035, lossSpread: 0.02 };
/** a week adds to the spread of A and of its growth; each of the first workouts of a movement adds what is learning */
const WEEK = { level: 0.003, growth: 0.0007 };
const NEW = { workouts: 4, spread: 0.05 };
/** spread of the form of a day, as ln of strength, and how much of it is the client's own */
const FORM = 0.033;
const OWN = { weight: 25, forget: 0.995, most: 9 };
/** spread of reps said and done, and its share of the reps */
const READ = { reps: 1.2, share: 0.01 };
/** spreads off from which on a reading weighs little */
const FAR = 3;

export interface LineState {
  /** local date of its last workout */
  date: string;
  workouts: number;
  /** reps to failure that A is told for */
  reps: number;
  x: Float64Array;
  /** covariance, row by row */
  P: Float64Array;
  /** the client's own spread of the day's form, over the usual one */
  form: { sum: number; n: number };
}

/** reps to failure of a set that is to come, before it is done */
export interface Expected {
  failing: number;
  /** standard deviation, reading included */
  spread: number;
}

const ownForm = ({ form }: LineState): number => Math.sqrt((OWN.weight + form.sum) / (OWN.weight + form.n));

/** @param reps to failure that the level is told for, the window's low end and some: where sets are */
export function startLine(first: Lift, date: string, reps: number, level: Level): LineState {
  const x = Float64Array.of(
    Math.log(first.kg) + Math.log((K + first.failing) / (K + reps)),
    growthOf(level),
    START.loss,
    0,
  );
  const P = new Float64Array(N * N);
  [START.level, START.growth, START.lossSpread, FORM].forEach((sd, i) => (P[i * N + i] = sd ** 2));
  return { date, workouts: 0, reps, x, P, form: { sum: 0, n: 0 } };
}

/** the state on the day of a workout, before its first set */
export function onDay(state: LineState, date: string): LineState {
  const weeks = Math.max(0, daysBetween(state.date, date)) / 7;
  const x = Float64Array.from(state.x);
  const P = Float64Array.from(state.P);
  x[A]! += weeks * x[S]!;
  x[T] = 0;
  // P of A and s after weeks of growth: F P F'
  for (let i = 0; i < N; i++) P[A * N + i]! += weeks * P[S * N + i]!;
  for (let i = 0; i < N; i++) P[i * N + A]! += weeks * P[i * N + S]!;
  for (let i = 0; i < N; i++) P[T * N + i] = P[i * N + T] = 0;
  P[T * N + T] = (FORM * ownForm(state)) ** 2;
  P[A * N + A]! +=
    WEEK.level ** 2 * weeks + (state.workouts > 0 && state.workouts < NEW.workouts ? NEW.spread ** 2 : 0);
  P[S * N + S]! += WEEK.growth ** 2 * weeks;
  return { ...state, date, workouts: state.workouts + 1, x, P };
}

/** where a set is read: reps to failure and k together, their slopes by the state, and P times those */
function look({ x, P, reps }: LineState, set: number, kg: number) {
  const g = fallOf(set);
  const all = (K + reps) * Math.exp(x[A]! + x[T]! - x[D]! * g - Math.log(kg));
  const slope = Float64Array.of(all, 0, -g * all, all);
  const Ph = new Float64Array(N);
  let variance = 0;
  for (let r = 0; r < N; r++) {
    for (let c = 0; c < N; c++) Ph[r]! += P[r * N + c]! * slope[c]!;
    variance += slope[r]! * Ph[r]!;
  }
  return { all, Ph, variance, read: READ.reps ** 2 + (READ.share * all) ** 2 };
}

export function expect(state: LineState, set: number, kg: number): Expected {
  const { all, variance, read } = look(state, set, kg);
  return { failing: all - K, spread: Math.sqrt(variance + read) };
}

/** the state after a set, on its day */
export function after(state: LineState, lift: Lift): LineState {
  const { all, Ph, variance, read } = look(state, lift.set, lift.kg);
  const miss = lift.failing - (all - K);
  const total = variance + read + (miss ** 2 > FAR ** 2 * (variance + read) ? miss ** 2 : 0);
  const x = Float64Array.from(state.x);
  const P = Float64Array.from(state.P);
  for (let r = 0; r < N; r++) {
    x[r]! += (Ph[r]! * miss) / total;
    for (let c = 0; c < N; c++) P[r * N + c]! -= (Ph[r]! * Ph[c]!) / total;
  }
  x[D] = clamp(x[D]!, 0, 0.2);
  const own = clamp((miss ** 2 - READ.reps ** 2) / all ** 2 / FORM ** 2, 0, OWN.most);
  const form = { sum: OWN.forget * state.form.sum + own, n: OWN.forget * state.form.n + 1 };
  return { ...state, x, P, form };
}

/** the state after each workout, oldest first */
export function followLine(days: readonly LiftDay[], reps: number, level: Level): LineState[] {
  const first = days[0]?.lifts[0];
  if (!first) return [];
  const states: LineState[] = [];
  let state = startLine(first, days[0]!.date, reps, level);
  for (const day of days) {
    state = onDay(state, day.date);
    for (const lift of day.lifts) state = after(state, lift);
    states.push(state);
  }
  return states;
}

/** ln kg for the line's reps to failure, with its standard deviation */
export const levelOf = ({ x, P }: LineState): { mean: number; sd: number } => ({
  mean: x[A]!,
  sd: Math.sqrt(Math.max(0, P[A * N + A]!)),
});
/** growth a week, as ln, with its standard deviation */
export const slopeOf = ({ x, P }: LineState): { mean: number; sd: number } => ({
  mean: x[S]!,
  sd: Math.sqrt(Math.max(1e-10, P[S * N + S]!)),
});
