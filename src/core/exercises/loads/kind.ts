/**
 * What a kind of load says of itself: its words in a file, its numbers in a setup, and the force it puts on the body.
 * Everything is affine in the one variable load: `fixed` newtons that are always there, and `unit` newtons a kilogram.
 */
import { z } from "zod";
import { ascends, bindingSchema, placeSchema } from "../bindings";
import type { Vec3 } from "#core/base/vector";
import type { Curve } from "#core/base/curve";

export const GRAVITY = 9.81;

type Binding = z.infer<typeof bindingSchema>;

/** where the body meets the load, in the world; m */
export interface Meeting {
  readonly at: Vec3;
  /** the fixed end, where there is one */
  readonly anchor: Vec3 | null;
  /** the joint at which the limb begins, and where the load met the body when the rep began */
  readonly joint: Vec3;
  readonly began: Vec3;
  /** a direction of the segment's frame (right side), in the world */
  readonly turned: (v: Vec3) => Vec3;
  /** -1 on the left */
  readonly mirror: 1 | -1;
  /** both hands hold one rigid bar: what pulls it cannot draw them together */
  readonly linked: boolean;
  /** place in the rep, 0 to 1 */
  readonly s: number;
  /** kg of the body */
  readonly body: number;
}

/** reads a file's numbers for one choice of parameters */
export interface Reader {
  number: (b: Binding) => number;
  place: (p: readonly [Binding, Binding, Binding]) => Vec3;
  profile: (p: readonly (readonly [number, Binding])[] | undefined) => Curve | null;
}

/**
 * the fixed end of a line or the pivot of an arm: on the floor, or off a joint as it stands when the rep begins
 * ("joint": the one at which the limb begins that the load is on)
 */
export const fromSchema = z.strictObject({
  frame: z.enum(["floor", "shoulder", "hand", "hip", "foot", "joint"]),
  at: placeSchema,
});
export interface From {
  frame: z.infer<typeof fromSchema>["frame"];
  at: Vec3;
}

/** force over its nominal at places along the rep, 0 to 1: a cam, or what was measured on a machine */
export const profileSchema = z
  .array(z.tuple([z.number().min(0).max(1), bindingSchema]))
  .min(2)
  .refine(ascends, "places along the way go upwards, each once")
  .optional();

export const loadBase = {
  /** point of the body it acts on; "held" where the attachment acts */ at: z.string().default("grip"),
  /** share of the one variable load at each such point */ share: bindingSchema.default(1),
  /** on both sides, even where one side works */ both: z.boolean().default(false),
};

export interface LoadPlace {
  at: string;
  share: number;
  both: boolean;
}

export interface LoadKind<Given, Load> {
  readonly resolve: (given: Given, read: Reader) => Load;
  /** N for each kg of the variable load, before its share */
  readonly unit: (load: Load, meeting: Meeting) => Vec3;
  /** N that are always there */
  readonly fixed?: (load: Load, meeting: Meeting) => Vec3;
  /** where its fixed end is */
  readonly end?: (load: Load) => From | null;
  /** m from the joint at which it meets the limb, where that is not the point it is said to act on */
  readonly along?: (load: Load, meeting: Meeting) => number | null;
  /** what its numbers cannot be */
  readonly faults?: (load: Load) => { field: string; reason: string }[];
}
