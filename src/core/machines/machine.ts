/** A machine of a place as it stands there: what was measured on it, its pin, and what is odd about it. */
import { z } from "zod";

/** cm of the handle's way, from where the lift begins; kg on the scale, while it goes up and while it comes down */
export const readingSchema = z.strictObject({
  at: z.number("the place of a reading is needed").min(0, "at least 0 cm").max(300, "at most 300 cm"),
  up: z.number("the force going up is needed").min(0, "at least 0 kg").max(500, "at most 500 kg"),
  down: z.number().min(0, "at least 0 kg").max(500, "at most 500 kg").nullable(),
});
export type Reading = z.infer<typeof readingSchema>;

export const READINGS_LEAST = 4;
export const READINGS_MOST = 60;

export const measuredSchema = z
  .strictObject({
    /** what the pin or the plates say, in the machine's unit */
    setting: z.number("what the pin says is needed").positive("above 0").max(999, "at most 999"),
    readings: z
      .array(readingSchema)
      .min(READINGS_LEAST, `at least ${READINGS_LEAST} places are needed`)
      .max(READINGS_MOST, `at most ${READINGS_MOST} places`),
    /** the day, such as 2026-03-04 */
    on: z.iso.date(),
  })
  .refine((m) => new Set(m.readings.map((r) => r.at)).size === m.readings.length, {
    message: "each place stands there once",
    path: ["readings"],
  })
  .refine((m) => m.readings.some((r) => r.up > 0), { message: "nothing was pulled anywhere", path: ["readings"] });
export type Measured = z.infer<typeof measuredSchema>;

/** what stands for every cable column, beside the names of machines */
export const CABLE = "cable column";

const kilograms = z.number().positive("above 0").max(500, "at most 500").optional();

export const SETTINGS_MOST = 5;
const stationSchema = z.strictObject({
  name: z.string().trim().min(1, "a name is needed").max(30, "at most 30 characters"),
  /** "arm flat on the pad?" */
  check: z.string().trim().max(80, "at most 80 characters").default(""),
});

export const machineSchema = z
  .strictObject({
    id: z.uuid(),
    name: z.string().trim().min(1, "a name is needed").max(60, "at most 60 characters"),
    /** the kind of machine it is, as exercises name it */
    station: z.string().min(1, "say which machine it is").max(60),
    /** that its pins are marked in */
    unit: z.enum(["kg", "lb"]).default("kg"),
    measured: measuredSchema.nullable().default(null),
    /** from pin to pin, the lightest and the heaviest, in its unit */
    step: kilograms,
    least: kilograms,
    most: kilograms,
    /** what is set on it for each client, such as the hole of the seat, with the question that shows it is right */
    settings: z.array(stationSchema).max(SETTINGS_MOST, `at most ${SETTINGS_MOST}`).default([]),
    /** mm that the left side's start lies behind the right one's; below 0 before it */
    leftBehind: z.number().min(-200, "at most 200 mm").max(200, "at most 200 mm").default(0),
    /** what evens it out, or makes the seat fit: "towel behind the left shoulder" */
    spacer: z.string().trim().max(80, "at most 80 characters").default(""),
    /** anything else to know of it */
    note: z.string().trim().max(160, "at most 160 characters").default(""),
  })
  .refine((m) => m.least === undefined || m.most === undefined || m.least < m.most, {
    message: "the lightest has to be below the heaviest",
    path: ["least"],
  });
export type Machine = z.infer<typeof machineSchema>;

/** a client's numbers of a machine's settings, by name */
export const stationSetSchema = z.record(
  z.string().max(30),
  z.number().min(-99, "at least -99").max(999, "at most 999"),
);
/** a machine with what is set on it for one client */
export const setMachineSchema = machineSchema.safeExtend({ set: stationSetSchema.optional() });
export type SetMachine = z.infer<typeof setMachineSchema>;

export const MACHINES_MOST = 60;
export const machinesSchema = z
  .array(machineSchema)
  .max(MACHINES_MOST, `at most ${MACHINES_MOST} machines`)
  .refine((list) => new Set(list.map((m) => `${m.station}: ${m.name}`)).size === list.length, {
    message: "two machines of one kind need names of their own",
  });

/** the kinds of which a place has more than one machine, each with those machines */
export function kindsWithMore(machines: readonly Machine[]): [station: string, of: Machine[]][] {
  const kinds = [...new Set(machines.map((m) => m.station))];
  return kinds.map((k): [string, Machine[]] => [k, machines.filter((m) => m.station === k)]).filter(([, of]) => of[1]);
}

/** the machines of a place with those that a client uses before others of their kind */
export const usedFirst = <M extends Pick<Machine, "id">>(machines: readonly M[], uses: readonly string[]): M[] => [
  ...machines.filter((m) => uses.includes(m.id)),
  ...machines.filter((m) => !uses.includes(m.id)),
];

/** the machine of a place that an exercise is done on: of several of a kind the first */
export function machineFor<M extends Machine>(
  machines: readonly M[] | undefined,
  { station, equipment }: { station?: string | undefined; equipment: readonly string[] },
): M | null {
  const kind = station ?? (equipment.includes("cable") ? CABLE : null);
  return machines?.find((m) => m.station === kind) ?? null;
}
