/** The sets of an exercise while it is done: those that are, the one at hand, and what a set goes on with. */
import { useState } from "react";
import { sameLoad } from "#core/base/kilograms";
import type { Load } from "#core/program/document";
import type { Entry } from "#core/training/entry";
import { useWords } from "./words";
import type { PhoneWords } from "#core/words/client/phone";
import { countedReps, loadOf } from "#core/training/exposures";
import type { Tick } from "#core/training/ticks";
import type { SnapshotPrescription } from "#core/training/handover";
import { loadText, plain } from "../page/locale";
import { newId } from "../page/newId";
import { GoingOn } from "./GoingOn";
import { moment } from "./moment";
import type { Floor, Item } from "./outbox";
import { Ramp, useFirst } from "./Ramp";
import { Sensor } from "./Sensor";
import { kindsOf, SetEntry, type Typed } from "./SetEntry";
import type { GoingOn as Step, Today } from "./today";

interface WorkingProps {
  p: SnapshotPrescription;
  floor: Floor;
  handOverId: string;
  /** of what is done, where it may change under the thumb */
  name: string | null;
  now: Today;
  instead: SnapshotPrescription["alternatives"][number] | null;
  /** why the target is what it is */
  why: string | undefined;
  /** a set the server does not take, to be mended here */
  mend: Item | null;
  /** a set is over, the so-many-th of the day; an odd one is looked at before another exercise comes */
  onLogged: (done: number, odd?: boolean) => void;
  /** whether a set would be far from the others */
  isOdd: (entry: Entry) => boolean;
  /** a sensor saw what went wrong with the reps */
  onTicks: (ticks: readonly Tick[]) => void;
  /** s before the next part of a set that goes on */
  onPause: (seconds: number) => void;
  /** a set was ended before its further parts */
  onEnd: (entryId: string) => void;
}

export function Working(props: WorkingProps) {
  const { set: words } = useWords();
  const { p, floor, handOverId, now, instead, mend, onLogged } = props;
  const { technique } = p;
  const { done, set, finished, goingOn } = now;
  const { steps, load, setFound } = useFirst(p, now, instead !== null);
  const [correcting, setCorrecting] = useState<Entry | null>(mend?.kind === "entry" ? mend.item : null);

  const log = ({ parts, reserve }: Typed) => {
    const base: Entry = correcting
      ? { ...correcting, revision: correcting.revision + 1 }
      : {
          id: newId(),
          revision: 1,
          handOverId,
          prescriptionId: p.id,
          set,
          parts,
          reserve,
          instead: instead && { setupKey: instead.setupKey, name: instead.name },
          ...moment(),
          prescribed: { reps: now.reps, reserve: now.reserve, load: now.load },
          voided: false,
          confirmed: false,
          by: null,
        };
    const item = { ...base, parts, reserve, confirmed: false, by: null };
    const odd = props.isOdd(item);
    void floor.put({ kind: "entry", item });
    if (correcting && mend?.item.id === correcting.id) void floor.drop(mend);
    if (!correcting) logged(set + 1, odd);
    setCorrecting(null);
  };
  /** a set with further parts goes on; any other is over */
  const logged = (n: number, odd: boolean) => {
    const [next] = technique && (technique.on === "every" || n === p.reserves.length) ? technique.then : [];
    if (next && !instead) props.onPause(next.pause);
    else onLogged(n, odd);
  };
  const onPart = ({ entry, part, at }: Step, load: Load | null, reps: number) => {
    const kinds = p.sides === "one" ? (["left", "right"] as const) : [part.kind];
    const parts = [...entry.parts, ...kinds.map((kind) => ({ id: newId(), kind, load, reps }))];
    void floor.put({ kind: "entry", item: { ...entry, parts, revision: entry.revision + 1 } });
    const next = technique?.then[at + 1];
    if (next) props.onPause(next.pause);
    else onLogged(set);
  };
  const asked = correcting?.prescribed ?? now;
  return (
    <>
      {done.length === 0 && !correcting && !instead && p.purpose === "work" && (
        <Ramp p={p} steps={steps} load={now.load} onFound={setFound} />
      )}
      <DoneSets done={done} flagged={now.flagged} onCorrect={setCorrecting} />
      {goingOn && !correcting && (
        <GoingOn
          key={`${goingOn.entry.id} ${goingOn.at}`}
          step={goingOn}
          loadStep={p.loadStep}
          onPart={(load, reps) => onPart(goingOn, load, reps)}
          onEnd={() => {
            props.onEnd(goingOn.entry.id);
            onLogged(set);
          }}
        />
      )}
      {((!finished && !goingOn) || correcting) && (
        <SetEntry
          key={correcting ? `${correcting.id} ${correcting.revision}` : `${set} ${load?.value ?? ""}`}
          p={p}
          name={props.name}
          reps={asked.reps}
          set={set}
          asked={asked.reserve}
          expected={now.expected}
          load={load}
          correcting={correcting}
          onLog={log}
        />
      )}
      {!finished && !goingOn && !correcting && (
        <Sensor
          floor={floor}
          lower={p.tempo.lower}
          kinds={kindsOf(p)}
          onLog={(sides) => {
            log({
              parts: sides.map(({ reps }, i) => ({ id: newId(), kind: kindsOf(p)[i]!, load, reps })),
              reserve: now.reserve,
            });
            const ticks = [...new Set(sides.flatMap((s) => s.ticks))];
            if (ticks.length) props.onTicks(ticks);
          }}
        />
      )}
      {correcting && (
        <button type="button" className="other" onClick={() => setCorrecting(null)}>
          {words.leave()}
        </button>
      )}
      <p className="visually-hidden" role="status">
        {done.length > 0 && words.logged({ set: done.length, of: p.reserves.length })}
      </p>
      {!finished && <Before last={now.last} words={done.length === 0 ? props.why : undefined} />}
    </>
  );
}

function Before({ last, words }: { last: Entry[]; words: string | undefined }) {
  const { exercise } = useWords();
  return (
    <>
      {last.length > 0 && <p className="quiet">{exercise.lastTime({ sets: last.map(lastText).join(", ") })}</p>}
      <p className="quiet">{words}</p>
    </>
  );
}

const lastText = (e: Entry): string =>
  `${loadOf(e) ? plain(loadOf(e)!.value) : "–"} × ${e.parts.map((x) => x.reps).join("|")}`;

interface DoneProps {
  done: Entry[];
  flagged: ReadonlySet<string>;
  onCorrect: (e: Entry) => void;
}

function setText(e: Entry, { exercise, set: words }: PhoneWords): string {
  const load = loadOf(e);
  const parts = e.parts.map(
    (x) =>
      `${x.load && !sameLoad(x.load, load) ? `${loadText(x.load)} × ` : ""}${x.reps}${x.kind === "full" ? "" : ` ${exercise.part[x.kind]}`}`,
  );
  return `${load ? `${loadText(load)} × ` : ""}${parts.join(" + ")}${e.reserve !== null ? `, ${words.spare({ reps: e.reserve })}` : ""}`;
}

function DoneSets({ done, flagged, onCorrect }: DoneProps) {
  const say = useWords();
  const { exercise, set: words } = say;
  const odd = done.find((e) => flagged.has(e.id));
  return (
    <>
      <ol className="sets" aria-label={exercise.today()}>
        {done.map((e) => (
          <li key={e.id}>
            <span>{exercise.set({ n: e.set + 1 })}</span>
            <span className="number">{setText(e, say)}</span>
            <button type="button" aria-label={words.correctOf({ set: e.set + 1 })} onClick={() => onCorrect(e)}>
              {words.correct()}
            </button>
          </li>
        ))}
      </ol>
      {odd && (
        <p className="notice warn" role="alert">
          {exercise.odd({ set: `${loadOf(odd) ? `${loadText(loadOf(odd)!)} × ` : ""}${countedReps(odd)}` })}
        </p>
      )}
    </>
  );
}
