/**
 * A mass in the hand or on the body: its force is always down. `beside` sets it off the point it is held at; on upright
 * `rails` it is led, and what pushes it fore and aft the rails take.
 */
import { z } from "zod";
import { bindingSchema, placeSchema } from "../bindings";
import { GRAVITY, loadBase, type LoadKind } from "./kind";
import type { Vec3 } from "#core/base/vector";

export const massSchema = z.strictObject({
  kind: z.literal("mass"),
  ...loadBase,
  /** kg that are always there */
  fixed: bindingSchema.default(0),
  /** of its middle from the point, in the frame of the segment, m: a rod held beside its plate turns the forearm */
  beside: placeSchema.optional(),
  /** it runs on upright rails that the feet stand this far ahead of, m; standing only */
  rails: bindingSchema.optional(),
});

export interface Mass {
  kind: "mass";
  fixed: number;
  beside: Vec3 | null;
  rails: number | null;
}

export const mass: LoadKind<z.infer<typeof massSchema>, Mass> = {
  resolve: (l, { number, place }) => ({
    kind: "mass",
    fixed: number(l.fixed),
    beside: l.beside ? place(l.beside) : null,
    rails: l.rails === undefined ? null : number(l.rails),
  }),
  unit: () => [0, -GRAVITY, 0],
  fixed: (l) => [0, -GRAVITY * l.fixed, 0],
  faults: (l) => (l.fixed < 0 ? [{ field: "fixed", reason: "a mass cannot be negative" }] : []),
};
