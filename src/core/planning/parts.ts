/** Parts of a group that want sets of their own: what counts for one is asked here by planner, check and swap alike. */
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import type { Watch } from "./groups";
import type { Prescription } from "#core/program/document";

type Line = Pick<Prescription, "credits">;
type Rules = Pick<Method, "parts">;

/** heads of a part that a line trains in the way that counts for it, whoever leads the line */
const trained = (
  { heads, families, longFrom }: Watch,
  line: Line,
  family: Exercise["family"] | undefined,
  { parts }: Rules,
) =>
  families && (!family || !families.includes(family))
    ? []
    : heads.flatMap((h) => {
        const credit = line.credits[h];
        const long = longFrom === undefined || credit?.length === undefined || (credit.length ?? 1) >= longFrom;
        return credit && long && credit.share >= parts.least ? [credit] : [];
      });

/** share of a set of this line that the part gets */
export const partShare = (part: Watch, line: Line, family: Exercise["family"] | undefined, rules: Rules): number =>
  Math.max(0, ...trained(part, line, family, rules).map((c) => c.share));

/** whether a line is one for the part */
export const isForPart = (part: Watch, line: Line, family: Exercise["family"] | undefined, rules: Rules): boolean =>
  trained(part, line, family, rules).some((c) => c.direct && c.share >= rules.parts.counts);
