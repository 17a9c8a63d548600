/**
 * Plans being edited: the server's document, the edits it has not kept yet, and undo. The page always shows document +
 * pending edits; pending edits survive a reload and a server that is away, and nothing is overwritten silently.
 */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { applyOperation } from "#core/planning/edit";
import type { Conflict, Edit, Operation, Program } from "#core/planning/program";

export type SaveState = "saved" | "saving" | "waiting" | "conflict" | "signed out";

export interface Plan {
  program: Program;
  version: number;
  pending: Edit[];
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

/** @throws RangeError where there are fewer ids than operations: an edit without one would be kept twice or never */
function make(plan: Plan, operations: readonly Operation[], ids: readonly string[]): Operation[] | null {
  if (ids.length < operations.length) throw new RangeError("every edit needs an id of its own");
  let program = shownProgram(plan);
  const inverse: Operation[] = [];
  const edits: Edit[] = [];
  for (const [i, operation] of operations.entries()) {
    const result = applyOperation(program, operation);
    if ("refused" in result) {
      plan.reason = `Not done: ${result.refused}.`;
      return null;
    }
    program = result.program;
    inverse.unshift(...result.inverse);
    edits.push({ id: ids[i]!, operation });
  }
  plan.pending.push(...edits);
  plan.reason = null;
  if (plan.save === "saved") plan.save = "saving";
  return inverse;
}

const slice = createSlice({
  name: "plans",
  initialState: EMPTY,
  reducers: {
    /** what the server holds now, from loading or from saving */
    received(
      state,
      { payload }: PayloadAction<{ clientId: string; program: Program; version: number; kept: string[] }>,
    ) {
      const plan = state.byClient[payload.clientId];
      if (!plan) {
        state.byClient[payload.clientId] = {
          program: payload.program,
          version: payload.version,
          pending: [],
          save: "saved",
          reason: null,
          conflicts: [],
          undo: [],
          redo: [],
        };
        return;
      }
      plan.pending = plan.pending.filter((e) => !payload.kept.includes(e.id));
      if (payload.version >= plan.version) {
        plan.program = payload.program;
        plan.version = payload.version;
      }
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
    /** edits that the server could not make; the others of their batch are kept */
    refused(state, { payload }: PayloadAction<{ clientId: string; reason: string }>) {
      const plan = state.byClient[payload.clientId];
      if (plan) plan.reason = payload.reason;
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
      if (payload.program && payload.version !== undefined) {
        plan.program = payload.program;
        plan.version = payload.version;
      }
    },
    /** a choice for one clashing edit: send mine on top of theirs, or leave theirs */
    settled(state, { payload }: PayloadAction<{ clientId: string; editId: string; keep: "mine" | "theirs" }>) {
      const plan = state.byClient[payload.clientId];
      if (!plan) return;
      if (payload.keep === "theirs") plan.pending = plan.pending.filter((e) => e.id !== payload.editId);
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
