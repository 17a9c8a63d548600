/** Some things side by side: a verdict for each goal, then the numbers, the better ones marked. */
import { sideTable as text } from "#core/words/web/base";
import type { ReactNode } from "react";
import type { CompareLine, Verdict } from "#core/ranking/compare";
import { fixed } from "../../page/locale";

interface SideTableProps {
  names: readonly string[];
  /** over each column; its name unless given */
  tops?: readonly ReactNode[];
  lines: readonly CompareLine[];
  verdicts: readonly Verdict[];
  words?: readonly { name: string; values: string[] }[];
}

/** numbers under 3 need their hundredths */
const small = (v: number) => fixed(v, Math.abs(v) < 3 ? 2 : 0);
const FINE = new Set(["", "body weights", text.jPerNm()]);
const DIFFER = 0.04;

export function SideTable({ names, tops, lines, verdicts, words = [] }: SideTableProps) {
  return (
    <>
      <ul className="plain-list small verdicts">
        {verdicts.map((v) => (
          <li key={v.goal}>
            <strong>{v.goal}</strong>: {v.best === null ? text.noDifferenceWorthNaming() : names[v.best]}
            {v.best !== null && (
              <span className="quiet number">
                {" "}
                {text.against({ number: small(v.number), against: small(v.against) })}
              </span>
            )}
          </li>
        ))}
      </ul>
      <div style={{ overflowX: "auto" }}>
        <table className="compare number">
          <thead>
            <tr>
              <th scope="col"></th>
              {names.map((n, i) => (
                <th key={n} scope="col">
                  {tops?.[i]}
                  <div>{n}</div>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {words.map((w) => (
              <tr key={w.name}>
                <th scope="row">{w.name}</th>
                {w.values.map((v, i) => (
                  <td key={names[i]}>{v}</td>
                ))}
              </tr>
            ))}
            {lines.map((l) => (
              <Numbers key={l.name} line={l} names={names} />
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

function Numbers({ line: l, names }: { line: CompareLine; names: readonly string[] }) {
  const known = l.values.filter((v): v is number => v !== null);
  const best = l.better && known.length > 0 ? (l.better === "more" ? Math.max(...known) : Math.min(...known)) : null;
  const differ = Math.max(...known) - Math.min(...known) > DIFFER * Math.max(1e-9, ...known.map(Math.abs));
  return (
    <tr>
      <th scope="row">
        {l.name}
        {l.unit && l.unit !== "points" && <span className="quiet">, {l.unit}</span>}
      </th>
      {l.values.map((v, i) => (
        <td key={names[i]} data-best={differ && best !== null && v === best}>
          {v === null ? "–" : fixed(v, FINE.has(l.unit) ? 2 : 0)}
        </td>
      ))}
    </tr>
  );
}
