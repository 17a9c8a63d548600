/**
 * Left against right. The form of the day is the same on both sides and cancels, so that this is the best measured
 * thing in a log: a local linear trend (Harvey 1989) over workouts. Where the stronger side stops at the weaker one's
 * reps both log the same, and nothing can be read: only what was done without that limit counts.
 */
import { daysBetween } from "#core/base/dates";
import { mean } from "#core/base/numbers";
import { above } from "#core/base/normal";
import type { Exposure } from "#core/training/exposures";
import { K } from "./lift";

export interface Gap {
  /** ln strength of the left less that of the right */
  mean: number;
  sd: number;
  /** ln a week */
  trend: number;
  trendSd: number;
  workouts: number;
  /** probability that the sides are so far apart, by either way */
  overSmall: number;
  overLarge: number;
  weaker: "left" | "right";
}

/** differences of strength that matter: what a weaker side begins from, and what one-sided work is for. Judgement */
export const SMALL = 0.02;
export const LARGE = 0.04;
/** how sure of them */
export const SURE = { small: 0.9, large: 0.8 } as const;

const START = { gap: 0.04, trend: 0.0015 };
const WEEK = { gap: 0.002, trend: 0.0002 };
/** of one workout with three sets: what is said of reserve, and what the sides differ in on a day */
const READ = 0.019;
/** how surely reps are strength: the slope of a client's own curve is known to a sixth, in every workout alike */
const CURVE = 0.17;
/** rests about what reps a side leaves unsaid */
const UNSAID = 1.7;

/** ln(left / right) of a day's sets, and how many; null where both sides were not done alike */
function reading({ entries }: Exposure): { gap: number; sets: number } | null {
  const gaps = entries.flatMap((e) => {
    const side = (kind: "left" | "right") => e.parts.find((p) => p.kind === kind);
    const [left, right] = [side("left"), side("right")];
    if (!left || !right || left.load?.value !== right.load?.value || left.load?.unit !== right.load?.unit) return [];
    const reserve = e.reserve ?? e.prescribed.reserve;
    return [Math.log((K + left.reps + reserve + UNSAID) / (K + right.reps + reserve + UNSAID))];
  });
  return gaps.length ? { gap: mean(gaps), sets: gaps.length } : null;
}

/**
 * @param exposures of one line, newest first @param capped from which local date on the stronger side stops at the
 *   weaker one's reps; null: never
 * @returns null under two workouts with both sides
 */
export function gapOf(
  exposures: readonly Exposure[],
  capped: (localDate: string) => boolean = () => false,
): Gap | null {
  const days = [...exposures].reverse().flatMap((x) => {
    const r = capped(x.localDate) ? null : reading(x);
    return r ? [{ ...r, date: x.localDate }] : [];
  });
  if (days.length < 2) return null;
  let [gap, trend] = [0, 0];
  let [pp, pt, tt] = [START.gap ** 2, 0, START.trend ** 2];
  days.forEach((d, i) => {
    const weeks = i === 0 ? 0 : Math.max(0, daysBetween(days[i - 1]!.date, d.date)) / 7;
    gap += weeks * trend;
    pp += 2 * weeks * pt + weeks ** 2 * tt + WEEK.gap ** 2 * weeks;
    pt += weeks * tt;
    tt += WEEK.trend ** 2 * weeks;
    const total = pp + READ ** 2 * (3 / d.sets);
    const miss = d.gap - gap;
    const [kg, kt] = [pp / total, pt / total];
    gap += kg * miss;
    trend += kt * miss;
    tt -= kt * pt;
    pt -= kg * pt;
    pp -= kg * pp;
  });
  const sd = Math.sqrt(pp + (CURVE * gap) ** 2);
  const over = (line: number) => Math.max(above(line, gap, sd), above(line, -gap, sd));
  return {
    mean: gap,
    sd,
    trend,
    trendSd: Math.sqrt(tt),
    workouts: days.length,
    overSmall: over(SMALL),
    overLarge: over(LARGE),
    weaker: gap < 0 ? "left" : "right",
  };
}
