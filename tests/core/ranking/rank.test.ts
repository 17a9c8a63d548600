import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { headGroups, rankHead } from "#core/ranking/rank";
import { CRITERIA, DEFAULT_SCHOOL, tierOf, tiers } from "#core/ranking/schools";

const exercises = new Map(library.map((e) => [e.id, e]));
const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
const survey = surveySetups(setups, { stature: 1.75, mass: 75 }, 6);
const everything = { equipment: null, joints: [] };
const rank = (head: string, context: Parameters<typeof rankHead>[4] = everything, school = DEFAULT_SCHOOL) => rankHead(survey, head, school, exercises, context);

test("rows come best first, in the tier of their score, with a span that holds the score", () => {
  for (const g of headGroups) {
    const rows = rank(g.id);
    expect(rows.length).toBeGreaterThan(5);
    rows.forEach((r, i) => {
      const above = rows[i - 1];
      if (above && Boolean(above.undecided) === Boolean(r.undecided)) expect(r.score).toBeLessThanOrEqual(above.score);
      expect(r.tier).toBe(tierOf(r.score));
      expect(r.low).toBeLessThanOrEqual(r.score);
      expect(r.high).toBeGreaterThanOrEqual(r.score);
      for (const c of CRITERIA) expect(r.criteria[c]).toBeGreaterThanOrEqual(0);
      for (const c of CRITERIA) expect(r.criteria[c]).toBeLessThanOrEqual(1);
    });
  }
});

test("a raised arm ranks above a kickback for the long head under long length first", () => {
  const place = (name: string) => rank("triceps-long").findIndex((r) => r.exercise.id === name);
  expect(place("overhead-cable-extension")).toBeLessThan(place("cable-pushdown"));
  expect(place("cable-pushdown")).toBeLessThan(rank("triceps-long").filter((r) => !r.out).length);
});

test("another school's weights change the order, and a school without weights gives no score", () => {
  const short = { ...DEFAULT_SCHOOL, weights: { ...DEFAULT_SCHOOL.weights, stretchLoad: 0, stretchReached: 0, shortLoad: 60 } };
  expect(rank("triceps-lateral", everything, short)[0]!.exercise.id).not.toBe(rank("triceps-lateral")[0]!.exercise.id);
  const none = { ...DEFAULT_SCHOOL, weights: Object.fromEntries(CRITERIA.map((c) => [c, 0])) as typeof DEFAULT_SCHOOL.weights };
  expect(rank("triceps-long", everything, none).every((r) => r.score === 0)).toBe(true);
});

test("what the place lacks is out, says so, stays visible and comes last", () => {
  const rows = rank("biceps-long", { equipment: ["dumbbell"], joints: [] });
  const out = rows.filter((r) => r.out);
  expect(out.length).toBeGreaterThan(3);
  expect(out.every((r) => /^needs /.test(r.out!))).toBe(true);
  expect(rows.findIndex((r) => r.out)).toBe(rows.length - out.length);
  expect(rows.filter((r) => !r.out).every((r) => r.exercise.equipment.every((e) => e === "dumbbell"))).toBe(true);
});

test("a noted joint lowers what strains it", () => {
  const score = (joints: "elbow"[]) => rank("triceps-long", { equipment: null, joints }).find((r) => r.exercise.id === "lying-barbell-extension")!.score;
  expect(score(["elbow"])).toBeLessThan(score([]));
});

test("the because-sentence is made of the row's own numbers", () => {
  for (const r of rank("biceps-long")) {
    expect(r.because).toMatch(/^[A-Z0-9].*\.$/);
    const m = r.row.view.heads["biceps-long"]!;
    const said = r.because.match(/(\d+) % of the tension falls in the long half/);
    if (said) expect(Number(said[1])).toBe(Math.round(100 * m.stretchShare));
    const reached = r.because.match(/reaches (\d+) % of the length range/);
    if (reached) expect(Number(reached[1])).toBe(Math.round(100 * m.stretchReached));
  }
});

test("rows within a point of the first with a place share it", () => {
  const rows = rank("triceps-long").filter((r) => !r.out && !r.undecided);
  rows.forEach((r, i) => {
    const first = rows.find((x) => x.place === r.place)!;
    expect(first.score - r.score).toBeLessThan(1);
    expect(r.tied).toBe(i > 0 && first !== r);
  });
});

test("heads the model cannot tell apart share one entry, with the reason", () => {
  expect(headGroups.map((g) => g.id)).toEqual(["triceps-long", "triceps-lateral", "biceps-long", "biceps-short", "brachialis", "brachioradialis"]);
  expect(headGroups[1]!.shared).toMatch(/cannot tell the two apart/);
  for (const row of survey.rows) expect(row.view.heads["triceps-lateral"]?.loadedLength).toBe(row.view.heads["triceps-medial"]?.loadedLength);
});

test("where the palm is held against a supinating head for nothing, the row stands apart as undecided", () => {
  const undecided = (head: string) => rank(head).filter((r) => r.undecided).map((r) => r.exercise.id);
  expect(undecided("biceps-long")).toEqual(expect.arrayContaining(["palms-down-curl", "hammer-curl"]));
  expect(undecided("biceps-long")).not.toContain("standing-barbell-curl");
  expect(undecided("brachialis")).toEqual([]);
  expect(undecided("triceps-long")).toEqual([]);
  expect(rank("biceps-long")[0]!.undecided).toBeNull();
});

test("an unknown head is refused", () => expect(() => rank("gluteus")).toThrow(/gluteus/));

test("tiers cover every score", () => {
  expect(tierOf(100)).toBe(tiers[0]);
  expect(tierOf(0)).toBe(tiers[tiers.length - 1]);
});
