import { z } from "zod";
import { PRIORITIES } from "#core/clients/client";
import data from "./method.json" with { type: "json" };

const span = z.tuple([z.number(), z.number()]);
export const methodSchema = z.strictObject({
  format: z.literal("gryn-method"),
  version: z.literal(1),
  about: z.string(),
  bands: z.record(z.enum(PRIORITIES), span),
  beginnerFactor: z.number(),
  /** effective sets of a muscle in a week beyond which nothing is added */
  hardStop: z.number(),
  sessionUsual: span,
  sessionLimit: z.number(),
  /** least days a week */
  frequency: z.record(z.enum(PRIORITIES), z.number()),
  /** a head with a smaller share of the leading head's activation earns nothing */
  leastCredit: z.number(),
  /** effective sets after which the worth of a week has come 63 % of its way */
  saturation: z.number(),
  warmUpMinutes: z.number(),
  restLeast: z.number(),
  repSeconds: span,
  /** reps over which the load of one repetition halves its excess (rep-load relation) */
  repsFormula: z.number(),
});
export type Method = z.infer<typeof methodSchema>;
export const DEFAULT_METHOD: Method = methodSchema.parse(data);
