/**
 * Which loads a client can well have lifted, by prescription: from the client's other lifts, never from the one in
 * question.
 */
import type { Body } from "#core/mechanics/model";
import { liftedSets, type Line } from "#core/training/lifted";
import { clientStrength } from "#core/training/client-strength";
import { maximumAt, UNLIKELY } from "#core/training/belief";
import type { Entry } from "#core/training/entry";
import type { Bound } from "#core/training/progression";

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
