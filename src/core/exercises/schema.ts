/**
 * Exercise format 1: an exercise is a data file. Everything numeric may be bound to a parameter by scale and offset
 * or by a lookup table, or be the sum of two such, never an expression. s = 0 is always the start of lifting, s = 1
 * its end.
 * Angles in degrees, lengths in m. Frozen; documented in docs/method/exercise-format.md, JSON Schema at
 * /api/schema/exercise.
 */
import "#core/base/reasons";
import { z } from "zod";
import { JOINTS } from "#core/exercises/joints";
import { BASES, EQUIPMENT, FAMILIES, POSE_COORDINATES, SUPPORTS } from "./choices";

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
const place = z.tuple([bindingSchema, bindingSchema, bindingSchema]);

export const parameterSchema = z
  .strictObject({
    id: z.string().regex(/^[a-z][A-Za-z]*$/),
    name: z.string(),
    unit: z.enum(["m", "deg", "ratio"]),
    min: z.number(),
    max: z.number(),
    step: z.number().positive(),
    default: z.number(),
    options: z.array(z.strictObject({ value: z.number(), name: z.string() })).optional(),
    explains: z.string().optional(),
  })
  .refine((p) => p.min < p.max && p.default >= p.min && p.default <= p.max, "the default must lie between min and max");

const angles = z.partialRecord(z.enum(POSE_COORDINATES), bindingSchema);
/**
 * a key pose: joint angles; or, for the arm, where the grip is in the frame of the trunk (right hand of the reference
 * body)
 */
const keyPose = z.strictObject({ angles: angles.default({}), hand: place.optional() });

const from = z.strictObject({
  /** the fixed end: floor, or the shoulder, hand, hip or foot as they are at the start */ frame: z.enum([
    "floor",
    "shoulder",
    "hand",
    "hip",
    "foot",
  ]),
  at: place,
});
/** force over its nominal at places along the rep, 0 to 1: a cam, or what was measured on a machine */
const profile = z
  .array(z.tuple([z.number().min(0).max(1), bindingSchema]))
  .min(2)
  .optional();
const loadBase = {
  /** point of the body it acts on */ at: z.string().default("grip"),
  /** share of the one variable load at each such point */ share: bindingSchema.default(1),
  /** on both sides, even where one side works */ both: z.boolean().default(false),
};
const loadSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("mass"),
    ...loadBase,
    /** kg that are always there */ fixed: bindingSchema.default(0),
  }),
  z.strictObject({ kind: z.literal("cable"), ...loadBase, from, profile }),
  z.strictObject({ kind: z.literal("band"), ...loadBase, from, /** slack length, m */ slack: bindingSchema }),
  /**
   * a lever turning with a joint of the body: its pad pushes square to the limb, forwards (+1) or backwards (-1) in
   * the limb's frame
   */
  z.strictObject({ kind: z.literal("lever"), ...loadBase, axis: z.enum(["x", "-x", "z", "-z"]), profile }),
]);

export const exerciseSchema = z
  .strictObject({
    format: z.literal("gryn-exercise"),
    version: z.literal(1),
    phase: z.literal("lift"),
    id: z.string().regex(/^[a-z][a-z-]*$/),
    name: z.string(),
    family: z.enum(FAMILIES),
    sides: z.enum(["both", "one"]),
    /** muscles it is chosen for */
    targets: z.array(z.string()).min(1),
    /** heads of its targets that it is for, where it is not for all of them: a side raise among the deltoids */
    aims: z.array(z.string()).min(1).optional(),
    parameters: z.array(parameterSchema).max(5),
    stance: z.strictObject({
      on: z.enum(BASES),
      angles: angles.default({}),
      /** what an arm does that the path does not move; hang-drawn: hanging, a bar drawn to the legs */
      arms: z.enum(["side", "hang", "hang-drawn", "up", "bar-back", "bar-front", "lap"]).default("side"),
      /** height of hips or hands over the floor, m */
      height: bindingSchema.optional(),
      /** feet that also push along the floor: horizontal over vertical force */
      footPush: bindingSchema.default(0),
    }),
    /** the chains of joints whose muscles have to hold the load */
    chains: z.array(z.enum(["arm", "spine", "leg"])).min(1),
    /** the shoulder girdle: free to be moved and held by its muscles, or held by a bench */
    girdle: z.enum(["free", "held"]).default("free"),
    /** a bar in both hands cannot turn in them; a handle can */
    grip: z.enum(["free", "bar"]).default("free"),
    path: z.array(keyPose).min(2).max(5),
    /** which way the elbow points where the path gives hands, frame of the trunk */
    elbowTowards: place.optional(),
    /** the joint that is turned until the weight stands over the base */
    balance: z.enum(["pitch", "ankle", "hipFlexion"]).optional(),
    /**
     * handle from the wrist along the hand, m: 0.075 in a closed hand, less where the wrist is bent back under a bar
     */
    handle: z.number().min(0).max(0.1).default(0.075),
    loads: z.array(loadSchema).min(1),
    /** the load may be taken off the body's own weight, down to this share of the body mass */
    assistable: z.number().min(0).max(0.9).default(0),
    supports: z.array(z.enum(SUPPORTS)),
    equipment: z.array(z.enum(EQUIPMENT)),
    /** named choices of parameters worth ranking apart from the default */
    setups: z.array(z.strictObject({ name: z.string(), values: z.record(z.string(), z.number()) })),
    stated: z.strictObject({
      setupSeconds: z.number(),
      changeSeconds: z.number(),
      /** what the load means and its usual smallest step, kg */
      loadMeaning: z.enum(["per hand", "total", "stack", "band", "added"]),
      loadStep: z.number().positive(),
      usualLoad: z.number().positive(),
      skill: z.number().int().min(1).max(3),
      steadiness: z.number().min(0).max(1),
      helper: z.boolean(),
    }),
    /** what each joint has to put up with, 0 to 1, stated by the author */
    joints: z.partialRecord(z.enum(JOINTS), z.number().min(0).max(1)),
    cautions: z.array(z.strictObject({ joint: z.enum(JOINTS), text: z.string(), gentler: z.string().optional() })),
    cues: z
      .array(z.strictObject({ phase: z.enum(["start", "lift", "end", "lower"]), text: z.string() }))
      .min(2)
      .max(4),
  })
  .refine((e) => e.path.every((p) => (p.hand === undefined) === (e.path[0]!.hand === undefined)), {
    message: "give the hand in every key pose or in none",
    path: ["path"],
  })
  .refine((e) => e.path[0]!.hand === undefined || e.elbowTowards !== undefined, {
    message: "hand targets need elbowTowards",
    path: ["elbowTowards"],
  });
