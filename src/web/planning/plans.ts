/**
 * Plans being edited: the server's document, the edits it has not kept yet, and undo. The page always shows document +
 * pending edits; pending edits survive a reload and a server that is away, and nothing is overwritten silently: each is
 * sent against the version it was made on, whatever the page has learnt since.
 */
import { plans as said } from "#core/words/web/planning";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { applyOperation } from "#core/program/edit";
import type { Conflict, Edit, Operation, Program } from "#core/program/document";
import { unwritableText } from "#core/base/text";

export type SaveState = "saved" | "saving" | "waiting" | "conflict" | "signed out";

/** an edit with the version of the program that whoever made it saw */
export interface PendingEdit extends Edit {
  base: number;
}

/** what the server will not take, ever: shown until somebody drops it */
export interface RefusedOne {
  edit: PendingEdit;
  reason: string;
}

export interface Plan {
  program: Program;
  version: number;
  pending: PendingEdit[];
  refused: RefusedOne[];
  /** own edits that the server has kept, with the version they came to */
  kept: { id: string; version: number }[];
  save: SaveState;
  /** why it is not saved, in words */
  reason: string | null;
  conflicts: Conflict[];
  /** inverses, newest last */
  undo: Operation[][];
  redo: Operation[][];
}

export interface PlansState {
  byClient: Record<string, Plan>;
}

/** a store that holds plans, whatever else it holds */
export interface WithPlans {
  plans: PlansState;
}

export const EMPTY: PlansState = { byClient: {} };

/** the document with pending edits on top; edits that no longer apply are passed over */
export function shownProgram(plan: Pick<Plan, "program" | "pending">): Program {
  let program = plan.program;
  for (const edit of plan.pending) {
    const result = applyOperation(program, edit.operation);
    if (!("refused" in result)) program = result.program;
  }
  return program;
}

/** edits of one go: those at the front that were made on one version, and what was kept of one's own since */
export function nextBatch(plan: Plan, most: number): { base: number; edits: PendingEdit[]; after: string[] } {
  const base = plan.pending[0]?.base ?? plan.version;
  const end = plan.pending.findIndex((e) => e.base !== base);
  const edits = plan.pending.slice(0, Math.min(most, end < 0 ? plan.pending.length : end));
  return { base, edits, after: plan.kept.filter((k) => k.version > base).map((k) => k.id) };
}

const bare = ({ id, operation }: PendingEdit): Edit => ({ id, operation });
export const asEdits = (edits: readonly PendingEdit[]): Edit[] => edits.map(bare);

/** @throws RangeError where there are fewer ids than operations: an edit without one would be kept twice or never */
function make(plan: Plan, operations: readonly Operation[], ids: readonly string[]): Operation[] | null {
  if (ids.length < operations.length) throw new RangeError("every edit needs an id of its own");
  let program = shownProgram(plan);
  const inverse: Operation[] = [];
  const edits: PendingEdit[] = [];
  for (const [i, operation] of operations.entries()) {
    const result = unwritableText(operation) === null ? applyOperation(program, operation) : { refused: said.noText() };
    if ("refused" in result) {
      plan.reason = said.notDoneRefused({ refused: result.refused });
      return null;
    }
    program = result.program;
    inverse.unshift(...result.inverse);
    edits.push({ id: ids[i]!, operation, base: plan.version });
  }
  plan.pending.push(...edits);
  plan.reason = null;
  if (plan.save === "saved") plan.save = "saving";
  return inverse;
}

interface Received {
  clientId: string;
  program: Program;
  version: number;
  /** ids of edits that are in it now */
  kept: string[];
}

const slice = createSlice({
  name: "plans",
  initialState: EMPTY,
  reducers: {
    /** what the server holds now, from loading or from saving */
    received(state, { payload }: PayloadAction<Received>) {
      const plan = state.byClient[payload.clientId];
      if (!plan) {
        state.byClient[payload.clientId] = {
          program: payload.program,
          version: payload.version,
          pending: [],
          refused: [],
          kept: [],
          save: "saved",
          reason: null,
          conflicts: [],
          undo: [],
          redo: [],
        };
        return;
      }
      const gone = new Set(payload.kept);
      plan.pending = plan.pending.filter((e) => !gone.has(e.id));
      plan.kept.push(...payload.kept.map((id) => ({ id, version: payload.version })));
      if (payload.version >= plan.version) {
        plan.program = payload.program;
        plan.version = payload.version;
      }
      if (plan.pending.length === 0) plan.kept = [];
      if (plan.save !== "conflict") plan.save = plan.pending.length ? "saving" : "saved";
    },
    edited(state, { payload }: PayloadAction<{ clientId: string; operations: Operation[]; ids: string[] }>) {
      const plan = state.byClient[payload.clientId];
      if (!plan) return;
      const inverse = make(plan, payload.operations, payload.ids);
      if (!inverse) return;
      plan.undo.push(inverse);
      plan.redo = [];
    },
    /** edits that an earlier page left unsent, on the versions they were made on */
    restored(state, { payload }: PayloadAction<{ clientId: string; edits: PendingEdit[] }>) {
      const plan = state.byClient[payload.clientId];
      if (!plan) return;
      const known = new Set(plan.pending.map((e) => e.id));
      const fresh = payload.edits.filter((e) => !known.has(e.id));
      if (fresh.length === 0) return;
      plan.pending = [...fresh, ...plan.pending];
      if (plan.save === "saved") plan.save = "saving";
    },
    undone(state, { payload }: PayloadAction<{ clientId: string; ids: string[] }>) {
      const plan = state.byClient[payload.clientId];
      const operations = plan?.undo.pop();
      if (!plan || !operations) return;
      const inverse = make(plan, operations, payload.ids);
      if (inverse) plan.redo.push(inverse);
    },
    redone(state, { payload }: PayloadAction<{ clientId: string; ids: string[] }>) {
      const plan = state.byClient[payload.clientId];
      const operations = plan?.redo.pop();
      if (!plan || !operations) return;
      const inverse = make(plan, operations, payload.ids);
      if (inverse) plan.undo.push(inverse);
    },
    /** edits that the server will never make, with its reasons; the others of their batch are kept */
    refused(state, { payload }: PayloadAction<{ clientId: string; refused: { edit: PendingEdit; reason: string }[] }>) {
      const plan = state.byClient[payload.clientId];
      if (!plan) return;
      const ids = new Set(payload.refused.map((r) => r.edit.id));
      plan.pending = plan.pending.filter((e) => !ids.has(e.id));
      plan.refused.push(...payload.refused);
      if (plan.save !== "conflict") plan.save = plan.pending.length ? "saving" : "saved";
    },
    /** somebody has read why it was refused, and gives it up */
    dropped(state, { payload }: PayloadAction<{ clientId: string; editId: string }>) {
      const plan = state.byClient[payload.clientId];
      if (plan) plan.refused = plan.refused.filter((r) => r.edit.id !== payload.editId);
    },
    /** once more, on top of what is there now: for what was mended elsewhere, such as a day that had gone */
    retried(state, { payload }: PayloadAction<{ clientId: string; editId: string }>) {
      const plan = state.byClient[payload.clientId];
      const again = plan?.refused.find((r) => r.edit.id === payload.editId);
      if (!plan || !again) return;
      plan.refused = plan.refused.filter((r) => r !== again);
      plan.pending.push({ ...again.edit, base: plan.version });
      if (plan.save === "saved") plan.save = "saving";
    },
    saveFailed(
      state,
      {
        payload,
      }: PayloadAction<{
        clientId: string;
        save: SaveState;
        reason: string;
        conflicts?: Conflict[];
        program?: Program;
        version?: number;
      }>,
    ) {
      const plan = state.byClient[payload.clientId];
      if (!plan) return;
      plan.save = payload.save;
      plan.reason = payload.reason;
      plan.conflicts = payload.conflicts ?? [];
      if (payload.program && payload.version !== undefined && payload.version >= plan.version) {
        plan.program = payload.program;
        plan.version = payload.version;
      }
    },
    /** a choice for one clashing edit: send mine on top of theirs, which has been seen now, or leave theirs */
    settled(state, { payload }: PayloadAction<{ clientId: string; editId: string; keep: "mine" | "theirs" }>) {
      const plan = state.byClient[payload.clientId];
      if (!plan) return;
      plan.pending =
        payload.keep === "theirs"
          ? plan.pending.filter((e) => e.id !== payload.editId)
          : plan.pending.map((e) => (e.id === payload.editId ? { ...e, base: plan.version } : e));
      plan.conflicts = plan.conflicts.filter((c) => c.editId !== payload.editId);
      if (plan.conflicts.length === 0) {
        plan.save = plan.pending.length ? "saving" : "saved";
        plan.reason = null;
      }
    },
    reasonRead(state, { payload }: PayloadAction<string>) {
      const plan = state.byClient[payload];
      if (plan) plan.reason = null;
    },
  },
});

export const planActions = slice.actions;
export const plansReducer = slice.reducer;
