/**
 * Whether a line stays: kept, changed in place, or another setup in its place. Growth alone never throws a line out: it
 * is known too late and too badly (docs/method/review.md); pain, feel, form and what other clients' logs say are.
 */
import { daysBetween } from "#core/base/dates";
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

/** workouts that are looked at for pain, and those of them that are enough */
const HURTS = { of: 10, times: 3 };
/** share of workouts felt elsewhere, and workouts that say so */
const FELT = { share: 0.4, said: 6 };
/** workouts of the last six in which the form went */
const FORM = 4;
/** points of a ranking that other clients' logs take away */
const OTHERS = -3;
/** weeks in one setup from which a standing movement is worth another one: before them a further day comes first */
const STILL_WEEKS = 12;
/** workouts under which nothing is said for a line */
const EARLY = 4;

/** what speaks for another setup, most pressing first; null where nothing does */
export function against(line: LineReview, elsewhere?: Elsewhere): Against | null {
  const since = line.points.at(-HURTS.of)?.on ?? line.first;
  const hurt = line.pains.filter((p) => p.on >= since);
  if (hurt.length >= HURTS.times)
    return {
      kind: "hurts",
      joint: hurt[0]!.joint,
      times: hurt.length,
      of: Math.max(hurt.length, Math.min(HURTS.of, line.workouts)),
    };
  const { target, said } = line.felt;
  // what makes somebody stronger is felt enough
  const works = line.change?.verdict === "stronger";
  if (!works && said >= FELT.said && target / said < 1 - FELT.share)
    return { kind: "not felt", target, said, where: line.feltIn[0]?.group ?? null };
  if (line.form.lost >= FORM) return { kind: "form", ...line.form };
  if (!works && elsewhere && elsewhere.points <= OTHERS) return { kind: "others", ...elsewhere };
  return null;
}

/** of a line that stands still with nothing in the way and sets enough: weeks in its setup, where those are many */
export function stoodFor({ first, last }: LineReview): number | null {
  const weeks = Math.round(daysBetween(first, last) / 7);
  return weeks >= STILL_WEEKS ? weeks : null;
}

/** what speaks for a line that stays as it is */
export function inFavour(line: LineReview): For {
  if (line.change?.verdict === "stronger")
    return { kind: "stronger", mean: line.change.mean, weeks: line.change.weeks };
  if (line.workouts < EARLY) return { kind: "early", workouts: line.workouts };
  return line.felt.said >= EARLY ? { kind: "felt", ...line.felt } : { kind: "nothing against" };
}
