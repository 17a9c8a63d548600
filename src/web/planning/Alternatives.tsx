/**
 * What the coach approves where the planned setup cannot be had: the best ranked ones for the same head that need
 * other equipment.
 */
import { alternatives as words } from "#core/words/web/planning";
import { Checkbox } from "antd";
import { Dialog } from "../base/Dialog";
import { useMemo } from "react";
import { headTitle } from "#core/anatomy/anatomy";
import { exerciseFor } from "#core/exercises/form";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import { atLine } from "#core/planning/lines";
import type { Alternative, Prescription } from "#core/program/document";
import { Loading } from "../base/states";
import { Grain } from "../base/Grain";
import { useCandidates } from "./candidates";
import { keptText } from "./Swap";
import { useWeek } from "./open-week";

export function Alternatives({
  p,
  onChange,
  onClose,
}: {
  p: Prescription;
  onChange: (list: Alternative[]) => void;
  onClose: () => void;
}) {
  const { client, program } = useWeek();
  const {
    head,
    rows: all,
    own: planned,
    survey,
    progress,
  } = useCandidates(
    p,
    useMemo(() => atLine(client, program, p.id), [client, program, p.id]),
  );
  const own = exerciseFor(exercises, p)?.equipment ?? [];
  const rows = all
    .filter((r) => r.exercise.id !== p.exerciseId && r.exercise.equipment.some((e) => !own.includes(e)))
    .slice(0, 6);
  const has = (key: string) => p.alternatives.some((a) => a.setupKey === key);
  return (
    <Dialog open onCancel={onClose} footer={null} title={words.whenIsBusy({ name: p.name })} width={520}>
      <p className="small quiet" style={{ marginBottom: 8 }}>
        {head ? words.bestForWhatDoing({ what: headTitle(head).toLowerCase() }) : words.noHeadIsCredited()}
      </p>
      {!survey && <Loading what={words.theRanking()} done={progress} />}
      {rows.map((r) => (
        <Checkbox
          key={r.row.setupKey}
          style={{ display: "flex", padding: "4px 0" }}
          checked={has(r.row.setupKey)}
          disabled={!has(r.row.setupKey) && p.alternatives.length >= 3}
          onChange={(e) =>
            onChange(
              e.target.checked
                ? [
                    ...p.alternatives,
                    {
                      exerciseId: r.exercise.id,
                      values: { ...r.row.values },
                      setupKey: r.row.setupKey,
                      name: setupName(r.exercise, r.row.values),
                    },
                  ]
                : p.alternatives.filter((a) => a.setupKey !== r.row.setupKey),
            )
          }
        >
          <span style={{ display: "inline-flex", gap: 10, alignItems: "center" }}>
            <Grain metrics={r.row.view.heads[head!]!} width={96} height={22} />
            <span>
              {setupName(r.exercise, r.row.values)} <span className="quiet number">{Math.round(r.score)}</span>
              <div className="small quiet">{keptText(r, planned, head!)}</div>
            </span>
          </span>
        </Checkbox>
      ))}
    </Dialog>
  );
}
