/** The anatomy the models are compiled from: validated data, nothing computed. */
import { z } from "zod";
import calibrationData from "./calibration.json" with { type: "json" };
import armData from "./muscles/arm.json" with { type: "json" };
import calfData from "./muscles/calf.json" with { type: "json" };
import forearmData from "./muscles/forearm.json" with { type: "json" };
import hipData from "./muscles/hip.json" with { type: "json" };
import shoulderData from "./muscles/shoulder.json" with { type: "json" };
import thighData from "./muscles/thigh.json" with { type: "json" };
import trunkData from "./muscles/trunk.json" with { type: "json" };
import skeletonData from "./skeleton.json" with { type: "json" };

const point = z.tuple([z.number(), z.number(), z.number()]);
const placed = z.strictObject({ segment: z.string(), at: point });
const table = z.array(z.tuple([z.number(), z.number()])).min(2);

export const REGIONS = ["chest", "back", "shoulder", "arm", "forearm", "trunk", "hip", "thigh", "calf"] as const;
export type Region = (typeof REGIONS)[number];
export const CHAINS = ["arm", "spine", "leg"] as const;
export type Chain = (typeof CHAINS)[number];

export const headSchema = z.strictObject({
  id: z.string(),
  muscle: z.string(),
  name: z.string(),
  functions: z.array(z.string()).min(1),
  origin: z.string(),
  insertion: z.string(),
  /** N */
  maxForce: z.number().positive(),
  /** m */
  optimumLength: z.number().positive(),
  /** deg */
  pennation: z.number().min(0).max(40),
  /** m */
  tendonSlack: z.number().positive(),
  referenceLength: z.number().min(0.4).max(1.6),
  /** scale of the passive curve, 1 where not given */
  passive: z.number().positive().optional(),
  /** cm^3, where the literature's differs from F0 x optimum length / specific tension */
  volume: z.number().positive().optional(),
  /** attachment and via points, with what they wrap: the humeral head, or a cylinder through the hips */
  path: z
    .strictObject({
      points: z.array(placed).min(2),
      sphere: z.number().positive().optional(),
      cylinder: z.strictObject({ radius: z.number().positive(), side: z.enum(["back", "front"]) }).optional(),
    })
    .optional(),
  /** tabulated moment arms by joint coordinate: [deg, m] */
  arms: z.record(z.string(), table),
  /** how it is drawn, where the path is not a line */
  line: z.array(placed).optional(),
  sameAs: z.string().optional(),
  /** what a coach wants to know about it */
  note: z.string(),
  /** where a number departs from the recalled literature, and why */
  provenance: z.string().optional(),
});
export type Head = z.infer<typeof headSchema>;

const musclesSchema = z.strictObject({
  format: z.literal("gryn-muscles"),
  version: z.literal(2),
  about: z.string(),
  muscles: z.array(z.strictObject({ id: z.string(), name: z.string(), region: z.enum(REGIONS) })),
  heads: z.array(headSchema),
});
export type Muscle = z.infer<typeof musclesSchema>["muscles"][number];

const jointSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("root") }),
  z.strictObject({ kind: z.literal("hinge"), axis: point, coordinate: z.string() }),
  z.strictObject({ kind: z.literal("swing-twist"), coordinates: z.tuple([z.string(), z.string(), z.string()]) }),
]);

const skeletonSchema = z.strictObject({
  format: z.literal("gryn-skeleton"),
  version: z.literal(2),
  about: z.string(),
  reference: z.strictObject({ stature: z.number(), mass: z.number() }),
  segments: z.array(
    z.strictObject({
      id: z.string(),
      side: z.boolean().optional(),
      parent: z.string().nullable(),
      orient: z.string().optional(),
      origin: point,
      joint: jointSchema,
      mass: z.number().min(0),
      com: point,
    }),
  ),
  points: z.record(z.string(), placed),
  freedoms: z.array(
    z.strictObject({ id: z.string(), chain: z.enum(CHAINS), segment: z.string(), frame: z.string(), axis: point }),
  ),
  rhythm: z.strictObject({
    about: z.string(),
    setting: z.number(),
    soft: z.number(),
    upward: z.number(),
    clavicle: z.number(),
    clavicleTurn: z.number(),
  }),
  passive: z.strictObject({
    about: z.string(),
    soft: z.record(z.string(), z.number()),
    stops: z.array(z.tuple([z.string(), z.number(), z.union([z.literal(1), z.literal(-1)]), z.number()])),
  }),
  reach: z.strictObject({
    about: z.string(),
    shoulder: z.array(z.tuple([z.number(), z.number()])),
    twist: z.array(z.number()),
    values: z.record(z.string(), z.array(z.number())),
  }),
});
export type Skeleton = z.infer<typeof skeletonSchema>;

const calibrationSchema = z.strictObject({
  format: z.literal("gryn-calibration"),
  version: z.literal(1),
  about: z.string(),
  groups: z.record(
    z.string(),
    z.strictObject({ muscles: z.array(z.string()), strength: z.number().positive(), referenceLength: z.number() }),
  ),
});

/** what fitting to joint torques has made of each group of muscles; none where no curve speaks of it */
export const calibration = calibrationSchema.parse(calibrationData);
const groupOf = new Map(Object.values(calibration.groups).flatMap((g) => g.muscles.map((m) => [m, g] as const)));
export const calibrationOf = (muscle: string): { strength: number; referenceLength: number } =>
  groupOf.get(muscle) ?? { strength: 1, referenceLength: 0 };

const files = [shoulderData, armData, forearmData, trunkData, hipData, thighData, calfData].map((d) =>
  musclesSchema.parse(d),
);

export const skeleton: Skeleton = skeletonSchema.parse(skeletonData);
export const heads: readonly Head[] = files.flatMap((f) => f.heads);
export const muscles: readonly Muscle[] = files
  .flatMap((f) => f.muscles)
  .sort((a, b) => REGIONS.indexOf(a.region) - REGIONS.indexOf(b.region));

const muscleById = new Map(muscles.map((m) => [m.id, m]));
const headById = new Map(heads.map((h) => [h.id, h]));

export const findHead = (id: string): Head | undefined => headById.get(id);
export const findMuscle = (id: string): Muscle | undefined => muscleById.get(id);
export const headsOf = (muscle: string): readonly Head[] => heads.filter((h) => h.muscle === muscle);
export const muscleName = (id: string): string => muscleById.get(id)?.name ?? id;

/** "Triceps, long head"; a muscle of one head goes by its own name */
export function headTitle(id: string): string {
  const head = headById.get(id);
  if (!head) return id;
  const muscle = muscleName(head.muscle);
  return muscle === head.name ? muscle : `${muscle}, ${head.name.toLowerCase()}`;
}
