/** The week in hand as days of a calendar: a day with a date once, one without every week. */
import { dateBefore } from "#core/base/dates";
import { usualWeekdays, weekdayOf } from "#core/base/weekdays";
import type { Room } from "#core/clients/days";
import type { Program } from "#core/program/document";
import type { Snapshot } from "#core/training/handover";
import type { Language } from "#core/base/language";
import { printedIn } from "#core/words/client/languages";

export interface CalendarEvent {
  /** the same for the same day of the plan, so that a calendar changes it instead of making another */
  id: string;
  /** local date of the (first) day */
  date: string;
  /** weeks from one to the next; null: once */
  every: number | null;
  title: string;
  text: string;
}

/**
 * @param planned dates of the plan's days, and which of two weeks they are in
 * @param from local date of the hand-over
 * @param room the client's weekdays, where they are fixed
 */
export function eventsOf(
  snapshot: Snapshot,
  planned: Pick<Program, "days">,
  from: string,
  room: Room,
  language: Language,
): CalendarEvent[] {
  const { sheet: words } = printedIn(language);
  const of = new Map(planned.days.map((d) => [d.id, d]));
  const weekOf = (id: string) => of.get(id)?.week ?? "A";
  const twoWeeks = new Set(snapshot.days.map((d) => weekOf(d.id))).size > 1;
  const fixed = [...(room.weekdays ?? [])].map((w) => w.day).sort((a, b) => a - b);
  return snapshot.days.map((day): CalendarEvent => {
    const own = snapshot.days.filter((d) => weekOf(d.id) === weekOf(day.id));
    const date = of.get(day.id)?.date ?? null;
    const weekday = fixed[own.indexOf(day)] ?? usualWeekdays(own.length)[own.indexOf(day)] ?? 6;
    return {
      id: day.id,
      date: date ?? nextOn(dateBefore(from, weekOf(day.id) === "B" ? -7 : 0), weekday),
      every: date ? null : twoWeeks ? 2 : 1,
      title: `${snapshot.programName}: ${day.name}`,
      text: [
        words.minutes({ minutes: Math.round(day.minutes) }),
        ...day.blocks
          .flatMap((b) => b.prescriptions)
          .map(
            (p, i) =>
              `${i + 1}  ${p.name}: ${words.short({
                sets: p.reserves.length,
                ...p.reps,
                load: p.load ? `${p.load.value} ${p.load.unit}` : null,
              })}`,
          ),
      ].join("\n"),
    };
  });
}

/** the first such weekday on or after a date */
const nextOn = (date: string, weekday: number): string => dateBefore(date, -((weekday - weekdayOf(date) + 7) % 7));
