/** "Use for ...": puts a ranked setup on a day of a client's week. It remembers client and day, so that one key repeats it. */
import { App, Button, Modal, Select } from "antd";
import { useEffect, useImperativeHandle, useState, type Ref } from "react";
import { Link } from "react-router";
import { unitFor } from "#core/clients/client";
import { DEFAULT_METHOD } from "#core/planning/method";
import { prescribe } from "#core/planning/prescribe";
import type { RankedRow } from "#core/ranking/rank";
import { newId } from "../app/newId";
import { useOpenClient } from "../app/open-client";
import { usePlan } from "./usePlan";

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

export function UseFor({ ref, clientId, modelVersion }: { ref: Ref<UseForHandle>; clientId: string | null; modelVersion: string }) {
  const { clients } = useOpenClient();
  const [row, setRow] = useState<RankedRow | null>(null);
  const [picked, setPicked] = useState<string | null>(() => clientId ?? remembered().clientId);
  const target = clientId ?? picked;
  const { program, edit } = usePlan(target);
  const [queued, setQueued] = useState<RankedRow | null>(null);
  const { message } = App.useApp();
  const client = clients.find((c) => c.id === target);

  const put = (r: RankedRow, dayId: string) => {
    const day = program?.days.find((d) => d.id === dayId);
    if (!client || !day) return;
    const sore = client.joints.some((j) => (r.exercise.joints[j.joint] ?? 0) >= 0.3);
    const prescription = prescribe(r.exercise, r.row.values, r.row.view, DEFAULT_METHOD, { id: newId(), modelVersion, unit: unitFor(client, r.exercise.equipment), sore });
    edit({ kind: "add", dayId, blockId: newId(), index: day.blocks.length, prescription });
    sessionStorage.setItem(KEY, JSON.stringify({ clientId: client.id, dayId }));
    setRow(null);
    void message.success(<span>{prescription.name} is on {day.name} for {client.name}. <Link to={`/clients/${client.id}/week`}>Open the week</Link></span>, 4);
  };

  // a row used by one key waits here until the program of its client is there
  useEffect(() => {
    if (!queued || !program) return;
    const { dayId } = remembered();
    if (dayId && program.days.some((d) => d.id === dayId)) put(queued, dayId);
    else setRow(queued);
    setQueued(null);
  }, [queued, program]);

  useImperativeHandle(ref, () => ({ choose: (r) => setRow(r), use: (r) => (r.out ? undefined : target ? setQueued(r) : setRow(r)) }), [target]);

  return (
    <Modal open={row !== null} onCancel={() => setRow(null)} footer={null} title="Use for" width={400} destroyOnHidden>
      <div style={{ display: "grid", gap: 12 }}>
        {!clientId && <Select aria-label="Client" value={picked ?? undefined} placeholder="Which client?" onChange={(id: string) => setPicked(id)} options={clients.map((c) => ({ value: c.id, label: c.name }))} />}
        {client && row && row.exercise.cautions.filter((c) => client.joints.some((j) => j.joint === c.joint)).map((c) => <p key={c.text} className="notice warn small">{client.name.split(" ")[0]} has a noted {c.joint}: {c.text}</p>)}
        {client && program && (
          <div style={{ display: "grid", gap: 6 }} role="group" aria-label="Day">
            {program.days.map((d, i) => (
              <Button key={d.id} block autoFocus={i === 0} style={{ justifyContent: "space-between" }} onClick={() => row && put(row, d.id)}>
                <span>{d.name}</span>
                <span className="quiet">{d.blocks.length} {d.blocks.length === 1 ? "exercise" : "exercises"}</span>
              </Button>
            ))}
          </div>
        )}
        {target && !program && <span className="quiet">Reading the week ...</span>}
      </div>
    </Modal>
  );
}
