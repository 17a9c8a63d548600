import { above, below } from "#core/base/normal";
import { changeOf, strengthOn, togetherOf } from "#core/review/change";
import { dropOf } from "#core/review/drop";
import { verdictOf, workoutsFor } from "#core/review/experiment";
import { gapOf, SURE } from "#core/review/gap";
import { growthOf, monthly } from "#core/review/growth";
import { liftDays, liftOf, type LiftDay } from "#core/review/lift";
import { after, expect as expected, followLine, levelOf, onDay, slopeOf, startLine } from "#core/review/line-filter";
import { growthTogether, progressOf, stillness, STILL } from "#core/review/progress";
import { randomOf } from "#core/simulation/random";
import type { Exposure } from "#core/training/exposures";
import { dateBefore } from "#core/base/dates";
import { entryOf, reportOf } from "../../support/log";
import { id } from "../../support/programs";

const day = (n: number): string => dateBefore("2026-01-05", -n);
/** reps to failure of a strength, by the project's own curve */
const failing = (strength: number, kg: number, reps: number) => (30 + reps) * Math.exp(strength - Math.log(kg)) - 30;
/** a workout of three sets without any noise, losing the usual part from set to set */
const exact = (n: number, strength: number, kg = 50, reps = 14): LiftDay => ({
  date: day(n),
  lifts: [0, 0.035, 1.35 * 0.035].map((loss, set) => ({ set, kg, failing: failing(strength - loss, kg, reps) })),
});
const weekly = (weeks: number, strength: (week: number) => number): LiftDay[] =>
  Array.from({ length: weeks }, (_, w) => exact(7 * w, strength(w)));

describe("the normal distribution", () => {
  // as printed in any table: 0.5000, 0.8413, 0.9500, 0.9750, 0.9987
  test.each([
    [0, 0.5],
    [1, 0.8413447],
    [1.6448536, 0.95],
    [1.959964, 0.975],
    [3, 0.9986501],
  ])("below %f is %f", (z, p) => {
    expect(below(z)).toBeCloseTo(p, 6);
    expect(below(-z)).toBeCloseTo(1 - p, 6);
  });
  test("above a line: a mean two spreads over it is above in 97.7 of 100", () => {
    expect(above(1, 3, 1)).toBeCloseTo(0.9772, 4);
  });
});

describe("a line's strength", () => {
  test("what never changes is found, however it is lifted, and grows surer", () => {
    const strength = Math.log(50);
    const states = followLine(
      weekly(16, () => strength),
      14,
      "trained",
    );
    expect(Math.exp(levelOf(states.at(-1)!).mean)).toBeCloseTo(50, 0);
    expect(levelOf(states.at(-1)!).sd).toBeLessThan(levelOf(states[3]!).sd);
    expect(Math.abs(monthly(slopeOf(states.at(-1)!).mean))).toBeLessThan(0.5);
  });

  test("another load of the same strength changes nothing: reps are forecast from the load", () => {
    const strength = Math.log(50);
    const days = Array.from({ length: 12 }, (_, w) => exact(7 * w, strength, w % 2 ? 50 : 55));
    const state = onDay(followLine(days, 14, "trained").at(-1)!, day(90));
    for (const kg of [45, 50, 60]) expect(expected(state, 0, kg).failing).toBeCloseTo(failing(strength, kg, 14), 0);
    // fewer reps in later sets, and with more load
    expect(expected(state, 1, 50).failing).toBeLessThan(expected(state, 0, 50).failing);
  });

  test("1 % a week is seen as growth, and half a year of none is not", () => {
    const grows = slopeOf(
      followLine(
        weekly(26, (w) => Math.log(40) + 0.005 * w),
        14,
        "beginner",
      ).at(-1)!,
    );
    expect(grows.mean).toBeGreaterThan(0.0035);
    const stands = slopeOf(
      followLine(
        weekly(26, () => Math.log(40)),
        14,
        "beginner",
      ).at(-1)!,
    );
    expect(stands.mean).toBeLessThan(0.0015);
  });

  test("one set that cannot be moves it little, and its covariance stays one", () => {
    const { normal, uniform } = randomOf(4);
    for (let run = 0; run < 30; run++) {
      let state = startLine({ set: 0, kg: 50, failing: 14 }, day(0), 14, "trained");
      for (let w = 0; w < 20; w++) {
        state = onDay(state, day(7 * w + Math.floor(3 * uniform())));
        for (let set = 0; set < 3; set++) {
          const wild = uniform() < 0.05 ? 40 * normal() : 0;
          state = after(state, {
            set,
            kg: 50 * Math.exp(0.1 * normal()),
            failing: Math.max(0, 14 + 2 * normal() + wild),
          });
        }
      }
      const P = (r: number, c: number) => state.P[4 * r + c]!;
      for (let r = 0; r < 4; r++) {
        expect(P(r, r)).toBeGreaterThan(0);
        for (let c = 0; c < 4; c++) {
          expect(P(r, c)).toBeCloseTo(P(c, r), 10);
          expect(P(r, c) ** 2).toBeLessThanOrEqual(P(r, r) * P(c, c) * (1 + 1e-9));
        }
      }
      // in ln: within a quarter of what it is
      expect(Math.abs(levelOf(state).mean - Math.log(50))).toBeLessThan(0.25);
    }
  });

  test("a set says nothing without load and body, struck, or done as something else", () => {
    const part = {
      id: id(1),
      kind: "full" as const,
      load: { value: 20, unit: "kg" as const, meaning: "stack" as const },
      reps: 10,
    };
    const e = entryOf(1, { parts: [part], reserve: 2 });
    expect(liftOf(e, 0)).toMatchObject({ kg: 20, failing: 12.7 });
    expect(liftOf(e, 60)).toMatchObject({ kg: 80 });
    expect(liftOf({ ...e, voided: true }, 0)).toBeNull();
    expect(liftOf({ ...e, instead: { setupKey: "x", name: "Band" } }, 0)).toBeNull();
    expect(liftOf({ ...e, parts: [{ ...part, kind: "partial" }] }, 0)).toBeNull();
    expect(liftOf({ ...e, parts: [{ ...part, load: null }] }, 0)).toBeNull();
    expect(liftOf({ ...e, parts: [{ ...part, reps: 0 }] }, 0)).toBeNull();
  });
});

describe("change over twelve weeks", () => {
  const today = (weeks: number) => day(7 * (weeks - 1));

  test("nothing is said of the learning, nor of too few workouts", () => {
    expect(changeOf([], 14, "trained", day(0))).toBeNull();
    expect(
      changeOf(
        weekly(8, () => 4),
        14,
        "trained",
        today(8),
      ),
    ).toBeNull();
    expect(changeOf(weekly(26, () => 4).slice(0, 20), 14, "trained", today(40))).toBeNull();
  });

  test("the log's own number is the difference of the means, and what is shown lies between it and what is usual", () => {
    const days = weekly(26, (w) => 4 + 0.004 * w);
    const c = changeOf(days, 14, "trained", today(26))!;
    expect(c.weeks).toBe(12);
    // twelve weeks of 0.4 %
    expect(c.raw).toBeCloseTo(12 * 0.004, 6);
    expect(c.mean).toBeLessThan(c.raw);
    expect(c.mean).toBeGreaterThan(12 * growthOf("trained"));
    // four workouts either side: 1.64 x 0.036 x sqrt(1/2) is 4.2 %
    expect(c.verdict).toBe("stronger");
  });

  test("what is usual for a beginner does not prove itself", () => {
    const c = changeOf(
      weekly(26, () => 4),
      14,
      "beginner",
      today(26),
    )!;
    expect(c.mean).toBeGreaterThan(0.02);
    expect(c.verdict).toBe("no clear change");
    expect(
      changeOf(
        weekly(26, (w) => 4 - 0.004 * w),
        14,
        "beginner",
        today(26),
      )!.verdict,
    ).toBe("weaker");
  });

  test("the mean of sets moved to the first is the strength, whatever the load", () => {
    for (const kg of [30, 50, 80]) expect(strengthOn(exact(0, Math.log(50), kg), 14)).toBeCloseTo(Math.log(50), 9);
  });

  test("two lines together are surer than one, and less so than if they shared nothing", () => {
    const one = changeOf(
      weekly(26, () => 4),
      14,
      "trained",
      today(26),
    )!;
    const two = togetherOf([one, one])!;
    expect(two.raw).toBeCloseTo(one.raw);
    expect(two.rawSd).toBeLessThan(one.rawSd);
    expect(two.rawSd).toBeGreaterThan(one.rawSd / Math.SQRT2);
    expect(togetherOf([])).toBeNull();
  });
});

describe("whether it works, in three answers", () => {
  const dates = Array.from({ length: 12 }, (_, w) => day(7 * w));

  test("too early under eight weeks and eight workouts, whatever it looks like", () => {
    const still = { mean: -0.01, sd: 0.0001, lines: 1 };
    expect(progressOf(dates.slice(0, 7), null, still, "trained")).toMatchObject({
      kind: "too early",
      weeks: 6,
      workouts: 7,
    });
    expect(progressOf([], null, null, "trained")).toMatchObject({ kind: "too early", weeks: 0 });
    expect(progressOf(dates, null, null, "trained").kind).toBe("too early");
  });

  test("standing still is a probability over a line, and the level's own line", () => {
    const at = (mean: number) => ({ mean, sd: 0.001, lines: 1 });
    expect(stillness(at(growthOf("beginner") / 4), "beginner")).toBeCloseTo(0.5);
    expect(progressOf(dates, null, at(0), "beginner").kind).toBe("standing still");
    expect(progressOf(dates, null, at(growthOf("beginner")), "beginner").kind).toBe("cannot tell");
    expect(STILL.trained).toBeGreaterThan(STILL.beginner);
  });

  test("a clear change goes before it", () => {
    const change = changeOf(
      weekly(26, (w) => 4 + 0.006 * w),
      14,
      "trained",
      day(175),
    )!;
    expect(progressOf(dates, change, { mean: 0, sd: 0.001, lines: 1 }, "trained").kind).toBe("stronger");
  });

  test("lines that share what was believed: the spread of two is that of one over root two, times root one and a half", () => {
    const one = { mean: 0.002, sd: 0.002 };
    const two = growthTogether([one, { mean: 0.004, sd: 0.002 }])!;
    expect(two.mean).toBeCloseTo(0.003);
    expect(two.sd).toBeCloseTo(0.002 * Math.sqrt(1.5 / 2));
    // the surer one counts for more
    expect(growthTogether([one, { mean: 0.004, sd: 0.02 }])!.mean).toBeLessThan(0.0021);
    expect(growthTogether([])).toBeNull();
  });
});

const sided = (n: number, left: number, right: number, load: [number, number] = [10, 10]): Exposure => ({
  localDate: day(n),
  report: null,
  entries: [0, 1, 2].map((set) =>
    entryOf(100 * n + set, {
      set,
      reserve: 1,
      localDate: day(n),
      parts: (["left", "right"] as const).map((kind, i) => ({
        id: id(5000 + 100 * n + 2 * set + i),
        kind,
        load: { value: load[i]!, unit: "kg", meaning: "stack" },
        reps: i === 0 ? left : right,
      })),
    }),
  ),
});
const newestFirst = (list: Exposure[]) => [...list].reverse();

describe("left against right", () => {
  test("12 against 12 is even; 11 against 12 is nothing to act on; 9 against 12 is", () => {
    const of = (left: number, right: number, n = 8) =>
      gapOf(newestFirst(Array.from({ length: n }, (_, w) => sided(7 * w, left, right))))!;
    expect(of(12, 12).mean).toBe(0);
    expect(of(12, 12).overSmall).toBeLessThan(0.1);
    expect(of(11, 12).overLarge).toBeLessThan(SURE.large);
    // three of twelve reps are 3 in 45 of strength
    expect(of(9, 12).mean).toBeCloseTo(Math.log((30 + 9 + 2.7) / (30 + 12 + 2.7)), 1);
    expect(of(9, 12).overLarge).toBeGreaterThan(SURE.large);
    expect(of(9, 12).weaker).toBe("left");
  });

  test("the sides exchanged, it is the same the other way round", () => {
    const a = gapOf(newestFirst([sided(0, 10, 13), sided(7, 9, 12), sided(14, 11, 12)]))!;
    const b = gapOf(newestFirst([sided(0, 13, 10), sided(7, 12, 9), sided(14, 12, 11)]))!;
    expect(b.mean).toBeCloseTo(-a.mean, 12);
    expect(b.overLarge).toBeCloseTo(a.overLarge, 12);
    expect(b.weaker).toBe("right");
  });

  test("more workouts make it surer; one is too few; another load is another set", () => {
    const n = (k: number) => gapOf(newestFirst(Array.from({ length: k }, (_, w) => sided(7 * w, 10, 12))));
    expect(n(1)).toBeNull();
    expect(n(8)!.sd).toBeLessThan(n(2)!.sd);
    expect(gapOf([sided(7, 10, 12, [10, 12]), sided(0, 10, 12, [10, 12])])).toBeNull();
  });

  test("where the stronger side stops at the weaker one's reps, nothing is read, and never even", () => {
    const list = newestFirst(Array.from({ length: 8 }, (_, w) => sided(7 * w, 10, 10)));
    expect(gapOf(list, () => true)).toBeNull();
    expect(gapOf(list, (d) => d >= day(14))!.workouts).toBe(2);
  });
});

describe("drop from set to set", () => {
  const dropping = (n: number, third: number): LiftDay => ({
    date: day(n),
    lifts: [12, 11, third].map((r, set) => ({ set, kg: 40, failing: r })),
  });

  test("one workout says nothing of it; six with five reps less ask for more rest", () => {
    expect(dropOf([])).toBeNull();
    expect(dropOf([dropping(0, 7)])!.rest).toBeNull();
    const six = dropOf(Array.from({ length: 6 }, (_, w) => dropping(7 * w, 7)))!;
    expect(six.reps).toBe(5);
    expect(six.rest).toBeGreaterThanOrEqual(30);
    expect(six.rest).toBeLessThanOrEqual(90);
  });

  test("pulled to what is usual: between 3.5 % and what was seen, nearer to that the more there is", () => {
    const seen = 5 / 42;
    const of = (n: number) => dropOf(Array.from({ length: n }, (_, w) => dropping(7 * w, 7)))!.mean;
    // by hand: (0.035 / 0.02^2 + n x 0.119 / 0.029^2) / (1 / 0.02^2 + n / 0.029^2)
    const hand = (n: number) => (0.035 / 0.0004 + (n * seen) / 0.000841) / (1 / 0.0004 + n / 0.000841);
    expect(of(1)).toBeCloseTo(hand(1), 9);
    expect(of(6)).toBeCloseTo(hand(6), 9);
    expect(of(6)).toBeGreaterThan(of(1));
  });

  test("at another load it is another set, and an ordinary drop asks for nothing", () => {
    const lighter = {
      date: day(0),
      lifts: [
        { set: 0, kg: 40, failing: 12 },
        { set: 2, kg: 30, failing: 12 },
      ],
    };
    expect(dropOf([lighter])).toBeNull();
    expect(dropOf(Array.from({ length: 8 }, (_, w) => dropping(7 * w, 11)))!.rest).toBeNull();
  });
});

describe("a test of one change", () => {
  test("workouts that it takes, as they are found in the tables of power", () => {
    expect(workoutsFor("strength", null)).toBe(13);
    expect(workoutsFor("drop", null)).toBe(9);
    expect(workoutsFor("felt", 0.5)).toBe(21);
    // what is nearly always felt leaves less to find than a doubt, and no share makes it none
    for (const before of [0, 0.2, 0.5, 0.8, 1]) expect(workoutsFor("felt", before)).toBeGreaterThan(3);
  });

  const feel = (n: number, target: boolean): Exposure => ({
    localDate: day(n),
    entries: [],
    report: reportOf(n, { localDate: day(n), feel: target ? "target" : "elsewhere" }),
  });

  test("felt: 2 of 10 before and 9 of 10 since are better; 5 and 6 cannot be told", () => {
    const list = (before: number, since: number) =>
      newestFirst([
        ...Array.from({ length: 10 }, (_, i) => feel(i, i < before)),
        ...Array.from({ length: 10 }, (_, i) => feel(20 + i, i < since)),
      ]);
    expect(verdictOf("felt", list(2, 9), day(20), 0, 14)).toMatchObject({
      verdict: "better",
      since: 10,
      is: 0.9,
      was: 0.2,
    });
    expect(verdictOf("felt", list(9, 2), day(20), 0, 14).verdict).toBe("worse");
    expect(verdictOf("felt", list(5, 6), day(20), 0, 14).verdict).toBe("cannot tell yet");
    expect(verdictOf("felt", list(5, 6).slice(9), day(20), 0, 14)).toMatchObject({
      since: 1,
      verdict: "cannot tell yet",
      low: null,
    });
  });

  test("strength of the same line: 8 % more at once is better, the same many times is no difference worth having", () => {
    const lifted = (n: number, reps: number): Exposure => ({
      localDate: day(n),
      report: null,
      entries: [0, 1, 2].map((set) =>
        entryOf(100 * n + set, {
          set,
          reserve: 1,
          localDate: day(n),
          parts: [
            { id: id(7000 + 10 * n + set), kind: "full", load: { value: 40, unit: "kg", meaning: "total" }, reps },
          ],
        }),
      ),
    });
    const list = (before: number, since: number, n: number) =>
      newestFirst([
        ...Array.from({ length: n }, (_, i) => lifted(i, before)),
        ...Array.from({ length: n }, (_, i) => lifted(60 + i, since)),
      ]);
    expect(verdictOf("strength", list(10, 14, 8), day(60), 0, 14).verdict).toBe("better");
    expect(verdictOf("strength", list(12, 12, 13), day(60), 0, 14).verdict).toBe("no difference worth having");
    expect(liftDays(list(10, 14, 8), 0)).toHaveLength(16);
  });
});
