/** A program file taken in: first what is wrong or what would change, then, on a yes, the operations. */
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
        aria-label="Program file"
        className="visually-hidden"
        tabIndex={-1}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void read(file);
          e.target.value = "";
        }}
      />
      <Button type="link" style={{ padding: "0 6px" }} onClick={() => input.current?.click()}>
        Import
      </Button>
      <Dialog
        open={seen !== null}
        onCancel={close}
        footer={null}
        title={seen ? `Import of ${seen.name}` : ""}
        width={560}
      >
        {seen && "faults" in seen && (
          <div role="alert" style={{ display: "grid", gap: 8 }}>
            <p>Nothing has been changed. The file cannot be taken in:</p>
            <table className="small" style={{ borderCollapse: "collapse" }}>
              <thead>
                <tr>
                  <th style={{ textAlign: "left", paddingRight: 12 }}>line</th>
                  <th style={{ textAlign: "left", paddingRight: 12 }}>path</th>
                  <th style={{ textAlign: "left" }}>reason</th>
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
            {seen.faults.length > 20 && <p className="small quiet">and {seen.faults.length - 20} more.</p>}
          </div>
        )}
        {seen && "difference" in seen && (
          <div style={{ display: "grid", gap: 10 }}>
            {seen.difference.lines.length === 0 ? (
              <p>The file is the same as this week. There is nothing to change.</p>
            ) : (
              <p>Taking it in would change this:</p>
            )}
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
                  Take it in
                </Button>
                <Button onClick={close}>Leave the week as it is</Button>
              </div>
            )}
            <p className="small quiet">One undo takes all of it back.</p>
          </div>
        )}
      </Dialog>
    </>
  );
}
