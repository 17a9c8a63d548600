/** Once per exercise: where it was felt, and pain with its kind and place. */
import { useId, useState } from "react";
import type { Joint } from "#core/exercises/joints";
import type { SnapshotPrescription } from "#core/training/handover";
import type { Rules } from "#core/training/rules";
import type { Pain, Report } from "#core/training/entry";
import { judgePain, painText } from "#core/training/pain";
import { LIMITS } from "#core/training/limits";
import { ENDED, type Ended, type Tick } from "#core/training/ticks";
import { capital } from "#core/words/sentence";
import { newId } from "../page/newId";
import { moment } from "./moment";
import type { Floor } from "./outbox";
import { useWords } from "./words";

const FEEL = ["target", "elsewhere", "unsure"] as const;
const KIND = ["sharp", "ache", "numb"] as const;
const SIDE = ["left", "right", "both"] as const;

/** choices with their words */
const said = <T extends string>(options: readonly T[], words: Readonly<Record<T, string>>) =>
  options.map((o) => [o, words[o]] as const);
/** joints shown at once; the others are one tap away */
const LIKELY = 4;

interface ChoiceProps<T extends string> {
  label: string;
  options: readonly (readonly [T, string])[];
  value: T | null;
  onChange: (v: T) => void;
  more?: { text: string; show: () => void } | null;
}

function Choice<T extends string>({ label, options, value, onChange, more }: ChoiceProps<T>) {
  return (
    <div className="choice" role="group" aria-label={label}>
      <span>{label}</span>
      <div>
        {options.map(([v, text]) => (
          <button key={v} type="button" aria-pressed={v === value} onClick={() => onChange(v)}>
            {text}
          </button>
        ))}
        {more && (
          <button type="button" className="quiet" onClick={more.show}>
            {more.text}
          </button>
        )}
      </div>
    </div>
  );
}

interface Props {
  rules: Rules["pain"];
  report: Report | null;
  floor: Floor;
  handOverId: string;
  prescriptionId: string;
  /** every joint, likeliest first */
  joints: readonly Joint[];
  /** what can go wrong with its reps */
  ticks: readonly Tick[];
  /** groups of muscles that work in it */
  works: SnapshotPrescription["works"];
  asked: boolean;
}

/** a report with something more said, as its next revision */
export function nextReport(
  report: Report | null,
  handOverId: string,
  prescriptionId: string,
  change: Partial<Pick<Report, "feel" | "feltIn" | "pain" | "left" | "ticks" | "ended" | "note">>,
): Report {
  const { id, revision, ...said } = report ?? {
    id: newId(),
    revision: 0,
    feel: null,
    feltIn: null,
    left: null,
    pain: null,
    ticks: [],
    ended: null,
    note: "",
  };
  return { ...said, id, revision: revision + 1, handOverId, prescriptionId, ...change, ...moment() };
}

export function ReportForm({ report, floor, handOverId, prescriptionId, joints, ticks, works, asked, rules }: Props) {
  const say = useWords();
  const { form: words, report: reportWords, group } = say;
  const [hurting, setHurting] = useState(Boolean(report?.pain) || drafts.has(prescriptionId));
  const put = (change: Partial<Pick<Report, "feel" | "feltIn" | "pain" | "ticks" | "ended" | "note">>) => {
    const item = nextReport(report, handOverId, prescriptionId, change);
    void floor.put({ kind: "report", item });
  };
  const elsewhere = works.filter((w) => !w.direct);
  const verdict = judgePain(report?.pain ?? null, rules);
  return (
    <div className={`report${asked && !report ? " due" : ""}`}>
      <Choice
        label={reportWords.felt()}
        options={said(FEEL, reportWords.feel)}
        value={report?.feel ?? null}
        onChange={(feel) => put({ feel, feltIn: null })}
      />
      {report?.feel === "elsewhere" && (
        <Choice
          label={words.feltIn()}
          options={elsewhere.map((w) => [w.group, group[w.group] ?? w.name] as const)}
          value={report.feltIn}
          onChange={(group) => put({ feltIn: group === report.feltIn ? null : group })}
        />
      )}
      {ticks.length > 0 && (
        <Form ticks={ticks} ticked={report?.ticks ?? []} ended={report?.ended ?? null} onChange={put} />
      )}
      {!hurting && (
        <button type="button" className="other" onClick={() => setHurting(true)}>
          {reportWords.hurt()}
        </button>
      )}
      {hurting && (
        <PainForm
          of={prescriptionId}
          pain={report?.pain ?? null}
          joints={joints}
          onSave={(pain) => {
            drafts.delete(prescriptionId);
            put({ pain });
          }}
          onNothing={() => {
            drafts.delete(prescriptionId);
            setHurting(false);
          }}
        />
      )}
      <Answer note={report?.note ?? ""} onSave={(note) => put({ note })} />
      {verdict.act === "hold" && (
        <p className="notice" role="alert">
          {painText(verdict.why, say)}
        </p>
      )}
    </div>
  );
}

interface FormProps {
  ticks: readonly Tick[];
  ticked: readonly Tick[];
  ended: Ended | null;
  onChange: (change: Partial<Pick<Report, "ticks" | "ended">>) => void;
}

/** how the reps were, a tap each; what follows for the load is said at once */
function Form({ ticks, ticked, ended, onChange }: FormProps) {
  const { form: words, ended: endedWords, tick: tickWords } = useWords();
  const toggle = (t: Tick) => onChange({ ticks: ticked.includes(t) ? ticked.filter((x) => x !== t) : [...ticked, t] });
  return (
    <>
      <div className="choice" role="group" aria-label={words.ask()}>
        <span>{words.ask()}</span>
        <div>
          {ticks.map((t) => (
            <button key={t} type="button" aria-pressed={ticked.includes(t)} onClick={() => toggle(t)}>
              {tickWords[t]()}
            </button>
          ))}
        </div>
      </div>
      <Choice
        label={words.ended()}
        options={ENDED.map((e) => [e, endedWords[e]()] as const)}
        value={ended}
        onChange={(e) => onChange({ ended: e === ended ? null : e })}
      />
      {(ticked.length > 0 || ended === "breath") && (
        <p className="notice" role="status">
          {ticked.length > 0 ? words.holds() : words.breath()}
        </p>
      )}
    </>
  );
}

/** a word to the coach; what is typed is kept when the field is left */
function Answer({ note, onSave }: { note: string; onSave: (note: string) => void }) {
  const { report: words } = useWords();
  const [text, setText] = useState(note);
  const id = useId();
  return (
    <div className="choice">
      <label htmlFor={id}>{words.message()}</label>
      <textarea
        id={id}
        rows={2}
        maxLength={LIMITS.note}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => text.trim() !== note && onSave(text.trim())}
      />
    </div>
  );
}

/** what was begun to be told of a pain and is not saved yet, by exercise: going back and forth loses nothing of it */
const drafts = new Map<string, Partial<Pain>>();

interface PainProps {
  of: string;
  pain: Pain | null;
  joints: readonly Joint[];
  onSave: (pain: Pain) => void;
  onNothing: () => void;
}

function PainForm({ of, pain, joints, onSave, onNothing }: PainProps) {
  const { report: words, joint: jointWords } = useWords();
  const [told, setTold] = useState<Partial<Pain>>(() => drafts.get(of) ?? pain ?? { side: "right" });
  const [all, setAll] = useState(false);
  const tell = (change: Partial<Pain>) => {
    drafts.set(of, { ...told, ...change });
    setTold({ ...told, ...change });
  };
  const { kind, joint, side = "right", score } = told;
  const likely = joints.slice(0, LIKELY);
  const shown = all || (joint && !likely.includes(joint)) ? joints : likely;
  const whole = kind && joint && score !== undefined ? { kind, joint, side, score } : null;
  const more = shown.length < joints.length ? { text: words.another(), show: () => setAll(true) } : null;
  return (
    <div className="pain">
      <Choice
        label={words.kind()}
        options={said(KIND, words.kinds)}
        value={kind ?? null}
        onChange={(v) => tell({ kind: v })}
      />
      <Choice
        label={words.joint()}
        options={shown.map((j) => [j, capital(jointWords[j])] as const)}
        value={joint ?? null}
        onChange={(v) => tell({ joint: v })}
        more={more}
      />
      <Choice label={words.side()} options={said(SIDE, words.sides)} value={side} onChange={(v) => tell({ side: v })} />
      <div className="choice" role="group" aria-label={words.score()}>
        <span>{words.score()}</span>
        <div className="scores">
          {Array.from({ length: 11 }, (_, n) => (
            <button key={n} type="button" aria-pressed={n === score} onClick={() => tell({ score: n })}>
              {n}
            </button>
          ))}
        </div>
      </div>
      {!whole && (kind || joint || score !== undefined) && (
        <p className="reason" role="status">
          {words.missing({ kind: !kind, joint: !joint, score: score === undefined })}
        </p>
      )}
      <button type="button" className="planned" disabled={!whole} onClick={() => whole && onSave(whole)}>
        <span>{words.save()}</span>
      </button>
      {!pain && (
        <button type="button" className="other" onClick={onNothing}>
          {words.nothing()}
        </button>
      )}
    </div>
  );
}
