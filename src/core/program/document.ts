/** The program document and the named operations on it. Stored and exchanged as {format, version, ...}. */
import "#core/base/reasons";
import { z } from "zod";
import {
  BEGINS,
  BLOCKS_MOST,
  DAYS_MOST,
  PURPOSES,
  RAMP_MOST,
  SETS_MOST,
  STRUCTURES,
  SWINGS,
  TECHNIQUES,
  TURNS,
  WEEKS,
} from "./limits";

export const loadSchema = z.strictObject({
  value: z.number().min(0, "not below 0").max(1000, "at most 1000"),
  unit: z.enum(["kg", "lb"]),
  meaning: z.enum(["per hand", "total", "stack", "band", "added"]),
});
export type Load = z.infer<typeof loadSchema>;

/** the step of a load, and the ends of what is there, in its unit; none where nobody said */
export const loadStepSchema = loadSchema.extend({
  least: z.number().min(0).max(1000).optional(),
  most: z.number().positive().max(1000).optional(),
});
export type LoadStep = z.infer<typeof loadStepSchema>;

const seconds = (max: number) => z.number().min(0, "not below 0").max(max, `at most ${max} s`);

export const tempoSchema = z.strictObject({
  lower: seconds(10),
  longPause: seconds(10),
  lift: seconds(10),
  shortPause: seconds(10),
});
export type Tempo = z.infer<typeof tempoSchema>;

export const repsSchema = z
  .strictObject({
    low: z.int("whole reps").min(1, "at least 1").max(50, "at most 50"),
    high: z.int("whole reps").min(1, "at least 1").max(50, "at most 50"),
  })
  .refine((r) => r.low <= r.high, { message: "the low end must not be above the high end", path: ["low"] });

/** a setup the coach approves where the planned one cannot be had, for example when the machine is busy */
const word = z.string().max(80, "at most 80 characters");
const name = z.string().min(1, "a name is needed").max(200, "at most 200 characters");
const values = z.record(word, z.number());
export const alternativeSchema = z.strictObject({ exerciseId: word, values, setupKey: z.string().max(400), name });
export type Alternative = z.infer<typeof alternativeSchema>;

/** setups of before that a line keeps */
export const EARLIER_MOST = 6;

/** a setup that a line had, and what of its loads the present one allows, by mechanics: now over then */
export const earlierSetupSchema = z.strictObject({
  setupKey: z.string().max(400),
  name,
  ratio: z.number().min(0.05).max(20),
  /** the day it was changed */
  until: z.iso.date(),
});
export type EarlierSetup = z.infer<typeof earlierSetupSchema>;

/** an intensity technique, and the easier position of a mechanical drop */
export const techniqueSchema = z.strictObject({
  id: z.enum(TECHNIQUES),
  easier: alternativeSchema.extend({ reps: z.int().min(0).max(50) }).nullable(),
});

/** one further part of a set, done after its reps */
export const techniquePartSchema = z.strictObject({
  name: z.string().max(80),
  kind: z.enum(["full", "partial", "assisted"]),
  /** share of the set's load */
  load: z.number().positive(),
  /** s before it */
  pause: z.number().min(0),
  /** share of the set's reps, as a first guess */
  reps: z.number().positive(),
});
export type TechniquePart = z.infer<typeof techniquePartSchema>;

/** characters of a line's note */
export const NOTE_MOST = 300;

export const changeSchema = z
  .strictObject({
    alternatives: z.array(alternativeSchema).max(3, "at most 3"),
    /** reserve of each set, in order; its length is the number of sets */
    reserves: z
      .array(z.int("whole reps").min(0, "0 to 6").max(6, "0 to 6"))
      .min(1, "at least one set")
      .max(SETS_MOST, `at most ${SETS_MOST} sets`),
    reps: repsSchema,
    rest: z.int("whole seconds").min(15, "at least 15 s").max(600, "at most 600 s"),
    tempo: tempoSchema,
    load: loadSchema.nullable(),
    /** of the place, where it is another than the line was planned with */
    loadStep: loadStepSchema,
    technique: techniqueSchema.nullable(),
    structure: z.enum(STRUCTURES),
    rampSets: z.int("whole sets").min(0, `0 to ${RAMP_MOST}`).max(RAMP_MOST, `0 to ${RAMP_MOST}`),
    purpose: z.enum(PURPOSES),
    turns: z.enum(TURNS),
    begins: z.enum(BEGINS),
    swing: z.enum(SWINGS),
    /** tempo of single sets, in order; null, or none for a set: the line's */
    tempos: z.array(tempoSchema.nullable()).max(SETS_MOST, `at most ${SETS_MOST} sets`),
    note: z.string().max(NOTE_MOST, `at most ${NOTE_MOST} characters`),
    locked: z.boolean(),
  })
  .partial();
export type Change = z.infer<typeof changeSchema>;
export type ChangeField = keyof Change;

export const prescriptionSchema = z.strictObject({
  id: z.uuid(),
  exerciseId: word,
  exerciseVersion: word,
  values,
  setupKey: z.string().max(400),
  modelVersion: word,
  name,
  /** the head it was chosen for; a swap keeps it. Null where nobody said */
  target: word.nullable(),
  /**
   * per head: credited share of a set, whether the exercise was chosen for its muscle, and the loaded length (null:
   * not known); pinned when added
   */
  credits: z.record(
    word,
    z.strictObject({
      share: z.number().min(0).max(1),
      direct: z.boolean(),
      length: z.number().min(0).max(1).nullable(),
    }),
  ),
  sides: z.enum(["both", "one"]),
  setupSeconds: seconds(3600),
  changeSeconds: seconds(3600),
  loadStep: loadStepSchema,
  /** kg of the load that the lifted part of the body weighs as much as; 0 where only limbs move */
  bodyLoad: z.number().min(0).max(500),
  /** the next harder relative that needs no more load; null where there is none */
  harder: alternativeSchema.nullable(),
  reserves: changeSchema.shape.reserves.unwrap(),
  reps: repsSchema,
  rest: changeSchema.shape.rest.unwrap(),
  tempo: tempoSchema,
  load: loadSchema.nullable(),
  technique: techniqueSchema.nullable(),
  structure: z.enum(STRUCTURES),
  /** lighter sets before it, which do not count (program/ramp.ts) */
  rampSets: changeSchema.shape.rampSets.unwrap(),
  purpose: z.enum(PURPOSES),
  turns: z.enum(TURNS),
  begins: z.enum(BEGINS),
  /** how far the trunk may help a lift along */
  swing: z.enum(SWINGS),
  tempos: changeSchema.shape.tempos.unwrap(),
  note: z.string().max(NOTE_MOST),
  locked: z.boolean(),
  alternatives: z.array(alternativeSchema).max(3),
  /** setups that the line had before, newest first: its log goes on through a change of setup */
  earlier: z.array(earlierSetupSchema).max(EARLIER_MOST),
});
export type Prescription = z.infer<typeof prescriptionSchema>;

/** what a line takes from the mechanics when it is planned */
export const pinnedSchema = prescriptionSchema.pick({
  modelVersion: true,
  exerciseVersion: true,
  setupKey: true,
  credits: true,
  bodyLoad: true,
});
export type Pinned = z.infer<typeof pinnedSchema>;

export const blockSchema = z.strictObject({ id: z.uuid(), prescriptions: z.array(prescriptionSchema).min(1).max(2) });
export type Block = z.infer<typeof blockSchema>;
export const daySchema = z.strictObject({
  id: z.uuid(),
  name: z.string().trim().min(1, "a name is needed").max(40, "at most 40 characters"),
  /** when it is meant to be done; an ordinal slot without */
  date: z.iso.date().nullable(),
  /** of the two weeks that may take turns */
  week: z.enum(WEEKS),
  /** groups whose own exercises belong on it; null: any */
  groups: z.array(word).max(60).nullable(),
  blocks: z.array(blockSchema).max(BLOCKS_MOST),
});
export type Day = z.infer<typeof daySchema>;
/** a day that nothing stands on yet, and that may hold anything */
export const emptyDay = (id: string, name: string, week: Day["week"] = "A"): Day => ({
  id,
  name,
  date: null,
  week,
  groups: null,
  blocks: [],
});

export const programSchema = z.strictObject({
  format: z.literal("gryn-program"),
  version: z.literal(11),
  /** what it is planned and judged with */
  edition: word,
  id: z.uuid(),
  clientId: z.uuid(),
  name: z.string().trim().min(1, "a name is needed").max(80, "at most 80 characters"),
  days: z.array(daySchema).min(1).max(DAYS_MOST),
});
export type Program = z.infer<typeof programSchema>;

const index = z.int().min(0).max(50);
export const operationSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("add"),
    dayId: z.uuid(),
    blockId: z.uuid(),
    index,
    prescription: prescriptionSchema,
  }),
  z.strictObject({ kind: z.literal("remove"), prescriptionId: z.uuid() }),
  z.strictObject({
    kind: z.literal("restore"),
    dayId: z.uuid(),
    index,
    position: z.int().min(0).max(1),
    block: blockSchema,
    prescriptionId: z.uuid(),
  }),
  z.strictObject({ kind: z.literal("move"), prescriptionId: z.uuid(), dayId: z.uuid(), index }),
  z.strictObject({ kind: z.literal("change"), prescriptionId: z.uuid(), change: changeSchema }),
  z.strictObject({ kind: z.literal("swap"), prescriptionId: z.uuid(), prescription: prescriptionSchema }),
  z.strictObject({ kind: z.literal("recompute"), prescriptionId: z.uuid(), pinned: pinnedSchema }),
  z.strictObject({ kind: z.literal("pair"), blockId: z.uuid(), withBlockId: z.uuid() }),
  z.strictObject({
    kind: z.literal("unpair"),
    blockId: z.uuid(),
    newBlockId: z.uuid(),
    /** where the parted one stands; after the other unless given */ index: index.optional(),
  }),
  z.strictObject({ kind: z.literal("rename-day"), dayId: z.uuid(), name: daySchema.shape.name }),
  z.strictObject({ kind: z.literal("date-day"), dayId: z.uuid(), date: daySchema.shape.date }),
  z.strictObject({ kind: z.literal("aim-day"), dayId: z.uuid(), groups: daySchema.shape.groups }),
  z.strictObject({ kind: z.literal("add-day"), index, day: daySchema }),
  z.strictObject({ kind: z.literal("remove-day"), dayId: z.uuid() }),
  z.strictObject({ kind: z.literal("move-day"), dayId: z.uuid(), index }),
  z.strictObject({ kind: z.literal("rename-program"), name: programSchema.shape.name }),
  /** judged by another edition from now on */
  z.strictObject({ kind: z.literal("judge-by"), edition: programSchema.shape.edition }),
]);
export type Operation = z.infer<typeof operationSchema>;

/** an operation with its own id, so that sending it twice changes nothing */
export const editSchema = z.strictObject({ id: z.uuid(), operation: operationSchema });
export type Edit = z.infer<typeof editSchema>;

/** an edit that could not be made, and why; the others of its batch are kept */
export interface RefusedEdit {
  editId: string;
  reason: string;
}

/** a program with the number of its edits so far */
export interface StoredProgram {
  program: Program;
  version: number;
}

/** the same thing changed by two people: both values, who and when */
export interface Conflict {
  editId: string;
  /** path of the thing, such as a prescription's id and a field */
  what: string;
  mine: unknown;
  theirs: unknown;
  who: string;
  at: string;
}
