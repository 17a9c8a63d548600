/**
 * Room for one analysis at a time: its pose, its forces, its problems and their numbers, used again by the next one.
 * Nothing of an earlier analysis is read before it is written. Two workspaces know nothing of each other.
 */
import { makeForces, type Forces } from "#core/mechanics/loads";
import type { Model } from "#core/mechanics/model";
import { makeProblemRoom, type ProblemRoom } from "#core/mechanics/problem";
import { createState, resetState, type State } from "#core/mechanics/state";

export interface Workspace {
  readonly state: State;
  readonly forces: Forces;
  readonly problems: ProblemRoom;
}

export const makeWorkspace = (model: Model): Workspace => ({
  state: createState(model),
  forces: makeForces(),
  problems: makeProblemRoom(),
});

const kept = new WeakMap<Model, Workspace>();

/** the model's own, for callers that do one thing after the other */
export function workspaceOf(model: Model): Workspace {
  let own = kept.get(model);
  if (!own) kept.set(model, (own = makeWorkspace(model)));
  return own;
}

/** its state, as good as a new one */
export function freshState({ state }: Workspace): State {
  resetState(state);
  return state;
}
