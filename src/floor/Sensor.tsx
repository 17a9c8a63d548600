/** A set may be counted by a rep sensor: its code, and what counts it. */
import { lazy, Suspense, useState } from "react";
import type { MeasuredSet } from "#core/sensing/judge";
import { useWords } from "./words";
import type { Floor } from "./outbox";

const CODE = "gryn.floor.sensor";
export interface SensorProps {
  floor: Floor;
  /** s that a rep is lowered in, as planned */
  lower: number;
  /** parts that the set is logged as: each is counted by itself, in this order */
  kinds: readonly string[];
  onLog: (parts: MeasuredSet[]) => void;
}

/** loaded where somebody has a sensor; without a connection there is none to hear */
const Counting = lazy(() =>
  import("./Counting").then(
    (m) => ({ default: m.Counting }),
    () => ({ default: Away }),
  ),
);

function Away({ code, onStop }: SensorProps & { code: string; onStop: () => void }) {
  const { sensor: words } = useWords();
  return (
    <div className="sensor">
      <p className="notice warn" role="alert">
        {words.away({ code })}
      </p>
      <button type="button" className="other" onClick={onStop}>
        {words.stop()}
      </button>
    </div>
  );
}

/** a button until somebody has a sensor */
export function Sensor(props: SensorProps) {
  const { sensor: words } = useWords();
  const [code, setCode] = useState(localStorage.getItem(CODE) ?? "");
  const [on, setOn] = useState(false);
  const [asking, setAsking] = useState(false);
  if (on)
    return (
      <Suspense>
        <Counting {...props} code={code} onStop={() => setOn(false)} />
      </Suspense>
    );
  if (!asking)
    return (
      <button type="button" className="other" onClick={() => setAsking(true)}>
        {words.use()}
      </button>
    );
  return (
    <form
      className="choice sensor"
      onSubmit={(e) => {
        e.preventDefault();
        const own = code.trim().toLowerCase();
        if (!own) return;
        setCode(own);
        localStorage.setItem(CODE, own);
        setOn(true);
        setAsking(false);
      }}
    >
      <label>
        {words.code()}
        <input value={code} autoCapitalize="none" onChange={(e) => setCode(e.target.value)} />
      </label>
      <button type="submit" className="planned">
        <span>{words.connect()}</span>
      </button>
    </form>
  );
}
