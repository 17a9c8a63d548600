/** Evidence by setup as it is sent. */
import { z } from "zod";

const ranged = z.strictObject({ value: z.number(), low: z.number(), high: z.number() });

export const setupEvidenceSchema = z.strictObject({
  setupKey: z.string(),
  exerciseId: z.string(),
  name: z.string(),
  clients: z.int(),
  workouts: z.int(),
  sets: z.int(),
  weeks: z.number(),
  progress: ranged.nullable(),
  felt: ranged.nullable(),
  pain: ranged,
  painful: z.strictObject({ workouts: z.int(), clients: z.int() }),
  leaving: ranged,
  left: z.int(),
  nudge: z.strictObject({
    points: z.number(),
    of: z.strictObject({ felt: z.number(), pain: z.number(), leaving: z.number(), progress: z.number() }),
  }),
  enough: z.boolean(),
});
