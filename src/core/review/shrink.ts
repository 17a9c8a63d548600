/**
 * Few data pulled to the mean of all, as far as they are few: a random effect a setup and one a client, by alternating
 * between them (the model is a two-way random-effects layout; Searle, Casella and McCulloch 1992), and rates as gamma
 * mixtures of Poisson counts.
 */
import { mean, sum } from "#core/base/numbers";

export interface Shrunk {
  mean: number;
  sd: number;
}

/** a reading of one setup by one client */
export interface Reading {
  setup: string;
  client: string;
  y: number;
  /** variance of y */
  v: number;
}

export interface Prior {
  sd: number;
  weight: number;
}

const ROUNDS = 30;

function groups(list: readonly Reading[], key: "setup" | "client"): Map<string, Reading[]> {
  const by = new Map<string, Reading[]>();
  for (const r of list) by.set(r[key], [...(by.get(r[key]) ?? []), r]);
  return by;
}

/** each group's effect given the others', and the spread of such effects */
function effects(
  by: Map<string, Reading[]>,
  rest: (r: Reading) => { y: number; v: number },
  tau2: number,
  prior: Prior,
): { found: Map<string, Shrunk>; tau2: number } {
  const found = new Map<string, Shrunk>();
  let squares = 0;
  for (const [id, list] of by) {
    const told = list.map(rest);
    const weight = sum(told.map((t) => 1 / t.v));
    const variance = 1 / (1 / tau2 + weight);
    const m = variance * told.reduce((s, t) => s + t.y / t.v, 0);
    found.set(id, { mean: m, sd: Math.sqrt(variance) });
    squares += m ** 2 + variance;
  }
  return { found, tau2: (squares + prior.weight * prior.sd ** 2) / (by.size + prior.weight) };
}

/**
 * y = mu + client + setup + noise. @param within variance between lines of one setup beside their own
 * @param widen what the spread of a setup's effect is taken times: the spread of effects is itself estimated
 */
export function twoWay(
  list: readonly Reading[],
  setup: Prior,
  client: Prior,
  within: number,
  widen: number,
): { mu: number; setups: Map<string, Shrunk>; tau: number } {
  const [bySetup, byClient] = [groups(list, "setup"), groups(list, "client")];
  let [tauS, tauC] = [setup.sd ** 2, client.sd ** 2];
  let setups = new Map<string, Shrunk>();
  let clients = new Map<string, Shrunk>();
  const of = (m: Map<string, Shrunk>, id: string): Shrunk => m.get(id) ?? { mean: 0, sd: 0 };
  let mu = list.length ? mean(list.map((r) => r.y)) : 0;
  for (let round = 0; round < ROUNDS && list.length > 0; round++) {
    const weights = list.map((r) => 1 / (r.v + within));
    const before = mu;
    mu =
      list.reduce((s, r, i) => s + weights[i]! * (r.y - of(setups, r.setup).mean - of(clients, r.client).mean), 0) /
      sum(weights);
    const s = effects(
      bySetup,
      (r) => ({
        y: r.y - mu - of(clients, r.client).mean,
        v: r.v + within + of(clients, r.client).sd ** 2,
      }),
      tauS,
      setup,
    );
    [setups, tauS] = [s.found, s.tau2];
    const c = effects(
      byClient,
      (r) => ({ y: r.y - mu - of(setups, r.setup).mean, v: r.v + within + of(setups, r.setup).sd ** 2 }),
      tauC,
      client,
    );
    [clients, tauC] = [c.found, c.tau2];
    if (round > 5 && Math.abs(mu - before) < 1e-9) break;
  }
  for (const [id, e] of setups) setups.set(id, { mean: e.mean, sd: widen * e.sd });
  return { mu, setups, tau: Math.sqrt(tauS) };
}

/** ln gamma (Lanczos 1964, g = 7) */
function lnGamma(x: number): number {
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  const z = x - 1;
  const t = z + 7.5;
  const series = c.slice(1).reduce((s, v, i) => s + v / (z + i + 1), c[0]!);
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(series);
}

export interface Rate extends Shrunk {
  /** of the logarithm of the rate over the mean of all, for a nudge */
  ln: Shrunk;
}

/**
 * Events a workout of each setup: a gamma prior whose shape is chosen by marginal likelihood (empirical Bayes, Robbins
 * 1956). Counts and exposures are divided by what clients cluster by.
 * @param shape of the prior of the shape: its logarithm's mean and standard deviation
 */
export function rates(
  list: readonly { setup: string; events: number; workouts: number }[],
  shape: { ln: number; sd: number },
  clustered: number,
): { mean: number; setups: Map<string, Rate> } {
  const told = list.map((r) => ({ ...r, y: r.events / clustered, n: r.workouts / clustered }));
  const all = sum(told.map((r) => r.n));
  // half an event, so that a practice without any is not sure that there will be none
  const M = (sum(told.map((r) => r.y)) + 0.5) / Math.max(1, all);
  let [best, a] = [Number.NEGATIVE_INFINITY, Math.exp(shape.ln)];
  for (let k = -30; k <= 30; k++) {
    const tried = Math.exp(shape.ln + (k / 10) * shape.sd);
    const b = tried / M;
    const likelihood = told.reduce(
      (s, r) => s + lnGamma(tried + r.y) - lnGamma(tried) + tried * Math.log(b / (b + r.n)) - r.y * Math.log(b + r.n),
      -0.5 * (k / 10) ** 2,
    );
    if (likelihood > best) [best, a] = [likelihood, tried];
  }
  const setups = new Map<string, Rate>();
  for (const r of told) {
    const [shapeAfter, rateAfter] = [a + r.y, a / M + r.n];
    const m = shapeAfter / rateAfter;
    setups.set(r.setup, {
      mean: m,
      sd: Math.sqrt(shapeAfter) / rateAfter,
      ln: { mean: Math.log(m / M), sd: 1 / Math.sqrt(shapeAfter) },
    });
  }
  return { mean: M, setups };
}
