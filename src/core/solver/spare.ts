/** What a finished week leaves: minutes that nothing is worth, and how far the proof is from it in sets. */
import type { WeekPlan } from "#core/solver/ask";

export interface Spare {
  /** minutes a day, on the mean */
  minutes: number;
  /** groups that have all they are to get, the largest first: raised, they would use the minutes */
  raise: string[];
}

/** minutes a day that are worth a word */
const TOLD = 8;

/** @param minutes by day, what each is asked to hold; null where the week uses what there is */
export function spareOf({ days, problem, sets }: WeekPlan, minutes: readonly number[]): Spare | null {
  const left = days.reduce((sum, d, i) => sum + minutes[i]! - d.minutes, 0) / Math.max(1, days.length);
  if (left < TOLD) return null;
  const { field, terms } = problem;
  const D = problem.days.length;
  const dose = field.groups.map(() => 0);
  field.candidates.forEach((c, k) => {
    for (let d = 0; d < D; d++) {
      const n = sets[k * D + d]!;
      if (n > 0) for (const x of c.gives) dose[x.group]! += x.share * (n - c.loss);
    }
  });
  const raise = field.groups
    .map((g, i) => ({ g, t: terms[i]!, dose: dose[i]! }))
    .filter(({ t, dose }) => t.pieces.length > 0 && dose >= t.low + t.pieces[1]!.length - problem.nearly)
    // small groups would use little of them
    .filter(({ g }) => g.big)
    .sort((a, b) => b.g.scale - a.g.scale);
  return { minutes: left, raise: raise.map(({ g }) => g.id) };
}

/** a worth in effective sets of a group that stands in the middle of its band; null where no group has one */
export function setsOf(worth: number, { problem }: Pick<WeekPlan, "problem">): number | null {
  const slopes = problem.terms.flatMap((t) => (t.pieces[1] ? [t.pieces[1].slope] : [])).sort((a, b) => a - b);
  const middle = slopes[Math.floor(slopes.length / 2)];
  return middle ? worth / middle : null;
}
