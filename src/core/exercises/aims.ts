/** What an exercise is for: the heads its targets or aims name. */
import { heads } from "#core/anatomy/anatomy";
import type { Exercise } from "#core/exercises/format";

/** a trapezius that is named without a shrug means its middle and lower parts, and the other way round */
const SHRUGS = ["trapezius-upper", "levator-scapulae"];
const DRAWS = ["trapezius-middle", "trapezius-lower", "rhomboids"];
const meant = (head: string, family: Exercise["family"]): boolean =>
  !(family === "shrug" ? DRAWS : SHRUGS).includes(head);

/** the heads an exercise names, by id */
export const namedHeads = ({ targets, aims, family }: Pick<Exercise, "targets" | "aims" | "family">): string[] =>
  heads.filter((h) => aims?.includes(h.id) ?? (targets.includes(h.muscle) && meant(h.id, family))).map((h) => h.id);
