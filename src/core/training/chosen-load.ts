/**
 * A chosen load with so many reps in reserve, in a body of the client's own strengths: what of its strength each muscle
 * has left at the last rep, how many reps that leaves, and what the analysis says there. Body weight, friction and
 * balance do not tire, so the rule of `strength.ts` is held against all that is lifted, body and load.
 */
import type { Setup } from "#core/exercises/setup";
import { analyse, type Analysis, type AnalyseOptions } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";
import { bodyLoadOf } from "#core/planning/loading";
import { REPS } from "#core/training/strength";

export interface ChosenLoad {
  /** in the load's own meaning (per hand, total, stack, added) */
  kg: number;
  /** reps left in the tank at the end of the set */
  reserve: number;
}

export interface ChosenSet {
  analysis: Analysis;
  /** reps until only the reserve is left; 0 where not one is possible */
  reps: number;
  /** of a fresh muscle's strength, at the last rep: at most 1 */
  strength: number;
  /** kg that could be lifted once */
  maximum: number;
}

/** @returns null where the setup cannot be lifted, or nothing is left to lift at this load */
export function chosenSet(
  model: Model,
  setup: Setup,
  { kg, reserve }: ChosenLoad,
  options: AnalyseOptions = {},
): ChosenSet | null {
  const fresh = analyse(model, setup, { ...options, frames: false });
  const body = bodyLoadOf(fresh, model.body.mass);
  const lifted = kg + body;
  const most = fresh.rawLoad + body;
  if (!fresh.feasible || lifted <= 0 || most <= 0) return null;
  // at the last rep as much is left as the load and the reserve take
  const strength = Math.min(1, (lifted / most) * (1 + reserve / REPS));
  const toFailure = lifted > most ? 0 : Math.max(1, REPS * (most / lifted - 1) + 1e-9);
  return {
    analysis: analyse(model, setup, { ...options, chosen: { kg, strength } }),
    reps: Math.max(0, Math.floor(toFailure - reserve)),
    strength,
    maximum: fresh.rawLoad,
  };
}
