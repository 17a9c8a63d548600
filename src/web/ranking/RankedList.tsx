/** The rows of a ranking: by tier, each with its grain and its because; one opened to its reasons. */
import { Button } from "antd";
import { Fragment, lazy, Suspense, useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { setupName } from "#core/exercises/setup";
import type { Edition } from "#core/edition/edition";
import type { RankedRow } from "#core/ranking/rank";
import { equipmentName } from "#core/exercises/choices";
import { becauseText } from "#core/ranking/because";
import { withClient } from "../base/open-client";
import { isTyping, KEY, singleKeysOn } from "../base/keys";
import { Grain } from "../base/Grain";
import { Loading } from "../base/states";
import { UseFor, type UseForHandle } from "../planning/UseFor";
import type { RankedListProps } from "./listed";

// what is opened on asking is loaded on asking: judged statements, evidence, arguing, comparing
const Opened = lazy(() => import("./Opened"));
const CompareTable = lazy(() => import("./CompareTable").then((m) => ({ default: m.CompareTable })));

const benchAddress = (row: RankedRow, headId: string, clientId: string | null) => {
  const q = new URLSearchParams(Object.entries(row.row.values).map(([k, v]) => [k, String(v)]));
  q.set("head", headId);
  return withClient(`/bench/${row.exercise.id}?${q}`, clientId);
};

/** a number stays with its unit where a line is broken */
const kept = (sentence: string) => sentence.replaceAll(/(\d) (%|s\b)/g, "$1\u00a0$2");

/** rows that are compared at once */
const COMPARED = 4;

const GROUP = { main: "", along: "Comes along: these are for something else", out: "Out, for now" } as const;
/** steps of tiers from which on another school is said to see it otherwise */
const FLIPS = 3;

/** which schools see it farthest apart, where they part by three tiers and more */
function flipsOf(r: RankedRow, across: RankedListProps["across"], { tiers, schools }: Edition): string {
  const steps = (across?.get(r.row.setupKey) ?? []).map((x) => ({
    school: schools.find((s) => s.id === x.school)?.name.toLowerCase() ?? x.school,
    at: tiers.findIndex((t) => t.id === x.tier.id),
  }));
  if (steps.length === 0) return "";
  const best = steps.reduce((a, b) => (b.at < a.at ? b : a));
  const worst = steps.reduce((a, b) => (b.at > a.at ? b : a));
  return worst.at - best.at >= FLIPS
    ? `Schools part: ${tiers[best.at]!.name.toLowerCase()} for ${best.school}, ${tiers[worst.at]!.name.toLowerCase()} for ${worst.school}`
    : "";
}

export function RankedList(props: RankedListProps) {
  const { rows, headId, clientId, survey, edition, context } = props;
  const [selected, setSelected] = useState(0);
  const [opened, setOpened] = useState<string | null>(null);
  const [beside, setBeside] = useState<readonly string[]>([]);
  const [comparing, setComparing] = useState(false);
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
        e.key === "ArrowDown" || (letters && e.key === KEY.next)
          ? 1
          : e.key === "ArrowUp" || (letters && e.key === KEY.previous)
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
      else if (letters && e.key === KEY.use) useFor.current?.use(current);
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [rows.length, current, toggle]);

  return (
    <>
      <UseFor ref={useFor} clientId={clientId} headId={headId} survey={survey} />
      {beside.length > 0 && (
        <p className="beside small" role="status">
          Side by side: {beside.length} of {COMPARED}.{" "}
          <Button size="small" disabled={beside.length < 2} onClick={() => setComparing(true)}>
            Compare them
          </Button>{" "}
          <Button size="small" type="text" onClick={() => setBeside([])}>
            None
          </Button>
        </p>
      )}
      {comparing && (
        <Suspense>
          <CompareTable
            rows={rows.filter((r) => beside.includes(r.row.setupKey))}
            headId={headId}
            survey={survey}
            edition={edition}
            context={context}
            onClose={() => setComparing(false)}
          />
        </Suspense>
      )}
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
            const key = r.row.setupKey;
            return (
              <Fragment key={key}>
                {(i === 0 || titleOf(rows[i - 1]!) !== titleOf(r)) && (
                  <tr className="tier">
                    <td></td>
                    <td colSpan={4}>{titleOf(r)}</td>
                  </tr>
                )}
                <Row
                  {...props}
                  r={r}
                  at={i}
                  selected={i === selected}
                  open={opened === key}
                  onSelect={() => setSelected(i)}
                  onToggle={() => toggle(key)}
                  onUse={() => useFor.current?.choose(r)}
                />
                {opened === key && (
                  <tr>
                    <td></td>
                    <td colSpan={4}>
                      <Suspense fallback={<Loading what="the reasons" />}>
                        <Opened
                          {...props}
                          row={r}
                          beside={beside.includes(key)}
                          full={beside.length >= COMPARED}
                          onBeside={() =>
                            setBeside((now) => (now.includes(key) ? now.filter((k) => k !== key) : [...now, key]))
                          }
                          toBench={() => void navigate(benchAddress(r, headId, clientId))}
                        />
                      </Suspense>
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

/** over the first row of each tier, and of each group */
const titleOf = (r: RankedRow): string => GROUP[r.group] || r.tier.name;

interface RowProps extends RankedListProps {
  r: RankedRow;
  at: number;
  selected: boolean;
  open: boolean;
  onSelect: () => void;
  onToggle: () => void;
  onUse: () => void;
}

/** one setup: its place, its grain, why it stands there, its score with where a dragged weight would put it */
function Row(props: RowProps) {
  const { r, at, selected, open, headId, edition, across, would, onSelect, onToggle, onUse } = props;
  const { context, onEquipment } = props;
  const flips = r.group === "main" ? flipsOf(r, across, edition) : "";
  const next = would?.get(r.row.setupKey);
  const there = context.equipment;
  const lacking = r.out && there ? r.exercise.equipment.filter((e) => !there.includes(e)) : [];
  return (
    <tr className={`row${r.out ? " out" : ""}`} aria-selected={selected} onClick={onSelect} onDoubleClick={onToggle}>
      <td className="number quiet">{r.out ? "" : r.tied ? "=" : r.place}</td>
      <td>
        <Grain metrics={r.row.view.heads[headId]!} width={140} height={32} />
      </td>
      <td>
        <div className="name">{setupName(r.exercise, r.row.values)}</div>
        <div className="small quiet">
          {r.out ? `${r.out.replace(/^./, (c) => c.toUpperCase())}. ` : ""}
          {lacking.length > 0 && (
            <button
              type="button"
              className="plain link"
              onClick={(e) => {
                e.stopPropagation();
                onEquipment(lacking);
              }}
            >
              Add {lacking.map(equipmentName).join(" and ")}
            </button>
          )}{" "}
          {kept(becauseText(r.because))}
          {flips && <span className="flips"> {flips}.</span>}
        </div>
        {r.held && (
          <div className="small moved">
            {r.held.by} holds it {r.group === "out" ? "out" : r.tier.name.toLowerCase()}; by mechanics it is{" "}
            {r.held.mechanics.name.toLowerCase()}: {r.held.reason}
          </div>
        )}
      </td>
      <td>
        <div className="score" title={`${Math.round(r.low)} to ${Math.round(r.high)} over varied bodies`}>
          {next && Math.round(next.score) !== Math.round(r.score) && (
            <span className="would" title={`Would stand ${next.place}.`}>
              {next.place < at + 1 ? "↑" : next.place > at + 1 ? "↓" : ""}
              {next.place} · {Math.round(next.score)}{" "}
            </span>
          )}
          {Math.round(r.score)}
        </div>
        <div className="score-band" aria-hidden>
          <i style={{ left: `${r.low}%`, width: `${Math.max(2, r.high - r.low)}%` }} />
        </div>
      </td>
      <td>
        <div style={{ display: "flex", gap: 6, justifyContent: "end" }}>
          <Button size="small" type="text" aria-expanded={open} onClick={() => (onSelect(), onToggle())}>
            Why
          </Button>
          <Button
            size="small"
            type={selected ? "primary" : "default"}
            disabled={r.out !== null}
            onClick={() => (onSelect(), onUse())}
          >
            Use for ...
          </Button>
        </div>
      </td>
    </tr>
  );
}
