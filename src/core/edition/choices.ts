/** Ways of counting, what varies within a week, and the terms a school weighs. */
/** what makes another exercise of it for a muscle of the arm or of the back */
export const VARIETIES = ["arm positions", "grips"] as const;
export type Variety = (typeof VARIETIES)[number];

/** what a set gives a group it is not for: what mechanics says, at most half; nothing; half; all of it */
/** classes of exercises by what they ask of the body: effort, rest and repetitions go by them */
export const CLASSES = ["heavy", "compound", "braced", "isolation"] as const;
export type ClassId = (typeof CLASSES)[number];

export const COUNTINGS = ["computed", "direct", "half", "full"] as const;
export type Counting = (typeof COUNTINGS)[number];

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
