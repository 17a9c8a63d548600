/** Edits that cannot be saved: what each would have changed, why not, and a way out; all others have been saved. */
import { refusedEdits as words } from "#core/words/web/planning";
import { Button } from "antd";
import { useDispatch } from "react-redux";
import { prescriptionsOf } from "#core/program/edit";
import type { Operation, Program } from "#core/program/document";
import { planActions, type Plan } from "./plans";
import { useWeek } from "./open-week";

const WHAT: Readonly<Record<Operation["kind"], string>> = {
  add: words.add(),
  remove: words.takeOff(),
  restore: words.putBack(),
  move: words.move(),
  change: words.change(),
  swap: words.swapIn(),
  recompute: words.recompute(),
  pair: words.makeASuperset(),
  unpair: words.partASuperset(),
  "rename-day": words.renameTheDayTo(),
  "date-day": words.dateTheDay(),
  "aim-day": words.setWhatTheDay(),
  "add-day": words.addTheDay(),
  "remove-day": words.takeTheDayOff(),
  "move-day": words.moveTheDay(),
  "rename-program": words.renameTheWeekTo(),
  "judge-by": words.useTheEdition(),
};

/** the thing and the value that an edit is about, as far as it has a name */
function aboutText(o: Operation, program: Program): string {
  const lineName = (id: string) => prescriptionsOf(program).find((p) => p.id === id)?.name ?? words.anExercise();
  switch (o.kind) {
    case "add":
    case "swap":
      return o.prescription.name;
    case "rename-day":
    case "rename-program":
      return `“${o.name}”`;
    case "add-day":
      return o.day.name;
    case "judge-by":
      return o.edition;
    case "change":
      return `${lineName(o.prescriptionId)}: ${Object.entries(o.change)
        .map(([k, v]) => `${k} ${typeof v === "string" ? `“${v}”` : JSON.stringify(v)}`)
        .join(", ")}`;
    default:
      return "prescriptionId" in o ? lineName(o.prescriptionId) : "";
  }
}

export function RefusedEdits({ plan }: { plan: Plan }) {
  const { client, program } = useWeek();
  const dispatch = useDispatch();
  return (
    <section className="notice warn" role="alert" style={{ marginBottom: 12, display: "grid", gap: 8 }}>
      <h2>{words.notSaved()}</h2>
      <p className="small">{words.everythingElseHasBeen()}</p>
      {plan.refused.map(({ edit, reason }) => (
        <div key={edit.id} style={{ display: "flex", gap: 14, alignItems: "center", flexWrap: "wrap" }}>
          <span>
            <strong>
              {WHAT[edit.operation.kind]} {aboutText(edit.operation, program)}
            </strong>
            : {reason}
          </span>
          <Button size="small" onClick={() => dispatch(planActions.retried({ clientId: client.id, editId: edit.id }))}>
            {words.tryAgain()}
          </Button>
          <Button size="small" onClick={() => dispatch(planActions.dropped({ clientId: client.id, editId: edit.id }))}>
            {words.dropIt()}
          </Button>
        </div>
      ))}
    </section>
  );
}
