/** Questions to the bench: what a number does while a parameter is turned, and which setup is best for an aim. */
import { Button, Select } from "antd";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { findHead, headTitle, muscleName } from "#core/anatomy/anatomy";
import { AIMS, type Aim, type Search } from "#core/bench/find";
import type { Relief } from "#core/bench/felt";
import { QUANTITIES, type Quantity, type Sweep } from "#core/bench/sweep";
import type { Exercise } from "#core/exercises/format";
import { formatValue, roundToStep, type Values } from "#core/exercises/setup";
import type { Body } from "#core/mechanics/model";
import { fixed } from "../../page/locale";
import { Loading } from "../base/states";
import { askBest, askFelt, askSweep } from "../mechanics/analyst";

const SweepChart = lazy(() => import("./SweepChart"));

interface QuestionsProps {
  exercise: Exercise;
  values: Values;
  headId: string;
  /** heads that work here */
  heads: readonly string[];
  body: Body;
  onValues: (values: Values) => void;
}

export function Questions(props: QuestionsProps) {
  if (props.exercise.parameters.length === 0) return null;
  return (
    <div className="questions">
      <Turned {...props} />
      <div>
        <Best {...props} />
        <Felt {...props} />
      </div>
    </div>
  );
}

const POINTS = 41;
const BESIDE = 2;

/** one parameter through its range */
function Turned({ exercise, values, headId, heads, body, onValues }: QuestionsProps) {
  const [parameter, setParameter] = useState(exercise.parameters[0]!.id);
  const [quantity, setQuantity] = useState<Quantity>("tension");
  const [beside, setBeside] = useState<string[]>(() => {
    const muscle = findHead(headId)?.muscle;
    const others = heads.filter((h) => h !== headId);
    const own = (h: string) => (findHead(h)?.muscle === muscle ? 0 : 1);
    return others.sort((a, b) => own(a) - own(b)).slice(0, BESIDE);
  });
  const [answer, setAnswer] = useState<{ key: string; sweep: Sweep } | null>(null);
  const p = exercise.parameters.find((q) => q.id === parameter)!;
  const own = QUANTITIES[quantity];
  const asked = (own.head ? [headId, ...beside] : [headId]).map((head) => ({ head, quantity }));
  const key = JSON.stringify([exercise.id, values, parameter, asked, body]);
  useEffect(() => {
    const stopped = new AbortController();
    const [id, now, turned, series, of] = JSON.parse(key) as [string, Values, string, typeof asked, Body];
    askSweep(
      { setup: { exerciseId: id, values: now }, body: of, parameter: turned, asked: series, points: POINTS },
      stopped.signal,
    ).then(
      (sweep) => setAnswer({ key, sweep }),
      () => undefined,
    );
    return () => stopped.abort();
  }, [key]);
  const shown = answer?.sweep.parameter === parameter && answer.sweep.series[0]?.quantity === quantity;
  const sweep = shown ? answer.sweep : null;
  return (
    <section className="sheet question" aria-label="While a parameter is turned">
      <div className="question-line">
        <h2>While</h2>
        <Select
          size="small"
          aria-label="Parameter that is turned"
          value={parameter}
          onChange={setParameter}
          popupMatchSelectWidth={false}
          options={exercise.parameters.map((q) => ({ value: q.id, label: q.name.toLowerCase() }))}
        />
        <span>is turned, what does</span>
        <Select
          size="small"
          aria-label="Number that is followed"
          value={quantity}
          onChange={setQuantity}
          popupMatchSelectWidth={false}
          options={(Object.keys(QUANTITIES) as Quantity[]).map((q) => ({
            value: q,
            label: QUANTITIES[q].name.toLowerCase(),
            title: QUANTITIES[q].about,
          }))}
        />
        <span>do?</span>
        {own.head && (
          <Select
            size="small"
            mode="multiple"
            aria-label="Heads beside it"
            placeholder="beside it"
            style={{ minWidth: 150, maxWidth: 260 }}
            maxTagCount={1}
            value={beside}
            onChange={setBeside}
            options={heads.filter((h) => h !== headId).map((h) => ({ value: h, label: headTitle(h) }))}
          />
        )}
      </div>
      {!sweep && <Loading what="the sweep" />}
      {sweep && (
        <>
          <div className="plot sweep-plot">
            <Suspense fallback={<Loading what="the chart" />}>
              <SweepChart sweep={sweep} parameter={p} now={values[parameter] ?? p.default} />
            </Suspense>
          </div>
          <p className="small" role="status">
            {inWords(sweep, headId, p, own.name)}{" "}
            <Turn sweep={sweep} p={p} now={values} headId={headId} onValues={onValues} />
          </p>
        </>
      )}
    </section>
  );
}

type P = Exercise["parameters"][number];

/** where the first series is most */
function peakOf(sweep: Sweep): number {
  const { values } = sweep.series[0]!;
  return values.reduce<number>((best, v, i) => ((v ?? -Infinity) > (values[best] ?? -Infinity) ? i : best), 0);
}

function inWords(sweep: Sweep, headId: string, p: P, what: string): string {
  const { values } = sweep.series[0]!;
  const known = values.filter((v): v is number => v !== null);
  if (known.length === 0) return "Nothing in this range can be lifted.";
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const at = sweep.x[peakOf(sweep)]!;
  const named = (v: number) => formatValue(p, roundToStep(p, v));
  const turns = sweep.first
    .flatMap((m, i) => (i > 0 && m && sweep.first[i - 1] && m !== sweep.first[i - 1] ? [{ m, x: sweep.x[i]! }] : []))
    .slice(0, 2);
  const crossed = sweep.crossings
    .slice(0, 2)
    .map(
      (c) => `${headTitle(c.between[0]).toLowerCase()} and ${headTitle(c.between[1]).toLowerCase()} at ${named(c.x)}`,
    );
  return [
    high - low < 0.02 * Math.max(1e-9, Math.abs(high))
      ? `${what} hardly changes.`
      : `${what} of the ${headTitle(headId).toLowerCase()} is most at ${named(at)} (${fixed(high, 2)}), least ${fixed(low, 2)}.`,
    crossed.length > 0 ? `Crossing: ${crossed.join("; ")}.` : "",
    turns.length > 0
      ? `What ends it turns to the ${turns.map((t) => `${muscleName(t.m).toLowerCase()} from ${named(t.x)}`).join(", to the ")}.`
      : "",
  ]
    .filter(Boolean)
    .join(" ");
}

function Turn({
  sweep,
  p,
  now,
  onValues,
}: {
  sweep: Sweep;
  p: P;
  now: Values;
  headId: string;
  onValues: (v: Values) => void;
}) {
  const best = roundToStep(p, sweep.x[peakOf(sweep)]!);
  return Math.abs((now[p.id] ?? p.default) - best) < p.step / 2 ? null : (
    <button type="button" className="plain link" onClick={() => onValues({ ...now, [p.id]: best })}>
      Turn it there
    </button>
  );
}

/** the best setup of the exercise for an aim */
function Best({ exercise, values, headId, body, onValues }: QuestionsProps) {
  const [aim, setAim] = useState<Aim>("stretch");
  const [bound, setBound] = useState<number | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [search, setSearch] = useState<Search | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const asked = useRef<AbortController | null>(null);
  useEffect(() => () => asked.current?.abort(), []);
  const stop = () => {
    asked.current?.abort();
    setShare(null);
  };
  const start = () => {
    asked.current?.abort();
    const own = (asked.current = new AbortController());
    setShare(0);
    setFailed(null);
    setSearch(null);
    const bounds = bound === null ? {} : { shoulder: bound, elbow: bound, knee: bound };
    askBest({ setup: { exerciseId: exercise.id, values }, body, head: headId, aim, bounds }, setShare, own.signal).then(
      (found) => {
        setSearch(found);
        setShare(null);
      },
      (e: Error) => {
        if (e.name === "AbortError") return;
        setFailed(e.message);
        setShare(null);
      },
    );
  };
  return (
    <section className="sheet question" aria-label="The best setup for an aim">
      <div className="question-line">
        <h2>Which setup gives</h2>
        <Select
          size="small"
          aria-label="Aim"
          value={aim}
          onChange={setAim}
          popupMatchSelectWidth={false}
          options={(Object.keys(AIMS) as Aim[]).map((a) => ({ value: a, label: AIMS[a].name.toLowerCase() }))}
        />
        <Select
          size="small"
          aria-label="How much joints may be asked"
          value={bound ?? 0}
          onChange={(v) => setBound(v === 0 ? null : v)}
          popupMatchSelectWidth={false}
          options={[
            { value: 0, label: "whatever joints say" },
            { value: 1, label: "joints asked no more than usual" },
            { value: 0.85, label: "joints asked less than usual" },
          ]}
        />
        {share === null ? (
          <Button size="small" type="primary" onClick={start}>
            Find it
          </Button>
        ) : (
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        )}
      </div>
      {share !== null && <Loading what="every setup" done={share} />}
      {failed && <p className="notice warn small">{failed}</p>}
      {search && (
        <div role="status">
          <p className="small">
            {search.tried} setups tried, {search.feasible} can be lifted
            {search.bounded > 0 && `, ${search.bounded} ask too much of a joint`}.
            {search.usual !== null && ` The usual setup reaches ${fixed(search.usual, 2)}.`}
          </p>
          <ol className="plain-list">
            {search.best.map((f) => (
              <li key={f.setupKey}>
                {f.name}: <strong className="number">{fixed(f.value, 2)}</strong>{" "}
                <button type="button" className="plain link" onClick={() => onValues(f.values)}>
                  Set it up
                </button>
                <div className="small quiet">
                  Within 5 % of it:{" "}
                  {exercise.parameters
                    .map((p) => {
                      const [low, high] = f.flat[p.id]!;
                      return `${p.name.toLowerCase()} ${low === high ? `only ${formatValue(p, low)}` : `${formatValue(p, low)} to ${formatValue(p, high)}`}`;
                    })
                    .join("; ")}
                  .
                </div>
              </li>
            ))}
          </ol>
          {search.best.length === 0 && <p className="small">Nothing is left within these bounds.</p>}
        </div>
      )}
    </section>
  );
}

/** what is felt instead, and what of the setup changes that */
function Felt({ exercise, values, headId, heads, body, onValues }: QuestionsProps) {
  const [muscle, setMuscle] = useState<string | null>(null);
  const [answer, setAnswer] = useState<{ key: string; now: number; reliefs: Relief[] } | null>(null);
  const own = findHead(headId)?.muscle;
  const others = [...new Set(heads.map((h) => findHead(h)!.muscle))].filter((m) => m !== own);
  const key = muscle && JSON.stringify([exercise.id, values, headId, muscle, body]);
  useEffect(() => {
    if (!key) return;
    const stopped = new AbortController();
    const [id, now, head, felt, of] = JSON.parse(key) as [string, Values, string, string, Body];
    askFelt({ setup: { exerciseId: id, values: now }, body: of, head, muscle: felt }, stopped.signal).then(
      (told) => setAnswer({ key, ...told }),
      () => undefined,
    );
    return () => stopped.abort();
  }, [key]);
  const told = answer && answer.key === key ? answer : null;
  return (
    <section className="sheet question" aria-label="Felt elsewhere" style={{ marginTop: 12 }}>
      <div className="question-line">
        <h2>It is felt in the</h2>
        <Select
          size="small"
          aria-label="Muscle that is felt instead"
          placeholder="..."
          style={{ minWidth: 150 }}
          value={muscle}
          onChange={setMuscle}
          popupMatchSelectWidth={false}
          options={others.map((m) => ({ value: m, label: muscleName(m).toLowerCase() }))}
        />
      </div>
      {muscle && !told && <Loading what="what changes it" />}
      {told && (
        <div className="small" role="status">
          <p>
            Here it works at {Math.round(100 * told.now)} % of its strength on the whole.{" "}
            {told.reliefs.length === 0 &&
              "Nothing of this setup takes work from it without taking it from the head as well: a cue may help, mechanically nothing changes. Another exercise would."}
          </p>
          <ul className="plain-list">
            {told.reliefs.map((r) => (
              <li key={r.parameter}>
                With {r.name} it does {Math.round(100 * r.felt)} % of that, the {headTitle(headId).toLowerCase()}{" "}
                {Math.round(100 * r.kept)} % of now.{" "}
                <button type="button" className="plain link" onClick={() => onValues(r.values)}>
                  Set it up
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
