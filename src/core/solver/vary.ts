/**
 * A second week beside the first, to take turns with it: the same slots (day, group, sets), some of them with another
 * setup that covers what the first week does not. Exact: a small program of which setup stands in which slot.
 */
import { headTitle } from "#core/anatomy/anatomy";
import type { Day, Prescription } from "#core/planning/program";
import { candidateOf, reservesFor, type Candidate } from "#core/solver/candidates";
import { draft, modelOf } from "#core/solver/mip";
import { fieldOf, type PlanAsk, type PlanTools } from "#core/solver/plan";

export interface Variation {
  /** days of the second week, with ids of their own */
  days: Day[];
  /** what stands where: of the first week, and what instead */
  changes: { day: string; from: string; to: string; covers: string[] }[];
  lines: number;
  /** what is covered: by the first week, by both, of all that the setups at hand could */
  coverage: { one: number; both: number; all: number };
}

/** share of the lines that may change */
const MOST = 0.3;
const STAY = 0.25;
const WORTH = 1.2;
const CREDIT = 0.4;
/** minutes that a day may become longer */
const LONGER = 1.5;

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

/** @param newId an id that nobody has yet */
export function secondWeek(ask: PlanAsk, tools: PlanTools, newId: () => string): Variation {
  const field = fieldOf({ ...ask, techniques: false }, tools);
  const nameOf = (lead: number) => field.groups[lead]!.name.toLowerCase();
  const features = field.candidates.map((c) => featuresOf(c, field.watches, nameOf(c.lead)));
  const slots = ask.program.days.flatMap((day, d) =>
    day.blocks.flatMap((b) => b.prescriptions.map((p) => ({ p, d, own: candidateOf(field, p) }))),
  );
  const first = new Set(slots.flatMap((s) => (s.own >= 0 ? [...features[s.own]!.keys()] : [])));
  const all = new Set(features.flatMap((f) => [...f.keys()]));
  const m = draft();
  const worthOf = (c: Candidate) => c.gives.find((g) => g.group === c.lead)?.worth ?? 0;
  const shareOf = (c: Candidate) => c.gives.find((g) => g.group === c.lead)?.share ?? 0;
  const options = slots.map(({ p, own }) => {
    const mine = field.candidates[own];
    const stays = { k: own, at: m.column(STAY, 0, 1, true) };
    // a heavy lift that takes skill is repeated: it progresses; so is what is locked or not known here
    const fixed = !mine || p.locked || p.technique !== null || (mine.heavy && mine.exercise.stated.skill >= 2);
    const others = fixed
      ? []
      : field.candidates.flatMap((c, k) => {
          if (k === own || c.lead !== mine.lead || c.compound !== mine.compound || c.technique) return [];
          if (c.exercise.id === mine.exercise.id && c.length === mine.length) return [];
          const price = WORTH * (worthOf(c) - worthOf(mine)) - CREDIT * Math.abs(shareOf(c) - shareOf(mine));
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
  // a share of the lines, and no exercise twice on a day
  m.row(
    slots.length - Math.floor(MOST * slots.length),
    Infinity,
    options.map(([stays]) => [stays!.at, 1]),
  );
  ask.program.days.forEach((_, d) => {
    const here = slots.flatMap((s, i) => (s.d === d ? [i] : []));
    const byExercise = new Map<string, number[]>();
    const longer: [number, number][] = [];
    for (const i of here) {
      const mine = field.candidates[slots[i]!.own];
      const n = slots[i]!.p.reserves.length;
      for (const { k, at } of options[i]!) {
        const c = field.candidates[k];
        const id = c?.exercise.id ?? slots[i]!.p.exerciseId;
        byExercise.set(id, [...(byExercise.get(id) ?? []), at]);
        if (c && mine) longer.push([at, n * c.perSet + c.perLine - (n * mine.perSet + mine.perLine)]);
      }
    }
    for (const list of byExercise.values())
      if (list.length > 1)
        m.row(
          -Infinity,
          1,
          list.map((at) => [at, 1]),
        );
    if (longer.length) m.row(-Infinity, LONGER, longer);
  });
  for (const feature of all) {
    if (first.has(feature)) continue;
    const by = options.flatMap((list) => list.filter(({ k }) => k >= 0 && features[k]!.has(feature)));
    if (by.length === 0) continue;
    const worth = Math.max(...by.map(({ k }) => features[k]!.get(feature)!));
    const z = m.column(worth, 0, 1);
    m.row(0, Infinity, [...by.map(({ at }): [number, number] => [at, 1]), [z, -1]]);
  }
  const model = modelOf(tools.highs, m, true);
  let chosen: number[];
  try {
    model.options.set({ output_flag: false, time_limit: 5, mip_rel_gap: 0 });
    model.run();
    const { colValue } = model.getSolution();
    chosen = options.map((list) => list.find(({ at }) => (colValue[at] ?? 0) > 0.5)?.k ?? list[0]!.k);
  } finally {
    model.dispose();
  }
  const seen = new Set(first);
  const changes: Variation["changes"] = [];
  const lineOf = (p: Prescription): Prescription => {
    const i = slots.findIndex((s) => s.p === p);
    const { own, d } = slots[i]!;
    const k = chosen[i]!;
    if (k === own) return { ...p, id: newId() };
    const c = field.candidates[k]!;
    const covers = [...features[k]!.keys()].filter((f) => !first.has(f));
    for (const f of features[k]!.keys()) seen.add(f);
    changes.push({ day: ask.program.days[d]!.name, from: p.name, to: c.line.name, covers });
    return { ...c.line, id: newId(), reserves: reservesFor(c.line.reserves, p.reserves.length), note: "" };
  };
  const days = ask.program.days.map((day): Day => ({
    ...day,
    id: newId(),
    name: `${day.name.replace(/ B$/, "").slice(0, 38)} B`,
    date: null,
    week: "B",
    blocks: day.blocks.map((b) => ({ id: newId(), prescriptions: b.prescriptions.map(lineOf) })),
  }));
  return {
    days,
    changes,
    lines: slots.length,
    coverage: { one: first.size, both: seen.size, all: all.size },
  };
}
