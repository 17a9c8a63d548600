/**
 * How the load gets up, the way out of a rep that fails, and how one breathes: of the kind of exercise, where its file
 * does not say. Judgement of the trade, in one place.
 */
import type { BREATHS, TAKE_UPS, WAYS_OUT } from "#core/exercises/choices";
import type { Exercise } from "#core/exercises/format";

export interface Handling {
  takeUp: (typeof TAKE_UPS)[number];
  wayOut: (typeof WAYS_OUT)[number];
  breath: (typeof BREATHS)[number];
}
type Of = Pick<
  Exercise,
  "equipment" | "family" | "stance" | "supports" | "loads" | "chains" | "held" | "handling" | "sides"
>;

/** what lies under a bar that falls: nobody else can take it off */
const UNDER: readonly string[] = ["press", "squat", "lunge", "extension"];
/** lifts of a bar that begin where it lies */
const FROM_FLOOR: readonly string[] = ["hinge", "row", "shrug", "carry", "curl", "wrist", "grip", "raise"];

const has = ({ equipment }: Of, ...any: Exercise["equipment"]): boolean => equipment.some((e) => any.includes(e));
const lies = ({ stance, supports }: Of): boolean => stance.on === "bench" && supports.some((s) => s !== "chest-pad");
const onBack = ({ loads }: Of): boolean => loads.some((l) => l.at === "bar-back" || l.at === "bar-front");

function takeUpOf(e: Of): Handling["takeUp"] {
  if (has(e, "machine")) return "machine";
  if (has(e, "cable")) return e.sides === "both" && ["fly", "press"].includes(e.family) ? "pulleys" : "pulley";
  if (has(e, "barbell", "landmine", "hexagonal-bar", "guided-bar"))
    return FROM_FLOOR.includes(e.family) && !onBack(e) ? "floor" : "rack";
  if (has(e, "dumbbell")) return lies(e) && e.sides === "both" ? "thighs" : "floor";
  return has(e, "band") ? "band" : "none";
}

function wayOutOf(e: Of): Handling["wayOut"] {
  if (has(e, "machine")) return "let-down";
  if (has(e, "cable", "band")) return "step-in";
  if (has(e, "barbell", "guided-bar", "hexagonal-bar"))
    return UNDER.includes(e.family) || onBack(e) ? "safeties" : "put-down";
  if (has(e, "pull-up-bar", "dip-bars")) return "feet";
  if (has(e, "dumbbell")) return lies(e) ? "to-hips" : "put-down";
  return has(e, "landmine", "plate") ? "put-down" : "sink";
}

/** a back that carries the load is braced; what is held asks for quiet breath */
function breathOf(e: Of): Handling["breath"] {
  if (e.held || e.family === "carry") return "free";
  return e.chains.includes("spine") &&
    (e.chains.includes("leg") || onBack(e)) &&
    has(e, "barbell", "dumbbell", "hexagonal-bar")
    ? "brace"
    : "out-lifting";
}

export const handlingOf = (e: Of): Handling => ({
  takeUp: e.handling?.takeUp ?? takeUpOf(e),
  wayOut: e.handling?.wayOut ?? wayOutOf(e),
  breath: e.handling?.breath ?? breathOf(e),
});
