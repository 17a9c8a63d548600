/** Microseconds of one analysed setup, and the sharing solver beside a general-purpose QP package on the same problems. */
import quadprog from "quadprog";
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel, DEFAULT_BODY } from "#core/mechanics/model";
import { shareLoad } from "#core/mechanics/sharing";
import { surveySetups } from "#core/mechanics/survey";
import { seededRandom } from "#core/random";
import { median, type BenchRow } from "./row";

const TARGET_US = 1000;

const time = (work: () => void): number => {
  const t = performance.now();
  work();
  return 1000 * (performance.now() - t);
};

/** the same problem for both solvers: min sum V a^2, one torque equality, 0 <= a <= 1 */
function problem(random: () => number) {
  const n = 7;
  const torque = Float64Array.from({ length: n }, () => 5 + 30 * random());
  const V = Float64Array.from({ length: n }, () => 40 + 200 * random());
  return { n, torque, V, b: 0.6 * torque.reduce((s, v) => s + v, 0) };
}

function byPackage({ n, torque, V, b }: ReturnType<typeof problem>): number[] {
  // 1-based arrays: the package is a translation of Fortran
  const row = (values: ArrayLike<number>) => [0, ...Array.from(values)];
  const D = [[], ...Array.from({ length: n }, (_, i) => row(Array.from({ length: n }, (_x, k) => (k === i ? 2 * V[i]! : 0))))];
  const A = [[], ...Array.from({ length: n }, (_, i) => row([torque[i]!, ...Array.from({ length: n }, (_x, k) => (k === i ? 1 : 0)), ...Array.from({ length: n }, (_x, k) => (k === i ? -1 : 0))]))];
  return quadprog.solveQP(D as number[][], row(new Float64Array(n)), A as number[][], row([b, ...new Array<number>(n).fill(0), ...new Array<number>(n).fill(-1)]), 1).solution;
}

export async function benchMechanics(): Promise<BenchRow[]> {
  const model = compileModel();
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  for (let i = 0; i < 30; i++) for (const s of setups) analyse(model, s);
  const each = setups.map((s) => median(Array.from({ length: 60 }, () => time(() => analyse(model, s)))));
  const us = median(each);

  const random = seededRandom(1);
  const problems = Array.from({ length: 400 }, () => problem(random));
  const [a, y] = [new Float64Array(7), new Float64Array(1)];
  const ours = () => problems.forEach((p) => (y.fill(0), shareLoad({ freedoms: 1, heads: p.n, A: p.torque, b: Float64Array.of(p.b), V: p.V }, y, a)));
  const theirs = () => problems.forEach(byPackage);
  ours();
  theirs();
  let worst = 0;
  for (const p of problems) {
    y.fill(0);
    shareLoad({ freedoms: 1, heads: p.n, A: p.torque, b: Float64Array.of(p.b), V: p.V }, y, a);
    byPackage(p).slice(1).forEach((v, i) => (worst = Math.max(worst, Math.abs(v - a[i]!))));
  }
  const [mine, other] = [median(Array.from({ length: 15 }, () => time(ours))) / 400, median(Array.from({ length: 15 }, () => time(theirs))) / 400];
  const survey = median(Array.from({ length: 3 }, () => time(() => surveySetups(setups, DEFAULT_BODY, 12)))) / 1000;
  return [
    { what: "one setup, 41 samples, all metrics (median of the library)", value: `${us.toFixed(0)} us`, baseline: `target ${TARGET_US} us`, ratio: us / TARGET_US },
    { what: "the slowest setup of the library", value: `${Math.max(...each).toFixed(0)} us`, baseline: `target ${TARGET_US} us`, ratio: Math.max(...each) / TARGET_US },
    { what: `sharing one pose (answers differ by at most ${worst.toExponential(0)})`, value: `${mine.toFixed(2)} us`, baseline: `quadprog ${other.toFixed(2)} us`, ratio: mine / other },
    { what: `the library (${setups.length} setups) in 13 bodies`, value: `${survey.toFixed(0)} ms`, baseline: "no baseline", ratio: null },
  ];
}
