/** What a measured set says against the plan: reps, lost end position, short reps, how slowly it was lowered. */
import { median } from "#core/base/numbers";
import type { Tick } from "#core/training/ticks";
import type { Rep } from "./detect";

export interface MeasuredSet {
  reps: number;
  /** m, of the first reps: what the others are held against */
  range: number | null;
  /** s, on the middle; null where no way down was seen */
  lowering: number | null;
  /** reps that did not go down to where the first ones began, and reps of hardly more than half the way */
  lost: number;
  half: number;
  ticks: Tick[];
  /** s of the set that no sample tells of */
  missing: number;
}

/** reps at the beginning that show the whole way */
const FIRST = 3;
/** share of the way that may be missing at the low end, where the muscle is long; and the way of half a rep */
const LOST = 0.12;
const HALF = 0.65;
/** reps of one kind from which on it is told: one may be a slip */
const TOLD = 2;

export function judgeSet(reps: readonly Rep[]): MeasuredSet {
  // a turn that nobody saw proves nothing
  const seen = reps.filter((r) => r.missing === 0);
  const first = seen.slice(0, FIRST);
  const range = first.length ? Math.max(...first.map((r) => r.range)) : null;
  const low = first.length ? median(first.map((r) => r.low)) : 0;
  const half = range === null ? 0 : seen.filter((r) => r.range < HALF * range).length;
  const lost = range === null ? 0 : seen.filter((r) => r.low - low > LOST * range && r.range >= HALF * range).length;
  const lowered = seen.flatMap((r) => r.lowering ?? []);
  return {
    reps: reps.length,
    range,
    lowering: lowered.length ? median(lowered) : null,
    lost,
    half,
    ticks: [...(lost >= TOLD ? (["end-lost"] as const) : []), ...(half >= TOLD ? (["half-reps"] as const) : [])],
    missing: reps.reduce((s, r) => s + r.missing, 0),
  };
}
