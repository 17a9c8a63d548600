/** One exercise of the session: how it is done, its sets, what was felt. */
import { useState } from "react";
import type { Entry, Report } from "#core/training/entry";
import type { SnapshotPrescription } from "#core/training/handover";
import { countedReps, isFlagged, loadOf, type Target } from "#core/training/progression";
import { reasonText } from "#core/training/reasons";
import { loadText, plain } from "../page/locale";
import { newId } from "../page/newId";
import { moment } from "./moment";
import type { Floor, Item } from "./outbox";
import { Pose } from "./Pose";
import { ReportForm } from "./ReportForm";
import { SetEntry, type Typed } from "./SetEntry";
import { todayOf } from "./today";

interface Props {
  p: SnapshotPrescription;
  floor: Floor;
  handOverId: string;
  today: string;
  target: Target;
  next: string | null;
  back: () => void;
  /** put off to the end of the session */
  onLater: () => void;
  onNext: () => void;
  /** a set was logged, the so-many-th of the day */
  onLogged: (done: number) => void;
  /** one of two done in turn: the name stands where the thumb is, since it changes there */
  inPair: boolean;
  /** a set the server does not take, to be mended here */
  mend: Item | null;
}

export function ExerciseCard(props: Props) {
  const { p, floor, handOverId, target, back, onLogged, mend } = props;
  const now = todayOf(floor, p, target, props.today);
  const { done, last, report, set, asked, finished, stopped } = now;
  const [insteadKey, setInstead] = useState<string | null>(() => done.at(-1)?.instead?.setupKey ?? null);
  const [correcting, setCorrecting] = useState<Entry | null>(mend?.kind === "entry" ? mend.item : null);
  const [busy, setBusy] = useState(false);
  const instead = p.alternatives.find((a) => a.setupKey === insteadKey) ?? null;
  const shown = instead ?? p;
  const words = target.reasons.map(reasonText);

  const leave = (left: Report["left"]) => {
    const before = report ?? { id: newId(), revision: 0, feel: null, pain: null };
    const { id, revision, feel, pain } = before;
    const item = { id, revision: revision + 1, handOverId, prescriptionId: p.id, feel, pain, left, ...moment() };
    void floor.put({ kind: "report", item });
    back();
  };
  const log = ({ parts, reserve }: Typed) => {
    const base = correcting
      ? { id: correcting.id, revision: correcting.revision + 1, set: correcting.set }
      : { id: newId(), revision: 1, set };
    const item: Entry = {
      ...base,
      handOverId,
      prescriptionId: p.id,
      parts,
      reserve,
      instead: instead ? { setupKey: instead.setupKey, name: instead.name } : null,
      ...moment(),
      prescribed: { reps: target.reps, reserve: asked, load: target.load ?? p.load },
      voided: false,
      confirmed: false,
      by: null,
    };
    void floor.put({ kind: "entry", item });
    if (correcting && mend?.item.id === correcting.id) void floor.drop(mend);
    if (!correcting) onLogged(set + 1);
    setCorrecting(null);
  };

  return (
    <section className="exercise">
      <button type="button" className="back" onClick={back}>
        ‹ All exercises
      </button>
      <h2>{shown.name}</h2>
      {instead && <p className="quiet">Instead of {p.name}</p>}
      <How p={p} shown={shown} tempo={target.tempo ?? p.tempo} />
      {stopped ? (
        <p className="notice warn" role="alert">
          {stopped === "Stopped." ? (words[0] ?? stopped) : stopped}
        </p>
      ) : (
        <>
          <DoneSets done={done} p={p} floor={floor} onCorrect={setCorrecting} />
          {(!finished || correcting) && (
            <SetEntry
              key={correcting ? `${correcting.id} ${correcting.revision}` : `${set} ${insteadKey}`}
              p={p}
              name={props.inPair ? shown.name : null}
              reps={target.reps}
              set={set}
              asked={asked}
              expected={now.expected}
              load={now.loadFor(insteadKey)}
              correcting={correcting}
              onLog={log}
            />
          )}
          {!finished && <Before last={last} words={words[0]} />}
        </>
      )}
      {!stopped && !finished && !busy && (
        <button type="button" className="other" onClick={() => setBusy(true)}>
          Machine busy, or not today
        </button>
      )}
      {busy && !finished && (
        <Instead
          p={p}
          instead={insteadKey}
          onInstead={(key) => {
            setInstead(key);
            setBusy(false);
          }}
          onLater={props.onLater}
          onLeave={leave}
          onStay={() => setBusy(false)}
        />
      )}
      <ReportForm
        key={report?.revision ?? 0}
        report={report}
        floor={floor}
        handOverId={handOverId}
        prescriptionId={p.id}
        joints={p.joints}
        asked={finished}
      />
      {finished && <Onward next={props.next} onNext={props.onNext} back={back} />}
    </section>
  );
}

function Before({ last, words }: { last: Entry[]; words: string | undefined }) {
  return (
    <>
      {last.length > 0 && <p className="quiet">Last time: {last.map(lastText).join(", ")}</p>}
      <p className="quiet">{words}</p>
    </>
  );
}

function Onward({ next, onNext, back }: Pick<Props, "next" | "onNext" | "back">) {
  return (
    <button type="button" className="planned" onClick={next ? onNext : back}>
      <span>{next ? `Next: ${next}` : "Done with the session"}</span>
    </button>
  );
}

const lastText = (e: Entry): string =>
  `${loadOf(e) ? plain(loadOf(e)!.value) : "–"} × ${e.parts.map((x) => x.reps).join("|")}`;

type Shown = Pick<SnapshotPrescription, "name" | "start" | "end" | "settings" | "cues">;

/** start and end pose, the setting, the cues and what to beware of */
function How({ p, shown, tempo }: { p: SnapshotPrescription; shown: Shown; tempo: SnapshotPrescription["tempo"] }) {
  return (
    <>
      <div className="poses">
        {shown.start.strokes.length > 0 && <Pose drawing={shown.start} label="Start" />}
        {shown.end.strokes.length > 0 && <Pose drawing={shown.end} label="End" />}
      </div>
      {p.doing.map((d) => (
        <p key={d} className="doing">
          {d}
        </p>
      ))}
      <details>
        <summary>Cues and setting</summary>
        {shown.settings.map((s) => (
          <p key={s} className="number">
            {s}
          </p>
        ))}
        <ul>
          {shown.cues.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
        <p className="quiet">
          Lower {tempo.lower} s, pause {tempo.longPause} s where long, lift {tempo.lift} s, pause {tempo.shortPause} s.
        </p>
        {p.note && <p>{p.note}</p>}
      </details>
      {p.cautions.map((c) => (
        <p key={c} className="notice">
          {c}
        </p>
      ))}
    </>
  );
}

interface DoneProps {
  done: Entry[];
  p: SnapshotPrescription;
  floor: Floor;
  onCorrect: (e: Entry) => void;
}

const setText = (e: Entry): string => {
  const load = loadOf(e);
  const parts = e.parts.map((x) => `${x.reps}${x.kind === "full" ? "" : ` ${x.kind}`}`).join(" + ");
  return `${load ? `${loadText(load)} × ` : ""}${parts}${e.reserve !== null ? `, ${e.reserve} left` : ""}`;
};

function DoneSets({ done, p, floor, onCorrect }: DoneProps) {
  const odd = done.find((e) => isFlagged(e, floor.history.bounds[p.id]));
  return (
    <>
      <ol className="sets" aria-label="Sets done today">
        {done.map((e) => (
          <li key={e.id}>
            <span>Set {e.set + 1}</span>
            <span className="number">{setText(e)}</span>
            <button type="button" onClick={() => onCorrect(e)}>
              Correct
            </button>
          </li>
        ))}
      </ol>
      {odd && (
        <p className="notice" role="status">
          {loadText(loadOf(odd)!)} for {countedReps(odd)} is far from what your other lifts say. Per hand, or in all?
          Correct it if it is not right; otherwise your coach looks at it before it counts.
        </p>
      )}
    </>
  );
}

interface InsteadProps {
  p: SnapshotPrescription;
  instead: string | null;
  onInstead: (key: string | null) => void;
  onLater: () => void;
  onLeave: (left: Report["left"]) => void;
  onStay: () => void;
}

/** the machine is busy, or it is not the day for it */
function Instead({ p, instead, onInstead, onLater, onLeave, onStay }: InsteadProps) {
  return (
    <div className="choice" role="group" aria-label="Instead">
      <div>
        {p.alternatives
          .filter((a) => a.setupKey !== instead)
          .map((a) => (
            <button key={a.setupKey} type="button" onClick={() => onInstead(a.setupKey)}>
              Do {a.name}
            </button>
          ))}
        {instead && (
          <button type="button" onClick={() => onInstead(null)}>
            Do {p.name} after all
          </button>
        )}
        <button type="button" onClick={onLater}>
          Later in this session
        </button>
        <button type="button" onClick={() => onLeave("another day")}>
          Another day
        </button>
        <button type="button" onClick={() => onLeave("skipped")}>
          Skip it
        </button>
        <button type="button" onClick={onStay}>
          Go on here
        </button>
      </div>
    </div>
  );
}
