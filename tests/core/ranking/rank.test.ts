import { heads } from "#core/anatomy/anatomy";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { headGroups, rankHead } from "#core/ranking/rank";
import { CURRENT_EDITION, tierOf } from "#core/edition/edition";
import { CRITERIA } from "#core/edition/schools";
import { becauseText } from "#core/ranking/because";

const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
const survey = surveySetups(setups, { stature: 1.75, mass: 75 }, 6);
const targets = new Set(library.flatMap((e) => e.targets));
const everything = { equipment: null, joints: [] };
const rank = (head: string, context: Parameters<typeof rankHead>[4] = everything, school = CURRENT_EDITION.school) =>
  rankHead(survey, head, { ...CURRENT_EDITION, school }, exercises, context);

test("rows come best first, in the tier of their score, with a span that holds the score", () => {
  for (const g of headGroups) {
    const rows = rank(g.id);
    rows.forEach((r, i) => {
      const above = rows[i - 1];
      if (above && !r.out) expect(r.score).toBeLessThanOrEqual(above.score);
      expect(r.tier).toBe(tierOf(r.score, CURRENT_EDITION));
      expect(r.low).toBeLessThanOrEqual(r.score);
      expect(r.high).toBeGreaterThanOrEqual(r.score);
      for (const c of CRITERIA) expect(r.criteria[c]).toBeGreaterThanOrEqual(0);
      for (const c of CRITERIA) expect(r.criteria[c]).toBeLessThanOrEqual(1);
    });
  }
});

test("every muscle an exercise is for has a choice; small helpers may have none", () => {
  const placed = headGroups.filter((g) => rank(g.id).some((r) => !r.out)).map((g) => g.muscle);
  expect([...targets].filter((m) => !placed.includes(m))).toEqual([]);
});

test("a raised arm ranks above a kickback for the long head under long length first", () => {
  const place = (name: string) => rank("triceps-long").findIndex((r) => r.exercise.id === name);
  expect(place("overhead-cable-extension")).toBeLessThan(place("cable-pushdown"));
  expect(place("cable-pushdown")).toBeLessThan(rank("triceps-long").filter((r) => !r.out).length);
});

test("another school's weights change the order, and a school without weights gives no score", () => {
  const short = {
    ...CURRENT_EDITION.school,
    weights: { ...CURRENT_EDITION.school.weights, stretchLoad: 0, stretchReached: 0, shortLoad: 60 },
  };
  expect(rank("triceps-lateral", everything, short)[0]!.exercise.id).not.toBe(rank("triceps-lateral")[0]!.exercise.id);
  const none = {
    ...CURRENT_EDITION.school,
    weights: Object.fromEntries(CRITERIA.map((c) => [c, 0])) as typeof CURRENT_EDITION.school.weights,
  };
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
  const score = (joints: "elbow"[]) =>
    rank("triceps-long", { equipment: null, joints }).find((r) => r.exercise.id === "lying-barbell-extension")!.score;
  expect(score(["elbow"])).toBeLessThan(score([]));
});

test("the because-sentence is made of the row's own numbers", () => {
  for (const r of rank("biceps-long")) {
    const text = becauseText(r.because);
    expect(text).toMatch(/^[A-Z0-9].*\.$/);
    const m = r.row.view.heads["biceps-long"]!;
    const said = text.match(/(\d+) % of the tension falls in the long half/);
    if (said) expect(Number(said[1])).toBe(Math.round(100 * m.stretchShare));
    const reached = text.match(/reaches (\d+) % of the length range/);
    if (reached) expect(Number(reached[1])).toBe(Math.round(100 * m.stretchReached));
  }
});

test("rows within a point of the first with a place share it", () => {
  const rows = rank("triceps-long").filter((r) => !r.out);
  rows.forEach((r, i) => {
    const first = rows.find((x) => x.place === r.place)!;
    expect(first.score - r.score).toBeLessThan(1);
    expect(r.tied).toBe(i > 0 && first !== r);
  });
});

test("heads the model cannot tell apart share one entry, with the reason", () => {
  const lateral = headGroups.find((g) => g.id === "triceps-lateral")!;
  expect(lateral.shared).toMatch(/cannot tell the two apart/);
  expect(headGroups.some((g) => g.id === "triceps-medial")).toBe(false);
  expect(headGroups).toHaveLength(heads.length - 1);
  for (const row of survey.rows)
    expect(row.view.heads["triceps-lateral"]?.loadedLength).toBe(row.view.heads["triceps-medial"]?.loadedLength);
});

test("what each region's coach would look for stands in its list", () => {
  const has = (head: string, ...ids: string[]) =>
    expect(rank(head).map((r) => r.exercise.id)).toEqual(expect.arrayContaining(ids));
  has("gluteus-maximus-middle", "hip-thrust", "romanian-deadlift", "back-squat");
  has("vastus-lateralis", "leg-extension", "back-squat", "leg-press");
  has("semimembranosus", "seated-leg-curl", "romanian-deadlift");
  has("biceps-femoris-short", "seated-leg-curl", "lying-leg-curl");
  has("gastrocnemius-medial", "standing-calf-raise");
  has("soleus", "seated-calf-raise");
  has("deltoid-middle-front", "dumbbell-side-raise", "cable-side-raise");
  has("deltoid-rear", "reverse-fly");
  has("pectoralis-sternal", "dumbbell-fly", "cable-fly");
  has("latissimus-lumbar", "pull-up", "cable-pulldown");
  has("trapezius-upper", "dumbbell-shrug");
  has("rectus-abdominis", "crunch-with-plate");
  has("adductor-longus", "machine-hip-adduction");
});

test("an unknown head is refused", () => expect(() => rank("gluteus")).toThrow(/gluteus/));

test("tiers cover every score", () => {
  expect(tierOf(100, CURRENT_EDITION)).toBe(CURRENT_EDITION.tiers[0]);
  expect(tierOf(0, CURRENT_EDITION)).toBe(CURRENT_EDITION.tiers.at(-1));
});

test("what measurements speak against is shown with the reason and takes no place", () => {
  const rows = rank("biceps-long");
  const row = rows.find((r) => r.exercise.id === "palms-down-curl")!;
  expect(row.out).toMatch(/^undecided: .*palm down/);
  expect(rows.filter((r) => !r.out).every((r) => r.place < row.place)).toBe(true);
  expect(rank("brachialis").find((r) => r.exercise.id === "palms-down-curl")!.out).toBeNull();
});
