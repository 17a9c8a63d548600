/** What the practice's own log moves in a ranking, without the client it is for; on unless it is switched off. */
import { useMemo, useState } from "react";
import type { FromLog } from "#core/ranking/nudge";
import { api } from "../base/api";

const OFF = "gryn.withoutLog";

export function useFromLog(clientId: string | null) {
  const [on, setOn] = useState(() => localStorage.getItem(OFF) !== "1");
  const { data } = api.useEvidenceQuery(clientId);
  const points = useMemo(() => {
    const judged = data?.setups.filter((s) => s.enough) ?? [];
    return judged.length > 0
      ? new Map(judged.map((s): [string, FromLog] => [s.setupKey, { points: s.nudge.points, clients: s.clients }]))
      : null;
  }, [data]);
  return {
    known: points !== null,
    on,
    points: on ? points : null,
    set: (next: boolean) => {
      if (next) localStorage.removeItem(OFF);
      else localStorage.setItem(OFF, "1");
      setOn(next);
    },
  };
}
