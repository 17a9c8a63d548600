/** How the load goes through the sets of a line, and what a client reads of it and of a technique. */
import type { Purpose, StructureId } from "./limits";
import { alternates, restOf } from "./timing";
import type { Prescription, Tempo } from "./program";
import { findTechnique } from "./techniques";

export interface Structure {
  id: StructureId;
  name: string;
  about: string;
  /** share of the line's load in each of n sets */
  shares: (n: number) => number[];
  client: string;
}

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

const even = (n: number) => Array.from({ length: n }, () => 1);

export const structures: readonly Structure[] = [
  {
    id: "straight",
    name: "Straight sets",
    about: "The same load in every set.",
    shares: even,
    client: "",
  },
  {
    id: "first-heavier",
    name: "First set heavier",
    about: "One heavy set while fresh, then a tenth lighter: the follow-ups keep their reps.",
    shares: (n) => even(n).map((_, i) => (i === 0 ? 1 : 0.9)),
    client: "First set at the full load, the others a tenth lighter.",
  },
  {
    id: "ramp",
    name: "Ramp",
    about:
      "The load rises set by set to its full size: for the first heavy lift of a region, and where the last set counts.",
    shares: (n) => even(n).map((_, i) => (n < 2 ? 1 : 0.8 + (0.2 * i) / (n - 1))),
    client: "Build up: start at four fifths, the last set at the full load.",
  },
  {
    id: "descending",
    name: "Descending",
    about: "A twentieth less from set to set, at the same reserve: where reps fall fast.",
    shares: (n) => even(n).map((_, i) => 1 - 0.05 * i),
    client: "Take a twentieth off from set to set.",
  },
];

export const findStructure = (id: StructureId): Structure => structures.find((s) => s.id === id)!;

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
