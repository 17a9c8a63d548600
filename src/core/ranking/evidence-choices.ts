/** How much stands behind a note, and on which occasion one speaks. */
export const GRADES = ["several", "few", "mixed", "indirect"] as const;
export type Grade = (typeof GRADES)[number];

export const OCCASIONS = ["long", "short", "arm overhead"] as const;
export type Occasion = (typeof OCCASIONS)[number];
