/** A week planned with an earlier model or edition keeps its numbers; what the present ones say can be taken. */
import { exerciseFor } from "#core/exercises/form";
import { recompute as words } from "#core/words/web/planning";
import { Button } from "antd";
import { Dialog } from "../base/Dialog";
import { useState } from "react";
import { askOn } from "#core/clients/on-machine";
import { exercises } from "#core/exercises/library";
import { editionName } from "#core/edition/edition";
import { groupName } from "#core/planning/groups";
import { MODEL_VERSION } from "#core/mechanics/model";
import type { Operation, Prescription, Program } from "#core/program/document";
import { doseChanges, pinnedBy, plannedBefore, toRecompute } from "#core/planning/recompute";
import { fixed } from "../../page/locale";
import { usePresentEdition } from "../base/edition";
import { message } from "../base/say";
import { askSurvey } from "../mechanics/analyst";
import { bodyOf } from "../mechanics/useSurvey";
import { useWeek } from "./open-week";

interface RecomputeProps {
  /** of two weeks that take turns both */
  whole: Program;
}

const SHOWN = 8;

export function Recompute({ whole: program }: RecomputeProps) {
  const { client, edit } = useWeek();
  const { method, id: edition } = usePresentEdition();
  const [operations, setOperations] = useState<Operation[] | null>(null);
  const [busy, setBusy] = useState(false);
  const known = (list: Prescription[]) => list.filter((p) => exercises.has(p.exerciseId));
  const before = known(plannedBefore(program, MODEL_VERSION));
  const judgedBefore = program.edition !== edition;
  if (before.length === 0 && !judgedBefore) return null;
  const ask = async () => {
    setBusy(true);
    try {
      const lines = known(toRecompute(program, MODEL_VERSION, edition));
      const asked = lines.map((p) => askOn(client.machines, p));
      const { modelVersion, rows } = await askSurvey(asked, bodyOf(client), 0);
      setOperations([
        ...lines.flatMap((p, i): Operation[] => {
          const row = rows[i];
          const exercise = exerciseFor(exercises, p);
          if (!row?.view.feasible || !exercise) return [];
          const pinned = pinnedBy(modelVersion, p, exercise, row.view, method, client.mass);
          return [{ kind: "recompute", prescriptionId: p.id, pinned }];
        }),
        ...(judgedBefore ? [{ kind: "judge-by" as const, edition }] : []),
      ]);
    } catch {
      message.error(words.theMechanicsDoNot());
    }
    setBusy(false);
  };
  const changes = operations ? doseChanges(program, operations) : [];
  const take = () => {
    edit(...(operations ?? []));
    setOperations(null);
  };
  const models = [...new Set(before.map((p) => p.modelVersion))].join(" and ");
  return (
    <p className="notice small" role="status">
      {before.length > 0 && `${words.before({ lines: before.length, models, now: MODEL_VERSION })} `}
      {judgedBefore && words.theWeekIsJudged({ edition: editionName(program.edition), edition2: editionName(edition) })}
      <button type="button" className="plain link" disabled={busy} onClick={() => void ask()}>
        {busy ? words.asking() : words.showWhatWouldChange()}
      </button>
      <Dialog
        open={operations !== null}
        onCancel={() => setOperations(null)}
        title={words.whatWouldChange({ what: judgedBefore ? editionName(edition) : MODEL_VERSION })}
        width={460}
        footer={[
          <Button key="keep" onClick={() => setOperations(null)}>
            {words.keepTheNumbers()}
          </Button>,
          <Button key="take" type="primary" onClick={take}>
            {words.takeTheNewOnes()}
          </Button>,
        ]}
      >
        <p className="small quiet">{words.effectiveSetsAWeek()}</p>
        {changes.length === 0 && <p>{words.noGroupSDose()}</p>}
        <dl className="facts">
          {changes.slice(0, SHOWN).map((c) => (
            <div key={c.group} style={{ display: "contents" }}>
              <dt>{groupName(c.group)}</dt>
              <dd>{words.to({ fromOf: fixed(c.from, 1), to: fixed(c.to, 1) })}</dd>
            </div>
          ))}
        </dl>
        {changes.length > SHOWN && <p className="small quiet">{words.andMoreByLess({ n: changes.length - SHOWN })}</p>}
      </Dialog>
    </p>
  );
}
