/** Where clients of a practice train: what is there, said once for all of them. */
import { z } from "zod";
import { machinesSchema } from "#core/machines/machine";
import { clientInput } from "./schema";

export const placeInput = z.strictObject({
  name: z.string().trim().min(1, "a name is needed").max(60, "at most 60 characters"),
  equipment: clientInput.shape.equipment,
  stations: clientInput.shape.stations,
  units: clientInput.shape.units,
  loads: clientInput.shape.loads,
  machines: machinesSchema.default([]),
  /** what to know of it, such as a stack that reads low */
  note: z.string().max(500, "at most 500 characters").default(""),
});
export type PlaceInput = z.infer<typeof placeInput>;
export type Place = PlaceInput & { id: string; revision: number; clients: number };

/** what of a place stands for a client's own */
export type There = Pick<PlaceInput, "equipment" | "stations" | "units" | "loads">;
export const thereIn = ({ equipment, stations, units, loads }: There): There => ({ equipment, stations, units, loads });
