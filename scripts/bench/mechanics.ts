/**
 * Milliseconds of one analysed setup by kind of chain, search over many, memory, and the solvers beside a
 * general-purpose package on the same problems.
 */
import os from "node:os";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { Worker } from "node:worker_threads";
import { build } from "esbuild";
import quadprog from "quadprog";
import { library } from "#core/exercises/library";
import { resolveSetup, type Setup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { shareLoad, type SharingProblem } from "#core/mechanics/sharing";
import { surveySetups } from "#core/mechanics/survey";
import { seededRandom } from "#core/base/random";
import { median, type BenchRow } from "./row";

const OPEN_TARGET_MS = 3;
const CLOSED_TARGET_MS = 8;
const SEARCH_TARGET_S = 3;
const SEARCH = 2000;

const time = (work: () => void): number => {
  const t = performance.now();
  work();
  return performance.now() - t;
};

/** a chain is closed when hands or feet carry the body in a way that must be solved */
const closed = (s: Setup) =>
  s.exercise.chains.includes("leg") || s.exercise.balance !== undefined || !["seat", "bench", "feet"].includes(s.on);

/** sharing problems of the size of an arm: min sum V a^2, m torque equalities, 0 <= a <= 1, solvable */
function problem(random: () => number): SharingProblem {
  const [m, n] = [7, 40];
  const A = Float64Array.from({ length: m * n }, () => (random() < 0.5 ? 30 * (random() - 0.5) : 0));
  const V = Float64Array.from({ length: n }, () => 20 + 300 * random());
  const a = Array.from({ length: n }, () => 0.7 * random());
  return {
    freedoms: m,
    heads: n,
    A,
    V,
    b: Float64Array.from({ length: m }, (_, f) => a.reduce((s, v, i) => s + v * A[f * n + i]!, 0)),
  };
}

function byPackage({ freedoms: m, heads: n, A, b, V }: SharingProblem): number[] {
  // 1-based arrays: the package is a translation of Fortran
  const row = (values: ArrayLike<number>) => [0, ...Array.from(values)];
  const unit = (i: number, v: number) => Array.from({ length: n }, (_, k) => (k === i ? v : 0));
  const D = [[], ...Array.from({ length: n }, (_, i) => row(unit(i, 2 * V[i]!)))];
  const columns = [
    [],
    ...Array.from({ length: n }, (_, i) =>
      row([...Array.from({ length: m }, (_x, f) => A[f * n + i]!), ...unit(i, 1), ...unit(i, -1)]),
    ),
  ];
  return quadprog.solveQP(
    D as number[][],
    row(new Float64Array(n)),
    columns as number[][],
    row([...b, ...new Array<number>(n).fill(0), ...new Array<number>(n).fill(-1)]),
    m,
  ).solution;
}

/** seconds for `count` open-chain setups on two cores, each worker with half of them */
async function search(ids: string[], count: number): Promise<number> {
  const source = `
    import { parentPort, workerData } from "node:worker_threads";
    import { analyse, COARSE_SAMPLES } from "#core/mechanics/analyse";
    import { compileModel } from "#core/mechanics/compile";
    import { findExercise } from "#core/exercises/library";
    import { resolveSetup } from "#core/exercises/setup";
    import { seededRandom } from "#core/base/random";
    const model = compileModel();
    const random = seededRandom(workerData.seed);
    const setups = Array.from({ length: workerData.count }, (_, i) => {
      const e = findExercise(workerData.ids[i % workerData.ids.length]);
      return resolveSetup(e, Object.fromEntries(e.parameters.map((p) => [p.id, Math.min(p.max, p.min + p.step * Math.round((random() * (p.max - p.min)) / p.step))])));
    });
    // a page that searches has analysed before: the compiler's own warming up is not the search's
    for (const s of setups.slice(0, 150)) analyse(model, s);
    parentPort.once("message", () => {
      let loaded = 0;
      for (const s of setups) loaded += analyse(model, s, { samples: COARSE_SAMPLES }).heads.filter((h) => h.metrics).length;
      parentPort.postMessage(loaded);
    });
    parentPort.postMessage("ready");`;
  const bundle = await build({
    stdin: { contents: source, resolveDir: process.cwd(), loader: "ts" },
    bundle: true,
    platform: "node",
    format: "esm",
    write: false,
    logLevel: "error",
  });
  const url = new URL(`data:text/javascript;base64,${Buffer.from(bundle.outputFiles[0]!.text).toString("base64")}`);
  const workers = [1, 2].map((seed) => new Worker(url, { workerData: { seed, ids, count: count / 2 } }));
  const next = (w: Worker) => new Promise<unknown>((done, failed) => w.once("message", done).once("error", failed));
  await Promise.all(workers.map(next));
  const t = performance.now();
  await Promise.all(workers.map((w) => (w.postMessage("go"), next(w))));
  const seconds = (performance.now() - t) / 1000;
  await Promise.all(workers.map((w) => w.terminate()));
  return seconds;
}

export async function benchMechanics(): Promise<BenchRow[]> {
  const model = compileModel();
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  for (let i = 0; i < 15; i++) for (const s of setups) analyse(model, s);
  // round by round, so that a busy second of the machine does not fall on all runs of one setup
  const runs = new Map(setups.map((s) => [s, [] as number[]]));
  for (let i = 0; i < 25; i++) for (const s of setups) runs.get(s)!.push(time(() => analyse(model, s)));
  const cost = new Map(setups.map((s) => [s, median(runs.get(s)!)]));
  const of = (kind: boolean) => setups.filter((s) => closed(s) === kind).map((s) => cost.get(s)!);
  // what the work itself costs, apart from what else the machine does meanwhile
  const fastest = median(setups.filter((s) => !closed(s)).map((s) => Math.min(...runs.get(s)!)));
  const [open, shut] = [of(false), of(true)];

  const random = seededRandom(1);
  const problems = Array.from({ length: 200 }, () => problem(random));
  const [a, y] = [new Float64Array(40), new Float64Array(7)];
  const ours = () => problems.forEach((p) => shareLoad(p, y.fill(0), a));
  const theirs = () => problems.forEach(byPackage);
  let worst = 0;
  for (const p of problems) {
    shareLoad(p, y.fill(0), a);
    byPackage(p)
      .slice(1)
      .forEach((v, i) => (worst = Math.max(worst, Math.abs(v - a[i]!))));
  }
  const [mine, other] = [
    median(Array.from({ length: 15 }, () => time(ours))) * 5,
    median(Array.from({ length: 15 }, () => time(theirs))) * 5,
  ];
  const compile = median(Array.from({ length: 9 }, () => time(() => compileModel())));
  const survey = median(Array.from({ length: 3 }, () => time(() => surveySetups(setups, DEFAULT_BODY, 0))));
  const seconds = await search([...new Set(setups.filter((s) => !closed(s)).map((s) => s.exercise.id))], SEARCH);

  setFlagsFromString("--expose-gc");
  const collect = runInNewContext("gc") as () => void;
  const heap = () => {
    collect();
    return process.memoryUsage().heapUsed / 1e6;
  };
  const before = heap();
  for (let i = 0; i < 10_000; i++) analyse(model, setups[i % setups.length]!, { samples: 11 });
  const grown = heap() - before;
  return [
    {
      what: `open chain, 41 samples, all metrics (median of ${open.length} setups)`,
      value: `${median(open).toFixed(2)} ms`,
      baseline: `target ${OPEN_TARGET_MS} ms`,
      ratio: median(open) / OPEN_TARGET_MS,
    },
    {
      what: "the same, the fastest of each setup's 25 runs",
      value: `${fastest.toFixed(2)} ms`,
      baseline: `target ${OPEN_TARGET_MS} ms`,
      ratio: fastest / OPEN_TARGET_MS,
    },
    {
      what: `closed chain (median of ${shut.length} setups)`,
      value: `${median(shut).toFixed(2)} ms`,
      baseline: `target ${CLOSED_TARGET_MS} ms`,
      ratio: median(shut) / CLOSED_TARGET_MS,
    },
    {
      what: "the slowest setup of the library",
      value: `${Math.max(...cost.values()).toFixed(2)} ms`,
      baseline: `target ${CLOSED_TARGET_MS} ms`,
      ratio: Math.max(...cost.values()) / CLOSED_TARGET_MS,
    },
    {
      what: `search over ${SEARCH} open-chain setups, 21 samples, two of ${os.availableParallelism()} cores`,
      value: `${seconds.toFixed(1)} s`,
      baseline: `target ${SEARCH_TARGET_S} s`,
      ratio: seconds / SEARCH_TARGET_S,
    },
    {
      what: `sharing 7 torques among 40 heads (answers differ by at most ${worst.toExponential(0)})`,
      value: `${mine.toFixed(1)} us`,
      baseline: `quadprog ${other.toFixed(1)} us`,
      ratio: mine / other,
    },
    {
      what: "a body compiled (77 heads a side, force tables, usable ranges)",
      value: `${compile.toFixed(0)} ms`,
      baseline: "no baseline",
      ratio: null,
    },
    {
      what: `the library (${setups.length} setups) in one body, compiled before`,
      value: `${survey.toFixed(0)} ms`,
      baseline: "no baseline",
      ratio: null,
    },
    {
      what: "heap after 10,000 analyses",
      value: `${grown.toFixed(1)} MB more`,
      baseline: `${before.toFixed(0)} MB before`,
      ratio: (before + grown) / before,
    },
  ];
}
