/** The whole exercise as it is kept: typed over, and read as soon as it is one. */
import { Input } from "antd";
import { useState } from "react";
import type { FileFault } from "#core/exchange/files";
import type { Exercise } from "#core/exercises/format";
import { form as words } from "#core/words/own";

const SHOWN = 6;

export function FileTab({ exercise, onRead }: { exercise: Exercise; onRead: (e: Exercise) => void }) {
  /** while it is typed and is none; null: what the form says */
  const [typed, setTyped] = useState<string | null>(null);
  const [faults, setFaults] = useState<readonly FileFault[]>([]);
  const read = async (text: string) => {
    setTyped(text);
    const { readExerciseFile } = await import("#core/exchange/files");
    const found = readExerciseFile(text);
    setFaults("errors" in found ? found.errors : []);
    // its id is what it is kept as, whatever is typed
    if ("exercise" in found) onRead({ ...found.exercise, id: exercise.id });
  };
  return (
    <>
      <p className="small quiet">{words.fileHow()}</p>
      <Input.TextArea
        aria-label={words.tabs.file()}
        className="number"
        spellCheck={false}
        rows={18}
        value={typed ?? JSON.stringify(exercise, null, 2)}
        onChange={(e) => void read(e.target.value)}
        onBlur={() => faults.length === 0 && setTyped(null)}
      />
      {faults.length > 0 && (
        <ul className="notice warn" role="status">
          {faults.slice(0, SHOWN).map((f) => (
            <li key={`${f.path} ${f.reason}`}>{words.fault(f)}</li>
          ))}
        </ul>
      )}
    </>
  );
}
