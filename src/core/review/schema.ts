/** What a review of one client holds, as it is kept and sent. Strength is ln of kg unless a name says kg. */
import { z } from "zod";
import { JOINTS } from "#core/exercises/joints";
import { loadSchema } from "#core/program/document";
import { PAIN_KINDS } from "#core/training/entry";
import { WHATS } from "./experiment";
import { MISTAKES } from "./corrections";

const day = z.iso.date();
const changeSchema = z.strictObject({
  mean: z.number(),
  sd: z.number(),
  raw: z.number(),
  rawSd: z.number(),
  weeks: z.int(),
  verdict: z.enum(["stronger", "weaker", "no clear change"]),
});
const dropSchema = z.strictObject({
  mean: z.number(),
  sd: z.number(),
  workouts: z.int(),
  reps: z.number(),
  rest: z.number().nullable(),
});
const gapSchema = z.strictObject({
  mean: z.number(),
  sd: z.number(),
  trend: z.number(),
  trendSd: z.number(),
  workouts: z.int(),
  overSmall: z.number(),
  overLarge: z.number(),
  weaker: z.enum(["left", "right"]),
});

const known = { weeks: z.int(), workouts: z.int() };
export const progressSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.enum(["too early", "cannot tell"]), ...known }),
  z.strictObject({ kind: z.enum(["stronger", "weaker"]), change: changeSchema }),
  z.strictObject({ kind: z.literal("standing still"), probability: z.number(), ...known }),
]);

export const lineReviewSchema = z.strictObject({
  lineId: z.uuid(),
  setupKey: z.string(),
  name: z.string(),
  family: z.string(),
  workouts: z.int(),
  first: day,
  last: day,
  /** reps to failure that its strength is told for */
  reps: z.int(),
  /** kg of the load that the lifted body weighs */
  body: z.number(),
  /** strength after each workout, oldest first: kg in the load's own meaning, eight in ten between low and high */
  points: z.array(z.strictObject({ on: day, kg: z.number(), low: z.number(), high: z.number() })),
  change: changeSchema.nullable(),
  drop: dropSchema.nullable(),
  gap: gapSchema.nullable(),
  /** the stronger side stops at the weaker one's reps: how far they are apart is not in the log */
  capped: z.boolean(),
  felt: z.strictObject({ target: z.int(), said: z.int() }),
  /** groups it was felt in instead, by id, and in how many workouts; most first */
  feltIn: z.array(z.strictObject({ group: z.string(), times: z.int() })),
  /** workouts of the last ones in which the form went, and of how many */
  form: z.strictObject({ lost: z.int(), of: z.int() }),
  pains: z.array(
    z.strictObject({
      on: day,
      joint: z.enum(JOINTS),
      side: z.enum(["left", "right", "both"]),
      kind: z.enum(PAIN_KINDS),
      score: z.int(),
    }),
  ),
  /** the last set that was to be done to failure: reps over those expected */
  test: z.strictObject({ on: day, extra: z.number() }).nullable(),
  /** sets that cannot well be, and what was likely meant */
  unlikely: z.array(
    z.strictObject({
      entryId: z.uuid(),
      revision: z.int(),
      on: day,
      load: loadSchema.nullable(),
      reps: z.int(),
      expected: z.number().nullable(),
      meant: z.array(z.strictObject({ mistake: z.enum(MISTAKES), load: loadSchema.nullable(), reps: z.int() })),
    }),
  ),
});
export type LineReview = z.infer<typeof lineReviewSchema>;

/** one thing that is changed in a line, and what is measured before and since */
export const experimentSchema = z.strictObject({
  id: z.uuid(),
  lineId: z.uuid(),
  what: z.enum(WHATS),
  /** what is changed, as it is told to whoever reads it later */
  change: z.string().trim().min(3, "what is changed").max(200, "at most 200 characters"),
  from: day,
});
export type Experiment = z.infer<typeof experimentSchema>;

export const GATES = ["sets", "reserve", "weeks", "recovery", "pain", "test"] as const;
export type Gate = (typeof GATES)[number];

export const reviewSchema = z.strictObject({
  /** the day it was made for */
  today: day,
  weeks: z.array(
    z.strictObject({
      from: day,
      sets: z.int(),
      days: z.int(),
      reserve: z.number().nullable(),
      /** from the first set of a day to its last, on the mean; null where the clock says nothing of it */
      minutes: z.number().nullable(),
      checkIn: z.number().nullable(),
      soreness: z.number().nullable(),
    }),
  ),
  planned: z.strictObject({ sets: z.int(), days: z.int(), minutes: z.number() }),
  /** the block of the log: weeks trained since a lighter one, whether the last one was that, reserve usually asked */
  block: z.strictObject({ weeks: z.int(), lighter: z.boolean(), reserve: z.number().nullable() }),
  /** groups that are specialised now, with the weeks trained since */
  specialised: z.array(z.strictObject({ group: z.string(), weeks: z.int() })),
  groups: z.array(
    z.strictObject({
      group: z.string(),
      done: z.number(),
      planned: z.number(),
      band: z.strictObject({ low: z.number(), high: z.number() }).nullable(),
    }),
  ),
  lines: z.array(lineReviewSchema),
  movements: z.array(
    z.strictObject({
      family: z.string(),
      lines: z.array(z.uuid()),
      progress: progressSchema,
      /** what may stand in the way beside the programme; null: not known */
      gates: z.record(z.enum(GATES), z.boolean().nullable()),
    }),
  ),
  /** soreness told in weeks with more sets than usual and in those with fewer, 1 sore to 5; null where too few */
  soreness: z.strictObject({ more: z.number(), fewer: z.number(), weeks: z.int() }).nullable(),
  /** by group: sets of the week before where it was told to be sore, and where not; weeks of either */
  sore: z.array(
    z.strictObject({ group: z.string(), sets: z.number(), otherwise: z.number(), weeks: z.int(), of: z.int() }),
  ),
});
export type Review = z.infer<typeof reviewSchema>;
