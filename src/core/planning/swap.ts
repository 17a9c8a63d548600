/**
 * Another setup in the place of a planned one. It keeps the head the line was chosen for (it is an exercise for that
 * muscle, where the planned one is) and what that head does there
 * (its torques about the joints that turn, as a direction), fits the client's equipment, and never asks more of a joint
 * that is noted than the planned one does.
 */
import { exerciseFor } from "#core/exercises/form";
import { findHead } from "#core/anatomy/anatomy";
import type { Client } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import type { Joint } from "#core/exercises/joints";
import { spares, type Strains } from "#core/exercises/strains";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import { likeness } from "#core/planning/likeness";
import { headFor } from "#core/planning/aim";
import { swapped, type LineClient, type LineTools, type SwapAsk } from "#core/planning/lines";
import { isForPart } from "#core/planning/parts";
import type { Watch } from "#core/planning/groups";
import type { Prescription } from "#core/program/document";
import { contextOf, rankHead, type RankedRow } from "#core/ranking/rank";
import type { Edition } from "#core/edition/edition";

export interface Swaps {
  head: string | null;
  /** the planned setup's own row, where it is ranked */
  own: RankedRow | undefined;
  /** best first */
  rows: RankedRow[];
}

/**
 * @param planned the survey's row of the planned setup; without it the function is not known and nothing is offered
 * @param oneSided only what is done with one side at a time
 * @param spare a joint that hurts: only what clearly asks less of it than the planned setup
 */
export function swapsFor(
  p: Prescription,
  planned: SurveyRow | undefined,
  survey: Survey,
  client: Pick<Client, "equipment" | "joints" | "mass"> & Partial<Pick<Client, "alone" | "unwanted">>,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  spare: Joint | null = null,
  oneSided = false,
): Swaps {
  const head = headFor(p);
  if (!head || !planned) return { head, own: undefined, rows: [] };
  const noted = client.joints.map((j) => j.joint);
  const all = rankHead(survey, head, edition, exercises, contextOf(client));
  const own = exerciseFor(exercises, p);
  const ranked = all.find((r) => r.row.setupKey === p.setupKey);
  const asked: Strains = ranked?.strains ?? own?.joints ?? {};
  // chosen for this muscle: so is what stands in for it
  const muscle = findHead(head)?.muscle ?? "";
  const aimed = own?.targets.includes(muscle) ?? false;
  const rows = all.filter(
    (r) =>
      !r.out &&
      r.row.setupKey !== p.setupKey &&
      (!aimed || r.exercise.targets.includes(muscle)) &&
      likeness(planned.view.actions[head], r.row.view.actions[head]) >= edition.method.writing.function &&
      noted.every((j) => (r.strains[j] ?? 0) <= (asked[j] ?? 0)) &&
      (!oneSided || r.exercise.sides === "one") &&
      (!spare || spares(spare, r.strains, asked)),
  );
  return { head, own: ranked, rows };
}

export interface SwapLoss {
  /** cosine of what the head does there: 1 the same function */
  function: number;
  /** moved tension over the planned one's */
  tension: number;
  /** share of the planned length range that it covers too */
  range: number;
  /** longest place reached, planned and now */
  reach: readonly [number, number];
  /** the head's share of all work, planned and now */
  share: readonly [number, number];
  /** where it is hardest, share of the rep, planned and now */
  hardest: readonly [number, number];
}

/** what is kept of a head when one setup stands in for another; null where it does nothing in one of them */
export function swapLoss(planned: RankedRow, other: RankedRow, headId: string): SwapLoss | null {
  const [m, o] = [planned.row.view.heads[headId], other.row.view.heads[headId]];
  if (!m || !o) return null;
  const [low, high] = [m.shortReached, m.stretchReached];
  const shared = Math.max(0, Math.min(high, o.stretchReached) - Math.max(low, o.shortReached));
  return {
    function: likeness(planned.row.view.actions[headId], other.row.view.actions[headId]),
    tension: planned.tension > 0 ? other.tension / planned.tension : 0,
    range: high > low ? shared / (high - low) : 1,
    reach: [high, o.stretchReached],
    share: [m.shareOfAll, o.shareOfAll],
    hardest: [planned.row.view.sticking.at, other.row.view.sticking.at],
  };
}

/**
 * What stands in for a line so that a part of its group is covered: the best setup of that part's ranking that is not
 * in the week, credited directly there. Null where there is none.
 */
export function partSwap(
  p: Prescription,
  part: Watch,
  inWeek: ReadonlySet<string>,
  client: LineClient & Parameters<typeof contextOf>[0],
  edition: Edition,
  tools: LineTools,
  ask: SwapAsk,
): Prescription | null {
  for (const r of rankHead(tools.survey, part.heads[0]!, edition, tools.exercises, contextOf(client))) {
    if (r.group !== "main" || inWeek.has(r.row.setupKey)) continue;
    const next = swapped({ ...p, target: part.heads[0]! }, r.row, client, tools, ask);
    if (isForPart(part, next, r.exercise.family, edition.method)) return next;
  }
  return null;
}
