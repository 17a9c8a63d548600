import type { HeadMetrics } from "#core/mechanics/metrics";
import { bandOf, isDecided, type Spread } from "../../src/web/bench/useSpread";

const body = (loadedLength: number | null) => ({
  soleus: loadedLength === null ? null : ({ loadedLength } as HeadMetrics),
});
const spread = (...values: (number | null)[]): Spread => values.map(body);
const length = (m: HeadMetrics) => m.loadedLength;

describe("the band of a metric", () => {
  test("is the least and the largest among the bodies in which the head works", () => {
    expect(bandOf(spread(0.4, null, 0.7, 0.5), "soleus", length, 0.5)).toEqual({ low: 0.4, high: 0.7 });
    // a bench value never lies outside its own band
    expect(bandOf(spread(0.4, 0.5), "soleus", length, 0.9)).toEqual({ low: 0.4, high: 0.9 });
  });
  test("is nothing where it is not there yet, or no body uses the head", () => {
    expect(bandOf(null, "soleus", length, 0.5)).toBeNull();
    expect(bandOf(spread(null, null), "soleus", length, 0.5)).toBeNull();
    expect(bandOf(spread(0.5), "brachialis", length, 0.5)).toBeNull();
  });
});

describe("a difference between two setups", () => {
  const low = spread(0.4, 0.4, 0.4, 0.4, 0.4);
  test("is decided when four of five bodies agree, whichever way", () => {
    expect(isDecided(spread(0.5, 0.5, 0.5, 0.5, 0.3), low, "soleus", length)).toBe(true);
    expect(isDecided(spread(0.3, 0.3, 0.3, 0.3, 0.5), low, "soleus", length)).toBe(true);
  });
  test("is undecided when it turns round among them", () =>
    expect(isDecided(spread(0.5, 0.5, 0.5, 0.3, 0.3), low, "soleus", length)).toBe(false));
  test("is undecided when it is none at all, or no body shows both", () => {
    expect(isDecided(low, low, "soleus", length)).toBe(false);
    expect(isDecided(spread(null, null), low, "soleus", length)).toBe(false);
  });
  test("is not known before both spreads are there", () =>
    expect([isDecided(null, low, "soleus", length), isDecided(low, null, "soleus", length)]).toEqual([null, null]));
  test("is judged only by bodies that show both", () =>
    expect(isDecided(spread(0.5, null, 0.5, 0.5, 0.5), spread(0.4, 0.9, 0.4, 0.4, null), "soleus", length)).toBe(true));
});
