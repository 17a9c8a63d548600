import { seededRandom } from "#core/base/random";
import { entrySchema, reportSchema, sentBatchSchema } from "#core/training/entry";
import { entryOf, reportOf } from "../../support/log";
import { id } from "../../support/programs";

const reasons = (change: object) =>
  entrySchema.safeParse({ ...entryOf(1), ...change }).error?.issues.map((i) => [i.path.join("."), i.message]);

test("an entry as the phone makes it is taken", () => {
  expect(reasons({})).toBeUndefined();
  expect(reportSchema.safeParse(reportOf(2)).success).toBe(true);
  expect(sentBatchSchema.safeParse({ entries: [entryOf(1), entryOf(2)], reports: [reportOf(3)] }).success).toBe(true);
});

test("one made before alternatives and leaving out were known is taken too", () => {
  const { instead: _instead, ...entry } = entryOf(1);
  const { left: _left, ...report } = reportOf(2);
  expect(entrySchema.parse(entry).instead).toBeNull();
  expect(reportSchema.parse(report).left).toBeNull();
});

test.each([
  [{ parts: [] }, "parts", "at least one part"],
  [{ reserve: -1 }, "reserve", "0 to 10"],
  [{ revision: 0 }, "revision", expect.any(String)],
  [{ at: "yesterday" }, "at", expect.any(String)],
  [{ localDate: "2026-13-40" }, "localDate", expect.any(String)],
  [{ parts: [{ ...entryOf(1).parts[0], reps: 2.5 }] }, "parts.0.reps", "whole reps"],
  [
    { parts: [{ ...entryOf(1).parts[0], load: { value: -5, unit: "kg", meaning: "stack" } }] },
    "parts.0.load.value",
    "not below 0",
  ],
  [{ parts: [{ ...entryOf(1).parts[0], kind: "sideways" }] }, "parts.0.kind", expect.any(String)],
] as const)("an entry with %j is refused at its place", (change, path, reason) => {
  expect(reasons(change)?.[0]).toEqual([path, reason]);
});

test("nothing unknown slips in with a set", () => {
  expect(reasons({ heartRate: 150 })).toHaveLength(1);
  expect(
    reportSchema.safeParse(reportOf(1, { pain: { kind: "ache", score: 11, joint: "elbow", side: "left" } })).success,
  ).toBe(false);
});

test("a batch has an end", () => {
  const many = Array.from({ length: 201 }, (_, i) => entryOf(1, { id: id(i + 1) }));
  expect(sentBatchSchema.safeParse({ entries: many, reports: [] }).success).toBe(false);
});

test("seeded numbers are even, and the same for a seed", () => {
  const [a, b, c] = [seededRandom(5), seededRandom(5), seededRandom(6)];
  const list = Array.from({ length: 4000 }, a);
  expect(Array.from({ length: 10 }, b)).toEqual(list.slice(0, 10));
  expect(c()).not.toBe(list[0]);
  expect(list.every((x) => x >= 0 && x < 1)).toBe(true);
  expect(list.reduce((s, x) => s + x, 0) / list.length).toBeCloseTo(0.5, 1);
  const tenths = Array.from({ length: 10 }, (_, d) => list.filter((x) => Math.floor(x * 10) === d).length);
  for (const n of tenths) expect(n).toBeGreaterThan(300);
});
