/**
 * "Use for ...": puts a ranked setup on a day of a client's week. It remembers client and day, so that one key
 * repeats it.
 */
import { useFor as words } from "#core/words/web/planning";
import { onDay } from "#core/clients/client";
import { lazy, Suspense, useEffect, useEffectEvent, useImperativeHandle, useState, type Ref } from "react";
import { Link } from "react-router";
import { exercises } from "#core/exercises/library";
import { editionOf } from "#core/edition/edition";
import { lineFor } from "#core/planning/lines";
import type { Survey } from "#core/mechanics/survey";
import type { RankedRow } from "#core/ranking/rank";
import { newId } from "../../page/newId";
import { usePresentEdition } from "../base/edition";
import { message } from "../base/say";
import { useClient, useOpenClient } from "../base/open-client";
import { usePlan } from "./usePlan";

const UseForDialog = lazy(() => import("./UseForDialog"));

export interface UseForHandle {
  /** asks for client and day */
  choose(row: RankedRow): void;
  /** uses the client and day of last time, or asks */
  use(row: RankedRow): void;
}

const KEY = "gryn.useFor";
const remembered = (): { clientId: string | null; dayId: string | null } => {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? "") as { clientId: string; dayId: string };
  } catch {
    return { clientId: null, dayId: null };
  }
};

/** @param headId the head whose ranking it stands in: what the line is chosen for */
export function UseFor({
  ref,
  clientId,
  headId,
  survey,
}: {
  ref: Ref<UseForHandle>;
  clientId: string | null;
  headId: string;
  survey: Survey;
}) {
  const { clients } = useOpenClient();
  const [row, setRow] = useState<RankedRow | null>(null);
  const [picked, setPicked] = useState<string | null>(() => clientId ?? remembered().clientId);
  const target = clientId ?? picked;
  const { program, edit } = usePlan(target);
  const [queued, setQueued] = useState<RankedRow | null>(null);
  const client = useClient(target);
  const present = usePresentEdition();
  const { method } = program ? editionOf(program) : present;

  const put = (r: RankedRow, dayId: string) => {
    const day = program?.days.find((d) => d.id === dayId);
    if (!client || !day) return;
    const prescription = lineFor(
      r.row,
      onDay(client, program!.days, dayId),
      { survey, method, exercises },
      newId(),
      headId,
    );
    edit({ kind: "add", dayId, blockId: newId(), index: day.blocks.length, prescription });
    sessionStorage.setItem(KEY, JSON.stringify({ clientId: client.id, dayId }));
    setRow(null);
    message.success(
      <span>
        {words.isOn({ name: prescription.name, day: day.name, client: client.name })}{" "}
        <Link to={`/clients/${client.id}/week`}>{words.openTheWeek()}</Link>
      </span>,
      4,
    );
  };

  const putQueued = useEffectEvent(() => {
    if (!queued) return;
    const { dayId } = remembered();
    if (dayId && program?.days.some((d) => d.id === dayId)) put(queued, dayId);
    else setRow(queued);
    setQueued(null);
  });
  // a row used by one key waits here until the program of its client is there
  const ready = queued !== null && program !== null && client !== null;
  useEffect(() => {
    if (ready) queueMicrotask(() => putQueued());
  }, [ready]);

  useImperativeHandle(
    ref,
    () => ({ choose: (r) => setRow(r), use: (r) => (r.out ? undefined : target ? setQueued(r) : setRow(r)) }),
    [target],
  );

  if (row === null) return null;
  return (
    <Suspense>
      <UseForDialog
        row={row}
        client={client}
        program={program}
        pick={clientId ? null : { clients, picked, onPick: setPicked }}
        onDay={(dayId) => put(row, dayId)}
        onClose={() => setRow(null)}
      />
    </Suspense>
  );
}
