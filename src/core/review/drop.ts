/**
 * How much a line loses from its first set to its third at equal effort, and whether more rest is worth trying. One
 * workout says nothing of it (its noise is larger than what differs between lines): all of the last weeks do, each
 * pulled towards what is usual.
 */
import { mean } from "#core/base/numbers";
import { above } from "#core/base/normal";
import { K, type LiftDay } from "./lift";

export interface Drop {
  /** ln of strength lost from the first set to the third */
  mean: number;
  sd: number;
  workouts: number;
  /** reps fewer in the third set */
  reps: number;
  /** s to add to the rest; null where the drop is not surely large */
  rest: number | null;
}

const USUAL = { drop: 0.035, spread: 0.02 };
const READ = 0.029;
/** a drop that is large, and how sure of it */
const LARGE = 0.06;
const SURE = 0.8;
/** s of rest that a drop, over the usual one, is answered with: form of the recovery curve assumed */
const TIME = 120;
const REST = { low: 30, high: 90, step: 15 };
const THIRD = 2;
/** workouts that are looked at */
const LOOKED_AT = 8;

/** @param days oldest first; sets at one load with three of them are read */
export function dropOf(days: readonly LiftDay[]): Drop | null {
  const readings = days.slice(-LOOKED_AT).flatMap((d) => {
    const [first, third] = [d.lifts.find((l) => l.set === 0), d.lifts.find((l) => l.set === THIRD)];
    if (!first || !third || Math.abs(first.kg - third.kg) > 1e-6) return [];
    return [{ drop: (first.failing - third.failing) / (K + first.failing), reps: first.failing - third.failing }];
  });
  if (readings.length === 0) return null;
  const weight = 1 / USUAL.spread ** 2 + readings.length / READ ** 2;
  const m = (USUAL.drop / USUAL.spread ** 2 + readings.reduce((s, r) => s + r.drop, 0) / READ ** 2) / weight;
  const sd = Math.sqrt(1 / weight);
  const more = TIME * Math.log(m / USUAL.drop);
  return {
    mean: m,
    sd,
    workouts: readings.length,
    reps: mean(readings.map((r) => r.reps)),
    rest:
      readings.length > 1 && above(LARGE, m, sd) > SURE
        ? Math.min(REST.high, Math.max(REST.low, REST.step * Math.round(more / REST.step)))
        : null,
  };
}
