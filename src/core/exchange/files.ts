/**
 * Files that leave and enter Gryn: a program as JSON {format, version}, its JSON Schema from the same source, the log
 * as rows for CSV.
 */
import { findNodeAtLocation, parseTree, printParseErrorCode, type ParseError } from "jsonc-parser";
import { z } from "zod";
import { upgrade, VERSIONS } from "#core/exchange/upgrade";
import { exerciseFaults } from "#core/exercises/faults";
import { type Exercise } from "#core/exercises/format";
import { exerciseSchema } from "#core/exercises/schema";
import { programSchema, type Program } from "#core/planning/program";
import type { Entry, Report } from "#core/training/entry";

export const programJsonSchema = () => z.toJSONSchema(programSchema, { target: "draft-2020-12", io: "input" });

export const exerciseJsonSchema = () => z.toJSONSchema(exerciseSchema, { target: "draft-2020-12", io: "input" });

export interface FileFault {
  /** from 1; null where the whole file is meant */
  line: number | null;
  path: string;
  reason: string;
}

export type ReadResult = { program: Program } | { errors: FileFault[] };
export type ReadExerciseResult = { exercise: Exercise } | { errors: FileFault[] };

const LARGEST = 2_000_000;
const lineAt = (text: string, offset: number) => text.slice(0, offset).split("\n").length;

interface FileKind<T> {
  /** such as "program" */
  name: string;
  format: string;
  version: number;
  upgrade: (data: unknown) => unknown;
  schema: z.ZodType<T>;
}

/**
 * a Gryn file of one kind at its present version, or every fault with its line and path; a newer version is refused
 * in words
 */
function readFile<T>(
  text: string,
  kind: FileKind<T>,
): { value: T; lineOf: (path: readonly PropertyKey[]) => number | null } | { errors: FileFault[] } {
  const whole = (reason: string, path = "", line: number | null = null) => ({ errors: [{ line, path, reason }] });
  if (text.length > LARGEST) return whole(`The file is larger than any ${kind.name}: over 2 MB.`);
  const faults: ParseError[] = [];
  const tree = parseTree(text, faults, { disallowComments: true });
  if (faults.length || !tree)
    return {
      errors: faults.slice(0, 5).map((f) => ({
        line: lineAt(text, f.offset),
        path: "",
        reason: `Not readable as JSON: ${printParseErrorCode(f.error)
          .replace(/([a-z])([A-Z])/g, "$1 $2")
          .toLowerCase()}.`,
      })),
    };
  const data: unknown = JSON.parse(text);
  const lineOf = (path: readonly PropertyKey[]): number | null => {
    // the nearest part of the path that is there: a missing field is shown where it should stand
    for (let n = path.length; n >= 0; n--) {
      const node = findNodeAtLocation(tree, path.slice(0, n) as (string | number)[]);
      if (node) return lineAt(text, node.offset);
    }
    return null;
  };
  const head = z.object({ format: z.string(), version: z.number() }).safeParse(data);
  if (!head.success) return whole("This is not a Gryn file: it has no format and version.", "format");
  if (head.data.format !== kind.format)
    return whole(
      `${/^[aeiou]/.test(kind.name) ? "An" : "A"} ${kind.name} file says "${kind.format}", this one says "${head.data.format}".`,
      "format",
      lineOf(["format"]),
    );
  if (head.data.version > kind.version)
    return whole(
      `This file is version ${head.data.version}; this Gryn reads up to ${kind.version}. Update Gryn first.`,
      "version",
      lineOf(["version"]),
    );
  const parsed = kind.schema.safeParse(kind.upgrade(data));
  return parsed.success
    ? { value: parsed.data, lineOf }
    : { errors: parsed.error.issues.map((i) => ({ line: lineOf(i.path), path: i.path.join("."), reason: i.message })) };
}

export function readProgramFile(text: string): ReadResult {
  const read = readFile(text, {
    name: "program",
    format: "gryn-program",
    version: VERSIONS.program,
    upgrade: (document) => upgrade("program", document),
    schema: programSchema,
  });
  return "errors" in read ? read : { program: read.value };
}

/** an exercise file; beyond its shape, every name in it has to be known and every number possible */
export function readExerciseFile(text: string): ReadExerciseResult {
  const read = readFile(text, {
    name: "exercise",
    format: "gryn-exercise",
    version: 1,
    upgrade: (d) => d,
    schema: exerciseSchema,
  });
  if ("errors" in read) return read;
  const errors = exerciseFaults(read.value).map((f) => ({
    line: read.lineOf(f.path),
    path: f.path.join("."),
    reason: f.reason,
  }));
  return errors.length ? { errors } : { exercise: read.value };
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
export function logRows(
  entries: readonly Entry[],
  reports: readonly Report[],
  names: ReadonlyMap<string, string>,
): LogRow[] {
  const newest = new Map<string, Entry>();
  for (const e of entries) if ((newest.get(e.id)?.revision ?? 0) < e.revision) newest.set(e.id, e);
  return [...newest.values()]
    .sort((a, b) => a.at.localeCompare(b.at) || a.set - b.set)
    .flatMap((e) => {
      const report = reports
        .filter((r) => r.prescriptionId === e.prescriptionId && r.localDate === e.localDate)
        .sort((a, b) => b.revision - a.revision)[0];
      const pain = report?.pain
        ? `${report.pain.kind} ${report.pain.score} ${report.pain.side} ${report.pain.joint}`
        : "";
      return e.parts.map((p) => ({
        date: e.localDate,
        time: e.at.slice(11, 16),
        zone: e.zone,
        exercise: e.instead?.name ?? names.get(e.prescriptionId) ?? e.prescriptionId,
        set: e.set + 1,
        part: p.kind,
        load: p.load ? String(p.load.value) : "",
        unit: p.load?.unit ?? "",
        meaning: p.load?.meaning ?? "",
        reps: p.reps,
        reserve: e.reserve === null ? "" : String(e.reserve),
        plannedReps: `${e.prescribed.reps.low}-${e.prescribed.reps.high}`,
        plannedReserve: e.prescribed.reserve,
        feel: report?.feel ?? "",
        pain,
      }));
    });
}
