/**
 * Whether it works, in three answers and never in one word: stronger, may be standing still, cannot tell. Standing
 * still cannot be told fast (0.2 % a month is not seen through 3 % a day): the usual rules of no raise or no best for
 * four weeks are said of nine in ten movements that grow.
 */
import { daysBetween } from "#core/base/dates";
import { sum } from "#core/base/numbers";
import { below } from "#core/base/normal";
import type { Change } from "./change";
import { growthOf, type Level } from "./growth";

/** growth of a movement a week, as ln: from all its lines */
export interface Growth {
  mean: number;
  sd: number;
  lines: number;
}

/** lines of one client share what was believed before them and how late they learn: so much of their variance */
const SHARED = 0.5;

/** precision-weighted */
export function growthTogether(lines: readonly { mean: number; sd: number }[]): Growth | null {
  if (lines.length === 0) return null;
  const weights = lines.map((l) => 1 / l.sd ** 2);
  const all = sum(weights);
  return {
    mean: lines.reduce((s, l, i) => s + weights[i]! * l.mean, 0) / all,
    sd: Math.sqrt((1 + SHARED * (lines.length - 1)) / all),
    lines: lines.length,
  };
}

/** weeks and workouts of log before anything is said */
export const LEAST = { weeks: 8, workouts: 8 } as const;
/** growth under this share of what is usual is standing still */
const QUARTER = 0.25;
/**
 * probability of standing still from which it is said: fitted so that of movements that grow one in five is ever called
 * so in 20 weeks (npm run simulate)
 */
export const STILL: Readonly<Record<Level, number>> = { beginner: 0.15, trained: 0.46 };
/** of ten that stand still, so many are found within 12 weeks (npm run simulate) */
export const FOUND_OF_TEN: Readonly<Record<Level, number>> = { beginner: 6, trained: 3 };

export type Progress =
  | { kind: "too early"; weeks: number; workouts: number }
  | { kind: "stronger" | "weaker"; change: Change }
  | { kind: "standing still"; probability: number; weeks: number; workouts: number }
  | { kind: "cannot tell"; weeks: number; workouts: number };

export const stillness = (growth: Growth, level: Level): number =>
  below((QUARTER * growthOf(level) - growth.mean) / growth.sd);

/**
 * @param dates of its workouts, oldest first @param change of its lines together, the surest one
 * @param growth of all its lines; null where none has a state
 */
export function progressOf(
  dates: readonly string[],
  change: Change | null,
  growth: Growth | null,
  level: Level,
): Progress {
  const [first, last] = [dates[0], dates.at(-1)];
  const weeks = first && last ? Math.floor(daysBetween(first, last) / 7) : 0;
  const known = { weeks, workouts: dates.length };
  if (weeks < LEAST.weeks || dates.length < LEAST.workouts || !growth) return { kind: "too early", ...known };
  if (change && change.verdict !== "no clear change") return { kind: change.verdict, change };
  const probability = stillness(growth, level);
  return probability >= STILL[level]
    ? { kind: "standing still", probability, ...known }
    : { kind: "cannot tell", ...known };
}
