/** what a program can hold: two weeks of seven days */
export const WEEK_DAYS_MOST = 7;
export const DAYS_MOST = 14;
export const BLOCKS_MOST = 20;
export const SETS_MOST = 12;
/** lighter sets before a line */
export const RAMP_MOST = 3;

/** a program has one week, or two that take turns */
export const WEEKS = ["A", "B"] as const;
export type WeekId = (typeof WEEKS)[number];

export const TECHNIQUES = [
  "lengthened-partials",
  "partials-past-failure",
  "drop-set",
  "rest-pause",
  "mechanical-drop",
  "assisted-lowering",
  "slow-lowering",
  "overload-lowering",
  "peak-hold",
  "band-added",
  "loose-finish",
] as const;
export type TechniqueId = (typeof TECHNIQUES)[number];

/** how the load goes through the sets of a line */
export const STRUCTURES = ["straight", "first-heavier", "ramp", "descending"] as const;
export type StructureId = (typeof STRUCTURES)[number];

/** what a line is there for: only work counts */
export const PURPOSES = ["work", "warm-up", "cool-down"] as const;
export type Purpose = (typeof PURPOSES)[number];

/** how the sides of a one-sided line take turns */
export const TURNS = ["one-then-other", "alternating"] as const;
/** the side that begins a set; the other stops at its reps */
export const BEGINS = ["either", "left", "right"] as const;
export type Begins = (typeof BEGINS)[number];
/** how far the trunk may help a lift along */
export const SWINGS = ["none", "small", "loose"] as const;
export type Turns = (typeof TURNS)[number];
