/** How the load goes through the sets of a line: the load, the reps and the reserve of each. */
import type { Load, Prescription } from "#core/program/document";
import { inKg, shareOfLoad } from "#core/base/kilograms";
import type { StructureId } from "./limits";
import { repsAt, type Rules } from "./window";

export interface Structure {
  id: StructureId;
  name: string;
  about: string;
  /** share of the line's load in each of n sets */
  shares: (n: number) => number[];
  client: string;
}

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
    name: "Top set and back-offs",
    about: "One heavy set while fresh, then a tenth lighter: the back-offs keep their reps.",
    shares: (n) => even(n).map((_, i) => (i === 0 ? 1 : 0.9)),
    client: "First set at the full load, the others a tenth lighter.",
  },
  {
    id: "ramp",
    name: "Ramp",
    about:
      "The load rises set by set to its full size: for the first heavy lift of a region, and where the last set counts. The lighter sets end well before failure and earn no credit.",
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

type Sets = Pick<Prescription, "structure" | "reserves" | "reps" | "bodyLoad">;

export const sharesOf = (p: Pick<Prescription, "structure" | "reserves">): number[] =>
  findStructure(p.structure).shares(p.reserves.length);

/** the set at the full load, from 0: the one that progress is read from */
export const leadSet = (p: Pick<Prescription, "structure" | "reserves">): number => {
  const shares = sharesOf(p);
  return shares.indexOf(Math.max(...shares));
};

/** reps in reserve that can be told apart at all */
const RESERVE_MOST = 10;

/**
 * Reps in reserve of each set. Before the heaviest set a lighter one keeps the reps of the line, so it ends further
 * from failure than the ladder asks; after it fatigue takes what the lighter load gives.
 * @param load of the heaviest set; null: not known yet
 */
export function reservesOf(p: Sets, load: Load | null, rules: Rules): number[] {
  const middle = (p.reps.low + p.reps.high) / 2;
  const lead = leadSet(p);
  const kg = load ? inKg(load) : p.bodyLoad > 0 ? 0 : 1;
  const all = kg + p.bodyLoad;
  return sharesOf(p).map((share, i) => {
    const asked = p.reserves[i]!;
    const lighter = i < lead && all > 0;
    const left = lighter ? repsAt(middle + asked, all, share * kg + p.bodyLoad, middle, rules) : asked;
    return Math.max(asked, Math.min(RESERVE_MOST, Math.round(left)));
  });
}

/** what is asked of one set */
export interface PlannedSet {
  load: Load | null;
  reps: { low: number; high: number };
  reserve: number;
}

/** each set of a line with its own load, reps and reserve; @param load of the heaviest set */
export function plannedSets(
  p: Sets & Pick<Prescription, "loadStep">,
  load: Load | null,
  reps: PlannedSet["reps"],
  rules: Rules,
): PlannedSet[] {
  const shares = sharesOf(p);
  return reservesOf(p, load, rules).map((reserve, i) => ({
    load: load && shareOfLoad(load, p.loadStep, shares[i]!),
    reps,
    reserve,
  }));
}
