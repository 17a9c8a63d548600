/** What it costs to keep a setup that a coach holds to be better than mechanics says. */
import type { RankedRow } from "./rank";

export interface FavouriteCost {
  /** the best main row that this client can do */
  best: RankedRow;
  /** its score and the favourite's */
  score: number;
  own: number;
  /** sets of the best that do what one set of the favourite does; 1 where it is the best */
  worth: number;
}

/** @returns null where the setup is not in the list, is out, or nothing else is there to hold it against */
export function favouriteCost(rows: readonly RankedRow[], setupKey: string): FavouriteCost | null {
  const own = rows.find((r) => r.row.setupKey === setupKey);
  const main = rows.filter((r) => r.group === "main");
  if (!own || own.out || main.length === 0) return null;
  const best = main.reduce((a, b) => (b.score > a.score ? b : a));
  if (best.score <= 0) return null;
  return { best, score: best.score, own: own.score, worth: Math.min(1, own.score / best.score) };
}
