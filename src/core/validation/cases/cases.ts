/** All statements, judged in one body and over varied ones. */
import type { Model } from "#core/mechanics/model";
import { armCases } from "./arm";
import { backCases } from "./back";
import { lowerCases } from "./lower";
import { shoulderCases } from "./shoulder";
import type { Case, Numbers, Verdict } from "./measure";

export const cases: readonly Case[] = [...armCases, ...shoulderCases, ...backCases, ...lowerCases].sort((p, q) =>
  p.id.localeCompare(q.id),
);
/** a statement is decided when this share of varied bodies says the same */
const DECIDED = 0.8;

export interface JudgedCase {
  id: string;
  statement: string;
  verdict: Verdict;
  because: string;
  numbers: Numbers;
  /** whether it holds in the body asked for, and in how many of the varied ones */
  holds: boolean;
  holdsIn: number;
  bodies: number;
}

/** what the numbers alone say: whether it holds here and in the varied bodies */
export const readVerdict = (holds: boolean, holdsIn: number, bodies: number): Verdict =>
  holds && holdsIn >= DECIDED * bodies
    ? "agrees"
    : !holds && bodies - holdsIn >= DECIDED * bodies
      ? "contradicts"
      : "undecided";

/** one case; a body in which it cannot be measured counts as one in which it does not hold */
export function judgeCase(c: Case, model: Model, varied: readonly Model[]): JudgedCase {
  const said = c.judge(model);
  const holdsIn = varied.filter((m) => {
    try {
      return c.judge(m).holds;
    } catch {
      return false;
    }
  }).length;
  return {
    id: c.id,
    statement: c.statement,
    verdict: c.verdict,
    because: c.because,
    numbers: said.numbers,
    holds: said.holds,
    holdsIn,
    bodies: varied.length,
  };
}
