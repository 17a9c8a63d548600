/** What needs a decision, most pressing first: a row a client, one of them open. */
import { decisions as spoken } from "#core/words/web/desk";
import { useState } from "react";
import { Link } from "react-router";
import type { Decision, Level, Need, Row } from "#core/desk/needs";
import { evidence, fact } from "#core/desk/said";
import { acts, desk as words, levels } from "#core/words/desk";
import { dayText, timeText } from "../../page/locale";
import { Doing } from "./Doing";

const SIGN: Record<Level, string> = { 1: "■", 2: "◆", 3: "◇", 4: "◆", 5: "◇" };
/** rows that stand at once: as many as there are digits */
export const SHOWN = 9;

const day = (d: string) => dayText(d.slice(0, 10));

interface DecisionsProps {
  rows: readonly Row[];
  /** key of the open row's client */
  open: string | null;
  onOpen: (clientId: string | null) => void;
  decide: (need: Need, act: "done" | "later") => void;
}

export function Decisions({ rows, open, onOpen, decide }: DecisionsProps) {
  const [all, setAll] = useState(false);
  const shown = all ? rows : rows.slice(0, SHOWN);
  return (
    <section className="sheet decisions" aria-label={words.title({ n: rows.length })}>
      <h2>
        {words.title({ n: rows.length })} {rows.length > 0 && <span className="quiet">{rows.length}</span>}
      </h2>
      <ol>
        {shown.map((row, i) => (
          <DecisionRow
            key={row.client.id}
            row={row}
            number={i < SHOWN ? i + 1 : null}
            open={open === row.client.id}
            onOpen={() => onOpen(open === row.client.id ? null : row.client.id)}
            decide={decide}
          />
        ))}
      </ol>
      {rows.length > shown.length && (
        <button type="button" className="plain link" onClick={() => setAll(true)}>
          {words.more({ n: rows.length - shown.length })}
        </button>
      )}
    </section>
  );
}

interface DecisionRowProps {
  row: Row;
  number: number | null;
  open: boolean;
  onOpen: () => void;
  decide: DecisionsProps["decide"];
}

function DecisionRow({ row, number, open, onOpen, decide }: DecisionRowProps) {
  const [first] = row.needs;
  const others = row.needs.length - 1;
  return (
    <li data-open={open} data-level={first!.level}>
      <button type="button" className="plain head" aria-expanded={open} onClick={onOpen}>
        <kbd aria-hidden={number === null}>{number ?? ""}</kbd>
        <span className="level">
          <span aria-hidden>{SIGN[first!.level]}</span> {levels[first!.level]()}
        </span>
        <span className="who">{row.client.name}</span>
        <span className="what">
          <strong>{fact({ reason: first!.reason, day })}</strong>
          <span className="quiet small">
            {evidence({ reason: first!.reason, day })}
            {others > 0 && !open && ` ${words.alsoNeeds({ n: others })}`}
          </span>
        </span>
      </button>
      {open && <Doing need={first!} first onDecide={(act) => decide(first!, act)} />}
      {open && others > 0 && (
        <ul className="others">
          {row.needs.slice(1).map((need) => (
            <li key={need.key}>
              <p>
                <strong>{fact({ reason: need.reason, day })}</strong>{" "}
                <span className="quiet small">{evidence({ reason: need.reason, day })}</span>
              </p>
              <Doing need={need} first={false} onDecide={(act) => decide(need, act)} />
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

interface DoneProps {
  decisions: readonly Decision[];
  nameOf: (clientId: string) => string | undefined;
  today: (moment: string) => boolean;
  undo: (id: string) => void;
}

/** what was decided today, newest first, each with its way back */
export function DoneToday({ decisions, nameOf, today, undo }: DoneProps) {
  const list = decisions.filter((d) => today(d.at) && nameOf(d.clientId));
  if (list.length === 0) return null;
  return (
    <section className="sheet done-today" aria-label={words.doneToday()}>
      <h2>
        {words.doneToday()} <span className="quiet">{list.length}</span>
      </h2>
      <ul>
        {list.slice(0, 6).map((d) => (
          <li key={d.id}>
            <span aria-hidden>✓</span> <Link to={`/clients/${d.clientId}/log`}>{nameOf(d.clientId)}</Link>{" "}
            <span className="small quiet">
              {d.act === "later" ? spoken.putOffUntilWhat({ what: day(d.until!) }) : d.act}, {d.by}, {timeText(d.at)}
            </span>{" "}
            <button type="button" className="plain link small" onClick={() => undo(d.id)}>
              {acts.undo()}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
