/** What trials say of a head in a setup, graded; beside mechanics, and never a part of a score. */
import type { Exercise } from "#core/exercises/format";
import { positionsOf } from "#core/exercises/positions";
import type { SurveyRow } from "#core/mechanics/survey";
import { notes } from "./evidence.data";
import type { Grade, Occasion } from "./evidence-choices";

export type Evidence = (typeof notes)[number];

/** how much stands behind a note, in words */
export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  several: "several trials agree",
  few: "one trial or a few",
  mixed: "trials disagree",
  indirect: "indirect: activity, not growth",
};

/** loaded length from which on, and up to which, a head counts as trained long or short */
const LONG = 0.6;
const SHORT = 0.35;

const is: Readonly<Record<Occasion, (e: Exercise, row: SurveyRow, headId: string) => boolean>> = {
  long: (_e, row, headId) => (row.view.heads[headId]?.loadedLength ?? 0.5) >= LONG,
  short: (_e, row, headId) => (row.view.heads[headId]?.loadedLength ?? 0.5) <= SHORT,
  "arm overhead": (e, row) => positionsOf(e, row.values).arm === "overhead",
};

/** most telling first: of this head and exercise, then of all */
export function evidenceFor(exercise: Exercise, row: SurveyRow, headId: string): Evidence[] {
  const fits = (n: Evidence) =>
    (n.heads.length === 0 || n.heads.includes(headId)) &&
    (!n.exercises || n.exercises.includes(exercise.id)) &&
    (!n.families || n.families.includes(exercise.family)) &&
    (!n.when || is[n.when](exercise, row, headId));
  return notes.filter(fits).sort((a, b) => Number(b.heads.length > 0) - Number(a.heads.length > 0));
}
