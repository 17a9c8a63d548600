/** A client's plan: loaded once, shown with its pending edits, changed through operations. */
import { useCallback, useEffect, useMemo } from "react";
import type { Operation, Program } from "#core/program/document";
import { api } from "../base/api";
import { newId } from "../../page/newId";
import { useDispatch, useSelector } from "react-redux";
import { planActions, shownProgram, type Plan, type WithPlans } from "./plans";
import { ownEdits } from "./kept-edits";

export interface OpenPlan {
  plan: Plan | null;
  program: Program | null;
  failed: boolean;
  edit: (...operations: Operation[]) => void;
  undo: () => void;
  redo: () => void;
}

const REFRESH_MS = 8000;

export function usePlan(clientId: string | null): OpenPlan {
  const dispatch = useDispatch();
  const plan = useSelector((s: WithPlans) => (clientId ? (s.plans.byClient[clientId] ?? null) : null));
  const { data, isError } = api.useProgramQuery(clientId ?? "", {
    skip: !clientId,
    pollingInterval: REFRESH_MS,
    skipPollingIfUnfocused: true,
    refetchOnMountOrArgChange: true,
  });
  const known = plan !== null;
  useEffect(() => {
    if (!clientId || !data || data.program.clientId !== clientId) return;
    dispatch(planActions.received({ clientId, ...data, kept: [] }));
    if (!known)
      void ownEdits()
        .takeOver(data.program.id, data.version)
        .then((edits) => dispatch(planActions.restored({ clientId, edits })));
  }, [clientId, data, dispatch, known]);
  const program = useMemo(() => (plan ? shownProgram(plan) : null), [plan]);
  const edit = useCallback(
    (...operations: Operation[]) =>
      clientId && dispatch(planActions.edited({ clientId, operations, ids: operations.map(newId) })),
    [clientId, dispatch],
  );
  const back = plan?.undo.at(-1)?.length ?? 0;
  const forth = plan?.redo.at(-1)?.length ?? 0;
  const undo = useCallback(
    () => clientId && dispatch(planActions.undone({ clientId, ids: Array.from({ length: back }, newId) })),
    [clientId, dispatch, back],
  );
  const redo = useCallback(
    () => clientId && dispatch(planActions.redone({ clientId, ids: Array.from({ length: forth }, newId) })),
    [clientId, dispatch, forth],
  );
  return { plan, program, failed: isError && !plan, edit, undo, redo };
}
