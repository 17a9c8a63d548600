import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { byThird, coveringOf, type Cell, type Cover } from "#core/covering/cells";
import { prescribe } from "#core/planning/prescribe";
import { complements, smallestSet } from "#core/covering/smallest";
import { seededRandom } from "#core/base/random";
import { groups } from "#core/planning/groups";
import { NEUTRAL, tensionOf } from "#core/ranking/tension";
import { librarySurvey } from "../support/solver";

const everything = { equipment: null, joints: [] };
const covering = (group: string, equipment: string[] | null = null) =>
  coveringOf(librarySurvey(), groups.find((g) => g.id === group)!.heads, CURRENT_EDITION, exercises, {
    ...everything,
    equipment,
  });

/** a made-up instance: n setups over m cells */
function madeUp(seed: number, n: number, m: number): { cells: Cell[]; setups: Cover[] } {
  const random = seededRandom(seed);
  const cells = Array.from({ length: m }, (_, i): Cell => ({ id: `c${i}`, kind: "length", name: `c${i}` }));
  const setups = Array.from({ length: n }, (_, i): Cover => {
    const covers = new Set(cells.filter(() => random() < 0.28).map((c) => c.id));
    return {
      row: { setupKey: `s${i}` },
      name: `s${i}`,
      score: Math.floor(100 * random()),
      minutes: 5,
      covers,
    } as unknown as Cover;
  });
  return { cells, setups };
}

/** every subset, the plain way */
function byForce({ cells, setups }: ReturnType<typeof madeUp>): { size: number; score: number } {
  const reachable = cells.filter((c) => setups.some((s) => s.covers.has(c.id)));
  let best = { size: Infinity, score: -1 };
  for (let mask = 0; mask < 1 << setups.length; mask++) {
    const chosen = setups.filter((_, i) => (mask >> i) & 1);
    if (!reachable.every((c) => chosen.some((s) => s.covers.has(c.id)))) continue;
    const score = chosen.reduce((x, s) => x + s.score, 0);
    if (chosen.length < best.size || (chosen.length === best.size && score > best.score))
      best = { size: chosen.length, score };
  }
  return best;
}

test.each(Array.from({ length: 30 }, (_, i) => i + 1))("instance %d: as small as by brute force", (seed) => {
  const instance = madeUp(seed, 11, 9);
  const found = smallestSet(instance.cells, instance.setups);
  const force = byForce(instance);
  expect(found.proven).toBe(true);
  expect(found.setups.length).toBe(force.size);
  const covered = new Set(found.setups.flatMap((s) => [...s.covers]));
  for (const c of instance.cells) expect(covered.has(c.id) || found.uncovered.some((u) => u.id === c.id)).toBe(true);
});

test("cells that are not wanted need nothing, a node limit is said", () => {
  const instance = madeUp(5, 40, 30);
  const one = smallestSet(instance.cells, instance.setups, new Set(["c0"]));
  expect(one.setups).toHaveLength(1);
  expect(smallestSet(instance.cells, instance.setups, new Set()).setups).toEqual([]);
  expect(smallestSet(instance.cells, instance.setups, undefined, 3).proven).toBe(false);
});

test("what adds most comes first, and nothing that adds nothing", () => {
  const { cells, setups } = madeUp(7, 12, 10);
  const covered = new Set([...setups[0]!.covers, ...setups[3]!.covers]);
  const wanted = new Set(cells.map((c) => c.id));
  const list = complements(setups, covered, wanted);
  const sizes = list.map((x) => x.adds.length);
  expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
  expect(sizes.every((n) => n > 0)).toBe(true);
  for (const { setup, adds } of list) for (const c of adds) expect(setup.covers.has(c) && !covered.has(c)).toBe(true);
});

test("thirds of the tension add up to the whole", () => {
  for (const row of librarySurvey().rows.slice(0, 40))
    for (const m of Object.values(row.view.heads)) {
      if (!m) continue;
      const thirds = byThird(m.slices);
      expect(thirds.reduce((s, x) => s + x, 0)).toBeCloseTo(tensionOf(m.slices, NEUTRAL), 9);
    }
});

describe("the library's groups", () => {
  test.each(["triceps", "biceps", "chest", "glutes", "hamstrings", "quads"])(
    "%s: proven, every cell covered, small",
    (group) => {
      const { cells, setups } = covering(group);
      const found = smallestSet(cells, setups);
      expect(found.proven).toBe(true);
      expect(found.uncovered).toEqual([]);
      expect(found.setups.length).toBeGreaterThan(1);
      expect(found.setups.length).toBeLessThan(8);
      for (const c of cells) expect(found.setups.some((s) => s.covers.has(c.id))).toBe(true);
      // nobody comes along in it: each is useful for a head under some school
      for (const s of found.setups) expect(s.covers.size).toBeGreaterThan(0);
    },
  );

  test("heads that the model cannot tell apart are one cell, and a place without cables leaves its setups out", () => {
    expect(covering("triceps").cells.some((c) => c.id.startsWith("triceps-medial"))).toBe(false);
    const home = covering("triceps", ["dumbbell", "bench"]);
    for (const s of home.setups)
      expect(s.exercise.equipment.every((e) => ["dumbbell", "bench"].includes(e))).toBe(true);
  });
});

describe("what stands in a week", () => {
  test("covers by mechanics: a setup that is not at hand any more covers what it covered", () => {
    const all = covering("lats");
    const home = covering("lats", ["dumbbell"]);
    const pulldown = librarySurvey().rows.find((r) => r.exerciseId === "cable-pulldown")!;
    expect(home.setups.some((s) => s.row === pulldown)).toBe(false);
    expect(all.coveredIn(pulldown)).toEqual([...all.setups.find((s) => s.row === pulldown)!.covers]);
    const cells = new Set(home.cells.map((c) => c.id));
    expect(home.coveredIn(pulldown).length).toBeGreaterThan(0);
    for (const id of home.coveredIn(pulldown)) expect(cells.has(id)).toBe(true);
  });

  test("dose and covering agree: hardly a setup that earns sets of a group covers none of its cells", () => {
    let [earning, none] = [0, 0];
    for (const g of groups) {
      const { coveredIn } = covering(g.id);
      for (const row of librarySurvey().rows.filter((r) => r.view.feasible)) {
        // what is held moves through no length that it could cover
        if (exercises.get(row.exerciseId)!.held) continue;
        const { credits } = prescribe(exercises.get(row.exerciseId)!, row.values, row.view, CURRENT_EDITION.method, {
          id: "00000000-0000-4000-8000-000000000001",
          modelVersion: "body-4",
          unit: "kg",
          mass: 75,
          sore: false,
          beginner: false,
        });
        if (!Object.entries(credits).some(([h, c]) => g.heads.includes(h) && c.direct && c.share >= 0.6)) continue;
        earning++;
        if (coveredIn(row).length === 0) none++;
      }
    }
    expect(earning).toBeGreaterThan(100);
    expect(none / earning).toBeLessThan(0.05);
  });

  test("a setup that does nothing for the group covers nothing, not even where the arm is", () => {
    const { coveredIn } = covering("triceps");
    expect(coveredIn(librarySurvey().rows.find((r) => r.exerciseId === "back-squat")!)).toEqual([]);
    expect(coveredIn(librarySurvey().rows.find((r) => r.exerciseId === "standing-dumbbell-curl")!)).toEqual([]);
  });
});
