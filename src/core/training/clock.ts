/**
 * Any phone's clock may be wrong. A set is kept as the phone dated it, and counts within what the server knows: it
 * cannot have been done after it arrived, nor before the plan it was done from was handed over.
 */

/** ms that a good clock may be ahead */
const AHEAD = 5 * 60_000;
/** ms before the hand-over that a clock may be behind before it is called wrong */
const BEHIND = 86_400_000;

interface Dated {
  at: string;
  zone: string;
  localDate: string;
}

/** a formatter a zone: making one costs more than a thousand dates */
const formats = new Map<string, Intl.DateTimeFormat>();
function formatIn(timeZone: string): Intl.DateTimeFormat {
  const kept = formats.get(timeZone);
  if (kept) return kept;
  const made = new Intl.DateTimeFormat("en-CA", { timeZone, year: "numeric", month: "2-digit", day: "2-digit" });
  formats.set(timeZone, made);
  return made;
}

/** the calendar day of an instant in a zone; in UTC where the zone is unknown */
export function localDateOf(instant: number, zone: string): string {
  try {
    return formatIn(zone).format(instant);
  } catch {
    return formatIn("UTC").format(instant);
  }
}

/** the same item with a moment that can be: its own where that is within bounds, otherwise that of its arrival */
export function withinBounds<T extends Dated>(item: T, receivedAt: Date, handedAt: Date | null): T {
  const at = Date.parse(item.at);
  const received = receivedAt.getTime();
  if (at > received + AHEAD || (handedAt && at < handedAt.getTime() - BEHIND))
    return { ...item, at: receivedAt.toISOString(), localDate: localDateOf(received, item.zone) };
  // a day that is not the moment's own, nor the one beside it
  const apart = Math.abs(Date.parse(`${item.localDate}T12:00:00Z`) - at);
  return apart <= 1.5 * 86_400_000 ? item : { ...item, localDate: localDateOf(at, item.zone) };
}
