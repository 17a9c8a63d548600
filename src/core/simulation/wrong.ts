/** Entries that somebody typed wrong: what thumbs do. */
import { POUND } from "#core/base/kilograms";
import type { Random } from "./random";

export const WRONG = [
  "ten times",
  "a tenth",
  "kg as lb",
  "lb as kg",
  "twice",
  "half",
  "other exercise",
  "ten reps more",
  "tens lost",
  "swapped",
] as const;
export type Wrong = (typeof WRONG)[number];

export interface Typed {
  load: number;
  reps: number;
}

const rounded = (x: number) => Math.round(2 * x) / 2;

/** what is typed in place of a set; null where the mistake would change nothing */
export function mistyped(kind: Wrong, { load, reps }: Typed, other: number): Typed | null {
  const typed: Record<Wrong, Typed> = {
    "ten times": { load: 10 * load, reps },
    "a tenth": { load: load / 10, reps },
    "kg as lb": { load: rounded(load / POUND), reps },
    "lb as kg": { load: rounded(load * POUND), reps },
    twice: { load: 2 * load, reps },
    half: { load: load / 2, reps },
    "other exercise": { load: other, reps },
    "ten reps more": { load, reps: reps + 10 },
    "tens lost": { load, reps: reps % 10 },
    swapped: { load: reps, reps: Math.round(load) },
  };
  const t = typed[kind];
  const fits = t.load <= 1000 && t.reps >= 1 && t.reps <= 100;
  return fits && (t.load !== load || t.reps !== reps) ? t : null;
}

export const anyWrong = ({ pick }: Random): Wrong => pick(WRONG);
