/**
 * From logged sets to a client's strength by muscle group, and only then to kilograms. The model's largest load of a
 * setup depends on each group's strength through its elasticity (d ln load / d ln strength, from the load problem's
 * duals); so the logarithms of lifted loads are linear in the logarithms of strengths, and a Gaussian belief about them
 * is updated set by set (Kalman 1960, the scalar case), linearised anew a few times where the limiter changes.
 */
import { calibration, heads } from "#core/anatomy/anatomy";
import { setupAsked, type SetupAsk } from "#core/exercises/asked";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import type { Body, Model } from "#core/mechanics/model";
import { bodyLoadOf } from "#core/planning/loading";
import type { LiftedSet, LoadBelief } from "#core/training/belief";
import { maximumOf } from "#core/training/strength";

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
/** kg of load and body under which a ratio says nothing */
const LEAST_LOAD = 1;

const names = Object.keys(calibration.groups);
const groupIndex = new Map(names.flatMap((g, i) => calibration.groups[g]!.muscles.map((m) => [m, i] as const)));

/** a body of this size in which each group is so many times as strong as the model's */
function strongAs(body: Body, factor: (group: number) => number): Body {
  const strength: Record<string, number> = {};
  for (const h of heads) {
    const group = groupIndex.get(h.muscle);
    strength[h.id] = group === undefined ? 1 : factor(group);
  }
  return { ...body, variation: { strength, referenceLength: {}, fibreLength: {}, momentArm: {}, limbs: {} } };
}
const modelWith = (body: Body, log: Float64Array): Model => compileModel(strongAs(body, (g) => Math.exp(log[g]!)));

/** the client's own body: their size, and what their sets say of their strength */
export function ownBody(body: Body, { groups }: Pick<ClientStrength, "groups">): Body {
  const factors = new Map(groups.map((g) => [g.group, g.factor]));
  return strongAs(body, (g) => factors.get(names[g]!) ?? 1);
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

/** the sets of each setup */
function bySetup(sets: readonly LiftedSet[]) {
  const all = new Map<string, { setup: NonNullable<ReturnType<typeof setupAsked>>; sets: LiftedSet[] }>();
  for (const s of sets) {
    const setup = setupAsked(s);
    if (!setup || s.reps < 1) continue;
    const known = all.get(setup.key);
    if (known) known.sets.push(s);
    else all.set(setup.key, { setup, sets: [s] });
  }
  return [...all.values()];
}

/** what is lifted in a setup, load and body: kg once in this model, and how much of it is the body */
function liftOf(model: Model, a: Analysis): { all: number; body: number } | null {
  const body = bodyLoadOf(a, model.body.mass);
  return a.feasible && a.rawLoad + body >= LEAST_LOAD ? { all: a.rawLoad + body, body } : null;
}

/** d ln (load and body) / d ln strength of a group: a load is told in elasticities of its own */
function elasticities(a: Analysis, { all, body }: { all: number; body: number }): Float64Array {
  const e = new Float64Array(names.length);
  for (const l of a.limiters) {
    // a grip is as strong as what closes the fingers
    const g = groupIndex.get(l.muscle === "grip" ? "wrist-flexors" : l.muscle);
    if (g !== undefined) e[g]! += (l.elasticity * (all - body)) / all;
  }
  return e;
}

/** what one setup's best set says: ln of the load of a single rep, by the strengths of the groups */
interface Reading {
  exerciseId: string;
  e: Float64Array;
  z: number;
}

interface Posterior {
  mean: Float64Array;
  /** covariance, row by row */
  P: Float64Array;
}

/** the belief after readings, one after the other (Kalman 1960) */
function posterior(readings: readonly Reading[]): Posterior {
  const n = names.length;
  const mean = new Float64Array(n);
  const P = Float64Array.from(
    { length: n * n },
    (_, k) => PRIOR.together ** 2 + (k % (n + 1) === 0 ? PRIOR.apart ** 2 : 0),
  );
  for (const { e, z } of readings) {
    const { variance, Pe } = reading(P, e);
    const total = variance + DAY ** 2 + MODEL ** 2;
    const miss = z - dot(e, mean);
    for (let r = 0; r < n; r++) {
      mean[r]! += (Pe[r]! * miss) / total;
      for (let c = 0; c < n; c++) P[r * n + c]! -= (Pe[r]! * Pe[c]!) / total;
    }
  }
  return { mean, P };
}

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((s, v, i) => s + v * b[i]!, 0);

interface Estimate extends Posterior {
  /** linearised where the belief came to rest */
  readings: Reading[];
  /** the body of that strength */
  model: Model;
}

/** linearised anew a few times where the limiter changes; null where nothing can be used */
function estimate(body: Body, sets: readonly LiftedSet[]): Estimate | null {
  const lifts = bySetup(sets);
  let readings: Reading[] = [];
  let now = posterior([]);
  for (let round = 0; round < ROUNDS && lifts.length > 0; round++) {
    const model = modelWith(body, now.mean);
    const at = now.mean;
    readings = lifts.flatMap(({ setup, sets }) => {
      const a = analyse(model, setup);
      const lift = liftOf(model, a);
      // the largest load of a single rep that a set stands for
      const best = lift ? Math.max(...sets.map((s) => maximumOf(s.kg + lift.body, s.reps, s.reserve))) : 0;
      if (!lift || best <= 0) return [];
      const e = elasticities(a, lift);
      // ln maximum = ln all(at) + e (x - at): what is left to be told by x itself
      return [{ exerciseId: setup.exercise.id, e, z: Math.log(best / lift.all) + dot(e, at) }];
    });
    now = posterior(readings);
  }
  return readings.length ? { ...now, readings, model: modelWith(body, now.mean) } : null;
}

/**
 * What is believed of a setup's load. @param from the belief to take it from; the estimate's own unless given
 * @returns null where the library does not have it
 */
function beliefOf(wanted: SetupAsk, { mean, model, P }: Estimate, from: Posterior = { mean, P }): LoadBelief | null {
  const setup = setupAsked(wanted);
  if (!setup) return null;
  const a = analyse(model, setup);
  const all = a.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
  const others = a.limiters
    .filter((l) => !setup.exercise.targets.includes(l.muscle))
    .map((l) => ({ muscle: l.muscle, part: l.elasticity / all }));
  const lift = liftOf(model, a);
  if (!lift) return { key: setup.key, maximum: null, body: 0, spread: 0, others };
  const e = elasticities(a, lift);
  const off = Math.exp(dot(e, from.mean) - dot(e, mean));
  const spread = Math.sqrt(reading(from.P, e).variance + MODEL ** 2);
  return { key: setup.key, maximum: off * lift.all - lift.body, body: lift.body, spread, others };
}

/**
 * @param sets what was logged lately; without any that can be used nothing is said in kilograms
 * @param wanted setups whose loads are asked for
 */
export function clientStrength(body: Body, sets: readonly LiftedSet[], wanted: readonly SetupAsk[]): ClientStrength {
  const found = estimate(body, sets);
  if (!found) return { lifts: 0, groups: [], loads: [] };
  const { mean, P, readings } = found;
  const apart = Float64Array.from(mean, (_, g) => Math.sqrt(P[g * mean.length + g]!));
  const least = Math.sqrt(PRIOR.apart ** 2 + Math.min(...apart) ** 2);
  return {
    lifts: readings.length,
    groups: names.map((group, g) => ({
      group,
      muscles: [...calibration.groups[group]!.muscles],
      factor: Math.exp(mean[g]!),
      spread: apart[g]!,
      told: apart[g]! < 0.9 * least,
    })),
    loads: wanted.flatMap((w) => beliefOf(w, found) ?? []),
  };
}

/**
 * The load of each setup as all other exercises tell it, never it itself: one estimate for all, of which each takes out
 * its own readings.
 * @returns in the order asked for; null where nothing else has been lifted
 */
export function beliefsOfOthers(
  body: Body,
  sets: readonly LiftedSet[],
  wanted: readonly SetupAsk[],
): (LoadBelief | null)[] {
  const found = estimate(body, sets);
  return wanted.map((w) => {
    const others = found?.readings.filter((r) => r.exerciseId !== w.exerciseId) ?? [];
    return found && others.length ? beliefOf(w, found, posterior(others)) : null;
  });
}
