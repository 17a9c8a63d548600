/** How many setups of a survey are left for a client, and what takes the others, most first. */
import type { Method } from "#core/edition/method";
import { exerciseFor } from "#core/exercises/form";
import { exercises } from "#core/exercises/library";
import type { Survey } from "#core/mechanics/survey";
import { strainsOf } from "./strains";
import { suitability, whyNot, type Whom } from "./suitability";

export interface Left {
  fit: number;
  all: number;
  /** the first reason of each that is out, with its number */
  why: [reason: string, count: number][];
}

export function setupsLeft(
  { rows }: Pick<Survey, "rows">,
  whom: Whom,
  method: Pick<Method, "joints" | "soreFrom" | "checks">,
): Left {
  const why = new Map<string, number>();
  let fit = 0;
  let all = 0;
  for (const row of rows) {
    const exercise = exerciseFor(exercises, row);
    if (!exercise) continue;
    all += 1;
    const reason = whyNot(
      suitability({ exercise, view: row.view, strains: strainsOf(rows, row, exercise) }, whom, method),
    );
    if (reason === null) fit += 1;
    else {
      // what a setup asks differs from one to the next, what the client has does not
      const [short] = reason.split(",");
      why.set(short!, (why.get(short!) ?? 0) + 1);
    }
  }
  return { fit, all, why: [...why].sort((a, b) => b[1] - a[1]) };
}
