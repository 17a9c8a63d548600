/** What growth of strength is usual, from which every line starts and by which standing still is told. */
import type { ClientInput } from "#core/clients/client";

export type Level = ClientInput["level"];

/**
 * % of strength a month in a trained movement; assumed (docs/method/review.md), and where a practice's log says another
 * number it is that which should stand here
 */
const MONTHLY: Readonly<Record<Level, number>> = { beginner: 2.4, trained: 0.7 };
export const WEEKS_A_MONTH = 365.25 / 12 / 7;

/** ln of strength a week that is usual */
export const growthOf = (level: Level): number => MONTHLY[level] / 100 / WEEKS_A_MONTH;
/** ln a week as % a month */
export const monthly = (week: number): number => 100 * week * WEEKS_A_MONTH;
