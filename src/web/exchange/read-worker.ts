/** Reads a program file away from the page: a hostile one holds up nobody but itself. */
import { readWorker as words } from "#core/words/web/exchange";
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
  const reason = words.theFileHasN({ n: result.program.days.length, n2: program.days.length });
  return { faults: [{ line: null, path: "days", reason }] };
}

self.onmessage = ({ data }: MessageEvent<ReadAsk>) => {
  try {
    self.postMessage(read(data));
  } catch {
    const reason = words.theFileCannotBe();
    self.postMessage({ faults: [{ line: null, path: "", reason }] } satisfies ReadAnswer);
  }
};
