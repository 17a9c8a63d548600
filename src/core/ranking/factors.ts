/** The factors of a score: how near its limit a muscle works where the set sticks, and what an exercise costs. */
import { clamp } from "#core/base/numbers";
import { COSTS, type CostId } from "#core/edition/choices";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import type { Joint } from "#core/exercises/joints";
import type { BodyView } from "#core/mechanics/survey";
import { EFFORT } from "#core/mechanics/problem";

/** the factors a score is made of, each 0 to 1 (tension may pass 1 where a setup beats the library) */
export type FactorId = "tension" | "limiter" | CostId | "client";
export const FACTORS: readonly FactorId[] = ["tension", "limiter", ...COSTS, "client"];

/** this muscle's part in what ends the set, over the first's */
export function endsOf(view: BodyView, muscle: string, { telling }: Pick<Method, "telling">): number {
  const [first] = view.limiters;
  const own = view.limiters.find((l) => l.muscle === muscle)?.elasticity ?? 0;
  return first && own > telling.ends ? own / first.elasticity : 0;
}

/**
 * How near its own limit the head works where the set sticks, 0 to 1: its largest activation there over the engine's
 * effort, or its muscle's part in what ends the set. Not the latter alone: that is all or nothing.
 */
export const nearnessOf = (view: BodyView, headId: string, muscle: string, method: Pick<Method, "telling">): number =>
  Math.max(clamp((view.heads[headId]?.atSticking ?? 0) / EFFORT), clamp(endsOf(view, muscle, method)));

/** muscles that are there for the back's load */
const BACK = new Set(["erectors", "quadratus-lumborum", "rectus-abdominis", "obliques"]);
/** s that a second side takes */
const SECOND_SIDE = 40;

/** share of a body that is lifted beside an added load */
const LIFTED = 0.6;

/** kg that move: both hands, and most of the body where the load is added to it */
export function movedLoad({ stated }: Pick<Exercise, "stated">, mass: number): number {
  if (stated.loadMeaning === "added") return stated.usualLoad + LIFTED * mass;
  return stated.usualLoad * (stated.loadMeaning === "per hand" ? 2 : 1);
}

export interface CostInput {
  exercise: Exercise;
  view: BodyView;
  muscle: string;
  strains: Partial<Record<Joint, number>>;
  /** kg */
  mass: number;
  /** share of the muscle that moves which is not this one; what it lacks of the most that a lift of the list moves */
  others: number;
  lacks: number;
}

/** the joint but the spine that is strained most */
export function hardestJoint(strains: Partial<Record<Joint, number>>): { joint: Joint; strain: number } | null {
  const [most] = (Object.entries(strains) as [Joint, number][])
    .filter(([j]) => j !== "spine")
    .sort(([, a], [, b]) => b - a);
  return most && most[1] > 0 ? { joint: most[0], strain: most[1] } : null;
}

/** seconds that a line takes beside its sets, a second side counted */
export const secondsOf = ({ stated, sides }: Pick<Exercise, "stated" | "sides">): number =>
  stated.setupSeconds + stated.changeSeconds + (sides === "one" ? SECOND_SIDE : 0);

/** what each cost takes of its weight, 0 nothing to 1 all of it */
export function costsOf(
  { exercise, view, muscle, strains, mass, others, lacks }: CostInput,
  method: Pick<Method, "costs">,
): Record<CostId, number> {
  const most = method.costs;
  const { stated } = exercise;
  const compression = clamp(view.compression / most.compression);
  return {
    joints: clamp(hardestJoint(strains)?.strain ?? 0),
    spine: BACK.has(muscle) ? 0 : Math.max(compression, clamp(most.spine * (strains.spine ?? 0))),
    time: clamp(secondsOf(exercise) / most.seconds),
    steadiness: clamp(
      most.unsteady * (1 - stated.steadiness) +
        (most.skill * (stated.skill - 1)) / 2 +
        most.helper * (stated.helper ? 1 : 0),
    ),
    progression: clamp(stated.loadStep / stated.usualLoad / most.step),
    whole: clamp(lacks),
    load: clamp(1 - Math.log(Math.max(1, movedLoad(exercise, mass)) / most.light) / Math.log(most.heavy / most.light)),
    focus: clamp(others),
  };
}
