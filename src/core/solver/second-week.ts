/**
 * A second week beside the first, to take turns with it: some slots have another setup that covers what the first does
 * not.
 */
import { cutText } from "#core/base/text";
import type { Day, Prescription } from "#core/program/document";
import { rungs } from "#core/planning/effort";
import { candidateOf } from "#core/solver/candidates";
import { fieldOf, type PlanAsk, type PlanTools } from "#core/solver/ask";
import { choose, coverOf, staysAs, type Place } from "#core/solver/variation";

export interface Variation {
  /** days of the second week, with ids of their own */
  days: Day[];
  /** what stands where: of the first week, and what instead */
  changes: { day: string; from: string; to: string; covers: string[] }[];
  lines: number;
  /** what is covered: by the first week, by both, of all that the setups at hand could */
  coverage: { one: number; both: number; all: number };
}

/** @param newId an id that nobody has yet */
export function secondWeek(ask: PlanAsk, tools: PlanTools, newId: () => string): Variation {
  const field = fieldOf({ ...ask, techniques: false }, tools);
  const cover = coverOf(field);
  const slots = ask.program.days.flatMap((day, d) =>
    day.blocks.flatMap((b) => b.prescriptions.map((p) => ({ p, d, own: candidateOf(field, p) }))),
  );
  const first = new Set(slots.flatMap((s) => (s.own >= 0 ? [...cover.features[s.own]!.keys()] : [])));
  const places = slots.map(({ p, d, own }): Place => ({
    day: d,
    own,
    exercise: p.exerciseId,
    sets: p.reserves.length,
    fixed: staysAs(field.candidates[own], p.locked, p.technique !== null),
  }));
  const chosen = choose(tools.highs, field, places, first, cover, tools.edition.planner.variation);
  const seen = new Set(first);
  const changes: Variation["changes"] = [];
  const lineOf = (p: Prescription): Prescription => {
    const i = slots.findIndex((s) => s.p === p);
    const { own, d } = slots[i]!;
    const k = chosen[i]!;
    if (k === own) return { ...p, id: newId() };
    const c = field.candidates[k]!;
    const covers = [...cover.features[k]!.keys()].filter((f) => !first.has(f));
    for (const f of cover.features[k]!.keys()) seen.add(f);
    changes.push({ day: ask.program.days[d]!.name, from: p.name, to: c.line.name, covers });
    return { ...c.line, id: newId(), reserves: rungs(c.line.reserves, p.reserves.length), note: "" };
  };
  const days = ask.program.days.map((day): Day => ({
    ...day,
    id: newId(),
    name: `${cutText(day.name.replace(/ B$/, ""), 38)} B`,
    date: null,
    week: "B",
    blocks: day.blocks.map((b) => ({ id: newId(), prescriptions: b.prescriptions.map(lineOf) })),
  }));
  return {
    days,
    changes,
    lines: slots.length,
    coverage: { one: first.size, both: seen.size, all: cover.all.size },
  };
}
