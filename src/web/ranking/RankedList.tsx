import { evidenceFor, GRADE_WORDS } from "#core/ranking/evidence";
import { Button } from "antd";
import { Fragment, useCallback, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { setupName } from "#core/exercises/setup";
import type { Survey } from "#core/mechanics/survey";
import type { Edition } from "#core/edition/edition";
import { type Tier } from "#core/edition/schools";
import { COSTS, type CostId } from "#core/edition/choices";
import type { acrossSchools, RankedRow, RankingContext } from "#core/ranking/rank";
import { PLACE_WORDS, sessionPlace } from "#core/ranking/places";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { becauseText } from "#core/ranking/because";
import { statementsOf } from "#core/validation/statements";
import { expectedLoad } from "#core/training/client-strength";
import type { Strength } from "../mechanics/useStrength";
import { withClient } from "../base/open-client";
import { isTyping, singleKeysOn } from "../base/keys";
import { Grain } from "../base/Grain";
import { UseFor, type UseForHandle } from "../planning/UseFor";
import { fixed, plain } from "../../page/locale";
import { Argue } from "./Argue";
import { CompareTable } from "./CompareTable";
import type { Judgements } from "./useJudgements";

const benchAddress = (row: RankedRow, headId: string, clientId: string | null) => {
  const q = new URLSearchParams(Object.entries(row.row.values).map(([k, v]) => [k, String(v)]));
  q.set("head", headId);
  return withClient(`/bench/${row.exercise.id}?${q}`, clientId);
};

/** a number stays with its unit where a line is broken */
const kept = (sentence: string) => sentence.replaceAll(/(\d) (%|s\b)/g, "$1\u00a0$2");

interface RankedListProps {
  rows: RankedRow[];
  headId: string;
  clientId: string | null;
  survey: Survey;
  strength: Strength | null;
  /** where each row would stand with a weight that is being dragged */
  would: ReadonlyMap<string, { place: number; score: number }> | null;
  across: ReturnType<typeof acrossSchools> | null;
  edition: Edition;
  context: RankingContext;
  judgements: Judgements;
}

/** rows that are compared at once */
const COMPARED = 4;

const GROUP = { main: "", along: "Comes along: not what ends these", out: "Out, for now" } as const;
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
  const { rows, headId, clientId, survey, strength, across, edition, context, judgements } = props;
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
        <CompareTable
          rows={rows.filter((r) => beside.includes(r.row.setupKey))}
          headId={headId}
          survey={survey}
          edition={edition}
          context={context}
          onClose={() => setComparing(false)}
        />
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
                      <Detail
                        row={r}
                        headId={headId}
                        strength={strength}
                        context={context}
                        across={across?.get(key) ?? []}
                        edition={edition}
                        toBench={() => void navigate(benchAddress(r, headId, clientId))}
                      />
                      <div className="actions" style={{ marginTop: 0 }}>
                        <Button
                          size="small"
                          disabled={!beside.includes(key) && beside.length >= COMPARED}
                          aria-pressed={beside.includes(key)}
                          onClick={() =>
                            setBeside((now) => (now.includes(key) ? now.filter((k) => k !== key) : [...now, key]))
                          }
                        >
                          {beside.includes(key) ? "Leave it out of the comparison" : "Put it side by side"}
                        </Button>
                      </div>
                      <Argue
                        row={r}
                        rows={rows}
                        headId={headId}
                        survey={survey}
                        edition={edition}
                        context={context}
                        judgements={judgements}
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
  const { r, at, selected, open, headId, edition, across, would, judgements, onSelect, onToggle, onUse } = props;
  const flips = r.group === "main" ? flipsOf(r, across, edition) : "";
  const moved = judgements.overrides.find((j) => j.body.head === headId && j.body.setupKey === r.row.setupKey);
  const next = would?.get(r.row.setupKey);
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
          {kept(becauseText(r.because))}
          {flips && <span className="flips"> {flips}.</span>}
        </div>
        {moved && (
          <div className="small moved">
            {moved.by} holds it{" "}
            {edition.tiers.find((t) => t.id === moved.body.tier)?.name.toLowerCase() ?? moved.body.tier}:{" "}
            {moved.body.reason}
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

/** what a load is expected for */
const REPS = { low: 8, high: 12 };
const RESERVE = 2;

interface DetailProps {
  row: RankedRow;
  headId: string;
  strength: Strength | null;
  context: RankingContext;
  across: readonly { school: string; tier: Tier; score: number }[];
  edition: Edition;
  toBench: () => void;
}

const VERDICTS = {
  agrees: "the model agrees",
  contradicts: "the model contradicts it",
  undecided: "undecided",
} as const;

const FACTOR_NAMES: Readonly<Record<"tension" | "limiter" | "client", string>> = {
  tension: "Moved tension",
  limiter: "Limiter",
  client: "Client's joint",
};

function Detail({ row, headId, strength, context, across, edition, toBench }: DetailProps) {
  const belief = strength?.of({ exerciseId: row.exercise.id, values: row.row.values }) ?? null;
  const place = sessionPlace(row.exercise, context.mass ?? DEFAULT_BODY.mass, context.goal);
  const m = row.row.view.heads[headId]!;
  const percent = (x: number) => `${Math.round(100 * x)} %`;
  const expected = belief && expectedLoad(belief, REPS, RESERVE);
  const factors = (["tension", "limiter", ...COSTS, "client"] as const).filter(
    (id) => id === "tension" || id === "limiter" || row.factors[id] < 0.999,
  );
  const nameOf = (id: (typeof factors)[number]) =>
    id in FACTOR_NAMES
      ? FACTOR_NAMES[id as keyof typeof FACTOR_NAMES]
      : edition.terms.find((t) => t.id === (id as CostId))!.name;
  return (
    <div className="detail">
      <div>
        <dl className="facts">
          <dt>Moved tension, of its strength (best here {fixed(row.best, 2)})</dt>
          <dd>{fixed(row.tension, 2)}</dd>
          <dt>Of its own limit where the set sticks</dt>
          <dd>{percent(row.nearness)}</dd>
          <dt>Loaded length (0 short, 1 long)</dt>
          <dd>{fixed(m.loadedLength, 2)}</dd>
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
        <p className="small" style={{ marginTop: 8 }}>
          In a session: {PLACE_WORDS[place.place]}{" "}
          <span className="quiet">
            ({Math.round(place.load)} kg moved, a step is {percent(place.step)} of it, {place.seconds} s to set up)
          </span>
        </p>
        {row.exercise.cautions.map((c) => (
          <p key={c.text} className="small" style={{ marginTop: 8 }}>
            Caution, {c.joint}: {c.text}
          </p>
        ))}
        {statementsOf(row.exercise.id).map((s) => (
          <p key={s.id} className="small" style={{ marginTop: 8 }}>
            <span className="quiet">Heard: "{s.statement}"</span>{" "}
            <Link to="/method/tables" title={s.id}>
              {VERDICTS[s.verdict]}
            </Link>
            . {s.because}
          </p>
        ))}
        {evidenceFor(row.exercise, row.row, headId).map((n) => (
          <p key={n.id} className="small" style={{ marginTop: 8 }}>
            {n.text} <span className="quiet">({GRADE_WORDS[n.grade]}; recalled)</span>
          </p>
        ))}
        {row.row.varied.length > 0 && (
          <p className="small quiet" style={{ marginTop: 8 }}>
            {row.tierHolds < 0.7 ? `May be ${row.tier.name.toLowerCase()}: so` : row.tier.name} in{" "}
            {percent(row.tierHolds)} of varied bodies; scores {Math.round(row.low)} to {Math.round(row.high)}.
          </p>
        )}
      </div>
      <div>
        <div className="criteria" role="table" aria-label="What the score is made of">
          {factors.map((id) => (
            <div key={id} role="row" style={{ display: "contents" }}>
              <span role="rowheader" title={edition.terms.find((t) => t.id === id)?.about}>
                {nameOf(id)}
              </span>
              <span className="bar" role="cell" aria-hidden>
                <i style={{ width: `${Math.min(100, 100 * row.factors[id])}%` }} />
              </span>
              <span className="number" role="cell">
                × {fixed(row.factors[id], 2)}
              </span>
              <span className="quiet small" role="cell">
                {row.points[id] >= 0.5 ? `−${Math.round(row.points[id])} points` : ""}
              </span>
            </div>
          ))}
        </div>
        {across.length > 1 && (
          <p className="small" style={{ marginTop: 10 }}>
            {across.map((x, i) => (
              <span key={x.school}>
                {i > 0 && " · "}
                <span className="quiet">{edition.schools.find((s) => s.id === x.school)?.name}</span> {x.tier.name}{" "}
                <span className="number">{Math.round(x.score)}</span>
              </span>
            ))}
          </p>
        )}
      </div>
    </div>
  );
}
