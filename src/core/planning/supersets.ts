/** Whether two exercises can be a superset: asked here by the planner and by the check alike. */
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";

/** one of the two, as far as the question goes */
export interface Side<Group extends string | number> {
  exercise: Pick<Exercise, "equipment" | "family">;
  /** share of a set that each group gets */
  gives: readonly { group: Group; share: number }[];
  /** points for the back a set */
  spine: number;
  compound: boolean;
  heavy: boolean;
  /** of all muscle, at work */
  engagedMass: number;
}

/** why two are no superset; in words by `HINDRANCES` */
export type Hindrance = "muscles" | "back" | "breath" | "barbell" | "grip" | "stations";

export const HINDRANCES: Readonly<Record<Hindrance, string>> = {
  muscles: "they work the same muscles",
  back: "one of them loads the back",
  breath: "both take the breath",
  barbell: "a barbell lift stands alone",
  grip: "both need the grip",
  stations: "two stations at once",
};

/** what is held with the fingers until they give out */
const GRIPS = new Set(["row", "pulldown", "hinge", "shrug", "carry"]);
/** what stands where it stands, or is loaded for one lift */
const FIXED = [
  "cable",
  "machine",
  "dip-bars",
  "pull-up-bar",
  "hyperextension-bench",
  "preacher-pad",
  "bench",
  "barbell",
  "guided-bar",
  "hexagonal-bar",
  "hanging-straps",
];

/** sum over groups of what both give */
export const shared = <G extends string | number>(a: Pick<Side<G>, "gives">, b: Pick<Side<G>, "gives">): number =>
  a.gives.reduce((s, x) => s + x.share * (b.gives.find((y) => y.group === x.group)?.share ?? 0), 0);

/** two places that one person can keep at once: one of them is carried along, or both are the same */
function stations(a: Side<never>["exercise"], b: Side<never>["exercise"]): boolean {
  const at = (c: Side<never>["exercise"]) => c.equipment.find((e) => FIXED.includes(e)) ?? null;
  const [x, y] = [at(a), at(b)];
  return !x || !y || (x === "cable" && y === "cable");
}

/** why two lines are no superset; null where they are one */
export function hindrance<G extends string | number>(
  a: Side<G>,
  b: Side<G>,
  { supersets: most }: Pick<Method, "supersets">,
): Hindrance | null {
  if (shared(a, b) > most.shared) return "muscles";
  if (a.spine > most.spine || b.spine > most.spine) return "back";
  if (a.compound && b.compound && (a.heavy || b.heavy || a.engagedMass + b.engagedMass > most.breath)) return "breath";
  if ([a, b].some((c) => c.compound && c.exercise.equipment.includes("barbell"))) return "barbell";
  if (GRIPS.has(a.exercise.family) && GRIPS.has(b.exercise.family)) return "grip";
  return stations(a.exercise, b.exercise) ? null : "stations";
}
