/** What a server measures of itself, in the open text format of Prometheus; never an id, a name or an address. */
import type { RequestHandler } from "express";
import { collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import { quantileOf, type Classes, type Operations } from "#core/watch/operations";
import type { Database } from "#server/database/database";

/** s: from what nobody notices to what everybody does */
const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 20];
const DAY = 86_400;

/** how a transaction ended: kept, failed, or begun again after a lost race or a lost connection */
export type Ended = "kept" | "failed" | "again";

export interface Metrics {
  transaction: (seconds: number, ended: Ended) => void;
  engine: (kind: string, seconds: number) => void;
  job: (kind: string, ended: string, seconds: number) => void;
  /** s from a set's own time to its being kept, as far as clocks can be believed */
  outbox: (seconds: number) => void;
  /** counts and times each request, by its route as it is written in the code */
  requests: RequestHandler;
  text(database: Database): Promise<string>;
  /** the same for a person: what was asked, how it was answered, what waits */
  told(database: Database): Promise<Operations>;
}

interface State {
  jobs: { kind: string; n: number; oldest: number }[];
  /** s that the slowest standby is behind; null where there is none */
  lag: number | null;
}

/** routes that are shown to a person, the slowest */
const SHOWN = 8;
interface Value {
  metricName?: string;
  value: number;
  labels: Partial<Record<string, string | number>>;
}

/** classes of a histogram, by what its labels say */
function classesBy(values: readonly Value[], keyOf: (labels: Value["labels"]) => string): Map<string, Classes> {
  const by = new Map<string, { edge: number; count: number }[]>();
  for (const { metricName, value, labels } of values) {
    if (!metricName?.endsWith("_bucket")) continue;
    const edge = labels.le === "+Inf" ? Infinity : Number(labels.le);
    by.set(keyOf(labels), [...(by.get(keyOf(labels)) ?? []), { edge, count: value }]);
  }
  return by;
}

/** of histograms with the same edges */
const sumOf = (list: readonly Classes[]): Classes =>
  (list[0] ?? []).map(({ edge }, i) => ({ edge, count: list.reduce((s, c) => s + c[i]!.count, 0) }));

export function createMetrics(): Metrics {
  const registry = new Registry();
  const registers = [registry];
  collectDefaultMetrics({ register: registry, prefix: "gryn_" });
  const timed = <L extends string>(name: string, help: string, labelNames: L[], buckets = SECONDS) =>
    new Histogram({ name, help, labelNames, buckets, registers });
  const gauge = <L extends string>(name: string, help: string, labelNames: L[]) =>
    new Gauge({ name, help, labelNames, registers });
  const request = timed("gryn_request_seconds", "From a request to its answer", ["route", "method", "status"]);
  const transaction = timed("gryn_transaction_seconds", "Transactions of a practice, by how they ended", ["ended"]);
  const engine = timed("gryn_engine_seconds", "The engine off the main thread, by kind of task", ["kind"]);
  const job = timed(
    "gryn_job_seconds",
    "Long work, by kind and how it ended",
    ["kind", "ended"],
    [...SECONDS, 60, 300],
  );
  const outbox = timed(
    "gryn_outbox_seconds",
    "From a set's own time to its being kept: how long phones are without a network",
    [],
    [1, 5, 30, 120, 600, 3600, 4 * 3600, DAY, 7 * DAY],
  );
  const pool = gauge("gryn_pool_connections", "Connections: all, idle, and how many are waited for", ["state"]);
  const waiting = gauge("gryn_jobs_waiting", "Long work that is due and not begun, by kind", ["kind"]);
  const oldest = gauge("gryn_jobs_oldest_seconds", "How long the oldest of it has been due", ["kind"]);
  const lag = gauge("gryn_replication_lag_seconds", "How far the slowest standby is behind; 0 without one", []);
  const since = new Date().toISOString();
  return {
    async told(database) {
      const state = await database.call<State>("watch_state");
      const asked = classesBy((await request.get()).values, (l) => `${l.method} ${l.route} ${l.status}`);
      const sets = [...classesBy((await outbox.get()).values, () => "")].map(([, c]) => c)[0] ?? [];
      const all = sumOf([...asked.values()]);
      const failed = (of: string) =>
        sumOf([...asked].filter(([k]) => k.startsWith(of) && / 5\d\d$/.test(k)).map(([, c]) => c));
      const routes = [...new Set([...asked.keys()].map((k) => k.replace(/ \d+$/, "")))].map((key) => {
        const classes = sumOf([...asked].filter(([k]) => k.startsWith(`${key} `)).map(([, c]) => c));
        const [method = "", route = ""] = key.split(" ");
        const answered = classes.at(-1)?.count ?? 0;
        return {
          route,
          method,
          answered,
          failed: failed(`${key} `).at(-1)?.count ?? 0,
          p95: quantileOf(classes, 0.95) ?? 0,
        };
      });
      return {
        since,
        memory: process.memoryUsage.rss() / 2 ** 20,
        requests: {
          answered: all.at(-1)?.count ?? 0,
          failed: failed("").at(-1)?.count ?? 0,
          p50: quantileOf(all, 0.5),
          p95: quantileOf(all, 0.95),
          routes: routes.sort((a, b) => b.p95 - a.p95).slice(0, SHOWN),
        },
        pool: database.connections(),
        jobs: (state?.jobs ?? []).map(({ kind, n, oldest }) => ({ kind, waiting: n, oldest: Math.max(0, oldest) })),
        lag: state?.lag ?? null,
        phones: { sets: sets.at(-1)?.count ?? 0, p50: quantileOf(sets, 0.5), p95: quantileOf(sets, 0.95) },
      };
    },
    transaction: (seconds, ended) => transaction.observe({ ended }, seconds),
    engine: (kind, seconds) => engine.observe({ kind }, seconds),
    job: (kind, ended, seconds) => job.observe({ kind, ended }, seconds),
    outbox: (seconds) => outbox.observe(seconds),
    requests(asked, response, next) {
      const end = request.startTimer({ method: asked.method });
      response.on("close", () => {
        const route = (asked.route as { path?: string } | undefined)?.path ?? "none";
        // a stream lasts as long as somebody looks: that is no answer's time
        if (!/event-stream|ndjson/.test(String(response.getHeader("content-type"))))
          end({ route, status: String(response.statusCode) });
      });
      next();
    },
    async text(database) {
      for (const [state, n] of Object.entries(database.connections())) pool.set({ state }, n);
      const state = await database.call<State>("watch_state").catch(() => null);
      waiting.reset();
      oldest.reset();
      for (const { kind, n, oldest: seconds } of state?.jobs ?? []) {
        waiting.set({ kind }, n);
        oldest.set({ kind }, seconds);
      }
      lag.set(state?.lag ?? 0);
      return registry.metrics();
    },
  };
}
