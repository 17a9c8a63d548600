import { Button } from "antd";
import { useState } from "react";
import type { CheckLine } from "#core/planning/check";
import type { Operation } from "#core/planning/program";

const SIGN = { problem: "■", look: "◆", pass: "✓" } as const;
const WORD = { problem: "Problem", look: "Look", pass: "Pass" } as const;
const ORDER = { problem: 0, look: 1, pass: 2 } as const;

export function Checks({ lines, onFix }: { lines: CheckLine[]; onFix: (operations: Operation[]) => void }) {
  const [passes, setPasses] = useState(false);
  const count = (v: CheckLine["verdict"]) => lines.filter((l) => l.verdict === v).length;
  const shown = [...lines]
    .sort((a, b) => ORDER[a.verdict] - ORDER[b.verdict])
    .filter((l) => passes || l.verdict !== "pass");
  return (
    <aside className="sheet checks" aria-label="Checks">
      <h2>Checks</h2>
      <p className="small quiet" style={{ padding: "0 14px 8px" }} aria-live="polite">
        {count("problem")} to mend, {count("look")} to look at, {count("pass")} pass.{" "}
        <button
          type="button"
          className="plain"
          style={{ color: "var(--fjord)", textDecoration: "underline" }}
          onClick={() => setPasses(!passes)}
        >
          {passes ? "Hide passes" : "Show passes"}
        </button>
      </p>
      <ul>
        {shown.map((l) => (
          <li key={l.id}>
            <span className={`verdict ${l.verdict}`}>
              <span aria-hidden>{SIGN[l.verdict]}</span> {WORD[l.verdict]}
            </span>
            <div>
              <strong>{l.title}</strong>
              <div className="number">
                {l.number} <span className="quiet">/ {l.limit}</span>
              </div>
              {l.verdict !== "pass" && <div className="quiet">{l.reason}</div>}
              {l.fixes.map((f) => (
                <Button
                  key={f.label}
                  size="small"
                  style={{ margin: "4px 6px 0 0", whiteSpace: "normal", height: "auto", textAlign: "left" }}
                  onClick={() => onFix(f.operations)}
                >
                  {f.label}
                </Button>
              ))}
            </div>
          </li>
        ))}
        {shown.length === 0 && (
          <li>
            <span className="verdict pass">✓ Pass</span>
            <span>Nothing to mend in what this block can see.</span>
          </li>
        )}
      </ul>
    </aside>
  );
}
