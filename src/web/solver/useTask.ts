/** A smaller question to the planner: asked once, its answers as they come, ended with the page that asked. */
import { useTask as words } from "#core/words/web/solver";
import { useEffect, useState } from "react";
import type { PlannerAsk, PlannerTold } from "./messages";

export interface Heard {
  told: PlannerTold[];
  done: boolean;
  failed: string | null;
}

const NOTHING: Heard = { told: [], done: false, failed: null };

/** @param ask null while there is nothing to ask; another ask begins anew */
export function useTask(ask: PlannerAsk | null): Heard {
  const [heard, setHeard] = useState<{ ask: PlannerAsk | null; heard: Heard }>({ ask: null, heard: NOTHING });
  useEffect(() => {
    if (!ask) return;
    const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: "planner" });
    const hear = (change: (h: Heard) => Heard) =>
      setHeard((now) => ({ ask, heard: change(now.ask === ask ? now.heard : NOTHING) }));
    worker.onmessage = ({ data }: MessageEvent<PlannerTold>) =>
      hear((h) =>
        data.kind === "done"
          ? { ...h, done: true }
          : data.kind === "failed"
            ? { ...h, failed: data.reason, done: true }
            : { ...h, told: [...h.told, data] },
      );
    worker.onerror = (e) => hear((h) => ({ ...h, done: true, failed: e.message || words.thePlannerStopped() }));
    worker.postMessage(ask);
    return () => worker.terminate();
  }, [ask]);
  return heard.ask === ask ? heard.heard : NOTHING;
}
