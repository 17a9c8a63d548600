/** Sends pending edits one batch at a time, keeps them through reloads, and tries again while the server is away. */
import { createListenerMiddleware, isAnyOf, type TypedStartListening } from "@reduxjs/toolkit";
import type { Conflict, Edit } from "#core/planning/program";
import { api, toFailure } from "../app/api";
import type { AppDispatch, RootState } from "../app/store";
import { planActions, type Plan } from "./plans";

export const saving = createListenerMiddleware();
const listen = saving.startListening as TypedStartListening<RootState, AppDispatch>;

const RETRY_MS = 2500;
const KEY = "gryn.pending.";
const busy = new Set<string>();

/** edits a reload found unsent; they carry the version they were made on */
export function keptEdits(programId: string): Edit[] {
  try {
    return JSON.parse(localStorage.getItem(KEY + programId) ?? "[]") as Edit[];
  } catch {
    return [];
  }
}

function keep(plan: Plan): void {
  if (plan.pending.length) localStorage.setItem(KEY + plan.program.id, JSON.stringify(plan.pending));
  else localStorage.removeItem(KEY + plan.program.id);
}

async function send(clientId: string, getState: () => RootState, dispatch: AppDispatch): Promise<void> {
  if (busy.has(clientId)) return;
  busy.add(clientId);
  try {
    for (;;) {
      const plan = getState().plans.byClient[clientId];
      if (!plan || plan.pending.length === 0 || plan.save === "conflict") return;
      const edits = plan.pending.slice(0, 50);
      const result = await dispatch(api.endpoints.sendEdits.initiate({ programId: plan.program.id, base: plan.version, edits }));
      if (result.data) {
        dispatch(planActions.received({ clientId, ...result.data, kept: edits.map((e) => e.id) }));
        dispatch(api.util.invalidateTags(["handOver"]));
        continue;
      }
      const failure = toFailure(result.error);
      const now = failure.details as Partial<Pick<Plan, "program" | "version">> & { conflicts?: Conflict[]; editId?: string };
      if (failure.status === 409 && now.conflicts?.length) dispatch(planActions.saveFailed({ clientId, save: "conflict", reason: failure.error, conflicts: now.conflicts, ...(now.program ? { program: now.program, version: now.version! } : {}) }));
      else if (failure.status === 422 && now.editId) dispatch(planActions.saveFailed({ clientId, save: "saving", reason: failure.error, drop: now.editId, ...(now.program ? { program: now.program, version: now.version! } : {}) }));
      else if (failure.status === 400) dispatch(planActions.saveFailed({ clientId, save: "saving", reason: `${failure.error} ${failure.fields.map((f) => f.reason).join("; ")}`, drop: edits[0]!.id }));
      else {
        dispatch(planActions.saveFailed({ clientId, save: failure.status === 401 || failure.status === 403 ? "signed out" : "waiting", reason: failure.status === 401 ? "You are signed out. Sign in again; the edit is kept." : failure.error }));
        setTimeout(() => void send(clientId, getState, dispatch), RETRY_MS);
        return;
      }
    }
  } finally {
    busy.delete(clientId);
  }
}

listen({
  matcher: isAnyOf(planActions.edited, planActions.undone, planActions.redone, planActions.settled, planActions.received, planActions.saveFailed),
  effect: (action, { getState, dispatch }) => {
    const { clientId } = (action as unknown as { payload: { clientId: string } }).payload;
    const plan = getState().plans.byClient[clientId];
    if (!plan) return;
    keep(plan);
    if (plan.pending.length && plan.save === "saving") void send(clientId, getState, dispatch);
  },
});
