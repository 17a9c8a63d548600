/**
 * What kind of work a setup is, from what the engine says of it: compound where two large joints turn or the trunk
 * carries much, spine-loaded by the compression of the low back at the load where the set sticks. Thresholds were
 * read off the whole library once (docs/method/planning.md lists what falls where) and are not fitted to any
 * exercise.
 */
import type { Method } from "#core/edition/method";
import type { BodyView } from "#core/mechanics/survey";

export interface Loading {
  compound: boolean;
  spineLoaded: boolean;
}

const LARGE = ["shoulder", "elbow", "hip", "knee"] as const;

export function loadingOf(
  view: Pick<BodyView, "turns" | "compression" | "engagedMass">,
  { kinds }: Pick<Method, "kinds">,
): Loading {
  const spineLoaded = view.compression >= kinds.spine;
  const turning = LARGE.filter((j) => view.turns.includes(j)).length;
  return { compound: turning >= 2 || (spineLoaded && view.engagedMass >= kinds.engaged), spineLoaded };
}

/**
 * share of the body mass under which only limbs are lifted: their own weight is left out, as tables of reps leave it
 * out
 */
const LIMBS = 0.25;

/** kg of the load that the lifted body weighs; 0 where only limbs move */
export const bodyLoadOf = (view: Pick<BodyView, "bodyLoad">, mass: number): number =>
  view.bodyLoad >= LIMBS * mass ? Math.round(view.bodyLoad * 2) / 2 : 0;
