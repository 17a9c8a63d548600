import type { Entry, Report } from "#core/training/entry";
import { id } from "./programs";

/** an entry of set n, and a report, with readable ids */
export const entryOf = (n: number, change: Partial<Entry> = {}): Entry => ({
  id: id(n),
  revision: 1,
  handOverId: id(1),
  prescriptionId: id(2),
  set: n,
  parts: [{ id: id(8000 + n), kind: "full", load: { value: 20, unit: "kg", meaning: "stack" }, reps: 10 }],
  reserve: 2,
  instead: null,
  at: `2026-11-20T17:${String(n % 60).padStart(2, "0")}:00Z`,
  zone: "Europe/Oslo",
  localDate: "2026-11-20",
  prescribed: { reps: { low: 8, high: 12 }, reserve: 2, load: null },
  voided: false,
  confirmed: false,
  by: null,
  ...change,
});

export const reportOf = (n: number, change: Partial<Report> = {}): Report => ({
  id: id(n),
  revision: 1,
  handOverId: id(1),
  prescriptionId: id(2),
  feel: "target",
  feltIn: null,
  left: null,
  pain: null,
  ticks: [],
  ended: null,
  note: "",
  at: "2026-11-20T18:00:00Z",
  zone: "Europe/Oslo",
  localDate: "2026-11-20",
  ...change,
});
