import { saveMark as words } from "#core/words/web/planning";
import { api } from "../base/api";
import type { Plan } from "./plans";

const WORDS: Record<Plan["save"], string> = {
  saved: words.saved(),
  saving: words.saving(),
  waiting: words.notSavedYet(),
  conflict: words.needsYourChoice(),
  "signed out": words.signedOut(),
};

export function SaveMark({ plan }: { plan: Plan }) {
  const [askSession] = api.useLazySessionQuery();
  const waiting = plan.save === "waiting" || plan.save === "signed out" || plan.save === "conflict";
  return (
    <span className={`save-state${waiting ? " waiting" : ""}`} role="status">
      <span aria-hidden>{waiting ? "■" : plan.save === "saved" ? "✓" : "…"}</span>
      {WORDS[plan.save]}
      {waiting && plan.reason ? words.kept({ edits: plan.pending.length, reason: plan.reason }) : ""}
      {plan.save === "signed out" && (
        <button type="button" className="plain link" onClick={() => void askSession()}>
          {words.signIn()}
        </button>
      )}
    </span>
  );
}
