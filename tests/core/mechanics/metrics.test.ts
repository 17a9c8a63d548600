import { GRAIN_BINS, headMetrics, type HeadRep } from "#core/mechanics/metrics";

const N = 101;
const series = (f: (s: number) => number) => Float64Array.from({ length: N }, (_, i) => f(i / (N - 1)));
const even = series(() => 1);

/** a head that runs from long to short with a force given over s */
function rep(force: (s: number) => number, from = 1, to = 0, change: Partial<HeadRep> = {}): HeadRep {
  const position = series((s) => from + (to - from) * s);
  return {
    length: position.map((p) => 0.6 + 0.8 * p),
    position,
    force: series(force),
    passive: new Float64Array(N),
    activation: even,
    usable: 0.8,
    work: 0.4,
    attainable: [0.5, 0.1],
    ...change,
  };
}

const of = (r: HeadRep, strength = even) => headMetrics(r, strength, 2, 1, 1)!;

test("an even force over the whole range sits in the middle of everything", () => {
  const m = of(rep(() => 0.5));
  expect(m.loadedLength).toBeCloseTo(0.5, 6);
  expect(m.skew).toBeCloseTo(0.5, 6);
  expect(m.stretchShare).toBeCloseTo(0.5, 1);
  m.thirds.forEach((t) => expect(t).toBeCloseTo(1 / 3, 1));
  expect(m.bottomTension).toBeCloseTo(1, 6);
  expect(m.rangeLoaded).toBeCloseTo(1, 6);
  expect([m.stretchReached, m.shortReached]).toEqual([1, 0]);
  expect(m.partialReserve).toBe(1);
});

test("all of it at the long end, all of it at the short end", () => {
  const long = of(rep((s) => (s < 0.2 ? 1 : 0)));
  const short = of(rep((s) => (s > 0.8 ? 1 : 0)));
  expect(long.loadedLength).toBeCloseTo(0.905, 2);
  expect([long.stretchShare, long.thirds[2]]).toEqual([1, 1]);
  expect(short.loadedLength).toBeCloseTo(0.095, 2);
  expect([short.stretchShare, short.thirds[0]]).toEqual([0, 1]);
  expect(long.bottomTension).toBeGreaterThan(0.9);
  expect(short.bottomTension).toBe(0);
  expect(long.rangeLoaded).toBeCloseTo(0.2, 1);
});

test("loaded length says where in the muscle's range, skew where in the exercise's own", () => {
  const high = of(rep(() => 1, 0.9, 0.6));
  expect(high.loadedLength).toBeCloseTo(0.75, 6);
  expect(high.skew).toBeCloseTo(0.5, 6);
  const heavyLate = of(rep((s) => s, 0.9, 0.6));
  expect(heavyLate.loadedLength).toBeGreaterThan(0.6);
  expect(heavyLate.skew).toBeCloseTo(1 / 3, 2);
});

test("time reversed, the same numbers", () => {
  const [there, back] = [of(rep((s) => 0.2 + 0.6 * s, 0.9, 0.2)), of(rep((s) => 0.8 - 0.6 * s, 0.2, 0.9))];
  for (const key of ["loadedLength", "skew"] as const) expect(back[key]).toBeCloseTo(there[key], 9);
  // shares with an edge may gain or lose the one sample that stands on it
  for (const key of ["stretchShare", "bottomTension", "rangeLoaded", "aboveOptimum"] as const)
    expect(Math.abs(back[key] - there[key])).toBeLessThan(0.02);
});

test("twice the force changes no shape", () => {
  const [one, two] = [of(rep((s) => 0.1 + 0.3 * s)), of(rep((s) => 0.2 + 0.6 * s))];
  for (const key of ["loadedLength", "skew", "stretchShare", "bottomTension", "rangeLoaded"] as const)
    expect(two[key]).toBeCloseTo(one[key], 9);
  expect(two.grain[12]! / one.grain[12]!).toBeCloseTo(2, 6);
});

test("the part above optimum is counted by length, not by place", () => {
  // l = 1 stands at p = 0.5 here
  expect(of(rep((s) => (s < 0.5 ? 1 : 0))).aboveOptimum).toBeCloseTo(1, 2);
  expect(of(rep((s) => (s > 0.5 ? 1 : 0))).aboveOptimum).toBe(0);
});

test("partial reserve: what the long half allows over what the whole range allows", () => {
  const weakWhenShort = series((s) => (s <= 0.51 ? 3 : 1));
  expect(
    of(
      rep(() => 1),
      weakWhenShort,
    ).partialReserve,
  ).toBeCloseTo(3, 9);
  const weakWhenLong = series((s) => (s < 0.5 ? 1 : 3));
  expect(
    of(
      rep(() => 1),
      weakWhenLong,
    ).partialReserve,
  ).toBe(1);
});

test("function is work over the usable range, shares are of all and of the muscle", () => {
  const m = of(rep(() => 1));
  expect(m.function).toBeCloseTo(0.5, 9);
  expect(m.shareOfAll).toBeCloseTo(0.2, 9);
  expect(m.shareOfMuscle).toBeCloseTo(0.4, 9);
});

test("nothing is shown for a head that hardly works", () => {
  expect(
    headMetrics(
      rep(() => 1, 1, 0, { activation: series(() => 0.09) }),
      even,
      1,
      1,
      1,
    ),
  ).toBeNull();
  expect(
    headMetrics(
      rep(() => 1, 1, 0, { activation: series(() => 0.11) }),
      even,
      1,
      1,
      1,
    ),
  ).not.toBeNull();
});

test("the grain has no holes where the rep goes, and nothing where it does not", () => {
  const m = of(rep(() => 0.4, 0.75, 0.25, { passive: series(() => 0.05) }));
  m.grain.forEach((g, b) => {
    const middle = (b + 0.5) / GRAIN_BINS;
    if (middle > 0.27 && middle < 0.73) expect(g).toBeCloseTo(0.4, 6);
    if (middle < 0.2 || middle > 0.8) expect(g).toBe(0);
  });
  expect(Math.max(...m.grainPassive)).toBeCloseTo(0.05, 9);
  // a coarse sampling fills the same bins
  const coarse = headMetrics(
    {
      ...rep(() => 0.4, 0.75, 0.25),
      length: new Float64Array(7).fill(1),
      position: Float64Array.from({ length: 7 }, (_, i) => 0.75 - i / 12),
      force: new Float64Array(7).fill(0.4),
      passive: new Float64Array(7),
      activation: new Float64Array(7).fill(1),
    },
    new Float64Array(7).fill(1),
    1,
    1,
    1,
  )!;
  coarse.grain.forEach((g, b) => expect(g > 0).toBe(m.grain[b]! > 0));
});

test("a head that holds its length is loaded where it stands", () => {
  const m = of(rep(() => 1, 0.4, 0.4));
  expect(m.loadedLength).toBeCloseTo(0.4, 9);
  expect(m.skew).toBeCloseTo(0.5, 9);
  expect(m.rangeLoaded).toBe(0);
});

test("a muscle that only holds has no shares of lifting: what rounding leaves of its work is not shared out", () => {
  const held = (work: number) =>
    headMetrics(
      rep(() => 0.5, 0.5, 0.5, { work }),
      even,
      2,
      work,
      1,
    )!;
  expect(held(3e-17).shareOfMuscle).toBe(0);
  expect(held(0).shareOfMuscle).toBe(0);
  expect(held(0.02).shareOfMuscle).toBe(1);
});
