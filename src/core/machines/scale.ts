/** A hand scale on a handle: what it reads while it is held still, and what of that is the scale's own drift. */

/** s since the scale was switched on, and kg */
export interface ScaleSample {
  t: number;
  kg: number;
}

/** s that a place is held for before it is taken */
export const HOLD = 1.5;
/** readings a second at least, else too much was lost on the way */
const LEAST = 4;
/** parts of the hold, and kg that their middles may lie apart while it is held still */
const PARTS = 3;
const STILL = 0.8;

const middle = (list: readonly number[]): number => {
  const sorted = list.toSorted((a, b) => a - b);
  const half = (sorted.length - 1) / 2;
  return (sorted[Math.floor(half)]! + sorted[Math.ceil(half)]!) / 2;
};

export type Held = { kg: number; t: number } | { reason: "moving" | "silent" };

/** the middle of the last readings: a jerk or a single wrong one does not count */
export function heldAt(samples: readonly ScaleSample[], seconds = HOLD): Held {
  const end = samples.at(-1)?.t ?? 0;
  const last = samples.filter((s) => s.t > end - seconds);
  if (last.length < LEAST * seconds) return { reason: "silent" };
  const kg = last.map((s) => s.kg);
  const part = kg.length / PARTS;
  const parts = Array.from({ length: PARTS }, (_, i) =>
    middle(kg.slice(Math.round(i * part), Math.round((i + 1) * part))),
  );
  // what it shows at this moment is what is taken
  parts.push(kg.at(-1)!);
  if (Math.max(...parts) - Math.min(...parts) > STILL) return { reason: "moving" };
  return { kg: middle(kg), t: end };
}

/** kg that the scale shows with nothing on it at a moment: between two zeros in proportion, beyond them as the next */
export function zeroAt(zeros: readonly ScaleSample[], t: number): number {
  const sorted = zeros.toSorted((a, b) => a.t - b.t);
  const after = sorted.findIndex((z) => z.t >= t);
  if (after < 0) return sorted.at(-1)?.kg ?? 0;
  const [a, b] = [sorted[after - 1], sorted[after]!];
  return a ? a.kg + ((b.kg - a.kg) * (t - a.t)) / (b.t - a.t) : b.kg;
}
