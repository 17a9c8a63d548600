/** Why a setup stands where it does: what lifts it and what costs it most, as values of its own criteria. */
import { findHead, muscleName } from "#core/anatomy/anatomy";
import { CRITERIA, type CriterionId, type School } from "#core/edition/schools";
import type { Exercise, Joint } from "#core/exercises/format";
import type { BodyView } from "#core/mechanics/survey";

/** what is told of one criterion: its own numbers */
export type Said =
  | {
      criterion:
        "function" | "stretchReached" | "stretchLoad" | "shortLoad" | "range" | "partialReserve" | "progression";
      value: number;
    }
  /** who ends the set, whether it is the muscle asked for, and by how much; null where nothing clear does */
  | { criterion: "limiter"; first: { muscle: string; own: boolean; share: number } | null }
  | { criterion: "steadiness"; steady: boolean }
  | { criterion: "time"; seconds: number }
  | { criterion: "joints"; hard: Joint | null };

export interface Because {
  /** two at most, most telling first */
  lifts: Said[];
  cost: Said | null;
}

/** effect on the score, in points of the school's weights, under which nothing is said */
const TELLING = 0.3;
/** stated strain from which on a joint is said to be asked much */
const HARD = 0.4;
/** stated steadiness from which on little else has to work */
const STEADY = 0.7;

/** @param medians of the list, by criterion: what lifts and costs is meant against the middle of it */
export function becauseOf(
  c: Record<CriterionId, number>,
  medians: Record<CriterionId, number>,
  school: School,
  say: (id: CriterionId) => Said,
): Because {
  const effect = (id: CriterionId) => (school.weights[id] ?? 0) * (c[id] - medians[id]);
  const order = [...CRITERIA].sort((a, b) => effect(b) - effect(a));
  const cost = order[order.length - 1]!;
  return {
    lifts: order
      .filter((id) => effect(id) > TELLING)
      .slice(0, 2)
      .map(say),
    cost: effect(cost) < -TELLING ? say(cost) : null,
  };
}

export function said(
  id: CriterionId,
  view: BodyView,
  headId: string,
  exercise: Exercise,
  joints: readonly Joint[],
): Said {
  const m = view.heads[headId]!;
  const { stated } = exercise;
  switch (id) {
    case "function":
      return { criterion: id, value: m.shareOfAll };
    case "stretchReached":
      return { criterion: id, value: m.stretchReached };
    case "stretchLoad":
      return { criterion: id, value: m.stretchShare };
    case "shortLoad":
      return { criterion: id, value: m.thirds[0] };
    case "range":
      return { criterion: id, value: m.rangeLoaded };
    case "partialReserve":
      return { criterion: id, value: m.partialReserve };
    case "progression":
      return { criterion: id, value: stated.loadStep / stated.usualLoad };
    case "limiter": {
      const [first] = view.limiters;
      const total = view.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
      if (!first) return { criterion: id, first: null };
      const own = first.muscle === findHead(headId)?.muscle;
      return { criterion: id, first: { muscle: first.muscle, own, share: first.elasticity / total } };
    }
    case "steadiness":
      return { criterion: id, steady: stated.steadiness >= STEADY };
    case "time":
      return { criterion: id, seconds: stated.setupSeconds + stated.changeSeconds };
    case "joints": {
      const weighted = (j: Joint, strain: number) => strain * (joints.includes(j) ? 1 : 0.6);
      const strains = Object.entries(exercise.joints) as [Joint, number][];
      const [most] = strains.sort(([ja, a], [jb, b]) => weighted(jb, b) - weighted(ja, a));
      return { criterion: id, hard: most && most[1] >= HARD ? most[0] : null };
    }
  }
}

const percent = (x: number) => `${Math.round(100 * x)} %`;

function phrase(s: Said): string {
  switch (s.criterion) {
    case "function":
      return `it does ${percent(s.value)} of the work`;
    case "limiter":
      if (!s.first) return "nothing clear ends the set";
      return s.first.own
        ? `the muscle itself is ${percent(s.first.share)} of what ends the set`
        : `the set ends first with the ${muscleName(s.first.muscle).toLowerCase()} (${percent(s.first.share)})`;
    case "stretchReached":
      return `it reaches ${percent(s.value)} of the length range`;
    case "stretchLoad":
      return `${percent(s.value)} of the tension falls in the long half`;
    case "shortLoad":
      return `${percent(s.value)} of the tension falls in the short third`;
    case "range":
      return `${s.value < 0.495 ? "only " : ""}${percent(s.value)} of the range is travelled under real load`;
    case "partialReserve":
      return s.value > 1.05
        ? `its long half allows ${s.value.toFixed(1)} times the load`
        : "its long half allows no extra load";
    case "steadiness":
      return s.steady ? "little else has to work" : "the body has to be held still freely";
    case "time":
      return `setting up takes ${s.seconds} s`;
    case "progression":
      return `one step is ${percent(s.value)} of a usual load`;
    case "joints":
      return s.hard ? `it asks much of the ${s.hard}` : "it is easy on the joints";
  }
}

export function becauseText({ lifts, cost }: Because): string {
  const up = lifts.map(phrase).join(" and ");
  const down = cost && phrase(cost);
  const text =
    up && down
      ? `${up}; but ${down}`
      : up || (down ? `Held back: ${down}` : "Close to the middle of the list in every criterion");
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}
