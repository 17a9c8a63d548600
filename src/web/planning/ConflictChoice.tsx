import { conflictChoice as text } from "#core/words/web/planning";
import { Button } from "antd";
import { useDispatch } from "react-redux";
import { groupName } from "#core/planning/groups";
import { planActions, type Plan } from "./plans";
import { timeText } from "../../page/locale";
import { useWeek } from "./open-week";

/** what stands there, in words: groups are named */
const showIn = (field: string | undefined, v: unknown): string =>
  field === "groups" && Array.isArray(v) ? v.map((id: string) => groupName(id)).join(", ") : show(v);
const show = (v: unknown): string =>
  v === null || v === undefined
    ? text.takenAway()
    : typeof v === "object"
      ? Object.entries(v)
          .map(([k, x]) =>
            Array.isArray(v) ? String(x) : `${k} ${typeof x === "object" ? JSON.stringify(x) : String(x)}`,
          )
          .join(", ")
      : `${v as string | number | boolean}`;
const FIELD: Readonly<Record<string, string>> = text.fields;

/** both values, who and when, and a choice; nothing is overwritten before it is made */
export function ConflictChoice({ plan }: { plan: Plan }) {
  const { client } = useWeek();
  const dispatch = useDispatch();
  const nameOf = (id: string) =>
    [...plan.program.days, ...plan.program.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions))].find(
      (x) => x.id === id,
    )?.name ?? (id === "program" ? text.theWeek() : text.anExercise());
  return (
    <section className="notice warn" role="alert" style={{ marginBottom: 12, display: "grid", gap: 8 }}>
      <h2>{text.changedByTwoPeople()}</h2>
      {plan.conflicts.map((c) => {
        const [id, field] = c.what.split("/");
        return (
          <div key={c.editId + c.what} style={{ display: "flex", gap: 14, alignItems: "center", flexWrap: "wrap" }}>
            <span>
              <strong>{nameOf(id!)}</strong>
              {field ? `, ${FIELD[field] ?? field}` : ""}
            </span>
            <span>{text.yours({ field: showIn(field, c.mine) })}</span>
            <span>
              {c.who}, {timeText(c.at)}: {showIn(field, c.theirs)}
            </span>
            <Button
              size="small"
              onClick={() => dispatch(planActions.settled({ clientId: client.id, editId: c.editId, keep: "mine" }))}
            >
              {text.useMine()}
            </Button>
            <Button
              size="small"
              onClick={() => dispatch(planActions.settled({ clientId: client.id, editId: c.editId, keep: "theirs" }))}
            >
              {text.keepTheirs()}
            </Button>
          </div>
        );
      })}
    </section>
  );
}
