/** Criteria, schools that weigh them, tiers of the score, and what is contested. */
import type { z } from "zod";
import type { contestedSchema, schoolsSchema } from "./schema";

export const CRITERIA = [
  "function",
  "limiter",
  "stretchReached",
  "stretchLoad",
  "shortLoad",
  "range",
  "partialReserve",
  "steadiness",
  "time",
  "progression",
  "joints",
] as const;
export type CriterionId = (typeof CRITERIA)[number];

type Schools = z.infer<typeof schoolsSchema>;
export type School = Schools["schools"][number];
export type Criterion = Schools["criteria"][number];
export type Tier = Schools["tiers"][number];
export type Contested = z.infer<typeof contestedSchema>[number];
