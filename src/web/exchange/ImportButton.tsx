/** A program file taken in: first what is wrong or what would change, then, on a yes, the operations. */
import { importButton as words } from "#core/words/web/exchange";
import { Button } from "antd";
import { Dialog } from "../base/Dialog";
import { useRef, useState } from "react";
import type { Difference } from "#core/exchange/difference";
import type { FileFault } from "#core/exchange/files";
import type { Operation, Program } from "#core/program/document";
import { readFileFor } from "./read-file";

type Seen = { name: string; faults: FileFault[] } | { name: string; difference: Difference };

export function ImportButton({ program, edit }: { program: Program; edit: (...operations: Operation[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [seen, setSeen] = useState<Seen | null>(null);
  const read = async (file: File) => setSeen({ name: file.name, ...(await readFileFor(file, program)) });
  const close = () => setSeen(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        aria-label={words.programFile()}
        className="visually-hidden"
        tabIndex={-1}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void read(file);
          e.target.value = "";
        }}
      />
      <Button type="link" style={{ padding: "0 6px" }} onClick={() => input.current?.click()}>
        {words.importIt()}
      </Button>
      <Dialog
        open={seen !== null}
        onCancel={close}
        footer={null}
        title={seen ? words.importOfName({ name: seen.name }) : ""}
        width={560}
      >
        {seen && "faults" in seen && (
          <div role="alert" style={{ display: "grid", gap: 8 }}>
            <p>{words.nothingHasBeenChanged()}</p>
            <table className="small" style={{ borderCollapse: "collapse" }}>
              <thead>
                <tr>
                  <th style={{ textAlign: "left", paddingRight: 12 }}>{words.line()}</th>
                  <th style={{ textAlign: "left", paddingRight: 12 }}>{words.path()}</th>
                  <th style={{ textAlign: "left" }}>{words.reason()}</th>
                </tr>
              </thead>
              <tbody>
                {seen.faults.slice(0, 20).map((f, i) => (
                  <tr key={i}>
                    <td className="number">{f.line ?? ""}</td>
                    <td style={{ paddingRight: 12, overflowWrap: "anywhere" }}>{f.path}</td>
                    <td>{f.reason}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {seen.faults.length > 20 && <p className="small quiet">{words.andMore({ n: seen.faults.length - 20 })}</p>}
          </div>
        )}
        {seen && "difference" in seen && (
          <div style={{ display: "grid", gap: 10 }}>
            {seen.difference.lines.length === 0 ? <p>{words.theFileIsThe()}</p> : <p>{words.takingItInWould()}</p>}
            <ul style={{ margin: 0, paddingLeft: 18, maxHeight: 300, overflow: "auto" }}>
              {seen.difference.lines.map((l, i) => (
                <li key={i}>{l}</li>
              ))}
            </ul>
            {seen.difference.operations.length > 0 && (
              <div className="actions">
                <Button
                  type="primary"
                  onClick={() => {
                    edit(...seen.difference.operations);
                    close();
                  }}
                >
                  {words.takeItIn()}
                </Button>
                <Button onClick={close}>{words.leaveTheWeekAs()}</Button>
              </div>
            )}
            <p className="small quiet">{words.oneUndoTakesAll()}</p>
          </div>
        )}
      </Dialog>
    </>
  );
}
