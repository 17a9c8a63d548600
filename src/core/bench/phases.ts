/** Who works when: the muscles that lead at the start, in the middle and at the end of a rep, and what opposes. */
import type { Analysis } from "#core/mechanics/analyse";
import { findHead, volumeOf } from "#core/anatomy/anatomy";

export const PHASES = ["start", "middle", "end"] as const;
export type Phase = (typeof PHASES)[number];

export interface PhaseShare {
  phase: Phase;
  /** share of the activation x volume of those that lift, largest first */
  muscles: { muscle: string; share: number }[];
}

/** of all the rep's lifting work: a muscle under it only holds, and leads nothing */
const LIFTS = 0.03;

/**
 * Each muscle's activation x volume over all muscles', from one sample to before another, largest first; muscles that
 * only hold through the rep are left out.
 */
export function phasesIn(a: Analysis, from: number, to: number): PhaseShare["muscles"] {
  const lifted = new Map<string, number>();
  for (const h of a.heads) lifted.set(h.muscle, (lifted.get(h.muscle) ?? 0) + (h.metrics?.shareOfAll ?? 0));
  const sums = new Map<string, number>();
  for (const h of a.heads) {
    if (lifted.get(h.muscle)! < LIFTS) continue;
    let sum = 0;
    for (let i = from; i < to; i++) sum += h.activation[i]!;
    sums.set(h.muscle, (sums.get(h.muscle) ?? 0) + (sum / (to - from)) * volumeOf(findHead(h.id)!));
  }
  const all = [...sums.values()].reduce((s, x) => s + x, 0) || 1;
  return [...sums].map(([muscle, x]) => ({ muscle, share: x / all })).sort((p, q) => q.share - p.share);
}

/** the same by third of the rep */
export function phasesOf(a: Analysis): PhaseShare[] {
  const n = a.s.length;
  return PHASES.map((phase, k) => {
    const from = Math.floor((k * n) / 3);
    return { phase, muscles: phasesIn(a, from, Math.max(from + 1, Math.floor(((k + 1) * n) / 3))) };
  });
}
