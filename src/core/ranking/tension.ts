/**
 * Moved tension of a head over a rep, weighed as a school wants it, from the ten slices that a survey keeps: so a
 * weight is changed without new mechanics. Formulas and figures: docs/method/ranking.md.
 */
import { clamp } from "#core/base/numbers";
import type { HeadMetrics, Slices } from "#core/mechanics/metrics";
import { EFFORT } from "#core/mechanics/problem";
import type { Method } from "#core/edition/method";
import type { Weights } from "#core/edition/schools";

export type Counting = Pick<Weights, "length" | "passive" | "shortening" | "part">;

/** no length favoured, the whole rep, holding counts nothing: what decides whether an exercise is for a head at all */
export const NEUTRAL: Counting = { length: 0, passive: 0, shortening: 0.4, part: 1 };

const parts = new Float64Array(64);

/**
 * Mean over the hardest `part` of the rep of (F + passive P min(1, a / .7)) (1 + length (2p - 1)) v', F and P over F0,
 * v' the shortening over what counts in full, 0 to 1.
 */
export function tensionOf(slices: Slices, w: Counting): number {
  const n = slices.force.length;
  for (let k = 0; k < n; k++) {
    const held = slices.force[k]! + w.passive * slices.passive[k]! * Math.min(1, slices.activation[k]! / EFFORT);
    parts[k] =
      held *
      Math.max(0, 1 + w.length * (2 * slices.position[k]! - 1)) *
      clamp(slices.shortening[k]! / Math.max(0.05, w.shortening), 0, 1);
  }
  const sorted = parts.subarray(0, n).sort().reverse();
  const most = Math.max(1e-9, w.part * n);
  let sum = 0;
  for (let k = 0; k < n && k < most; k++) sum += sorted[k]! * Math.min(1, most - k);
  return sum / most;
}

/** what the head could hold at the engine's effort over its usable range, length counted */
export const heldAtMost = ({ attainable: [plain, long] }: Pick<HeadMetrics, "attainable">, length: number): number =>
  EFFORT * Math.max(0.1 * plain, plain + length * long);

/**
 * What stands for the best where the library has nothing good: a share of what the head could hold; less where a way of
 * counting asks for much shortening.
 */
export const leastBest = (m: Pick<HeadMetrics, "attainable">, w: Counting, { best }: Pick<Method["lists"], "best">) =>
  best * heldAtMost(m, w.length) * Math.min(1, 0.5 / Math.max(w.shortening, 0.5));
