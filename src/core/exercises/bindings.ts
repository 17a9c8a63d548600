/** Numbers of an exercise file that a parameter moves: by scale and offset, by a table, or the sum of two such. */
import { z } from "zod";

/** places that a curve is drawn through go upwards */
export const ascends = (rows: readonly (readonly [number, unknown])[]): boolean =>
  rows.every(([x], i) => i === 0 || x > rows[i - 1]![0]);

const bound = [
  z.strictObject({ parameter: z.string(), scale: z.number().default(1), offset: z.number().default(0) }),
  z.strictObject({ parameter: z.string(), table: z.array(z.tuple([z.number(), z.number()])).min(2) }),
] as const;
export const bindingSchema = z.union([
  z.number(),
  ...bound,
  /** two parameters move the same number, each by itself */
  z.strictObject({ sum: z.tuple([z.union(bound), z.union(bound)]) }),
]);
export const placeSchema = z.tuple([bindingSchema, bindingSchema, bindingSchema]);
