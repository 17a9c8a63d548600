/** Which day of a client's week a plan's day falls on, and how long it may take. */
import { weekdayOf } from "#core/base/weekdays";

/** 0 Monday */
export interface Weekday {
  day: number;
  minutes: number;
  /** another place on that day */
  place?: string | undefined;
}

/** fixed weekdays, where a client has them */
interface Fixed {
  weekdays?: readonly Weekday[] | undefined;
}

/** the time a client has: on fixed weekdays, or so many minutes on any day */
export interface Room extends Fixed {
  minutes: number;
}

export interface PlanDay {
  date: string | null;
  /** of two weeks that may take turns */
  week: string;
}

/** by day of the plan: the client's weekday, null where none is fixed. A dated day falls on its own, others in turn */
export function weekdaysFor({ weekdays = [] }: Fixed, days: readonly PlanDay[]): (Weekday | null)[] {
  const sorted = [...weekdays].sort((a, b) => a.day - b.day);
  return days.map((d, i) => {
    if (d.date) return sorted.find((w) => w.day === weekdayOf(d.date!)) ?? null;
    return sorted[days.slice(0, i).filter((x) => x.week === d.week).length] ?? null;
  });
}

/** minutes that each day of the plan may take */
export const minutesFor = (room: Room, days: readonly PlanDay[]): number[] =>
  weekdaysFor(room, days).map((w) => w?.minutes ?? room.minutes);
