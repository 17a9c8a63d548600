/**
 * What works with us: each setup over all clients of a practice, with bands, and what that is worth in a ranking. Felt
 * and pain speak early; progress hardly ever (12 weeks of it teach almost nothing at any size of a practice). Who gets
 * a setup is not drawn by lot: a client's own pace is taken out, that sore shoulders get the neutral grip is not.
 */
import { clamp, mean, sum } from "#core/base/numbers";
import { below, EIGHT_IN_TEN } from "#core/base/normal";
import type { Fact } from "./facts";
import { monthly } from "./growth";
import { GROWTH_SD } from "./line-filter";
import { rates, twoWay, type Reading, type Shrunk } from "./shrink";

/** of one client */
export interface ClientFacts {
  clientId: string;
  facts: readonly Fact[];
}

export interface Ranged {
  value: number;
  /** eight in ten are between */
  low: number;
  high: number;
}

export interface Nudge {
  /** points of a ranking's hundred, up or down */
  points: number;
  of: Record<Measure, number>;
}
export const MEASURES = ["felt", "pain", "leaving", "progress"] as const;
export type Measure = (typeof MEASURES)[number];

export interface SetupEvidence {
  setupKey: string;
  exerciseId: string;
  name: string;
  clients: number;
  workouts: number;
  sets: number;
  weeks: number;
  /** % of strength a month over what is usual; null where nobody has trained it long enough */
  progress: Ranged | null;
  /** share of workouts felt in the target; null where nobody has said */
  felt: Ranged | null;
  /** workouts in 100 that told of pain: from two reports on never less than was counted */
  pain: Ranged;
  painful: { workouts: number; clients: number };
  /** clients in 100 workouts who gave it up */
  leaving: Ranged;
  left: number;
  nudge: Nudge;
  /** enough clients and sets to be judged */
  enough: boolean;
}

/** points of 100 that each measure may move a score by, and all together; clients and weeks that it takes. Judgement */
export const CAPS: Readonly<Record<Measure, number>> = { felt: 4, pain: 4, leaving: 2, progress: 2 };
export const CAP = 6;
export const LEAST = { clients: 3, sets: 30, progressClients: 11, progressWeeks: 20 } as const;

const PROGRESS = {
  setup: { sd: 0.0006, weight: 10 },
  client: { sd: 0.003, weight: 3 },
  within: 0.001 ** 2,
  widen: 1,
};
/** clients cluster: what is counted stands for fewer events and workouts */
const CLUSTERED = 1.3;
const SHAPES = { pain: { ln: Math.log(1.2), sd: 0.5 }, leaving: { ln: Math.log(3), sd: 0.7 } };
const FELT = { between: 0.03, weight: 4, tau: { variance: 0.02, weight: 4 }, rounds: 20 };

const ranged = (
  { mean: m, sd }: Shrunk,
  scale = 1,
  low = Number.NEGATIVE_INFINITY,
  high = Number.POSITIVE_INFINITY,
): Ranged => ({
  value: scale * m,
  low: Math.max(low, scale * (m - EIGHT_IN_TEN * sd)),
  high: Math.min(high, scale * (m + EIGHT_IN_TEN * sd)),
});

/** growth without what was believed of it before any set: the log's own word */
function unprior({ growth }: Fact, sd: number): { y: number; v: number } | null {
  if (!growth) return null;
  const own = 1 / growth.sd ** 2 - 1 / sd ** 2;
  if (own <= 0) return null;
  return { y: (growth.mean / growth.sd ** 2 - growth.usual / sd ** 2) / own - growth.usual, v: 1 / own };
}

/** share of workouts that were felt in the target, by setup: clients' shares are the data, not workouts */
function feltBySetup(facts: readonly (Fact & { clientId: string })[]): {
  mean: number;
  tau: number;
  setups: Map<string, Shrunk>;
} {
  const said = facts.filter((f) => f.felt.said > 0);
  const all = said.length ? sum(said.map((f) => f.felt.target)) / sum(said.map((f) => f.felt.said)) : 0.5;
  const by = new Map<string, typeof said>();
  for (const f of said) by.set(f.setupKey, [...(by.get(f.setupKey) ?? []), f]);
  // between clients of one setup, pooled over setups
  let [squares, df] = [0, 0];
  for (const list of by.values()) {
    const shares = list.map((f) => f.felt.target / f.felt.said);
    const m = mean(shares);
    squares += Math.max(
      0,
      shares.reduce((s, x, i) => s + (x - m) ** 2 - (m * (1 - m)) / list[i]!.felt.said, 0),
    );
    df += list.length - 1;
  }
  const between = (squares + FELT.weight * FELT.between) / (df + FELT.weight);
  const raw = [...by].map(([setup, list]) => {
    const weights = list.map((f) => {
      // one more of each, so that five of five are not certain
      const p = (f.felt.target + 1) / (f.felt.said + 2);
      return 1 / (between + (p * (1 - p)) / f.felt.said);
    });
    const m = list.reduce((s, f, i) => s + (weights[i]! * f.felt.target) / f.felt.said, 0) / sum(weights);
    return { setup, m, v: 1 / sum(weights) };
  });
  let [mu, tau2] = [all, FELT.tau.variance];
  let setups = new Map<string, Shrunk>();
  for (let round = 0; round < FELT.rounds && raw.length > 0; round++) {
    const weights = raw.map((r) => 1 / (r.v + tau2));
    mu = raw.reduce((s, r, i) => s + weights[i]! * r.m, 0) / sum(weights);
    setups = new Map(
      raw.map(({ setup, m, v }) => {
        const variance = 1 / (1 / tau2 + 1 / v);
        return [setup, { mean: mu + (variance / v) * (m - mu), sd: Math.sqrt(variance) }];
      }),
    );
    const effects = [...setups.values()].map((s) => (s.mean - mu) ** 2 + s.sd ** 2);
    tau2 = (sum(effects) + FELT.tau.weight * FELT.tau.variance) / (raw.length + FELT.tau.weight);
  }
  return { mean: mu, tau: Math.sqrt(tau2), setups };
}

/** within its certainty: nothing where it may as well be nothing */
const part = (cap: number, { mean: m, sd }: Shrunk, tau: number): number =>
  sd > 0 && tau > 0 ? cap * clamp(m / (2 * tau), -1, 1) * (2 * below(Math.abs(m) / sd) - 1) : 0;

const spreadOf = (list: readonly number[]): number => Math.sqrt(mean(list.map((x) => x ** 2)) || 0);

/** @returns a row a setup, the best known first */
export function evidenceOf(clients: readonly ClientFacts[]): SetupEvidence[] {
  const facts = clients.flatMap((c) => c.facts.map((f) => ({ ...f, clientId: c.clientId })));
  const by = new Map<string, typeof facts>();
  for (const f of facts) by.set(f.setupKey, [...(by.get(f.setupKey) ?? []), f]);
  const readings = facts.flatMap((f): Reading[] => {
    const own = unprior(f, GROWTH_SD);
    return own ? [{ setup: f.setupKey, client: f.clientId, ...own }] : [];
  });
  const progress = twoWay(readings, PROGRESS.setup, PROGRESS.client, PROGRESS.within, PROGRESS.widen);
  const felt = feltBySetup(facts);
  const counts = (events: (f: Fact) => number) =>
    [...by].map(([setup, list]) => ({
      setup,
      events: sum(list.map(events)),
      workouts: sum(list.map((f) => f.workouts)),
    }));
  const pain = rates(
    counts((f) => f.pain),
    SHAPES.pain,
    CLUSTERED,
  );
  const leaving = rates(
    counts((f) => (f.left ? 1 : 0)),
    SHAPES.leaving,
    CLUSTERED,
  );
  const spread = {
    pain: spreadOf([...pain.setups.values()].map((r) => r.ln.mean)),
    leaving: spreadOf([...leaving.setups.values()].map((r) => r.ln.mean)),
  };
  const rows = [...by].map(([setupKey, list]): SetupEvidence => {
    const clientsOf = new Set(list.map((f) => f.clientId)).size;
    const workouts = sum(list.map((f) => f.workouts));
    const sets = sum(list.map((f) => f.sets));
    const weeks = Math.max(...list.map((f) => f.weeks));
    const [p, l, f, g] = [
      pain.setups.get(setupKey)!,
      leaving.setups.get(setupKey)!,
      felt.setups.get(setupKey),
      progress.setups.get(setupKey),
    ];
    const painful = {
      workouts: sum(list.map((x) => x.pain)),
      clients: new Set(list.filter((x) => x.pain > 0).map((x) => x.clientId)).size,
    };
    const enough = clientsOf >= LEAST.clients && sets >= LEAST.sets;
    const parts: Record<Measure, number> = {
      felt: f ? part(CAPS.felt, { mean: f.mean - felt.mean, sd: f.sd }, felt.tau) : 0,
      pain: -part(CAPS.pain, p.ln, spread.pain),
      leaving: -part(CAPS.leaving, l.ln, spread.leaving),
      progress:
        g && clientsOf >= LEAST.progressClients && weeks >= LEAST.progressWeeks
          ? part(CAPS.progress, g, progress.tau)
          : 0,
    };
    return {
      setupKey,
      exerciseId: list[0]!.exerciseId,
      name: list[0]!.name,
      clients: clientsOf,
      workouts,
      sets,
      weeks,
      progress: g ? ranged({ mean: monthly(g.mean), sd: monthly(g.sd) }) : null,
      felt: f ? ranged(f, 1, 0, 1) : null,
      pain: neverLess(ranged(p, 100, 0), painful.workouts, workouts),
      painful,
      leaving: ranged(l, 100, 0),
      left: list.filter((x) => x.left).length,
      nudge: enough
        ? { points: clamp(sum(Object.values(parts)), -CAP, CAP), of: parts }
        : { points: 0, of: { felt: 0, pain: 0, leaving: 0, progress: 0 } },
      enough,
    };
  });
  return rows.sort((a, b) => Number(b.enough) - Number(a.enough) || b.nudge.points - a.nudge.points || b.sets - a.sets);
}

/** reports from which on what was counted is believed, however much of it */
const BELIEVED = 2;
/** pain is unequal: what is pulled down to the mean would hide the worst */
function neverLess(shrunk: Ranged, reports: number, workouts: number): Ranged {
  const raw = workouts > 0 ? (100 * reports) / workouts : 0;
  return reports >= BELIEVED && raw > shrunk.value
    ? { value: raw, low: shrunk.low, high: Math.max(shrunk.high, raw) }
    : shrunk;
}
