/** Logged sets as lifts of their setups: what a client's strength is told from. */
import type { SetupAsk } from "#core/exercises/asked";
import { inKg } from "#core/base/kilograms";
import type { Prescription } from "#core/program/document";
import type { Rules } from "#core/training/rules";
import type { LiftedSet } from "#core/training/belief";
import { asOfNow, countedReps, loadOf, type History } from "#core/training/exposures";
import { flagsOf } from "#core/training/flags";

export type Line = SetupAsk & Pick<Prescription, "id" | "purpose" | "bodyLoad" | "setupKey" | "earlier" | "loadStep">;

/** sets of work with a load, a reserve and full reps, as lifts of their setups; what is flagged counts for nothing */
export function liftedSets(
  lines: readonly Line[],
  history: Pick<History, "entries" | "bounds" | "handedOver">,
  since: number,
  rules: Rules,
): LiftedSet[] {
  return lines
    .filter((p) => p.purpose === "work")
    .flatMap((p) => {
      const entries = asOfNow(p, history);
      const flagged = flagsOf(p, entries, history.bounds[p.id], rules);
      return entries.flatMap((e) => {
        const load = loadOf(e);
        const strict = e.parts[0]!.kind === "full" || e.parts[0]!.kind === "left" || e.parts[0]!.kind === "right";
        if (
          e.prescriptionId !== p.id ||
          e.instead ||
          e.voided ||
          !load ||
          !strict ||
          e.reserve === null ||
          flagged.has(e.id) ||
          Date.parse(e.at) < since
        )
          return [];
        return [
          {
            exerciseId: p.exerciseId,
            values: p.values,
            ...(p.profile ? { profile: p.profile } : {}),
            kg: inKg(load),
            reps: countedReps(e),
            reserve: e.reserve,
          },
        ];
      });
    });
}
