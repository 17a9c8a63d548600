import { readFileSync } from "node:fs";
import fc from "fast-check";
import { concernsOf, LIMITS, quantileOf, type Operations } from "#core/watch/operations";

const well: Operations = {
  since: "2026-12-01T08:00:00.000Z",
  memory: 200,
  requests: { answered: 400, failed: 0, p50: 0.01, p95: 0.1, routes: [] },
  pool: { all: 10, idle: 10, wanted: 0 },
  jobs: [],
  lag: null,
  phones: { sets: 0, p50: null, p95: null },
};
const whatOf = (o: Operations) => concernsOf(o).map((c) => c.what);

test("each limit is told beyond it and not at it; a share of a few requests says nothing", () => {
  expect(whatOf(well)).toEqual([]);
  const { requests } = well;
  const cases = [
    ["failed", { requests: { ...requests, failed: 4 } }, { requests: { ...requests, failed: 5 } }],
    ["slow", { requests: { ...requests, p95: 0.5 } }, { requests: { ...requests, p95: 0.51 } }],
    ["wanted", { pool: { all: 10, idle: 0, wanted: 5 } }, { pool: { all: 10, idle: 0, wanted: 6 } }],
    [
      "late",
      { jobs: [{ kind: "review", waiting: 1, oldest: 300 }] },
      {
        jobs: [
          { kind: "survey", waiting: 1, oldest: 2 },
          { kind: "review", waiting: 1, oldest: 301 },
        ],
      },
    ],
    ["lag", { lag: 30 }, { lag: 31 }],
  ] as const;
  for (const [what, at, beyond] of cases)
    expect([what, whatOf({ ...well, ...at } as Operations), whatOf({ ...well, ...beyond } as Operations)]).toEqual([
      what,
      [],
      [what],
    ]);
  expect(whatOf({ ...well, requests: { ...requests, answered: 10, failed: 9, p95: 20 } })).toEqual([]);
});

test("the rules of whatever reads the metrics cry at the same limits", () => {
  const rules = readFileSync("deploy/alerts.yml", "utf8");
  for (const [alert, limit] of [
    ["GrynFails", LIMITS.failed],
    ["GrynSlow", LIMITS.slow],
    ["GrynPoolDry", LIMITS.wanted],
    ["GrynJobsLate", LIMITS.late],
    ["GrynStandbyBehind", LIMITS.lag],
  ] as const)
    expect(new RegExp(`${alert}\n +expr: .* > (\\S+)\n`).exec(rules)?.[1]).toBe(String(limit));
});

test("a share of what was counted in classes lies in the class that holds it, and never turns round", () => {
  const edges = [0.005, 0.01, 0.1, 1, 10];
  const counted = (values: readonly number[]) =>
    [...edges, Infinity].map((edge) => ({ edge, count: values.filter((v) => v <= edge).length }));
  expect(quantileOf(counted([]), 0.5)).toBeNull();
  // half of 4 between 0 and 0.005: straight to its edge
  expect(quantileOf(counted([0.001, 0.002, 0.05, 0.06]), 0.5)).toBeCloseTo(0.005);
  expect(quantileOf(counted([99]), 0.5)).toBe(10);
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { minLength: 1, maxLength: 60 }), (values) => {
      const sorted = [...values].sort((a, b) => a - b);
      let last = 0;
      for (const share of [0.1, 0.5, 0.9, 0.95]) {
        const told = quantileOf(counted(values), share)!;
        const truth = sorted[Math.ceil(share * values.length) - 1]!;
        const i = edges.findIndex((e) => truth <= e);
        expect(told).toBeGreaterThanOrEqual((edges[i - 1] ?? 0) - 1e-12);
        expect(told).toBeLessThanOrEqual(edges[i]! + 1e-12);
        expect(told).toBeGreaterThanOrEqual(last);
        last = told;
      }
    }),
  );
});
