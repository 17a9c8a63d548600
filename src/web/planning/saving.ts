/** Sends pending edits one batch at a time, keeps them through reloads, and tries again while the server is away. */
import { saving as words } from "#core/words/web/planning";
import {
  createListenerMiddleware,
  isAnyOf,
  type ThunkDispatch,
  type TypedStartListening,
  type UnknownAction,
} from "@reduxjs/toolkit";
import type { Conflict } from "#core/program/document";
import { api, toFailure } from "../base/api";
import { ownEdits } from "./kept-edits";
import { asEdits, nextBatch, planActions, type Plan, type PendingEdit, type WithPlans } from "./plans";

type Dispatch = ThunkDispatch<WithPlans, unknown, UnknownAction>;

export const saving = createListenerMiddleware();
const listen = saving.startListening as TypedStartListening<WithPlans, Dispatch>;

/** ms after which a save is tried again, twice as long each time it fails */
const RETRY_MS = 2500;
const RETRY_MOST = 40_000;
/** edits in one go: a body stays small whatever they hold */
const BATCH = 25;
const busy = new Set<string>();

/** the next try of each client's week: one at most, and none where somebody has to sign in first */
const tries = new Map<string, { timer: ReturnType<typeof setTimeout>; after: number }>();
function tryLater(clientId: string, go: () => void): void {
  const before = tries.get(clientId);
  if (before) clearTimeout(before.timer);
  const after = Math.min(RETRY_MOST, before ? 2 * before.after : RETRY_MS);
  tries.set(clientId, { timer: setTimeout(go, after), after });
}
function tryNoMore(clientId: string): void {
  const next = tries.get(clientId);
  if (next) clearTimeout(next.timer);
  tries.delete(clientId);
}

/** what is wrong with the sender or the moment and not with the edits */
const PASSING = new Set([401, 403, 408, 409, 425, 429]);
const isForGood = (status: number | null): boolean =>
  status !== null && status >= 400 && status < 500 && !PASSING.has(status);

async function send(clientId: string, getState: () => WithPlans, dispatch: Dispatch): Promise<void> {
  if (busy.has(clientId)) return;
  busy.add(clientId);
  /** after a batch that was refused whole, one by one: which of them is it? */
  let most = BATCH;
  try {
    for (;;) {
      const plan = getState().plans.byClient[clientId];
      if (!plan || plan.pending.length === 0 || plan.save === "conflict") return;
      const { base, edits, after } = nextBatch(plan, most);
      const result = await dispatch(
        api.endpoints.sendEdits.initiate({ programId: plan.program.id, base, edits: asEdits(edits), after }),
      );
      if (result.data) {
        tryNoMore(clientId);
        const { program, version, refused } = result.data;
        const refusedIds = new Map(refused.map((r) => [r.editId, r.reason]));
        const kept = edits.filter((e) => !refusedIds.has(e.id)).map((e) => e.id);
        dispatch(planActions.received({ clientId, program, version, kept }));
        giveUp(edits.flatMap((edit) => (refusedIds.has(edit.id) ? [{ edit, reason: refusedIds.get(edit.id)! }] : [])));
        dispatch(api.util.invalidateTags(["handOver"]));
        continue;
      }
      const failure = toFailure(result.error);
      if (isForGood(failure.status) && edits.length > 1) most = 1;
      else if (isForGood(failure.status)) giveUp([{ edit: edits[0]!, reason: failure.error }]);
      else if (!tellFailure(failure)) return;
    }
  } finally {
    busy.delete(clientId);
  }

  function giveUp(refused: { edit: PendingEdit; reason: string }[]): void {
    if (refused.length) dispatch(planActions.refused({ clientId, refused }));
  }
  /** @returns whether to go on at once */
  function tellFailure(failure: ReturnType<typeof toFailure>): boolean {
    const now = failure.details as Partial<Pick<Plan, "program" | "version">> & { conflicts?: Conflict[] };
    if (failure.status === 409 && now.conflicts?.length) {
      dispatch(
        planActions.saveFailed({
          clientId,
          save: "conflict",
          reason: failure.error,
          conflicts: now.conflicts,
          ...(now.program ? { program: now.program, version: now.version! } : {}),
        }),
      );
      return false;
    }
    const signedOut = failure.status === 401 || failure.status === 403;
    dispatch(
      planActions.saveFailed({
        clientId,
        save: signedOut ? "signed out" : "waiting",
        reason: failure.status === 401 ? words.youAreSignedOut() : failure.error,
      }),
    );
    // who is signed out is signed out in five seconds as well: it goes on when somebody has signed in
    if (signedOut) tryNoMore(clientId);
    else tryLater(clientId, () => void send(clientId, getState, dispatch));
    return false;
  }
}

listen({
  matcher: isAnyOf(
    planActions.edited,
    planActions.restored,
    planActions.undone,
    planActions.redone,
    planActions.settled,
    planActions.received,
    planActions.refused,
    planActions.retried,
    planActions.saveFailed,
  ),
  effect: (action, listening) => {
    const { clientId } = (action as unknown as { payload: { clientId: string } }).payload;
    const plan = listening.getState().plans.byClient[clientId];
    if (!plan) return;
    // the first answer makes an empty plan: what an earlier page kept is taken over after it
    if (plan.pending.length || !planActions.received.match(action)) ownEdits().keep(plan.program.id, plan.pending);
    else if (action.payload.kept.length) ownEdits().keep(plan.program.id, []);
    if (plan.pending.length && plan.save === "saving")
      void send(clientId, () => listening.getState(), listening.dispatch);
  },
});

/** whoever has signed in again goes on with what was kept */
listen({
  matcher: api.endpoints.session.matchFulfilled,
  effect: (action, listening) => {
    if (!action.payload.coach) return;
    for (const [clientId, plan] of Object.entries(listening.getState().plans.byClient))
      if (plan.pending.length && plan.save === "signed out")
        void send(clientId, () => listening.getState(), listening.dispatch);
  },
});
