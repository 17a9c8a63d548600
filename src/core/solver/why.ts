/** Why a line stands in a week: what the week would lose without it, and what the next best in its place is worth. */
import { placeOf } from "#core/program/edit";
import { boardOf } from "#core/solver/board";
import { candidateOf } from "#core/solver/candidates";
import { evaluate, type Evaluation } from "#core/solver/evaluate";
import { fieldOf, problemFor, savedMinutes, workAsk, type Judging, type PlanAsk } from "#core/solver/ask";
import type { WeekProblem } from "#core/solver/problem";

export interface Why {
  /** worth of the week with it over the same without */
  worth: number;
  /** groups it is for, the most first, and the sets of each that it brings */
  groups: { group: string; sets: number }[];
  /** what would be short without it that is not now */
  short: Evaluation["missing"];
  /** the best others for the same group in its place, and how much less the week is worth with them; below 0: more */
  others: { setupKey: string; name: string; less: number }[];
  /** of how many that would fit there */
  tried: number;
}

const SHOWN = 3;

/** @returns null where the line is not in the week, or is for nothing that is planned */
export function whyLine(given: PlanAsk, tools: Judging, prescriptionId: string): Why | null {
  const ask = workAsk(given, tools);
  const place = placeOf(ask.program, prescriptionId);
  if (!place) return null;
  const asked = problemFor({ ...ask, keep: true }, tools, fieldOf(ask, tools), savedMinutes(ask, tools));
  const sets = asked.present;
  // only what the week is worth: leaving it as it is counts nothing here, and a lock may be asked about
  const problem: WeekProblem = { ...asked, present: null, locked: new Uint8Array(asked.locked.length) };
  const { candidates, groups } = problem.field;
  const D = problem.days.length;
  const day = problem.days.findIndex((d) => d.id === place.day.id);
  const k = candidateOf(problem.field, place.prescription);
  if (!sets || day < 0 || k < 0 || sets[k * D + day] === 0) return null;
  const n = sets[k * D + day]!;
  const now = evaluate(problem, sets);
  const without = sets.slice();
  without[k * D + day] = 0;
  const gone = evaluate(problem, without);
  const board = boardOf(problem, without);
  const own = candidates[k]!;
  const others = candidates.flatMap((c, i) => {
    if (i === k || c.lead !== own.lead || without[i * D + day]! > 0 || !board.fits(i, day)) return [];
    const other = without.slice();
    other[i * D + day] = Math.max(c.least, Math.min(c.most, n));
    return [{ setupKey: c.row.setupKey, name: c.line.name, less: now.value - evaluate(problem, other).value }];
  });
  others.sort((a, b) => a.less - b.less);
  const known = new Set(now.missing.map((m) => `${m.kind} ${m.of}`));
  return {
    worth: now.value - gone.value,
    groups: own.gives
      .map((g) => ({ group: groups[g.group]!.id, sets: g.share * (n - own.loss), direct: g.direct }))
      .sort((a, b) => Number(b.direct) - Number(a.direct) || b.sets - a.sets)
      .map(({ group, sets }) => ({ group, sets })),
    short: gone.missing.filter((m) => !known.has(`${m.kind} ${m.of}`)),
    others: others.slice(0, SHOWN),
    tried: others.length,
  };
}
