/** Once per exercise: where it was felt, and pain with its kind and place. */
import { useState } from "react";
import { JOINT_NAMES, type Joint } from "#core/exercises/joints";
import type { Pain, Report } from "#core/training/entry";
import { judgePain } from "#core/training/pain";
import { newId } from "../page/newId";
import { moment } from "./moment";
import type { Floor } from "./outbox";

const FEEL = [
  ["target", "In the right place"],
  ["elsewhere", "Somewhere else"],
  ["unsure", "Not sure"],
] as const;
const KIND = [
  ["sharp", "Sharp"],
  ["ache", "Ache"],
  ["numb", "Numb"],
] as const;
const SIDE = [
  ["left", "Left"],
  ["right", "Right"],
  ["both", "Both"],
] as const;
/** joints shown at once; the others are one tap away */
const LIKELY = 4;

const jointText = (j: Joint) => JOINT_NAMES[j].replace(/^./, (c) => c.toUpperCase());

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
  report: Report | null;
  floor: Floor;
  handOverId: string;
  prescriptionId: string;
  /** every joint, likeliest first */
  joints: readonly Joint[];
  asked: boolean;
}

export function ReportForm({ report, floor, handOverId, prescriptionId, joints, asked }: Props) {
  const [hurting, setHurting] = useState(Boolean(report?.pain));
  const put = (change: Partial<Pick<Report, "feel" | "pain">>) => {
    const { id, revision, feel, left, pain } = report ?? {
      id: newId(),
      revision: 0,
      feel: null,
      left: null,
      pain: null,
    };
    const item = { id, revision: revision + 1, handOverId, prescriptionId, feel, left, pain, ...change, ...moment() };
    void floor.put({ kind: "report", item });
  };
  const verdict = judgePain(report?.pain ?? null);
  return (
    <div className={`report${asked && !report ? " due" : ""}`}>
      <Choice
        label="Where did you feel it?"
        options={FEEL}
        value={report?.feel ?? null}
        onChange={(feel) => put({ feel })}
      />
      {!hurting && (
        <button type="button" className="other" onClick={() => setHurting(true)}>
          Something hurt
        </button>
      )}
      {hurting && (
        <PainForm
          pain={report?.pain ?? null}
          joints={joints}
          onSave={(pain) => put({ pain })}
          onNothing={() => setHurting(false)}
        />
      )}
      {verdict.words && (
        <p className={`notice${verdict.act === "stop" ? " warn" : ""}`} role="alert">
          {verdict.words}
        </p>
      )}
    </div>
  );
}

interface PainProps {
  pain: Pain | null;
  joints: readonly Joint[];
  onSave: (pain: Pain) => void;
  onNothing: () => void;
}

function PainForm({ pain, joints, onSave, onNothing }: PainProps) {
  const [told, setTold] = useState<Partial<Pain>>(pain ?? { side: "right" });
  const [all, setAll] = useState(false);
  const tell = (change: Partial<Pain>) => setTold({ ...told, ...change });
  const { kind, joint, side = "right", score } = told;
  const likely = joints.slice(0, LIKELY);
  const shown = all || (joint && !likely.includes(joint)) ? joints : likely;
  const whole = kind && joint && score !== undefined ? { kind, joint, side, score } : null;
  const more = shown.length < joints.length ? { text: "Another", show: () => setAll(true) } : null;
  return (
    <div className="pain">
      <Choice label="What kind of pain?" options={KIND} value={kind ?? null} onChange={(v) => tell({ kind: v })} />
      <Choice
        label="Which joint?"
        options={shown.map((j) => [j, jointText(j)] as const)}
        value={joint ?? null}
        onChange={(v) => tell({ joint: v })}
        more={more}
      />
      <Choice label="Which side?" options={SIDE} value={side} onChange={(v) => tell({ side: v })} />
      <div className="choice" role="group" aria-label="How much, 0 to 10?">
        <span>How much, 0 to 10?</span>
        <div className="scores">
          {Array.from({ length: 11 }, (_, n) => (
            <button key={n} type="button" aria-pressed={n === score} onClick={() => tell({ score: n })}>
              {n}
            </button>
          ))}
        </div>
      </div>
      <button type="button" className="planned" disabled={!whole} onClick={() => whole && onSave(whole)}>
        <span>Save what hurt</span>
      </button>
      {!pain && (
        <button type="button" className="other" onClick={onNothing}>
          Nothing hurt
        </button>
      )}
    </div>
  );
}
