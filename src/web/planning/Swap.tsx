/** Another setup for the same head, with what is gained and what is lost against the planned one. */
import { swap as said } from "#core/words/web/planning";
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
    [loss.tension - 1, said.tension({ times: fixed(loss.tension, 2) })],
    [long, said.longEndWhatTo({ what: percent(loss.reach[0]), what2: percent(loss.reach[1]) })],
    [
      loss.share[1] - loss.share[0],
      said.shareOfAllWork({ what: percent(loss.share[0]), what2: percent(loss.share[1]) }),
    ],
    [joints, said.joints({ easier: joints > 0 })],
  ];
  const part = (sign: 1 | -1) => ({ what: lines.filter(([d]) => d * sign >= NAMED).map(([, text]) => text) });
  const band = row.exercise.equipment.includes("band") || own.exercise.equipment.includes("band");
  return [
    said.gains(part(1)),
    said.loses(part(-1)),
    said.keepsFunctionOfIts({ kept: percent(loss.function), range: percent(loss.range) }),
    band && said.hardestAtWhatOf({ what: percent(loss.hardest[1]), what2: percent(loss.hardest[0]) }),
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
    <Dialog open onCancel={onClose} footer={null} title={said.insteadOf({ name: p.name })} width={640}>
      <p className="small quiet" style={{ marginBottom: 8 }}>
        {head
          ? spare
            ? said.lead({
                head: headTitle(head).toLowerCase(),
                client: client.name.split(" ")[0]!,
                joint: JOINT_NAMES[spare],
              })
            : said.lead({ head: headTitle(head).toLowerCase(), client: client.name.split(" ")[0]!, joint: null })
          : said.thisExerciseHasNo()}
      </p>
      {!survey && <Loading what={said.theRanking()} done={progress} />}
      {survey && rows.length === 0 && (
        <p>
          {spare
            ? said.nothingAtThisPlace2({ what: JOINT_NAMES[spare] })
            : oneSided
              ? said.nothingAtThisPlace()
              : said.noExerciseHereTrains()}
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
            {inWeek.has(r.row.setupKey) && <span className="small">{said.alreadyInThisWeek()}</span>}
            <div className="small quiet">{keptText(r, own, head!)}</div>
          </div>
          <span className="number">
            {Math.round(r.score)}
            {own ? ` (${r.score >= own.score ? "+" : "−"}${Math.abs(Math.round(r.score - own.score))})` : ""}
          </span>
          <Button size="small" onClick={() => swap(r)}>
            {said.swap()}
          </Button>
        </div>
      ))}
      {onLeaveOut && (
        <div className="actions">
          <Button onClick={onLeaveOut}>{said.leaveOutOfThe({ name: p.name })}</Button>
        </div>
      )}
    </Dialog>
  );
}
