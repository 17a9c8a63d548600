/** Counting rules and limits of planning, and the rules beside them. */
import type { z } from "zod";
import type { methodSchema, rulesSchema } from "./schema";

export type Method = z.infer<typeof methodSchema> & z.infer<typeof rulesSchema>;
