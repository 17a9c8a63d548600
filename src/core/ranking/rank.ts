/**
 * From a survey to a ranking of setups for one head, under one school, for one client. A score is a product: the head's
 * moved tension over the best that can be had, how near its limit it works where the set sticks, and what the exercise
 * costs; over the product of the best. So nothing that hardly trains a head is carried by being cheap. Gates stay
 * visible with their reason. Formulas, and why: docs/method/ranking.md.
 */
import { exerciseFor } from "#core/exercises/form";
import { median } from "#core/base/numbers";
import type { WeakLink } from "#core/clients/choices";
import { findHead, headTitle, heads, muscleName } from "#core/anatomy/anatomy";
import type { ClientInput } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import type { Joint } from "#core/exercises/joints";
import type { BodyView, Survey, SurveyRow } from "#core/mechanics/survey";
import { tierOf, type Edition } from "#core/edition/edition";
import { towards, type Tier, type Weights } from "#core/edition/schools";
import { COSTS, type CostId } from "#core/edition/choices";
import { becauseOf, type Because } from "#core/ranking/because";
import { costsOf, endsOf, FACTORS, nearnessOf, type FactorId } from "./factors";
import { strainsOf } from "#core/suitability/strains";
import { suitability, whomOf, whyNot, type Suitability, type Whom } from "#core/suitability/suitability";
import { bestEnd, upTo, type InPart } from "./part";
import { comesAlong, indexOf, shareOfBest, type SurveyIndex } from "./survey-index";
import { leastBest, tensionOf } from "./tension";

/** for whom, and for what, setups are ranked */
export interface RankingContext extends Whom {
  /** 0 size to 1 strength; 0 unless given */
  goal?: number;
  /** kg; the default body's unless given */
  mass?: number;
}

export const contextOf = (client: Parameters<typeof whomOf>[0] & Pick<ClientInput, "mass">): RankingContext => ({
  ...whomOf(client),
  mass: client.mass,
});

export interface RankedRow {
  row: SurveyRow;
  exercise: Exercise;
  score: number;
  /** place in the list from 1; rows that the first of a place does not clearly beat share it */
  place: number;
  tied: boolean;
  /** of the median over the bodies */
  tier: Tier;
  /** share of bodies that put it in the same tier, and the span of their scores */
  tierHolds: number;
  low: number;
  high: number;
  /** "along": the head comes along in an exercise that neither names it nor ends by it */
  group: "main" | "along" | "out";
  /** moved tension as the school counts it, over F0, and the best of the library */
  tension: number;
  best: number;
  nearness: number;
  /** where the rep is best ended for the head, 0 to 1, and so ranked; null for the whole */
  endsAt: number | null;
  costs: Record<CostId, number>;
  factors: Record<FactorId, number>;
  /** points that each factor takes off 100 */
  points: Record<FactorId, number>;
  strains: Partial<Record<Joint, number>>;
  /** weak links of the client's that it asks too much of; whether the client likes the exercise */
  weak: readonly WeakLink[];
  liked: boolean;
  because: Because;
  /** null, or why it is out; it stays visible */
  out: string | null;
  /** who holds it to stand where it stands, and why; its score is still that of mechanics */
  held?: { by: string; reason: string; mechanics: Tier };
  /** points that the practice's own log has moved its score by, and clients that it stands on */
  fromLog?: { points: number; clients: number };
}

/** a setup in which the head does too little, and how much of what it does at best */
export interface NotFor {
  row: SurveyRow;
  exercise: Exercise;
  share: number;
}

const DEFAULT_MASS = 75;

interface Draft {
  at: number;
  row: SurveyRow;
  exercise: Exercise;
  along: boolean;
  costs: Record<CostId, number>;
  costProduct: number;
  strains: Partial<Record<Joint, number>>;
  endsAt: number | null;
  /** by body, the asked one first */
  tension: number[];
  nearness: number[];
}

/** rows of the survey that are for a head: it moves there at least a share of the tension that it moves at its best */
export function listedFor(survey: Pick<Survey, "rows">, headId: string, edition: Edition): SurveyRow[] {
  const index = indexOf(survey, edition);
  return index.rows.filter((r, i) => r.view.feasible && shareOfBest(index, headId, i) >= edition.method.lists.listed);
}

/** setups in which a head works too little, most first */
export function notFor(
  survey: Survey,
  headId: string,
  exercises: ReadonlyMap<string, Exercise>,
  edition: Edition,
): NotFor[] {
  const index = indexOf(survey, edition);
  return index.rows
    .flatMap((row, i): NotFor[] => {
      const share = shareOfBest(index, headId, i);
      const exercise = exerciseFor(exercises, row);
      return exercise && row.view.heads[headId] && share < edition.method.lists.listed
        ? [{ row, exercise, share }]
        : [];
    })
    .sort((a, b) => b.share - a.share);
}

function draftsOf(
  index: SurveyIndex,
  headId: string,
  muscle: string,
  w: Weights,
  exercises: ReadonlyMap<string, Exercise>,
  mass: number,
  edition: Edition,
): Draft[] {
  const drafts = index.rows.flatMap((row, at): Draft[] => {
    const exercise = exerciseFor(exercises, row);
    const m = row.view.heads[headId];
    if (!exercise || !m || !row.view.feasible || shareOfBest(index, headId, at) < edition.method.lists.listed)
      return [];
    const bodies: BodyView[] = [row.view, ...row.varied];
    const endsAt = bestEnd(row.view, headId, w, edition.ranking);
    const told = bodies.map((v): InPart => {
      if (!v.feasible) return { tension: 0, nearness: 0 };
      const whole: InPart = {
        tension: v.heads[headId] ? tensionOf(v.heads[headId].slices, w) : 0,
        nearness: nearnessOf(v, headId, muscle, edition.method),
      };
      const shorter = endsAt === null ? null : upTo(v, headId, endsAt, w);
      const counts = shorter ? edition.ranking.part!.counts : 0;
      const between = (id: keyof InPart) => whole[id] + counts * ((shorter ?? whole)[id] - whole[id]);
      return { tension: between("tension"), nearness: between("nearness") };
    });
    return [
      {
        at,
        row,
        exercise,
        along: comesAlong(
          exercise,
          headId,
          endsOf(row.view, muscle, edition.method),
          nearnessOf(row.view, headId, muscle, edition.method),
          edition,
        ),
        costs: {} as Draft["costs"],
        costProduct: 1,
        strains: strainsOf(index.rows, row, exercise),
        endsAt,
        tension: told.map((t) => t.tension),
        nearness: told.map((t) => t.nearness),
      },
    ];
  });
  // nobody is called a helper in a list of helpers
  if (drafts.filter((d) => !d.along).length < 2) for (const d of drafts) d.along = false;
  const most = Math.max(1e-9, ...drafts.map((d) => index.moved[d.at]!));
  for (const d of drafts) {
    const moved = index.moved[d.at]! || 1;
    d.costs = costsOf(
      {
        exercise: d.exercise,
        view: d.row.view,
        muscle,
        strains: d.strains,
        mass,
        others: 1 - (index.movedBy[d.at]![muscle] ?? 0) / moved,
        lacks: 1 - moved / most,
      },
      edition.method,
    );
    d.costProduct = COSTS.reduce((product, id) => product * (1 - w[id] * d.costs[id]), 1);
  }
  return drafts;
}

/** the best tension and the best product in one body, over the library's own setups */
function ceilings(
  drafts: readonly Draft[],
  index: SurveyIndex,
  body: number,
  headId: string,
  w: Weights,
  { ranking: { mostTension, easy, exponent = 1 }, method: { lists } }: Edition,
) {
  const own = drafts.filter((d) => !d.along && index.named[d.at] && d.tension.length > body);
  const views = drafts.flatMap((d) => (body === 0 ? d.row.view : d.row.varied[body - 1])?.heads[headId] ?? []);
  const best = Math.max(1e-9, ...own.map((d) => d.tension[body]!), views[0] ? leastBest(views[0], w, lists) : 0);
  const product = (d: Draft) =>
    Math.min(mostTension, d.tension[body]! / best) ** exponent *
    (1 - w.limiter * (1 - d.nearness[body]!)) *
    d.costProduct;
  const cheapest = Math.max(0, ...own.map((d) => d.costProduct));
  return { best, product, top: Math.max(1e-9, ...own.map(product), easy * (cheapest || 1)) };
}

/** why a row is out for this client, or held against: what measurements say against it comes last */
const outOf = (d: Draft, suits: Suitability, muscle: string, { contested }: Edition): string | null =>
  whyNot(suits) ?? contested.find((c) => c.exercise === d.exercise.id && c.muscle === muscle)?.reason ?? null;

/** points that factors take off 100 together, shared out by their logarithms */
function pointsOf(factors: Record<FactorId, number>, score: number): Record<FactorId, number> {
  const log = (id: FactorId) => -Math.log(Math.max(1e-6, Math.min(1, factors[id])));
  const all = FACTORS.reduce((sum, id) => sum + log(id), 0);
  const lost = Math.max(0, 100 - score);
  return Object.fromEntries(FACTORS.map((id) => [id, all > 0 ? (lost * log(id)) / all : 0])) as Record<
    FactorId,
    number
  >;
}

export const weightsFor = ({ school, strength }: Edition, { goal }: RankingContext): Weights =>
  goal ? towards(school.weights, strength, goal) : school.weights;

/** rows of a head's list with their scores by body, in the order of the survey */
export function scoredRows(
  survey: Pick<Survey, "rows">,
  headId: string,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  context: RankingContext,
) {
  const head = findHead(headId);
  if (!head) throw new RangeError(`no head called ${headId}`);
  const w = weightsFor(edition, context);
  const index = indexOf(survey, edition);
  const drafts = draftsOf(index, headId, head.muscle, w, exercises, context.mass ?? DEFAULT_MASS, edition);
  const bodies = Math.max(0, ...drafts.map((d) => d.tension.length));
  const tops = Array.from({ length: bodies }, (_, b) => ceilings(drafts, index, b, headId, w, edition));
  return drafts.map((d) => {
    const suits = suitability({ exercise: d.exercise, view: d.row.view, strains: d.strains }, context, edition.method);
    const scores = d.tension.map((_, b) => {
      const score = (100 * suits.factor * tops[b]!.product(d)) / tops[b]!.top;
      return d.along ? Math.min(edition.ranking.alongMost, score) : score;
    });
    const score = scores[0]!;
    const tier = tierOf(median(scores), edition);
    const out = outOf(d, suits, head.muscle, edition);
    const factors = {
      tension: Math.min(edition.ranking.mostTension, d.tension[0]! / tops[0]!.best) ** (edition.ranking.exponent ?? 1),
      limiter: 1 - w.limiter * (1 - d.nearness[0]!),
      client: suits.factor,
      ...Object.fromEntries(COSTS.map((id) => [id, 1 - w[id] * d.costs[id]])),
    } as Record<FactorId, number>;
    return {
      row: d.row,
      exercise: d.exercise,
      score,
      scores,
      tier,
      tierHolds: scores.filter((s) => tierOf(s, edition) === tier).length / scores.length,
      low: Math.min(...scores),
      high: Math.max(...scores),
      group: out ? "out" : d.along ? "along" : "main",
      tension: d.tension[0]!,
      best: tops[0]!.best,
      nearness: d.nearness[0]!,
      endsAt: d.endsAt,
      costs: d.costs,
      factors,
      points: pointsOf(factors, score),
      strains: d.strains,
      weak: suits.weak,
      liked: suits.liked,
      out,
    } as const;
  });
}

const GROUPS = { main: 0, along: 1, out: 2 } as const;

/**
 * What counts is listed first; in it a tier, which is of all bodies, never stands under a lower one, whatever the score
 * in this body says.
 */
export const inOrder =
  ({ tiers }: Pick<Edition, "tiers">) =>
  (a: Pick<RankedRow, "group" | "tier" | "score">, b: Pick<RankedRow, "group" | "tier" | "score">): number => {
    const tier = ({ group, tier: { id } }: typeof a) => (group === "main" ? tiers.findIndex((t) => t.id === id) : 0);
    return GROUPS[a.group] - GROUPS[b.group] || tier(a) - tier(b) || b.score - a.score;
  };

/**
 * @returns main rows best first, then heads that come along, then what is out with its reason
 * @throws RangeError for a head that is not known
 */
export function rankHead(
  survey: Survey,
  headId: string,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  context: RankingContext,
): RankedRow[] {
  const rows = scoredRows(survey, headId, edition, exercises, context);
  const w = weightsFor(edition, context);
  rows.sort(inOrder(edition));
  let place = 0;
  let leader: (typeof rows)[number] | null = null;
  const because = becauseOf(rows, headId, w, edition.method);
  const niche = edition.tiers.find((t) => t.id === "niche")?.from ?? 0;
  return rows.map(({ scores, ...r }, i) => {
    const tied = leader !== null && leader.group === r.group && r.group !== "out" && r.score >= niche && !ahead();
    if (!tied) {
      place = i + 1;
      leader = rows[i]!;
    }
    return { ...r, place, tied, because: because[i]! };

    function ahead(): boolean {
      const [first, own] = [leader!.scores, scores];
      const n = Math.min(first.length, own.length);
      if (n < 2) return first[0]! - own[0]! >= edition.ranking.apart;
      let wins = 0;
      for (let b = 0; b < n; b++) if (first[b]! > own[b]!) wins++;
      return wins / n >= edition.ranking.ahead;
    }
  });
}

/** which tier each school of the edition gives a setup: where a choice is a matter of schools */
export function acrossSchools(
  survey: Survey,
  headId: string,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  context: RankingContext,
): ReadonlyMap<string, { school: string; tier: Tier; score: number; place: number }[]> {
  const all = new Map<string, { school: string; tier: Tier; score: number; place: number }[]>();
  for (const school of edition.schools)
    for (const r of rankHead(survey, headId, { ...edition, school }, exercises, context)) {
      const list = all.get(r.row.setupKey) ?? [];
      list.push({ school: school.id, tier: r.tier, score: r.score, place: r.place });
      all.set(r.row.setupKey, list);
    }
  return all;
}
export interface HeadGroup {
  id: string;
  title: string;
  /** within its muscle */
  name: string;
  muscle: string;
  /** why several heads share one list, where they do */
  shared: string | null;
}

/** the heads that can be ranked; heads the model cannot tell apart share one entry */
export const headGroups: readonly HeadGroup[] = heads.flatMap((h) => {
  const twin = heads.find((o) => o.id === h.sameAs);
  if (twin && heads.indexOf(twin) < heads.indexOf(h)) return [];
  return [
    {
      id: h.id,
      muscle: h.muscle,
      name: twin ? `${h.name.replace(" head", "")} and ${twin.name.toLowerCase()}` : h.name,
      title: twin
        ? `${muscleName(h.muscle)}, ${h.name.toLowerCase().replace(" head", "")} and ${twin.name.toLowerCase()}s`
        : headTitle(h.id),
      shared: twin ? h.note : null,
    },
  ];
});
