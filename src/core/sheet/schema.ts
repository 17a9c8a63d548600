/** A laid-out sheet as it travels. */
import { z } from "zod";
import { LANGUAGES } from "#core/base/language";
import { drawingSchema } from "#core/training/handover";
import { FONTS, type Sheet } from "./marks";

const ink = z.union([z.literal(1), z.literal(0.6), z.literal(0.3), z.literal(0.12)]);
const n = z.number();

const markSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("text"),
    x: n,
    y: n,
    size: n,
    font: z.enum(FONTS),
    ink,
    text: z.string(),
    width: n,
  }),
  z.strictObject({ kind: z.literal("line"), x1: n, y1: n, x2: n, y2: n, thick: n, ink }),
  z.strictObject({ kind: z.literal("box"), x: n, y: n, width: n, height: n, fill: ink }),
  z.strictObject({ kind: z.literal("drawing"), x: n, y: n, width: n, height: n, drawing: drawingSchema }),
]);

export const sheetSchema: z.ZodType<Sheet> = z.strictObject({
  language: z.enum(LANGUAGES),
  title: z.string(),
  width: n,
  height: n,
  pages: z.array(
    z.strictObject({
      blocks: z.array(
        z.strictObject({
          tag: z.enum(["H1", "H2", "H3", "P", "Figure", "Table", "Artifact"]),
          alt: z.string().optional(),
          marks: z.array(markSchema),
        }),
      ),
    }),
  ),
});
