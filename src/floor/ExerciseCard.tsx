/** One exercise of the session: how it is done, its sets, what was felt. */
import { useState } from "react";
import { daysBetween } from "#core/base/dates";
import type { Joint } from "#core/exercises/joints";
import type { Report } from "#core/training/entry";
import type { Rules } from "#core/training/rules";
import type { SnapshotPrescription } from "#core/training/handover";
import { painText } from "#core/training/pain";
import type { Target } from "#core/training/progression";
import { reasonText } from "#core/training/reasons";
import type { Floor, Item } from "./outbox";
import { Pose } from "./Pose";
import { nextReport, ReportForm } from "./ReportForm";
import { todayOf, worksOf, wouldBeOdd } from "./today";
import { useWords } from "./words";
import { Working } from "./Working";

interface Props {
  p: SnapshotPrescription;
  floor: Floor;
  handOverId: string;
  today: string;
  target: Target;
  rules: Rules;
  next: string | null;
  back: () => void;
  /** put off to the end of the session */
  onLater: () => void;
  onNext: () => void;
  /** a set was logged, the so-many-th of the day */
  onLogged: (done: number, odd?: boolean) => void;
  /** s before the next part of a set that goes on */
  onPause: (seconds: number) => void;
  /** one of two done in turn: the name stands where the thumb is, since it changes there */
  inPair: boolean;
  /** a set the server does not take, to be mended here */
  mend: Item | null;
}

export function ExerciseCard(props: Props) {
  const say = useWords();
  const { exercise: words } = say;
  const { p, floor, handOverId, target, back, mend } = props;
  // an alternative once begun is gone on with
  const [insteadKey, setInstead] = useState<string | null>(() => lastDone(floor, p.id, props.today));
  const [ended, setEnded] = useState<string[]>([]);
  const now = todayOf(floor, p, { target, today: props.today, rules: props.rules, insteadKey, ended });
  const { report, finished } = now;
  const [busy, setBusy] = useState(false);
  const instead = p.alternatives.find((a) => a.setupKey === insteadKey) ?? null;
  const shown = instead ?? p;
  const sore = report?.pain?.joint ?? null;
  // what spares the joint may be done where the planned exercise has to stop
  const stopped = instead && sore && instead.spares.includes(sore) ? null : now.stopped;

  const leave = (left: Report["left"]) => {
    void floor.put({ kind: "report", item: nextReport(report, handOverId, p.id, { left }) });
    back();
  };
  return (
    <section className="exercise">
      <button type="button" className="back" onClick={back}>
        ‹ {words.all()}
      </button>
      <h2>{shown.name}</h2>
      {instead && <p className="quiet">{words.insteadOf({ name: p.name })}</p>}
      <Answered floor={floor} prescriptionId={p.id} today={props.today} />
      <How p={p} shown={shown} tempo={target.tempo ?? p.tempo} />
      {stopped ? (
        <Stopped
          why={stopped === "target" ? reasonText(target.reasons[0]!, say) : painText(stopped, say)}
          p={p}
          sore={sore}
          onInstead={setInstead}
          onLeave={() => leave("skipped")}
        />
      ) : (
        <Working
          key={insteadKey}
          p={p}
          floor={floor}
          handOverId={handOverId}
          name={props.inPair ? shown.name : null}
          now={now}
          instead={instead}
          why={target.reasons[0] && reasonText(target.reasons[0], say)}
          mend={mend}
          onLogged={props.onLogged}
          isOdd={(entry) => wouldBeOdd(floor, p, entry, props.rules)}
          onTicks={(seen) => {
            const ticks = [...new Set([...(report?.ticks ?? []), ...seen.filter((t) => p.ticks.includes(t))])];
            void floor.put({ kind: "report", item: nextReport(report, handOverId, p.id, { ticks }) });
          }}
          onPause={props.onPause}
          onEnd={(id) => setEnded([...ended, id])}
        />
      )}
      {!stopped && !finished && !busy && (
        <button type="button" className="other" onClick={() => setBusy(true)}>
          {words.busy()}
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
        report={report}
        floor={floor}
        handOverId={handOverId}
        prescriptionId={p.id}
        joints={p.joints}
        works={worksOf(p)}
        ticks={p.purpose === "work" ? p.ticks : []}
        asked={finished}
        rules={props.rules.pain}
      />
      {finished && <Onward next={props.next} onNext={props.onNext} back={back} />}
    </section>
  );
}

interface StoppedProps {
  why: string;
  p: SnapshotPrescription;
  /** the joint that hurts, where it was told today */
  sore: Joint | null;
  onInstead: (setupKey: string) => void;
  onLeave: () => void;
}

/** it stops here: what the coach approves and asks less of the joint, or nothing today */
function Stopped({ why, p, sore, onInstead, onLeave }: StoppedProps) {
  const { exercise: words, joint } = useWords();
  const safe = p.alternatives.filter((a) => sore && a.spares.includes(sore));
  return (
    <>
      <p className="notice warn" role="alert">
        {why}
      </p>
      <div className="choice" role="group" aria-label={words.canDo()}>
        <span>{safe.length > 0 && sore ? words.easier({ joint: joint[sore] }) : words.noneEasier()}</span>
        <div>
          {safe.map((a) => (
            <button key={a.setupKey} type="button" onClick={() => onInstead(a.setupKey)}>
              {words.do({ name: a.name })}
            </button>
          ))}
          <button type="button" onClick={onLeave}>
            {words.leaveToday()}
          </button>
        </div>
      </div>
    </>
  );
}

/** the alternative that today's last set was done with; null: the planned exercise */
const lastDone = (floor: Floor, id: string, today: string): string | null =>
  floor.entries
    .filter((e) => e.prescriptionId === id && e.localDate === today)
    .sort((a, b) => a.set - b.set)
    .at(-1)?.instead?.setupKey ?? null;

function Onward({ next, onNext, back }: Pick<Props, "next" | "onNext" | "back">) {
  const { exercise: words } = useWords();
  return (
    <button type="button" className="planned" onClick={next ? onNext : back}>
      <span>{next ? words.next({ name: next }) : words.done()}</span>
    </button>
  );
}

type Shown = Pick<SnapshotPrescription, "name" | "start" | "end" | "settings" | "cues">;

/** start and end pose, the setting, the cues and what to beware of */
function How({ p, shown, tempo }: { p: SnapshotPrescription; shown: Shown; tempo: SnapshotPrescription["tempo"] }) {
  const { exercise: words } = useWords();
  return (
    <>
      <div className="poses">
        {shown.start.shapes.length > 0 && <Pose drawing={shown.start} label={words.start()} />}
        {shown.end.shapes.length > 0 && <Pose drawing={shown.end} label={words.end()} />}
      </div>
      {p.doing.map((d) => (
        <p key={d} className="doing">
          {d}
        </p>
      ))}
      <details>
        <summary>{words.cues()}</summary>
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
        <p className="quiet">{words.tempo(tempo)}</p>
      </details>
      {p.note && (
        <p className="notice" role="note">
          {words.coach({ note: p.note })}
        </p>
      )}
      {p.cautions.map((c) => (
        <p key={c} className="notice">
          {c}
        </p>
      ))}
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
  const { exercise: words } = useWords();
  return (
    <div className="choice" role="group" aria-label={words.instead()}>
      <div>
        {p.alternatives
          .filter((a) => a.setupKey !== instead)
          .map((a) => (
            <button key={a.setupKey} type="button" onClick={() => onInstead(a.setupKey)}>
              {words.do({ name: a.name })}
            </button>
          ))}
        {instead && (
          <button type="button" onClick={() => onInstead(null)}>
            {words.after({ name: p.name })}
          </button>
        )}
        <button type="button" onClick={onLater}>
          {words.later()}
        </button>
        <button type="button" onClick={() => onLeave("another day")}>
          {words.anotherDay()}
        </button>
        <button type="button" onClick={() => onLeave("skipped")}>
          {words.skip()}
        </button>
        <button type="button" onClick={onStay}>
          {words.stay()}
        </button>
      </div>
    </div>
  );
}

/** days for which a coach's answer stands on the exercise it is about */
const ANSWERED = 21;

/** what the client wrote last about it, and the coach's answer */
function Answered({ floor, prescriptionId, today }: { floor: Floor; prescriptionId: string; today: string }) {
  const { form: words } = useWords();
  const [report] = floor.reports
    .filter((r) => r.prescriptionId === prescriptionId && floor.answers[r.id])
    .sort((a, b) => b.localDate.localeCompare(a.localDate));
  const answer = report && floor.answers[report.id];
  if (!answer || daysBetween(report.localDate, today) > ANSWERED) return null;
  return (
    <p className="notice" role="note">
      {words.answered({ by: answer.by, text: answer.text, note: report.note })}
    </p>
  );
}
