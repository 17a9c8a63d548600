/** Days of a plan as iCalendar. */
import ical, { ICalEventRepeatingFreq } from "ical-generator";
import type { CalendarEvent } from "#core/sheet/events";

/** @param url where a calendar asks for it again; null in a file */
export function calendarOf(name: string, events: readonly CalendarEvent[], url: string | null): string {
  const calendar = ical({ name, prodId: { company: "Gryn", product: "Gryn", language: "EN" } });
  if (url) calendar.url(url);
  // asked for again twice a day: a hand-over is there by the evening
  if (url) calendar.ttl(12 * 3600);
  for (const e of events)
    calendar.createEvent({
      id: `${e.id}@gryn`,
      // noon of the day: no zone moves it to another one
      start: new Date(`${e.date}T12:00:00Z`),
      allDay: true,
      summary: e.title,
      description: e.text,
      ...(e.every ? { repeating: { freq: ICalEventRepeatingFreq.WEEKLY, interval: e.every } } : {}),
    });
  return calendar.toString();
}
