/**
 * Which loads a client can well have lifted, by prescription: from the client's other lifts, never from the one in
 * question.
 */
import type { Body } from "#core/mechanics/model";
import type { Rules } from "#core/training/rules";
import { maximumAt, UNLIKELY } from "#core/training/belief";
import { beliefsOfOthers } from "#core/training/client-strength";
import type { Entry } from "#core/training/entry";
import type { Bound, History } from "#core/training/exposures";
import { spreadsOff } from "#core/training/flags";
import { liftedSets, type Line } from "#core/training/lifted";

type Bounds = Record<string, Bound>;

/** lines whose sets are taken out one after the other, the farthest off first, before what is left is believed */
const OUTLIERS = 3;

/**
 * A set that lies outside of what all others say is left out and the rest told once more, so that a slip of the thumb
 * moves no bound but its own; of several that contradict each other the one that is farthest off.
 * @returns by prescription id; nothing where no other exercise has been lifted
 */
export function plausibleLoads(
  body: Body,
  lines: readonly Line[],
  { entries, handedOver }: Pick<History, "entries" | "handedOver">,
  since: number,
  rules: Rules,
): Bounds {
  let believed = entries;
  let bounds = boundsFrom(body, lines, { entries, handedOver, bounds: {} }, since, rules);
  for (let i = 0; i < OUTLIERS; i++) {
    const off = (e: Entry) => spreadsOff(e, bounds[e.prescriptionId]);
    const worst = believed.reduce<Entry | null>((w, e) => (off(e) > (w ? off(w) : UNLIKELY) ? e : w), null);
    if (!worst) break;
    believed = believed.filter((e) => e.prescriptionId !== worst.prescriptionId || off(e) <= UNLIKELY);
    bounds = boundsFrom(body, lines, { entries: believed, handedOver, bounds: {} }, since, rules);
  }
  return bounds;
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
