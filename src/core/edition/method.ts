/** Counting rules and limits of planning. */
import type { z } from "zod";
import type { methodSchema } from "./schema";

export type Method = z.infer<typeof methodSchema>;
