/** What a client reads of how the sets of a line are done beside the plain way. */
import { SWING_DEGREES } from "#core/exercises/swing";
import type { Prescription, Tempo } from "#core/program/document";
import { findStructure } from "#core/program/structures";
import { printedIn, type PrintedWords } from "#core/words/client/languages";
import { findTechnique } from "./techniques";
import { alternates, restOf } from "./timing";

type Doing = Pick<
  Prescription,
  | "technique"
  | "structure"
  | "purpose"
  | "turns"
  | "begins"
  | "swing"
  | "tempos"
  | "reserves"
  | "sides"
  | "rest"
  | "reps"
  | "tempo"
>;

const seconds = (t: Tempo) => [t.lower, t.longPause, t.lift, t.shortPause].join("-");

/**
 * What it is there for, structure, sides, tempo of single sets, technique and easier position.
 * @param words of the client's language; what it has no words of its own for is said as the program says it
 */
export function doingOf(p: Doing, { doing, structure, technique }: PrintedWords = printedIn("en")): string[] {
  const out = [doing.purpose[p.purpose], structure[p.structure] ?? findStructure(p.structure).client];
  if (alternates(p)) out.push(doing.turns({ rest: restOf(p) }));
  if (p.swing !== "none") out.push(doing.swing({ degrees: SWING_DEGREES[p.swing] }));
  if (p.sides === "one" && p.begins !== "either") out.push(doing.begins({ first: p.begins }));
  p.tempos.forEach((t, i) => {
    if (t && i < p.reserves.length) out.push(doing.tempo({ set: i + 1, seconds: seconds(t) }));
  });
  if (p.technique) {
    const { name, client } = findTechnique(p.technique.id);
    const own = technique[p.technique.id];
    const { easier } = p.technique;
    out.push(`${own?.name ?? name}: ${own?.how ?? client}`);
    if (easier) out.push(doing.easier(easier));
  }
  return out.filter(Boolean);
}
