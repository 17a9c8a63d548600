/**
 * Which loads a client can well have lifted, by prescription: from the client's other lifts, never from the one in
 * question.
 */
import type { Body } from "#core/mechanics/model";
import type { Rules } from "#core/planning/reps";
import { maximumAt, UNLIKELY } from "#core/training/belief";
import { beliefsOfOthers } from "#core/training/client-strength";
import type { Bound, History } from "#core/training/exposures";
import { isOutOfBounds } from "#core/training/flags";
import { liftedSets, type Line } from "#core/training/lifted";

type Bounds = Record<string, Bound>;

/**
 * What lies outside of the bounds it gives itself is left out and the rest told once more, so that a slip of the thumb
 * does not move those of the others.
 * @returns by prescription id; nothing where no other exercise has been lifted
 */
export function plausibleLoads(
  body: Body,
  lines: readonly Line[],
  log: Pick<History, "entries" | "handedOver">,
  since: number,
  rules: Rules,
): Bounds {
  const first = boundsFrom(body, lines, { ...log, bounds: {} }, since, rules);
  const odd = log.entries.some((e) => isOutOfBounds(e, first[e.prescriptionId]));
  return odd ? boundsFrom(body, lines, { ...log, bounds: first }, since, rules) : first;
}

function boundsFrom(
  body: Body,
  lines: readonly Line[],
  history: Pick<History, "entries" | "bounds" | "handedOver">,
  since: number,
  rules: Rules,
): Bounds {
  const beliefs = beliefsOfOthers(body, liftedSets(lines, history, since, rules), lines);
  return Object.fromEntries(
    lines.flatMap((p, i) => {
      const belief = beliefs[i];
      // with nothing but other muscles known the belief is wide, and flags only what is absurd
      return belief && belief.maximum !== null
        ? [[p.id, { low: maximumAt(belief, -UNLIKELY), high: maximumAt(belief, UNLIKELY), body: belief.body }] as const]
        : [];
    }),
  );
}
