/** Effective sets as they were done: by the reps left in reserve that were said, and the parts of a technique. */
import { effortCredit } from "#core/planning/dose";
import type { Prescription } from "#core/program/document";
import { findTechnique } from "#core/planning/techniques";
import type { Entry } from "#core/training/entry";

/** sides of a one-sided set are two parts and one piece of work */
const piecesOf = (e: Entry, sides: Prescription["sides"]) => Math.ceil(e.parts.length / (sides === "one" ? 2 : 1));

/** credit of one logged set, over a plain set close to failure: a technique counts as far as its parts were done */
export function doneCredit(e: Entry, p: Pick<Prescription, "technique" | "sides">): number {
  if (e.voided) return 0;
  const plain = effortCredit(e.reserve ?? e.prescribed.reserve);
  const technique = p.technique && !e.instead ? findTechnique(p.technique.id) : null;
  if (!technique || technique.then.length === 0) return plain;
  const extra = Math.min(technique.then.length, Math.max(0, piecesOf(e, p.sides) - 1));
  return plain + (technique.credit * extra) / technique.then.length;
}
