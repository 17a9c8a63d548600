/**
 * A sled on rails: it can only go along them, so that the body meets the load's share along the slope, and its own
 * where it rides on the sled.
 */
import { z } from "zod";
import { bindingSchema } from "../bindings";
import { GRAVITY, loadBase, type LoadKind } from "./kind";
import type { Vec3 } from "#core/base/vector";

export const railSchema = z.strictObject({
  kind: z.literal("rail"),
  ...loadBase,
  /** slope of the rails over level, deg; below 0 where the sled carries the body, whose feet are pushed up the rails */
  slope: bindingSchema,
  /** the way it presses the feet: backwards (-1) or forwards (1) */
  presses: z.union([z.literal(1), z.literal(-1)]),
  /** share of the body that rides on it */
  rides: bindingSchema.default(0),
});

export interface Rail {
  kind: "rail";
  /** along the rails, the way it presses */
  way: Vec3;
  /** sine of the slope */
  part: number;
  rides: number;
}

export const rail: LoadKind<z.infer<typeof railSchema>, Rail> = {
  resolve(l, { number }) {
    const slope = (number(l.slope) * Math.PI) / 180;
    const up = -Math.sin(slope);
    return { kind: "rail", way: [l.presses * Math.cos(slope), up, 0], part: Math.abs(up), rides: number(l.rides) };
  },
  unit: ({ way, part }) => [GRAVITY * part * way[0], GRAVITY * part * way[1], 0],
  fixed: ({ way, part, rides }, { body }) => [
    GRAVITY * part * rides * body * way[0],
    GRAVITY * part * rides * body * way[1],
    0,
  ],
  faults: (l) => (l.part > 0 ? [] : [{ field: "slope", reason: "level rails carry all of the load" }]),
};
