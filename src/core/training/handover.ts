/** What a client gets: an immutable, numbered snapshot with everything a phone needs and nothing it must not show. */
import { z } from "zod";
import { JOINTS } from "#core/exercises/joints";
import { BEGINS, PURPOSES, RAMP_MOST, STRUCTURES, TECHNIQUES } from "#core/program/limits";
import { TICKS } from "#core/training/ticks";
import {
  alternativeSchema,
  earlierSetupSchema,
  loadSchema,
  loadStepSchema,
  repsSchema,
  techniquePartSchema,
  tempoSchema,
} from "#core/program/document";

/** start and end pose as a plate: shapes as the drawing core gives them */
export const drawingSchema = z.strictObject({
  /** of the box, in the units of the shapes */
  width: z.number().positive().max(1600),
  height: z.number().positive().max(1600),
  shapes: z
    .array(
      z.strictObject({
        role: z.string().max(30),
        d: z.string().max(20_000),
        /** thickness of what is drawn as a line, where its role does not say it */
        thick: z.number().optional(),
      }),
    )
    .max(200),
});
export type Drawing = z.infer<typeof drawingSchema>;

export const snapshotPrescriptionSchema = z.strictObject({
  id: z.uuid(),
  exerciseId: z.string(),
  setupKey: z.string(),
  modelVersion: z.string(),
  name: z.string(),
  settings: z.array(z.string()),
  sides: z.enum(["both", "one"]),
  reserves: z.array(z.int()),
  reps: repsSchema,
  rest: z.int(),
  tempo: tempoSchema,
  load: loadSchema.nullable(),
  loadStep: loadStepSchema,
  setupSeconds: z.number(),
  changeSeconds: z.number(),
  bodyLoad: z.number(),
  harder: alternativeSchema.nullable(),
  /** every joint that pain can be told of, those that this exercise works first */
  joints: z.array(z.enum(JOINTS)),
  /** only work counts; what warms up or cools down is done and not judged */
  purpose: z.enum(PURPOSES),
  /** of a one-sided line: the side that begins, whose reps the other does not exceed */
  begins: z.enum(BEGINS),
  /** how the load goes through its sets */
  structure: z.enum(STRUCTURES),
  /** lighter sets before it, which nobody logs */
  rampSets: z.int().min(0).max(RAMP_MOST),
  /** what is done in the last set, or in every one, and its further parts */
  technique: z
    .strictObject({
      id: z.enum(TECHNIQUES),
      name: z.string(),
      on: z.enum(["last", "every"]),
      main: z.enum(["full", "partial", "assisted"]),
      then: z.array(techniquePartSchema).max(4),
    })
    .nullable(),
  /** what can go wrong with its reps and is asked after */
  ticks: z.array(z.enum(TICKS)),
  /** groups of muscles that work in it, most first, in the client's words; those it is for are direct */
  works: z.array(z.strictObject({ group: z.string(), name: z.string(), direct: z.boolean() })),
  /** setups that the line had before, whose log still counts */
  earlier: z.array(earlierSetupSchema),
  /** how its sets are done beside the plain way, in words for the client */
  doing: z.array(z.string()),
  note: z.string(),
  cues: z.array(z.string()),
  cautions: z.array(z.string()),
  reason: z.string(),
  start: drawingSchema,
  end: drawingSchema,
  /** what the coach approves when the machine is busy */
  alternatives: z.array(
    z.strictObject({
      setupKey: z.string(),
      name: z.string(),
      /** joints that it clearly asks less of than the planned exercise */
      spares: z.array(z.enum(JOINTS)),
      settings: z.array(z.string()),
      cues: z.array(z.string()),
      start: drawingSchema,
      end: drawingSchema,
    }),
  ),
});
export type SnapshotPrescription = z.infer<typeof snapshotPrescriptionSchema>;

export const snapshotSchema = z.strictObject({
  format: z.literal("gryn-handover"),
  version: z.literal(10),
  /** what its program was planned with, and what its next targets follow from */
  edition: z.string().max(80),
  programId: z.uuid(),
  programVersion: z.int(),
  programName: z.string(),
  days: z.array(
    z.strictObject({
      id: z.uuid(),
      name: z.string(),
      minutes: z.number(),
      blocks: z.array(
        z.strictObject({ id: z.uuid(), prescriptions: z.array(snapshotPrescriptionSchema).min(1).max(2) }),
      ),
    }),
  ),
});
export type Snapshot = z.infer<typeof snapshotSchema>;
