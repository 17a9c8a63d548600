/** Choosing: all heads weighed anew while a weight is dragged, a new body, a sweep, the smallest covering sets. */
import { findBest } from "#core/bench/find";
import { sweep } from "#core/bench/sweep";
import { coveringOf } from "#core/covering/cells";
import { smallestSet } from "#core/covering/smallest";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { groups } from "#core/planning/groups";
import { headGroups, rankHead } from "#core/ranking/rank";
import { median, type BenchRow } from "./row";

const RUNS = 15;
const time = (work: () => void): number => {
  const t = performance.now();
  work();
  return performance.now() - t;
};
const row = (what: string, ms: number, target: number): BenchRow => ({
  what,
  value: ms < 10 ? `${ms.toFixed(1)} ms` : `${Math.round(ms)} ms`,
  baseline: `target ${target} ms`,
  ratio: ms / target,
});

export function benchChoosing(): BenchRow[] {
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  const everything = { equipment: null, joints: [] };
  let weight = 0;
  const survey = surveySetups(setups, DEFAULT_BODY, 0);
  const all = () => {
    weight = (weight + 0.07) % 1;
    const school = { ...CURRENT_EDITION.school, weights: { ...CURRENT_EDITION.school.weights, length: weight } };
    for (const g of headGroups) rankHead(survey, g.id, { ...CURRENT_EDITION, school }, exercises, everything);
  };
  all();
  const reweigh = median(Array.from({ length: RUNS }, () => time(all)));
  const one = () => {
    weight = (weight + 0.07) % 1;
    const school = { ...CURRENT_EDITION.school, weights: { ...CURRENT_EDITION.school.weights, length: weight } };
    rankHead(survey, "triceps-long", { ...CURRENT_EDITION, school }, exercises, everything);
  };
  const frame = median(Array.from({ length: 40 }, () => time(one)));
  const body = { stature: 1.81, mass: 84 };
  const anew = time(() => {
    const own = surveySetups(setups, body, 0);
    for (const g of headGroups) rankHead(own, g.id, CURRENT_EDITION, exercises, everything);
  });
  const model = compileModel();
  const e = exercises.get("overhead-cable-extension")!;
  const asked = [{ head: "triceps-long", quantity: "tension" as const }];
  sweep(model, e, {}, "arm", asked, 20);
  const swept = median(Array.from({ length: 3 }, () => time(() => sweep(model, e, {}, "arm", asked, 200))));
  const search = time(() => findBest(model, e, "triceps-long", "stretch"));
  const covers = groups.map((g) => coveringOf(survey, g.heads, CURRENT_EDITION, exercises, everything));
  const cover = time(() => covers.forEach(({ cells, setups }) => smallestSet(cells, setups)));
  const unproven = covers.filter(({ cells, setups }) => !smallestSet(cells, setups).proven).length;
  return [
    row(`every head of the library weighed anew (${headGroups.length} lists)`, reweigh, 50),
    row("one list weighed anew: a frame while a weight is dragged", frame, 20),
    row("the library ranked for a new body, every head", anew, 1500),
    row("a sweep of 200 points", swept, 600),
    row("the best of 221 setups of one exercise, one of 2 cores", search, 3000),
    row(`smallest covering sets of ${groups.length} groups (${unproven} not proven)`, cover, 500),
  ];
}
