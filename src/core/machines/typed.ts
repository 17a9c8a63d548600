/** Readings as a table: typed, or pasted from a sheet. */
import { readingSchema, type Reading } from "./machine";

/** a number with a point or a comma; null for anything else */
const numberOf = (text: string | undefined): number | null => {
  const t = (text ?? "").trim().replace(",", ".");
  return t !== "" && Number.isFinite(Number(t)) ? Number(t) : null;
};

/**
 * Lines of place (cm), force up and force down (kg), apart by tab, semicolon or comma; down may be missing. A first
 * line of words is a heading. Where the numbers have a decimal comma, commas part nothing.
 * @returns the readings, or a reason that names the line
 */
export function readReadings(text: string): { readings: Reading[] } | { reason: string } {
  const lines = text.split(/\r?\n/).map((line, i) => ({ line: line.trim(), number: i + 1 }));
  const full = lines.filter(({ line }) => line !== "");
  const mark = full.some(({ line }) => line.includes("\t"))
    ? "\t"
    : full.some(({ line }) => line.includes(";"))
      ? ";"
      : ",";
  const rows = full.map(({ line, number }) => ({ cells: line.split(mark), number }));
  if (rows[0] && numberOf(rows[0].cells[0]) === null) rows.shift();
  const readings: Reading[] = [];
  for (const { cells, number } of rows) {
    const [at, up, down] = [numberOf(cells[0]), numberOf(cells[1]), numberOf(cells[2])];
    if ((cells[2] ?? "").trim() !== "" && down === null)
      return { reason: `Line ${number}: “${cells[2]!.trim()}” is no number.` };
    if (at === null || up === null)
      return { reason: `Line ${number} needs a place in cm and a force in kg, such as 20; 41,5; 36.` };
    const read = readingSchema.safeParse({ at, up, down });
    if (!read.success) return { reason: `Line ${number}: ${read.error.issues[0]!.message}.` };
    readings.push(read.data);
  }
  return readings.length > 0 ? { readings } : { reason: "There is no line with numbers." };
}
