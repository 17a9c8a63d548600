/** What a setup asks of joints, 0 to 1, and whether one setup spares a joint that another asks much of. */
import type { Exercise } from "./format";
import type { Joint } from "./joints";

export type Strains = Partial<Record<Joint, number>>;

/** how far a setup's strain may stray from what its exercise states */
const STRAYS = { least: 0.5, most: 1.6 };

/**
 * What the exercise states, times what mechanics says of this setup over the usual one (in the same body).
 * @param own what the engine says of the setup @param usualOf the same of the usual setup; 0 or none: not known
 */
export function setupStrains(
  exercise: Pick<Exercise, "joints">,
  own: Strains | undefined,
  usualOf: (joint: Joint) => number | undefined,
): Strains {
  return Object.fromEntries(
    (Object.entries(exercise.joints) as [Joint, number][]).map(([joint, stated]) => {
      const [mine, usual] = [own?.[joint], usualOf(joint)];
      const ratio = mine !== undefined && usual ? Math.max(STRAYS.least, Math.min(STRAYS.most, mine / usual)) : 1;
      return [joint, Math.min(1, stated * ratio)];
    }),
  );
}

/** a difference that somebody with a sore joint would notice */
const NOTICED = 0.05;

/** whether a setup clearly asks less of a joint than another */
export const spares = (joint: Joint, other: Strains, planned: Strains): boolean =>
  (other[joint] ?? 0) <= (planned[joint] ?? 0) - NOTICED;
