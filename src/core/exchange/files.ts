/**
 * Files that leave and enter Gryn: a program as JSON {format, version}, its JSON Schema from the same source, the log
 * as rows for CSV.
 */
import "#core/base/reasons";
import { findNodeAtLocation, parseTree, printParseErrorCode, type ParseError } from "jsonc-parser";
import { z } from "zod";
import { faultOf } from "#core/program/edit";
import { programFaults } from "#core/planning/faults";
import { depthOf, NO_TEXT, unwritableText } from "#core/base/text";
import { upgrade, VERSIONS } from "#core/exchange/upgrade";
import { exerciseFaults } from "#core/exercises/faults";
import { type Exercise } from "#core/exercises/format";
import { exerciseSchema } from "#core/exercises/schema";
import { programSchema, type Program } from "#core/program/document";
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
/** brackets in brackets: no file of ours has more than a dozen */
const DEEPEST = 40;
/** faults told of one file: who reads on has more to mend than that */
const TOLD = 60;

/** from 1 */
function lineFinder(text: string): (offset: number) => number {
  const starts = [0];
  for (let i = text.indexOf("\n"); i >= 0; i = text.indexOf("\n", i + 1)) starts.push(i + 1);
  return (offset) => {
    let [low, high] = [0, starts.length];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (starts[middle]! <= offset) low = middle;
      else high = middle;
    }
    return low + 1;
  };
}

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
  const lineAt = lineFinder(text);
  if (depthOf(text, DEEPEST) > DEEPEST) return whole(`The file is nested deeper than any ${kind.name}.`);
  const faults: ParseError[] = [];
  const tree = parseTree(text, faults, { disallowComments: true });
  if (faults.length || !tree)
    return {
      errors: faults.slice(0, 5).map((f) => ({
        line: lineAt(f.offset),
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
      if (node) return lineAt(node.offset);
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
  const odd = unwritableText(data);
  if (odd)
    return {
      errors: [
        { line: lineOf(odd.split(".").map((k) => (/^\d+$/.test(k) ? Number(k) : k))), path: odd, reason: NO_TEXT },
      ],
    };
  const parsed = kind.schema.safeParse(kind.upgrade(data));
  return parsed.success
    ? { value: parsed.data, lineOf }
    : {
        errors: parsed.error.issues
          .slice(0, TOLD)
          .map((i) => ({ line: lineOf(i.path), path: i.path.join("."), reason: i.message })),
      };
}

export function readProgramFile(text: string): ReadResult {
  const read = readFile(text, {
    name: "program",
    format: "gryn-program",
    version: VERSIONS.program,
    upgrade: (document) => upgrade("program", document),
    schema: programSchema,
  });
  if ("errors" in read) return read;
  const twice = faultOf(read.value);
  if (twice) return { errors: [{ line: null, path: "days", reason: twice }] };
  const errors = programFaults(read.value)
    .slice(0, TOLD)
    .map((f) => ({ line: read.lineOf(f.path), path: f.path.join("."), reason: f.reason }));
  return errors.length ? { errors } : { program: read.value };
}

/** an exercise file; beyond its shape, every name in it has to be known and every number possible */
export function readExerciseFile(text: string): ReadExerciseResult {
  const read = readFile(text, {
    name: "exercise",
    format: "gryn-exercise",
    version: VERSIONS.exercise,
    upgrade: (document) => upgrade("exercise", document),
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
  plannedLoad: string;
  plannedReps: string;
  plannedReserve: number;
  feel: string;
  pain: string;
  form: string;
  ended: string;
  note: string;
}

/** one row a part, oldest first; names by prescription id */
export function logRows(
  entries: readonly Entry[],
  reports: readonly Report[],
  names: ReadonlyMap<string, string>,
): LogRow[] {
  const newest = new Map<string, Entry>();
  for (const e of entries) if ((newest.get(e.id)?.revision ?? 0) < e.revision) newest.set(e.id, e);
  const said = new Map<string, Report>();
  for (const r of reports) {
    const key = `${r.prescriptionId} ${r.localDate}`;
    if ((said.get(key)?.revision ?? 0) < r.revision) said.set(key, r);
  }
  return [...newest.values()]
    .sort((a, b) => a.at.localeCompare(b.at) || a.set - b.set)
    .flatMap((e) => {
      const report = said.get(`${e.prescriptionId} ${e.localDate}`);
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
        plannedLoad: e.prescribed.load ? String(e.prescribed.load.value) : "",
        plannedReps: `${e.prescribed.reps.low}-${e.prescribed.reps.high}`,
        plannedReserve: e.prescribed.reserve,
        feel: report?.feel ?? "",
        pain,
        form: report?.ticks.join(" ") ?? "",
        ended: report?.ended ?? "",
        note: report?.note ?? "",
      }));
    });
}
