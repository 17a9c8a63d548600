import type { Method } from "#core/edition/method";
import { findHead } from "#core/anatomy/anatomy";
import type { WeakLink } from "#core/clients/choices";
import type { Weights } from "#core/edition/schools";
import type { CostId } from "#core/edition/choices";
import type { Exercise } from "#core/exercises/format";
import { type Joint } from "#core/exercises/joints";
import type { SurveyRow } from "#core/mechanics/survey";
import { hardestJoint, secondsOf, type FactorId } from "./factors";

/** what is told of one factor: its own numbers */
export type Said =
  /** by what tension differs from the best of the list: its force, the length it acts at, how far the muscle moves */
  | { factor: "tension"; part: "force" | "length" | "travel"; value: number; best: number; hardest: number }
  /** how near its limit, and who ends the set, where it is another muscle */
  | { factor: "limiter"; nearness: number; first: { muscle: string; share: number } | null }
  | { factor: "joints"; joint: Joint | null; strain: number }
  | { factor: "spine"; compression: number }
  | { factor: "time"; seconds: number; sides: boolean }
  | { factor: "steadiness"; steadiness: number; helper: boolean }
  | { factor: "progression"; step: number }
  | { factor: "whole"; share: number }
  | { factor: "load"; usual: number; meaning: string }
  | { factor: "focus"; own: number }
  /** `weak`: links of the client's that it asks too much of */
  | { factor: "client"; points: number; weak: readonly WeakLink[] };

export interface Because {
  /** two at most, most telling first */
  lifts: Said[];
  cost: Said | null;
}

interface Told {
  row: SurveyRow;
  exercise: Exercise;
  tension: number;
  nearness: number;
  costs: Record<CostId, number>;
  factors: Record<FactorId, number>;
  points: Record<FactorId, number>;
  strains: Partial<Record<Joint, number>>;
  weak: readonly WeakLink[];
}

type PartId = "force" | "length" | "travel";
type FactId = PartId | Exclude<FactorId, "tension">;

const meanOf = (list: readonly number[]) => list.reduce((s, x) => s + x, 0) / (list.length || 1);
const medianOf = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/** force, place and shortening over the slices in which most is moved */
function partsOf(row: SurveyRow, headId: string, w: Weights): Record<PartId, number> {
  const { force, position, shortening } = row.view.heads[headId]!.slices;
  const hard = force
    .map((f, k) => ({ k, moved: f * Math.max(0, shortening[k]!) }))
    .sort((a, b) => b.moved - a.moved)
    .slice(0, Math.max(1, Math.round(w.part * force.length)));
  return {
    force: meanOf(hard.map(({ k }) => force[k]!)),
    length: meanOf(hard.map(({ k }) => position[k]!)),
    travel: meanOf(shortening.map((v) => Math.max(0, v))),
  };
}

/** what each part makes of the tension, as a factor */
const factorsOf = (p: Record<PartId, number>, w: Weights): Record<PartId, number> => ({
  force: Math.max(0.01, p.force),
  length: Math.max(0.05, 1 + w.length * (2 * p.length - 1)),
  travel: Math.min(1, Math.max(0.05, p.travel / w.shortening)),
});

function say(
  id: FactId,
  r: Told,
  headId: string,
  w: Weights,
  own: Record<PartId, number>,
  best: Record<PartId, number>,
): Said {
  const { stated, sides } = r.exercise;
  switch (id) {
    case "force":
    case "length":
    case "travel":
      return { factor: "tension", part: id, value: own[id], best: best[id], hardest: w.part };
    case "limiter": {
      const [first] = r.row.view.limiters;
      const mine = !first || first.muscle === findHead(headId)?.muscle;
      const total = r.row.view.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
      return {
        factor: id,
        nearness: r.nearness,
        first: mine ? null : { muscle: first.muscle, share: first.elasticity / total },
      };
    }
    case "joints": {
      const most = hardestJoint(r.strains);
      return { factor: id, joint: most?.joint ?? null, strain: most?.strain ?? 0 };
    }
    case "spine":
      return { factor: id, compression: r.row.view.compression };
    case "time":
      return { factor: id, seconds: secondsOf(r.exercise), sides: sides === "one" };
    case "steadiness":
      return { factor: id, steadiness: stated.steadiness, helper: stated.helper };
    case "progression":
      return { factor: id, step: stated.loadStep / stated.usualLoad };
    case "whole":
      return { factor: id, share: 1 - r.costs.whole };
    case "load":
      return { factor: id, usual: stated.usualLoad, meaning: stated.loadMeaning };
    case "focus":
      return { factor: id, own: 1 - r.costs.focus };
    case "client":
      return { factor: id, points: r.points.client, weak: r.weak };
  }
}

/** @returns for each row of a list what lifts it and what costs it, against the middle and the best of the list */
export function becauseOf(
  all: readonly Told[],
  headId: string,
  w: Weights,
  { telling }: Pick<Method, "telling">,
): Because[] {
  if (all.length === 0) return [];
  const parts = all.map((r) => partsOf(r.row, headId, w));
  const logs = all.map((r, i): Record<FactId, number> => {
    const { tension: _, ...others } = r.factors;
    const factors = { ...factorsOf(parts[i]!, w), ...others };
    return Object.fromEntries(Object.entries(factors).map(([id, v]) => [id, Math.log(Math.max(0.02, v))])) as Record<
      FactId,
      number
    >;
  });
  const ids = Object.keys(logs[0]!) as FactId[];
  const middle = Object.fromEntries(ids.map((id) => [id, medianOf(logs.map((l) => l[id]))])) as Record<FactId, number>;
  const best = all.reduce((a, r, i) => (r.tension > all[a]!.tension ? i : a), 0);
  return all.map((r, i) => {
    const effect = (id: FactId) => logs[i]![id] - middle[id];
    const order = [...ids].sort((a, b) => effect(b) - effect(a));
    const lifts = order.filter((id) => effect(id) > telling.reason).slice(0, 2);
    const lowest = order.at(-1)!;
    // nothing under the middle: what it lacks of the best, in points
    const behind = (Object.keys(r.points) as FactorId[]).reduce((a, b) => (r.points[b] > r.points[a] ? b : a));
    const least = (["force", "length", "travel"] as const).reduce((a, b) =>
      logs[i]![b] - logs[best]![b] < logs[i]![a] - logs[best]![a] ? b : a,
    );
    const dearest = behind === "tension" ? least : behind;
    const cost = effect(lowest) < -telling.reason ? lowest : r.points[behind] >= telling.dear ? dearest : null;
    const told = (id: FactId) => say(id, r, headId, w, parts[i]!, parts[best]!);
    return { lifts: lifts.map(told), cost: cost && !lifts.includes(cost) ? told(cost) : null };
  });
}
