/**
 * A practice's own edition: one of ours with numbers changed, each with its meaning and bounds. Named, dated, and for
 * good once made: whoever wants another number makes another edition.
 */
import type { z } from "zod";
import { editions, isOurs, type Edition } from "./edition";
import { meanings, type Meaning } from "./meanings";
import type { ownEditionSchema } from "./schema";

export type OwnEdition = z.infer<typeof ownEditionSchema>;

/** one number of an edition, with what it means */
export interface EditionNumber {
  path: string;
  meaning: Meaning;
  /** the meaning's name with its blanks filled in */
  name: string;
  value: number;
}

/** what the words of a path are called */
const CALLED: Readonly<Record<string, string>> = {
  gain: "rise",
  hold: "hold",
  lose: "fall",
  computed: "by mechanics",
  direct: "direct sets only",
  half: "indirect sets half",
  full: "indirect sets whole",
  watch: "a joint to watch",
  sore: "a sore joint",
  severe: "a severe joint",
};
const PHASES = new Map([["hold", "stay"]]);

const calledIn = (path: string, key: string, classes: Edition["method"]["classes"]): string => {
  if (/^\d+$/.test(key)) return String(Number(key) + 1);
  if (path.startsWith("method.phase")) return PHASES.get(key) ?? CALLED[key] ?? key;
  return classes[key as keyof typeof classes]?.name ?? CALLED[key] ?? key;
};

const patternOf = (path: string) => new RegExp(`^${path.replaceAll(".", "\\.").replaceAll("*", "([^.]+)")}$`);
const PATTERNS = meanings.map((meaning) => ({ meaning, pattern: patternOf(meaning.path) }));

/** the meaning of a path, and what its stars match; null where it has none */
export function meaningOf(path: string): { meaning: Meaning; keys: string[] } | null {
  for (const { meaning, pattern } of PATTERNS) {
    const match = pattern.exec(path);
    if (match) return { meaning, keys: match.slice(1) };
  }
  return null;
}

function* leaves(x: unknown, path: string): Generator<[string, number]> {
  if (typeof x === "number") yield [path, x];
  else if (x && typeof x === "object")
    for (const [key, value] of Object.entries(x)) yield* leaves(value, path ? `${path}.${key}` : key);
}

const judgement = ({ method, planner, ranking }: Edition) => ({ method, planner, ranking });

/** formats are no judgement */
const NO_JUDGEMENT = new Set(["method.version"]);

/** every number that an edition judges by, in the order of its meanings */
export function numbersOf(edition: Edition): EditionNumber[] {
  const all = [...leaves(judgement(edition), "")].filter(([path]) => !NO_JUDGEMENT.has(path));
  const told = all.map(([path, value]): EditionNumber => {
    const found = meaningOf(path);
    if (!found) throw new RangeError(`${path} has no meaning`);
    const { meaning, keys } = found;
    const name = meaning.name.replace(/\{(\d)\}/g, (_, n: string) =>
      calledIn(path, keys[Number(n) - 1]!, edition.method.classes),
    );
    return { path, meaning, name, value };
  });
  const order = new Map(meanings.map((m, i) => [m, i]));
  return told.sort((a, b) => order.get(a.meaning)! - order.get(b.meaning)!);
}

/** pairs of which the first is never above the second */
const IN_ORDER: readonly (readonly [RegExp, string])[] = [
  [/^(method\.bands\..*|method\.sessionUsual|method\.repSeconds)\.0$/, "$1.1"],
  [/^(method\.joints\..*)\.look$/, "$1.out"],
  [/^(method\.checks)\.beyond$/, "$1.farBeyond"],
  [/^(method\.spine)\.day$/, "$1.running"],
  [/^(method\.spine)\.running$/, "$1.week"],
];

/** what is wrong with an own edition, with its path; null where nothing is */
export function ownFault(own: OwnEdition): { path: string; reason: string } | null {
  const base = editions.find((e) => e.id === own.base);
  if (!base) return { path: "base", reason: `there is no edition called ${own.base}` };
  const now = new Map(numbersOf(base).map((n) => [n.path, n]));
  for (const [path, value] of Object.entries(own.changes)) {
    const number = now.get(path);
    if (!number) return { path: `changes.${path}`, reason: "there is no such number" };
    const { least, most } = number.meaning;
    if (value < least || value > most) return { path: `changes.${path}`, reason: `from ${least} to ${most}` };
    if (
      Number.isInteger(number.value) &&
      ["reps", "", "days"].includes(number.meaning.unit) &&
      !Number.isInteger(value)
    )
      return { path: `changes.${path}`, reason: "a whole number" };
  }
  const valueOf = (path: string) => own.changes[path] ?? now.get(path)?.value;
  for (const path of now.keys())
    for (const [pattern, other] of IN_ORDER) {
      if (!pattern.test(path)) continue;
      const [low, high] = [valueOf(path), valueOf(path.replace(pattern, other))];
      if (low !== undefined && high !== undefined && low > high)
        return { path: `changes.${path}`, reason: `not above ${high}, which it begins` };
    }
  return null;
}

const set = <T>(x: T, [key, ...rest]: readonly string[], value: number): T => {
  if (key === undefined) return value as T;
  const next = set((x as Record<string, unknown>)[key], rest, value);
  return (Array.isArray(x) ? Object.assign([...(x as unknown[])], { [key]: next }) : { ...x, [key]: next }) as T;
};

/** the edition that a practice's own one makes of its base; @throws RangeError where `ownFault` finds one */
export function editionFrom(own: OwnEdition): Edition {
  const fault = ownFault(own);
  if (fault) throw new RangeError(`${fault.path}: ${fault.reason}`);
  const base = editions.find((e) => e.id === own.base)!;
  const changed = Object.entries(own.changes).reduce(
    (now, [path, value]) => set(now, path.split("."), value),
    judgement(base),
  );
  return { ...base, ...changed, id: own.id, date: own.at.slice(0, 10), about: own.name };
}

/** what an own edition changes, beside what its base says */
export const changesOf = (own: OwnEdition): (EditionNumber & { ours: number })[] =>
  isOurs(own.base)
    ? numbersOf(editionFrom(own)).flatMap((n) => {
        const ours = numbersOf(editions.find((e) => e.id === own.base)!).find((x) => x.path === n.path)!.value;
        return n.path in own.changes && n.value !== ours ? [{ ...n, ours }] : [];
      })
    : [];
