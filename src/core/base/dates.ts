/** Local dates as text, such as 2026-03-31: no time of day and no zone. */

const DAY = 86_400_000;
/** at noon, so that no clock change moves a day */
const noon = (date: string): number => Date.parse(`${date.slice(0, 10)}T12:00:00Z`);

/** the date so many days before */
export const dateBefore = (date: string, days: number): string =>
  new Date(noon(date) - days * DAY).toISOString().slice(0, 10);

/** whole days from one date, or the date of a moment, to another */
export const daysBetween = (from: string, to: string): number => Math.round((noon(to) - noon(from)) / DAY);
