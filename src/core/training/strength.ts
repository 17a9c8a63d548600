/** From a logged set to the load that could be lifted once, and back. */

export const STRENGTH_RULE =
  "load x (1 + reps to failure / 30), Epley 1985 (recalled, unverified); good to about 12 reps";

/** reps by which the load of one is halved */
export const REPS = 30;

/** @param load as typed @param reserve reps left in the tank @returns the load of a single rep */
export const maximumOf = (load: number, reps: number, reserve: number): number =>
  reps + reserve <= 1 ? load : load * (1 + (reps + reserve) / REPS);

/** the load for that many reps with that reserve */
export const loadFor = (maximum: number, reps: number, reserve: number): number =>
  reps + reserve <= 1 ? maximum : maximum / (1 + (reps + reserve) / REPS);
