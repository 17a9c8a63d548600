/**
 * Calibration: group strengths and reference lengths, inside stated bounds, fitted to published joint torques and to
 * nothing else. Coordinate descent with a shrinking step and a weak pull to no change; no randomness, the same bits
 * each run.
 */
import { calibration } from "#core/anatomy/anatomy";
import type { Model } from "#core/mechanics/model";
import { curvePoints, torqueCurves, torqueOf } from "#core/validation/torque";

/** strength is a factor, kept as its logarithm; lengths are offsets of l */
export const BOUNDS = { strength: [0.45, 2], referenceLength: 0.12 } as const;
/**
 * What is known before any curve: published curves differ by 15 % at least, literature strengths by a factor of two,
 * and reference lengths by as much as they differ between varied bodies (0.08 of the optimum). A change costs
 * accordingly.
 */
const SPREAD = { curve: 0.15, strength: Math.log(2), referenceLength: 0.08 };
const PULL = {
  strength: (SPREAD.curve / SPREAD.strength) ** 2,
  referenceLength: (SPREAD.curve / SPREAD.referenceLength) ** 2,
};
const ROUNDS = 60;

export type Fitted = Record<string, { strength: number; referenceLength: number }>;

/** @param model compiled with no calibration in it (every factor 1, every offset 0) */
export function calibrate(model: Model): { groups: Fitted; loss: number } {
  const names = Object.keys(calibration.groups);
  const groupOf = new Map(names.flatMap((g) => calibration.groups[g]!.muscles.map((m) => [m, g] as const)));
  const curves = torqueCurves.filter((c) => c.use === "fit").map((c) => curvePoints(model, c));
  const groups: Fitted = Object.fromEntries(names.map((n) => [n, { strength: 1, referenceLength: 0 }]));
  const none = { strength: 1, referenceLength: 0 };
  const change = (muscle: string) => groups[groupOf.get(muscle) ?? ""] ?? none;
  const loss = () => {
    let sum = 0;
    for (const points of curves)
      for (const p of points) sum += (torqueOf(p.levers, change) / p.published - 1) ** 2 / points.length;
    for (const g of Object.values(groups))
      sum += PULL.strength * Math.log(g.strength) ** 2 + PULL.referenceLength * g.referenceLength ** 2;
    return sum;
  };
  let best = loss();
  let step = 1;
  for (let round = 0; round < ROUNDS; round++) {
    const before = best;
    for (const name of names) {
      const g = groups[name]!;
      for (const [key, size] of [
        ["strength", 0.15],
        ["referenceLength", 0.03],
      ] as const)
        for (const sign of [1, -1]) {
          const was = g[key];
          const next = key === "strength" ? was * Math.exp(sign * step * size) : was + sign * step * size;
          g[key] =
            key === "strength"
              ? Math.max(BOUNDS.strength[0], Math.min(BOUNDS.strength[1], next))
              : Math.max(-BOUNDS.referenceLength, Math.min(BOUNDS.referenceLength, next));
          const now = loss();
          if (now < best - 1e-12) best = now;
          else g[key] = was;
        }
    }
    if (before - best < 1e-6) step /= 2;
    if (step < 1e-3) break;
  }
  return { groups, loss: best };
}
