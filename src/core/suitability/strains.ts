/** What a setup asks of joints in a client's body. */
import { mean } from "#core/base/numbers";
import type { Exercise } from "#core/exercises/format";
import type { Joint } from "#core/exercises/joints";
import { setupKey } from "#core/exercises/setup";
import { setupStrains, type Strains } from "#core/exercises/strains";
import type { SurveyRow } from "#core/mechanics/survey";

const known = new WeakMap<SurveyRow, Strains>();

/**
 * Strain of the joints in a setup, 0 to 1: what the exercise states, times what mechanics says of this setup over the
 * exercise's own default setup, or the mean of its setups where that is not at hand (in the same body).
 * @param rows of the survey that the row is of
 */
export function strainsOf(rows: readonly SurveyRow[], row: SurveyRow, exercise: Exercise): Strains {
  let found = known.get(row);
  if (!found) {
    const key = setupKey(exercise, {});
    const plain = rows.find((r) => r.setupKey === key);
    const usual = plain ? [plain] : rows.filter((r) => r.exerciseId === exercise.id);
    const usualOf = (joint: Joint) => mean(usual.flatMap((r) => r.view.strain?.[joint] ?? [])) || 0;
    found = setupStrains(exercise, row.view.strain, usualOf);
    known.set(row, found);
  }
  return found;
}
