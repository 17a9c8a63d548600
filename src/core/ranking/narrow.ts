/** What a list can be narrowed to beside equipment: properties of a setup that a coach asks for. */
import { findHead } from "#core/anatomy/anatomy";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { positionsOf } from "#core/exercises/positions";
import { resolveSetup } from "#core/exercises/setup";
import type { SurveyRow } from "#core/mechanics/survey";

type Lists = Method["lists"];

/** elbow flexors, by muscle */
const FLEXORS = ["biceps", "brachialis", "brachioradialis"];
const STANDING = new Set(["feet", "one-foot", "other-foot", "split"]);

/** deg that a knee is bent at the most in the key poses */
function deepestKnee(e: Exercise, { values }: SurveyRow): number {
  const { keys, angles } = resolveSetup(e, values);
  return Math.max(...keys.map((k) => k.angles.knee ?? angles.knee ?? 0));
}

/** whether the elbow closes on the way while its flexors pull */
function bendsElbow(e: Exercise, { values, view }: SurveyRow, { bends }: Lists): boolean {
  const { keys, angles } = resolveSetup(e, values);
  const elbow = keys.map((k) => k.angles.elbow ?? angles.elbow ?? null);
  const closes = view.turns.includes("elbow") && !(elbow[0] !== null && elbow.at(-1)! <= elbow[0]!);
  const pulls = Object.entries(view.heads).some(
    ([id, m]) => m && m.activation >= bends && FLEXORS.includes(findHead(id)?.muscle ?? ""),
  );
  return closes && pulls;
}

export const NARROWINGS = {
  "one side at a time": (e: Exercise) => e.sides === "one",
  "both sides": (e: Exercise) => e.sides === "both",
  braced: (e: Exercise) => e.supports.length > 0,
  "seated or lying": (e: Exercise) => !STANDING.has(e.stance.on) && e.stance.on !== "hands",
  "without elbow flexors": (e: Exercise, r: SurveyRow, lists: Lists) =>
    FLEXORS.reduce((sum, m) => sum + (r.view.engagedBy[m] ?? 0), 0) < lists.hardly && !bendsElbow(e, r, lists),
  "set up quickly": (e: Exercise, _: SurveyRow, lists: Lists) =>
    e.stated.setupSeconds + e.stated.changeSeconds <= lists.quick,
  "arms below the head": (e: Exercise, r: SurveyRow) => positionsOf(e, r.values).arm !== "overhead",
  "knees under a right angle": (e: Exercise, r: SurveyRow) => deepestKnee(e, r) <= 90,
  "no helper": (e: Exercise) => !e.stated.helper,
  "free hands": (e: Exercise) => e.grip === "free",
} as const satisfies Record<string, (e: Exercise, r: SurveyRow, lists: Lists) => boolean>;

export type Narrowing = keyof typeof NARROWINGS;
export const NARROWING_NAMES = Object.keys(NARROWINGS) as Narrowing[];

export const fits = (by: readonly Narrowing[], exercise: Exercise, row: SurveyRow, { lists }: Method): boolean =>
  by.every((n) => NARROWINGS[n](exercise, row, lists));
