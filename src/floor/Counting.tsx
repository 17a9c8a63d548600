/** Counts a set with a rep sensor: reps as they come, how they were lowered, and an end position that was lost. */
import { useEffect, useRef, useState } from "react";
import { repsOf, type Sample } from "#core/sensing/detect";
import { judgeSet, type MeasuredSet } from "#core/sensing/judge";
import type { Floor } from "./outbox";
import type { SensorProps } from "./Sensor";
import { useWords } from "./words";

/** s of silence within a set that is worth saying */
const SILENT = 0.3;

type State = "connecting" | "there" | "away";

function useSensor(floor: Floor, code: string) {
  const [state, setState] = useState<State>("connecting");
  const [heard, setHeard] = useState<MeasuredSet | null>(null);
  const [tries, setTries] = useState(0);
  const samples = useRef<Sample[]>([]);
  useEffect(() => {
    const abort = new AbortController();
    const hear = (packet: Sample[]) => {
      const last = samples.current.at(-1);
      // a set that begins anew on the sensor is another one
      if (last && packet[0]!.t < last.t) samples.current = [];
      samples.current.push(...packet);
      const reps = repsOf(samples.current);
      if (reps.length) setHeard(judgeSet(reps));
    };
    void floor
      .listen(code, abort.signal, () => setState("there"), hear)
      .then(() => !abort.signal.aborted && setState("away"));
    return () => abort.abort();
  }, [floor, code, tries]);
  return {
    state,
    heard,
    anew: () => {
      samples.current = [];
      setHeard(null);
    },
    again: () => {
      setState("connecting");
      setTries(tries + 1);
    },
  };
}

export function Counting({
  floor,
  lower,
  kinds,
  onLog,
  code,
  onStop,
}: SensorProps & { code: string; onStop: () => void }) {
  const { sensor: words } = useWords();
  const { state, heard, anew, again } = useSensor(floor, code);
  /** sides that are counted already */
  const [before, setBefore] = useState<MeasuredSet[]>([]);
  const side = kinds.length > 1 ? (kinds[before.length] ?? null) : null;
  const last = before.length === kinds.length - 1;
  const stop = (
    <button type="button" className="other" onClick={onStop}>
      {words.stop()}
    </button>
  );
  if (state === "away" && !heard)
    return (
      <div className="sensor">
        <p className="notice warn" role="alert">
          {words.away({ code })}
        </p>
        <button type="button" className="other" onClick={again}>
          {words.again()}
        </button>
        {stop}
      </div>
    );
  if (!heard)
    return (
      <div className="sensor">
        <p className="quiet" role="status">
          {state !== "there" ? "" : side ? words.waitingSide({ code, side }) : words.waiting({ code })}
        </p>
        {stop}
      </div>
    );
  return (
    <div className="sensor">
      <p className="count" role="status">
        {side ? words.side({ side, n: heard.reps }) : words.reps({ n: heard.reps })}
      </p>
      {heard.lowering !== null && <p className="quiet">{words.lowering({ s: heard.lowering, planned: lower })}</p>}
      {heard.ticks.includes("end-lost") && (
        <p className="notice">
          {words.lost({ n: heard.lost })} {words.holds()}
        </p>
      )}
      {heard.ticks.includes("half-reps") && (
        <p className="notice">
          {words.half({ n: heard.half })} {words.holds()}
        </p>
      )}
      {heard.missing > SILENT && <p className="quiet">{words.missing({ s: heard.missing })}</p>}
      <button
        type="button"
        className="planned"
        onClick={() => {
          if (last) onLog([...before, heard]);
          setBefore(last ? [] : [...before, heard]);
          anew();
        }}
      >
        <span>{last ? words.log({ n: heard.reps }) : words.next({ side: kinds[before.length + 1]! })}</span>
      </button>
      <button type="button" className="other" onClick={anew}>
        {words.anew()}
      </button>
      {stop}
    </div>
  );
}
