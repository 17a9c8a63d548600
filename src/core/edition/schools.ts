/** Criteria, schools that weigh them, tiers of the score, and what is contested, as data. */
import { z } from "zod";

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

export const schoolsSchema = z.strictObject({
  format: z.literal("gryn-schools"),
  version: z.literal(1),
  schools: z
    .array(
      z.strictObject({
        id: z.string(),
        name: z.string(),
        about: z.string(),
        weights: z.record(z.enum(CRITERIA), z.number().min(0)),
      }),
    )
    .min(1),
  criteria: z.array(z.strictObject({ id: z.enum(CRITERIA), name: z.string(), source: z.string(), about: z.string() })),
  /** best first */
  tiers: z.array(z.strictObject({ id: z.string(), name: z.string(), from: z.number() })).min(1),
});
type Schools = z.infer<typeof schoolsSchema>;
export type School = Schools["schools"][number];
export type Criterion = Schools["criteria"][number];
export type Tier = Schools["tiers"][number];

/** where measurements speak against what mechanics alone would say: shown apart, with the reason, and not ranked */
export const contestedSchema = z.array(
  z.strictObject({ exercise: z.string(), muscle: z.string(), reason: z.string() }),
);
export type Contested = z.infer<typeof contestedSchema>[number];
