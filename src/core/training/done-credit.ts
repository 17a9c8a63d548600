/** Effective sets as they were done: by the reps left in reserve that were said, and the parts of a technique. */
import type { Method } from "#core/edition/method";
import { effortCredit } from "#core/planning/dose";
import type { Prescription } from "#core/program/document";
import { swingCredit } from "#core/planning/swing";
import { findTechnique } from "#core/planning/techniques";
import type { Entry } from "#core/training/entry";

/** sides of a one-sided set are two parts and one piece of work */
const piecesOf = (e: Entry, sides: Prescription["sides"]) => Math.ceil(e.parts.length / (sides === "one" ? 2 : 1));

/**
 * credit of one logged set, over a plain strict set close to failure: a technique counts as far as its parts were done,
 * a swing that is allowed takes from all of it
 */
export function doneCredit(
  e: Entry,
  p: Pick<Prescription, "technique" | "sides" | "swing">,
  method: Pick<Method, "swing">,
): number {
  if (e.voided) return 0;
  const plain = effortCredit(e.reserve ?? e.prescribed.reserve);
  // another exercise is done as it is done
  if (e.instead) return plain;
  const technique = p.technique && findTechnique(p.technique.id);
  const done = technique && technique.then.length > 0 ? technique : null;
  const extra = done ? Math.min(done.then.length, Math.max(0, piecesOf(e, p.sides) - 1)) : 0;
  return swingCredit(p, method) * (plain + (done ? (done.credit * extra) / done.then.length : 0));
}
