/**
 * What a practice's own log moves in a ranking: a few points, within their certainty, that break ties and never cross
 * a tier of mechanics. Which points: core/review/evidence.ts.
 */
import { clamp } from "#core/base/numbers";
import type { Edition } from "#core/edition/edition";
import { unversioned } from "#core/exercises/setup";
import { inOrder, type RankedRow } from "./rank";

export interface FromLog {
  points: number;
  clients: number;
}

/** under the next tier */
const BELOW = 0.01;

/** rows with the log's points on their scores, in their new order; what is out, or held to stand elsewhere, stays */
export function nudged(
  rows: readonly RankedRow[],
  log: ReadonlyMap<string, FromLog>,
  { tiers, method }: Pick<Edition, "tiers" | "method">,
): RankedRow[] {
  const next = rows.map((r): RankedRow => {
    const told = log.get(unversioned(r.row.setupKey));
    if (!told || r.group === "out" || r.held || Math.abs(told.points) < method.telling.log) return r;
    const at = tiers.findIndex((t) => t.id === r.tier.id);
    // a score stays inside of its tier; where it stands outside already (tiers are of all bodies) it goes no further
    const low = Math.min(r.score, r.tier.from);
    const high = Math.max(r.score, at > 0 ? tiers[at - 1]!.from - BELOW : 100);
    const score = clamp(r.score + told.points, low, high);
    return { ...r, score, fromLog: { ...told, points: score - r.score } };
  });
  next.sort(inOrder({ tiers }));
  let leader: RankedRow | null = null;
  let [place, tie] = [0, 0];
  return next.map((r, i) => {
    const tied = r.tied && leader !== null && r.place === tie && Math.abs(r.score - leader.score) < 1;
    if (!tied) {
      leader = r;
      place = i + 1;
      tie = r.place;
    }
    return { ...r, tied, place };
  });
}
