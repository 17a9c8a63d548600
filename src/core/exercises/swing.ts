/** Swinging: the trunk moved to help a lift along. What it can be, and which exercises leave room for it. */
import type { Exercise } from "#core/exercises/format";

/** deg that the trunk moves through about the hips */
export const SWING_DEGREES = { small: 10, loose: 25 } as const;
export type Swung = keyof typeof SWING_DEGREES;

/** equipment that has no way of its own */
const FREE: readonly string[] = ["barbell", "dumbbell", "cable", "band", "plate", "hexagonal-bar"];
/** what holds the trunk: nobody swings against it */
const HELD: readonly string[] = ["bench", "chest-pad", "preacher-pad", "floor", "back-pad"];

/** whether its load keeps no way of its own: a machine leads it */
export const isFree = ({ equipment }: Pick<Exercise, "equipment">): boolean => equipment.some((e) => FREE.includes(e));

/** standing, with arms that lift what leads nowhere by itself; on a bench nobody swings, and a hold moves nothing */
export function canSwing(of: Pick<Exercise, "stance" | "supports" | "equipment" | "chains" | "held">): boolean {
  const leans = of.supports.some((s) => HELD.includes(s));
  return of.stance.on === "feet" && !leans && !of.held && isFree(of) && of.chains.includes("arm");
}
