/** Parts of a group that want sets of their own: what counts for one is asked here by planner, check and swap alike. */
import type { Exercise } from "#core/exercises/format";
import type { Watch } from "./groups";
import type { Prescription } from "#core/program/document";

type Line = Pick<Prescription, "credits">;

/** credit under which a head hardly takes part */
const LEAST = 0.3;
/** credit from which on a line is one for the part */
const FOR = 0.6;

/** heads of a part that a line trains in the way that counts for it, whoever leads the line */
const trained = ({ heads, families, longFrom }: Watch, line: Line, family: Exercise["family"] | undefined) =>
  families && (!family || !families.includes(family))
    ? []
    : heads.flatMap((h) => {
        const credit = line.credits[h];
        const long = longFrom === undefined || credit?.length === undefined || (credit.length ?? 1) >= longFrom;
        return credit && long && credit.share >= LEAST ? [credit] : [];
      });

/** share of a set of this line that the part gets */
export const partShare = (part: Watch, line: Line, family: Exercise["family"] | undefined): number =>
  Math.max(0, ...trained(part, line, family).map((c) => c.share));

/** whether a line is one for the part */
export const isForPart = (part: Watch, line: Line, family: Exercise["family"] | undefined): boolean =>
  trained(part, line, family).some((c) => c.direct && c.share >= FOR);
