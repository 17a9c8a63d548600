/** Reads a program file away from the page: a hostile one holds up nobody but itself. */
import { programDifference, type Difference } from "#core/exchange/difference";
import { readProgramFile, type FileFault } from "#core/exchange/files";
import type { Program } from "#core/program/document";
import { newId } from "../../page/newId";

export interface ReadAsk {
  text: string;
  program: Program;
}
export type ReadAnswer = { faults: FileFault[] } | { difference: Difference };

function read({ text, program }: ReadAsk): ReadAnswer {
  const result = readProgramFile(text);
  if ("errors" in result) return { faults: result.errors };
  const difference = programDifference(program, result.program, newId);
  if (difference) return { difference };
  const reason = `The file has ${result.program.days.length} days, this week has ${program.days.length}.`;
  return { faults: [{ line: null, path: "days", reason }] };
}

self.onmessage = ({ data }: MessageEvent<ReadAsk>) => {
  try {
    self.postMessage(read(data));
  } catch {
    const reason = "The file cannot be read as a program: something in it is not as Gryn writes it.";
    self.postMessage({ faults: [{ line: null, path: "", reason }] } satisfies ReadAnswer);
  }
};
