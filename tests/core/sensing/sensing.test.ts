/** Reps out of positions: signals whose truth is known, and what must not change however they are sent. */
import fc from "fast-check";
import { repsOf, smoothed } from "#core/sensing/detect";
import { judgeSet } from "#core/sensing/judge";
import { received, trueSignal, type SetSignal } from "#core/sensing/signal";
import { PLAIN_SIGNAL } from "../../support/signal";
import { randomOf } from "#core/simulation/random";

const signal = fc.record({
  reps: fc.integer({ min: 1, max: 20 }),
  travel: fc.double({ min: 0.15, max: 1.2, noNaN: true }),
  lift: fc.double({ min: 0.5, max: 2, noNaN: true }),
  lower: fc.double({ min: 0.8, max: 5, noNaN: true }),
  rest: fc.double({ min: 0, max: 1.5, noNaN: true }),
  begins: fc.constantFrom("bottom" as const, "top" as const),
  lostFrom: fc.constant(null),
  lost: fc.constant(0),
  noise: fc.double({ min: 0, max: 0.004, noNaN: true }),
  spikes: fc.double({ min: 0, max: 0.01, noNaN: true }),
  dropouts: fc.double({ min: 0, max: 0.1, noNaN: true }),
});

test("reps, range and both ways of a clean set are those that were made", () => {
  for (const begins of ["bottom", "top"] as const) {
    const reps = repsOf(trueSignal({ ...PLAIN_SIGNAL, begins }), begins);
    expect(reps).toHaveLength(10);
    for (const r of reps) {
      expect(r.range).toBeCloseTo(0.5, 2);
      // an eased way spends its ends slowly: from 5 to 95 % of it is 0.62 of its time
      expect(r.lowering!).toBeGreaterThan(1.2);
      expect(r.lowering!).toBeLessThan(2);
      expect(r.lifting / r.lowering!).toBeCloseTo(0.5, 1);
      expect(r.missing).toBe(0);
    }
  }
});

/**
 * Silences that can hide a turn: a dropout lasts 1.5 times 0.35 s at most; the fastest turn here takes 0.8 s between
 * the places where it is seen (30 % of the way, lifted in 0.5 and lowered in 0.8 s); two dropouts after each other
 * can swallow it, and nobody could tell that rep.
 */
const silences = (samples: readonly { t: number }[]) =>
  samples.filter((s, i) => i > 0 && s.t - samples[i - 1]!.t > 0.55).length;

test("every rep is counted once through noise, spikes and dropouts, whatever the travel and the tempo", () => {
  fc.assert(
    fc.property(signal, fc.integer({ min: 1, max: 1e6 }), (ask, seed) => {
      const samples = received(ask, randomOf(seed));
      const reps = repsOf(samples, ask.begins);
      const hidden = silences(samples);
      expect(reps.length).toBeLessThanOrEqual(ask.reps);
      expect(reps.length).toBeGreaterThanOrEqual(ask.reps - hidden);
      // what is hidden is told as missing
      if (reps.length < ask.reps) expect(judgeSet(reps).missing).toBeGreaterThan(0.55);
      for (const r of reps.filter((x) => x.missing === 0))
        expect(Math.abs(r.range - ask.travel)).toBeLessThan(0.02 + 0.1 * ask.travel);
      // what a dropout hides is never told as lost
      if (ask.noise < 0.003) expect(judgeSet(reps).ticks).toEqual([]);
    }),
    {
      numRuns: 120,
      examples: [
        // a way down ends and the next way up begins within one silence of 0.9 s
        [{ ...PLAIN_SIGNAL, reps: 9, travel: 0.15, lift: 0.5, lower: 0.8, rest: 0, dropouts: 0.0871 }, 8],
      ],
    },
  );
});

test("where it hangs, when it begins, and how long nothing happens before and after changes nothing", () => {
  fc.assert(
    fc.property(
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: 0, max: 500, noNaN: true }),
      (up, later) => {
        const samples = received({ ...PLAIN_SIGNAL, noise: 0.003 }, randomOf(7));
        const moved = samples.map(({ t, x }) => ({ t: t + later, x: x + up }));
        const still = [{ t: later - 4, x: moved[0]!.x }, ...moved, { t: later + 99, x: moved.at(-1)!.x }];
        const [a, b] = [repsOf(samples), repsOf(still)];
        expect(b).toHaveLength(a.length);
        b.forEach((r, i) => expect(r.range).toBeCloseTo(a[i]!.range, 2));
      },
    ),
    { numRuns: 40 },
  );
});

test("nothing, stillness and a bump of the bar are no rep", () => {
  expect(repsOf([])).toEqual([]);
  expect(repsOf([{ t: 0, x: 1 }])).toEqual([]);
  const still = Array.from({ length: 500 }, (_, i) => ({ t: i / 50, x: 0.004 * Math.sin(i) }));
  expect(repsOf(still)).toEqual([]);
  const bump = still.map((s, i) => (i > 200 && i < 210 ? { ...s, x: 0.03 } : s));
  expect(repsOf(bump)).toEqual([]);
  expect(judgeSet([])).toMatchObject({ reps: 0, range: null, lowering: null, ticks: [] });
});

test("one spike is no turn, and smoothing keeps as many samples as it is given", () => {
  const samples = trueSignal(PLAIN_SIGNAL).map((s, i) => (i === 90 ? { ...s, x: s.x + 0.5 } : s));
  expect(smoothed(samples)).toHaveLength(samples.length);
  expect(repsOf(samples)).toHaveLength(10);
});

test("the low end lost in the last reps is told, at both beginnings; a whole set and one slip are not", () => {
  for (const begins of ["bottom", "top"] as const) {
    const judged = (change: Partial<SetSignal>) => {
      const ask = { ...PLAIN_SIGNAL, begins, noise: 0.003, ...change };
      return judgeSet(repsOf(received(ask, randomOf(3)), begins));
    };
    expect(judged({})).toMatchObject({ reps: 10, lost: 0, half: 0, ticks: [] });
    expect(judged({ lostFrom: 6, lost: 0.25 }).ticks).toEqual(["end-lost"]);
    expect(judged({ lostFrom: 9, lost: 0.25 }).ticks).toEqual([]);
    expect(judged({ lostFrom: 6, lost: 0.06 }).ticks).toEqual([]);
    const half = judged({ lostFrom: 5, lost: 0.5 });
    expect(half).toMatchObject({ reps: 10, ticks: ["half-reps"] });
    expect(half.half).toBeGreaterThanOrEqual(4);
  }
});

test("a dropout within the set is said in seconds", () => {
  const samples = trueSignal(PLAIN_SIGNAL).filter(({ t }) => t < 5 || t > 5.4);
  const judged = judgeSet(repsOf(samples));
  expect(judged.reps).toBe(10);
  expect(judged.missing).toBeGreaterThan(0.4);
});
