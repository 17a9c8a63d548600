/** A client: who trains, with what, how often, and what to watch. Health data: every row belongs to a practice. */
import type { z } from "zod";
import type { Equipment } from "#core/exercises/choices";
import { limbsOf, roundedBody, type Size } from "#core/anatomy/limbs";
import { LOADED, type Unit } from "./choices";
import { weekdaysFor, type PlanDay, type Weekday } from "./days";
import type { Machine, SetMachine } from "#core/machines/machine";
import type { There } from "./place";
import type { clientInput } from "./schema";

export type ClientInput = z.infer<typeof clientInput>;

/** what is said of every client */
type Said =
  "name" | "stature" | "mass" | "level" | "daysPerWeek" | "minutes" | "unit" | "equipment" | "priorities" | "cleared";

/** of a client of whom nothing else has been noted yet */
export const NOTHING_NOTED: Omit<ClientInput, Said> = {
  phase: "gain",
  goal: "size",
  language: "en",
  figure: "male",
  weekdays: [],
  units: {},
  loads: {},
  place: null,
  stations: null,
  uses: [],
  stationSettings: {},
  joints: [],
  mobility: [],
  alone: false,
  wanted: [],
  unwanted: [],
  weak: [],
  limbs: {},
  settings: {},
  screening: {},
  clearance: null,
  note: "",
  consent: null,
  keepUntil: null,
};

/** what of a client says how loads are read and which are there */
export type AtLoads = Pick<ClientInput, "unit"> & {
  units?: ClientInput["units"] | undefined;
  loads?: ClientInput["loads"] | undefined;
  machines?: readonly Machine[] | undefined;
};

/** the unit a load of this exercise is read and typed in at the client's place */
export function unitFor(client: AtLoads, equipment: readonly Equipment[]): Unit {
  const loaded = LOADED.find((e) => equipment.includes(e));
  return (loaded && client.units?.[loaded]) ?? client.unit;
}

/** the body the engine takes a client for: to the cm and kg, so that what is worked out for it can be kept */
export function bodyOf(client: Pick<ClientInput, "stature" | "mass"> & Partial<Pick<ClientInput, "limbs">>): Size {
  return roundedBody({
    stature: client.stature,
    mass: client.mass,
    limbs: limbsOf(client.limbs, client.stature),
  });
}

export type Client = ClientInput & {
  id: string;
  revision: number;
  /** by id: places where the client trains on some days, as they are now */
  elsewhere?: Readonly<Record<string, Elsewhere>> | undefined;
  /** of the place: what was measured there, what is odd about it, and what is set on it for the client */
  machines?: readonly SetMachine[] | undefined;
};

export type Elsewhere = There & { name: string; machines?: readonly SetMachine[] | undefined };
type Trains = Pick<ClientInput, "equipment"> &
  Partial<Omit<There, "equipment"> & Pick<ClientInput, "weekdays">> &
  Pick<Partial<Client>, "elsewhere" | "machines">;

/** what is there, and which loads, on a day of the client's week; null weekday: any */
export function thereOn(client: Trains, weekday: Weekday | null): There & Pick<Elsewhere, "machines"> {
  const other = weekday?.place === undefined ? undefined : client.elsewhere?.[weekday.place];
  const { equipment, stations = null, units = {}, loads = {}, machines } = other ?? client;
  return { equipment, stations, units, loads, machines };
}

/** the client as somebody of the place of that day of a plan; as usual where there is no such day, or no other place */
export function onDay<C extends Trains>(client: C, days: readonly (PlanDay & { id: string })[], id: string): C {
  const weekday = weekdaysFor(client, days)[days.findIndex((d) => d.id === id)] ?? null;
  return { ...client, ...thereOn(client, weekday), elsewhere: undefined };
}

/** what is there on one day or another */
export function everywhere(client: Trains): Pick<There, "equipment" | "stations"> {
  const others = Object.values(client.elsewhere ?? {});
  const all = [{ equipment: client.equipment, stations: client.stations ?? null }, ...others];
  // machines that a place does not have say nothing where it has none at all
  const withMachines = all.filter((p) => p.equipment.includes("machine"));
  return {
    equipment: [...new Set(all.flatMap((p) => p.equipment))],
    stations: withMachines.some((p) => p.stations === null)
      ? null
      : [...new Set(withMachines.flatMap((p) => p.stations ?? []))],
  };
}

/** what a form holds of a client */
export function inputOf(client: ClientInput | Client): ClientInput {
  const { id: _id, revision: _revision, elsewhere: _elsewhere, machines: _machines, ...input } = client as Client;
  return input;
}

/** what a list of clients shows, and nothing more: who reads more of one is written down */
export type ClientSummary = Pick<ClientInput, "name" | "daysPerWeek" | "minutes" | "cleared" | "keepUntil"> & {
  id: string;
};
