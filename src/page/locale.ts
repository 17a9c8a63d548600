/** Numbers and dates as the reader's own browser writes them; every page shows and reads them through here. */
export const DECIMAL = new Intl.NumberFormat().formatToParts(1.5).find((p) => p.type === "decimal")?.value ?? ".";

export { fixed } from "#core/base/numbers";

/** as many digits as were typed, two at most */
export const plain = (v: number): string => v.toLocaleString([], { maximumFractionDigits: 2, useGrouping: false });

export const loadText = (l: { value: number; unit: string }): string => `${plain(l.value)} ${l.unit}`;

/** a number as typed, with a comma or a point; NaN when it is none */
export const readNumber = (text: string): number => (text.trim() === "" ? NaN : Number(text.trim().replace(",", ".")));

/** a calendar day, such as 2026-03-04, whatever the zone */
export const dayText = (localDate: string): string =>
  new Date(`${localDate}T12:00`).toLocaleDateString([], { day: "numeric", month: "short" });

export const momentText = (iso: string): string =>
  new Date(iso).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

export const timeText = (iso: string, seconds = false): string =>
  new Date(iso).toLocaleTimeString([], {
    hour: "2-digit",
    minute: "2-digit",
    ...(seconds ? { second: "2-digit" } : {}),
  });

/** the local calendar day of a moment, such as 2026-03-04 */
export const dayOf = (moment: Date): string =>
  [moment.getFullYear(), moment.getMonth() + 1, moment.getDate()].map((n) => String(n).padStart(2, "0")).join("-");
