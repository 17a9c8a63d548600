/**
 * How far exercises can tell two heads of one muscle apart, and how surely: one scale for all muscles. Over all setups
 * the activation of the one is set against the other's; the tenth of setups that favours it most against the tenth
 * that favours the other most. Sure is what varied bodies agree about.
 */
import type { BodyView, Survey, SurveyRow } from "#core/mechanics/survey";

export interface Apart {
  other: string;
  /** times that the balance of the two moves from the one setup to the other; 1: they always work alike */
  times: number;
  /** setups that favour the head, and the other */
  favours: SurveyRow;
  against: SurveyRow;
}

/** activation under which neither of two heads takes part, and what stands for none at all */
const TAKES_PART = 0.2;
const NONE = 0.02;
/** share of setups at either end that is left out: single setups are luck */
const TENTH = 0.1;
/** setups under which nothing is told */
const LEAST = 10;

/** balance of two heads in a body: above 0 the first works more; null where neither takes part */
function balanceOf({ feasible, heads }: BodyView, head: string, other: string): number | null {
  const [a, b] = [heads[head]?.activation ?? 0, heads[other]?.activation ?? 0];
  if (!feasible || Math.max(a, b) < TAKES_PART) return null;
  return Math.log(Math.max(NONE, a) / Math.max(NONE, b));
}

/** @returns null where too few setups work either of them */
export function apartFrom({ rows }: Survey, head: string, other: string): Apart | null {
  const told = rows
    .flatMap((row) => {
      const balance = balanceOf(row.view, head, other);
      return balance === null ? [] : [{ row, balance }];
    })
    .sort((a, b) => a.balance - b.balance);
  if (told.length < LEAST) return null;
  const out = Math.floor(TENTH * told.length);
  const [low, high] = [told[out]!, told[told.length - 1 - out]!];
  return {
    other,
    times: Math.exp(high.balance - low.balance),
    favours: high.row,
    against: low.row,
  };
}

/**
 * How surely two heads are told apart.
 * @param favours @param against the two setups with what varied bodies say of them, the same bodies in the same order
 * @returns share of the bodies in which the first favours the head more than the second; null where none is known
 */
export function surenessOf(head: string, other: string, favours: SurveyRow, against: SurveyRow): number | null {
  const bodies = Math.min(favours.varied.length, against.varied.length);
  const agree = Array.from({ length: bodies }, (_, i) => {
    const [x, y] = [favours, against].map(({ varied }) => balanceOf(varied[i]!, head, other));
    return x != null && y != null && x > y;
  }).filter(Boolean).length;
  return bodies > 0 ? agree / bodies : null;
}
