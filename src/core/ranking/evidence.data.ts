/** Evidence notes, read and checked. */
import { z } from "zod";
import data from "./evidence.json" with { type: "json" };
import { FAMILIES } from "#core/exercises/choices";
import { GRADES, OCCASIONS } from "./evidence-choices";

const schema = z.strictObject({
  about: z.string(),
  notes: z.array(
    z.strictObject({
      id: z.string(),
      grade: z.enum(GRADES),
      text: z.string(),
      /** empty: any */
      heads: z.array(z.string()),
      exercises: z.array(z.string()).optional(),
      families: z.array(z.enum(FAMILIES)).optional(),
      when: z.enum(OCCASIONS).optional(),
    }),
  ),
});

export const { about, notes } = schema.parse(data);
