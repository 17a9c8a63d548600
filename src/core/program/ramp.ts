/**
 * Ramp sets: a few lighter sets before the first heavy lift of a region. They take their minutes and stand on the
 * phone; nobody logs them and nothing is counted of them.
 */
import { inKg, shareOfLoad } from "#core/base/kilograms";
import type { Load, Prescription } from "#core/program/document";
import { RAMP_MOST } from "./limits";

/** by how many there are: share of everything that is lifted, and reps, in their order */
const STEPS: readonly (readonly { share: number; reps: number }[])[] = [
  [],
  [{ share: 0.6, reps: 6 }],
  [
    { share: 0.5, reps: 8 },
    { share: 0.75, reps: 4 },
  ],
  [
    { share: 0.5, reps: 8 },
    { share: 0.7, reps: 4 },
    { share: 0.85, reps: 2 },
  ],
];
/** s between a ramp set and the next: the load is changed meanwhile */
const BETWEEN = 40;
/** s of a rep that nobody lowers slowly */
const REP = 3;

export interface RampSet {
  reps: number;
  /** null where the line has no load yet, or nothing is added to the body */
  load: Load | null;
}

const stepsOf = (n: number) => STEPS[Math.max(0, Math.min(n, RAMP_MOST))]!;

/** the ramp sets before a line, in their order, at the load that is worked with */
export function rampOf(
  { rampSets, loadStep, bodyLoad }: Pick<Prescription, "rampSets" | "loadStep" | "bodyLoad">,
  load: Load | null,
): RampSet[] {
  return stepsOf(rampSets).map(({ share, reps }) => {
    if (!load || load.value === 0) return { reps, load: null };
    // of what is lifted the body is a part that does not become lighter
    const added = inKg(load);
    const of = Math.max(0, (share * (added + bodyLoad) - bodyLoad) / added);
    return { reps, load: shareOfLoad(load, loadStep, of) };
  });
}

/** the way to a load that nobody knows yet: three lighter sets, after each of which it may be enough */
export const firstRamp = (
  line: Pick<Prescription, "loadStep" | "bodyLoad">,
  load: Load | null,
): (RampSet & { load: Load })[] =>
  rampOf({ ...line, rampSets: RAMP_MOST }, load).flatMap(({ reps, load: own }, i, all) =>
    // on a coarse step two may come to one
    own && own.value > 0 && own.value !== load?.value && own.value !== all[i - 1]?.load?.value
      ? [{ reps, load: own }]
      : [],
  );

/** s that they take */
export const rampSeconds = ({ rampSets, sides }: Pick<Prescription, "rampSets" | "sides">): number =>
  stepsOf(rampSets).reduce((sum, { reps }) => sum + reps * REP * (sides === "one" ? 2 : 1) + BETWEEN, 0);
