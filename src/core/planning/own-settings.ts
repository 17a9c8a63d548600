/**
 * What a client has found by trying: one number that then holds for every setup of its kind. A setup that is another
 * because of that very parameter (a press with a narrow grip) keeps what makes it itself.
 */
import type { SettingId } from "#core/clients/choices";
import type { Client, ClientInput } from "#core/clients/client";
import { askOn } from "#core/clients/on-machine";
import type { SetupAsk } from "#core/exercises/asked";
import type { Exercise } from "#core/exercises/format";
import { resolveSetup, type Values } from "#core/exercises/setup";

export interface Setting {
  id: SettingId;
  unit: "°" | "cm";
  /** what may be typed, and what a try begins with */
  low: number;
  high: number;
  usual: number;
  /** of what is typed, what a parameter is set to: deg as they are; the half in m of a distance in cm */
  half: boolean;
  /** the parameter by exercise */
  uses: Readonly<Record<string, string>>;
}

const rows = [
  "bench-supported-cable-row",
  "bent-over-barbell-row",
  "chest-supported-landmine-row",
  "inverted-row",
  "landmine-row",
  "low-row-machine",
  "machine-row",
  "one-arm-cable-row",
  "one-arm-landmine-row",
  "one-arm-machine-row",
];

export const settings: readonly Setting[] = [
  {
    id: "press-elbows",
    unit: "°",
    low: 20,
    high: 85,
    usual: 60,
    half: false,
    uses: { "machine-chest-press": "elbowPath", "overhead-press": "elbowPath" },
  },
  {
    id: "press-hands",
    unit: "cm",
    low: 44,
    high: 84,
    usual: 66,
    half: true,
    uses: { "barbell-bench-press": "grip", "incline-barbell-press": "width" },
  },
  {
    id: "row-elbows",
    unit: "°",
    low: 5,
    high: 85,
    usual: 25,
    half: false,
    uses: Object.fromEntries(rows.map((id) => [id, "elbowPath"])),
  },
  {
    id: "stance",
    unit: "cm",
    low: 20,
    high: 80,
    usual: 36,
    half: true,
    uses: { "back-squat": "footWidth", "belt-squat": "footWidth", "leg-press": "footWidth" },
  },
];

/** the values of a setup as this client does it; those that were given where nothing of the client's applies */
export function ownValues(exercise: Exercise, values: Values, own: ClientInput["settings"]): Values {
  let out = values;
  for (const { id, half, uses } of settings) {
    const [typed, name] = [own[id], uses[exercise.id]];
    const parameter = name !== undefined && exercise.parameters.find((p) => p.id === name);
    if (typed === undefined || !parameter || values[parameter.id] !== undefined) continue;
    const asked = half ? typed / 200 : typed;
    out = { ...out, [parameter.id]: Math.max(parameter.min, Math.min(parameter.max, asked)) };
  }
  return out;
}

/** what of a client makes a setup another than the library's: what was tried out, and the machines of the place */
export type Ways = Pick<ClientInput, "settings"> & Pick<Client, "machines">;

/** by the key of the setup as it is named: the same as this client does it, for those that differ */
export function ownSetups(library: readonly Exercise[], { settings: own, machines }: Ways): Map<string, SetupAsk> {
  const out = new Map<string, SetupAsk>();
  if (Object.keys(own).length === 0 && !machines?.some((m) => m.measured)) return out;
  for (const e of library)
    for (const { values } of e.setups) {
      const mine = ownValues(e, values, own);
      const key = resolveSetup(e, values).key;
      const ask = askOn(machines, { exerciseId: e.id, values: mine });
      if (ask.profile || (mine !== values && resolveSetup(e, mine).key !== key)) out.set(key, ask);
    }
  return out;
}
