/** Schools weigh what a ranking is made of; tiers of the score, and what is contested. */
import type { z } from "zod";
import { TERMS, type TermId } from "./choices";
import type { contestedSchema, schoolsSchema } from "./schema";

export type Weights = Readonly<Record<TermId, number>>;

type Schools = z.infer<typeof schoolsSchema>;
export type School = Schools["schools"][number];
export type Term = Schools["terms"][number];
export type Tier = Schools["tiers"][number];
export type Contested = z.infer<typeof contestedSchema>[number];

/** weights for a goal between size (0: the school's own) and strength (1) */
export const towards = (school: Weights, strength: Weights, goal: number): Weights =>
  Object.fromEntries(TERMS.map((id) => [id, school[id] + goal * (strength[id] - school[id])])) as Record<
    TermId,
    number
  >;
