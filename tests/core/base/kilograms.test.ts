/** Loads that are there: a grid of steps from the smallest to the largest, in either unit. */
import { inKg, loadThere, shareOfLoad, stepLoad } from "#core/base/kilograms";
import { seededRandom } from "#core/base/random";

const kg = (value: number) => ({ value, unit: "kg" as const, meaning: "per hand" });
const rack = { ...kg(2), least: 4, most: 40 };
/** by hand: 4, 6, 8 ... 40 */
const THERE = Array.from({ length: 19 }, (_, i) => 4 + 2 * i);

test("without ends a step is a step, and nothing is below nothing", () => {
  expect(stepLoad(kg(10), kg(2), 1).value).toBe(12);
  expect(stepLoad(kg(1), kg(2), -1).value).toBe(0);
  expect(loadThere(kg(7), kg(2))).toEqual(kg(7));
});

test("a step from anywhere ends on a load that is there, beyond it in its direction where one is", () => {
  const random = seededRandom(4);
  for (let n = 0; n < 400; n++) {
    const from = Math.round(900 * random()) / 20;
    const [up, down] = [stepLoad(kg(from), rack, 1).value, stepLoad(kg(from), rack, -1).value];
    // what is lifted beyond the ends is there too: no step up goes down, none down goes up
    expect(up).toBeGreaterThanOrEqual(from);
    expect(down).toBeLessThanOrEqual(from);
    if (from <= 40) expect(THERE).toContain(up);
    if (from >= 4) expect(THERE).toContain(down);
    if (from < 40) expect(up).toBe(THERE.find((x) => x > from + 1e-9) ?? 40);
    if (from > 4 && from <= 40) expect(down).toBe(THERE.findLast((x) => x < from - 1e-9));
  }
});

test("at an end a step changes nothing", () => {
  expect(stepLoad(kg(40), rack, 1).value).toBe(40);
  expect(stepLoad(kg(4), rack, -1).value).toBe(4);
  expect(shareOfLoad(kg(40), rack, 0.05).value).toBe(4);
});

test("a load that is not there becomes the next one below, and nothing stays nothing", () => {
  expect([3, 4, 5, 7.9, 8, 39, 44].map((v) => loadThere(kg(v), rack).value)).toEqual([4, 4, 4, 6, 8, 38, 40]);
  expect(loadThere(kg(0), rack).value).toBe(0);
  for (const v of THERE) expect(loadThere(kg(v), rack)).toEqual(kg(v));
});

test("ends of a rack in kg hold for a load typed in pounds", () => {
  const pounds = { value: 88, unit: "lb" as const, meaning: "per hand" };
  // 88.18 lb are 40 kg
  expect(inKg(stepLoad(pounds, rack, 1))).toBeCloseTo(40, 1);
  expect(inKg(stepLoad(pounds, rack, 5))).toBeCloseTo(40, 1);
});
