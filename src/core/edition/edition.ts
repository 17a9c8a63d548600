/**
 * An edition: everything a practice judges by, as one value that is handed in. What is planned with an edition names
 * it and is judged by it for good; a later edition is a further entry here, and an earlier one is never changed.
 */
import { contested, method, schools, strength, terms, tiers, yardstick } from "./files.data";
import type { Method } from "./method";
import type { Contested, School, Term, Tier, Weights } from "./schools";

/** a setup by what it is called, whatever becomes of the exercise's file */
export interface Yardstick {
  exercise: string;
  values: Readonly<Record<string, number>>;
}

export interface Edition {
  id: string;
  /** the day it was made on */
  date: string;
  /** what it changed, in a sentence */
  about: string;
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
  /** setups that a head's best is looked for among: one that is added later may beat them, and moves no other row */
  yardstick: readonly Yardstick[];
  /** who only comes along: whoever is not named and does not end the set, or whoever is not named (see survey-index) */
  along: "neither named nor ending" | "not named";
}

const FIRST: Edition = {
  id: "gryn-1",
  date: "2026-11-26",
  about: "The first.",
  method,
  school: schools[0]!,
  schools,
  strength,
  terms,
  tiers,
  contested,
  yardstick,
  along: "neither named nor ending",
};

const SECOND: Edition = {
  ...FIRST,
  id: "gryn-2",
  about: "Holding earns nothing, a helper at most half; groups of heads carry the bands instead of muscles.",
};

const THIRD: Edition = {
  ...SECOND,
  id: "gryn-3",
  about: "A score is moved tension times what ends the set and what it costs; five schools.",
};

const FOURTH: Edition = {
  ...THIRD,
  id: "gryn-4",
  about: "A head only comes along wherever an exercise is not for it, also where it ends the set.",
  along: "not named",
};

/** oldest first */
export const editions: readonly Edition[] = [FIRST, SECOND, THIRD, FOURTH];

/** what new plans are made with */
export const CURRENT_EDITION: Edition = editions[editions.length - 1]!;

export const knowsEdition = (id: string): boolean => editions.some((e) => e.id === id);

/** the edition something was planned with; the present one where it is not known here */
export const editionOf = (planned: { edition: string }): Edition =>
  editions.find((e) => e.id === planned.edition) ?? CURRENT_EDITION;

export const tierOf = (score: number, { tiers }: Pick<Edition, "tiers">): Tier =>
  tiers.find((t) => score >= t.from) ?? tiers[tiers.length - 1]!;
