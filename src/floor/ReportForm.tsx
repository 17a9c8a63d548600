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
  const [kind, setKind] = useState<Pain["kind"] | null>(report?.pain?.kind ?? null);
  const [joint, setJoint] = useState<Joint | null>(report?.pain?.joint ?? null);
  const [side, setSide] = useState<Pain["side"]>(report?.pain?.side ?? "right");
  const [score, setScore] = useState<number | null>(report?.pain?.score ?? null);
  const [all, setAll] = useState(false);
  const put = (change: Partial<Pick<Report, "feel" | "pain">>) =>
    void floor.put({
      kind: "report",
      item: {
        id: report?.id ?? newId(),
        revision: (report?.revision ?? 0) + 1,
        handOverId,
        prescriptionId,
        feel: report?.feel ?? null,
        left: report?.left ?? null,
        pain: report?.pain ?? null,
        ...change,
        ...moment(),
      },
    });
  const ready = kind && joint && score !== null;
  const verdict = judgePain(report?.pain ?? null);
  const shown = all || (joint && !joints.slice(0, LIKELY).includes(joint)) ? joints : joints.slice(0, LIKELY);
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
        <div className="pain">
          <Choice label="What kind of pain?" options={KIND} value={kind} onChange={setKind} />
          <Choice
            label="Which joint?"
            options={shown.map((j) => [j, jointText(j)] as const)}
            value={joint}
            onChange={setJoint}
            more={shown.length < joints.length ? { text: "Another", show: () => setAll(true) } : null}
          />
          <Choice label="Which side?" options={SIDE} value={side} onChange={setSide} />
          <div className="choice" role="group" aria-label="How much, 0 to 10?">
            <span>How much, 0 to 10?</span>
            <div className="scores">
              {Array.from({ length: 11 }, (_, n) => (
                <button key={n} type="button" aria-pressed={n === score} onClick={() => setScore(n)}>
                  {n}
                </button>
              ))}
            </div>
          </div>
          <button
            type="button"
            className="planned"
            disabled={!ready}
            onClick={() => ready && put({ pain: { kind, joint, side, score } })}
          >
            <span>Save what hurt</span>
          </button>
          {!report?.pain && (
            <button type="button" className="other" onClick={() => setHurting(false)}>
              Nothing hurt
            </button>
          )}
        </div>
      )}
      {verdict.words && (
        <p className={`notice${verdict.act === "stop" ? " warn" : ""}`} role="alert">
          {verdict.words}
        </p>
      )}
    </div>
  );
}
