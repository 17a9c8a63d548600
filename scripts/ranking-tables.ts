/** npm run ranking:tables: writes docs/method/ranking-tables.md, what schools and formulas make of twenty heads. */
import { writeFileSync } from "node:fs";
import { headTitle } from "#core/anatomy/anatomy";
import { CURRENT_EDITION, editionOf, type Edition } from "#core/edition/edition";
import { COSTS } from "#core/edition/choices";
import type { Weights } from "#core/edition/schools";
import { namedHeads } from "#core/exercises/aims";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup, setupName } from "#core/exercises/setup";
import { DEFAULT_BODY, MODEL_VERSION } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { headGroups, rankHead, scoredRows, type RankedRow, type RankingContext } from "#core/ranking/rank";

const TWENTY = [
  "deltoid-front",
  "deltoid-middle-front",
  "deltoid-middle-back",
  "deltoid-rear",
  "pectoralis-clavicular",
  "pectoralis-sternal",
  "pectoralis-costal",
  "latissimus-lumbar",
  "trapezius-middle",
  "trapezius-upper",
  "triceps-long",
  "triceps-lateral",
  "biceps-long",
  "biceps-short",
  "brachialis",
  "gluteus-maximus-middle",
  "vastus-lateralis",
  "rectus-femoris",
  "biceps-femoris-long",
  "erector-lumbar",
];
const FIRST = 6;
const BODIES = 12;

const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
const survey = surveySetups(setups, DEFAULT_BODY, BODIES);
const everything: RankingContext = { equipment: null, joints: [] };
const nameOf = (r: RankedRow) => setupName(r.exercise, r.row.values).toLowerCase();
const mean = (list: readonly number[]) => list.reduce((s, x) => s + x, 0) / (list.length || 1);
const percent = (x: number) => `${Math.round(100 * x)} %`;
const table = (head: string[], rows: string[][]) =>
  [head, head.map(() => "---"), ...rows].map((r) => `| ${r.join(" | ")} |`).join("\n");

/** a formula: a head's rows, best first */
type Formula = (head: string) => RankedRow[];
const main = (rows: RankedRow[]) => rows.filter((r) => r.group === "main");
const by = (edition: Edition, change: Partial<Weights> = {}): Formula => {
  const school = { ...edition.school, weights: { ...edition.school.weights, ...change } };
  return (head) => main(rankHead(survey, head, { ...edition, school }, exercises, everything));
};
const free = Object.fromEntries(COSTS.map((c) => [c, 0])) as Partial<Weights>;

const own = by(CURRENT_EDITION);
/** the factors' weighted mean instead of their product: a third for tension, what is left for everything else */
const asMean: Formula = (head) => {
  const score = (r: RankedRow) =>
    mean([Math.min(1, r.factors.tension), mean([r.factors.limiter, ...COSTS.map((c) => r.factors[c])])]);
  return [...own(head)].sort((a, b) => score(b) - score(a));
};
const FORMULAS: [string, Formula][] = [
  ["product, as it is (gryn-4)", own],
  ["who ends the set is never only along (gryn-3)", by(editionOf({ edition: "gryn-3" }))],
  ["tension alone, no limiter, no costs", by(CURRENT_EDITION, { ...free, limiter: 0 })],
  ["holding counts as moving", by(CURRENT_EDITION, { shortening: 0 })],
  ["mean of the factors", asMean],
];

/** Kendall's tau of the first eight of one list as another has them */
function tau(a: RankedRow[], b: RankedRow[]): number | null {
  const keys = a.slice(0, 8).map((r) => r.row.setupKey);
  const place = new Map(b.map((r, i) => [r.row.setupKey, i]));
  const known = keys.filter((k) => place.has(k));
  if (known.length < 3) return null;
  let [sum, pairs] = [0, 0];
  known.forEach((x, i) =>
    known.slice(i + 1).forEach((y) => {
      sum += Math.sign(place.get(y)! - place.get(x)!);
      pairs++;
    }),
  );
  return sum / pairs;
}
const some = (x: number | null): x is number => x !== null;

const formulas = FORMULAS.map(([name, formula]) => {
  const lists = TWENTY.map((h) => [h, formula(h)] as const);
  const unnamed = lists.flatMap(([h, rows]) =>
    rows.slice(0, FIRST).filter((r) => !namedHeads(r.exercise).includes(h) && !alike(h, r)),
  );
  return [
    name,
    mean(lists.map(([h, rows]) => tau(own(h), rows)).filter(some)).toFixed(2),
    `${lists.filter(([h, rows]) => rows[0]?.row.setupKey === own(h)[0]?.row.setupKey).length} of ${TWENTY.length}`,
    String(unnamed.length),
  ];
});
/** an exercise that names another head of the same muscle is no stranger to this one */
function alike(head: string, r: RankedRow): boolean {
  const muscle = headGroups.find((g) => g.id === head)?.muscle;
  return namedHeads(r.exercise).some((h) => headGroups.find((g) => g.id === h)?.muscle === muscle);
}

const schools = CURRENT_EDITION.schools;
const leaders = TWENTY.map((head) => [
  headTitle(head).toLowerCase(),
  ...schools.map((school) =>
    main(rankHead(survey, head, { ...CURRENT_EDITION, school }, exercises, everything))
      .slice(0, 2)
      .map(nameOf)
      .join("; "),
  ),
]);

const stability = schools.map((school) => {
  const edition = { ...CURRENT_EDITION, school };
  const lists = headGroups.map((g) => scoredRows(survey, g.id, edition, exercises, everything));
  const rows = lists.flat().filter((r) => r.group === "main");
  const bodies = BODIES + 1;
  const leads = lists.flatMap((list) => {
    const here = list.filter((r) => r.group === "main").sort((a, b) => b.score - a.score);
    if (here.length < 3) return [];
    const first = here[0]!;
    return Array.from({ length: bodies - 1 }, (_, b) => {
      const order = [...here].sort((p, q) => (q.scores[b + 1] ?? 0) - (p.scores[b + 1] ?? 0));
      return order.indexOf(first) < 3 ? 1 : 0;
    });
  });
  const spread = rows.map((r) => {
    const m = mean(r.scores);
    return Math.sqrt(mean(r.scores.map((s) => (s - m) ** 2)));
  });
  const tiers = CURRENT_EDITION.tiers.map((t) => rows.filter((r) => r.tier.id === t.id).length);
  return [
    school.name,
    tiers.join(" / "),
    percent(mean(rows.map((r) => r.tierHolds))),
    percent(mean(leads)),
    mean(spread).toFixed(1),
  ];
});

const differ = schools.map((a) =>
  schools.map((b) => {
    const first = (school: typeof a, h: string) =>
      main(rankHead(survey, h, { ...CURRENT_EDITION, school }, exercises, everything))[0]?.row.setupKey;
    return a === b ? "" : String(headGroups.filter((g) => first(a, g.id) !== first(b, g.id)).length);
  }),
);

writeFileSync(
  "docs/method/ranking-tables.md",
  `# Schools and formulas side by side (model ${MODEL_VERSION}, edition ${CURRENT_EDITION.id})

Written by \`npm run ranking:tables\`: the default body, everything at hand, main rows only.

## First two of twenty heads under ${schools.length} schools
${table(["head", ...schools.map((s) => s.name.toLowerCase())], leaders)}

## Heads (of ${headGroups.length}) that have another leader
${table(
  ["", ...schools.map((s) => s.name.toLowerCase())],
  schools.map((s, i) => [s.name.toLowerCase(), ...differ[i]!]),
)}

## Stability over ${BODIES + 1} bodies
Rows by tier of the median body (${CURRENT_EDITION.tiers.map((t) => t.name).join(" / ")}); share of the bodies that put a row in that tier; share of the varied bodies in
which the leader of a list is among its first three; standard deviation of a score over the bodies, points.

${table(["school", "rows by tier", "tier holds", "leader in first three", "spread"], stability)}

## Five formulas
Under ${CURRENT_EDITION.school.name.toLowerCase()}, twenty heads: how far the order of the first eight is kept (Kendall's tau), how often the leader is the
same, and how many of the first ${FIRST} rows (${TWENTY.length * FIRST} in all) are of exercises that name no head of the muscle: what most of the absurd
entries are.

${table(["formula", "tau", "same leader", "strangers among the first six"], formulas)}
`,
);
