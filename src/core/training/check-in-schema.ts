/** A weekly check-in as it is sent and kept; apart from its rule, which a phone reads without the schemas. */
import "#core/base/reasons";
import { z } from "zod";
import { dated, revisionSchema } from "#core/training/dated";

/** 1 bad to 5 good, whatever is asked */
const grade = z.int("1 to 5").min(1, "1 to 5").max(5, "1 to 5");

export const checkInSchema = z.strictObject({
  id: z.uuid(),
  revision: revisionSchema,
  sleep: grade,
  food: grade,
  soreness: grade,
  stress: grade,
  /** groups of muscles that are sore, by id */
  sore: z.array(z.string().max(60)).max(12, "at most 12").default([]),
  ...dated,
});
export type CheckIn = z.infer<typeof checkInSchema>;
