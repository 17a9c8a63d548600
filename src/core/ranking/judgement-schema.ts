/** What a practice judges by beside mechanics, as it is stored: its own schools, rows a coach moved, kept rankings. */
import { z } from "zod";
import { weightsSchema } from "#core/edition/schema";

/** no score, factor or size is larger */
const figure = z.number().min(-10_000).max(10_000);
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
  was: z.strictObject({ tier: word, score: figure, school: word }),
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
  body: z.strictObject({ stature: figure, mass: figure }),
  rows: z
    .array(
      z.strictObject({
        setupKey: z.string().max(400),
        name: z.string().max(200),
        score: figure,
        tier: word,
        factors: z.record(word, figure),
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
