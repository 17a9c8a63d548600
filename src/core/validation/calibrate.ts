/**
 * Calibration: group strengths and reference lengths, inside stated bounds, fitted to published joint torques and to
 * nothing else. Coordinate descent with a shrinking step and a weak pull to no change; no randomness, the same bits
 * each run.
 */
import { calibration } from "#core/anatomy/anatomy";
import type { Model } from "#core/mechanics/model";
import { mean } from "#core/base/numbers";
import { balancedPoints, balancedTorque, isBalanced } from "#core/validation/dynamometer";
import type { Change } from "#core/validation/levers";
import { curvePoints, torqueCurves, torqueOf, type TorqueCurve } from "#core/validation/torque";

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

/** a curve to be met: its error under a change, and the muscles that it speaks of */
interface Target {
  readonly muscles: ReadonlySet<string>;
  readonly error: (change: Change) => number;
}

function targetOf(model: Model, curve: TorqueCurve): Target {
  // what is read with the limb strapped is the sum of all that pull; at the shoulder the rest has to be balanced
  const points = isBalanced(curve)
    ? balancedPoints(model, curve).map((p) => ({ ...p, torque: (change: Change) => balancedTorque(p, change) }))
    : curvePoints(model, curve).map((p) => ({ ...p, torque: (change: Change) => torqueOf(p.levers, change) }));
  return {
    muscles: new Set(points.flatMap((p) => p.levers.map((l) => l.muscle))),
    error: (change) => mean(points.map((p) => (p.torque(change) / p.published - 1) ** 2)),
  };
}

/** @param model compiled with no calibration in it (every factor 1, every offset 0) */
export function calibrate(model: Model): { groups: Fitted; loss: number } {
  const names = Object.keys(calibration.groups);
  const groupOf = new Map(names.flatMap((g) => calibration.groups[g]!.muscles.map((m) => [m, g] as const)));
  const targets = torqueCurves.filter((c) => c.use === "fit").map((c) => targetOf(model, c));
  const groups: Fitted = Object.fromEntries(names.map((n) => [n, { strength: 1, referenceLength: 0 }]));
  const none = { strength: 1, referenceLength: 0 };
  const change = (muscle: string) => groups[groupOf.get(muscle) ?? ""] ?? none;
  const errors = targets.map((t) => t.error(change));
  const ofGroup = new Map(
    names.map((n) => [
      n,
      targets.flatMap((t, i) => (calibration.groups[n]!.muscles.some((m) => t.muscles.has(m)) ? [i] : [])),
    ]),
  );
  /** with what a group's change does to the curves that speak of it */
  const loss = (changed: string | null = null) => {
    for (const i of changed ? ofGroup.get(changed)! : []) errors[i] = targets[i]!.error(change);
    let sum = errors.reduce((s, e) => s + e, 0);
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
          const before = [...errors];
          const now = loss(name);
          if (now < best - 1e-12) best = now;
          else {
            g[key] = was;
            errors.splice(0, errors.length, ...before);
          }
        }
    }
    if (before - best < 1e-6) step /= 2;
    if (step < 1e-3) break;
  }
  return { groups, loss: best };
}
