/**
 * From logged sets to a client's strength by muscle group, and only then to kilograms. The model's largest load of a
 * setup depends on each group's strength through its elasticity (d ln load / d ln strength, from the load problem's
 * duals); so the logarithms of lifted loads are linear in the logarithms of strengths, and a Gaussian belief about them
 * is updated set by set (Kalman 1960, the scalar case), linearised anew a few times where the limiter changes.
 */
import { calibration, heads } from "#core/anatomy/anatomy";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import type { Body, Model } from "#core/mechanics/model";
import { loadFor, maximumOf } from "#core/training/strength";

/** what was lifted, in the load's own meaning (per hand, total, stack, added) */
export interface LiftedSet {
  exerciseId: string;
  values: Readonly<Record<string, number>>;
  kg: number;
  reps: number;
  reserve: number;
}

export interface GroupStrength {
  group: string;
  muscles: string[];
  /** over the model's body of this size */
  factor: number;
  /** standard deviation of its logarithm: 0.1 is about a tenth either way */
  spread: number;
  /** whether the sets say more of this group than of any other */
  told: boolean;
}

export interface LoadBelief {
  key: string;
  /** kg once, in the load's own meaning; null where the mechanics cannot lift it */
  maximum: number | null;
  spread: number;
  /** muscles that end the set and that it is not for, with their part in ending it */
  weakLinks: { muscle: string; part: number }[];
}

export interface ClientStrength {
  /** lifts that were used, one a setup, the best of it */
  lifts: number;
  groups: GroupStrength[];
  loads: LoadBelief[];
}

/** before any set: all groups together within a factor of about 1.8, each within a fifth of the others */
const PRIOR = { together: 0.6, apart: 0.2 };
/** how far a lifted load strays: the day and the reps rule, and what the model has wrong about an exercise */
const DAY = 0.1;
const MODEL = 0.15;
const ROUNDS = 4;
/** under this the body's own weight is nearly all of the load and a ratio says nothing, kg */
const LEAST_LOAD = 1;
const WEAK = 0.25;

const names = Object.keys(calibration.groups);
const groupIndex = new Map(names.flatMap((g, i) => calibration.groups[g]!.muscles.map((m) => [m, i] as const)));
const setupOf = (s: { exerciseId: string; values: Readonly<Record<string, number>> }) => {
  const exercise = findExercise(s.exerciseId);
  return exercise ? resolveSetup(exercise, s.values) : null;
};

function modelWith(body: Body, log: Float64Array): Model {
  const strength: Record<string, number> = {};
  for (const h of heads) strength[h.id] = Math.exp(log[groupIndex.get(h.muscle) ?? -1] ?? 0);
  return compileModel({
    ...body,
    variation: { strength, referenceLength: {}, fibreLength: {}, momentArm: {}, limbs: {} },
  });
}

function elasticities(a: Analysis): Float64Array {
  const e = new Float64Array(names.length);
  for (const l of a.limiters) {
    const g = groupIndex.get(l.muscle);
    if (g !== undefined) e[g]! += l.elasticity;
  }
  return e;
}

/** variance of a linear reading e of the belief P, and P e */
function reading(P: Float64Array, e: Float64Array): { variance: number; Pe: Float64Array } {
  const n = e.length;
  const Pe = new Float64Array(n);
  let variance = 0;
  for (let r = 0; r < n; r++) {
    for (let c = 0; c < n; c++) Pe[r]! += P[r * n + c]! * e[c]!;
    variance += e[r]! * Pe[r]!;
  }
  return { variance, Pe };
}

/** the best set of each setup: the largest load of a single rep it stands for */
function bestLifts(sets: readonly LiftedSet[]) {
  const best = new Map<string, { setup: NonNullable<ReturnType<typeof setupOf>>; maximum: number }>();
  for (const s of sets) {
    const setup = setupOf(s);
    if (!setup || !(s.kg > 0) || s.reps < 1) continue;
    const maximum = maximumOf(s.kg, s.reps, s.reserve);
    if (maximum > (best.get(setup.key)?.maximum ?? 0)) best.set(setup.key, { setup, maximum });
  }
  return [...best.values()];
}

/**
 * @param sets what was logged lately; without any that can be used nothing is said in kilograms
 * @param wanted setups whose loads are asked for
 */
export function clientStrength(
  body: Body,
  sets: readonly LiftedSet[],
  wanted: readonly { exerciseId: string; values: Readonly<Record<string, number>> }[],
): ClientStrength {
  const n = names.length;
  const lifts = bestLifts(sets);
  const prior = Float64Array.from(
    { length: n * n },
    (_, k) => PRIOR.together ** 2 + (k % (n + 1) === 0 ? PRIOR.apart ** 2 : 0),
  );
  let mean = new Float64Array(n);
  let P = prior;
  let used = 0;
  for (let round = 0; round < ROUNDS && lifts.length > 0; round++) {
    const model = modelWith(body, mean);
    const readings = lifts.flatMap(({ setup, maximum }) => {
      const a = analyse(model, setup);
      if (!a.feasible || a.rawLoad < LEAST_LOAD) return [];
      const e = elasticities(a);
      // ln maximum = ln raw(mean) + e (x - mean): what is left to be told by x itself
      return [{ e, z: Math.log(maximum / a.rawLoad) + e.reduce((s, v, g) => s + v * mean[g]!, 0) }];
    });
    used = readings.length;
    const next = new Float64Array(n);
    P = Float64Array.from(prior);
    for (const { e, z } of readings) {
      const { variance, Pe } = reading(P, e);
      const total = variance + DAY ** 2 + MODEL ** 2;
      const miss = z - e.reduce((s, v, g) => s + v * next[g]!, 0);
      for (let r = 0; r < n; r++) {
        next[r]! += (Pe[r]! * miss) / total;
        for (let c = 0; c < n; c++) P[r * n + c]! -= (Pe[r]! * Pe[c]!) / total;
      }
    }
    mean = next;
  }
  if (used === 0) return { lifts: 0, groups: [], loads: [] };
  const apart = Float64Array.from({ length: n }, (_, g) => Math.sqrt(P[g * n + g]!));
  const least = Math.sqrt(PRIOR.apart ** 2 + Math.min(...apart) ** 2);
  const model = modelWith(body, mean);
  return {
    lifts: used,
    groups: names.map((group, g) => ({
      group,
      muscles: [...calibration.groups[group]!.muscles],
      factor: Math.exp(mean[g]!),
      spread: apart[g]!,
      told: apart[g]! < 0.9 * least,
    })),
    loads: wanted.flatMap((w): LoadBelief[] => {
      const setup = setupOf(w);
      if (!setup) return [];
      const a = analyse(model, setup);
      const all = a.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
      const weakLinks = a.limiters
        .filter((l) => !setup.exercise.targets.includes(l.muscle) && l.elasticity / all >= WEAK)
        .map((l) => ({ muscle: l.muscle, part: l.elasticity / all }));
      if (!a.feasible || a.rawLoad < LEAST_LOAD) return [{ key: setup.key, maximum: null, spread: 0, weakLinks }];
      return [
        {
          key: setup.key,
          maximum: a.rawLoad,
          spread: Math.sqrt(reading(P, elasticities(a)).variance + MODEL ** 2),
          weakLinks,
        },
      ];
    }),
  };
}

/** kg to expect for so many reps with so much in reserve, two thirds of the time; null where nothing is known */
export function expectedLoad(
  belief: LoadBelief,
  reps: { low: number; high: number },
  reserve: number,
): { low: number; likely: number; high: number } | null {
  if (belief.maximum === null) return null;
  const at = (r: number, sign: number) => loadFor(belief.maximum! * Math.exp(sign * belief.spread), r, reserve);
  return { low: at(reps.high, -1), likely: at((reps.low + reps.high) / 2, 0), high: at(reps.low, 1) };
}

/** a load that cannot well be: outside three spreads of what is expected; usually the unit or what the number means */
export function isUnlikely(belief: LoadBelief, kg: number, reps: number, reserve: number): boolean {
  return (
    belief.maximum !== null &&
    kg > 0 &&
    Math.abs(Math.log(maximumOf(kg, reps, reserve) / belief.maximum)) > 3 * belief.spread
  );
}
