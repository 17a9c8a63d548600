/** A practice's own exercises: begun from another, read back from a file, compared with what was there. */
import type { Exercise, Parameter } from "./format";
import { roundToStep } from "./setup";
import { canonical } from "./version";

/** who may choose it: everybody of the practice, or only who made it */
export const SCOPES = ["practice", "mine"] as const;
export type Scope = (typeof SCOPES)[number];

export interface OwnExercise {
  id: string;
  revision: number;
  scope: Scope;
  /** made by whoever asks */
  mine: boolean;
  /** not offered any more; weeks that have it keep it */
  withdrawn: boolean;
  /** who changed it last, and when */
  by: string;
  at: string;
  exercise: Exercise;
}

/** another exercise to begin with: under a name and an id of its own, in one setup, related to the one it comes from */
export const copyOf = (from: Exercise, id: string, name = `${from.name}, own`): Exercise => ({
  ...from,
  id,
  name,
  setups: [{ name, values: from.setups[0]?.values ?? {} }],
  relatives: { easier: [], harder: [], swaps: [from.id] },
});

/** under another name: its setups that go by the old one do too */
export const renamed = (e: Exercise, name: string): Pick<Exercise, "name" | "setups"> => ({
  name,
  setups: e.setups.map((s) =>
    s.name === e.name || s.name.startsWith(`${e.name}, `) ? { ...s, name: name + s.name.slice(e.name.length) } : s,
  ),
});

/** characters of what people read */
const NAME_MOST = 70;
const TEXT_MOST = 240;

/** what lies between two steps of a setting: it would become another value without a word */
function offStep(e: Exercise, p: Parameter, i: number): { path: PropertyKey[]; reason: string }[] {
  const typed: [PropertyKey[], number | undefined][] = [
    [["parameters", i, "default"], p.default],
    ...e.setups.map((s, k): [PropertyKey[], number | undefined] => [["setups", k, "values", p.id], s.values[p.id]]),
  ];
  return typed.flatMap(([path, v]) => {
    if (v === undefined || v < p.min || v > p.max || roundToStep(p, v) === v) return [];
    return [{ path, reason: `${v} lies between two steps of ${p.name}; ${roundToStep(p, v)} is the nearest` }];
  });
}

/** what an exercise of the library never has, and a typed one may */
export function ownFaults(e: Exercise): { path: PropertyKey[]; reason: string }[] {
  const texts: [PropertyKey[], string, number][] = [
    [["name"], e.name, NAME_MOST],
    ...e.setups.map((s, i): [PropertyKey[], string, number] => [["setups", i, "name"], s.name, NAME_MOST]),
    ...e.parameters.map((p, i): [PropertyKey[], string, number] => [["parameters", i, "name"], p.name, NAME_MOST]),
    ...e.parameters.flatMap((p, i) =>
      (p.options ?? []).map((o, k): [PropertyKey[], string, number] => [
        ["parameters", i, "options", k, "name"],
        o.name,
        NAME_MOST,
      ]),
    ),
    ...e.cues.map((c, i): [PropertyKey[], string, number] => [["cues", i, "text"], c.text, TEXT_MOST]),
    ...e.cautions.map((c, i): [PropertyKey[], string, number] => [["cautions", i, "text"], c.text, TEXT_MOST]),
  ];
  return [
    ...texts.flatMap(([path, text, most]) =>
      text.trim() === ""
        ? [{ path, reason: "a few words are needed" }]
        : text.length > most
          ? [{ path, reason: `at most ${most} characters` }]
          : [],
    ),
    ...e.parameters.flatMap((p, i) => offStep(e, p, i)),
    ...(e.setups.length === 0 ? [{ path: ["setups"], reason: "at least one setup is needed" }] : []),
    ...(e.setups.length > SETUPS_MOST ? [{ path: ["setups"], reason: `at most ${SETUPS_MOST} setups` }] : []),
  ];
}
const SETUPS_MOST = 12;

export interface Difference {
  /** such as "stated.usualLoad" */
  path: string;
  /** undefined: not there */
  from: unknown;
  to: unknown;
}

const isObject = (v: unknown): v is Record<string, unknown> => typeof v === "object" && v !== null && !Array.isArray(v);

/** what of an exercise is another than before, field by field; lists as a whole where their lengths differ */
export function differences(from: unknown, to: unknown, path = ""): Difference[] {
  if (canonical(from) === canonical(to)) return [];
  const under = (key: string | number) => (path ? `${path}.${key}` : String(key));
  if (isObject(from) && isObject(to))
    return [...new Set([...Object.keys(from), ...Object.keys(to)])].flatMap((k) =>
      differences(from[k], to[k], under(k)),
    );
  if (Array.isArray(from) && Array.isArray(to) && from.length === to.length)
    return from.flatMap((v: unknown, i) => differences(v, to[i], under(i + 1)));
  return [{ path, from, to }];
}
