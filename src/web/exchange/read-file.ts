/** A program file read in a worker of its own, which is ended when it takes too long. */
import type { Program } from "#core/program/document";
import type { ReadAnswer, ReadAsk } from "./read-worker";

const LONGEST_MS = 8000;
/** nothing larger is even loaded */
const LARGEST = 2_000_000;

const fault = (reason: string): ReadAnswer => ({ faults: [{ line: null, path: "", reason }] });

export async function readFileFor(file: File, program: Program): Promise<ReadAnswer> {
  if (file.size > LARGEST) return fault("The file is larger than any program: over 2 MB.");
  const text = await file.text().catch(() => null);
  if (text === null) return fault("The file cannot be opened. Choose it again.");
  const worker = new Worker(new URL("./read-worker.ts", import.meta.url), { type: "module" });
  try {
    return await new Promise<ReadAnswer>((resolve) => {
      const tooLong = setTimeout(
        () => resolve(fault("Reading the file takes too long: it is no program that Gryn has written.")),
        LONGEST_MS,
      );
      worker.onmessage = ({ data }: MessageEvent<ReadAnswer>) => {
        clearTimeout(tooLong);
        resolve(data);
      };
      worker.onerror = () => {
        clearTimeout(tooLong);
        resolve(fault("The file cannot be read just now. Reload the page and try again."));
      };
      worker.postMessage({ text, program } satisfies ReadAsk);
    });
  } finally {
    worker.terminate();
  }
}
