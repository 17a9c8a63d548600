/** The shape of an edition's files. */
import { z } from "zod";
import { PHASES, PRIORITIES } from "#core/clients/choices";
import { SEVERITIES } from "#core/exercises/joints";
import { CLASSES, COUNTINGS, TERMS } from "./choices";

const reserves = z.array(z.int().min(0).max(6)).min(2);
const span = z.tuple([z.number(), z.number()]);
export const methodSchema = z.strictObject({
  format: z.literal("gryn-method"),
  version: z.literal(5),
  about: z.string(),
  /** how a set is credited to a group that it is not for; each way has bands of its own, since its counts differ */
  counting: z.enum(COUNTINGS),
  bands: z.record(z.enum(COUNTINGS), z.record(z.enum(PRIORITIES), span)),
  beginnerFactor: z.number(),
  /** what bands are times, by what the client's weight is to do */
  phase: z.record(z.enum(PHASES), z.number()),
  /** effective sets of a muscle in a week beyond which nothing is added */
  hardStop: z.number(),
  /** share of the low end under which a dose is a problem and not only to be looked at */
  farBelow: z.number(),
  sessionUsual: span,
  sessionLimit: z.number(),
  /** least days a week */
  frequency: z.record(z.enum(PRIORITIES), z.number()),
  /** effective sets from which on a day counts; for a beginner */
  daySets: span,
  /** share of the low end that has to be direct, and the sets beyond which nobody asks for more */
  directShare: z.record(z.enum(PRIORITIES), z.number()),
  directMost: z.record(z.enum(PRIORITIES), z.number()),
  /** spine points of one day, of two days running, of a week */
  spine: z.strictObject({ day: z.number(), running: z.number(), week: z.number() }),
  /** a head with a smaller share of the leading head's activation earns nothing */
  leastCredit: z.number(),
  /** effective sets after which the worth of a week has come 63 % of its way */
  saturation: z.number(),
  /** the same for a beginner */
  beginnerSaturation: z.number(),
  /**
   * by class: reps in reserve of each set early and late in a session, what may fail, the least reps of a set, the low
   * end that a new line begins with, rest in s
   */
  classes: z.record(
    z.enum(CLASSES),
    z.strictObject({
      name: z.string(),
      early: reserves,
      late: reserves,
      /** stated steadiness from which on a set may be taken to its last rep; null: never */
      failureFrom: z.number().nullable(),
      floor: z.number(),
      start: z.number(),
      rest: z.number(),
    }),
  ),
  /** place in a session, 0 first to 1 last, from which on effort is as late */
  lateFrom: z.number(),
  /** least reps where the step of the load is coarse, a joint that it strains is noted, the client is a beginner */
  floors: z.strictObject({ coarse: z.number(), sore: z.number(), beginner: z.number() }),
  /** step of the load over the usual load from which on it is coarse */
  coarseStep: z.number(),
  warmUpMinutes: z.number(),
  /** minutes over the client's own from which on a day is a problem */
  minutesOver: z.number(),
  restLeast: z.number(),
  repSeconds: span,
  /** reps over which the load of one repetition halves its excess (rep-load relation) */
  repsFormula: z.number(),
  /**
   * by what is noted of a joint: the share of a score that strain 1 costs; strain from which on a setup is to be
   * looked at, and from which on it is out (null: never)
   */
  joints: z.record(
    z.enum(SEVERITIES),
    z.strictObject({ costs: z.number(), look: z.number(), out: z.number().nullable() }),
  ),
  /** strain of a noted joint from which on a line has more repetitions and less load */
  soreFrom: z.number(),
  /** two loaded lengths closer than this on one day are the same work twice */
  lengthsApart: z.number(),
  /** loaded length from which on a choice loads a muscle long */
  long: z.number(),
  /** bands of repetitions, each up to its number */
  repBands: z.array(z.strictObject({ to: z.number(), name: z.string() })).min(1),
});

/** weights of a school; `length` may favour the short half */
export const weightsSchema = z.record(z.enum(TERMS), z.number().min(-1).max(1));

export const schoolSchema = z.strictObject({
  id: z.string().max(60),
  name: z.string().trim().min(1, "a name is needed").max(60, "at most 60 characters"),
  about: z.string().max(600, "at most 600 characters"),
  weights: weightsSchema,
});

export const schoolsSchema = z.strictObject({
  format: z.literal("gryn-schools"),
  version: z.literal(2),
  schools: z.array(schoolSchema).min(1),
  /** what a ranking for strength is blended towards */
  strength: weightsSchema,
  terms: z.array(
    z.strictObject({
      id: z.enum(TERMS),
      name: z.string(),
      group: z.string(),
      source: z.string(),
      least: z.number(),
      most: z.number(),
      about: z.string(),
    }),
  ),
  /** best first */
  tiers: z.array(z.strictObject({ id: z.string(), name: z.string(), from: z.number() })).min(1),
});

/** where measurements speak against what mechanics alone would say: shown apart, with the reason, and not ranked */
export const contestedSchema = z.array(
  z.strictObject({ exercise: z.string(), muscle: z.string(), reason: z.string() }),
);

/** setups that a head's best is looked for among */
export const yardstickSchema = z
  .array(z.strictObject({ exercise: z.string(), values: z.record(z.string(), z.number()) }))
  .min(1);
