/** Counting rules and limits of planning. */
import type { z } from "zod";
import type { methodSchema } from "./schema";

/** what a set gives a group it is not for: what mechanics says, at most half; nothing; half; all of it */
export const COUNTINGS = ["computed", "direct", "half", "full"] as const;
export type Counting = (typeof COUNTINGS)[number];

export type Method = z.infer<typeof methodSchema>;
