/** Another setup for the same head, with what is gained and what is lost against the planned one. */
import { percent } from "#core/base/numbers";
import { Button } from "antd";
import { useMemo } from "react";
import { Dialog } from "../base/Dialog";
import { headTitle } from "#core/anatomy/anatomy";
import type { Client } from "#core/clients/client";
import { JOINT_NAMES, type Joint } from "#core/exercises/joints";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Prescription, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { atLine, swapped } from "#core/planning/lines";
import { swapLoss } from "#core/planning/swap";
import { becauseText } from "#core/ranking/because-words";
import type { RankedRow } from "#core/ranking/rank";
import { dayOf, fixed } from "../../page/locale";
import { newId } from "../../page/newId";
import { useEdition } from "../base/edition";
import { Loading } from "../base/states";
import { Grain } from "../base/Grain";
import { Picture } from "../drawing/Picture";
import { bodyOf } from "../mechanics/useSurvey";
import { useCandidates } from "./candidates";

const SHOWN = 7;

/** a difference that is worth naming */
const NAMED = 0.03;

/** what is gained and lost of the head's work, in numbers; what is kept; where a band is hardest */
export function keptText(row: RankedRow, own: RankedRow | undefined, head: string): string {
  const loss = own && swapLoss(own, row, head);
  if (!loss) return becauseText(row.because);
  const [long, joints] = [loss.reach[1] - loss.reach[0], own.costs.joints - row.costs.joints];
  const lines: [number, string][] = [
    [loss.tension - 1, `tension × ${fixed(loss.tension, 2)}`],
    [long, `long end ${percent(loss.reach[0])} to ${percent(loss.reach[1])}`],
    [loss.share[1] - loss.share[0], `share of all work ${percent(loss.share[0])} to ${percent(loss.share[1])}`],
    [joints, joints > 0 ? "easier on joints" : "harder on joints"],
  ];
  const part = (sign: 1 | -1, word: string) => {
    const list = lines.filter(([d]) => d * sign >= NAMED).map(([, text]) => text);
    return list.length ? `${word}: ${list.join(", ")}.` : "";
  };
  const band = row.exercise.equipment.includes("band") || own.exercise.equipment.includes("band");
  return [
    part(1, "Gains"),
    part(-1, "Loses"),
    `Keeps ${percent(loss.function)} of its direction, ${percent(loss.range)} of its length range.`,
    band && `Hardest at ${percent(loss.hardest[1])} of the rep instead of ${percent(loss.hardest[0])}.`,
  ]
    .filter(Boolean)
    .join(" ");
}

export function Swap({
  p,
  client: whole,
  spare = null,
  oneSided = false,
  program,
  onSwap,
  onLeaveOut,
  onClose,
}: {
  p: Prescription;
  client: Client;
  /** a joint that hurts: only what asks less of it is offered */
  spare?: Joint | null;
  /** only what is done with one side at a time */
  oneSided?: boolean;
  /** the line's week: a setup that stands in it already is named */
  program: Program;
  onSwap: (next: Prescription) => void;
  /** offered where a joint hurts */
  onLeaveOut?: () => void;
  onClose: () => void;
}) {
  const { method } = useEdition();
  const client = useMemo(() => atLine(whole, program, p.id), [whole, program, p.id]);
  const inWeek = new Set(prescriptionsOf(program).map((x) => x.setupKey));
  const { head, rows, own, survey, progress } = useCandidates(p, client, spare, oneSided);
  const swap = (r: RankedRow) =>
    survey &&
    onSwap(swapped(p, r.row, client, { survey, method, exercises }, { id: newId(), today: dayOf(new Date()) }));
  return (
    <Dialog open onCancel={onClose} footer={null} title={`Instead of ${p.name}`} width={640}>
      <p className="small quiet" style={{ marginBottom: 8 }}>
        {head
          ? spare
            ? `For ${headTitle(head).toLowerCase()}, the same function, with ${client.name.split(" ")[0]}'s equipment, and less stress on the ${JOINT_NAMES[spare]}. Sets, reps in reserve and rest stay.`
            : `For ${headTitle(head).toLowerCase()}, the same function, with ${client.name.split(" ")[0]}'s equipment, and no more stress on a noted joint. Sets, reps in reserve and rest stay.`
          : "This exercise has no single target head, so no swap can be ranked."}
      </p>
      {!survey && <Loading what="the ranking" done={progress} />}
      {survey && rows.length === 0 && (
        <p>
          {spare
            ? `Nothing at this place trains the same function with less stress on the ${JOINT_NAMES[spare]}. Leave it out until the joint is calm.`
            : oneSided
              ? "Nothing at this place trains the same function one side at a time without more stress on a noted joint."
              : "No exercise here trains the same function without more stress on a noted joint."}
        </p>
      )}
      {rows.slice(0, SHOWN).map((r) => (
        <div
          key={r.row.setupKey}
          style={{
            display: "grid",
            gridTemplateColumns: "58px 104px 1fr auto auto",
            gap: 12,
            alignItems: "center",
            padding: "6px 0",
            borderTop: "1px solid var(--line)",
          }}
        >
          <Picture
            exerciseId={r.exercise.id}
            values={r.row.values}
            head={head}
            body={bodyOf(client)}
            width={58}
            height={52}
          />
          <Grain metrics={r.row.view.heads[head!]!} width={104} height={26} />
          <div>
            <strong>{setupName(r.exercise, r.row.values)}</strong>
            {inWeek.has(r.row.setupKey) && <span className="small"> Already in this week</span>}
            <div className="small quiet">{keptText(r, own, head!)}</div>
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
      {onLeaveOut && (
        <div className="actions">
          <Button onClick={onLeaveOut}>Leave {p.name} out of the week</Button>
        </div>
      )}
    </Dialog>
  );
}
