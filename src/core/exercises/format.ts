/**
 * Exercise format 0: an exercise is a data file. Everything numeric may be bound to a parameter by scale and offset
 * or by a lookup table, never by an expression. s = 0 is always the start of lifting, s = 1 its end.
 * Angles in degrees, lengths in m. Documented in docs/method/exercise-format.md.
 */
import { z } from "zod";

const binding = z.union([
  z.number(),
  z.strictObject({ parameter: z.string(), scale: z.number().default(1), offset: z.number().default(0) }),
  z.strictObject({ parameter: z.string(), table: z.array(z.tuple([z.number(), z.number()])).min(2) }),
]);
export type Binding = z.infer<typeof binding>;
const place = z.tuple([binding, binding, binding]);

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
export type Parameter = z.infer<typeof parameterSchema>;

const pose = z.strictObject({ plane: binding.default(90), elevation: binding, twist: binding.default(0), elbow: binding, forearm: binding.default(0) });
const handPose = z.strictObject({
  /** grip in the frame of the trunk, m, for the right hand of the reference body */
  grip: place,
  forearm: binding.default(0),
});

const loadSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("mass"), /** share of the load in each hand */ share: binding.default(1) }),
  z.strictObject({ kind: z.literal("cable"), frame: z.enum(["floor", "shoulder", "hand"]), at: place, share: binding.default(1) }),
  z.strictObject({ kind: z.literal("band"), frame: z.enum(["floor", "shoulder", "hand"]), at: place, /** slack length, m */ slack: binding, /** pull at twice the slack length over the load */ share: binding.default(1) }),
]);

export const EQUIPMENT = ["cable", "dumbbell", "barbell", "bench", "preacher-pad", "band"] as const;
export type Equipment = (typeof EQUIPMENT)[number];
export const JOINTS = ["shoulder", "elbow", "wrist"] as const;
export type Joint = (typeof JOINTS)[number];

export const exerciseSchema = z
  .strictObject({
    format: z.literal("gryn-exercise"),
    version: z.literal(0),
    id: z.string().regex(/^[a-z][a-z-]*$/),
    name: z.string(),
    family: z.enum(["curl", "extension", "press"]),
    sides: z.enum(["both", "one"]),
    /** muscles it is chosen for */
    targets: z.array(z.string()).min(1),
    parameters: z.array(parameterSchema).max(4),
    stance: z.strictObject({ kind: z.enum(["standing", "seated", "lying", "prone"]), /** trunk lean, deg: + forwards, -90 on the back */ lean: binding, knee: binding.default(6) }),
    path: z.array(pose).min(2).max(5).optional(),
    handPath: z.strictObject({ /** direction the elbow points in, frame of the trunk */ elbowTowards: place, poses: z.array(handPose).min(2).max(5) }).optional(),
    /** handle from the wrist along the hand, m: 0.075 in a closed hand, less where the wrist is bent back under a bar */
    handle: z.number().min(0).max(0.1).default(0.075),
    loads: z.array(loadSchema).min(1),
    supports: z.array(z.enum(["bench", "preacher-pad", "floor"])),
    equipment: z.array(z.enum(EQUIPMENT)).min(1),
    /** named choices of parameters worth ranking apart from the default */
    setups: z.array(z.strictObject({ name: z.string(), values: z.record(z.string(), z.number()) })),
    stated: z.strictObject({
      setupSeconds: z.number(),
      changeSeconds: z.number(),
      /** what the load means and its usual smallest step, kg */
      loadMeaning: z.enum(["per hand", "total", "stack", "band"]),
      loadStep: z.number().positive(),
      usualLoad: z.number().positive(),
      skill: z.number().int().min(1).max(3),
      steadiness: z.number().min(0).max(1),
      helper: z.boolean(),
    }),
    /** what each joint has to put up with, 0 to 1, stated by the author */
    joints: z.partialRecord(z.enum(JOINTS), z.number().min(0).max(1)),
    cautions: z.array(z.strictObject({ joint: z.enum(JOINTS), text: z.string(), gentler: z.string().optional() })),
    cues: z.array(z.strictObject({ phase: z.enum(["start", "lift", "end", "lower"]), text: z.string() })).min(2).max(4),
  })
  .refine((e) => (e.path === undefined) !== (e.handPath === undefined), "give either path or handPath");
export type Exercise = z.infer<typeof exerciseSchema>;
