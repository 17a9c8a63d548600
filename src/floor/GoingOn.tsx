/** A set that goes on after its reps, part by part: a drop, a cluster, partial reps. Each is kept as it is done. */
import { useState } from "react";
import { stepLoad } from "#core/base/kilograms";
import type { Load, LoadStep } from "#core/program/document";
import { LIMITS } from "#core/training/limits";
import { useWords } from "./words";
import { loadText } from "../page/locale";
import { Stepper } from "./Stepper";
import type { GoingOn as Step } from "./today";

interface Props {
  step: Step;
  loadStep: LoadStep;
  onPart: (load: Load | null, reps: number) => void;
  onEnd: () => void;
}

export function GoingOn({ step, loadStep, onPart, onEnd }: Props) {
  const { goingOn: words, typing } = useWords();
  const { part, load } = step;
  const [more, setMore] = useState(false);
  const [value, setValue] = useState<number | null>(load?.value ?? 0);
  const [reps, setReps] = useState<number | null>(step.reps);
  const log = (n: number) => onPart(load, n);
  return (
    <div className="entry">
      <ol className="ladder" aria-label={words.steps()}>
        {step.ladder.map((s, i) => {
          const now = i === step.at + 1;
          const load = s.load && loadText(s.load);
          return (
            <li key={i} aria-current={now ? "step" : undefined} data-done={s.done !== null}>
              <span>{s.name ?? words.begin()}</span>
              <span className="number">
                {s.done !== null
                  ? words.done({ load, reps: s.done })
                  : now
                    ? words.now({ load, pause: s.pause })
                    : load}
              </span>
            </li>
          );
        })}
      </ol>
      {!more && (
        <>
          <button type="button" className="planned" onClick={() => log(step.reps)}>
            <span>{words.log({ name: part.name })}</span>
            <span className="number">
              {load ? `${loadText(load)} × ` : ""}
              {step.reps}
            </span>
          </button>
          <div className="near" role="group" aria-label={words.other()}>
            {[-2, -1, 1, 2]
              .map((d) => step.reps + d)
              .filter((n) => n >= 1)
              .map((n) => (
                <button key={n} type="button" aria-label={words.logReps({ n })} onClick={() => log(n)}>
                  {n}
                </button>
              ))}
          </div>
          <button type="button" className="other" onClick={() => setMore(true)}>
            {words.else()}
          </button>
        </>
      )}
      {more && (
        <div className="steppers">
          {load && (
            <Stepper
              label={typing.load({ unit: load.unit, meaning: typing.meaning[load.meaning] ?? load.meaning })}
              value={value}
              next={(v, steps) => stepLoad({ ...load, value: v }, loadStep, steps).value}
              decimals
              max={LIMITS.load}
              onChange={setValue}
            />
          )}
          <Stepper label={typing.reps()} value={reps} max={LIMITS.reps} onChange={setReps} />
          <button
            type="button"
            className="planned"
            disabled={value === null || reps === null}
            onClick={() => value !== null && reps !== null && onPart(load && { ...load, value }, reps)}
          >
            <span>{words.part()}</span>
          </button>
        </div>
      )}
      <button type="button" className="other" onClick={onEnd}>
        {words.over()}
      </button>
    </div>
  );
}
