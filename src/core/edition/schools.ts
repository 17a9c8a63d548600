/** Schools weigh what a ranking is made of; tiers of the score, and what is contested. */
import type { z } from "zod";
import type { contestedSchema, schoolsSchema } from "./schema";

/** how tension counts: by length, passive tension, shortening, the part of the rep; then what each cost may take off */
export const TERMS = [
  "length",
  "passive",
  "shortening",
  "part",
  "limiter",
  "joints",
  "spine",
  "time",
  "steadiness",
  "progression",
  "whole",
  "load",
  "focus",
] as const;
export type TermId = (typeof TERMS)[number];

/** terms that take a share off the score; `limiter` and these are factors of it */
export const COSTS = ["joints", "spine", "time", "steadiness", "progression", "whole", "load", "focus"] as const;
export type CostId = (typeof COSTS)[number];

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
