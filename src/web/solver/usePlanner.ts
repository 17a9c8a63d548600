/** The planner of one week: asked, heard as it goes, stopped; what it has found so far stays. */
import { usePlanner as words } from "#core/words/web/solver";
import { useCallback, useEffect, useRef, useState } from "react";
import type { PlanResult } from "#core/solver/result";
import type { Relaxation } from "#core/solver/relax";
import type { PlannerAsk, PlannerTold } from "./messages";

export interface Planned {
  state: "working" | "proving" | "found" | "done" | "stopped" | "failed";
  result: PlanResult | null;
  /** how near the proof is; null before it says anything */
  gap: number | null;
  relaxations: Relaxation[];
  reason: string | null;
}

const FRESH: Planned = { state: "working", result: null, gap: null, relaxations: [], reason: null };

function heard(now: Planned, told: PlannerTold): Planned {
  switch (told.kind) {
    case "plan":
      return {
        ...now,
        state: told.final ? "found" : "proving",
        result: told.result,
        gap: told.final ? told.result.gap : now.gap,
      };
    case "gap":
      return { ...now, gap: told.gap };
    case "relaxation":
      return { ...now, relaxations: [...now.relaxations, told.relaxation] };
    case "margin":
    case "beside":
    case "varied":
      return now;
    case "done":
      return { ...now, state: "done" };
    case "failed":
      return { ...now, state: "failed", reason: told.reason };
  }
}

export function usePlanner() {
  const [planned, setPlanned] = useState<Planned | null>(null);
  const worker = useRef<Worker | null>(null);
  const end = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => end, []);
  const start = useCallback((ask: PlannerAsk) => {
    end();
    setPlanned(FRESH);
    const own = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: "planner" });
    worker.current = own;
    own.onmessage = ({ data }: MessageEvent<PlannerTold>) => {
      if (worker.current === own) setPlanned((now) => now && heard(now, data));
    };
    own.onerror = (e) => {
      if (worker.current === own)
        setPlanned((now) => now && { ...now, state: "failed", reason: e.message || words.thePlannerStopped() });
    };
    own.postMessage(ask);
  }, []);
  /** what was found stays */
  const stop = useCallback(() => {
    end();
    setPlanned(
      (now) => now && { ...now, state: now.result ? "stopped" : "failed", reason: words.stoppedBeforeAWeek() },
    );
  }, []);
  const forget = useCallback(() => {
    end();
    setPlanned(null);
  }, []);
  return { planned, start, stop, forget };
}
