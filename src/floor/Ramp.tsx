/** Before the first working set: ramp sets, or, where nobody knows the load yet, a way to it step by step. */
import { useState } from "react";
import type { Load } from "#core/program/document";
import { firstRamp, rampOf } from "#core/program/ramp";
import type { SnapshotPrescription } from "#core/training/handover";
import { useWords } from "./words";
import { loadText } from "../page/locale";
import type { Today } from "./today";

type Steps = ReturnType<typeof firstRamp>;

/** of a line that was never done: the steps to its load, and the load that was found so */
export function useFirst(p: SnapshotPrescription, { set, last, load }: Today, instead: boolean) {
  const [found, setFound] = useState<Load | null>(null);
  const fresh = set === 0 && last.length === 0 && !instead && p.purpose === "work";
  return { steps: fresh ? firstRamp(p, load) : [], load: (fresh ? found : null) ?? load, setFound };
}

interface RampProps {
  p: SnapshotPrescription;
  steps: Steps;
  load: Load | null;
  onFound: (load: Load) => void;
}

/** the lighter sets that come first; nothing of them is logged */
export function Ramp({ p, steps, load, onFound }: RampProps) {
  const { set: words } = useWords();
  if (steps.length > 0 && load) return <FirstRamp steps={steps} planned={load} onFound={onFound} />;
  const sets = rampOf(p, load);
  if (sets.length === 0) return null;
  return (
    <div className="ramp">
      <p className="quiet">{words.ramp({ n: sets.length })}</p>
      <ul>
        {sets.map((r) => (
          <li key={r.reps}>{words.rampSet({ reps: r.reps, load: r.load && loadText(r.load) })}</li>
        ))}
      </ul>
    </div>
  );
}

interface FirstRampProps {
  steps: Steps;
  /** where the last step leads */
  planned: Load;
  onFound: (load: Load) => void;
}

/** step by step to a load that is heavy enough: none of it is logged */
function FirstRamp({ steps, planned, onFound }: FirstRampProps) {
  const { set: words } = useWords();
  const [at, setAt] = useState(0);
  const [found, setFound] = useState<Load | null>(null);
  const settle = (load: Load) => {
    setFound(load);
    onFound(load);
  };
  const step = steps[at];
  if (found || !step)
    return (
      <p className="notice" role="status">
        {words.found({ load: loadText(found ?? planned) })}
      </p>
    );
  return (
    <div className="ramp choice" role="group" aria-label={words.first()}>
      <p className="quiet">{words.first()}</p>
      <p role="status">
        {words.firstStep({ reps: step.reps, load: loadText(step.load), n: at + 1, of: steps.length })}
      </p>
      <div>
        <button type="button" onClick={() => (at + 1 < steps.length ? setAt(at + 1) : settle(planned))}>
          {words.easy()}
        </button>
        <button type="button" onClick={() => settle(step.load)}>
          {words.hard()}
        </button>
      </div>
    </div>
  );
}
