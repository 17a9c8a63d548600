/** Logged sets as lifts of their setups: what a client's strength is told from. */
import type { Prescription } from "#core/planning/program";
import type { LiftedSet } from "#core/training/belief";
import type { Entry } from "#core/training/entry";
import { countedReps, inKg, loadOf } from "#core/training/progression";

/** days of log that tell of today's strength */
export const STRENGTH_DAYS = 56;
export type Line = Pick<Prescription, "id" | "exerciseId" | "values" | "purpose">;

/** logged sets of work with a load, a reserve and full reps, as lifts of their setups */
export function liftedSets(lines: readonly Line[], entries: readonly Entry[], since: number): LiftedSet[] {
  return lines
    .filter((p) => p.purpose === "work")
    .flatMap((p) =>
      entries.flatMap((e) => {
        const load = loadOf(e);
        if (
          e.prescriptionId !== p.id ||
          e.instead ||
          e.voided ||
          !load ||
          e.reserve === null ||
          Date.parse(e.at) < since
        )
          return [];
        return [
          { exerciseId: p.exerciseId, values: p.values, kg: inKg(load), reps: countedReps(e), reserve: e.reserve },
        ];
      }),
    );
}
