/**
 * The truth of a simulated client: another model than any estimator's. Reps fall with load by a power curve of the
 * client's own and line's own, every day has its form with heavy tails, fatigue takes from set to set and saturates, a
 * new movement is learnt, reserve is said with a bias and noise, sides differ, and strength grows until it stands.
 */
import type { Random } from "./random";

export interface LineTruth {
  /** ln kg, the body's share included, of a single rep, when the movement is known */
  strength: number;
  /** reps to failure fall with load by load ^ -1/b */
  b: number;
  /** ln lost from the first set to the second */
  loss: number;
  /** ln a workout week of growth, and the week from which there is none */
  growth: number;
  stillFrom: number;
  /** ln of the left over the right in the first week, and what a week adds to it */
  gap: number;
  gapWeek: number;
  felt: number;
  pain: number;
  leaves: number;
}

export interface ClientTruth {
  /** reps more in reserve than said */
  bias: number;
  /** this many of ten days with a number within two reps are logged as offered */
  taps: number;
}

/** what of a setup is true for everybody */
export interface SetupTruth {
  /** % a month over what is usual */
  progress: number;
  /** chance that a workout is felt in its target, hurts, or that the line is left afterwards */
  felt: number;
  pain: number;
  leaves: number;
}

export const SIMULATED = {
  /** spread of a day's form, share of days that stray three times as far, and how much of it all lines share */
  form: 0.0255,
  heavy: 0.05,
  shared: 0.7,
  /** ln of strength that a new movement lacks at first, and workouts by which it is gone */
  fresh: 0.07,
  learnt: 6,
  /** noise of what is said to be left */
  said: 0.8,
  /** ln by which the sides differ on a day beside their gap, and by which the gap grows a week */
  side: 0.012,
  gapWeek: 0.0008,
  /** form that a standard deviation of recovery is worth, and noise of what is told of it */
  recovery: 0.012,
  /** share of days that are missed */
  missed: 0.09,
  /** weeks of a block: the last one has three fifths of the sets, two reps further from failure */
  block: 7,
  lighter: { sets: 0.6, reserve: 2 },
  /** chance that a trained muscle is sore where soreness is told of at all */
  sore: 0.4,
  /** share of workouts with a wrong entry */
  wrong: 0.01,
  /** % a month that clients of a level differ in */
  own: 0.3,
} as const;

const FALLS = [0, 1, 1.35, 1.5, 1.55] as const;

export function setupTruth({ normal, uniform }: Random): SetupTruth {
  const unequal = Math.exp(1.1 * normal());
  return {
    progress: 0.3 * normal(),
    felt: 0.32 + 0.54 * uniform(),
    pain: Math.min(0.21, 0.012 * unequal),
    leaves: Math.min(0.027, 0.008 * Math.exp(0.6 * normal())),
  };
}

/** @param reps to failure at which the first load is lifted */
export function lineTruth(
  { normal, uniform, chance }: Random,
  setup: SetupTruth,
  strength: number,
  monthly: number,
  reps: number,
): LineTruth {
  return {
    strength,
    // the local slope at so many reps is that of k = 30 +- 31 %
    b: reps / (reps + 30 * Math.exp(0.31 * normal())),
    loss: Math.max(0, 0.035 + 0.02 * normal()),
    growth: (monthly + setup.progress) / 100 / 4.348,
    stillFrom: chance(0.25) ? Math.floor(20 * uniform()) : Number.POSITIVE_INFINITY,
    gap: 0.03 * normal(),
    gapWeek: SIMULATED.gapWeek * normal(),
    felt: Math.min(0.98, Math.max(0.02, setup.felt + 0.15 * normal())),
    pain: setup.pain * Math.exp(0.5 * normal()),
    leaves: setup.leaves,
  };
}

/** ln strength in a week, after so many workouts of the movement */
export const presentOf = (t: LineTruth, week: number, workouts: number): number =>
  t.strength + t.growth * Math.min(week, t.stillFrom) - SIMULATED.fresh * Math.max(0, 1 - workouts / SIMULATED.learnt);

/** ln of the left over the right in a week */
export const gapIn = (t: Pick<LineTruth, "gap" | "gapWeek">, week: number): number => t.gap + week * t.gapWeek;

/** reps to failure at a load in a set of a day, @param form ln @param sideways ln, of one side over both */
export const failingReps = (
  t: LineTruth,
  present: number,
  form: number,
  kg: number,
  set: number,
  sideways = 0,
): number =>
  Math.max(0, Math.exp((present + form + sideways - t.loss * FALLS[Math.min(set, 4)]! - Math.log(kg)) / t.b));

/** form of a day, for all lines, and for one */
export const formOf = ({ normal, chance }: Random, part: number): number =>
  Math.sqrt(part) * SIMULATED.form * normal() * (chance(SIMULATED.heavy) ? 3 : 1);

/** reps that are left in truth where so many are said to be */
export const leftOf = ({ normal }: Random, { bias }: ClientTruth, said: number): number =>
  Math.max(0, said + bias * (said > 0 ? 1 : 0.4) + SIMULATED.said * normal());
