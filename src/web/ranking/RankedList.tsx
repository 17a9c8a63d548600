import { Button } from "antd";
import { Fragment, useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { setupName } from "#core/exercises/setup";
import type { Survey } from "#core/mechanics/survey";
import type { RankedRow } from "#core/ranking/rank";
import { CRITERIA } from "#core/edition/schools";
import { becauseText } from "#core/ranking/because";
import { expectedLoad, type LoadBelief } from "#core/training/client-strength";
import type { Strength } from "../mechanics/useStrength";
import { useEdition } from "../base/edition";
import { withClient } from "../base/open-client";
import { isTyping, singleKeysOn } from "../base/keys";
import { Grain } from "../base/Grain";
import { UseFor, type UseForHandle } from "../planning/UseFor";
import { fixed, plain } from "../../page/locale";

const benchAddress = (row: RankedRow, headId: string, clientId: string | null) => {
  const q = new URLSearchParams(Object.entries(row.row.values).map(([k, v]) => [k, String(v)]));
  q.set("head", headId);
  return withClient(`/bench/${row.exercise.id}?${q}`, clientId);
};

/** a number stays with its unit where a line is broken */
const kept = (sentence: string) => sentence.replaceAll(/(\d) (%|s\b)/g, "$1\u00a0$2");

export function RankedList({
  rows,
  headId,
  clientId,
  survey,
  strength,
}: {
  rows: RankedRow[];
  headId: string;
  clientId: string | null;
  survey: Survey;
  strength: Strength | null;
}) {
  const [selected, setSelected] = useState(0);
  const [opened, setOpened] = useState<string | null>(null);
  const navigate = useNavigate();
  const useFor = useRef<UseForHandle>(null);
  const body = useRef<HTMLTableSectionElement>(null);
  const current = rows[Math.min(selected, rows.length - 1)]!;
  const toggle = useCallback((key: string) => setOpened((o) => (o === key ? null : key)), []);

  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      if (isTyping(e)) return;
      const letters = singleKeysOn();
      const step =
        e.key === "ArrowDown" || (letters && e.key === "j")
          ? 1
          : e.key === "ArrowUp" || (letters && e.key === "k")
            ? -1
            : 0;
      if (step) {
        e.preventDefault();
        setSelected((s) => {
          const next = Math.max(0, Math.min(rows.length - 1, s + step));
          body.current?.querySelectorAll<HTMLElement>("tr.row")[next]?.scrollIntoView({ block: "nearest" });
          return next;
        });
      } else if (e.key === "Enter" && !(e.target instanceof HTMLButtonElement || e.target instanceof HTMLAnchorElement))
        toggle(current.row.setupKey);
      else if (letters && e.key === "u") useFor.current?.use(current);
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [rows.length, current, toggle]);

  let tier = "";
  return (
    <>
      <UseFor ref={useFor} clientId={clientId} headId={headId} survey={survey} />
      <table className="ranked">
        <caption className="visually-hidden">
          Setups from best to worst. Arrow keys move, Enter shows criteria, u uses the row.
        </caption>
        <thead>
          <tr>
            <th scope="col" style={{ width: 34 }}></th>
            <th scope="col" style={{ width: 156 }}>
              short — load — long
            </th>
            <th scope="col">setup, and why it stands here</th>
            <th scope="col" style={{ width: 96, textAlign: "right" }}>
              score
            </th>
            <th scope="col" style={{ width: 162 }}></th>
          </tr>
        </thead>
        <tbody ref={body}>
          {rows.map((r, i) => {
            const newTier = r.out ? "Out, for now" : r.tier.name;
            const showTier = newTier !== tier;
            tier = newTier;
            const key = r.row.setupKey;
            const metrics = r.row.view.heads[headId]!;
            return (
              <Fragment key={key}>
                {showTier && (
                  <tr className="tier">
                    <td></td>
                    <td colSpan={4}>{tier}</td>
                  </tr>
                )}
                <tr
                  className={`row${r.out ? " out" : ""}`}
                  aria-selected={i === selected}
                  onClick={() => setSelected(i)}
                  onDoubleClick={() => toggle(key)}
                >
                  <td className="number quiet">{r.out ? "" : r.tied ? "=" : r.place}</td>
                  <td>
                    <Grain metrics={metrics} width={140} height={32} />
                  </td>
                  <td>
                    <div className="name">{setupName(r.exercise, r.row.values)}</div>
                    <div className="small quiet">
                      {r.out ? `${r.out.replace(/^./, (c) => c.toUpperCase())}. ` : ""}
                      {kept(becauseText(r.because))}
                    </div>
                  </td>
                  <td>
                    <div className="score" title={`${Math.round(r.low)} to ${Math.round(r.high)} over varied bodies`}>
                      {Math.round(r.score)}
                    </div>
                    <div className="score-band" aria-hidden>
                      <i style={{ left: `${r.low}%`, width: `${Math.max(2, r.high - r.low)}%` }} />
                    </div>
                  </td>
                  <td>
                    <div style={{ display: "flex", gap: 6, justifyContent: "end" }}>
                      <Button
                        size="small"
                        type="text"
                        aria-expanded={opened === key}
                        onClick={() => (setSelected(i), toggle(key))}
                      >
                        Why
                      </Button>
                      <Button
                        size="small"
                        type={i === selected ? "primary" : "default"}
                        disabled={r.out !== null}
                        onClick={() => (setSelected(i), useFor.current?.choose(r))}
                      >
                        Use for ...
                      </Button>
                    </div>
                  </td>
                </tr>
                {opened === key && (
                  <tr>
                    <td></td>
                    <td colSpan={4}>
                      <Detail
                        row={r}
                        headId={headId}
                        belief={strength?.of({ exerciseId: r.exercise.id, values: r.row.values }) ?? null}
                        toBench={() => void navigate(benchAddress(r, headId, clientId))}
                      />
                    </td>
                  </tr>
                )}
              </Fragment>
            );
          })}
        </tbody>
      </table>
    </>
  );
}

/** what a load is expected for */
const REPS = { low: 8, high: 12 };
const RESERVE = 2;

interface DetailProps {
  row: RankedRow;
  headId: string;
  belief: LoadBelief | null;
  toBench: () => void;
}

function Detail({ row, headId, belief, toBench }: DetailProps) {
  const { criteria, school } = useEdition();
  const { weights } = school;
  const m = row.row.view.heads[headId]!;
  const percent = (x: number) => `${Math.round(100 * x)} %`;
  const expected = belief && expectedLoad(belief, REPS, RESERVE);
  return (
    <div className="detail">
      <div>
        <dl className="facts">
          <dt>Loaded length (0 short, 1 long)</dt>
          <dd>{fixed(m.loadedLength, 2)}</dd>
          <dt>Skew in its own range</dt>
          <dd>{fixed(m.skew, 2)}</dd>
          <dt>Bottom tension</dt>
          <dd>{percent(m.bottomTension)}</dd>
          <dt>Tension short, middle, long third</dt>
          <dd>{m.thirds.map(percent).join(" · ")}</dd>
          <dt>Share of all work</dt>
          <dd>{percent(m.shareOfAll)}</dd>
          <dt>Load the long half allows</dt>
          <dd>{fixed(m.partialReserve, 2)} ×</dd>
          <dt>Sticks at</dt>
          <dd>
            {percent(row.row.view.sticking.from)} to {percent(row.row.view.sticking.to)} of the rep
          </dd>
          {expected && expected.likely > 0 && (
            <>
              <dt>
                Load for {REPS.low} to {REPS.high} reps, {RESERVE} in reserve
              </dt>
              <dd>
                about {plain(Math.round(expected.likely))} ({plain(Math.max(0, Math.round(expected.low)))} to{" "}
                {plain(Math.round(expected.high))}) kg {row.exercise.stated.loadMeaning}
              </dd>
            </>
          )}
        </dl>
        <div className="actions">
          <Button size="small" onClick={toBench}>
            Open on the bench
          </Button>
        </div>
        {row.exercise.cautions.map((c) => (
          <p key={c.text} className="small" style={{ marginTop: 8 }}>
            Caution, {c.joint}: {c.text}
          </p>
        ))}
        {row.row.varied.length > 0 && (
          <p className="small quiet" style={{ marginTop: 8 }}>
            Stays {row.tier.name.toLowerCase()} in {percent(row.tierHolds)} of varied bodies; scores{" "}
            {Math.round(row.low)} to {Math.round(row.high)}.
          </p>
        )}
      </div>
      <div className="criteria" role="table" aria-label="Criteria">
        {CRITERIA.filter((id) => (weights[id] ?? 0) > 0)
          .sort((a, b) => weights[b] - weights[a])
          .map((id) => {
            const info = criteria.find((c) => c.id === id)!;
            return (
              <div key={id} role="row" style={{ display: "contents" }}>
                <span role="rowheader" title={info.about}>
                  {info.name}
                </span>
                <span className="bar" role="cell" aria-hidden>
                  <i style={{ width: `${100 * row.criteria[id]}%` }} />
                </span>
                <span className="number" role="cell">
                  {percent(row.criteria[id])}
                </span>
                <span className="quiet small" role="cell">
                  weight {weights[id]}, {info.source}
                </span>
              </div>
            );
          })}
      </div>
    </div>
  );
}
