import { api } from "../base/api";
import type { Plan } from "./plans";

const WORDS: Record<Plan["save"], string> = {
  saved: "Saved",
  saving: "Saving ...",
  waiting: "Not saved yet",
  conflict: "Needs your choice",
  "signed out": "Signed out",
};

export function SaveMark({ plan }: { plan: Plan }) {
  const [askSession] = api.useLazySessionQuery();
  const waiting = plan.save === "waiting" || plan.save === "signed out" || plan.save === "conflict";
  return (
    <span className={`save-state${waiting ? " waiting" : ""}`} role="status">
      <span aria-hidden>{waiting ? "■" : plan.save === "saved" ? "✓" : "…"}</span>
      {WORDS[plan.save]}
      {waiting && plan.reason
        ? `: ${plan.pending.length} ${plan.pending.length === 1 ? "edit is" : "edits are"} kept here. ${plan.reason}`
        : ""}
      {plan.save === "signed out" && (
        <button type="button" className="plain link" onClick={() => void askSession()}>
          Sign in
        </button>
      )}
    </span>
  );
}
