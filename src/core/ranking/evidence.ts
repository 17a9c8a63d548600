/** What trials say of a head in a setup, graded; beside mechanics, and never a part of a score. */
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { positionsOf } from "#core/exercises/positions";
import type { SurveyRow } from "#core/mechanics/survey";
import { notes } from "./evidence.data";
import { GRADES, type Grade, type Occasion } from "./evidence-choices";

export type Evidence = (typeof notes)[number];

/** how much stands behind a note, in words */
export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  several: "several trials agree",
  few: "one trial or a few",
  mixed: "trials disagree",
  indirect: "indirect: activity, not growth",
};

/** loaded lengths from which on, and up to which, a head counts as trained long or short */
type Lengths = Pick<Method, "long" | "telling">;

const is: Readonly<Record<Occasion, (e: Exercise, row: SurveyRow, headId: string, m: Lengths) => boolean>> = {
  long: (_e, row, headId, m) => (row.view.heads[headId]?.loadedLength ?? 0.5) >= m.long,
  short: (_e, row, headId, m) => (row.view.heads[headId]?.loadedLength ?? 0.5) <= m.telling.short,
  "arm overhead": (e, row) => positionsOf(e, row.values).arm === "overhead",
};

/** everything that is noted of a head, the surest first */
export const notesOf = (headId: string): Evidence[] =>
  notes.filter((n) => n.heads.includes(headId)).sort((a, b) => GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade));

/** most telling first: of this head and exercise, then of all */
export function evidenceFor(exercise: Exercise, row: SurveyRow, headId: string, method: Lengths): Evidence[] {
  const fits = (n: Evidence) =>
    (n.heads.length === 0 || n.heads.includes(headId)) &&
    (!n.exercises || n.exercises.includes(exercise.id)) &&
    (!n.families || n.families.includes(exercise.family)) &&
    (!n.when || is[n.when](exercise, row, headId, method));
  return notes.filter(fits).sort((a, b) => Number(b.heads.length > 0) - Number(a.heads.length > 0));
}
