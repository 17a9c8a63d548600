/** The techniques' file, read and checked; a build of the pages holds what came out of it (vite.config.ts). */
import { z } from "zod";
import { TECHNIQUES } from "#core/program/limits";
import { techniquePartSchema } from "#core/program/document";
import data from "./techniques.json" with { type: "json" };

const yes = z.literal(true).optional();
const figure = z.number().optional();

/** conditions; each that is there has to hold */
export const asksSchema = z.strictObject({
  trained: yes,
  notCompound: yes,
  notHeavy: yes,
  oneSided: yes,
  cable: yes,
  /** a cable or machine leads the load */
  guided: yes,
  freeWeight: yes,
  band: yes,
  withHelper: yes,
  /** cable, machine or dumbbells */
  quickChange: yes,
  /** at most */
  engagedMass: figure,
  spineMoment: figure,
  /** of the load at the end over the rep's most, at most */
  fades: figure,
  /** at least */
  steadiness: figure,
  partialReserve: figure,
  endLoad: figure,
  easier: figure,
  fewestReps: figure,
});

const techniquesSchema = z.strictObject({
  format: z.literal("gryn-techniques"),
  version: z.literal(1),
  about: z.string(),
  techniques: z.array(
    z.strictObject({
      id: z.enum(TECHNIQUES),
      name: z.string(),
      what: z.string(),
      client: z.string(),
      pays: z.string(),
      credit: z.number().min(0),
      seconds: z.strictObject({ work: z.number(), fixed: z.number() }),
      asks: asksSchema,
      price: z.number(),
      soreness: z.number(),
      apart: z.number(),
      planned: z.boolean(),
      on: z.enum(["last", "every"]),
      main: z.enum(["full", "partial", "assisted"]),
      then: z.array(techniquePartSchema),
    }),
  ),
});

export const { techniques } = techniquesSchema.parse(data);
export type Technique = (typeof techniques)[number];
