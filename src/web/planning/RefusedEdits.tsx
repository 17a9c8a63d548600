/** Edits that cannot be saved: what each would have changed, why not, and a way out; all others have been saved. */
import { Button } from "antd";
import { useDispatch } from "react-redux";
import { prescriptionsOf } from "#core/program/edit";
import type { Operation, Program } from "#core/program/document";
import { planActions, type Plan } from "./plans";

const WHAT: Readonly<Record<Operation["kind"], string>> = {
  add: "Add",
  remove: "Take off",
  restore: "Put back",
  move: "Move",
  change: "Change",
  swap: "Swap in",
  recompute: "Recompute",
  pair: "Make a superset",
  unpair: "Part a superset",
  "rename-day": "Rename the day to",
  "date-day": "Date the day",
  "aim-day": "Set what the day is for",
  "add-day": "Add the day",
  "remove-day": "Take the day off",
  "move-day": "Move the day",
  "rename-program": "Rename the week to",
  "judge-by": "Use the edition",
};

/** the thing and the value that an edit is about, as far as it has a name */
function aboutText(o: Operation, program: Program): string {
  const lineName = (id: string) => prescriptionsOf(program).find((p) => p.id === id)?.name ?? "an exercise";
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

export function RefusedEdits({ clientId, plan, program }: { clientId: string; plan: Plan; program: Program }) {
  const dispatch = useDispatch();
  return (
    <section className="notice warn" role="alert" style={{ marginBottom: 12, display: "grid", gap: 8 }}>
      <h2>Not saved</h2>
      <p className="small">Everything else has been saved. Enter it again in another form, then drop it here.</p>
      {plan.refused.map(({ edit, reason }) => (
        <div key={edit.id} style={{ display: "flex", gap: 14, alignItems: "center", flexWrap: "wrap" }}>
          <span>
            <strong>
              {WHAT[edit.operation.kind]} {aboutText(edit.operation, program)}
            </strong>
            : {reason}
          </span>
          <Button size="small" onClick={() => dispatch(planActions.retried({ clientId, editId: edit.id }))}>
            Try again
          </Button>
          <Button size="small" onClick={() => dispatch(planActions.dropped({ clientId, editId: edit.id }))}>
            Drop it
          </Button>
        </div>
      ))}
    </section>
  );
}
