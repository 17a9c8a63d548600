import { findHead } from "#core/anatomy/anatomy";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises, findExercise } from "#core/exercises/library";
import { swapLoss, swapsFor } from "#core/planning/swap";
import { evidenceFor, GRADE_WORDS } from "#core/ranking/evidence";
import { notes } from "#core/ranking/evidence.data";
import { favouriteCost } from "#core/ranking/favourite";
import { rankHead, type RankingContext } from "#core/ranking/rank";
import { clientOf, prescriptionOf } from "../../support/programs";
import { librarySurvey } from "../../support/solver";

const everything: RankingContext = { equipment: null, joints: [] };
const rank = (head: string, context = everything) =>
  rankHead(librarySurvey(), head, CURRENT_EDITION, exercises, context);

describe("evidence beside mechanics", () => {
  const noted = (head: string, id: string, values = {}) => {
    const row = librarySurvey().rows.find(
      (r) => r.exerciseId === id && Object.entries(values).every(([k, v]) => r.values[k] === v),
    )!;
    return evidenceFor(exercises.get(id)!, row, head, CURRENT_EDITION.method).map((n) => n.id);
  };

  test("every note speaks of heads and exercises that there are, says how much stands behind it, and is said somewhere", () => {
    expect(new Set(notes.map((n) => n.id)).size).toBe(notes.length);
    const said = new Set<string>();
    for (const row of librarySurvey().rows)
      for (const head of Object.keys(row.view.heads))
        for (const n of evidenceFor(exercises.get(row.exerciseId)!, row, head, CURRENT_EDITION.method)) said.add(n.id);
    for (const n of notes) {
      for (const h of n.heads) expect(findHead(h)).toBeDefined();
      for (const e of n.exercises ?? []) expect(findExercise(e)).toBeDefined();
      expect(GRADE_WORDS[n.grade]).toBeTruthy();
      expect(n.text).toMatch(/^[A-Z].*\.$/);
      expect(said).toContain(n.id);
    }
  });

  test("the arm overhead is said of an overhead extension and not of a pushdown; what is of this head comes first", () => {
    expect(noted("triceps-long", "overhead-cable-extension")).toContain("arm-overhead-triceps");
    expect(noted("triceps-long", "cable-pushdown")).not.toContain("arm-overhead-triceps");
    expect(noted("soleus", "overhead-cable-extension")).toEqual([]);
    const [first] = noted("triceps-long", "overhead-cable-extension");
    expect(notes.find((n) => n.id === first)!.heads).toContain("triceps-long");
  });

  test("it changes no score", () => {
    const before = rank("triceps-long").map((r) => r.score);
    for (const r of rank("triceps-long")) evidenceFor(r.exercise, r.row, "triceps-long", CURRENT_EDITION.method);
    expect(rank("triceps-long").map((r) => r.score)).toEqual(before);
  });
});

describe("a favourite", () => {
  const rows = rank("triceps-long");

  test("costs its share of the best, nothing where it is the best", () => {
    const best = rows.find((r) => r.group === "main")!;
    expect(favouriteCost(rows, best.row.setupKey)).toMatchObject({ worth: 1 });
    for (const r of rows.filter((x) => x.group === "main")) {
      const cost = favouriteCost(rows, r.row.setupKey)!;
      expect(cost.best).toBe(best);
      expect(cost.worth * best.score).toBeCloseTo(Math.min(best.score, r.score), 9);
    }
  });

  test("is held against what this client can do, and not where it is out itself or not in the list", () => {
    const bands = { equipment: ["band"], joints: [] };
    const own = rank("triceps-long", bands);
    const [best] = own.filter((r) => r.group === "main");
    if (best) expect(favouriteCost(own, best.row.setupKey)!.best.out).toBeNull();
    const out = own.find((r) => r.out)!;
    expect(favouriteCost(own, out.row.setupKey)).toBeNull();
    expect(favouriteCost(rows, "nobody's")).toBeNull();
    expect(favouriteCost([], "nobody's")).toBeNull();
  });
});

describe("what a swap keeps", () => {
  const p = prescriptionOf(1, "overhead-cable-extension");
  const planned = librarySurvey().rows.find((r) => r.setupKey === p.setupKey)!;
  const { own, rows, head } = swapsFor(p, planned, librarySurvey(), clientOf(), CURRENT_EDITION, exercises);

  test("of itself everything, of another no more of its range than there is", () => {
    const same = swapLoss(own!, own!, head!)!;
    expect(same).toMatchObject({ range: 1, tension: 1 });
    expect(same.function).toBeCloseTo(1, 9);
    expect(rows.length).toBeGreaterThan(0);
    for (const r of rows) {
      const loss = swapLoss(own!, r, head!)!;
      expect(loss.range).toBeGreaterThanOrEqual(0);
      expect(loss.range).toBeLessThanOrEqual(1);
      expect(loss.function).toBeGreaterThanOrEqual(0.6);
      expect(loss.hardest[0]).toBe(planned.view.sticking.at);
      expect(loss.tension * own!.tension).toBeCloseTo(r.tension, 9);
    }
  });

  test("a head that one of them leaves alone cannot be compared", () => {
    expect(swapLoss(own!, rows[0]!, "soleus")).toBeNull();
  });
});
