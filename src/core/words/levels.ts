/** Words for our own scales: low, moderate, high, and where in its range a muscle is loaded. The number goes after. */

export type Level = "low" | "moderate" | "high";

const levelAt = (x: number, moderate: number, high: number): Level =>
  x >= high ? "high" : x >= moderate ? "moderate" : "low";

/** @param strain 0 to 1 of the most that any setup of the library asks of the joint */
export const stressLevel = (strain: number): Level => levelAt(strain, 0.34, 0.67);

/** @param weights body weights that press the low back at the load where the set sticks */
export const backLevel = (weights: number): Level => levelAt(weights, 3, 5);

/** @param share 0 to 1 of what the muscle can hold at most */
export const tensionLevel = (share: number): Level => levelAt(share, 0.22, 0.38);

/** @param place 0 shortest to 1 longest of the muscle's range */
export const lengthWord = (place: number): string =>
  place >= 0.65
    ? "lengthened"
    : place >= 0.5
      ? "mid-range to lengthened"
      : place >= 0.35
        ? "mid-range to shortened"
        : "shortened";

/** @param at 0 begin to 1 end of the way up */
export const placeInRep = (at: number): string =>
  at <= 0.2
    ? "at the bottom"
    : at < 0.4
      ? "low in the rep"
      : at <= 0.6
        ? "halfway"
        : at < 0.8
          ? "high in the rep"
          : "at the top";
