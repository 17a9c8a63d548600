/** A client: who trains, with what, how often, and what to watch. Health data: every row belongs to a practice. */
import { z } from "zod";
import { EQUIPMENT, JOINTS, type Equipment } from "#core/exercises/format";

export const PRIORITIES = ["maintain", "hold", "grow", "specialise"] as const;
export const UNITS = ["kg", "lb"] as const;
export type Unit = (typeof UNITS)[number];

/** what a load is read off; only these can carry a unit of their own */
export const LOADED = ["barbell", "dumbbell", "cable"] as const satisfies readonly Equipment[];

export type Priority = (typeof PRIORITIES)[number];

export const clientInput = z.strictObject({
  name: z.string().trim().min(1, "a name is needed").max(80),
  /** m */
  stature: z.number("a height is needed").min(1.3, "between 130 and 220 cm").max(2.2, "between 130 and 220 cm"),
  /** kg */
  mass: z.number("a body weight is needed").min(35, "between 35 and 200 kg").max(200, "between 35 and 200 kg"),
  level: z.enum(["beginner", "trained"]),
  daysPerWeek: z.int().min(1, "1 to 7 days").max(7, "1 to 7 days"),
  minutes: z.int().min(15, "between 15 and 180 minutes").max(180, "between 15 and 180 minutes"),
  unit: z.enum(UNITS),
  /** equipment marked in another unit than the client's own */
  units: z.partialRecord(z.enum(LOADED), z.enum(UNITS)).default({}),
  equipment: z.array(z.enum(EQUIPMENT)).max(40),
  priorities: z.record(z.string().max(60), z.enum(PRIORITIES)),
  joints: z
    .array(
      z.strictObject({
        joint: z.enum(JOINTS),
        side: z.enum(["left", "right", "both"]),
        note: z.string().max(300, "at most 300 characters"),
      }),
    )
    .max(20, "at most 20"),
  cleared: z.boolean(),
  note: z.string().max(2000, "at most 2000 characters"),
  /** the day on which the client agreed that health data are kept */
  consent: z.iso.date("a day such as 2026-03-31").nullable().default(null),
  /** the day after which they are to be erased */
  keepUntil: z.iso.date("a day such as 2026-03-31").nullable().default(null),
});
export type ClientInput = z.infer<typeof clientInput>;
/** the unit a load of this exercise is read and typed in at the client's place */
export function unitFor(client: Pick<ClientInput, "unit" | "units">, equipment: readonly Equipment[]): Unit {
  const loaded = LOADED.find((e) => equipment.includes(e));
  return (loaded && client.units?.[loaded]) ?? client.unit;
}

/** the body the engine takes a client for: to the cm and kg, so that what is worked out for it can be kept */
export const bodyOf = (client: Pick<ClientInput, "stature" | "mass">): { stature: number; mass: number } => ({
  stature: Math.round(client.stature * 100) / 100,
  mass: Math.round(client.mass),
});

export type Client = ClientInput & { id: string; revision: number };

/** what a list of clients shows, and nothing more: who reads more of one is written down */
export type ClientSummary = Pick<ClientInput, "name" | "daysPerWeek" | "minutes" | "cleared" | "keepUntil"> & {
  id: string;
};
