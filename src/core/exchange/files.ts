/** Files that leave Gryn: a program as JSON {format, version}, its JSON Schema from the same source, the log as rows for CSV. */
import { z } from "zod";
import { programSchema, type Program } from "#core/planning/program";
import type { Entry, Report } from "#core/training/entry";

export const PROGRAM_FORMAT = "gryn-program";
export const PROGRAM_VERSION = 1;

export const programJsonSchema = () => z.toJSONSchema(programSchema, { target: "draft-2020-12", io: "input" });

export type ReadResult = { program: Program } | { errors: { path: string; reason: string }[] };

/** @returns the program, or every fault with its path; an unknown newer version is refused in words */
export function readProgramFile(data: unknown): ReadResult {
  const head = z.object({ format: z.string(), version: z.number() }).safeParse(data);
  if (!head.success) return { errors: [{ path: "format", reason: "This is not a Gryn file: it has no format and version." }] };
  if (head.data.format !== PROGRAM_FORMAT) return { errors: [{ path: "format", reason: `A program file says "${PROGRAM_FORMAT}", this one says "${head.data.format}".` }] };
  if (head.data.version > PROGRAM_VERSION) return { errors: [{ path: "version", reason: `This file is version ${head.data.version}; this Gryn reads up to ${PROGRAM_VERSION}. Update Gryn first.` }] };
  const parsed = programSchema.safeParse(data);
  return parsed.success ? { program: parsed.data } : { errors: parsed.error.issues.map((i) => ({ path: i.path.join("."), reason: i.message })) };
}

export interface LogRow {
  date: string;
  time: string;
  zone: string;
  exercise: string;
  set: number;
  part: string;
  load: string;
  unit: string;
  meaning: string;
  reps: number;
  reserve: string;
  plannedReps: string;
  plannedReserve: number;
  feel: string;
  pain: string;
}

/** one row a part, oldest first; names by prescription id */
export function logRows(entries: readonly Entry[], reports: readonly Report[], names: ReadonlyMap<string, string>): LogRow[] {
  const newest = new Map<string, Entry>();
  for (const e of entries) if ((newest.get(e.id)?.revision ?? 0) < e.revision) newest.set(e.id, e);
  return [...newest.values()]
    .sort((a, b) => a.at.localeCompare(b.at) || a.set - b.set)
    .flatMap((e) => {
      const report = reports.filter((r) => r.prescriptionId === e.prescriptionId && r.localDate === e.localDate).sort((a, b) => b.revision - a.revision)[0];
      const pain = report?.pain ? `${report.pain.kind} ${report.pain.score} ${report.pain.side} ${report.pain.joint}` : "";
      return e.parts.map((p) => ({ date: e.localDate, time: e.at.slice(11, 16), zone: e.zone, exercise: names.get(e.prescriptionId) ?? e.prescriptionId, set: e.set + 1, part: p.kind, load: p.load ? String(p.load.value) : "", unit: p.load?.unit ?? "", meaning: p.load?.meaning ?? "", reps: p.reps, reserve: e.reserve === null ? "" : String(e.reserve), plannedReps: `${e.prescribed.reps.low}-${e.prescribed.reps.high}`, plannedReserve: e.prescribed.reserve, feel: report?.feel ?? "", pain }));
    });
}
