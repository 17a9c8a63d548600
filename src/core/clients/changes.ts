/** What a saved form changed: field by field, in words for whoever asks later what was known when. */
import { equipmentName, type Equipment } from "#core/exercises/choices";
import { JOINT_NAMES } from "#core/exercises/joints";
import type { ClientInput } from "#core/clients/client";
import { findMove } from "./mobility";
import { questions } from "./screening";

export interface Change {
  field: string;
  from: unknown;
  to: unknown;
}

/** fields whose value differs, in the order of the form */
export function changesOf(before: ClientInput, after: ClientInput): Change[] {
  return (Object.keys(after) as (keyof ClientInput)[])
    .filter((field) => JSON.stringify(before[field]) !== JSON.stringify(after[field]))
    .map((field) => ({ field, from: before[field], to: after[field] }));
}

const NAMES: Partial<Record<keyof ClientInput, string>> = {
  name: "name",
  stature: "height",
  mass: "body weight",
  level: "training age",
  phase: "body weight is to",
  goal: "training is for",
  daysPerWeek: "days a week",
  minutes: "minutes a session",
  language: "reads",
  figure: "pictures show",
  unit: "loads in",
  units: "marked otherwise",
  alone: "trains alone",
  cleared: "cleared",
  note: "notes",
  consent: "agreed on",
  keepUntil: "keep until",
};

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
type Of<K extends keyof ClientInput> = ClientInput[K];

/** what went and what came, such as "+ cable, − band"; of lists whose order says nothing */
function goneAndCome(from: readonly string[], to: readonly string[]): string {
  const gone = from.filter((x) => !to.includes(x)).map((x) => `− ${x}`);
  const come = to.filter((x) => !from.includes(x)).map((x) => `+ ${x}`);
  return [...come, ...gone].join(", ");
}

function plain(field: string, v: unknown): string {
  if (v === null || v === "" || v === undefined) return "none";
  if (typeof v === "boolean") return v ? "yes" : "no";
  if (typeof v === "number")
    return field === "stature" ? `${Math.round(v * 100)} cm` : field === "mass" ? `${v} kg` : `${v}`;
  return typeof v === "string" ? v : JSON.stringify(v);
}

/** "thigh 42 → 44, shank none → 41" */
function entriesChanged(from: object, to: object): string {
  const told = (v: unknown) =>
    v === undefined
      ? "none"
      : v && typeof v === "object"
        ? Object.entries(v).flat().join(" ")
        : `${v as string | number}`;
  const [a, b] = [from as Record<string, unknown>, to as Record<string, unknown>];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])]
    .filter((k) => told(a[k]) !== told(b[k]))
    .map((k) => `${k} ${told(a[k])} → ${told(b[k])}`)
    .join(", ");
}

const bare = (e: Equipment) => equipmentName(e).replace(/^an? /, "");

/** by field, where it is more than one value for another */
const TEXTS: Partial<Record<string, (from: never, to: never, groupName: (id: string) => string) => string>> = {
  equipment: (from: Of<"equipment">, to: Of<"equipment">) => `equipment ${goneAndCome(from.map(bare), to.map(bare))}`,
  stations: (from: Of<"stations">, to: Of<"stations">) =>
    from && to ? `machines ${goneAndCome(from, to)}` : `machines ${to ? to.join(", ") : "every one"}`,
  unwanted: (from: Of<"unwanted">, to: Of<"unwanted">) => `disliked ${goneAndCome(from, to)}`,
  wanted: (from: Of<"wanted">, to: Of<"wanted">) => `liked ${goneAndCome(from, to)}`,
  weak: (from: Of<"weak">, to: Of<"weak">) => {
    const told = (list: Of<"weak">) => list.map((w) => `${w.link} (${w.answer})`);
    return `weak links ${goneAndCome(told(from), told(to))}`;
  },
  loads: (from: Of<"loads">, to: Of<"loads">) => `loads ${entriesChanged(from, to)}`,
  limbs: (from: Of<"limbs">, to: Of<"limbs">) => `limbs, cm: ${entriesChanged(from, to)}`,
  settings: (from: Of<"settings">, to: Of<"settings">) => `own settings ${entriesChanged(from, to)}`,
  priorities: (from: Of<"priorities">, to: Of<"priorities">, groupName) =>
    [...new Set([...Object.keys(from), ...Object.keys(to)])]
      .filter((g) => from[g] !== to[g])
      .map((g) => `${groupName(g)}: ${from[g] ?? "left out"} → ${to[g] ?? "left out"}`)
      .join(", "),
  joints: (from: Of<"joints">, to: Of<"joints">) => {
    const told = (list: Of<"joints">) => list.map((j) => `${j.side} ${JOINT_NAMES[j.joint]} ${j.severity}`);
    return `joints ${goneAndCome(told(from), told(to)) || "notes"}`;
  },
  mobility: (from: Of<"mobility">, to: Of<"mobility">) => {
    const told = (list: Of<"mobility">) => list.map((m) => `${findMove(m.move).name.toLowerCase()} ${m.to}°`);
    return `movements ${goneAndCome(told(from), told(to))}`;
  },
  weekdays: (from: Of<"weekdays">, to: Of<"weekdays">) => {
    const told = (list: Of<"weekdays">) => list.map((w) => `${DAYS[w.day]} ${w.minutes} min`);
    return `weekdays ${goneAndCome(told(from), told(to))}`;
  },
  screening: (from: Of<"screening">, to: Of<"screening">) =>
    questions
      .filter((q) => from[q.id] !== to[q.id])
      .map((q) => `${q.ask} ${from[q.id] ?? "not answered"} → ${to[q.id] ?? "not answered"}`)
      .join(" "),
  clearance: (_from: Of<"clearance">, to: Of<"clearance">) =>
    to ? `cleared by ${to.by} on ${to.on}` : "clearance taken back",
  stationSettings: () => "settings on machines",
  uses: () => "which machines of a kind",
  place: (_from: Of<"place">, to: Of<"place">) => (to ? "another place" : "a place of their own"),
};

/** "height: 172 cm → 173 cm" */
export function changeText({ field, from, to }: Change, groupName: (id: string) => string): string {
  const own = TEXTS[field];
  if (own) return own(from as never, to as never, groupName);
  return `${NAMES[field as keyof ClientInput] ?? field}: ${plain(field, from)} → ${plain(field, to)}`;
}
