/** Another setup for the same head, with what is gained and what is lost against the planned one. */
import { Button, Modal } from "antd";
import { headTitle } from "#core/anatomy/anatomy";
import type { Client } from "#core/clients/client";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Prescription } from "#core/planning/program";
import { swapped } from "#core/planning/swap";
import { becauseText } from "#core/ranking/because";
import type { RankedRow } from "#core/ranking/rank";
import { fixed } from "../../page/locale";
import { newId } from "../../page/newId";
import { useEdition } from "../base/edition";
import { Loading } from "../base/states";
import { Grain } from "../base/Grain";
import { useCandidates } from "./candidates";

const SHOWN = 7;

/** the differences a coach would name, largest first */
function against(row: RankedRow, own: RankedRow | undefined, head: string): string {
  if (!own) return becauseText(row.because);
  const [m, o] = [row.row.view.heads[head]!, own.row.view.heads[head]!];
  const lines: [number, string][] = [
    [m.loadedLength - o.loadedLength, `loaded length ${fixed(o.loadedLength, 2)} to ${fixed(m.loadedLength, 2)}`],
    [
      m.stretchReached - o.stretchReached,
      `reach ${Math.round(100 * o.stretchReached)} to ${Math.round(100 * m.stretchReached)} %`,
    ],
    [
      m.function - o.function,
      `work ${Math.round(100 * o.function)} to ${Math.round(100 * m.function)} % of the reference`,
    ],
    [
      (own.costs.joints - row.costs.joints) * 0.5,
      row.costs.joints < own.costs.joints ? "easier on joints" : "harder on joints",
    ],
  ];
  const named = lines.filter(([d]) => Math.abs(d) >= 0.03).sort(([a], [b]) => Math.abs(b) - Math.abs(a));
  const part = (sign: number, word: string) => {
    const list = named
      .filter(([d]) => d * sign > 0)
      .slice(0, 2)
      .map(([, text]) => text);
    return list.length ? `${word} ${list.join(", ")}` : "";
  };
  return [part(1, "Gains:"), part(-1, "Loses:")].filter(Boolean).join(". ") || "Much the same.";
}

export function Swap({
  p,
  client,
  onSwap,
  onClose,
}: {
  p: Prescription;
  client: Client;
  onSwap: (next: Prescription) => void;
  onClose: () => void;
}) {
  const { method } = useEdition();
  const { head, rows, own, survey, progress } = useCandidates(p, client);
  const swap = (r: RankedRow) => survey && onSwap(swapped(p, r, survey, client, method, exercises, newId()));
  return (
    <Modal open onCancel={onClose} footer={null} title={`Instead of ${p.name}`} width={640}>
      <p className="small quiet" style={{ marginBottom: 8 }}>
        {head
          ? `For ${headTitle(head).toLowerCase()}, doing the same there, with ${client.name.split(" ")[0]}'s equipment, and nothing that asks more of a noted joint. Sets, reserve and rest stay.`
          : "No head is credited directly."}
      </p>
      {!survey && <Loading what="the ranking" done={progress} />}
      {survey && rows.length === 0 && (
        <p>
          Nothing in the library does the same for this head with this equipment without asking more of a noted joint.
        </p>
      )}
      {rows.slice(0, SHOWN).map((r) => (
        <div
          key={r.row.setupKey}
          style={{
            display: "grid",
            gridTemplateColumns: "104px 1fr auto auto",
            gap: 12,
            alignItems: "center",
            padding: "6px 0",
            borderTop: "1px solid var(--line)",
          }}
        >
          <Grain metrics={r.row.view.heads[head!]!} width={104} height={26} />
          <div>
            <strong>{setupName(r.exercise, r.row.values)}</strong>
            <div className="small quiet">{against(r, own, head!)}</div>
          </div>
          <span className="number">
            {Math.round(r.score)}
            {own ? ` (${r.score >= own.score ? "+" : "−"}${Math.abs(Math.round(r.score - own.score))})` : ""}
          </span>
          <Button size="small" onClick={() => swap(r)}>
            Swap
          </Button>
        </div>
      ))}
    </Modal>
  );
}
