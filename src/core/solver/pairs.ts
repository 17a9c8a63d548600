/** Which lines of a day are done in turns: rest of the one is work of the other, where neither hinders the other. */
import { blockMinutes } from "#core/planning/minutes";
import type { Prescription } from "#core/planning/program";
import type { Candidate } from "#core/solver/candidates";

export interface PlannedLine {
  candidate: Candidate;
  prescription: Prescription;
  locked: boolean;
}

const PAIRS_MOST = 2;
/** shared credit of two lines beyond which the second finds the first one's muscles tired */
const SHARED_MOST = 0.3;
const SPINE_MOST = 0.4;
/** min lost in walking to and fro, and that are worth the trouble */
const WALK = 0.3;
const LEAST_SAVED = 1.5;
/** what is held with the fingers until they give out */
const GRIPS = new Set(["row", "pulldown", "hinge", "shrug", "carry"]);
const FIXED = ["cable", "machine", "dip-bars", "pull-up-bar", "hyperextension-bench", "preacher-pad"];

/** sum over groups of what both give */
export const shared = (a: Candidate, b: Candidate): number =>
  a.gives.reduce((s, x) => s + x.share * (b.gives.find((y) => y.group === x.group)?.share ?? 0), 0);

/** two places that one person can keep at once: one of them is carried along, or both are the same */
function stations(a: Candidate, b: Candidate): boolean {
  const at = (c: Candidate) => c.exercise.equipment.find((e) => FIXED.includes(e)) ?? null;
  const [x, y] = [at(a), at(b)];
  if (x && y) return x === "cable" && y === "cable";
  // one pair of dumbbells cannot lie at two loads
  return !(a.exercise.equipment.includes("barbell") && b.exercise.equipment.includes("barbell"));
}

/** why two lines are no pair; null where they are one */
export function hindrance(a: Candidate, b: Candidate): string | null {
  if (shared(a, b) > SHARED_MOST) return "they work the same muscles";
  if (a.spine > SPINE_MOST || b.spine > SPINE_MOST) return "one of them loads the back";
  const heavy =
    a.compound && b.compound && (a.heavy || b.heavy || a.row.view.engagedMass + b.row.view.engagedMass > 0.1);
  if (heavy) return "both take the breath";
  if ([a, b].some((c) => c.compound && c.exercise.equipment.includes("barbell"))) return "a barbell lift stands alone";
  if (GRIPS.has(a.exercise.family) && GRIPS.has(b.exercise.family)) return "both need the grip";
  if (!stations(a, b)) return "two stations at once";
  return null;
}

const minutes = (list: Prescription[]) => {
  const m = blockMinutes({ id: "", prescriptions: list });
  return m.setup + m.work + m.rest;
};

/** minutes that two lines save as a pair */
export const savedBy = (a: PlannedLine, b: PlannedLine): number =>
  minutes([a.prescription]) + minutes([b.prescription]) - minutes([a.prescription, b.prescription]) - WALK;

/** blocks of a day: at most two pairs, those that save most */
export function pairUp(lines: readonly PlannedLine[]): PlannedLine[][] {
  const options = lines.flatMap((a, i) =>
    lines.slice(i + 1).flatMap((b) => {
      const sets = Math.abs(a.prescription.reserves.length - b.prescription.reserves.length);
      if (sets > 1 || a.locked || b.locked || hindrance(a.candidate, b.candidate)) return [];
      const saved = savedBy(a, b);
      return saved >= LEAST_SAVED ? [{ a, b, saved }] : [];
    }),
  );
  options.sort((p, q) => q.saved - p.saved);
  const blocks: PlannedLine[][] = [];
  const taken = new Set<PlannedLine>();
  for (const { a, b } of options) {
    if (blocks.length >= PAIRS_MOST || taken.has(a) || taken.has(b)) continue;
    blocks.push([a, b]);
    taken.add(a).add(b);
  }
  return [...blocks, ...lines.filter((l) => !taken.has(l)).map((l) => [l])];
}
