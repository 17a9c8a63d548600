/** How a list is weighed: a school, a goal, and what differs from the school's weights. */
import type { Edition } from "#core/edition/edition";
import type { TermId } from "#core/edition/choices";
import type { School, Weights as SchoolWeights } from "#core/edition/schools";
import type { Judgements } from "../judgements/useJudgements";

export interface Weighed {
  /** a school of the edition or the practice */
  schoolId: string;
  goal: number;
  /** where they differ from the school's */
  weights: Partial<Record<TermId, number>>;
}

export const weightsOf = (school: School, { weights }: Weighed): SchoolWeights => ({ ...school.weights, ...weights });

export interface WeighingProps {
  edition: Edition;
  schools: readonly School[];
  school: School;
  weighed: Weighed;
  /** @param settled false while something is being dragged */
  onChange: (weighed: Weighed, settled: boolean) => void;
  judgements: Judgements;
}
