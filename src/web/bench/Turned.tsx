/** What a number does while a parameter, two, or the rep itself goes through its range. */
import { turned as words } from "#core/words/web/bench";
import { Select } from "antd";
import { lazy, Suspense, useState } from "react";
import { askFor } from "#core/exercises/asked";
import { findHead, headTitle, muscleName } from "#core/anatomy/anatomy";
import { IN_REP, QUANTITIES, REP, type Quantity, type Sweep } from "#core/bench/sweep";
import type { Exercise } from "#core/exercises/format";
import { formatValue, roundToStep, type Values } from "#core/exercises/setup";
import { fixed } from "../../page/locale";
import { Failed, Loading } from "../base/states";
import { useAsk } from "../mechanics/useAsk";
import type { QuestionProps } from "./question";
import type { Axis } from "./axis";
import { ChartTable } from "../base/ChartTable";
import { SweepGrid } from "./SweepGrid";

const SweepChart = lazy(() => import("./SweepChart"));

const POINTS = 41;
const BESIDE = 2;
type P = Exercise["parameters"][number];

export function Turned({ exercise, values, headId, heads, body, onValues }: QuestionProps) {
  const [parameter, setParameter] = useState(exercise.parameters[0]?.id ?? REP);
  const [second, setSecond] = useState<string | null>(null);
  const [followed, setQuantity] = useState<Quantity>("tension");
  const [beside, setBeside] = useState<string[]>(() => {
    const muscle = findHead(headId)?.muscle;
    const others = heads.filter((h) => h !== headId);
    const own = (h: string) => (findHead(h)?.muscle === muscle ? 0 : 1);
    return others.sort((a, b) => own(a) - own(b)).slice(0, BESIDE);
  });
  const inRep = parameter === REP;
  const choices = inRep ? IN_REP : (Object.keys(QUANTITIES) as Quantity[]);
  const quantity = choices.find((q) => q === followed) ?? "tension";
  const own = QUANTITIES[quantity];
  const p = exercise.parameters.find((q) => q.id === parameter) ?? null;
  const q = p && second !== parameter ? (exercise.parameters.find((x) => x.id === second) ?? null) : null;
  const asked = (own.head ? [headId, ...beside] : [headId]).map((head) => ({ head, quantity }));
  const setup = askFor(exercise, values);
  const sweeping = useAsk("sweep", q ? null : { setup, parameter, asked, body, points: POINTS });
  const mapping = useAsk("map", p && q ? { setup, parameters: [p.id, q.id], head: headId, quantity, body } : null);
  const [sweep, map, { error, again }] = [sweeping.answer, mapping.answer, q ? mapping : sweeping];
  return (
    <section className="sheet question" aria-label={words.whatASettingChanges()}>
      <Asking
        exercise={exercise}
        headId={headId}
        heads={heads}
        parameter={parameter}
        onParameter={setParameter}
        second={q?.id ?? null}
        onSecond={setSecond}
        quantity={quantity}
        choices={choices}
        onQuantity={setQuantity}
        beside={beside}
        onBeside={setBeside}
      />
      <Answered
        what={q ? words.theMap() : words.theSweep()}
        error={error}
        again={again}
        there={Boolean(q ? map : sweep)}
      />
      {sweep && !q && (
        <Through sweep={sweep} p={p} values={values} headId={headId} what={own.name} onValues={onValues} />
      )}
      {map && p && q && (
        <SweepGrid map={map} x={p} y={q} values={values} what={own} headId={headId} onValues={onValues} />
      )}
    </section>
  );
}

/** while it is worked out, and where it could not be */
function Answered(props: { what: string; error: string | null; again: () => void; there: boolean }) {
  const { what, error, again, there } = props;
  if (error) return <Failed what={what.replace(/^t/, "T")} reason={error} again={again} />;
  return there ? null : <Loading what={what} />;
}

interface ThroughProps extends Pick<QuestionProps, "values" | "headId" | "onValues"> {
  sweep: Sweep;
  /** null: the rep itself */
  p: P | null;
  what: string;
}

/** the answer over one axis: curves, and what they say */
function Through({ sweep, p, values, headId, what, onValues }: ThroughProps) {
  return (
    <>
      <div className="plot sweep-plot">
        <Suspense fallback={<Loading what={words.theChart()} />}>
          <SweepChart sweep={sweep} axis={axisOf(p)} now={p && (values[p.id] ?? p.default)} />
        </Suspense>
      </div>
      <ChartTable
        caption={`${what}: ${axisOf(p).name}`}
        along={{ name: axisOf(p).name, values: sweep.x.map((x) => axisOf(p).say(x)) }}
        series={sweep.series.map((s) => ({ name: headTitle(s.head), values: s.values }))}
      />
      <p className="small" role="status">
        {inWords(sweep, headId, axisOf(p), what)} {p && <Turn sweep={sweep} p={p} now={values} onValues={onValues} />}
      </p>
    </>
  );
}

interface AskingProps extends Pick<QuestionProps, "exercise" | "headId" | "heads"> {
  parameter: string;
  onParameter: (id: string) => void;
  second: string | null;
  onSecond: (id: string | null) => void;
  quantity: Quantity;
  choices: readonly Quantity[];
  onQuantity: (quantity: Quantity) => void;
  beside: string[];
  onBeside: (heads: string[]) => void;
}

/** the question in one line */
function Asking(props: AskingProps) {
  const { exercise, headId, heads, parameter, second, quantity, choices, beside } = props;
  const others = exercise.parameters.filter((x) => x.id !== parameter);
  return (
    <div className="question-line">
      <h2>{words.through()}</h2>
      <Select
        size="small"
        aria-label={words.settingToChange()}
        value={parameter}
        onChange={props.onParameter}
        popupMatchSelectWidth={false}
        options={[
          ...exercise.parameters.map((x) => ({ value: x.id, label: x.name.toLowerCase() })),
          { value: REP, label: words.repItself() },
        ]}
      />
      {parameter !== REP && others.length > 0 && (
        <Select
          size="small"
          aria-label={words.aSecondParameterA()}
          placeholder={words.and()}
          allowClear
          style={{ minWidth: 90 }}
          value={second}
          onChange={(v: string | null) => props.onSecond(v ?? null)}
          popupMatchSelectWidth={false}
          options={others.map((x) => ({ value: x.id, label: words.andWhat({ what: x.name.toLowerCase() }) }))}
        />
      )}
      <span>{words.whatDoes()}</span>
      <Select
        size="small"
        aria-label={words.numberToFollow()}
        value={quantity}
        onChange={props.onQuantity}
        popupMatchSelectWidth={false}
        options={choices.map((x) => ({
          value: x,
          label: QUANTITIES[x].name.toLowerCase(),
          title: QUANTITIES[x].about,
        }))}
      />
      <span>{words.doIt()}</span>
      {QUANTITIES[quantity].head && second === null && (
        <Select
          size="small"
          mode="multiple"
          aria-label={words.headsBesideIt()}
          placeholder={words.besideIt()}
          style={{ minWidth: 150, maxWidth: 260 }}
          maxTagCount={1}
          value={beside}
          onChange={props.onBeside}
          options={heads.filter((h) => h !== headId).map((h) => ({ value: h, label: headTitle(h) }))}
        />
      )}
    </div>
  );
}

const axisOf = (p: P | null): Axis =>
  p
    ? {
        name: p.name.toLowerCase(),
        unit: p.unit === "ratio" ? "" : p.unit,
        min: p.min,
        max: p.max,
        say: (v) => formatValue(p, roundToStep(p, v)),
        options: p.options,
      }
    : { name: words.place(), unit: "%", min: 0, max: 100, say: (v) => words.vOfTheWay({ v: Math.round(v) }) };

/** where the first series is most */
function peakOf(sweep: Sweep): number {
  const { values } = sweep.series[0]!;
  return values.reduce<number>((best, v, i) => ((v ?? -Infinity) > (values[best] ?? -Infinity) ? i : best), 0);
}

const HARDLY = 0.02;

function inWords(sweep: Sweep, headId: string, axis: Axis, what: string): string {
  const { values } = sweep.series[0]!;
  const known = values.filter((v): v is number => v !== null);
  if (known.length === 0) return words.noSetupInThis();
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const at = sweep.x[peakOf(sweep)]!;
  const turns = sweep.first
    .flatMap((m, i) => (i > 0 && m && sweep.first[i - 1] && m !== sweep.first[i - 1] ? [{ m, x: sweep.x[i]! }] : []))
    .slice(0, 2);
  const title = (h: string) => headTitle(h).toLowerCase();
  const crossed = sweep.crossings
    .slice(0, 2)
    .map((c) => words.whatAndWhatAt({ what: title(c.between[0]), what2: title(c.between[1]), what3: axis.say(c.x) }));
  return [
    high - low < HARDLY * Math.max(1e-9, Math.abs(high))
      ? words.whatHardlyChanges({ what })
      : words.most({
          what,
          head: QUANTITIES[sweep.series[0]!.quantity].head ? title(headId) : null,
          at: axis.say(at),
          high: fixed(high, 2),
          low: fixed(low, 2),
        }),
    crossed.length > 0 ? words.crossingWhat({ what: crossed.join("; ") }) : "",
    turns.length > 0
      ? words.whatEndsItTurns({
          what: turns.map((t) => `${muscleName(t.m).toLowerCase()} from ${axis.say(t.x)}`).join(", to the "),
        })
      : "",
  ]
    .filter(Boolean)
    .join(" ");
}

interface TurnProps {
  sweep: Sweep;
  p: P;
  now: Values;
  onValues: (v: Values) => void;
}

function Turn({ sweep, p, now, onValues }: TurnProps) {
  const best = roundToStep(p, sweep.x[peakOf(sweep)]!);
  return Math.abs((now[p.id] ?? p.default) - best) < p.step / 2 ? null : (
    <button type="button" className="plain link" onClick={() => onValues({ ...now, [p.id]: best })}>
      {words.turnItThere()}
    </button>
  );
}
