/** The anatomy the models are compiled from: validated data, nothing computed. */
import { z } from "zod";
import armData from "./arm.json" with { type: "json" };
import skeletonData from "./skeleton.json" with { type: "json" };

const point = z.tuple([z.number(), z.number(), z.number()]);
const table = z.array(z.tuple([z.number(), z.number()])).min(2);

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
  path: z.strictObject({ points: z.array(z.strictObject({ segment: z.string(), at: point })).min(2), sphere: z.number().positive().optional() }).optional(),
  arms: z.strictObject({ elbow: table.optional(), forearm: table.optional() }),
  sameAs: z.string().optional(),
  /** what a coach wants to know about it */
  note: z.string(),
  /** where a number departs from the recalled literature, and why */
  provenance: z.string().optional(),
});
export type Head = z.infer<typeof headSchema>;

const musclesSchema = z.strictObject({
  format: z.literal("gryn-muscles"),
  version: z.literal(1),
  about: z.string(),
  heads: z.array(headSchema),
  muscles: z.array(z.strictObject({ id: z.string(), name: z.string() })),
});

const jointSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("root") }),
  z.strictObject({ kind: z.literal("hinge"), axis: point, coordinate: z.string() }),
  z.strictObject({ kind: z.literal("swing-twist"), coordinates: z.tuple([z.string(), z.string(), z.string()]) }),
]);

const skeletonSchema = z.strictObject({
  format: z.literal("gryn-skeleton"),
  version: z.literal(1),
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
  points: z.record(z.string(), z.strictObject({ segment: z.string(), at: point })),
  freedoms: z.array(z.strictObject({ id: z.string(), segment: z.string(), frame: z.string(), axis: point })),
  rhythm: z.strictObject({ about: z.string(), setting: z.number(), soft: z.number(), upward: z.number(), clavicle: z.number() }),
  reach: z.strictObject({ about: z.string(), elbow: z.tuple([z.number(), z.number()]), forearm: z.tuple([z.number(), z.number()]), shoulder: z.array(z.tuple([z.number(), z.number()])) }),
});
export type Skeleton = z.infer<typeof skeletonSchema>;

const muscleData = musclesSchema.parse(armData);

export const skeleton: Skeleton = skeletonSchema.parse(skeletonData);
export const heads: readonly Head[] = muscleData.heads;
export const muscles: readonly { id: string; name: string }[] = muscleData.muscles;

export const muscleName = (id: string): string => muscles.find((m) => m.id === id)?.name ?? id;

/** "Triceps, long head"; a muscle of one head goes by its own name */
export function headTitle(id: string): string {
  const head = heads.find((h) => h.id === id);
  if (!head) return id;
  const muscle = muscleName(head.muscle);
  return muscle === head.name ? muscle : `${muscle}, ${head.name.toLowerCase()}`;
}
