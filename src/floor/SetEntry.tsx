/** One set to be logged or corrected: what is expected in one tap, otherwise steppers by the equipment's own step. */
import { useState } from "react";
import { stepLoad } from "#core/base/kilograms";
import type { Load } from "#core/program/document";
import type { Entry, Part } from "#core/training/entry";
import type { Forecast } from "#core/training/forecast";
import type { SnapshotPrescription } from "#core/training/handover";
import { useWords } from "./words";
import { LIMITS } from "#core/training/limits";
import type { Window } from "#core/training/progression";
import { loadText } from "../page/locale";
import { newId } from "../page/newId";
import { Stepper } from "./Stepper";

/** what was typed of a set */
export interface Typed {
  parts: Part[];
  reserve: number;
}

interface Props {
  p: SnapshotPrescription;
  /** stands before the set's number, where it may change under the thumb */
  name: string | null;
  reps: Window;
  set: number;
  asked: number;
  /** null the first time: there is no number to expect */
  expected: Forecast | null;
  load: Load | null;
  correcting: Entry | null;
  onLog: (typed: Typed) => void;
}

export function SetEntry(props: Props) {
  const { set: words, typing } = useWords();
  const { p, name, reps, set, asked, expected, load, correcting, onLog } = props;
  const [more, setMore] = useState(correcting !== null || expected === null);
  const one = p.sides === "one";
  const likely = expected ? Math.max(1, Math.min(LIMITS.reps, Math.round(expected.mean))) : null;
  const kinds = kindsOf(p);
  const log = (n: number) =>
    onLog({ parts: kinds.map((kind) => ({ id: newId(), kind, load, reps: n })), reserve: asked });
  return (
    <div className="entry">
      <p className="ask">
        <strong>
          {name ? `${name}: ` : ""}
          {correcting
            ? words.correcting({ set: correcting.set + 1 })
            : words.number({ set: set + 1, of: p.reserves.length })}
        </strong>
        <span>{words.ask({ ...reps, rir: asked })}</span>
      </p>
      {!more && likely !== null && (
        <>
          <button type="button" className="planned" onClick={() => log(likely)}>
            <span>{words.planned()}</span>
            <span className="number">
              {load ? `${loadText(load)} × ` : ""}
              {likely}
              {one ? ` ${words.eachSide({ first: p.begins === "either" ? null : p.begins })}` : ""}
            </span>
          </button>
          <div className="near" role="group" aria-label={typing.near()}>
            {[-2, -1, 1, 2]
              .map((d) => likely + d)
              .filter((n) => n >= 1 && n <= LIMITS.reps)
              .map((n) => (
                <button key={n} type="button" aria-label={typing.logReps({ n })} onClick={() => log(n)}>
                  {n}
                </button>
              ))}
          </div>
          <p className="quiet">
            {words.likely({ low: Math.max(1, Math.round(expected!.low)), high: Math.round(expected!.high) })}
          </p>
          <button type="button" className="other" onClick={() => setMore(true)}>
            {words.other()}
          </button>
        </>
      )}
      {more && <Details {...props} kinds={kinds} likely={likely} />}
    </div>
  );
}

/** what a plain rep of a line is */
/** what a set is logged as: one part, or a side after the other, the one that begins first */
export const kindsOf = (p: SnapshotPrescription): Part["kind"][] =>
  p.sides === "one" ? (p.begins === "right" ? ["right", "left"] : ["left", "right"]) : [mainOf(p)];

export const mainOf = ({ technique, reserves }: SnapshotPrescription): "full" | "partial" | "assisted" =>
  technique && (technique.on === "every" || reserves.length === 1) ? technique.main : "full";

interface Draft {
  kind: Part["kind"];
  /** null: with the load of the first part */
  load: number | null;
  /** null while what is typed is no number of reps */
  reps: number | null;
}

type DetailsProps = Props & { kinds: readonly Part["kind"][]; likely: number | null };

/** every number of the set by itself */
function Details({ p, reps, asked, load: planned, correcting, kinds, likely, onLog }: DetailsProps) {
  const { reps: repWords, set: words, typing } = useWords();
  const first = correcting?.parts[0]?.load ?? planned;
  const [value, setValue] = useState<number | null>(first?.value ?? 0);
  const [reserve, setReserve] = useState<number | null>(correcting?.reserve ?? asked);
  const [touched, setTouched] = useState(correcting !== null);
  const [parts, setParts] = useState<Draft[]>(() =>
    correcting
      ? correcting.parts.map((x) => ({
          kind: x.kind,
          load: x.load && x.load.value !== first?.value ? x.load.value : null,
          reps: x.reps,
        }))
      : kinds.map((kind) => ({ kind, load: null, reps: likely ?? reps.low })),
  );
  const { unit, meaning } = first ?? p.loadStep;
  /** by what is there, so that nobody steps past the last dumbbell */
  const next = (v: number, steps: number) => stepLoad({ value: v, unit, meaning }, p.loadStep, steps).value;
  const typed = first !== null || value !== 0;
  const [lead, follow] = parts;
  const capped = p.sides === "one" && p.begins !== "either";
  const change = (i: number, next: Partial<Draft>) =>
    setParts((list) =>
      list.map((x, j) => {
        if (j === i) return { ...x, ...next };
        // the side that follows stops where the one that begins did, until somebody says otherwise
        return capped && !touched && i === 0 && j === 1 && next.reps !== undefined ? { ...x, reps: next.reps } : x;
      }),
    );
  const extra = (kind: "partial" | "assisted") => parts.findIndex((x, i) => i >= kinds.length && x.kind === kind);
  const ready = value !== null && reserve !== null && parts.every((x) => x.reps !== null);
  const log = () => {
    if (!ready) return;
    const at = (v: number | null): Load | null => (typed ? { value: v ?? value, unit, meaning } : null);
    const kept = parts.filter((x, i) => i < kinds.length || correcting || x.reps! > 0);
    onLog({ parts: kept.map((x) => ({ id: newId(), kind: x.kind, load: at(x.load), reps: x.reps! })), reserve });
  };
  return (
    <div className="steppers">
      <Stepper
        label={typing.load({ unit, meaning: typing.meaning[p.loadStep.meaning] ?? p.loadStep.meaning })}
        value={value}
        next={next}
        decimals
        max={LIMITS.load}
        onChange={setValue}
      />
      {parts.map((x, i) =>
        i < kinds.length || correcting ? (
          <div key={i}>
            {x.load !== null && (
              <Stepper
                label={typing.partLoad({ n: i + 1, unit })}
                value={x.load}
                next={next}
                decimals
                max={LIMITS.load}
                onChange={(v) => change(i, { load: v ?? x.load })}
              />
            )}
            <Stepper
              label={i >= kinds.length ? typing.part({ n: i + 1, what: repWords[x.kind]() }) : repWords[x.kind]()}
              value={x.reps}
              max={LIMITS.reps}
              onChange={(v) => {
                if (i === 1) setTouched(true);
                change(i, { reps: v });
              }}
            />
          </div>
        ) : null,
      )}
      {capped && lead && follow && (follow.reps ?? 0) > (lead.reps ?? 0) && (
        <p className="reason" role="status">
          {typing.even({ lead: lead.kind === "right" ? "right" : "left", reps: lead.reps ?? 0 })}
        </p>
      )}
      <Stepper label={words.reserve()} value={reserve} onChange={setReserve} max={LIMITS.reserve} />
      {!correcting && (
        <details>
          <summary>{words.more()}</summary>
          {(["partial", "assisted"] as const).map((kind) => (
            <Stepper
              key={kind}
              label={repWords[kind]()}
              value={extra(kind) >= 0 ? parts[extra(kind)]!.reps : 0}
              max={LIMITS.reps}
              onChange={(v) =>
                extra(kind) >= 0
                  ? change(extra(kind), { reps: v })
                  : setParts([...parts, { kind, load: null, reps: v }])
              }
            />
          ))}
        </details>
      )}
      <button type="button" className="planned" disabled={!ready} onClick={log}>
        <span>{correcting ? words.save() : words.log()}</span>
      </button>
    </div>
  );
}
