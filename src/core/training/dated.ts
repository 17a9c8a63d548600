/** When something was logged, by the phone's own clock; and which revision of it this is. */
import { z } from "zod";

/** any clock may be wrong; only what no calendar has is refused */
const FIRST_YEAR = 1900;
export const dated = {
  at: z.iso
    .datetime({ offset: true, error: "a moment in time" })
    .refine((t) => Number.isFinite(Date.parse(t)) && new Date(t).getUTCFullYear() >= FIRST_YEAR, "a moment in time"),
  zone: z.string().max(60),
  localDate: z.iso.date("a day").refine((d) => Number(d.slice(0, 4)) >= FIRST_YEAR, "a day"),
};
export const revisionSchema = z.int().min(1).max(1_000_000, "too many corrections");
