/** A client: who trains, with what, how often, and what to watch. Health data: every row belongs to a practice. */
import type { z } from "zod";
import type { Equipment } from "#core/exercises/choices";
import { LOADED, type Unit } from "./choices";
import type { clientInput } from "./schema";

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

/** what a form holds of a client */
export function inputOf(client: ClientInput | Client): ClientInput {
  const { id: _id, revision: _revision, ...input } = client as Client;
  return input;
}

/** what a list of clients shows, and nothing more: who reads more of one is written down */
export type ClientSummary = Pick<ClientInput, "name" | "daysPerWeek" | "minutes" | "cleared" | "keepUntil"> & {
  id: string;
};
