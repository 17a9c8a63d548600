/** The log: one entry a set, made on the phone with its own id; corrections are new revisions of the same id. */
import { z } from "zod";
import { JOINTS } from "#core/exercises/format";
import { loadSchema, repsSchema } from "#core/planning/program";

export const PART_KINDS = ["full", "partial", "assisted", "left", "right"] as const;

export const partSchema = z.strictObject({
  id: z.uuid(),
  kind: z.enum(PART_KINDS),
  /** null where there is nothing to type, such as a band without a number */
  load: loadSchema.nullable(),
  reps: z.int("whole reps").min(0, "not below 0").max(100, "at most 100"),
});
export type Part = z.infer<typeof partSchema>;

const moment = {
  at: z.iso.datetime({ offset: true }),
  zone: z.string().max(60),
  localDate: z.iso.date(),
};

export const entrySchema = z.strictObject({
  id: z.uuid(),
  revision: z.int().min(1).max(1000),
  handOverId: z.uuid(),
  prescriptionId: z.uuid(),
  /** which set of the prescription, from 0 */
  set: z.int().min(0).max(30),
  parts: z.array(partSchema).min(1, "at least one part").max(8),
  /** reps in reserve as felt; null when not asked */
  reserve: z.int().min(0, "0 to 10").max(10, "0 to 10").nullable(),
  ...moment,
  /** the approved alternative that was done instead; null where it was the planned exercise */
  instead: z.strictObject({ setupKey: z.string(), name: z.string() }).nullable().default(null),
  /** what was asked when it was done */
  prescribed: z.strictObject({ reps: repsSchema, reserve: z.int(), load: loadSchema.nullable() }),
});
export type Entry = z.infer<typeof entrySchema>;

export const FEELS = ["target", "elsewhere", "unsure"] as const;
export const PAIN_KINDS = ["sharp", "ache", "numb"] as const;

export const painSchema = z.strictObject({ kind: z.enum(PAIN_KINDS), score: z.int().min(0).max(10), joint: z.enum(JOINTS), side: z.enum(["left", "right", "both"]) });
export type Pain = z.infer<typeof painSchema>;

/** once per exercise and day: where it was felt, pain, and whether it was left out */
export const reportSchema = z.strictObject({
  id: z.uuid(),
  revision: z.int().min(1).max(1000),
  handOverId: z.uuid(),
  prescriptionId: z.uuid(),
  feel: z.enum(FEELS).nullable(),
  left: z.enum(["skipped", "another day"]).nullable().default(null),
  pain: painSchema.nullable(),
  ...moment,
});
export type Report = z.infer<typeof reportSchema>;

/** what a phone sends: any number of either, in any order, as often as it likes */
export const logBatchSchema = z.strictObject({ entries: z.array(entrySchema).max(200), reports: z.array(reportSchema).max(200) });
export type LogBatch = z.infer<typeof logBatchSchema>;
