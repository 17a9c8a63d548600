/** What one client's log says of each setup of theirs: kept a client, and gathered over a practice. */
import { z } from "zod";

export const factSchema = z.strictObject({
  setupKey: z.string(),
  exerciseId: z.string(),
  name: z.string(),
  workouts: z.int(),
  sets: z.int(),
  weeks: z.number(),
  /** growth a week, ln, with its standard deviation and what was believed before any set; null under seven workouts */
  growth: z.strictObject({ mean: z.number(), sd: z.number(), usual: z.number() }).nullable(),
  felt: z.strictObject({ target: z.int(), said: z.int() }),
  /** workouts that told of pain */
  pain: z.int(),
  /** given up, and not by a change of the plan */
  left: z.boolean(),
});
export type Fact = z.infer<typeof factSchema>;
