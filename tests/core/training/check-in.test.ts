/** The weekly check-in: what it comes to, for how long it speaks, and that it holds an increase and lowers nothing. */
import fc from "fast-check";
import { dateBefore } from "#core/base/dates";
import { CURRENT_EDITION } from "#core/edition/edition";
import { checkInSchema, type CheckIn } from "#core/training/check-in-schema";
import { ASPECTS, badWeek, checkInOf, scoreOf } from "#core/training/check-in";
import { targetFor } from "#core/training/progression";
import { reasonText } from "#core/training/reasons";
import type { Entry } from "#core/training/entry";
import { entryOf } from "../../support/log";
import { id, prescriptionOf } from "../../support/programs";

const LOG = CURRENT_EDITION.method.log;

const on = (localDate: string, grade: number, change: Partial<CheckIn> = {}): CheckIn => ({
  id: id(1),
  revision: 1,
  sleep: grade,
  food: grade,
  soreness: grade,
  stress: grade,
  sore: [],
  at: `${localDate}T06:00:00Z`,
  zone: "Europe/Oslo",
  localDate,
  ...change,
});

test("the score is the mean of the four, whole, from 1 to 5", () => {
  expect(scoreOf(on("2026-11-20", 3))).toBe(3);
  expect(scoreOf(on("2026-11-20", 2, { sleep: 1, stress: 1 }))).toBe(2);
  expect(scoreOf(on("2026-11-20", 2, { sleep: 4, food: 4 }))).toBe(3);
  for (const a of ASPECTS) expect(checkInSchema.safeParse(on("2026-11-20", 3, { [a]: 6 })).success).toBe(false);
});

test("it speaks for its own day and the six after, never for a day before it", () => {
  fc.assert(
    fc.property(fc.integer({ min: -10, max: 20 }), (days) => {
      const day = dateBefore("2026-11-20", -days);
      expect(checkInOf([on("2026-11-20", 1)], day) !== null).toBe(days >= 0 && days < 7);
    }),
  );
});

test("of two the newer counts, and a corrected one as it is now", () => {
  expect(badWeek([on("2026-11-18", 1), on("2026-11-20", 4)], "2026-11-20", LOG)).toBeNull();
  expect(badWeek([on("2026-11-20", 4), on("2026-11-20", 1, { revision: 2 })], "2026-11-20", LOG)).toBe(1);
  expect(badWeek([], "2026-11-20", LOG)).toBeNull();
  expect(badWeek([on("2026-11-20", 3)], "2026-11-20", LOG)).toBeNull();
  expect(badWeek([on("2026-11-20", 3)], "2026-11-20", { bad: 3 })).toBe(3);
});

describe("what follows for the load", () => {
  const load = { value: 20, unit: "kg" as const, meaning: "stack" as const };
  const p = prescriptionOf(2, "cable-pushdown", {}, { load, reserves: [2, 2], reps: { low: 8, high: 12 } });
  const session = (from: number, localDate: string, reps: number): Entry[] =>
    [0, 1].map((set) =>
      entryOf(from + set, {
        set,
        localDate,
        at: `${localDate}T17:0${set}:00Z`,
        parts: [{ id: id(9000 + from + set), kind: "full", load, reps }],
      }),
    );
  const entries = [...session(10, "2026-11-13", 18), ...session(20, "2026-11-20", 18)];
  const next = (checkIns: CheckIn[], list = entries) =>
    targetFor(
      p,
      { entries: list, reports: [], checkIns, handedOver: {}, bounds: {} },
      CURRENT_EDITION.method,
      "2026-11-24",
    );

  test("a bad week holds an increase with its reason; a good or an old one does not", () => {
    expect(next([]).decision).toBe("raise");
    const held = next([on("2026-11-23", 2)]);
    expect(held).toMatchObject({ decision: "hold", load });
    expect(held.reasons.map((r) => reasonText(r))[0]).toBe(
      "Same load this week: the check-in was 2 of 5. Next week as planned.",
    );
    expect(next([on("2026-11-23", 4)]).decision).toBe("raise");
    expect(next([on("2026-11-10", 1)]).decision).toBe("raise");
  });

  test("it lowers nothing: what would be held or lowered stays just that", () => {
    const weak = [...session(10, "2026-11-13", 4), ...session(20, "2026-11-20", 4)];
    const same = ({ decision, load: l }: ReturnType<typeof next>) => ({ decision, load: l });
    expect(same(next([on("2026-11-23", 1)], weak))).toEqual(same(next([], weak)));
    const few = [...session(10, "2026-11-13", 9), ...session(20, "2026-11-20", 9)];
    expect(same(next([on("2026-11-23", 1)], few))).toEqual(same(next([], few)));
  });
});
