import { useMemo } from "react";
import type { SetupAsk } from "#core/exercises/asked";
import type { HeadMetrics } from "#core/mechanics/metrics";
import type { Body } from "#core/mechanics/model";
import { useAsk } from "../mechanics/useAsk";

/** bodies behind every band */
export const SPREAD_BODIES = 12;
/** ms without a change before varied bodies are asked */
const QUIET = 500;

/** one setup in varied bodies: what each body's heads do; null where a head hardly works or the body cannot lift it */
export type Spread = readonly Readonly<Record<string, HeadMetrics | null>>[];

/** null while it is not there yet, where nothing is asked, or where it could not be worked out */
export function useSpread(asked: SetupAsk | null, body: Body): Spread | null {
  const { answer } = useAsk("survey", asked && { setups: [asked], body, bodies: SPREAD_BODIES }, { quiet: QUIET });
  return useMemo(() => answer?.rows[0]?.varied.map((v) => v.heads) ?? null, [answer]);
}

/**
 * least and largest of a metric among the bodies in which the head works, the one shown included. @param own its
 * value in the body that is shown
 */
export function bandOf(
  spread: Spread | null,
  headId: string,
  metric: (m: HeadMetrics) => number,
  own: number,
): { low: number; high: number } | null {
  const all = spread?.flatMap((heads) => heads[headId] ?? []).map(metric) ?? [];
  return all.length ? { low: Math.min(own, ...all), high: Math.max(own, ...all) } : null;
}

/** whether at least four of five bodies agree on which of two setups has more; null while one is not known */
export function isDecided(
  now: Spread | null,
  pinned: Spread | null,
  headId: string,
  metric: (m: HeadMetrics) => number,
): boolean | null {
  if (!now || !pinned) return null;
  const signs = now.flatMap((heads, i) => {
    const [a, b] = [heads[headId], pinned[i]?.[headId]];
    return a && b ? [Math.sign(metric(a) - metric(b))] : [];
  });
  const more = Math.max(signs.filter((s) => s > 0).length, signs.filter((s) => s < 0).length);
  return signs.length > 0 && more >= 0.8 * signs.length;
}
