/** What a practice judges by beside mechanics: its own schools, rows that a coach moved, and rankings it has kept. */
import { z } from "zod";
import { weightsSchema } from "#core/edition/schema";
import { TERMS } from "#core/edition/choices";
import type { Edition } from "#core/edition/edition";
import { setupName } from "#core/exercises/setup";
import { MODEL_VERSION, type Body } from "#core/mechanics/model";
import type { RankedRow } from "./rank";

const word = z.string().min(1).max(120);
const reason = z.string().trim().min(3, "a reason is needed").max(300, "at most 300 characters");

export const ownSchoolSchema = z.strictObject({
  name: z.string().trim().min(1, "a name is needed").max(60, "at most 60 characters"),
  about: z.string().trim().max(300, "at most 300 characters"),
  /** the school it was copied from */
  from: word,
  weights: weightsSchema,
});

/** a row of a head's list that a coach holds to stand elsewhere than mechanics says */
export const overrideSchema = z.strictObject({
  head: word,
  setupKey: z.string().min(1).max(400),
  name: z.string().max(200),
  /** tier that the coach holds right, or `out` */
  tier: word,
  /** what mechanics said then, under which school */
  was: z.strictObject({ tier: word, score: z.number(), school: word }),
  reason,
});

/** a ranking as it stood on a day: what moved since, and because of what, is told against it */
export const keptRankingSchema = z.strictObject({
  head: word,
  note: z.string().trim().max(120, "at most 120 characters"),
  modelVersion: word,
  school: word,
  /** those of before editions were said are of the third */
  edition: word.default("gryn-3"),
  goal: z.number().min(0).max(1),
  weights: weightsSchema,
  /** of the body it was made in, cm and kg */
  body: z.strictObject({ stature: z.number(), mass: z.number() }),
  rows: z
    .array(
      z.strictObject({
        setupKey: z.string().max(400),
        name: z.string().max(200),
        score: z.number(),
        tier: word,
        factors: z.record(word, z.number()),
      }),
    )
    .max(150),
});

export const JUDGEMENT_KINDS = ["school", "override", "ranking"] as const;
export const judgementBodySchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("school"), body: ownSchoolSchema }),
  z.strictObject({ kind: z.literal("override"), body: overrideSchema }),
  z.strictObject({ kind: z.literal("ranking"), body: keptRankingSchema }),
]);
const said = { id: z.uuid(), by: z.string(), at: z.string() };
/** who said it, and when */
export const judgementSchema = z.discriminatedUnion("kind", [
  judgementBodySchema.options[0].extend(said),
  judgementBodySchema.options[1].extend(said),
  judgementBodySchema.options[2].extend(said),
]);
export type JudgementBody = z.infer<typeof judgementBodySchema>;
export type OwnSchool = z.infer<typeof ownSchoolSchema>;
export type Override = z.infer<typeof overrideSchema>;
export type KeptRanking = z.infer<typeof keptRankingSchema>;

export type Judgement = z.infer<typeof judgementSchema>;

/** days after which an override is to be looked at again */
export const REVIEW_DAYS = 180;
const DAY = 86_400_000;
export const reviewDue = (j: Pick<Judgement, "at">, now: number): boolean => now - Date.parse(j.at) > REVIEW_DAYS * DAY;

const MOST = 60;
const short = (x: number) => Math.round(x * 1000) / 1000;

/** a ranking as it is kept: its first rows, and all that it follows from */
export const keptOf = (
  head: string,
  rows: readonly RankedRow[],
  { id, school }: Pick<Edition, "id" | "school">,
  goal: number,
  body: Body,
): KeptRanking => ({
  head,
  note: "",
  modelVersion: MODEL_VERSION,
  school: school.name,
  edition: id,
  goal,
  weights: { ...school.weights },
  body: { stature: body.stature, mass: body.mass },
  rows: rows.slice(0, MOST).map((r) => ({
    setupKey: r.row.setupKey,
    name: setupName(r.exercise, r.row.values),
    score: short(r.score),
    tier: r.tier.id,
    factors: Object.fromEntries(Object.entries(r.factors).map(([f, v]) => [f, short(v)])),
  })),
});

/** what moved between a kept ranking and one of now, largest first, and because of what */
export interface Moved {
  setupKey: string;
  name: string;
  /** null: not in that list */
  before: number | null;
  after: number | null;
  /** the factor that changed most, where both know it */
  factor: string | null;
}

export interface RankingDifference {
  /** what differs between the two beside the scores */
  causes: ("edition" | "model" | "weights" | "goal" | "body")[];
  moved: Moved[];
}

const TELLING = 2;

export function differenceOf(before: KeptRanking, after: KeptRanking): RankingDifference {
  const causes: RankingDifference["causes"] = [];
  if (before.edition !== after.edition) causes.push("edition");
  if (before.modelVersion !== after.modelVersion) causes.push("model");
  if (TERMS.some((t) => before.weights[t] !== after.weights[t])) causes.push("weights");
  if (before.goal !== after.goal) causes.push("goal");
  if (before.body.mass !== after.body.mass || before.body.stature !== after.body.stature) causes.push("body");
  const old = new Map(before.rows.map((r) => [r.setupKey, r]));
  const now = new Map(after.rows.map((r) => [r.setupKey, r]));
  const moved = [...new Set([...old.keys(), ...now.keys()])].flatMap((setupKey): Moved[] => {
    const [a, b] = [old.get(setupKey), now.get(setupKey)];
    if (a && b && Math.abs(a.score - b.score) < TELLING) return [];
    const change = (f: string) =>
      Math.abs(Math.log(Math.max(0.02, b!.factors[f] ?? 1) / Math.max(0.02, a!.factors[f] ?? 1)));
    const factor =
      a && b ? Object.keys(b.factors).reduce((most, f) => (change(f) > change(most) ? f : most), "tension") : null;
    return [
      {
        setupKey,
        name: (b ?? a)!.name,
        before: a?.score ?? null,
        after: b?.score ?? null,
        factor: factor && change(factor) > 0.01 ? factor : null,
      },
    ];
  });
  const size = (m: Moved) => Math.abs((m.after ?? 0) - (m.before ?? 0));
  return { causes, moved: moved.sort((a, b) => size(b) - size(a)) };
}
