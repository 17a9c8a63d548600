/** The surface of the body and the heads as patches on it, read and checked; a build holds what came out of it. */
import { z } from "zod";
import patchesFile from "./patches.json" with { type: "json" };
import ringsFile from "./rings.json" with { type: "json" };

const triple = z.tuple([z.number(), z.number(), z.number()]);
export const CHAINS = ["T", "H", "Y", "W", "B", "L", "F", "A", "P"] as const;
const chainId = z.enum(CHAINS);

const ringSchema = z.strictObject({
  /** station along the chain */
  s: z.number(),
  seg: z.string(),
  /** centre in the segment's frame, m */
  c: triple,
  /** radii of the quarters, m: see `about` */
  r: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  /** exponent of the superellipse: 2 is an ellipse */
  e: z.number(),
});
const reliefSchema = z.strictObject({
  chain: chainId,
  s: z.number(),
  ds: z.number(),
  a: z.number(),
  da: z.number(),
  h: z.number(),
  head: z.string().optional(),
  both: z.boolean().optional(),
});
const capsule = z.tuple([triple, triple, z.number()]);
const ringsSchema = z.strictObject({
  format: z.literal("gryn-rings"),
  version: z.literal(1),
  about: z.string(),
  chains: z.record(
    chainId,
    z.strictObject({ about: z.string(), axis: z.enum(["x", "y", "z"]), rings: z.array(ringSchema) }),
  ),
  relief: z.array(reliefSchema),
  hand: z.strictObject({
    about: z.string(),
    fistFingers: z.array(z.tuple([triple, z.number()])),
    fistCurl: z.array(z.tuple([z.number(), z.number()])),
    fistThumb: z.tuple([triple, triple, triple, z.number()]),
    openFingers: z.array(capsule),
    openThumb: z.tuple([triple, triple, triple, z.number()]),
  }),
  face: z.strictObject({
    about: z.string(),
    nose: z.array(triple),
    ear: z.strictObject({ c: triple, r: z.tuple([z.number(), z.number()]) }),
    brow: triple,
    mouth: triple,
  }),
  female: z.strictObject({
    about: z.string(),
    factors: z.array(z.tuple([chainId, z.number(), z.number(), z.number(), z.number()])),
    relief: z.number(),
    chest: reliefSchema,
  }),
});

const stationSchema = z.union([
  z.strictObject({ chain: chainId, s: z.number(), a: z.number() }),
  z.strictObject({ seg: z.string(), at: triple }),
]);
const edge = z.array(stationSchema).min(2);
const patchesSchema = z.strictObject({
  format: z.literal("gryn-patches"),
  version: z.literal(1),
  about: z.string(),
  patches: z.array(
    z.strictObject({
      head: z.string(),
      part: z.enum(["trunk", "hip", "thigh", "shank", "upperarm", "forearm"]),
      layer: z.int(),
      /** where along it flesh begins and ends, 0 origin, 1 insertion */
      belly: z.tuple([z.number(), z.number()]),
      edges: z.tuple([edge, edge]),
      push: z.array(chainId).optional(),
      pennate: z.union([z.literal(0), z.literal(1), z.literal(2)]).optional(),
      cuts: z.array(z.number()).optional(),
    }),
  ),
  /** heads that never lie at the surface */
  deep: z.array(z.string()),
});

export const { chains, relief, hand, face, female } = ringsSchema.parse(ringsFile);
export const { patches, deep } = patchesSchema.parse(patchesFile);
export type ChainId = (typeof CHAINS)[number];
export type Patch = (typeof patches)[number];
export type Station = z.infer<typeof stationSchema>;
