/**
 * People fail at the end of a rep and go on with shorter ones. A setup is ranked by the start of its rep where that
 * brings a head clearly more tension than the whole: without the end that sets the load, the rest is loaded more.
 */
import { clamp } from "#core/base/numbers";
import type { RankingSettings } from "#core/edition/edition";
import type { Weights } from "#core/edition/schools";
import { SLICES, STICKING_BAND, type Slices } from "#core/mechanics/metrics";
import { EFFORT } from "#core/mechanics/problem";
import type { BodyView } from "#core/mechanics/survey";
import { tensionOf } from "./tension";

/** what a head does in the start of the rep, at the load that it allows */
export interface InPart {
  readonly tension: number;
  /** how near its limit it works where this part sticks, 0 to 1 */
  readonly nearness: number;
}

/** @param to where it ends, 0 to 1; @returns null for a head that does nothing there */
export function upTo({ heads, strength }: BodyView, headId: string, to: number, w: Weights): InPart | null {
  const m = heads[headId];
  if (!m) return null;
  const last = Math.round(to * SLICES);
  const cut = (list: readonly number[]) => list.slice(0, last);
  const allowed = cut(strength);
  const least = Math.min(...allowed);
  // no head goes beyond the effort that the engine looks at, whatever the rest would allow
  const more = cut(m.slices.activation).map((a) => Math.max(1, Math.min(least, EFFORT / Math.max(a, 0.01))));
  const times = (list: readonly number[]) => cut(list).map((x, k) => x * more[k]!);
  const { force, passive, activation, position, shortening } = m.slices;
  const slices: Slices = {
    force: times(force),
    passive: cut(passive),
    activation: times(activation),
    position: cut(position),
    shortening: cut(shortening),
  };
  const sticks = slices.activation.filter((_, k) => allowed[k]! <= STICKING_BAND * least);
  return { tension: tensionOf(slices, w), nearness: clamp(Math.max(...sticks) / EFFORT) };
}

/** where the rep is best ended for a head; null where the whole rep is as good */
export function bestEnd(view: BodyView, headId: string, w: Weights, { part }: RankingSettings): number | null {
  const m = view.heads[headId];
  if (!part || !m) return null;
  let best: number | null = null;
  let most = part.gain * tensionOf(m.slices, w);
  for (const to of part.endsAt) {
    const tension = upTo(view, headId, to, w)?.tension ?? 0;
    if (tension <= most) continue;
    most = tension;
    best = to;
  }
  return best;
}
