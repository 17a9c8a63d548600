/**
 * Terms and types of exercise format 1; its schema stands in schema.ts, its description in
 * docs/method/exercise-format.md.
 */
import type { z } from "zod";
import type { bindingSchema } from "./bindings";
import type { exerciseSchema, parameterSchema } from "./schema";

export type Binding = z.infer<typeof bindingSchema>;
export type Parameter = z.infer<typeof parameterSchema>;
export type Exercise = z.infer<typeof exerciseSchema>;
