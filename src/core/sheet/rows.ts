/** What a client has in hand as a table: a row an exercise, in the order of the week. */
import type { Snapshot } from "#core/training/handover";

export interface SheetRow {
  day: string;
  number: number;
  exercise: string;
  settings: string;
  sets: number;
  repsLow: number;
  repsHigh: number;
  load: number | null;
  unit: string;
  /** what the load is of, such as "stack" or "per hand" */
  meaning: string;
  /** of each set, such as "2, 1, 0" */
  left: string;
  /** s */
  rest: number;
  /** s down, where it is long, up, where it is short */
  tempo: string;
  sides: string;
  say: string;
}

/** headings of a table, in the order of its columns */
export const COLUMNS: readonly (readonly [keyof SheetRow, string])[] = [
  ["day", "Day"],
  ["number", "No."],
  ["exercise", "Exercise"],
  ["settings", "Settings"],
  ["sets", "Sets"],
  ["repsLow", "Reps from"],
  ["repsHigh", "Reps to"],
  ["load", "Load"],
  ["unit", "Unit"],
  ["meaning", "Load is"],
  ["left", "Reps left"],
  ["rest", "Rest, s"],
  ["tempo", "Tempo, s"],
  ["sides", "Sides"],
  ["say", "To do"],
];

export const sheetRows = ({ days }: Snapshot): SheetRow[] =>
  days.flatMap((day) =>
    day.blocks
      .flatMap((b) => b.prescriptions)
      .map((p, i) => ({
        day: day.name,
        number: i + 1,
        exercise: p.name,
        settings: p.settings.join("; "),
        sets: p.reserves.length,
        repsLow: p.reps.low,
        repsHigh: p.reps.high,
        load: p.load?.value ?? null,
        unit: p.load?.unit ?? "",
        meaning: p.load?.meaning ?? "",
        left: p.reserves.join(", "),
        rest: p.rest,
        tempo: [p.tempo.lower, p.tempo.longPause, p.tempo.lift, p.tempo.shortPause].join("-"),
        sides: p.sides === "one" ? "one at a time" : "both",
        say: [p.note, ...p.doing, ...p.cues].filter(Boolean).join(" "),
      })),
  );
