/** What of the way a setup does: all of it, or the half in which the muscles that it is for are long. */
import type { Exercise } from "#core/exercises/format";

/** from where to where of the rep, 0 to 1; taken to the nearest sample, at least two of them */
export interface Part {
  from: number;
  to: number;
}

/** a rep begins where the muscles that it is for are long: the options of a parameter called `part` */
export const PARTS: Readonly<Record<string, Part | null>> = { whole: null, "long-half": { from: 0, to: 0.5 } };

/** null for all of the way, and where the choice says something else */
export function partOf({ parameters }: Exercise, values: Readonly<Record<string, number>>): Part | null {
  const p = parameters.find((x) => x.id === "part");
  const option = p?.options?.find((o) => o.value === values[p.id]);
  return PARTS[option?.id ?? ""] ?? null;
}
