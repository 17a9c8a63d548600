import { checks as said } from "#core/words/web/planning";
import { Button } from "antd";
import { useState } from "react";
import { checkId } from "#core/planning/check";
import { weighedIn, type Check, type CheckState } from "#core/planning/judged";
import { checkText, fixText, weighedText } from "#core/planning/check-words";
import type { Operation } from "#core/program/document";

const SIGN = { problem: "■", look: "◆", pass: "✓" } as const;
const ORDER = { problem: 0, look: 1, pass: 2 } as const;

/** of the lines to mend or look at, so many stand open */
const OPEN = 3;

interface ChecksProps {
  checks: Check[];
  /** share of what the checks need that is known; null when all is */
  judging: number | null;
  onFix: ((operations: Operation[]) => void) | null;
}

export function Checks({ checks, judging, onFix }: ChecksProps) {
  const [passes, setPasses] = useState(false);
  const count = (state: CheckState) => checks.filter((c) => c.state === state).length;
  const weighed = weighedIn(checks);
  const folded = new Set(weighed.flat());
  const shown = checks
    .filter((c) => !folded.has(c) && (passes || c.state !== "pass"))
    .sort((a, b) => ORDER[a.state] - ORDER[b.state]);
  return (
    <aside className="sheet checks" aria-label={said.checks()}>
      <h2>{said.checks()}</h2>
      {judging !== null && (
        <p className="small" style={{ padding: "0 14px 4px" }} role="status">
          {said.stillWorkingOutThe({ percent: Math.round(100 * judging) })}
        </p>
      )}
      <p className="small quiet" style={{ padding: "0 14px 8px" }} aria-live="polite">
        {said.counts({
          problems: count("problem"),
          review: count("look") - folded.size,
          weighed: folded.size,
          passed: count("pass"),
          soFar: judging !== null,
        })}{" "}
        <button
          type="button"
          className="plain"
          style={{ color: "var(--fjord)", textDecoration: "underline" }}
          onClick={() => setPasses(!passes)}
        >
          {passes ? said.hidePassed() : said.showPassed()}
        </button>
      </p>
      <ul>
        {shown.map((c, i) => (
          <Line key={checkId(c)} check={c} open={i < OPEN && c.state !== "pass"} onFix={onFix} />
        ))}
        {weighed.map((list) => (
          <Weighed key={list[0]!.kind} checks={list} onFix={onFix} />
        ))}
        {shown.length === 0 && judging === null && (
          <li>
            <p className="small">{said.nothingToMendIn()}</p>
          </li>
        )}
      </ul>
    </aside>
  );
}

/** what a written week takes for the sake of more: explained once, its lines folded under it */
function Weighed({ checks, onFix }: { checks: Check[]; onFix: ChecksProps["onFix"] }) {
  const { title, reason } = weighedText(checks);
  return (
    <li>
      <details>
        <summary>
          <span className="verdict look">
            <span aria-hidden>◇</span>
            <span className="visually-hidden">{said.weighed()}</span>
          </span>
          <span>
            <strong>{title}</strong>
          </span>
        </summary>
        <div className="opened">
          <div>{reason}</div>
          <ul>
            {checks.map((c) => (
              <Line key={checkId(c)} check={c} open={false} onFix={onFix} />
            ))}
          </ul>
        </div>
      </details>
    </li>
  );
}

/** a short line that opens: what is judged and by how much; then the limit, the reason, and what would mend it */
function Line({
  check,
  open,
  onFix,
}: {
  check: Check;
  open: boolean;
  onFix: ((operations: Operation[]) => void) | null;
}) {
  const text = checkText(check);
  return (
    <li>
      <details open={open}>
        <summary>
          <span className={`verdict ${check.state}`}>
            <span aria-hidden>{SIGN[check.state]}</span>
            <span className="visually-hidden">{said.states[check.state]}</span>
          </span>
          <span>
            <strong>{text.title}</strong> <span className="number quiet">{text.number}</span>
          </span>
        </summary>
        <div className="opened">
          <div className="number quiet">{text.limit}</div>
          {check.state !== "pass" && <div>{text.reason}</div>}
          {(onFix ? check.fixes : []).map((f) => (
            <Button
              key={fixText(f)}
              size="small"
              style={{ margin: "4px 6px 0 0", whiteSpace: "normal", height: "auto", textAlign: "left" }}
              onClick={() => onFix?.(f.operations)}
            >
              {fixText(f)}
            </Button>
          ))}
        </div>
      </details>
    </li>
  );
}
