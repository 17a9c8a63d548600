import { useEffect, useEffectEvent, useState } from "react";
import type { Load } from "#core/planning/program";
import { LIMITS } from "#core/training/limits";
import type { Entry, Pain, Part, Report } from "#core/training/entry";
import type { SnapshotPrescription } from "#core/training/handover";
import { judgePain } from "#core/training/pain";
import { countedReps, isFlagged, loadOf, type Target } from "#core/training/progression";
import { newId } from "../page/newId";
import { reasonText } from "#core/training/reasons";
import { moment } from "./moment";
import type { Floor, Item } from "./outbox";
import { Pose } from "./Pose";
import { ReportForm } from "./ReportForm";
import { Stepper } from "./Stepper";
import { loadText, plain } from "../page/locale";

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

export function ExerciseCard({
  p,
  floor,
  handOverId,
  today,
  target,
  back,
  onLater,
  onLogged,
  next,
  onNext,
  inPair,
  mend,
}: Props) {
  const mine = floor.entries.filter((e) => e.prescriptionId === p.id);
  const done = mine.filter((e) => e.localDate === today).sort((a, b) => a.set - b.set);
  const report =
    floor.reports
      .filter((r) => r.prescriptionId === p.id && r.localDate === today)
      .sort((a, b) => b.revision - a.revision)[0] ?? null;
  const lastDate = mine
    .map((e) => e.localDate)
    .filter((d) => d < today)
    .sort()
    .pop();
  const last = mine.filter((e) => e.localDate === lastDate).sort((a, b) => a.set - b.set);
  const { reps } = target;
  const words = target.reasons.map(reasonText);
  const set = done.length;
  const [insteadKey, setInstead] = useState<string | null>(
    () => mine.filter((e) => e.localDate === today).pop()?.instead?.setupKey ?? null,
  );
  const before = mine
    .filter((e) => (e.instead?.setupKey ?? null) === insteadKey)
    .sort((a, b) => a.at.localeCompare(b.at));
  const used = before.length ? loadOf(before[before.length - 1]!) : null;
  const doneHere = done.filter((e) => (e.instead?.setupKey ?? null) === insteadKey);
  const planned: Load | null = insteadKey ? used : ((doneHere.length ? used : null) ?? target.load ?? p.load ?? used);
  const [load, setLoad] = useState<number | null>(null);
  const [typed, setTyped] = useState<{
    full?: number;
    left?: number;
    right?: number;
    partial?: number;
    assisted?: number;
  }>({});
  const [reserve, setReserve] = useState<number | null>(null);
  const [more, setMore] = useState(false);
  const [correcting, setCorrecting] = useState<Entry | null>(null);
  const [busy, setBusy] = useState(false);
  const stopped = target.decision === "stop" || painStops(floor, p.id, today);

  const instead = p.alternatives.find((a) => a.setupKey === insteadKey) ?? null;
  const shown = instead ?? p;
  const leave = (left: Report["left"]) => {
    void floor.put({
      kind: "report",
      item: {
        id: report?.id ?? newId(),
        revision: (report?.revision ?? 0) + 1,
        handOverId,
        prescriptionId: p.id,
        feel: report?.feel ?? null,
        pain: report?.pain ?? null,
        left,
        ...moment(),
      },
    });
    back();
  };

  const asked = p.reserves[Math.min(set, p.reserves.length - 1)]!;
  const expected = Math.max(
    reps.low,
    Math.min(reps.high, last[set] ? Math.max(...last[set]!.parts.map((x) => x.reps)) : reps.high - 2),
  );
  const loadNow: Load | null =
    load === null
      ? planned
      : { value: load, unit: planned?.unit ?? p.loadStep.unit, meaning: planned?.meaning ?? p.loadStep.meaning };
  const one = p.sides === "one";

  const log = (asPlanned: boolean) => {
    const part = (kind: Part["kind"], n: number): Part => ({ id: newId(), kind, load: loadNow, reps: n });
    const value = (k: "full" | "left" | "right") => (asPlanned ? expected : (typed[k] ?? expected));
    const parts = one ? [part("left", value("left")), part("right", value("right"))] : [part("full", value("full"))];
    if (!asPlanned && typed.partial) parts.push(part("partial", typed.partial));
    if (!asPlanned && typed.assisted) parts.push(part("assisted", typed.assisted));
    const base = correcting
      ? { id: correcting.id, revision: correcting.revision + 1, set: correcting.set }
      : { id: newId(), revision: 1, set };
    void floor.put({
      kind: "entry",
      item: {
        ...base,
        handOverId,
        prescriptionId: p.id,
        parts,
        reserve: asPlanned ? asked : (reserve ?? asked),
        instead: instead ? { setupKey: instead.setupKey, name: instead.name } : null,
        ...moment(),
        prescribed: { reps, reserve: asked, load: target.load ?? p.load },
        voided: false,
        confirmed: false,
        by: null,
      },
    });
    if (correcting && mend?.item.id === correcting.id) void floor.drop(mend);
    setTyped({});
    setReserve(null);
    setMore(false);
    if (!correcting) onLogged(set + 1);
    setCorrecting(null);
  };
  const correct = (e: Entry) => {
    const of = (k: Part["kind"]) => e.parts.find((x) => x.kind === k)?.reps;
    setCorrecting(e);
    setMore(true);
    setLoad(loadOf(e)?.value ?? null);
    setReserve(e.reserve);
    setTyped(
      Object.fromEntries(
        (["full", "left", "right", "partial", "assisted"] as const).flatMap((k) =>
          of(k) === undefined ? [] : [[k, of(k)!]],
        ),
      ),
    );
  };

  const beginMending = useEffectEvent(() => {
    if (mend?.kind === "entry") correct(mend.item);
  });
  const mending = mend?.item.id;
  useEffect(() => {
    if (mending) beginMending();
  }, [mending]);

  const finished = set >= p.reserves.length;
  const tempo = target.tempo ?? p.tempo;
  const odd = done.find((e) => isFlagged(e, floor.history.bounds[p.id]));
  return (
    <section className="exercise">
      <button type="button" className="back" onClick={back}>
        ‹ All exercises
      </button>
      <h2>{shown.name}</h2>
      {instead && <p className="quiet">Instead of {p.name}</p>}
      <div className="poses">
        {shown.start.strokes.length > 0 && <Pose drawing={shown.start} label="Start" />}
        {shown.end.strokes.length > 0 && <Pose drawing={shown.end} label="End" />}
      </div>
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

      {stopped ? (
        <p className="notice warn" role="alert">
          {painStops(floor, p.id, today) ?? words[0] ?? "Stopped."}
        </p>
      ) : (
        <>
          <ol className="sets" aria-label="Sets done today">
            {done.map((e) => (
              <li key={e.id}>
                <span>Set {e.set + 1}</span>
                <span className="number">
                  {loadOf(e) ? `${loadText(loadOf(e)!)} × ` : ""}
                  {e.parts.map((x) => `${x.reps}${x.kind === "full" ? "" : ` ${x.kind}`}`).join(" + ")}
                  {e.reserve !== null ? `, ${e.reserve} left` : ""}
                </span>
                <button type="button" onClick={() => correct(e)}>
                  Correct
                </button>
              </li>
            ))}
          </ol>
          {odd && (
            <p className="notice" role="status">
              {loadText(loadOf(odd)!)} for {countedReps(odd)} is far from what your other lifts say. Per hand, or in
              all? Correct it if it is not right; otherwise your coach looks at it before it counts.
            </p>
          )}
          {(!finished || correcting) && (
            <div className="entry">
              <p className="ask">
                <strong>
                  {inPair ? `${shown.name}: ` : ""}
                  {correcting ? `Correct set ${correcting.set + 1}` : `Set ${set + 1} of ${p.reserves.length}`}
                </strong>
                <span>
                  {reps.low}–{reps.high} reps, stop with {asked} left
                </span>
              </p>
              {!more && (
                <>
                  <button type="button" className="planned" onClick={() => log(true)}>
                    <span>As planned</span>
                    <span className="number">
                      {loadNow ? `${loadText(loadNow)} × ` : ""}
                      {expected}
                      {one ? " each side" : ""}
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
                    label={`Load, ${loadNow?.unit ?? p.loadStep.unit} (${p.loadStep.meaning})`}
                    value={loadNow?.value ?? 0}
                    step={p.loadStep.value}
                    decimals
                    max={LIMITS.load}
                    onChange={setLoad}
                  />
                  {one ? (
                    <>
                      <Stepper
                        label="Reps left"
                        value={typed.left ?? expected}
                        max={LIMITS.reps}
                        onChange={(v) => setTyped({ ...typed, left: v })}
                      />
                      <Stepper
                        label="Reps right"
                        value={typed.right ?? expected}
                        max={LIMITS.reps}
                        onChange={(v) => setTyped({ ...typed, right: v })}
                      />
                    </>
                  ) : (
                    <Stepper
                      label="Full reps"
                      value={typed.full ?? expected}
                      max={LIMITS.reps}
                      onChange={(v) => setTyped({ ...typed, full: v })}
                    />
                  )}
                  <Stepper
                    label="Reps left in reserve"
                    value={reserve ?? asked}
                    onChange={setReserve}
                    max={LIMITS.reserve}
                  />
                  <details>
                    <summary>Partial or assisted reps after</summary>
                    <Stepper
                      label="Partial reps"
                      value={typed.partial ?? 0}
                      max={LIMITS.reps}
                      onChange={(v) => setTyped({ ...typed, partial: v })}
                    />
                    <Stepper
                      label="Assisted reps"
                      value={typed.assisted ?? 0}
                      max={LIMITS.reps}
                      onChange={(v) => setTyped({ ...typed, assisted: v })}
                    />
                  </details>
                  <button type="button" className="planned" onClick={() => log(false)}>
                    <span>{correcting ? "Save the correction" : "Log this set"}</span>
                  </button>
                </div>
              )}
            </div>
          )}
          {last.length > 0 && !finished && (
            <p className="quiet">
              Last time:{" "}
              {last
                .map((e) => `${loadOf(e) ? plain(loadOf(e)!.value) : "–"} × ${e.parts.map((x) => x.reps).join("|")}`)
                .join(", ")}
            </p>
          )}
          {!finished && <p className="quiet">{words[0]}</p>}
        </>
      )}
      {!stopped && !finished && !busy && (
        <button type="button" className="other" onClick={() => setBusy(true)}>
          Machine busy, or not today
        </button>
      )}
      {busy && !finished && (
        <div className="choice" role="group" aria-label="Instead">
          <div>
            {p.alternatives
              .filter((a) => a !== instead)
              .map((a) => (
                <button
                  key={a.setupKey}
                  type="button"
                  onClick={() => {
                    setInstead(a.setupKey);
                    setLoad(null);
                    setBusy(false);
                  }}
                >
                  Do {a.name}
                </button>
              ))}
            {instead && (
              <button
                type="button"
                onClick={() => {
                  setInstead(null);
                  setBusy(false);
                }}
              >
                Do {p.name} after all
              </button>
            )}
            <button type="button" onClick={onLater}>
              Later in this session
            </button>
            <button type="button" onClick={() => leave("another day")}>
              Another day
            </button>
            <button type="button" onClick={() => leave("skipped")}>
              Skip it
            </button>
            <button type="button" onClick={() => setBusy(false)}>
              Go on here
            </button>
          </div>
        </div>
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
      {finished && next && (
        <button type="button" className="planned" onClick={onNext}>
          <span>Next: {next}</span>
        </button>
      )}
      {finished && !next && (
        <button type="button" className="planned" onClick={back}>
          <span>Done with the session</span>
        </button>
      )}
    </section>
  );
}

/** the pain rule acts here, without a connection */
function painStops(floor: Floor, prescriptionId: string, today: string): string | null {
  const reports = floor.reports
    .filter((r) => r.prescriptionId === prescriptionId)
    .sort((a, b) => b.at.localeCompare(a.at));
  const now = reports.find((r) => r.localDate === today)?.pain ?? null;
  const earlier = reports
    .filter((r) => r.localDate < today)
    .map((r) => r.pain)
    .filter((x): x is Pain => x !== null);
  const verdict = judgePain(now, earlier);
  return verdict.act === "stop" ? verdict.words : null;
}
