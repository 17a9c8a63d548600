/**
 * Numbers that hang on a setting, told as rows: at this value of it, that number. Two rows are a straight line,
 * more are a table with a smooth curve between them; a choice has a row for each of its options.
 */
import { curveValue, makeCurve } from "#core/base/curve";
import type { Binding, Exercise, Parameter } from "./format";

/** one setting's part of a number; a sum has two */
export type Part = Exclude<Binding, number | { sum: unknown }>;
/** value of the setting, and the number there */
export type Row = readonly [setting: number, value: number];

const plainly = (v: number): number => Number(v.toFixed(9));

/** the parts that make a number up; none where it stands fast */
export const partsOf = (b: Binding): readonly Part[] => (typeof b === "number" ? [] : "sum" in b ? b.sum : [b]);

/** where a setting is told: at each of its options, or at both its ends */
const placesOf = (p: Parameter): number[] => p.options?.map((o) => o.value) ?? [p.min, p.max];

const lineAt = (part: Exclude<Part, { table: unknown }>, v: number) => plainly(v * part.scale + part.offset);

export const rowsOf = (part: Part, p: Parameter): Row[] =>
  "table" in part ? part.table : placesOf(p).map((v) => [v, lineAt(part, v)]);

/** what hangs on a setting by rows, in any order; of rows at one place the last counts; one row stands fast */
export function hungBy(id: string, rows: readonly Row[]): Part | number {
  const table = [...new Map(rows).entries()].sort(([a], [b]) => a - b);
  const [[x, y] = [0, 0], second] = table;
  if (!second) return y;
  if (table.length > 2) return { parameter: id, table };
  const scale = (second[1] - y) / (second[0] - x);
  return { parameter: id, scale: plainly(scale), offset: plainly(y - x * scale) };
}

/** a number that begins to hang on a setting: the same everywhere until a row says otherwise */
export const begunOn = (p: Parameter, value: number): Part | number =>
  hungBy(
    p.id,
    placesOf(p).map((v): Row => [v, value]),
  );

/** two parts, or what is left of them: numbers are added to what hangs */
export function together(parts: readonly (Part | number)[]): Binding {
  const fast = parts.reduce<number>((s, p) => s + (typeof p === "number" ? p : 0), 0);
  const [first, second] = parts.filter((p): p is Part => typeof p !== "number");
  if (!first) return plainly(fast);
  const moved: Part =
    "table" in first
      ? { ...first, table: first.table.map(([x, y]): [number, number] => [x, plainly(y + fast)]) }
      : { ...first, offset: plainly(first.offset + fast) };
  return second ? { sum: [moved, second] } : moved;
}

const atDefault = (part: Part, p: Parameter): number =>
  "table" in part ? plainly(curveValue(makeCurve(part.table), p.default)) : lineAt(part, p.default);

/** every number of a file that a setting moved, as it is at the setting's default */
function freed(value: unknown, p: Parameter): unknown {
  if (Array.isArray(value)) return value.map((v) => freed(v, p));
  if (value === null || typeof value !== "object") return value;
  const b = value as Binding;
  const isBinding = typeof b === "object" && ("sum" in b || "scale" in b || "table" in b);
  if (isBinding) return together(partsOf(b).map((part) => (part.parameter === p.id ? atDefault(part, p) : part)));
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, freed(v, p)]));
}

/** the exercise without one of its settings: what hung on it stands as it is at the setting's default */
export function withoutSetting(exercise: Exercise, id: string): Exercise {
  const p = exercise.parameters.find((x) => x.id === id);
  if (!p) return exercise;
  const usual = p.options?.find((o) => o.value === p.default)?.id;
  const { attachment, turned, stance, path, loads, elbowTowards, hold } = exercise;
  const held = typeof attachment === "object" && attachment.parameter === id;
  const moved = freed({ stance, path, loads, elbowTowards, hold }, p) as Partial<Exercise>;
  const form: Partial<Exercise> =
    id === "sides" && (usual === "both" || usual === "one")
      ? { sides: usual }
      : id === "base" && usual
        ? { stance: { ...(moved.stance ?? stance), on: usual as Exercise["stance"]["on"] } }
        : id === "blade" && usual
          ? { girdle: usual as Exercise["girdle"] }
          : id === "holdOn" && usual
            ? { holdOn: usual as Exercise["holdOn"] }
            : {};
  return {
    ...exercise,
    ...moved,
    ...form,
    ...(held && usual ? { attachment: usual } : {}),
    ...(turned ? { turned: turned.filter((t) => t.parameter !== id) } : {}),
    parameters: exercise.parameters.filter((x) => x.id !== id),
    setups: exercise.setups.map((s) => ({
      ...s,
      values: Object.fromEntries(Object.entries(s.values).filter(([k]) => k !== id)),
    })),
  };
}

export const SETTINGS_MOST = 8;

const BEGUN: Readonly<Record<Parameter["unit"], Pick<Parameter, "min" | "max" | "step" | "default" | "options">>> = {
  deg: { min: 0, max: 90, step: 5, default: 45 },
  m: { min: 0, max: 1, step: 0.05, default: 0.5 },
  ratio: { min: 0, max: 1, step: 0.1, default: 0.5 },
  kg: { min: 0, max: 20, step: 1, default: 0 },
  choice: { min: 0, max: 1, step: 1, default: 0, options: [0, 1].map((value) => ({ value, name: "" })) },
};

/** "Seat forwards" is seatForwards, where that is free */
function freeId(name: string, taken: readonly Parameter[]): string {
  const words = name.split(/[^A-Za-z]+/).filter(Boolean);
  const camel = words.map((w) => w[0]!.toUpperCase() + w.slice(1).toLowerCase()).join("") || "Own";
  const id = camel[0]!.toLowerCase() + camel.slice(1);
  const free = ["", ..."BCDEFGHIJ"].find((x) => !taken.some((p) => p.id === id + x)) ?? "K";
  return id + free;
}

/** a setting to begin with */
export const begunSetting = (unit: Parameter["unit"], name: string, taken: readonly Parameter[]): Parameter => ({
  id: freeId(name, taken),
  name,
  unit,
  about: "body",
  ...BEGUN[unit],
});

/** a choice with one more option, or with its last one taken away; two are the least */
export function withOptions(p: Parameter, more: 1 | -1): Parameter {
  const options = p.options ?? [];
  const next = more === 1 ? [...options, { value: options.length, name: "" }] : options.slice(0, -1);
  const max = next.length - 1;
  return next.length < 2 ? p : { ...p, options: next, max, default: Math.min(p.default, max) };
}
