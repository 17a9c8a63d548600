/** The groups' file, read and checked; a build of the pages holds what came out of it (vite.config.ts). */
import { z } from "zod";
import { VARIETIES } from "#core/edition/choices";
import data from "./groups.json" with { type: "json" };

const watchSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  heads: z.array(z.string()).min(1),
  /** only exercises of these families count; any unless given */
  families: z.array(z.string()).optional(),
  /** only lines that load the head on average from here on in its length range, 0 short to 1 long */
  longFrom: z.number().optional(),
});

const groupsSchema = z.strictObject({
  format: z.literal("gryn-groups"),
  version: z.literal(1),
  about: z.string(),
  groups: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      heads: z.array(z.string()).min(1),
      scale: z.number().positive(),
      mostDays: z.int().positive(),
      start: z.enum(["none", "maintain", "hold"]),
      optional: z.boolean().default(false),
      big: z.boolean().default(false),
      /** what a week wants two of: the place of the arm, or the grip, makes another exercise of it */
      varied: z.array(z.enum(VARIETIES)).default([]),
      /** effective sets a week that are too many even without a priority */
      ceiling: z.number().optional(),
      watch: z.array(watchSchema).default([]),
    }),
  ),
});

export const groups = groupsSchema.parse(data).groups;
