/** What a list of ranked rows, and an opened one of them, is shown with. */
import type { Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import type { Edition } from "#core/edition/edition";
import type { acrossSchools, RankedRow, RankingContext } from "#core/ranking/rank";
import type { Strength } from "../mechanics/useStrength";
import type { Judgements } from "../judgements/useJudgements";

export interface RankedListProps {
  rows: RankedRow[];
  headId: string;
  clientId: string | null;
  /** whom the pictures are of */
  body: Body;
  survey: Survey;
  strength: Strength | null;
  /** where each row would stand with a weight that is being dragged */
  would: ReadonlyMap<string, { place: number; score: number }> | null;
  across: ReturnType<typeof acrossSchools> | null;
  edition: Edition;
  context: RankingContext;
  /** what is out for want of it is put among what is at hand */
  onEquipment: (more: RankingContext["equipment"] & object) => void;
  judgements: Judgements;
}
