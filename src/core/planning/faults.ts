/**
 * What a schema cannot see in a line or a program that somebody else has written: exercises, parameters, heads and
 * editions that do not exist. A library that has moved on is no fault: what was planned with it stays readable.
 */
import { findHead } from "#core/anatomy/anatomy";
import { knowsEdition } from "#core/edition/edition";
import { findExercise } from "#core/exercises/library";
import { completeValues, SetupError } from "#core/exercises/setup";
import type { Alternative, Operation, Prescription, Program } from "#core/program/document";

const setupFault = ({ exerciseId, values }: Pick<Alternative, "exerciseId" | "values">): string | null => {
  const exercise = findExercise(exerciseId);
  if (!exercise) return `there is no exercise called ${exerciseId} in this library`;
  try {
    completeValues(exercise, values);
    return null;
  } catch (error) {
    if (error instanceof SetupError) return error.message;
    throw error;
  }
};

/** in words; null where nothing is wrong */
export function lineFault(p: Prescription): string | null {
  const setups = [
    p,
    ...p.alternatives,
    ...(p.harder ? [p.harder] : []),
    ...(p.technique?.easier ? [p.technique.easier] : []),
  ];
  for (const s of setups) {
    const fault = setupFault(s);
    if (fault) return fault;
  }
  const head = [...(p.target ? [p.target] : []), ...Object.keys(p.credits)].find((h) => !findHead(h));
  if (head) return `there is no muscle head called ${head}`;
  if (!(p.loadStep.value > 0)) return "a load step has to be more than nothing";
  return null;
}

const editionFault = (id: string): string | null => (knowsEdition(id) ? null : `there is no edition called ${id}`);

/** what is wrong with what an operation brings in; what undoes something brings back what was there */
export function operationFault(o: Operation): string | null {
  switch (o.kind) {
    case "add":
    case "swap":
      return lineFault(o.prescription);
    case "add-day":
      return firstFault(o.day.blocks.flatMap((b) => b.prescriptions));
    case "judge-by":
      return editionFault(o.edition);
    case "change":
      return (o.change.alternatives ?? []).map(setupFault).find((f) => f !== null) ?? null;
    default:
      return null;
  }
}

const firstFault = (lines: readonly Prescription[]): string | null =>
  lines.map(lineFault).find((f) => f !== null) ?? null;

export interface ProgramFault {
  path: (string | number)[];
  reason: string;
}

/** every fault of a program's lines with its path */
export function programFaults(program: Program): ProgramFault[] {
  const out: ProgramFault[] = [];
  const edition = editionFault(program.edition);
  if (edition) out.push({ path: ["edition"], reason: edition });
  program.days.forEach((d, i) =>
    d.blocks.forEach((b, j) =>
      b.prescriptions.forEach((p, k) => {
        const reason = lineFault(p);
        if (reason) out.push({ path: ["days", i, "blocks", j, "prescriptions", k], reason });
      }),
    ),
  );
  return out;
}
