/** One set to be logged or corrected: one tap as planned, otherwise steppers by the equipment's own step. */
import { useState } from "react";
import type { Load } from "#core/planning/program";
import type { Entry, Part } from "#core/training/entry";
import type { SnapshotPrescription } from "#core/training/handover";
import { LIMITS } from "#core/training/limits";
import { loadOf, type Window } from "#core/training/progression";
import { loadText } from "../page/locale";
import { newId } from "../page/newId";
import { Stepper } from "./Stepper";

type Counts = Partial<Record<Part["kind"], number>>;

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
  expected: number;
  load: Load | null;
  correcting: Entry | null;
  onLog: (typed: Typed) => void;
}

const countsOf = (e: Entry): Counts => Object.fromEntries(e.parts.map((x) => [x.kind, x.reps]));

export function SetEntry({ p, name, reps, set, asked, expected, load: planned, correcting, onLog }: Props) {
  const [counts, setCounts] = useState<Counts>(() => (correcting ? countsOf(correcting) : {}));
  const [typedLoad, setTypedLoad] = useState<number | null>(() => (correcting && loadOf(correcting)?.value) ?? null);
  const [reserve, setReserve] = useState<number | null>(correcting?.reserve ?? null);
  const [more, setMore] = useState(correcting !== null);
  const one = p.sides === "one";
  // the side that begins leads: the other is never asked for more
  const [leads, follows] = p.begins === "right" ? (["right", "left"] as const) : (["left", "right"] as const);
  const capped = p.begins !== "either";
  const { unit, meaning } = planned ?? p.loadStep;
  const load: Load | null = typedLoad === null ? planned : { value: typedLoad, unit, meaning };

  const log = (typed: Counts, left: number) => {
    const kinds: Part["kind"][] = one ? ["left", "right"] : ["full"];
    const reps = (kind: Part["kind"]) =>
      typed[kind] ?? (capped && kind === follows ? (typed[leads] ?? expected) : expected);
    const part = (kind: Part["kind"], n: number): Part => ({ id: newId(), kind, load, reps: n });
    const after = (["partial", "assisted"] as const).flatMap((k) => (typed[k] ? [part(k, typed[k])] : []));
    onLog({ parts: [...kinds.map((k) => part(k, reps(k))), ...after], reserve: left });
  };
  const stepper = (kind: Part["kind"], label: string, otherwise: number) => (
    <Stepper
      key={kind}
      label={label}
      value={counts[kind] ?? otherwise}
      max={LIMITS.reps}
      onChange={(v) => setCounts({ ...counts, [kind]: v })}
    />
  );
  return (
    <div className="entry">
      <p className="ask">
        <strong>
          {name ? `${name}: ` : ""}
          {correcting ? `Correct set ${correcting.set + 1}` : `Set ${set + 1} of ${p.reserves.length}`}
        </strong>
        <span>
          {reps.low}–{reps.high} reps, stop with {asked} left
        </span>
      </p>
      {!more && (
        <>
          <button type="button" className="planned" onClick={() => log({}, asked)}>
            <span>As planned</span>
            <span className="number">
              {load ? `${loadText(load)} × ` : ""}
              {expected}
              {one ? (capped ? ` each side, ${leads} first` : " each side") : ""}
            </span>
          </button>
          <button type="button" className="other" onClick={() => setMore(true)}>
            Something else
          </button>
        </>
      )}
      {more && (
        <div className="steppers">
          <Stepper
            label={`Load, ${unit} (${p.loadStep.meaning})`}
            value={load?.value ?? 0}
            step={p.loadStep.value}
            decimals
            max={LIMITS.load}
            onChange={setTypedLoad}
          />
          {one
            ? [
                stepper(leads, `Reps ${leads}`, expected),
                stepper(follows, `Reps ${follows}`, capped ? (counts[leads] ?? expected) : expected),
              ]
            : stepper("full", "Full reps", expected)}
          {one && capped && (
            <Even leads={leads} most={counts[leads] ?? expected} follows={follows} did={counts[follows]} />
          )}
          <Stepper label="Reps left in reserve" value={reserve ?? asked} onChange={setReserve} max={LIMITS.reserve} />
          <details>
            <summary>Partial or assisted reps after</summary>
            {stepper("partial", "Partial reps", 0)}
            {stepper("assisted", "Assisted reps", 0)}
          </details>
          <button type="button" className="planned" onClick={() => log(counts, reserve ?? asked)}>
            <span>{correcting ? "Save the correction" : "Log this set"}</span>
          </button>
        </div>
      )}
    </div>
  );
}

/** said where the side that follows did more than the one that begins */
function Even({
  leads,
  most,
  follows,
  did = 0,
}: {
  leads: string;
  most: number;
  follows: string;
  did: number | undefined;
}) {
  return did > most ? (
    <p className="reason" role="status">
      The {leads} side began with {most}: the {follows} side stops there, so that the two grow even.
    </p>
  ) : null;
}
