/**
 * Whether a line stays: kept, changed in place, or another setup in its place. Growth alone never throws a line out: it
 * is known too late and too badly (docs/method/review.md); pain, feel, form and what other clients' logs say are.
 */
import { daysBetween } from "#core/base/dates";
import type { Method } from "#core/edition/method";
import type { Joint } from "#core/exercises/joints";
import type { LineReview } from "./schema";

/** what the practice's log says of a setup with its other clients */
export interface Elsewhere {
  points: number;
  clients: number;
}

export type Against =
  | { kind: "hurts"; joint: Joint; times: number; of: number }
  | { kind: "not felt"; target: number; said: number; where: string | null }
  | { kind: "form"; lost: number; of: number }
  | { kind: "others"; points: number; clients: number }
  | { kind: "still"; weeks: number };

export type For =
  | { kind: "stronger"; mean: number; weeks: number }
  | { kind: "felt"; target: number; said: number }
  | { kind: "early"; workouts: number }
  | { kind: "nothing against" };

type Rules = Method["review"];

/** what speaks for another setup, most pressing first; null where nothing does */
export function against(line: LineReview, rules: Rules, elsewhere?: Elsewhere): Against | null {
  const since = line.points.at(-rules.hurtsOf)?.on ?? line.first;
  const hurt = line.pains.filter((p) => p.on >= since);
  if (hurt.length >= rules.hurts)
    return {
      kind: "hurts",
      joint: hurt[0]!.joint,
      times: hurt.length,
      of: Math.max(hurt.length, Math.min(rules.hurtsOf, line.workouts)),
    };
  const { target, said } = line.felt;
  // what makes somebody stronger is felt enough
  const works = line.change?.verdict === "stronger";
  if (!works && said >= rules.said && target / said < 1 - rules.elsewhere)
    return { kind: "not felt", target, said, where: line.feltIn[0]?.group ?? null };
  if (line.form.lost >= rules.form) return { kind: "form", ...line.form };
  if (!works && elsewhere && elsewhere.points <= rules.others) return { kind: "others", ...elsewhere };
  return null;
}

/** of a line that stands still with nothing in the way and sets enough: weeks in its setup, where those are many */
export function stoodFor({ first, last }: LineReview, { still }: Rules): number | null {
  const weeks = Math.round(daysBetween(first, last) / 7);
  return weeks >= still ? weeks : null;
}

/** what speaks for a line that stays as it is */
export function inFavour(line: LineReview, { early }: Rules): For {
  if (line.change?.verdict === "stronger")
    return { kind: "stronger", mean: line.change.mean, weeks: line.change.weeks };
  if (line.workouts < early) return { kind: "early", workouts: line.workouts };
  return line.felt.said >= early ? { kind: "felt", ...line.felt } : { kind: "nothing against" };
}
