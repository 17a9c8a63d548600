/**
 * An edition: everything a practice judges by, as one value that is handed in. What is planned with an edition names
 * it and is judged by it for good; a later edition is a further folder, and an earlier one is never changed: a test
 * holds its hash.
 */
import type { z } from "zod";
import { first, later } from "./files.data";
import type { Method } from "./method";
import type { Contested, School, Term, Tier, Weights } from "./schools";
import type { plannerSchema, rankingSchema } from "./schema";

export type PlannerSettings = z.infer<typeof plannerSchema>;
export type RankingSettings = z.infer<typeof rankingSchema>;

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
  planner: PlannerSettings;
  ranking: RankingSettings;
}

const { schools: firstSchools, rules: firstRules, ...firstOwn } = first;
const firstMethod = { ...firstOwn.method, ...firstRules };

/** oldest first; what an edition does not change is the very same value as in the one before it */
export const editions: readonly Edition[] = later.reduce<Edition[]>(
  (all, own) => {
    const before = all.at(-1)!;
    const method = "method" in own ? { ...before.method, ...own.method } : before.method;
    const school = "schools" in own ? own.schools[0]! : before.school;
    return [...all, { ...before, ...own, method, school }];
  },
  [
    {
      along: "neither named nor ending",
      ...firstOwn,
      ...firstSchools,
      method: firstMethod,
      school: firstSchools.schools[0]!,
    },
  ],
);

/** what new plans are made with */
export const CURRENT_EDITION: Edition = editions[editions.length - 1]!;

/** editions that practices have made, by id: an edition is for good, so that knowing one twice changes nothing */
const admitted = new Map<string, Edition>();

/** makes a practice's own edition known on this page, thread or server */
export function admit(edition: Edition): Edition {
  if (!admitted.has(edition.id)) admitted.set(edition.id, edition);
  return admitted.get(edition.id)!;
}

export const isOurs = (id: string): boolean => editions.some((e) => e.id === id);
export const knowsEdition = (id: string): boolean => isOurs(id) || admitted.has(id);

/** the edition something was planned with; the present one where it is not known here */
export const editionOf = (planned: { edition: string }): Edition =>
  editions.find((e) => e.id === planned.edition) ?? admitted.get(planned.edition) ?? CURRENT_EDITION;

/** ours by their number, a practice's own by the name it was given */
export const editionName = (id: string): string => (isOurs(id) ? id : (admitted.get(id)?.about ?? id));

export const tierOf = (score: number, { tiers }: Pick<Edition, "tiers">): Tier =>
  tiers.find((t) => score >= t.from) ?? tiers[tiers.length - 1]!;
