/** Days of a week by number, 0 Monday. */

/** weekdays that keep as much rest between so many days as there is */
const USUAL: Record<number, readonly number[]> = {
  1: [0],
  2: [0, 3],
  3: [0, 2, 4],
  4: [0, 1, 3, 4],
  5: [0, 1, 2, 4, 5],
  6: [0, 1, 2, 3, 4, 5],
  7: [0, 1, 2, 3, 4, 5, 6],
};

export const usualWeekdays = (days: number): readonly number[] => USUAL[days] ?? USUAL[7]!;

export const weekdayOf = (date: string): number => (new Date(`${date}T12:00:00Z`).getUTCDay() + 6) % 7;
