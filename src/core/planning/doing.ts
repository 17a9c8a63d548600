/** What a client reads of how the sets of a line are done beside the plain way. */
import type { Purpose } from "#core/program/limits";
import type { Prescription, Tempo } from "#core/program/document";
import { findStructure } from "#core/program/structures";
import { findTechnique } from "./techniques";
import { alternates, restOf } from "./timing";

type Doing = Pick<
  Prescription,
  | "technique"
  | "structure"
  | "purpose"
  | "turns"
  | "begins"
  | "tempos"
  | "reserves"
  | "sides"
  | "rest"
  | "reps"
  | "tempo"
>;

const PURPOSE: Readonly<Record<Purpose, string>> = {
  work: "",
  "warm-up": "Warm-up: easy, to get ready. It does not count.",
  "cool-down": "Cool-down: easy, to end with. It does not count.",
};

const seconds = (t: Tempo) => [t.lower, t.longPause, t.lift, t.shortPause].join("-");

/** words for the client: what it is there for, structure, sides, tempo of single sets, technique and easier position */
export function doingOf(p: Doing): string[] {
  const out = [PURPOSE[p.purpose], findStructure(p.structure).client];
  if (alternates(p)) out.push(`Sides take turns: one side, ${restOf(p)} s, the other side, ${restOf(p)} s.`);
  if (p.sides === "one" && p.begins !== "either")
    out.push(
      `The ${p.begins} side begins; the ${p.begins === "left" ? "right" : "left"} side stops at its reps, also where it could do more.`,
    );
  p.tempos.forEach((t, i) => {
    if (t && i < p.reserves.length)
      out.push(`Set ${i + 1} at ${seconds(t)}: seconds down, where it is long, up, where it is short.`);
  });
  if (p.technique) {
    const { name, client } = findTechnique(p.technique.id);
    const { easier } = p.technique;
    out.push(`${name}: ${client}`);
    if (easier) out.push(`Easier position: ${easier.name}, about ${easier.reps} more.`);
  }
  return out.filter(Boolean);
}
