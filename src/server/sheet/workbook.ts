/** What a client has in hand as a workbook: the week, and a log to fill in. */
import writeExcelFile from "write-excel-file/node";
import { COLUMNS, sheetRows, type SheetRow } from "#core/sheet/rows";
import type { Snapshot } from "#core/training/handover";
import { sheet as words } from "#core/words/client/en/sheet";

const WIDTH: Partial<Record<keyof SheetRow, number>> = { day: 16, exercise: 38, settings: 44, say: 60, meaning: 14 };
const head = (value: string) => ({ value, type: String, fontWeight: "bold" as const, wrap: true });
const cell = (value: string | number | null) =>
  value === null ? null : typeof value === "number" ? { value, type: Number } : { value, type: String, wrap: true };

/** @param weeks that the log has columns for */
export async function workbookOf(snapshot: Snapshot, weeks: number): Promise<Buffer> {
  const rows = sheetRows(snapshot);
  const log = [
    [
      head("Day"),
      head("Exercise"),
      head("Set"),
      ...Array.from({ length: weeks }, (_, n) => [
        head(`${words.weekNumber({ n: n + 1 })} load`),
        head(`${words.weekNumber({ n: n + 1 })} reps`),
      ]).flat(),
    ],
    ...rows.flatMap((r) => Array.from({ length: r.sets }, (_, n) => [cell(r.day), cell(r.exercise), cell(n + 1)])),
  ];
  return writeExcelFile([
    {
      sheet: "Week",
      data: [COLUMNS.map(([, title]) => head(title)), ...rows.map((r) => COLUMNS.map(([key]) => cell(r[key])))],
      columns: COLUMNS.map(([key]) => ({ width: WIDTH[key] ?? 10 })),
      stickyRowsCount: 1,
    },
    { sheet: "Log", data: log, columns: [{ width: 16 }, { width: 38 }], stickyRowsCount: 1 },
  ]).toBuffer();
}
