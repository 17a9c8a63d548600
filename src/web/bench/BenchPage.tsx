/** The bench: one exercise under the lens. Everything on it is part of the address. */
import { Button, Select, Slider } from "antd";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { headTitle, heads, muscleName } from "#core/anatomy/anatomy";
import { findExercise, library } from "#core/exercises/library";
import type { Binding, Exercise, Family, Parameter } from "#core/exercises/format";
import { defaultValues, formatValue, roundToStep, setupName, type Values } from "#core/exercises/setup";
import type { Analysis } from "#core/mechanics/analyse";
import { useOpenClient, withClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { askAnalysis } from "../mechanics/analyst";
import { bodyOf } from "../mechanics/useSurvey";
import { CurvePlots } from "./CurvePlots";
import { Differences, Facts, inWords } from "./Facts";
import { useSpread } from "./useSpread";
import { Figure } from "./Figure";

const headOf = (id: string) => heads.find((h) => h.id === id)!;

const FAMILIES: Record<Family, string> = {
  press: "Presses",
  fly: "Flies",
  raise: "Raises",
  row: "Rows",
  pulldown: "Pulldowns",
  pullover: "Pullovers",
  shrug: "Shrugs",
  curl: "Curls",
  extension: "Extensions",
  wrist: "Wrist",
  squat: "Squats",
  lunge: "Lunges",
  hinge: "Hinges",
  bridge: "Bridges",
  "leg-extension": "Leg extensions",
  "leg-curl": "Leg curls",
  calf: "Calf",
  adduction: "Adduction",
  abduction: "Abduction",
  trunk: "Trunk",
  carry: "Carries",
};

/** the analysis of what is on the bench; an older ask is dropped when the next one goes out */
function useAnalysis(exerciseId: string, values: Values, body: { stature: number; mass: number }) {
  const [state, setState] = useState<{ analysis: Analysis | null; error: string | null }>({
    analysis: null,
    error: null,
  });
  const key = JSON.stringify([exerciseId, values, body]);
  useEffect(() => {
    const [id, v, b] = JSON.parse(key) as [string, Values, { stature: number; mass: number }];
    const drop = new AbortController();
    askAnalysis({ exerciseId: id, values: v }, b, drop.signal).then(
      (analysis) => setState({ analysis, error: null }),
      (e: Error) => e.name !== "AbortError" && setState({ analysis: null, error: e.message }),
    );
    return () => drop.abort();
  }, [key]);
  return state.analysis && !state.analysis.setupKey.startsWith(`${exerciseId}@`)
    ? { analysis: null, error: state.error }
    : state;
}

/**
 * The parameters, held here so that no quick move is lost and written to the address behind them; an address that
 * changes from elsewhere (a link, the back button) wins.
 */
function useAddressValues(exercise: Exercise | undefined): [Values, (change: (now: Values) => Values) => void] {
  const [params, setParams] = useSearchParams();
  const read = useCallback(
    (): Values =>
      exercise ? Object.fromEntries(exercise.parameters.map((p) => [p.id, readParameter(p, params.get(p.id))])) : {},
    [exercise, params],
  );
  const [state, setState] = useState({ exercise, values: read() });
  const latest = useRef(state.values);
  latest.current = state.values;
  // addresses on their way: one may come round after the values have moved on, and must not turn them back
  const onTheWay = useRef<string[]>([]);
  useEffect(() => {
    const there = JSON.stringify(read());
    const mine = onTheWay.current.indexOf(there);
    if (mine >= 0) onTheWay.current.splice(0, mine + 1);
    else if (there !== JSON.stringify(latest.current) || state.exercise !== exercise)
      setState({ exercise, values: read() });
  }, [read, exercise, state.exercise]);
  useEffect(() => {
    const next = JSON.stringify(state.values);
    if (state.exercise !== exercise || next === JSON.stringify(read())) return;
    const here = window.location.pathname;
    const wait = setTimeout(() => {
      // on the way to another place this one is still there, but the address is no longer its own
      if (window.location.pathname !== here) return;
      onTheWay.current.push(next);
      setParams(
        (p) => {
          for (const [k, v] of Object.entries(state.values)) p.set(k, String(v));
          return p;
        },
        { replace: true },
      );
    }, 120);
    return () => clearTimeout(wait);
  }, [state, exercise, setParams, read]);
  const change = useCallback(
    (next: (now: Values) => Values) => setState((s) => ({ ...s, values: next(s.values) })),
    [],
  );
  return [state.exercise === exercise ? state.values : read(), change];
}

export default function BenchPage() {
  const { exercise: id = "overhead-cable-extension" } = useParams();
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const { client, clientId } = useOpenClient();
  const body = useMemo(() => bodyOf(client), [client]);
  const exercise = findExercise(id);
  const [values, setValues] = useAddressValues(exercise);
  const { analysis, error } = useAnalysis(id, values, body);
  const [picked, setSample] = useState<number | null>(null);
  const [turn, setTurn] = useState(25);
  const [playing, setPlaying] = useState(false);
  const [pinned, setPinned] = useState<{ name: string; analysis: Analysis; exerciseId: string; values: Values } | null>(
    null,
  );
  const shown = useMemo(() => (exercise ? { exerciseId: id, values } : null), [exercise, id, values]);
  const spread = useSpread(shown, body);
  const pinnedSpread = useSpread(pinned, body);
  const carry = useRef<Record<string, number>>({});

  const active = useMemo(() => analysis?.heads.filter((h) => h.metrics) ?? [], [analysis]);
  const asked = params.get("head");
  const headId =
    active.find((h) => h.id === asked)?.id ??
    active.find((h) => exercise?.targets.includes(h.muscle))?.id ??
    active[0]?.id;

  // heads drawn beside the chosen one: those of its muscle, until the coach picks others
  const besides = params.get("with");
  const others = useMemo(
    () =>
      active
        .map((h) => h.id)
        .filter(
          (id) =>
            id !== headId &&
            (besides === null ? headOf(id).muscle === headOf(headId!).muscle : besides.split(".").includes(id)),
        ),
    [active, headId, besides],
  );

  useEffect(() => {
    if (!playing || !analysis) return;
    const n = analysis.s.length;
    let from = 0;
    let frame = 0;
    const step = (t: number) => {
      from ||= t;
      // lift in 1.4 s, lower in 2.6 s
      const phase = ((t - from) / 1000) % 4;
      setSample(Math.round((phase < 1.4 ? phase / 1.4 : 1 - (phase - 1.4) / 2.6) * (n - 1)));
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [playing, analysis]);

  if (!exercise) return <Empty title="There is no such exercise in the library" />;
  const set = (name: string, value: string) => setParams((p) => (p.set(name, value), p), { replace: true });
  const setValue = (p: Parameter, v: number) => setValues((now) => ({ ...now, [p.id]: roundToStep(p, v) }));
  const choose = (next: string) => {
    setSample(null);
    setPlaying(false);
    void navigate(withClient(`/bench/${next}`, clientId));
  };

  const cable = exercise.loads.find((l) => l.kind === "cable");
  const bound = cable ? cable.from.at.map((b: Binding) => (typeof b === "object" && "scale" in b ? b : null)) : [];
  const onPulley =
    bound[0] || bound[1]
      ? (dx: number, dy: number) => {
          // small moves are carried over until they make a step
          [dx, dy].forEach((d, axis) => {
            const b = bound[axis];
            const p = b && exercise.parameters.find((x) => x.id === b.parameter);
            if (!b || !p) return;
            const moved =
              (carry.current[p.id] ?? 0) + d / (axis === 0 ? b.scale * Math.cos((turn * Math.PI) / 180) : b.scale);
            const steps = Math.trunc(moved / p.step);
            carry.current[p.id] = moved - steps * p.step;
            if (steps)
              setValues((now) => ({
                ...now,
                [p.id]: roundToStep(p, Math.max(p.min, Math.min(p.max, now[p.id]! + steps * p.step))),
              }));
          });
        }
      : null;

  /** turning something bound to a parameter by a scale; small turns are carried over until they make a step */
  const turner = (b: Binding | undefined) => {
    if (typeof b !== "object" || !("scale" in b)) return null;
    const p = exercise.parameters.find((x) => x.id === b.parameter);
    if (!p || p.options) return null;
    return (degrees: number) => {
      const moved = (carry.current[p.id] ?? 0) + degrees / b.scale;
      const steps = Math.trunc(moved / p.step);
      carry.current[p.id] = moved - steps * p.step;
      if (steps)
        setValues((now) => ({
          ...now,
          [p.id]: roundToStep(p, Math.max(p.min, Math.min(p.max, now[p.id]! + steps * p.step))),
        }));
    };
  };
  const onBench = turner(exercise.stance.angles.pitch);
  // where bench and arm hang on the same parameter the arm follows the bench
  const onArm = onBench ? null : turner(exercise.path[0]!.angles.elevation);
  const handles = [onPulley && "pulley", onArm && "elbow", onBench && "bench"].filter(Boolean).join(" and ");

  const sampleOf = (a: Analysis) => Math.min(picked ?? Math.round(a.sticking.at * (a.s.length - 1)), a.s.length - 1);
  const hardest = analysis ? Math.round(analysis.sticking.at * (analysis.s.length - 1)) : 0;
  return (
    <>
      <div className="headline">
        <div>
          <h1>{setupName(exercise, values)}</h1>
          {analysis && headId && asked && asked !== headId && heads.some((h) => h.id === asked) && (
            <p className="notice small" role="status">
              {headTitle(asked)} hardly works in this exercise: under a tenth of its strength. Shown is{" "}
              {headTitle(headId).toLowerCase()}, which does.
            </p>
          )}
          {analysis && headId && <p className="words">{inWords(analysis, headId)}</p>}
        </div>
        <p className="small quiet" style={{ maxWidth: 290, textAlign: "right", flex: "none" }}>
          {client ? `In ${client.name.split(" ")[0]}'s body` : "In the default body"}.
        </p>
      </div>
      {error && <Failed what="This setup" reason={error} />}
      {!error && !analysis && <Loading what="the rep" />}
      {analysis && !analysis.feasible && (
        <p className="notice warn" role="alert">
          This setup cannot be lifted as it stands. {analysis.warnings[0]}
        </p>
      )}
      {analysis && headId && (
        <div className="bench">
          <section className="sheet figure-sheet" aria-label="Posed figure">
            <Figure
              analysis={analysis}
              exercise={exercise}
              headId={headId}
              sample={sampleOf(analysis)}
              turn={(turn * Math.PI) / 180}
              onPulley={onPulley}
              onArm={onArm}
              onBench={onBench}
              onHand={(i) => {
                setPlaying(false);
                setSample(i);
              }}
            />
            <div className="scrub">
              <Button size="small" onClick={() => setPlaying(!playing)} style={{ width: 58 }}>
                {playing ? "Stop" : "Play"}
              </Button>
              <Slider
                ariaLabelForHandle="Place in the rep, per cent"
                min={0}
                max={analysis.s.length - 1}
                value={sampleOf(analysis)}
                tooltip={{ formatter: null }}
                onChange={(v) => {
                  setPlaying(false);
                  setSample(v);
                }}
              />
              <Button
                size="small"
                onClick={() => {
                  setPlaying(false);
                  setSample(hardest);
                }}
              >
                Hardest point
              </Button>
            </div>
            <div className="scrub">
              <span className="small quiet" style={{ width: 58 }}>
                Turn
              </span>
              <Slider
                ariaLabelForHandle="Turn the figure, degrees"
                min={-90}
                max={90}
                step={5}
                value={turn}
                tooltip={{ formatter: null }}
                onChange={setTurn}
              />
              <span className="small quiet number" style={{ width: 96, textAlign: "right" }}>
                {Math.round(100 * analysis.s[sampleOf(analysis)]!)} % of the rep
              </span>
            </div>
            <p className="small quiet">
              Drag the hand through the rep{handles ? `, or the ringed ${handles} to change the setup` : ""}; the
              sliders do the same by keys.
            </p>
          </section>
          <CurvePlots
            analysis={analysis}
            pinned={pinned?.analysis ?? null}
            sample={sampleOf(analysis)}
            headId={headId}
            others={others}
            choices={active.map((h) => h.id).filter((h) => h !== headId)}
            onOthers={(ids) => set("with", ids.join("."))}
          />
          <aside className="sheet params">
            <div className="field">
              <span className="label">Exercise</span>
              <Select
                aria-label="Exercise"
                showSearch={{ optionFilterProp: "label" }}
                value={exercise.id}
                onChange={choose}
                options={(Object.keys(FAMILIES) as Family[]).map((f) => ({
                  label: FAMILIES[f],
                  options: library.filter((e) => e.family === f).map((e) => ({ value: e.id, label: e.name })),
                }))}
              />
            </div>
            <div className="field">
              <span className="label">Head</span>
              <Select
                aria-label="Head"
                value={headId}
                onChange={(v: string) => set("head", v)}
                options={active.map((h) => ({ value: h.id, label: headTitle(h.id) }))}
              />
            </div>
            {exercise.parameters.map((p) => (
              <div className="field" key={p.id}>
                <span
                  className="label"
                  title={p.explains}
                  style={p.explains ? { textDecoration: "underline dotted", textUnderlineOffset: 3 } : undefined}
                >
                  {p.name}: <span className="number">{formatValue(p, values[p.id]!)}</span>
                </span>
                {p.options ? (
                  <Select
                    aria-label={p.name}
                    value={values[p.id]}
                    onChange={(v: number) => setValue(p, v)}
                    options={p.options.map((o) => ({ value: o.value, label: o.name }))}
                  />
                ) : (
                  <Slider
                    ariaLabelForHandle={p.name}
                    min={p.min}
                    max={p.max}
                    step={p.step}
                    value={values[p.id]!}
                    tooltip={{ formatter: null }}
                    onChange={(v) => setValue(p, v)}
                  />
                )}
              </div>
            ))}
            <Facts analysis={analysis} headId={headId} spread={spread} />
            <div className="actions" style={{ marginTop: 0 }}>
              <Button
                size="small"
                onClick={() =>
                  setPinned(pinned ? null : { name: setupName(exercise, values), analysis, exerciseId: id, values })
                }
              >
                {pinned ? "Unpin" : "Pin to compare"}
              </Button>
              <Button size="small" onClick={() => setValues(() => defaultValues(exercise))}>
                Reset
              </Button>
              <Button size="small" onClick={() => void navigate(withClient(`/ranking/${headId}`, clientId))}>
                {muscleName(headOf(headId).muscle)} ranking
              </Button>
            </div>
            {pinned && (
              <Differences
                now={analysis}
                pinned={pinned.analysis}
                name={pinned.name}
                headId={headId}
                spread={spread}
                pinnedSpread={pinnedSpread}
              />
            )}
            {exercise.cautions.map((c) => (
              <p key={c.text} className="notice warn small">
                {c.text}
              </p>
            ))}
          </aside>
        </div>
      )}
    </>
  );
}

/** a value from the address; anything unreadable or outside falls back into range */
function readParameter(p: Parameter, text: string | null): number {
  const v = Number(text ?? "");
  return text === null || !Number.isFinite(v)
    ? roundToStep(p, p.default)
    : roundToStep(p, Math.max(p.min, Math.min(p.max, v)));
}
