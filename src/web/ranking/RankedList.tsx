/** The rows of a ranking: by tier, each with its grain and its because; one opened to its reasons. */
import { rankedList as said } from "#core/words/web/ranking";
import { Button } from "antd";
import { Fragment, lazy, Suspense, useCallback, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { setupName } from "#core/exercises/setup";
import type { Edition } from "#core/edition/edition";
import type { RankedRow } from "#core/ranking/rank";
import { equipmentName } from "#core/exercises/choices";
import { becauseWords, hardestLength } from "#core/ranking/because-words";
import { actions, row as words, table } from "#core/words/ranking";
import { evidence } from "#core/words/review";
import { capital } from "#core/words/sentence";
import { useClient, withClient } from "../base/open-client";
import { isTyping, KEY, singleKeysOn } from "../base/keys";
import { Grain } from "../base/Grain";
import { Loading } from "../base/states";
import { Picture } from "../drawing/Picture";
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

const GROUP = { main: "", along: table.along(), out: table.out() } as const;
/** steps of tiers from which on another school is said to see it otherwise */
const FLIPS = 3;

/** which schools see it farthest apart, where they part by three tiers and more */
function flipsOf(r: RankedRow, across: RankedListProps["across"], { tiers, schools }: Edition) {
  const steps = (across?.get(r.row.setupKey) ?? []).map((x) => ({
    school: schools.find((s) => s.id === x.school)?.name ?? x.school,
    at: tiers.findIndex((t) => t.id === x.tier.id),
  }));
  if (steps.length === 0) return null;
  const best = steps.reduce((a, b) => (b.at < a.at ? b : a));
  const worst = steps.reduce((a, b) => (b.at > a.at ? b : a));
  return worst.at - best.at >= FLIPS
    ? {
        best: tiers[best.at]!.name.toLowerCase(),
        bestFor: [best.school],
        worst: tiers[worst.at]!.name.toLowerCase(),
        worstFor: [worst.school],
      }
    : null;
}

export function RankedList(props: RankedListProps) {
  const { rows, headId, clientId, survey, edition, context } = props;
  const client = useClient(clientId);
  const clientName = client?.name.split(" ")[0] ?? null;
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
          // the row that is chosen has the focus, so that a reader hears it
          const row = body.current?.querySelectorAll<HTMLElement>("tr.row")[next];
          row?.scrollIntoView({ block: "nearest" });
          row?.focus({ preventScroll: true });
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
          {said.sideBySideOf({ beside: beside.length, most: COMPARED })}{" "}
          <Button size="small" disabled={beside.length < 2} onClick={() => setComparing(true)}>
            {said.compareThem()}
          </Button>{" "}
          <Button size="small" type="text" onClick={() => setBeside([])}>
            {said.none()}
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
        <caption className="visually-hidden">{table.caption()}</caption>
        <thead>
          <tr>
            <th scope="col" style={{ width: 92 }}>
              {table.tier()}
            </th>
            <th scope="col" style={{ width: 30 }}>
              <span className="visually-hidden">{table.place()}</span>
            </th>
            <th scope="col" style={{ width: 122 }}>
              {table.grain()}
            </th>
            <th scope="col" style={{ width: 92 }}>
              <span className="visually-hidden">{table.picture()}</span>
            </th>
            <th scope="col">{table.setup()}</th>
            <th scope="col" style={{ width: 176 }}>
              {table.hardest()}
            </th>
            <th scope="col" style={{ width: 74, textAlign: "right" }}>
              {table.score()}
            </th>
            <th scope="col" style={{ width: 122 }}>
              <span className="visually-hidden">{table.actions()}</span>
            </th>
          </tr>
        </thead>
        <tbody ref={body}>
          {rows.map((r, i) => {
            const key = r.row.setupKey;
            const first = i === 0 || titleOf(rows[i - 1]!) !== titleOf(r);
            return (
              <Fragment key={key}>
                {first && GROUP[r.group] && (
                  <tr className="tier">
                    <th scope="rowgroup" colSpan={8}>
                      {GROUP[r.group]}
                    </th>
                  </tr>
                )}
                <Row
                  {...props}
                  r={r}
                  at={i}
                  first={first}
                  selected={i === selected}
                  clientName={clientName}
                  open={opened === key}
                  onSelect={() => setSelected(i)}
                  onToggle={() => toggle(key)}
                  onUse={() => useFor.current?.choose(r)}
                />
                {opened === key && (
                  <tr>
                    <td></td>
                    <td colSpan={7}>
                      <Suspense fallback={<Loading what={said.theReasons()} />}>
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
  /** of its tier */
  first: boolean;
  selected: boolean;
  /** whom it is used for; null while nobody is chosen */
  clientName: string | null;
  open: boolean;
  onSelect: () => void;
  onToggle: () => void;
  onUse: () => void;
}

/** one setup: its place, its grain, what is for and against it, where it is hardest, its score */
function Row(props: RowProps) {
  const { r, at, first, selected, open, headId, would, clientName, onSelect, onToggle, onUse } = props;
  const name = setupName(r.exercise, r.row.values);
  const next = would?.get(r.row.setupKey);
  const hardest = hardestLength(r.row, headId);
  return (
    <tr
      className={`row${r.out ? " out" : ""}${first ? " first" : ""}`}
      aria-selected={selected}
      tabIndex={selected ? 0 : -1}
      onClick={onSelect}
      onDoubleClick={onToggle}
    >
      <td className="tier-name">{first && !GROUP[r.group] ? r.tier.name : ""}</td>
      <td className="number quiet">{r.out ? "" : r.tied ? "=" : r.place}</td>
      <td>
        <Grain metrics={r.row.view.heads[headId]!} width={106} height={28} />
      </td>
      <td>
        <Picture
          exerciseId={r.exercise.id}
          values={r.row.values}
          head={headId}
          body={props.body}
          width={84}
          height={68}
        />
      </td>
      <th scope="row">
        <div className="name">
          {name}
          {r.liked && <span className="small quiet"> {words.liked()}</span>}
        </div>
        <Lines {...props} />
      </th>
      <td className="hardest">
        {hardest !== null && (
          <>
            <div>{words.hardest({ place: hardest })}</div>
            <div className="small quiet">{words.sticks({ at: r.row.view.sticking.at })}</div>
          </>
        )}
      </td>
      <td>
        <div className="score">
          {next && Math.round(next.score) !== Math.round(r.score) && (
            <span className="would" title={words.would({ place: next.place })}>
              {next.place < at + 1 ? "↑" : next.place > at + 1 ? "↓" : ""}
              {next.place} · {Math.round(next.score)}{" "}
            </span>
          )}
          {Math.round(r.score)}
        </div>
        <div className="score-band" aria-hidden>
          <i style={{ left: `${r.low}%`, width: `${Math.max(2, r.high - r.low)}%` }} />
        </div>
        <div className="spread" aria-hidden>
          {words.spread({ low: r.low, high: r.high })}
        </div>
        <span className="visually-hidden">{words.spreadSpoken({ low: r.low, high: r.high })}</span>
      </td>
      <td className="row-actions">
        {selected && (
          <Button
            size="small"
            type="primary"
            disabled={r.out !== null}
            aria-label={actions.useFor({ setup: name, client: clientName })}
            onClick={(e) => (e.stopPropagation(), onSelect(), onUse())}
          >
            {actions.use({ client: clientName })} <kbd>{KEY.use}</kbd>
          </Button>
        )}
        <Button
          size="small"
          type="text"
          aria-expanded={open}
          aria-label={actions.whyOf({ setup: name })}
          onClick={(e) => (e.stopPropagation(), onSelect(), onToggle())}
        >
          {actions.why()}
        </Button>
      </td>
    </tr>
  );
}

/** what is for it and against it; why it is out, what is missing, who rates it otherwise */
function Lines({ r, edition, across, context, onEquipment, clientId }: RowProps) {
  const { plus, minus } = becauseWords(r.because);
  const flips = r.group === "main" ? flipsOf(r, across, edition) : null;
  const there = context.equipment;
  const lacking = r.out && there ? r.exercise.equipment.filter((e) => !there.includes(e)) : [];
  return (
    <>
      {r.fromLog && Math.abs(r.fromLog.points) >= 0.5 && (
        <div className="line small">
          <Link to={withClient("/evidence", clientId)}>{evidence.row(r.fromLog)}</Link>
        </div>
      )}
      {r.out && (
        <div className="line minus">
          {capital(r.out)}.{" "}
          {lacking.length > 0 && (
            <button
              type="button"
              className="plain link"
              onClick={(e) => {
                e.stopPropagation();
                onEquipment(lacking);
              }}
            >
              {actions.add({ things: lacking.map(equipmentName) })}
            </button>
          )}
        </div>
      )}
      <div className="line plus">{kept(plus)}</div>
      {minus && <div className="line minus">{kept(minus)}</div>}
      {r.endsAt !== null && <div className="line part">{kept(words.part({ to: r.endsAt }))}</div>}
      {flips && <div className="line flips">{words.parts(flips)}.</div>}
      {r.held && (
        <div className="line moved">
          {words.held({
            by: r.held.by,
            tier: r.group === "out" ? "out" : r.tier.name,
            mechanics: r.held.mechanics.name,
            reason: r.held.reason,
          })}
        </div>
      )}
    </>
  );
}
