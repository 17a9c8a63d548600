/** Who works when: the muscles that lead at the start, in the middle and at the end of a rep, and what opposes. */
import type { Analysis } from "#core/mechanics/analyse";
import { findHead, volumeOf } from "#core/anatomy/anatomy";

export const PHASES = ["start", "middle", "end"] as const;
export type Phase = (typeof PHASES)[number];

export interface PhaseShare {
  phase: Phase;
  /** share of the tension x volume that works in it, largest first */
  muscles: { muscle: string; share: number }[];
}

/** by third of the rep: each muscle's activation x volume over all muscles' */
export function phasesOf(a: Analysis): PhaseShare[] {
  const n = a.s.length;
  return PHASES.map((phase, k) => {
    const [from, to] = [Math.floor((k * n) / 3), Math.max(Math.floor((k * n) / 3) + 1, Math.floor(((k + 1) * n) / 3))];
    const sums = new Map<string, number>();
    for (const h of a.heads) {
      let sum = 0;
      for (let i = from; i < to; i++) sum += h.activation[i]!;
      sums.set(h.muscle, (sums.get(h.muscle) ?? 0) + (sum / (to - from)) * volumeOf(findHead(h.id)!));
    }
    const all = [...sums.values()].reduce((s, x) => s + x, 0) || 1;
    const muscles = [...sums].map(([muscle, x]) => ({ muscle, share: x / all })).sort((p, q) => q.share - p.share);
    return { phase, muscles };
  });
}
