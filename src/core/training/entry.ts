/** The log: one entry a set, made on the phone with its own id; corrections are new revisions of the same id. */
import "#core/base/reasons";
import { z } from "zod";
import { JOINTS } from "#core/exercises/joints";
import { loadSchema, repsSchema } from "#core/program/document";
import type { CheckIn } from "#core/training/check-in-schema";
import { dated, revisionSchema } from "#core/training/dated";
import { LIMITS } from "#core/training/limits";
import { ENDED, TICKS } from "#core/training/ticks";

export const PART_KINDS = ["full", "partial", "assisted", "left", "right"] as const;

export const partSchema = z.strictObject({
  id: z.uuid(),
  kind: z.enum(PART_KINDS),
  /** null where there is nothing to type, such as a band without a number */
  load: loadSchema.nullable(),
  reps: z.int("whole reps").min(0, "not below 0").max(LIMITS.reps, `at most ${LIMITS.reps}`),
});
export type Part = z.infer<typeof partSchema>;

export const entrySchema = z.strictObject({
  id: z.uuid(),
  revision: revisionSchema,
  handOverId: z.uuid(),
  prescriptionId: z.uuid(),
  /** which set of the prescription, from 0 */
  set: z.int().min(0).max(30),
  parts: z.array(partSchema).min(1, "at least one part").max(8),
  /** reps in reserve as felt; null when not asked */
  reserve: z.int().min(0, "0 to 10").max(LIMITS.reserve, "0 to 10").nullable(),
  ...dated,
  /** the approved alternative that was done instead; null where it was the planned exercise */
  instead: z
    .strictObject({ setupKey: z.string().max(400), name: z.string().max(200) })
    .nullable()
    .default(null),
  /** what was asked when it was done */
  prescribed: z.strictObject({
    reps: repsSchema,
    reserve: z.int().min(0).max(LIMITS.reserve),
    load: loadSchema.nullable(),
  }),
  /** struck by the coach: kept, and counted nowhere */
  voided: z.boolean().default(false),
  /** an unlikely load that the coach has looked at and found right */
  confirmed: z.boolean().default(false),
  /** the coach who made this revision; null for the phone's own */
  by: z.string().max(80).nullable().default(null),
});
export type Entry = z.infer<typeof entrySchema>;

export const FEELS = ["target", "elsewhere", "unsure"] as const;
export const PAIN_KINDS = ["sharp", "ache", "numb"] as const;

export const painSchema = z.strictObject({
  kind: z.enum(PAIN_KINDS),
  score: z.int().min(0).max(10),
  joint: z.enum(JOINTS),
  side: z.enum(["left", "right", "both"]),
});
export type Pain = z.infer<typeof painSchema>;

/** once per exercise and day: where it was felt, pain, and whether it was left out */
export const reportSchema = z.strictObject({
  id: z.uuid(),
  revision: revisionSchema,
  handOverId: z.uuid(),
  prescriptionId: z.uuid(),
  feel: z.enum(FEELS).nullable(),
  /** the group of muscles it was felt in instead, by id */
  feltIn: z.string().max(60).nullable().default(null),
  left: z.enum(["skipped", "another day"]).nullable().default(null),
  pain: painSchema.nullable(),
  /** what went wrong with the reps, as far as the exercise can show it */
  ticks: z.array(z.enum(TICKS)).max(TICKS.length).default([]),
  ended: z.enum(ENDED).nullable().default(null),
  /** what the client says to the coach */
  note: z.string().max(LIMITS.note, `at most ${LIMITS.note} characters`).default(""),
  ...dated,
});
export type Report = z.infer<typeof reportSchema>;

export interface LogBatch {
  entries: Entry[];
  reports: Report[];
  checkIns?: CheckIn[];
}

/**
 * what a phone sends: either in any order, as often as it likes; each item is read by itself, so that a bad one holds
 * up no other
 */
export const sentBatchSchema = z.strictObject({
  entries: z.array(z.unknown()).max(200),
  reports: z.array(z.unknown()).max(200),
  /** a phone from before sends none */
  checkIns: z.array(z.unknown()).max(20).default([]),
});

/** what became of an item: kept, or why not */
export interface ItemAnswer {
  id: string;
  revision: number;
  kept: boolean;
  reason: string | null;
}
