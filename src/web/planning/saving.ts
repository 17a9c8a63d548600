/** Sends pending edits one batch at a time, keeps them through reloads, and tries again while the server is away. */
import {
  createListenerMiddleware,
  isAnyOf,
  type ThunkDispatch,
  type TypedStartListening,
  type UnknownAction,
} from "@reduxjs/toolkit";
import type { Conflict, Edit, RefusedEdit } from "#core/planning/program";
import { api, toFailure } from "../base/api";
import { planActions, type Plan, type WithPlans } from "./plans";

type Dispatch = ThunkDispatch<WithPlans, unknown, UnknownAction>;

export const saving = createListenerMiddleware();
const listen = saving.startListening as TypedStartListening<WithPlans, Dispatch>;

const RETRY_MS = 2500;
/** edits in one go: a body stays small whatever they hold */
const BATCH = 25;
const KEY = "gryn.pending.";
const busy = new Set<string>();

const refusedText = (refused: readonly RefusedEdit[]): string =>
  `${refused.length === 1 ? "One edit was" : `${refused.length} edits were`} not made: ${[...new Set(refused.map((r) => r.reason))].slice(0, 3).join("; ")}.`;

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

async function send(clientId: string, getState: () => WithPlans, dispatch: Dispatch): Promise<void> {
  if (busy.has(clientId)) return;
  busy.add(clientId);
  try {
    for (;;) {
      const plan = getState().plans.byClient[clientId];
      if (!plan || plan.pending.length === 0 || plan.save === "conflict") return;
      const edits = plan.pending.slice(0, BATCH);
      const result = await dispatch(
        api.endpoints.sendEdits.initiate({ programId: plan.program.id, base: plan.version, edits }),
      );
      if (result.data) {
        const { program, version, refused } = result.data;
        dispatch(planActions.received({ clientId, program, version, kept: edits.map((e) => e.id) }));
        if (refused.length) dispatch(planActions.refused({ clientId, reason: refusedText(refused) }));
        dispatch(api.util.invalidateTags(["handOver"]));
        continue;
      }
      const failure = toFailure(result.error);
      const now = failure.details as Partial<Pick<Plan, "program" | "version">> & { conflicts?: Conflict[] };
      if (failure.status === 409 && now.conflicts?.length)
        dispatch(
          planActions.saveFailed({
            clientId,
            save: "conflict",
            reason: failure.error,
            conflicts: now.conflicts,
            ...(now.program ? { program: now.program, version: now.version! } : {}),
          }),
        );
      else {
        dispatch(
          planActions.saveFailed({
            clientId,
            save: failure.status === 401 || failure.status === 403 ? "signed out" : "waiting",
            reason: failure.status === 401 ? "You are signed out. Sign in again; the edit is kept." : failure.error,
          }),
        );
        setTimeout(() => void send(clientId, getState, dispatch), RETRY_MS);
        return;
      }
    }
  } finally {
    busy.delete(clientId);
  }
}

listen({
  matcher: isAnyOf(
    planActions.edited,
    planActions.undone,
    planActions.redone,
    planActions.settled,
    planActions.received,
    planActions.saveFailed,
  ),
  effect: (action, listening) => {
    const { clientId } = (action as unknown as { payload: { clientId: string } }).payload;
    const plan = listening.getState().plans.byClient[clientId];
    if (!plan) return;
    keep(plan);
    if (plan.pending.length && plan.save === "saving")
      void send(clientId, () => listening.getState(), listening.dispatch);
  },
});
