/** The shape of the anatomy's files. */
import { z } from "zod";
import { CHAINS, REGIONS } from "./terms";

const point = z.tuple([z.number(), z.number(), z.number()]);
const placed = z.strictObject({ segment: z.string(), at: point });
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
  /** scale of the passive curve, 1 where not given */
  passive: z.number().positive().optional(),
  /** cm^3, where the literature's differs from F0 x optimum length / specific tension */
  volume: z.number().positive().optional(),
  /**
   * attachment and via points, with what they wrap: the humeral head (`over`: always over its back and outer side, also
   * where the other way would be shorter), or a cylinder: through the hips, or where `bar` puts it; its near end is
   * the one further in, or the one below
   */
  path: z
    .strictObject({
      points: z.array(placed).min(2),
      sphere: z.number().positive().optional(),
      over: z.literal("outside").optional(),
      cylinder: z
        .strictObject({
          radius: z.number().positive(),
          side: z.enum(["back", "front"]),
          bar: z
            .strictObject({ segment: z.string(), at: point, axis: point, near: z.enum(["inside", "below"]).optional() })
            .optional(),
        })
        .optional(),
    })
    .optional(),
  /** tabulated moment arms by joint coordinate: [deg, m] */
  arms: z.record(z.string(), table),
  /** one of these levers changes with another joint: by this factor of it [deg, factor] */
  coupled: z.strictObject({ joint: z.string(), by: z.string(), factor: table }).optional(),
  /** how it is drawn, where the path is not a line */
  line: z.array(placed).optional(),
  sameAs: z.string().optional(),
  /** what a coach wants to know about it */
  note: z.string(),
  /** where a number departs from the recalled literature, and why */
  provenance: z.string().optional(),
});
export type Head = z.infer<typeof headSchema>;

export const musclesSchema = z.strictObject({
  format: z.literal("gryn-muscles"),
  version: z.literal(2),
  about: z.string(),
  muscles: z.array(z.strictObject({ id: z.string(), name: z.string(), region: z.enum(REGIONS) })),
  heads: z.array(headSchema),
});
export type Muscle = z.infer<typeof musclesSchema>["muscles"][number];

const jointSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("root") }),
  z.strictObject({ kind: z.literal("fixed") }),
  z.strictObject({ kind: z.literal("hinge"), axis: point, coordinate: z.string() }),
  z.strictObject({ kind: z.literal("swing-twist"), coordinates: z.tuple([z.string(), z.string(), z.string()]) }),
]);

export const skeletonSchema = z.strictObject({
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
    z.strictObject({
      id: z.string(),
      chain: z.enum(CHAINS),
      segment: z.string(),
      frame: z.string(),
      axis: point,
      /** share of what lies beyond the origin of `centre` that turns with it; the rest is carried with that centre */
      carry: z.number().min(0).max(1).optional(),
      centre: z.string().optional(),
      /** share of the torque that the muscles of one side carry, where those of both do */
      share: z.number().positive().max(1).optional(),
      /** m over the joint's angle: lever of a force along the hand that opens the fingers; no turn about the axis */
      opens: table.optional(),
    }),
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
    /** deg over where the rhythm has the girdle */
    girdle: z.array(z.number()),
    values: z.record(z.string(), z.array(z.number())),
  }),
});
export type Skeleton = z.infer<typeof skeletonSchema>;

const bound = z.union([z.number(), z.array(z.number()), z.array(z.array(z.number()))]);
export const limitsSchema = z.strictObject({
  format: z.literal("gryn-limits"),
  version: z.literal(1),
  about: z.string(),
  tolerance: z.number().nonnegative(),
  limits: z.array(
    z.strictObject({
      coordinate: z.string(),
      words: z.tuple([z.string(), z.string()]),
      /** one or two other coordinates and where the tables stand, ascending */
      by: z.record(z.string(), z.array(z.number()).min(2)).optional(),
      low: bound,
      high: bound,
    }),
  ),
});
export type Limits = z.infer<typeof limitsSchema>;

export const calibrationSchema = z.strictObject({
  format: z.literal("gryn-calibration"),
  version: z.literal(1),
  about: z.string(),
  /** factor on the strength of a chain's muscles in people who train, over those of the curves */
  trained: z.strictObject({ about: z.string(), arm: z.number(), spine: z.number(), leg: z.number() }),
  groups: z.record(
    z.string(),
    z.strictObject({ muscles: z.array(z.string()), strength: z.number().positive(), referenceLength: z.number() }),
  ),
});
