/** A program file read in a worker of its own, which is ended when it takes too long. */
import { readFile as words } from "#core/words/web/exchange";
import type { Program } from "#core/program/document";
import type { ReadAnswer, ReadAsk } from "./read-worker";

const LONGEST_MS = 8000;
/** nothing larger is even loaded */
const LARGEST = 2_000_000;

const fault = (reason: string): ReadAnswer => ({ faults: [{ line: null, path: "", reason }] });

export async function readFileFor(file: File, program: Program): Promise<ReadAnswer> {
  if (file.size > LARGEST) return fault(words.theFileIsLarger());
  const text = await file.text().catch(() => null);
  if (text === null) return fault(words.theFileCannotBe());
  const worker = new Worker(new URL("./read-worker.ts", import.meta.url), { type: "module" });
  try {
    return await new Promise<ReadAnswer>((resolve) => {
      const tooLong = setTimeout(() => resolve(fault(words.readingTheFileTakes())), LONGEST_MS);
      worker.onmessage = ({ data }: MessageEvent<ReadAnswer>) => {
        clearTimeout(tooLong);
        resolve(data);
      };
      worker.onerror = () => {
        clearTimeout(tooLong);
        resolve(fault(words.theFileCannotBe2()));
      };
      worker.postMessage({ text, program } satisfies ReadAsk);
    });
  } finally {
    worker.terminate();
  }
}
