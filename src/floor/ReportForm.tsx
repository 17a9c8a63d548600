/** Once per exercise: where it was felt, and pain with its kind and place. */
import { useState } from "react";
import type { Pain, Report } from "#core/training/entry";
import { judgePain } from "#core/training/pain";
import { moment, newId } from "./moment";
import type { Floor } from "./outbox";

const FEEL = [["target", "In the right place"], ["elsewhere", "Somewhere else"], ["unsure", "Not sure"]] as const;
const KIND = [["sharp", "Sharp"], ["ache", "Ache"], ["numb", "Numb"]] as const;
const JOINT = [["shoulder", "Shoulder"], ["elbow", "Elbow"], ["wrist", "Wrist"]] as const;
const SIDE = [["left", "Left"], ["right", "Right"], ["both", "Both"]] as const;

function Choice<T extends string>({ label, options, value, onChange }: { label: string; options: readonly (readonly [T, string])[]; value: T | null; onChange: (v: T) => void }) {
  return (
    <div className="choice" role="group" aria-label={label}>
      <span>{label}</span>
      <div>
        {options.map(([v, text]) => <button key={v} type="button" aria-pressed={v === value} onClick={() => onChange(v)}>{text}</button>)}
      </div>
    </div>
  );
}

export function ReportForm({ report, floor, handOverId, prescriptionId, asked }: { report: Report | null; floor: Floor; handOverId: string; prescriptionId: string; asked: boolean }) {
  const [hurting, setHurting] = useState(Boolean(report?.pain));
  const [kind, setKind] = useState<Pain["kind"] | null>(report?.pain?.kind ?? null);
  const [joint, setJoint] = useState<Pain["joint"] | null>(report?.pain?.joint ?? null);
  const [side, setSide] = useState<Pain["side"]>(report?.pain?.side ?? "right");
  const [score, setScore] = useState<number | null>(report?.pain?.score ?? null);
  const put = (change: Partial<Pick<Report, "feel" | "pain">>) => void floor.put({ kind: "report", item: { id: report?.id ?? newId(), revision: (report?.revision ?? 0) + 1, handOverId, prescriptionId, feel: report?.feel ?? null, left: report?.left ?? null, pain: report?.pain ?? null, ...change, ...moment() } });
  const ready = kind && joint && score !== null;
  const verdict = judgePain(report?.pain ?? null);
  return (
    <div className={`report${asked && !report ? " due" : ""}`}>
      <Choice label="Where did you feel it?" options={FEEL} value={report?.feel ?? null} onChange={(feel) => put({ feel })} />
      {!hurting && <button type="button" className="other" onClick={() => setHurting(true)}>Something hurt</button>}
      {hurting && (
        <div className="pain">
          <Choice label="What kind of pain?" options={KIND} value={kind} onChange={setKind} />
          <Choice label="Which joint?" options={JOINT} value={joint} onChange={setJoint} />
          <Choice label="Which side?" options={SIDE} value={side} onChange={setSide} />
          <div className="choice" role="group" aria-label="How much, 0 to 10?">
            <span>How much, 0 to 10?</span>
            <div className="scores">{Array.from({ length: 11 }, (_, n) => <button key={n} type="button" aria-pressed={n === score} onClick={() => setScore(n)}>{n}</button>)}</div>
          </div>
          <button type="button" className="planned" disabled={!ready} onClick={() => ready && put({ pain: { kind, joint, side, score } })}><span>Save what hurt</span></button>
          {!report?.pain && <button type="button" className="other" onClick={() => setHurting(false)}>Nothing hurt</button>}
        </div>
      )}
      {verdict.words && <p className={`notice${verdict.act === "stop" ? " warn" : ""}`} role="alert">{verdict.words}</p>}
    </div>
  );
}
