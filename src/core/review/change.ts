/**
 * How much stronger in twelve weeks: the mean of the last four weeks less that of four weeks twelve weeks earlier. A
 * rate over four weeks says nothing (8 % a month off); and what is usual for a level must not prove itself, so that
 * "stronger" is claimed from the log alone.
 */
import { daysBetween } from "#core/base/dates";
import { mean, sum } from "#core/base/numbers";
import { growthOf, type Level } from "./growth";
import { fallOf, K, type LiftDay } from "./lift";

/** weeks that are compared, and those between their middles */
const SPAN = 4;
const APART = 12;
/** standard deviation of one workout's ln strength: the day, and what is said of it */
const WORKOUT = 0.036;
/** spread of true change about what is usual, in 12 weeks */
const PRIOR = 0.036;
/** one in twenty of those that stand still is called stronger */
const SURE = 1.64;
/** weeks of a movement whose gains are learning */
const LEARNING = 4;
const FALL = 0.035;

export interface Change {
  /** ln, shrunk towards what is usual: for the number shown */
  mean: number;
  sd: number;
  /** ln, as the log alone has it */
  raw: number;
  rawSd: number;
  weeks: number;
  /** nothing is claimed before the learning is over */
  verdict: "stronger" | "weaker" | "no clear change";
}

/** ln of kg for so many reps, of one workout: the mean of its sets, each moved to the first */
export const strengthOn = (day: LiftDay, reps: number): number =>
  mean(day.lifts.map((l) => Math.log(l.kg) + Math.log((K + l.failing) / (K + reps)) + FALL * fallOf(l.set)));

/** @param days of one line, oldest first @param today a local date @returns null where it is too early to say */
export function changeOf(days: readonly LiftDay[], reps: number, level: Level, today: string): Change | null {
  const first = days[0];
  if (!first) return null;
  // learning a movement is not growth; where the log is short the span between is, too
  const later = days.filter((d) => daysBetween(first.date, d.date) >= 7 * LEARNING);
  const last = later.filter((d) => daysBetween(d.date, today) < 7 * SPAN);
  const begin = later[0];
  if (!begin || last.length < 2) return null;
  const apart = Math.min(APART, Math.floor(daysBetween(begin.date, today) / 7) - SPAN);
  if (apart < SPAN) return null;
  const before = later.filter((d) => {
    const weeks = daysBetween(d.date, today) / 7;
    return weeks >= apart && weeks < apart + SPAN;
  });
  if (before.length < 2) return null;
  const raw = mean(last.map((d) => strengthOn(d, reps))) - mean(before.map((d) => strengthOn(d, reps)));
  const sd = WORKOUT * Math.sqrt(1 / last.length + 1 / before.length);
  const usual = growthOf(level) * apart;
  const prior = PRIOR * Math.sqrt(apart / APART);
  const weight = prior ** 2 / (prior ** 2 + sd ** 2);
  return {
    mean: usual + weight * (raw - usual),
    sd: Math.sqrt(weight) * sd,
    raw,
    rawSd: sd,
    weeks: apart,
    verdict: verdictOf(raw, sd),
  };
}

const verdictOf = (raw: number, sd: number): Change["verdict"] =>
  raw > SURE * sd ? "stronger" : raw < -SURE * sd ? "weaker" : "no clear change";

/** lines of one client share their days: so much of their variance is common */
const SHARED = 0.5;

/** the change of several lines, the surest most */
export function togetherOf(changes: readonly Change[]): Change | null {
  if (changes.length === 0) return null;
  const weights = changes.map((c) => 1 / c.rawSd ** 2);
  const all = sum(weights);
  const of = (f: (c: Change) => number) => changes.reduce((s, c, i) => s + weights[i]! * f(c), 0) / all;
  const common = Math.sqrt(1 + SHARED * (changes.length - 1));
  const [raw, rawSd] = [of((c) => c.raw), common / Math.sqrt(all)];
  return {
    mean: of((c) => c.mean),
    sd: common / Math.sqrt(sum(changes.map((c) => 1 / c.sd ** 2))),
    raw,
    rawSd,
    weeks: Math.round(of((c) => c.weeks)),
    verdict: verdictOf(raw, rawSd),
  };
}
