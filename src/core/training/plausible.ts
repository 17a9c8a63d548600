/**
 * Which loads a client can well have lifted, by prescription: from the client's other lifts, never from the one in
 * question.
 */
import type { Body } from "#core/mechanics/model";
import { clientStrength, maximumAt, UNLIKELY, type LiftedSet } from "#core/training/client-strength";
import type { Prescription } from "#core/planning/program";
import type { Entry } from "#core/training/entry";
import { countedReps, inKg, loadOf, type Bound } from "#core/training/progression";

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

/** @returns by prescription id; nothing where no other exercise has been lifted */
export function plausibleLoads(
  body: Body,
  lines: readonly Line[],
  entries: readonly Entry[],
  since: number,
): Record<string, Bound> {
  const out: Record<string, Bound> = {};
  for (const p of lines) {
    const others = liftedSets(
      lines.filter((q) => q.exerciseId !== p.exerciseId),
      entries,
      since,
    );
    const [belief] = others.length
      ? clientStrength(body, others, [{ exerciseId: p.exerciseId, values: p.values }]).loads
      : [];
    // with nothing but other muscles known the belief is wide, and flags only what is absurd
    if (belief && belief.maximum !== null)
      out[p.id] = { low: maximumAt(belief, -UNLIKELY), high: maximumAt(belief, UNLIKELY), body: belief.body };
  }
  return out;
}
