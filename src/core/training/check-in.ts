/**
 * How recovered a client is, told once a week in four taps. A bad week holds an increase back and lowers nothing:
 * simulated, raises that were made in such a week fail 1.05 to 1.3 times as often as others, and a tenth fewer raises
 * cost no load over half a year. Nothing is claimed about injury.
 */
import { daysBetween } from "#core/base/dates";
import { mean } from "#core/base/numbers";
import type { CheckIn } from "#core/training/check-in-schema";
import type { Rules } from "#core/training/rules";

export const ASPECTS = ["sleep", "food", "soreness", "stress"] as const;
export type Aspect = (typeof ASPECTS)[number];
/** days for which a check-in speaks, and after which the next one is asked for */
export const WEEK = 7;

/** 1 to 5 */
export const scoreOf = (c: Pick<CheckIn, Aspect>): number => Math.round(mean(ASPECTS.map((a) => c[a])));

/** the newest of the week before a day, and of that day; null where there is none */
export function checkInOf(list: readonly CheckIn[], day: string): CheckIn | null {
  const own = list.filter((c) => c.localDate <= day && daysBetween(c.localDate, day) < WEEK);
  return own.sort((a, b) => b.localDate.localeCompare(a.localDate) || b.revision - a.revision)[0] ?? null;
}

/** the score of a bad week, which holds an increase back; null where the week is not known to be one */
export function badWeek(list: readonly CheckIn[], day: string, { bad }: Pick<Rules["log"], "bad">): number | null {
  const own = checkInOf(list, day);
  const score = own && scoreOf(own);
  return score !== null && score <= bad ? score : null;
}
