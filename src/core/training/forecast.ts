/**
 * What a client is expected to do at a load, set by set: the mean of the same set in the last three workouts, each
 * moved to this load and reserve and grown by what the time since adds, and most of what today's sets were off by.
 * Nothing is clamped into what is wanted. Simulated with one workout a week (npm run simulate): off by 1.6, 1.0 and 1.0
 * reps in sets 1, 2 and 3, at the same load as after a raise.
 */
import { daysBetween } from "#core/base/dates";
import { mean } from "#core/base/numbers";
import { inKg } from "#core/base/kilograms";
import type { Load } from "#core/program/document";
import type { Rules } from "#core/training/rules";
import type { Entry } from "#core/training/entry";
import { countedReps, loadOf, type Exposure } from "#core/training/exposures";

/** what is asked of a set that is to be forecast */
export interface AskedSet {
  /** from 0 */
  set: number;
  load: Load | null;
  reserve: number;
}

export interface Forecast {
  /** reps, not rounded */
  mean: number;
  /** eight times in ten the reps are from here to here */
  low: number;
  high: number;
  /** workouts it rests on; 0: today's own sets alone */
  workouts: number;
}

const WORKOUTS = 3;
/** ln of strength that a week adds, and weeks at most: without it a line once a week is offered what it was */
const GROWTH = 0.003;
const GROWING = 3;
const weeksBetween = (from: string, to: string): number => Math.min(GROWING, Math.max(0, daysBetween(from, to) / 7));
/** part of today's mean miss that the next set inherits */
const TODAY = 0.7;
/** loss of ln capacity from the first set to later ones, over that to the second; and that to the second, usually */
const FALLS = [0, 1, 1.35, 1.5, 1.55];
const FALL = 0.035;
const fallTo = (set: number) => FALL * FALLS[Math.min(set, FALLS.length - 1)]!;

/** people leave more in the tank than they say: by so many reps, least where they go all the way */
const unsaid = (reserve: number) => (reserve >= 1 ? 0.7 : 0.3);
export const toFailure = (reps: number, reserve: number): number => reps + reserve + unsaid(reserve);

/** standard deviation of the forecast of the first, second and any later set, in reps; 1.28 hold eight in ten */
const SPREAD = [2, 1.6, 1.4];
const EIGHT_IN_TEN = 1.28;
/** reps either way after a single workout */
const AFTER_ONE = 4;

/** kg of everything that is lifted; null where nobody said what */
const lifted = (load: Load | null, body: number): number | null =>
  load || body > 0 ? Math.max(0.1, (load ? inKg(load) : 0) + body) : null;

/** what a set was to failure, at the asked load and place among the sets */
function moved(e: Entry, asked: AskedSet, body: number, k: number): number | null {
  const [was, is] = [lifted(loadOf(e), body), lifted(asked.load, body)];
  if ((was === null) !== (is === null)) return null;
  const capacity = k + toFailure(countedReps(e), e.reserve ?? e.prescribed.reserve);
  return (capacity * (was ?? 1) * Math.exp(fallTo(e.set) - fallTo(asked.set))) / (is ?? 1) - k;
}

/** the same set where it was done, else the one nearest to it */
const nearest = (entries: readonly Entry[], set: number): Entry | undefined =>
  entries.reduce<Entry | undefined>(
    (best, e) => (best && Math.abs(best.set - set) <= Math.abs(e.set - set) ? best : e),
    undefined,
  );

/**
 * Reps to failure to expect of a set. @param earlier workouts before today, newest first, with what is believed of them
 * @param today what was done so far today @param body kg of the load that the lifted body weighs
 */
function expectedToFailure(
  asked: AskedSet,
  earlier: readonly Exposure[],
  today: readonly Entry[],
  body: number,
  k: number,
): { mean: number; workouts: number } | null {
  // the next workout is as far off as the last two were apart
  const ahead = earlier[1] ? weeksBetween(earlier[1].localDate, earlier[0]!.localDate) : 0;
  const before = (set: AskedSet) => {
    const known: number[] = [];
    for (const x of earlier) {
      const e = nearest(x.entries, set.set);
      const r = e ? moved(e, set, body, k) : null;
      const grown = Math.exp(GROWTH * (ahead + weeksBetween(x.localDate, earlier[0]!.localDate)));
      if (r !== null && known.push((r + k) * grown - k) === WORKOUTS) break;
    }
    return known;
  };
  const known = before(asked);
  if (known.length === 0) {
    const own = today.flatMap((e) => moved(e, asked, body, k) ?? []);
    return own.length ? { mean: mean(own), workouts: 0 } : null;
  }
  const misses = today.flatMap((e) => {
    const same = { set: e.set, load: loadOf(e), reserve: 0 };
    const [was, expected] = [moved(e, same, body, k), before(same)];
    return was === null || expected.length === 0 ? [] : [was - mean(expected)];
  });
  return { mean: mean(known) + (misses.length ? TODAY * mean(misses) : 0), workouts: known.length };
}

/**
 * @param earlier workouts before today, newest first @param today today's sets of the same exercise
 * @param body kg of the load that the lifted body weighs
 * @returns null where nothing is known: the first time
 */
export function forecast(
  asked: AskedSet,
  earlier: readonly Exposure[],
  today: readonly Entry[],
  body: number,
  { repsFormula: k }: Rules,
): Forecast | null {
  const expected = expectedToFailure(asked, earlier, today, body, k);
  if (!expected) return null;
  const reps = Math.max(0, expected.mean - asked.reserve - unsaid(asked.reserve));
  const half = expected.workouts > 1 ? EIGHT_IN_TEN * SPREAD[Math.min(today.length, SPREAD.length - 1)]! : AFTER_ONE;
  return { mean: reps, low: Math.max(0, reps - half), high: reps + half, workouts: expected.workouts };
}

/** ln of what was lifted, in reps to failure and load, over what was expected; null where nothing was */
export function surprise(
  e: Entry,
  earlier: readonly Exposure[],
  today: readonly Entry[],
  body: number,
  { repsFormula: k }: Rules,
): { ratio: number; workouts: number } | null {
  const same = { set: e.set, load: loadOf(e), reserve: 0 };
  const was = moved(e, same, body, k);
  const expected = expectedToFailure(same, earlier, today, body, k);
  return was === null || !expected
    ? null
    : { ratio: Math.log((k + was) / Math.max(1, k + expected.mean)), workouts: expected.workouts };
}

/**
 * ln of what was lifted, in reps to failure and load, over what the plan asked for: all there is to judge a first set
 * by. Null where no load was planned or none was typed
 */
export function overPlanned(e: Entry, body: number, { repsFormula: k }: Rules): number | null {
  const { load, reserve, reps } = e.prescribed;
  const [asked, done] = [lifted(load, body), lifted(loadOf(e), body)];
  if (!load || asked === null || done === null) return null;
  const planned = (k + toFailure((reps.low + reps.high) / 2, reserve)) * asked;
  return Math.log(((k + toFailure(countedReps(e), e.reserve ?? reserve)) * done) / planned);
}
