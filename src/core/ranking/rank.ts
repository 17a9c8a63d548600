/**
 * From a survey to a ranking of setups for one head, under one school, for one client's equipment and joints.
 * Gates come first and stay visible with their reason; then each criterion is 0..1 and the score their weighted mean
 * times 100; what is said of a row is the same numbers.
 */
import { headTitle, heads, muscleName } from "#core/anatomy/anatomy";
import type { Exercise, Joint } from "#core/exercises/format";
import type { BodyView, Survey, SurveyRow } from "#core/mechanics/survey";
import { tierOf, type Edition } from "#core/edition/edition";
import { becauseOf, said, type Because } from "#core/ranking/because";
import { CRITERIA, type CriterionId, type School, type Tier } from "#core/edition/schools";

/** under this share of the work, or of what the hardest working head does, an exercise is "not for this head" */
const LEAST_SHARE = 0.03;
const LEAST_OF_FIRST = 0.2;
const WHOLE_FUNCTION = 0.5;

export interface RankingContext {
  /** null: every piece of equipment is at hand */
  equipment: readonly string[] | null;
  joints: readonly Joint[];
}

export interface RankedRow {
  row: SurveyRow;
  exercise: Exercise;
  score: number;
  /** place in the list from 1; rows within one point of the first with a place share it */
  place: number;
  tied: boolean;
  tier: Tier;
  /** share of varied bodies that put it in the same tier, and the span of their scores */
  tierHolds: number;
  low: number;
  high: number;
  criteria: Record<CriterionId, number>;
  because: Because;
  /** null, or why it is out; it stays visible */
  out: string | null;
}

const clamp = (x: number) => Math.max(0, Math.min(1, x));

function criteriaOf(
  view: BodyView,
  headId: string,
  muscle: string,
  exercise: Exercise,
  joints: readonly Joint[],
): Record<CriterionId, number> | null {
  const m = view.heads[headId];
  if (!view.feasible || !m) return null;
  const allElasticity = view.limiters.reduce((s, l) => s + l.elasticity, 0);
  const mine = view.limiters.find((l) => l.muscle === muscle)?.elasticity ?? 0;
  const { stated } = exercise;
  const strain = Math.max(
    ...Object.entries(exercise.joints).map(([joint, load]) => load * (joints.includes(joint as Joint) ? 1 : 0.6)),
    0,
  );
  return {
    function: clamp(m.function / WHOLE_FUNCTION),
    limiter: allElasticity > 0 ? clamp(mine / allElasticity) : 0,
    stretchReached: clamp(m.stretchReached),
    // half by the share in the long half, half by how long: a head that is long throughout would otherwise never differ
    stretchLoad: clamp(0.5 * m.stretchShare + 0.5 * m.loadedLength),
    shortLoad: clamp(m.thirds[0]),
    range: clamp(m.rangeLoaded),
    partialReserve: clamp(m.partialReserve - 1),
    steadiness: clamp(0.6 * stated.steadiness + 0.4 * (view.engagedBy[muscle] ?? 0)),
    time: clamp(1 - (stated.setupSeconds + stated.changeSeconds) / 100),
    progression: clamp(1 - stated.loadStep / stated.usualLoad / 0.2),
    joints: clamp(1 - strain),
  };
}

function scoreOf(c: Record<CriterionId, number>, school: School): number {
  let [sum, weights] = [0, 0];
  for (const id of CRITERIA) {
    sum += (school.weights[id] ?? 0) * c[id];
    weights += school.weights[id] ?? 0;
  }
  return weights > 0 ? (100 * sum) / weights : 0;
}

/** whether an exercise does enough for a head to stand in its list */
export function isFor(view: BodyView, headId: string): boolean {
  const m = view.heads[headId];
  if (!view.feasible || !m) return false;
  const first = Math.max(...Object.values(view.heads).map((h) => h?.function ?? 0));
  return m.shareOfAll >= LEAST_SHARE && m.function >= LEAST_OF_FIRST * first;
}

export function rankHead(
  survey: Survey,
  headId: string,
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  context: RankingContext,
): RankedRow[] {
  const head = heads.find((h) => h.id === headId);
  const { school, contested } = edition;
  if (!head) throw new RangeError(`no head called ${headId}`);
  const drafts = survey.rows.flatMap((row) => {
    const exercise = exercises.get(row.exerciseId);
    if (!exercise) return [];
    const c = criteriaOf(row.view, headId, head.muscle, exercise, context.joints);
    const m = row.view.heads[headId];
    if (!c || !m || !isFor(row.view, headId)) return [];
    const score = scoreOf(c, school);
    const scores = row.varied
      .map((v) => criteriaOf(v, headId, head.muscle, exercise, context.joints))
      .map((x) => (x ? scoreOf(x, school) : 0));
    const tier = tierOf(score, edition);
    const sorted = [...scores].sort((a, b) => a - b);
    const missing = context.equipment ? exercise.equipment.filter((e) => !context.equipment!.includes(e)) : [];
    return [
      {
        row,
        exercise,
        score,
        tier,
        tierHolds: scores.length ? scores.filter((s) => tierOf(s, edition) === tier).length / scores.length : 1,
        low: Math.min(score, sorted[0] ?? score),
        high: Math.max(score, sorted[sorted.length - 1] ?? score),
        criteria: c,
        out: missing.length
          ? `needs ${missing.map(equipmentName).join(" and ")}`
          : (contested.find((c) => c.exercise === exercise.id && c.muscle === head.muscle)?.reason ?? null),
      },
    ];
  });
  const group = (d: { out: string | null }) => (d.out ? 1 : 0);
  drafts.sort((a, b) => group(a) - group(b) || b.score - a.score);
  const medians = Object.fromEntries(
    CRITERIA.map((id) => {
      const values = drafts.map((d) => d.criteria[id]).sort((a, b) => a - b);
      return [id, values[Math.floor(values.length / 2)] ?? 0];
    }),
  ) as Record<CriterionId, number>;
  let place = 0;
  let leader = Infinity;
  return drafts.map((d, i) => {
    const tied = i > 0 && group(d) === 0 && leader - d.score < 1;
    if (!tied) {
      place = i + 1;
      leader = d.score;
    }
    return {
      ...d,
      place,
      tied,
      because: becauseOf(d.criteria, medians, school, (id) => said(id, d.row.view, headId, d.exercise, context.joints)),
    };
  });
}

export const equipmentName = (id: string): string =>
  ({
    cable: "a cable",
    dumbbell: "dumbbells",
    barbell: "a barbell",
    bench: "a bench",
    "preacher-pad": "a preacher pad",
    band: "a band",
    machine: "the machine",
    "hyperextension-bench": "a back extension bench",
    "pull-up-bar": "a pull-up bar",
    "dip-bars": "dip bars",
  })[id] ?? id;

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
