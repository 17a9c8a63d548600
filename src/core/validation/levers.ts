/** A head as the torque curves see it: what it pulls with in a pose, under a change of its strength or length. */
import { FORCE_GRID } from "#core/mechanics/model";
import { fibreLength } from "#core/mechanics/muscle";

/** one head's part in one point of a curve: everything that a strength or a length may still change */
export interface Lever {
  muscle: string;
  /** m, in the curve's direction */
  arm: number;
  /** N, of the untrained people whose torque the curves tell */
  maxForce: number;
  /** fibre length in the reference posture and the muscle's change since, over optimum */
  reference: number;
  change: number;
  sin: number;
  active: Float64Array;
}

/** what a fit does to the heads of a muscle: a factor on their force and an offset of their length */
export type Change = (muscle: string) => { strength: number; referenceLength: number };
export const NO_CHANGE: Change = () => ({ strength: 1, referenceLength: 0 });

/** force of a head at full activation under a change of its group, N */
export function forceOf(l: Lever, change: Change): number {
  const { strength, referenceLength } = change(l.muscle);
  const length = fibreLength(l.reference + referenceLength, l.change, l.sin);
  const x = Math.max(0, Math.min(FORCE_GRID.count - 1.000001, (length - FORCE_GRID.from) / FORCE_GRID.step));
  const i = Math.floor(x);
  return l.maxForce * strength * (l.active[i]! + (x - i) * (l.active[i + 1]! - l.active[i]!));
}
