/**
 * A coach holds one setup better than another for a head, and mechanics says the opposite: which factor causes it, and
 * whether weighing otherwise would settle it or mechanics sees another tension.
 */
import type { Edition } from "#core/edition/edition";
import { TERMS, type TermId } from "#core/edition/choices";
import type { Exercise } from "#core/exercises/format";
import type { Survey } from "#core/mechanics/survey";
import { scoredRows, type RankingContext } from "./rank";
import { FACTORS, type FactorId } from "./factors";

export interface Disagreement {
  /** by how many points the coach's choice stands behind; below 0 mechanics agrees */
  behind: number;
  /** factors by how much each speaks against the coach's choice (below 0) or for it, in logarithms, worst first */
  factors: { factor: FactorId; effect: number }[];
  /** the smallest change of one weight found that turns the two round; null: none on the grid does */
  settles: { term: TermId; from: number; to: number } | null;
  /** `contested`: no weight settles it, mechanics sees another tension */
  kind: "agrees" | "weighing" | "contested";
}

const STEPS = 8;

/**
 * @param mine, other setup keys: the coach holds `mine` better
 * @returns null where one of them is not in the head's list
 */
export function disagreement(
  survey: Survey,
  headId: string,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  context: RankingContext,
  mine: string,
  other: string,
): Disagreement | null {
  // the spread over varied bodies settles nothing here
  const bare: Survey = { ...survey, rows: survey.rows.map((r) => (r.varied.length ? { ...r, varied: [] } : r)) };
  const pair = (weights: Edition["school"]["weights"], goal = context.goal) => {
    const rows = scoredRows(bare, headId, { ...edition, school: { ...edition.school, weights } }, exercises, {
      ...context,
      goal: goal ?? 0,
    });
    const find = (key: string) => rows.find((r) => r.row.setupKey === key);
    return [find(mine), find(other)] as const;
  };
  const { weights } = edition.school;
  const [a, b] = pair(weights);
  if (!a || !b) return null;
  const log = (r: typeof a, f: FactorId) => Math.log(Math.max(0.02, r.factors[f]));
  const factors = FACTORS.map((factor) => ({ factor, effect: log(a, factor) - log(b, factor) }))
    .filter(({ effect }) => Math.abs(effect) > 0.005)
    .sort((x, y) => x.effect - y.effect);
  const behind = b.score - a.score;
  if (behind <= 0) return { behind, factors, settles: null, kind: "agrees" };
  let settles: Disagreement["settles"] = null;
  let least = Infinity;
  for (const term of TERMS) {
    const { least: low, most: high } = edition.terms.find((t) => t.id === term)!;
    for (let k = 0; k <= STEPS; k++) {
      const to = low + (k / STEPS) * (high - low);
      const change = Math.abs(to - weights[term]) / (high - low);
      if (change < 1e-9 || change >= least) continue;
      const [x, y] = pair({ ...weights, [term]: to });
      if (x && y && x.score > y.score) {
        least = change;
        settles = { term, from: weights[term], to };
      }
    }
  }
  return { behind, factors, settles, kind: settles ? "weighing" : "contested" };
}
