/** The hand scale, live: what it shows, and what it is while it is held still. */
import { useEffect, useRef, useState } from "react";
import { heldAt, zeroAt, type Held, type ScaleSample } from "#core/machines/scale";
import { readLines } from "../../page/lines";

export type ScaleState = "connecting" | "there" | "away";
/** s of readings that are kept */
const KEPT = 20;

function sampleOf(line: string): ScaleSample[] {
  const [, t, kg] = /^\{"t":(-?[\d.e-]+),"kg":(-?[\d.e-]+)\}$/.exec(line) ?? [];
  return t !== undefined && kg !== undefined ? [{ t: Number(t), kg: Number(kg) }] : [];
}

/** @param on whether it is listened to */
export function useScale(on: boolean) {
  const [state, setState] = useState<ScaleState>("connecting");
  const [shown, setShown] = useState<number | null>(null);
  const [zeros, setZeros] = useState<ScaleSample[]>([]);
  const [tries, setTries] = useState(0);
  const samples = useRef<ScaleSample[]>([]);
  useEffect(() => {
    if (!on) return;
    const abort = new AbortController();
    const hear = (lines: string[]) => {
      const fresh = lines.flatMap(sampleOf);
      const last = fresh.at(-1);
      if (!last) return;
      samples.current = [...samples.current, ...fresh].filter((s) => s.t > last.t - KEPT && s.t <= last.t);
      setShown(last.kg);
    };
    fetch("/api/scale", { signal: abort.signal })
      .then((answer) => readLines(answer, () => setState("there"), hear))
      .catch(() => undefined)
      .finally(() => !abort.signal.aborted && setState("away"));
    return () => abort.abort();
  }, [on, tries]);
  const held = (): Held => heldAt(samples.current);
  return {
    state,
    shown,
    zeros,
    /** what hangs on it now, without its own zero */
    take(): Held {
      const now = held();
      return "reason" in now ? now : { ...now, kg: now.kg - zeroAt(zeros, now.t) };
    },
    /** nothing hangs on it now */
    zero(): Held {
      const now = held();
      if (!("reason" in now)) setZeros((list) => [...list, now]);
      return now;
    },
    again() {
      setState("connecting");
      setTries(tries + 1);
    },
  };
}
