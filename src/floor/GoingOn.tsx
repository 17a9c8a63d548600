/** A set that goes on after its reps, part by part: a drop, a cluster, partial reps. Each is kept as it is done. */
import { useState } from "react";
import type { Load } from "#core/program/document";
import { LIMITS } from "#core/training/limits";
import { loadText } from "../page/locale";
import { Stepper } from "./Stepper";
import type { GoingOn as Step } from "./today";

interface Props {
  step: Step;
  loadStep: Load;
  onPart: (load: Load | null, reps: number) => void;
  onEnd: () => void;
}

export function GoingOn({ step, loadStep, onPart, onEnd }: Props) {
  const { part, load } = step;
  const [more, setMore] = useState(false);
  const [value, setValue] = useState<number | null>(load?.value ?? 0);
  const [reps, setReps] = useState<number | null>(step.reps);
  const log = (n: number) => onPart(load, n);
  return (
    <div className="entry">
      <p className="ask">
        <strong>
          {part.name}
          {step.of > 1 ? ` (${step.at + 1} of ${step.of})` : ""}
        </strong>
        <span>{part.pause > 5 ? `after ${part.pause} s rest` : "at once, no rest"}</span>
      </p>
      {!more && (
        <>
          <button type="button" className="planned" onClick={() => log(step.reps)}>
            <span>Done</span>
            <span className="number">
              {load ? `${loadText(load)} × ` : ""}
              {step.reps}
            </span>
          </button>
          <div className="near" role="group" aria-label="Other reps at this load">
            {[-2, -1, 1, 2]
              .map((d) => step.reps + d)
              .filter((n) => n >= 1)
              .map((n) => (
                <button key={n} type="button" aria-label={`Log ${n} reps`} onClick={() => log(n)}>
                  {n}
                </button>
              ))}
          </div>
          <button type="button" className="other" onClick={() => setMore(true)}>
            Something else
          </button>
        </>
      )}
      {more && (
        <div className="steppers">
          {load && (
            <Stepper
              label={`Load, ${load.unit} (${load.meaning})`}
              value={value}
              step={loadStep.value}
              decimals
              max={LIMITS.load}
              onChange={setValue}
            />
          )}
          <Stepper label="Reps" value={reps} max={LIMITS.reps} onChange={setReps} />
          <button
            type="button"
            className="planned"
            disabled={value === null || reps === null}
            onClick={() => value !== null && reps !== null && onPart(load && { ...load, value }, reps)}
          >
            <span>Log this part</span>
          </button>
        </div>
      )}
      <button type="button" className="other" onClick={onEnd}>
        The set is over
      </button>
    </div>
  );
}
