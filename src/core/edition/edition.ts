/**
 * An edition: everything a practice judges by, as one value that is handed in. What is planned with an edition names
 * it and is judged by it for good; a later edition is a further entry here, and an earlier one is never changed.
 */
import { contested, method, schools, strength, terms, tiers } from "./files.data";
import type { Method } from "./method";
import type { Contested, School, Term, Tier, Weights } from "./schools";

export interface Edition {
  id: string;
  method: Method;
  /** the one that ranks */
  school: School;
  schools: readonly School[];
  /** what a ranking for strength is blended towards */
  strength: Weights;
  terms: readonly Term[];
  /** best first */
  tiers: readonly Tier[];
  contested: readonly Contested[];
}

const FIRST: Edition = { id: "gryn-1", method, school: schools[0]!, schools, strength, terms, tiers, contested };

/** holding earns nothing any more, a helper at most half, and groups of heads carry the bands instead of muscles */
const SECOND: Edition = { ...FIRST, id: "gryn-2" };

/** a score is moved tension times what ends the set and what it costs; five schools */
const THIRD: Edition = { ...SECOND, id: "gryn-3" };

/** oldest first */
export const editions: readonly Edition[] = [FIRST, SECOND, THIRD];

/** what new plans are made with */
export const CURRENT_EDITION: Edition = editions[editions.length - 1]!;

/** the edition something was planned with; the present one where it is not known here */
export const editionOf = (planned: { edition: string }): Edition =>
  editions.find((e) => e.id === planned.edition) ?? CURRENT_EDITION;

export const tierOf = (score: number, { tiers }: Pick<Edition, "tiers">): Tier =>
  tiers.find((t) => score >= t.from) ?? tiers[tiers.length - 1]!;
