/** Which lines of a day are done in turns: rest of the one is work of the other, where neither hinders the other. */
import type { Method } from "#core/edition/method";
import { blockMinutes } from "#core/planning/minutes";
import { hindrance, type Hindrance } from "#core/planning/supersets";
import type { Prescription } from "#core/program/document";
import type { Candidate } from "#core/solver/candidates";

export interface PlannedLine {
  candidate: Candidate;
  prescription: Prescription;
  locked: boolean;
}

type Rules = Pick<Method, "supersets">;
/** a candidate as one of two */
const side = (c: Candidate) => ({ ...c, engagedMass: c.row.view.engagedMass });
export const hindranceOf = (a: Candidate, b: Candidate, rules: Rules): Hindrance | null =>
  hindrance(side(a), side(b), rules);

const minutes = (list: Prescription[]) => {
  const m = blockMinutes({ id: "", prescriptions: list });
  return m.setup + m.work + m.rest;
};

/** minutes that two lines save as a pair */
export const savedBy = (a: PlannedLine, b: PlannedLine, { supersets: { walk } }: Rules): number =>
  minutes([a.prescription]) + minutes([b.prescription]) - minutes([a.prescription, b.prescription]) - walk;

/** blocks of a day: the pairs that save most */
export function pairUp(lines: readonly PlannedLine[], rules: Rules): PlannedLine[][] {
  const options = lines.flatMap((a, i) =>
    lines.slice(i + 1).flatMap((b) => {
      const sets = Math.abs(a.prescription.reserves.length - b.prescription.reserves.length);
      if (sets > 1 || a.locked || b.locked || hindranceOf(a.candidate, b.candidate, rules) !== null) return [];
      const saved = savedBy(a, b, rules);
      return saved >= rules.supersets.saved ? [{ a, b, saved }] : [];
    }),
  );
  options.sort((p, q) => q.saved - p.saved);
  const blocks: PlannedLine[][] = [];
  const taken = new Set<PlannedLine>();
  for (const { a, b } of options) {
    if (blocks.length >= rules.supersets.aDay || taken.has(a) || taken.has(b)) continue;
    blocks.push([a, b]);
    taken.add(a).add(b);
  }
  return [...blocks, ...lines.filter((l) => !taken.has(l)).map((l) => [l])];
}
