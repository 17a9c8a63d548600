/**
 * Another setup in the place of a planned one. It keeps the head the line was chosen for (it is an exercise for that
 * muscle, where the planned one is) and what that head does there
 * (its torques about the joints that turn, as a direction), fits the client's equipment, and never asks more of a joint
 * that is noted than the planned one does.
 */
import { findHead } from "#core/anatomy/anatomy";
import type { Client } from "#core/clients/client";
import { unitFor } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import { harderRelative, prescribe } from "#core/planning/prescribe";
import type { Method } from "#core/edition/method";
import type { Prescription } from "#core/planning/program";
import { rankHead, type RankedRow } from "#core/ranking/rank";
import type { Edition } from "#core/edition/edition";

/** cosine between two actions from which on they are the same function */
const SAME_FUNCTION = 0.6;
/** stated strain from which on a noted joint calls for double digits */
export const SORE = 0.3;

export interface Swaps {
  head: string | null;
  /** the planned setup's own row, where it is ranked */
  own: RankedRow | undefined;
  /** best first */
  rows: RankedRow[];
}

/** the head a line is for: what it was chosen for, else the one with most direct credit */
export const headOfLine = (p: Pick<Prescription, "target" | "credits">): string | null =>
  p.target ??
  Object.entries(p.credits)
    .filter(([, c]) => c.direct)
    .sort(([, a], [, b]) => b.share - a.share)[0]?.[0] ??
  null;

type Action = Readonly<Record<string, number>>;

/** cosine between what a head does in two setups; 0 where it does nothing in one of them */
export function likeness(a: Action | undefined, b: Action | undefined): number {
  if (!a || !b) return 0;
  const size = (v: Action) => Math.sqrt(Object.values(v).reduce((s, x) => s + x * x, 0));
  const dot = Object.keys(a).reduce((s, k) => s + a[k]! * (b[k] ?? 0), 0);
  const sizes = size(a) * size(b);
  return sizes > 0 ? dot / sizes : 0;
}

/** @param planned the survey's row of the planned setup; without it the function is not known and nothing is offered */
export function swapsFor(
  p: Prescription,
  planned: SurveyRow | undefined,
  survey: Survey,
  client: Pick<Client, "equipment" | "joints">,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
): Swaps {
  const head = headOfLine(p);
  if (!head || !planned) return { head, own: undefined, rows: [] };
  const noted = client.joints.map((j) => j.joint);
  const all = rankHead(survey, head, edition, exercises, { equipment: client.equipment, joints: noted });
  const strain = (e: Exercise | undefined, joint: (typeof noted)[number]) => e?.joints[joint] ?? 0;
  const own = exercises.get(p.exerciseId);
  // chosen for this muscle: so is what stands in for it
  const muscle = findHead(head)?.muscle ?? "";
  const aimed = own?.targets.includes(muscle) ?? false;
  const rows = all.filter(
    (r) =>
      !r.out &&
      r.row.setupKey !== p.setupKey &&
      (!aimed || r.exercise.targets.includes(muscle)) &&
      likeness(planned.view.actions[head], r.row.view.actions[head]) >= SAME_FUNCTION &&
      noted.every((j) => strain(r.exercise, j) <= strain(own, j)),
  );
  return { head, own: all.find((r) => r.row.setupKey === p.setupKey), rows };
}

/**
 * what stands in for it: sets, effort, rest and note were decided for the place in the week; load and reps belong to
 * the exercise
 */
export function swapped(
  p: Prescription,
  r: RankedRow,
  survey: Survey,
  client: Client,
  method: Method,
  exercises: ReadonlyMap<string, Exercise>,
  id: string,
): Prescription {
  const fresh = prescribe(r.exercise, r.row.values, r.row.view, method, {
    id,
    modelVersion: survey.modelVersion,
    unit: unitFor(client, r.exercise.equipment),
    mass: client.mass,
    sore: isSore(client, r.exercise),
    target: headOfLine(p) ?? undefined,
    harder: harderRelative(r.exercise, r.row.view, client.mass, survey, exercises),
  });
  return { ...fresh, reserves: p.reserves, rest: p.rest, note: p.note };
}

export const isSore = (client: Pick<Client, "joints">, exercise: Exercise): boolean =>
  client.joints.some((j) => (exercise.joints[j.joint] ?? 0) >= SORE);
