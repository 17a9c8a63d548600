import { z } from "zod";
import data from "./schools.json" with { type: "json" };

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

const schema = z.strictObject({
  format: z.literal("gryn-schools"),
  version: z.literal(1),
  schools: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      about: z.string(),
      weights: z.record(z.enum(CRITERIA), z.number().min(0)),
    }),
  ),
  criteria: z.array(z.strictObject({ id: z.enum(CRITERIA), name: z.string(), source: z.string(), about: z.string() })),
  tiers: z.array(z.strictObject({ id: z.string(), name: z.string(), from: z.number() })),
});
const parsed = schema.parse(data);

export type School = (typeof parsed.schools)[number];
export type Tier = (typeof parsed.tiers)[number];
export const schools = parsed.schools;
export const criteria = parsed.criteria;
/** best first */
export const tiers = parsed.tiers;
export const DEFAULT_SCHOOL: School = schools[0]!;

export const tierOf = (score: number): Tier => tiers.find((t) => score >= t.from) ?? tiers[tiers.length - 1]!;
