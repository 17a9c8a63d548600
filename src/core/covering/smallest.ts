/**
 * The smallest set of setups that covers every wanted cell, exactly, by branch and bound; among the smallest the one of
 * highest scores. A node limit ends it on very large libraries, and is said: then the answer is "at most".
 */
import type { Cell, Cover } from "./cells";

export interface Smallest {
  setups: Cover[];
  /** false: the node limit ended it, a smaller set may exist */
  proven: boolean;
  nodes: number;
  /** wanted cells that nothing covers */
  uncovered: Cell[];
}

const NODES = 200_000;

/** @param wanted ids of the cells; all unless given */
export function smallestSet(
  cells: readonly Cell[],
  setups: readonly Cover[],
  wanted: ReadonlySet<string> = new Set(cells.map((c) => c.id)),
  limit = NODES,
): Smallest {
  const reachable = new Set(setups.flatMap((s) => [...s.covers]));
  const need = cells.filter((c) => wanted.has(c.id) && reachable.has(c.id)).map((c) => c.id);
  const uncovered = cells.filter((c) => wanted.has(c.id) && !reachable.has(c.id));
  const index = new Map(need.map((id, i) => [id, i]));
  const masked = setups
    .map((s) => ({ s, has: new Set([...s.covers].flatMap((id) => index.get(id) ?? [])) }))
    .filter(({ has }) => has.size > 0);
  // what another covers as well and scores no worse is never needed
  const kept = masked.filter(
    (a, i) =>
      !masked.some(
        (b, j) =>
          i !== j &&
          a.has.size <= b.has.size &&
          [...a.has].every((c) => b.has.has(c)) &&
          (b.has.size > a.has.size
            ? b.s.score >= a.s.score
            : b.s.score > a.s.score || (b.s.score === a.s.score && j < i)),
      ),
  );
  const by = need.map((_, c) => kept.filter(({ has }) => has.has(c)));
  let best: Cover[] | null = null;
  let nodes = 0;
  const total = (list: readonly Cover[]) => list.reduce((s, x) => s + x.score, 0);
  const search = (left: ReadonlySet<number>, chosen: Cover[]): void => {
    if (nodes++ > limit) return;
    if (left.size === 0) {
      if (!best || chosen.length < best.length || (chosen.length === best.length && total(chosen) > total(best)))
        best = [...chosen];
      return;
    }
    // cells that no setup shares each need one of their own
    let bound = 0;
    const open = [...left].sort((a, b) => by[a]!.length - by[b]!.length);
    const touched = new Set<Cover>();
    for (const c of open) {
      if (by[c]!.some(({ s }) => touched.has(s))) continue;
      bound++;
      for (const { s } of by[c]!) touched.add(s);
    }
    if (best && chosen.length + bound > best.length) return;
    for (const { s, has } of [...by[open[0]!]!].sort(
      (a, b) => [...b.has].filter((c) => left.has(c)).length - [...a.has].filter((c) => left.has(c)).length,
    )) {
      const next = new Set(left);
      for (const c of has) next.delete(c);
      chosen.push(s);
      search(next, chosen);
      chosen.pop();
    }
  };
  search(new Set(need.keys()), []);
  return { setups: best ?? [], proven: nodes <= limit, nodes, uncovered };
}

/** what covers most of what is missing: best first, nothing that covers none of it */
export function complements(
  setups: readonly Cover[],
  covered: ReadonlySet<string>,
  wanted: ReadonlySet<string>,
): { setup: Cover; adds: string[] }[] {
  return setups
    .map((setup) => ({ setup, adds: [...setup.covers].filter((c) => wanted.has(c) && !covered.has(c)) }))
    .filter(({ adds }) => adds.length > 0)
    .sort((a, b) => b.adds.length - a.adds.length || b.setup.score - a.setup.score);
}
