/** What is believed of a client's load in a setup, and what follows from it; how it is come by: client-strength.ts. */
import type { SetupAsk } from "#core/exercises/asked";
import { inKg } from "#core/base/kilograms";
import type { Load, Prescription } from "#core/program/document";
import { leadSet } from "#core/program/structures";
import { loadFor, maximumOf } from "#core/training/strength";

/** what was lifted, in the load's own meaning (per hand, total, stack, added) */
export interface LiftedSet extends SetupAsk {
  kg: number;
  reps: number;
  reserve: number;
}

export interface LoadBelief {
  key: string;
  /**
   * kg once, in the load's own meaning; below 0 where it takes help to lift the body; null where the mechanics cannot
   * lift it
   */
  maximum: number | null;
  /** kg of the load that the lifted body weighs */
  body: number;
  /** standard deviation of the logarithm of all that is lifted, load and body */
  spread: number;
  /** muscles that it is not for, with their part in what ends the set: weak links, where that is much */
  others: { muscle: string; part: number }[];
}

/** kg once, so many spreads of the belief off */
export const maximumAt = ({ maximum, body, spread }: LoadBelief, spreads: number): number =>
  ((maximum ?? 0) + body) * Math.exp(spreads * spread) - body;

/** two thirds of the time it is from low to high */
interface LoadRange {
  low: number;
  likely: number;
  high: number;
}

/** kg to expect for so many reps with so much in reserve, two thirds of the time; null where nothing is known */
export function expectedLoad(
  belief: LoadBelief,
  reps: { low: number; high: number },
  reserve: number,
): LoadRange | null {
  const { maximum, body } = belief;
  if (maximum === null) return null;
  const at = (r: number, spreads: number) => loadFor(maximumAt(belief, spreads) + body, r, reserve) - body;
  return { low: at(reps.high, -1), likely: at((reps.low + reps.high) / 2, 0), high: at(reps.low, 1) };
}

/** spreads of the belief beyond which a load cannot well be */
export const UNLIKELY = 3;

/** a load that cannot well be: outside of what is expected; usually the unit or what the number means */
export function isUnlikely(belief: LoadBelief, kg: number, reps: number, reserve: number): boolean {
  const { maximum, body, spread } = belief;
  const lifted = kg + body;
  return (
    maximum !== null &&
    kg > 0 &&
    Math.abs(Math.log(maximumOf(lifted, reps, reserve) / (maximum + body))) > UNLIKELY * spread
  );
}

/** the load to expect of a line's heaviest set, in the unit its loads are typed in; null where nothing is known */
export function expectedOf(
  belief: LoadBelief,
  p: Pick<Prescription, "reps" | "reserves" | "loadStep" | "structure">,
): (LoadRange & Pick<Load, "unit" | "meaning">) | null {
  const kg = expectedLoad(belief, p.reps, p.reserves[leadSet(p)]!);
  if (!kg || kg.likely <= 0) return null;
  const { unit, meaning } = p.loadStep;
  const told = (x: number) => Math.max(0, x) / inKg({ value: 1, unit });
  return { low: told(kg.low), likely: told(kg.likely), high: told(kg.high), unit, meaning };
}
