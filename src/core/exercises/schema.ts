/**
 * Exercise format 2: an exercise is a data file. Everything numeric may be bound to a parameter by scale and offset
 * or by a lookup table, or be the sum of two such, never an expression. s = 0 is always the start of lifting, s = 1
 * its end.
 * Angles in degrees, lengths in m. Frozen; documented in docs/method/exercise-format.md, JSON Schema at
 * /api/schema/exercise.
 */
import "#core/base/reasons";
import { z } from "zod";
import { JOINTS } from "#core/exercises/joints";
import { ATTACHMENTS } from "./attachments.data";
import { bindingSchema, placeSchema as place } from "./bindings";
import {
  BASES,
  BREATHS,
  EQUIPMENT,
  FAMILIES,
  GIRDLES,
  HOLDS,
  POSE_COORDINATES,
  SUPPORTS,
  TAKE_UPS,
  WAYS_OUT,
} from "./choices";
import { loadSchema } from "./loads/loads";

export const parameterSchema = z
  .strictObject({
    id: z.string().regex(/^[a-z][A-Za-z]*$/),
    name: z.string(),
    /** what it is measured in; a choice counts its options from 0 */
    unit: z.enum(["m", "deg", "ratio", "kg", "choice"]),
    /** what of the exercise it changes: for grouping them on the bench */
    about: z.enum(["load", "hands", "body", "range"]).default("body"),
    min: z.number(),
    max: z.number(),
    step: z.number().positive(),
    default: z.number(),
    options: z
      .array(
        z.strictObject({
          value: z.number(),
          id: z.string().optional(),
          name: z.string(),
          /** equipment that this choice asks for beside the exercise's own */
          needs: z.array(z.enum(EQUIPMENT)).optional(),
        }),
      )
      .optional(),
    explains: z.string().optional(),
  })
  .refine(
    (p) => p.min < p.max && p.default >= p.min && p.default <= p.max,
    "the usual value (default) lies between least and most",
  );

const angles = z.partialRecord(z.enum(POSE_COORDINATES), bindingSchema);
/**
 * a key pose: joint angles; or, for the arm, where the grip is in the frame of the trunk (right hand of the reference
 * body)
 */
const keyPose = z.strictObject({ angles: angles.default({}), hand: place.optional() });

export const exerciseSchema = z
  .strictObject({
    format: z.literal("gryn-exercise"),
    version: z.literal(2),
    phase: z.literal("lift"),
    id: z.string().regex(/^[a-z][a-z-]*$/),
    name: z.string(),
    family: z.enum(FAMILIES),
    sides: z.enum(["both", "one"]),
    /** muscles it is chosen for */
    targets: z.array(z.string()).min(1),
    /** heads of its targets that it is for, where it is not for all of them: a side raise among the deltoids */
    aims: z.array(z.string()).min(1).optional(),
    /** from a value of a parameter on it is for other muscles: a row with the elbows out */
    turned: z
      .array(
        z.strictObject({
          parameter: z.string(),
          from: z.number(),
          targets: z.array(z.string()).min(1),
          aims: z.array(z.string()).min(1).optional(),
        }),
      )
      .optional(),
    parameters: z.array(parameterSchema).max(8),
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
    /**
     * the shoulder girdle: free to be moved and held by its muscles; guided, pressed by will to where the path has it;
     * or held by a bench
     */
    girdle: z.enum(GIRDLES).default("free"),
    /** what the hand that does not work holds on to */
    holdOn: z.enum(HOLDS).optional(),
    /** a bar in both hands cannot turn in them; a handle can */
    grip: z.enum(["free", "bar"]).default("free"),
    /** what is held or strapped on, by its id in attachments.json, or the parameter whose options are such ids */
    attachment: z.union([z.enum(ATTACHMENTS), z.strictObject({ parameter: z.string() })]).optional(),
    /** share of the attachment that the fingers hold in this way: more with straps, or with hands crossed */
    hold: bindingSchema.default(1),
    path: z.array(keyPose).min(2).max(5),
    /** nothing moves but what the breath moves: told as seconds */
    held: z.boolean().default(false),
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
    /** which machine it is, where a machine it is */
    station: z.string().max(60).optional(),
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
    /** how the load gets up, the way out of a failed rep, the breath; of its kind where not said (handling.ts) */
    handling: z
      .strictObject({ takeUp: z.enum(TAKE_UPS), wayOut: z.enum(WAYS_OUT), breath: z.enum(BREATHS) })
      .partial()
      .optional(),
    /** ids of exercises with less or more skill, load or strain, and of others for the same with other equipment */
    relatives: z
      .strictObject({ easier: z.array(z.string()), harder: z.array(z.string()), swaps: z.array(z.string()) })
      .optional(),
  })
  .refine((e) => e.path.every((p) => (p.hand === undefined) === (e.path[0]!.hand === undefined)), {
    message: "give the hand in every key pose or in none",
    path: ["path"],
  })
  .refine((e) => e.path[0]!.hand === undefined || e.elbowTowards !== undefined, {
    message: "hand targets need elbowTowards",
    path: ["elbowTowards"],
  });
