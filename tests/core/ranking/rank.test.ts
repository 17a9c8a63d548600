import { heads } from "#core/anatomy/anatomy";
import { namedHeads } from "#core/exercises/aims";
import { exercises, library } from "#core/exercises/library";
import { surveySetups, type Survey } from "#core/mechanics/survey";
import {
  acrossSchools,
  contextOf,
  headGroups,
  listedFor,
  notFor,
  rankHead,
  type RankingContext,
} from "#core/ranking/rank";
import { FACTORS } from "#core/ranking/factors";
import { CURRENT_EDITION, editions, tierOf } from "#core/edition/edition";
import { towards, type School } from "#core/edition/schools";
import { COSTS, TERMS } from "#core/edition/choices";
import { becauseText, becauseWords, hardestLength } from "#core/ranking/because-words";
import { compareRows } from "#core/ranking/compare";
import { disagreement } from "#core/ranking/disagree";
import { favouriteCost } from "#core/ranking/favourite";
import { differenceOf, heldRows, keptOf, reviewDue, type KeptRanking } from "#core/ranking/judgement";
import { sessionPlace } from "#core/ranking/places";
import { fits, NARROWING_NAMES } from "#core/ranking/narrow";
import { clientOf } from "../../support/programs";
import { firstSetups, setupOf } from "../../support/setups";

/** asked for by their settings below */
const WHOLLY = ["back-squat", "cable-pushdown", "hip-thrust", "leg-press"];
const setups = [
  ...firstSetups(),
  ...WHOLLY.flatMap((id) =>
    exercises
      .get(id)!
      .setups.slice(1)
      .map((s) => setupOf(id, s.values)),
  ),
];
const survey = surveySetups(setups, { stature: 1.75, mass: 75 }, 2);
const targets = new Set(library.flatMap((e) => e.targets));
const everything: RankingContext = { equipment: null, joints: [] };
const [LONG, WHOLE, FEEL, HEAVY, SPARING] = CURRENT_EDITION.schools as [School, School, School, School, School];
const rank = (head: string, context = everything, school = LONG, of: Survey = survey) =>
  rankHead(of, head, { ...CURRENT_EDITION, school }, exercises, context);
const placeOf = (head: string, id: string, school = LONG) =>
  rank(head, everything, school).findIndex((r) => r.exercise.id === id);

test("rows come best first within their group, with a span that holds the score, and every factor in its bounds", () => {
  for (const g of headGroups)
    for (const school of CURRENT_EDITION.schools) {
      const rows = rank(g.id, everything, school);
      rows.forEach((r, i) => {
        const above = rows[i - 1];
        if (above?.group === r.group && (r.group !== "main" || above.tier === r.tier))
          expect(r.score).toBeLessThanOrEqual(above.score);
        expect(r.low).toBeLessThanOrEqual(r.score);
        expect(r.high).toBeGreaterThanOrEqual(r.score);
        expect(r.score).toBeLessThanOrEqual(100 + 1e-9);
        for (const f of FACTORS) expect(r.factors[f]).toBeGreaterThanOrEqual(0);
        // a head may come along with more tension than where it is the point
        for (const f of FACTORS) expect(r.factors[f]).toBeLessThanOrEqual(f === "tension" ? 1.25 : 1);
        for (const c of COSTS) expect(r.costs[c]).toBeGreaterThanOrEqual(0);
        for (const c of COSTS) expect(r.costs[c]).toBeLessThanOrEqual(1);
      });
    }
});

test("points of a row add up to what it lacks of 100", () => {
  for (const r of rank("triceps-long").filter((x) => x.group === "main")) {
    const lost = FACTORS.reduce((sum, f) => sum + r.points[f], 0);
    if (r.score < 99) expect(lost).toBeCloseTo(100 - r.score, 6);
  }
});

test("a head under 15 % of what it does at best is not in the list, and the number is told", () => {
  for (const g of headGroups) {
    const listed = new Set(rank(g.id).map((r) => r.row.setupKey));
    for (const r of notFor(survey, g.id, exercises, CURRENT_EDITION)) {
      expect(r.share).toBeLessThan(0.15);
      expect(listed.has(r.row.setupKey)).toBe(false);
    }
  }
  const pulldown = notFor(survey, "triceps-long", exercises, CURRENT_EDITION).find(
    (r) => r.exercise.id === "cable-pulldown",
  );
  expect(pulldown?.share ?? 0).toBeLessThan(0.15);
  // a practice that wants shorter lists sets the number: what falls off is told with its share
  const { method } = CURRENT_EDITION;
  const strict = { ...CURRENT_EDITION, method: { ...method, lists: { ...method.lists, listed: 0.5 } } };
  const kept = new Set(listedFor(survey, "triceps-long", strict).map((r) => r.setupKey));
  const before = listedFor(survey, "triceps-long", CURRENT_EDITION).map((r) => r.setupKey);
  expect(kept.size).toBeLessThan(before.length);
  const told = new Map(notFor(survey, "triceps-long", exercises, strict).map((r) => [r.row.setupKey, r.share]));
  for (const key of before) expect(kept.has(key) || told.get(key)! < 0.5).toBe(true);
});

test("a head that comes along is never a cornerstone, and never one that the exercise is for", () => {
  let seen = 0;
  for (const g of headGroups)
    for (const school of CURRENT_EDITION.schools)
      for (const r of rank(g.id, everything, school).filter((x) => x.group === "along")) {
        seen++;
        expect(r.score).toBeLessThanOrEqual(84);
        expect(namedHeads(r.exercise)).not.toContain(g.id);
      }
  expect(seen).toBeGreaterThan(300);
});

test("every muscle an exercise is for has a choice; small helpers may have none", () => {
  const placed = headGroups.filter((g) => rank(g.id).some((r) => !r.out)).map((g) => g.muscle);
  expect([...targets].filter((m) => !placed.includes(m))).toEqual([]);
});

describe("monotone: at the list's own ceilings", () => {
  /** the survey with one row's head changed */
  const changed = (key: string, head: string, change: (v: number) => number): Survey => ({
    ...survey,
    rows: survey.rows.map((r) => {
      const m = r.view.heads[head];
      if (r.setupKey !== key || !m) return r;
      const slices = { ...m.slices, force: m.slices.force.map(change) };
      return { ...r, varied: [], view: { ...r.view, heads: { ...r.view.heads, [head]: { ...m, slices } } } };
    }),
  });

  test.each(["triceps-long", "biceps-long", "vastus-lateralis", "deltoid-middle-front", "latissimus-lumbar"])(
    "more tension of %s never lowers its row",
    (head) => {
      for (const school of CURRENT_EDITION.schools)
        for (const r of rank(head, everything, school).slice(1, 9)) {
          const key = r.row.setupKey;
          const more = rank(
            head,
            everything,
            school,
            changed(key, head, (v) => v * 1.1),
          );
          expect(more.find((x) => x.row.setupKey === key)!.score).toBeGreaterThanOrEqual(r.score - 1e-9);
        }
    },
  );

  test("a lower cost never lowers its row", () => {
    const easier = new Map(exercises);
    const own = exercises.get("overhead-cable-extension")!;
    easier.set(own.id, {
      ...own,
      stated: { ...own.stated, setupSeconds: 5, loadStep: own.stated.loadStep / 2, steadiness: 1 },
      joints: {},
    });
    for (const school of CURRENT_EDITION.schools) {
      const score = (map: typeof exercises) =>
        rankHead(survey, "triceps-long", { ...CURRENT_EDITION, school }, map, everything).filter(
          (r) => r.exercise.id === own.id,
        );
      const before = score(exercises);
      for (const r of score(easier))
        expect(r.score).toBeGreaterThanOrEqual(before.find((x) => x.row.setupKey === r.row.setupKey)!.score - 1e-9);
    }
  });
});

describe("what schools hold stands in their lists", () => {
  test("a raised arm ranks above a pushdown for the long head under long length first", () =>
    expect(placeOf("triceps-long", "overhead-cable-extension")).toBeLessThan(
      placeOf("triceps-long", "cable-pushdown"),
    ));
  test("feel and contraction turns to the short position", () =>
    expect(placeOf("triceps-lateral", "cable-pushdown", FEEL)).toBeLessThan(
      placeOf("triceps-lateral", "cable-pushdown"),
    ));
  test("the thrust leads the glutes over the whole range, deep hip work where long leads", () => {
    // on two legs or on one
    expect(rank("gluteus-maximus-middle", everything, WHOLE)[0]!.exercise.id).toMatch(/^(one-leg-)?hip-thrust$/);
    expect(placeOf("gluteus-maximus-middle", "leg-press")).toBeLessThan(
      placeOf("gluteus-maximus-middle", "hip-thrust"),
    );
  });
  test("a heavy base takes the large lift before the machine for one joint", () =>
    expect(placeOf("vastus-lateralis", "back-squat", HEAVY)).toBeLessThan(
      placeOf("vastus-lateralis", "leg-extension", HEAVY),
    ));
  test("joint sparing puts what asks less of the elbow higher", () => {
    const strain = (school: School) => {
      const [a, b, c] = rank("triceps-long", everything, school);
      return [a!, b!, c!].reduce((s, r) => s + (r.strains.elbow ?? 0), 0);
    };
    expect(strain(SPARING)).toBeLessThan(strain(LONG));
  });
  test("a goal of strength moves towards heavy lifts, half way is in between in its weights", () => {
    const strong = rank("pectoralis-sternal", { ...everything, goal: 1 });
    const load = (rows: typeof strong) => rows.slice(0, 3).reduce((s, r) => s + (1 - r.costs.load), 0);
    expect(load(strong)).toBeGreaterThan(load(rank("pectoralis-sternal")));
    const half = towards(LONG.weights, CURRENT_EDITION.strength, 0.5);
    for (const t of TERMS) expect(half[t]).toBeCloseTo((LONG.weights[t] + CURRENT_EDITION.strength[t]) / 2, 12);
  });
  test("all schools are told for each row, each as that school's own list has it", () => {
    const across = acrossSchools(survey, "triceps-long", CURRENT_EDITION, exercises, everything);
    for (const r of rank("triceps-long", everything, FEEL))
      expect(across.get(r.row.setupKey)!.find((x) => x.school === FEEL.id)).toMatchObject({ score: r.score });
    const leaders = CURRENT_EDITION.schools.map((s) => rank("triceps-long", everything, s)[0]!.row.setupKey);
    expect(new Set(leaders).size).toBeGreaterThan(1);
  });
});

test("what the place lacks is out, says so, stays visible and comes last", () => {
  const rows = rank("biceps-long", { equipment: ["dumbbell"], joints: [] });
  const out = rows.filter((r) => r.out);
  expect(out.length).toBeGreaterThan(3);
  expect(out.every((r) => /^needs /.test(r.out!))).toBe(true);
  expect(rows.findIndex((r) => r.out)).toBe(rows.length - out.length);
  expect(rows.filter((r) => !r.out).every((r) => r.exercise.equipment.every((e) => e === "dumbbell"))).toBe(true);
});

describe("a client's joint", () => {
  const noted = (severity: "watch" | "sore" | "severe"): RankingContext => ({
    equipment: null,
    joints: [{ joint: "elbow", severity }],
  });

  test("takes off by severity times strain, and never adds", () => {
    const rows = rank("triceps-long");
    for (const [severity, share] of [
      ["watch", 0.35],
      ["sore", 0.75],
      ["severe", 0.9],
    ] as const)
      for (const r of rank("triceps-long", noted(severity))) {
        const plain = rows.find((x) => x.row.setupKey === r.row.setupKey)!;
        const strain = r.strains.elbow ?? 0;
        expect(r.factors.client).toBeCloseTo(1 - share * strain, 9);
        if (r.group === "main") expect(r.score).toBeCloseTo(plain.score * (1 - share * strain), 6);
      }
  });

  test("reorders, and when severe takes out what strains it, with the reason", () => {
    const order = (context: RankingContext) => rank("triceps-lateral", context).map((r) => r.row.setupKey);
    expect(order(noted("sore"))).not.toEqual(order(everything));
    const out = rank("triceps-long", noted("severe")).filter((r) => r.out);
    expect(out.length).toBeGreaterThan(0);
    for (const r of out) {
      expect(r.out).toBe("too much for the elbow");
      expect(r.strains.elbow).toBeGreaterThanOrEqual(CURRENT_EDITION.method.joints.severe.out!);
    }
  });

  test("counts the strain of this setup: a deeper squat asks more of the knee than one to parallel", () => {
    const strain = (depth: number) =>
      rank("vastus-lateralis").find((r) => r.exercise.id === "back-squat" && r.row.values.depth === depth)!.strains
        .knee!;
    const depths = library
      .find((e) => e.id === "back-squat")!
      .setups.map((s) => s.values.depth)
      .filter((d) => d !== undefined);
    const sorted = [...new Set(depths)].sort((a, b) => a - b);
    if (sorted.length > 1) expect(strain(sorted.at(-1)!)).toBeGreaterThan(strain(sorted[0]!));
  });

  test("noted on both sides counts once, as the worse of the two; trains alone and dislikes are gates", () => {
    const { joints } = contextOf(
      clientOf({
        joints: [
          { joint: "knee", side: "left", severity: "watch", note: "" },
          { joint: "knee", side: "right", severity: "severe", note: "" },
        ],
      }),
    );
    expect(joints).toEqual([{ joint: "knee", severity: "severe" }]);
    const some = rank("biceps-long")[0]!.exercise.id;
    const rows = rank("biceps-long", { ...everything, unwanted: new Set([some]), alone: true });
    expect(rows.filter((r) => r.exercise.id === some).every((r) => r.out === "not wanted")).toBe(true);
    for (const r of rows.filter((x) => !x.out)) expect(r.exercise.stated.helper).toBe(false);
  });
});

test("one line for and one against are made of the row's own numbers, short, and hardly any stands twice", () => {
  const length = (line: string) =>
    line
      .replace(/\([^)]*\)/g, "")
      .trim()
      .split(/\s+/).length;
  for (const head of ["biceps-long", "gluteus-maximus-middle", "deltoid-rear", "triceps-lateral"])
    for (const school of CURRENT_EDITION.schools) {
      const rows = rank(head, everything, school);
      const told = rows.map((r) => becauseWords(r.because));
      for (const [i, { plus, minus }] of told.entries()) {
        for (const line of [plus, minus ?? "None"]) {
          expect(line).toMatch(/^[A-Z0-9]/);
          expect(line).not.toMatch(/NaN|undefined|\bit\b/);
        }
        expect(length(plus)).toBeLessThanOrEqual(12);
        expect(length(minus ?? "")).toBeLessThanOrEqual(10);
        const { nearness, exercise, row } = rows[i]!;
        const effort = /ends the set \((\d+) % effort/.exec(plus);
        if (effort) expect(Number(effort[1])).toBe(Math.round(100 * nearness));
        const step = /load steps \((\d+) %\)/.exec(minus ?? plus);
        const { loadStep, usualLoad } = exercise.stated;
        if (step) expect(Number(step[1])).toBe(Math.round((100 * loadStep) / usualLoad));
        const back = /low back load(| moderate| high) \(([\d.]+) ×/i.exec(minus ?? "");
        if (back) {
          expect(back[2]).toBe(row.view.compression.toFixed(1));
          expect(back[1]).toBe(row.view.compression >= 5 ? " high" : row.view.compression >= 3 ? " moderate" : "");
        }
      }
      const texts = rows.map((r) => becauseText(r.because));
      // setups that differ by what is held alone are alike to the head
      for (const t of texts) expect(texts.filter((x) => x === t).length).toBeLessThan(8);
    }
});

test("where a head is loaded most is a place of its own range, the one with the largest force", () => {
  for (const r of rank("triceps-long")) {
    const { force, position } = r.row.view.heads["triceps-long"]!.slices;
    const at = hardestLength(r.row, "triceps-long")!;
    expect(force[position.indexOf(at)]).toBe(Math.max(...force));
  }
  expect(hardestLength(rank("triceps-long")[0]!.row, "no-such-head")).toBeNull();
});

test("a row shares a place unless the place's first is ahead in most bodies; ties never reach under Niche", () => {
  const rows = rank("triceps-long").filter((r) => r.group === "main");
  rows.forEach((r) => {
    const first = rows.find((x) => x.place === r.place)!;
    expect(r.tied).toBe(first !== r);
    if (r.tied) expect(r.score).toBeGreaterThanOrEqual(30);
  });
  expect(rows.some((r) => r.tied)).toBe(true);
});

test("the tier is that of the median over the bodies", () => {
  const r = rank("biceps-long")[0]!;
  const alone = (view: typeof r.row.view) =>
    rank("biceps-long", everything, LONG, {
      ...survey,
      rows: survey.rows.map((x) => ({ ...x, view: x === r.row ? view : x.view, varied: [] })),
    }).find((x) => x.row.setupKey === r.row.setupKey)!;
  expect(alone(r.row.view).tier).toBe(tierOf(r.score, CURRENT_EDITION));
  expect(r.tierHolds).toBeGreaterThan(0);
});

describe("arguing", () => {
  test("where mechanics agrees it says so; where it does not, the worst factor is named and a weight that settles it settles it", () => {
    const rows = rank("triceps-long").filter((r) => r.group === "main");
    const [first, , third] = rows;
    const keys = (r: typeof first) => r!.row.setupKey;
    const agreed = disagreement(
      survey,
      "triceps-long",
      CURRENT_EDITION,
      exercises,
      everything,
      keys(first),
      keys(third),
    );
    expect(agreed).toMatchObject({ kind: "agrees" });
    let settled = 0;
    for (const r of rows.slice(3, 12)) {
      const d = disagreement(survey, "triceps-long", CURRENT_EDITION, exercises, everything, keys(r), keys(first))!;
      expect(d.behind).toBeGreaterThan(0);
      expect(d.factors[0]!.effect).toBeLessThan(0);
      expect(d.kind).toBe(d.settles ? "weighing" : "contested");
      if (!d.settles) continue;
      settled++;
      const weights = { ...LONG.weights, [d.settles.term]: d.settles.to };
      const again = rank("triceps-long", everything, { ...LONG, weights });
      const at = (key: string) => again.find((x) => x.row.setupKey === key)!.score;
      expect(at(keys(r))).toBeGreaterThan(at(keys(first)));
    }
    expect(settled).toBeGreaterThan(0);
  });

  test("what is not in the list cannot be argued with", () =>
    expect(disagreement(survey, "soleus", CURRENT_EDITION, exercises, everything, "a", "b")).toBeNull());

  test("a kept ranking says what moved since and because of what; old overrides are due", () => {
    const keep = (school: School, edition = CURRENT_EDITION, head = "triceps-long"): KeptRanking =>
      keptOf(head, rankHead(survey, head, { ...edition, school }, exercises, everything), { ...edition, school }, 0, {
        stature: 1.75,
        mass: 75,
      });
    expect(differenceOf(keep(LONG), keep(LONG), CURRENT_EDITION.method)).toEqual({ causes: [], moved: [] });
    const { causes, moved } = differenceOf(keep(LONG), keep(FEEL), CURRENT_EDITION.method);
    expect(causes).toEqual(["weights"]);
    expect(moved.length).toBeGreaterThan(5);
    const sizes = moved.map((m) => Math.abs((m.after ?? 0) - (m.before ?? 0)));
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
    // an earlier edition ranks as it did: who only comes along is what moved
    const since = differenceOf(
      keep(LONG, editions[2], "biceps-short"),
      keep(LONG, CURRENT_EDITION, "biceps-short"),
      CURRENT_EDITION.method,
    );
    expect(since.causes).toEqual(["edition"]);
    expect(since.moved.length).toBeGreaterThan(0);
    const now = Date.parse("2026-11-26");
    expect(reviewDue({ at: "2026-01-01T00:00:00Z" }, now, CURRENT_EDITION.method)).toBe(true);
    expect(reviewDue({ at: "2026-11-01T00:00:00Z" }, now, CURRENT_EDITION.method)).toBe(false);
  });
});

test("each narrowing leaves some and takes some", () => {
  for (const n of NARROWING_NAMES) {
    const some = survey.rows.filter((r) => fits([n], exercises.get(r.exerciseId)!, r, CURRENT_EDITION.method));
    expect([n, some.length > 0 && some.length < survey.rows.length]).toEqual([n, true]);
  }
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
  const rows = rank("biceps-short");
  const row = rows.find((r) => r.exercise.id === "palms-down-curl");
  if (row) {
    expect(row.out).toMatch(/^undecided: .*palm down/);
    expect(rows.filter((r) => !r.out).every((r) => r.place < row.place)).toBe(true);
  }
  expect(rank("brachialis").find((r) => r.exercise.id === "palms-down-curl")!.out).toBeNull();
});

describe("side by side", () => {
  const rows = rank("triceps-long").slice(0, 4);
  const strong = rows.map(
    (r) => rank("triceps-long", { ...everything, goal: 1 }).find((x) => x.row.setupKey === r.row.setupKey)!.score,
  );
  const { lines, verdicts } = compareRows(rows, "triceps-long", strong);

  test("each number is the row's own, thirds add up", () => {
    const of = (name: string) => lines.find((l) => l.name === name)!.values;
    expect(of("Score")).toEqual(rows.map((r) => r.score));
    rows.forEach((_, i) => {
      const thirds = ["short", "middle", "long"].reduce((s, t) => s + of(`Tension in the ${t} third`)[i]!, 0);
      expect(Math.abs(thirds - 100)).toBeLessThan(0.05);
    });
  });

  test("a verdict names the best, or nobody where two are alike", () => {
    const size = verdicts.find((v) => v.goal === "For size")!;
    if (size.best !== null) expect(rows[size.best]!.score).toBe(Math.max(...rows.map((r) => r.score)));
    const twins = compareRows([rows[0]!, rows[0]!], "triceps-long", [50, 50]);
    expect(twins.verdicts.every((v) => v.best === null)).toBe(true);
  });
});

describe("heavy, middle and light places", () => {
  const at = (id: string, goal = 0) => sessionPlace(exercises.get(id)!, 75, goal, CURRENT_EDITION.method.places).place;
  test("a squat is heavy, a side raise light, a pull-up moves the body", () => {
    expect([at("back-squat"), at("dumbbell-side-raise"), at("pull-up")]).toEqual(["heavy", "light", "heavy"]);
  });
  test("each place has some, and a goal of strength never makes anything heavier than it was", () => {
    const order = { heavy: 2, middle: 1, light: 0 };
    const places = new Set(library.map((e) => at(e.id)));
    expect(places.size).toBe(3);
    for (const e of library) expect(order[at(e.id, 1)]).toBeLessThanOrEqual(order[at(e.id)]);
  });
});

describe("where rows stand", () => {
  const heads = ["triceps-long", "gluteus-maximus-lower", "latissimus-thoracic", "vastus-lateralis", "deltoid-rear"];
  const at = (tier: { id: string }) => CURRENT_EDITION.tiers.findIndex((t) => t.id === tier.id);

  test("no tier stands under a lower one, under any school, for size or strength", () => {
    for (const head of heads)
      for (const school of CURRENT_EDITION.schools)
        for (const goal of [0, 1]) {
          const rows = rank(head, { ...everything, goal }, school).filter((r) => r.group === "main");
          const tiers = rows.map((r) => at(r.tier));
          expect([head, school.id, goal, tiers]).toEqual([head, school.id, goal, [...tiers].sort((a, b) => a - b)]);
        }
  });

  test("for strength the buttocks' list is led by what is loaded heavily over a long way, not by a bridge", () => {
    for (const head of ["gluteus-maximus-upper", "gluteus-maximus-middle", "gluteus-maximus-lower"])
      expect(rank(head, { ...everything, goal: 1 })[0]!.exercise.id).not.toBe("floor-bridge");
  });

  test("a row that a coach holds elsewhere stands there, with what mechanics says; others keep their order", () => {
    const rows = rank("triceps-long");
    const [first, last] = [rows[0]!, rows.filter((r) => r.group === "main").at(-1)!];
    const held = (row: typeof first, tier: string, head = "triceps-long") => ({
      by: "Edda",
      body: {
        head,
        setupKey: row.row.setupKey,
        name: "",
        tier,
        was: { tier: row.tier.id, score: row.score, school: LONG.id },
        reason: "felt there by nearly all",
      },
    });
    const up = heldRows(rows, "triceps-long", [held(last, "cornerstone")], CURRENT_EDITION);
    const now = up.find((r) => r.row === last.row)!;
    expect([now.tier.id, now.score, now.held!.mechanics.id]).toEqual(["cornerstone", last.score, last.tier.id]);
    expect(up.slice(0, up.indexOf(now)).every((r) => r.tier.id === "cornerstone")).toBe(true);
    expect(up[up.indexOf(now) + 1]!.tier.id).not.toBe("cornerstone");
    expect(up.filter((r) => r !== now).map((r) => r.row)).toEqual(rows.filter((r) => r !== last).map((r) => r.row));
    // down, and out
    const down = heldRows(rows, "triceps-long", [held(first, "niche")], CURRENT_EDITION);
    expect(down[0]!.row).toBe(rows[1]!.row);
    expect(down[0]!.place).toBe(1);
    expect(down.find((r) => r.row === first.row)!.tier.id).toBe("niche");
    const out = heldRows(rows, "triceps-long", [held(first, "out")], CURRENT_EDITION);
    expect(out.find((r) => r.row === first.row)).toMatchObject({ group: "out", out: "held out by Edda" });
    // of another head, of a tier that is not known, of what the client cannot do: as it was
    expect(heldRows(rows, "triceps-long", [held(last, "niche", "soleus")], CURRENT_EDITION)).toEqual(rows);
    expect(heldRows(rows, "triceps-long", [held(last, "lofty")], CURRENT_EDITION).map((r) => r.row)).toEqual(
      rows.map((r) => r.row),
    );
    const poor = rank("triceps-long", { equipment: ["dumbbell"], joints: [] });
    const gone = poor.find((r) => r.out)!;
    expect(
      heldRows(poor, "triceps-long", [held(gone, "cornerstone")], CURRENT_EDITION).find((r) => r.row === gone.row)!.out,
    ).toBe(gone.out);
  });

  test("a favourite is told against the best score, wherever rows are held", () => {
    const rows = rank("triceps-long");
    const last = rows.filter((r) => r.group === "main").at(-1)!;
    const best = Math.max(...rows.filter((r) => r.group === "main").map((r) => r.score));
    const cost = favouriteCost(rows, last.row.setupKey)!;
    expect([cost.score, cost.own]).toEqual([best, last.score]);
    expect(cost.worth).toBeCloseTo(last.score / best, 12);
  });
});
