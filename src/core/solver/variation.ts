/**
 * Small variation: the same slots (day, group, sets), some of them with another setup that covers what is not covered
 * yet. Exact: a small program of which setup stands in which slot. For a second week that takes turns with the first,
 * and for the repeats of a session within a week.
 */
import { headTitle } from "#core/anatomy/anatomy";
import type { PlannerSettings } from "#core/edition/edition";
import type { Candidate, Field } from "#core/solver/candidates";
import { evaluate, UNLIKE } from "#core/solver/evaluate";
import { draft, modelOf, type Highs } from "#core/solver/mip";
import type { Sets, WeekProblem } from "#core/solver/problem";

/** what a setup covers, and what it is worth to cover it for the first time */
function featuresOf(c: Candidate, watches: readonly { name: string }[], group: string): Map<string, number> {
  const out = new Map<string, number>();
  for (const [head, credit] of Object.entries(c.line.credits))
    if (credit.direct && credit.share >= 0.6) {
      const title = headTitle(head).toLowerCase();
      out.set(title, 0.5);
      const third = (credit.length ?? 0.5) < 0.4 ? "short" : (credit.length ?? 0.5) < 0.6 ? "middle" : "long";
      out.set(`${title} ${third === "middle" ? "at middle length" : third}`, 0.35);
    }
  for (const w of c.watches) out.set(watches[w]!.name, 0.6);
  out.set(`${c.exercise.family} for ${group}`, 0.35);
  return out;
}

/** a place that keeps its day, group and sets, and may get another setup */
export interface Place {
  day: number;
  /** candidate that stands there; below 0 where it is none of the field's */
  own: number;
  exercise: string;
  sets: number;
  /** stays as it is, whatever others would cover */
  fixed: boolean;
}

/** a heavy lift that takes skill is repeated: it progresses; so is what is locked, has a technique or is not known */
export const staysAs = (mine: Candidate | undefined, locked: boolean, technique: boolean): boolean =>
  !mine || locked || technique || (mine.heavy && mine.exercise.stated.skill >= 2);

/** what the setups of a field cover */
export function coverOf({ candidates, groups, watches }: Field) {
  const features = candidates.map((c) => featuresOf(c, watches, groups[c.lead]!.name.toLowerCase()));
  return { features, all: new Set(features.flatMap((f) => [...f.keys()])) };
}

/**
 * @param first what is covered already
 * @returns the candidate of each place
 */
export function choose(
  highs: Highs,
  { candidates }: Field,
  places: readonly Place[],
  first: ReadonlySet<string>,
  cover: ReturnType<typeof coverOf>,
  v: PlannerSettings["variation"],
): number[] {
  const { features, all } = cover;
  const m = draft();
  const worthOf = (c: Candidate) => c.gives.find((g) => g.group === c.lead)?.worth ?? 0;
  const shareOf = (c: Candidate) => c.gives.find((g) => g.group === c.lead)?.share ?? 0;
  const options = places.map(({ own, fixed }) => {
    const mine = candidates[own];
    const stays = { k: own, at: m.column(v.stay, 0, 1, true) };
    const others =
      fixed || !mine
        ? []
        : candidates.flatMap((c, k) => {
            if (k === own || c.lead !== mine.lead || c.compound !== mine.compound || c.technique) return [];
            // a heavy lift that takes skill is no variation of another: once in a while it would not progress
            if (staysAs(c, false, false)) return [];
            if (c.exercise.id === mine.exercise.id && c.length === mine.length) return [];
            const price = v.worth * (worthOf(c) - worthOf(mine)) - v.credit * Math.abs(shareOf(c) - shareOf(mine));
            return [{ k, at: m.column(price, 0, 1, true) }];
          });
    const list = [stays, ...others];
    m.row(
      1,
      1,
      list.map(({ at }) => [at, 1]),
    );
    return list;
  });
  // a share of the places, and no exercise twice on a day
  m.row(
    places.length - Math.floor(v.most * places.length),
    Infinity,
    options.map(([stays]) => [stays!.at, 1]),
  );
  for (const day of new Set(places.map((s) => s.day))) {
    const byExercise = new Map<string, number[]>();
    const longer: [number, number][] = [];
    places.forEach((s, i) => {
      if (s.day !== day) return;
      const mine = candidates[s.own];
      for (const { k, at } of options[i]!) {
        const c = candidates[k];
        const id = c?.exercise.id ?? s.exercise;
        byExercise.set(id, [...(byExercise.get(id) ?? []), at]);
        if (c && mine) longer.push([at, s.sets * c.perSet + c.perLine - (s.sets * mine.perSet + mine.perLine)]);
      }
    });
    for (const list of byExercise.values())
      if (list.length > 1)
        m.row(
          -Infinity,
          1,
          list.map((at) => [at, 1]),
        );
    if (longer.length) m.row(-Infinity, v.longer, longer);
  }
  for (const feature of all) {
    if (first.has(feature)) continue;
    const by = options.flatMap((list) => list.filter(({ k }) => k >= 0 && features[k]!.has(feature)));
    if (by.length === 0) continue;
    const worth = Math.max(...by.map(({ k }) => features[k]!.get(feature)!));
    const z = m.column(worth, 0, 1);
    m.row(0, Infinity, [...by.map(({ at }): [number, number] => [at, 1]), [z, -1]]);
  }
  const model = modelOf(highs, m, true);
  try {
    model.options.set({ output_flag: false, time_limit: 5, mip_rel_gap: 0 });
    model.run();
    const { colValue } = model.getSolution();
    return options.map((list) => list.find(({ at }) => (colValue[at] ?? 0) > 0.5)?.k ?? list[0]!.k);
  } finally {
    model.dispose();
  }
}

/** rules that sets break, but for the one that variation is there to break */
const rulesOf = (problem: WeekProblem, sets: Sets): ReadonlySet<string> =>
  new Set(evaluate(problem, sets).broken.filter((b) => !b.includes(UNLIKE)));

/**
 * A week whose sessions are done several times: on the repeats some places get another setup of the same group, where
 * that covers what the sessions so far do not. Sets stay; the order and the pairs of the first stay.
 * @returns the sets with what is exchanged on the repeats
 */
export function varyRepeats(highs: Highs, problem: WeekProblem, sets: Sets): Sets {
  const { field, first, days } = problem;
  const D = days.length;
  const cover = coverOf(field);
  const out = sets.slice();
  const seen = new Set<string>();
  const lines = (d: number) => field.candidates.flatMap((_, k) => (out[k * D + d]! > 0 ? [k] : []));
  const cite = (d: number) => lines(d).forEach((k) => cover.features[k]!.forEach((_, f) => seen.add(f)));
  days.forEach((_, d) => first[d] === d && cite(d));
  days.forEach((_, d) => {
    if (first[d] === d) return;
    const own = lines(d);
    const places = own.map((k): Place => {
      const c = field.candidates[k]!;
      const locked = problem.locked[k * D + d] === 1;
      return { day: d, own: k, exercise: c.exercise.id, sets: out[k * D + d]!, fixed: staysAs(c, locked, c.technique) };
    });
    let broken = rulesOf(problem, out);
    choose(highs, field, places, seen, cover, problem.settings.variation).forEach((k, i) => {
      const was = own[i]!;
      if (k === was) return;
      const sets = places[i]!.sets;
      out[was * D + d] = 0;
      out[k * D + d] = Math.min(sets, field.candidates[k]!.most);
      const now = rulesOf(problem, out);
      // what covers more and breaks a rule of the week is left as it was
      if ([...now].every((r) => broken.has(r))) broken = now;
      else {
        out[k * D + d] = 0;
        out[was * D + d] = sets;
      }
    });
    cite(d);
  });
  return out;
}
