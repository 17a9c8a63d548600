/** For whom and on which day a setup is used. */
import { useForDialog as words } from "#core/words/web/planning";
import { Button, Select } from "antd";
import { Dialog } from "../base/Dialog";
import type { Client, ClientSummary } from "#core/clients/client";
import type { Program } from "#core/program/document";
import type { RankedRow } from "#core/ranking/rank";

interface UseForDialogProps {
  row: RankedRow;
  client: Client | null;
  /** null while it is read */
  program: Program | null;
  /** null where the client is settled by the page */
  pick: { clients: readonly ClientSummary[]; picked: string | null; onPick: (id: string) => void } | null;
  onDay: (dayId: string) => void;
  onClose: () => void;
}

export default function UseForDialog({ row, client, program, pick, onDay, onClose }: UseForDialogProps) {
  const noted = row.exercise.cautions.filter((c) => client?.joints.some((j) => j.joint === c.joint));
  return (
    <Dialog open onCancel={onClose} footer={null} title={words.useFor()} width={400}>
      <div style={{ display: "grid", gap: 12 }}>
        {pick && (
          <Select
            aria-label={words.client()}
            value={pick.picked ?? undefined}
            placeholder={words.whichClient()}
            onChange={pick.onPick}
            options={pick.clients.map((c) => ({ value: c.id, label: c.name }))}
          />
        )}
        {client &&
          noted.map((c) => (
            <p key={c.text} className="notice warn small">
              {words.noted({ name: client.name.split(" ")[0]!, joint: c.joint, text: c.text })}
            </p>
          ))}
        {client && program && (
          <div style={{ display: "grid", gap: 6 }} role="group" aria-label={words.day()}>
            {program.days.map((d, i) => (
              <Button
                key={d.id}
                block
                autoFocus={i === 0}
                style={{ justifyContent: "space-between" }}
                onClick={() => onDay(d.id)}
              >
                <span>{d.name}</span>
                <span className="quiet">{words.exercises({ n: d.blocks.length })}</span>
              </Button>
            ))}
          </div>
        )}
        {(pick === null || pick.picked) && !program && <span className="quiet">{words.readingTheWeek()}</span>}
      </div>
    </Dialog>
  );
}
