/** From an exercise and parameter values to one setup: every number resolved, with a stable key. */
import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import type { Binding, Exercise, Parameter } from "#core/exercises/format";
import { curveValue, makeCurve } from "#core/mechanics/curve";
import type { Vec3 } from "#core/mechanics/vector";

export type Values = Readonly<Record<string, number>>;

export interface ArmPose {
  plane: number;
  elevation: number;
  twist: number;
  elbow: number;
  forearm: number;
}

export type SetupLoad =
  | { kind: "mass"; share: number }
  | { kind: "cable"; frame: "floor" | "shoulder" | "hand"; at: Vec3; share: number }
  | { kind: "band"; frame: "floor" | "shoulder" | "hand"; at: Vec3; slack: number; share: number };

export interface Setup {
  readonly exercise: Exercise;
  readonly exerciseVersion: string;
  readonly values: Values;
  readonly key: string;
  readonly lean: number;
  readonly knee: number;
  readonly path: readonly ArmPose[] | null;
  readonly handPath: { readonly elbowTowards: Vec3; readonly poses: readonly { grip: Vec3; forearm: number }[] } | null;
  readonly loads: readonly SetupLoad[];
}

/** JSON with sorted keys, so that the same content always gives the same text */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(",")}]`;
  if (value && typeof value === "object")
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`)
      .join(",")}}`;
  return JSON.stringify(value);
}

const versions = new WeakMap<Exercise, string>();

/** hash of the canonical content, 12 hex digits */
export function exerciseVersion(exercise: Exercise): string {
  let v = versions.get(exercise);
  if (!v) versions.set(exercise, (v = bytesToHex(sha256(utf8ToBytes(canonical(exercise)))).slice(0, 12)));
  return v;
}

const decimals = (step: number) => Math.max(0, -Math.floor(Math.log10(step) + 1e-9) + (step < 1 && !Number.isInteger(step * 10) ? 1 : 0));

export function roundToStep(p: Parameter, value: number): number {
  const v = p.options ? p.options.reduce((best, o) => (Math.abs(o.value - value) < Math.abs(best - value) ? o.value : best), p.options[0]!.value) : p.min + Math.round((value - p.min) / p.step) * p.step;
  return Number(Math.min(p.max, Math.max(p.min, v)).toFixed(decimals(p.step) + 1));
}

export const defaultValues = (exercise: Exercise): Values => Object.fromEntries(exercise.parameters.map((p) => [p.id, p.default]));

export class SetupError extends Error {
  override readonly name = "SetupError";
  constructor(
    readonly path: string,
    reason: string,
  ) {
    super(reason);
  }
}

/** the values as given, rounded to their step, defaults filled in
 * @throws SetupError naming an unknown parameter or a value outside its range */
export function completeValues(exercise: Exercise, values: Values): Values {
  for (const [id, v] of Object.entries(values)) {
    const p = exercise.parameters.find((x) => x.id === id);
    if (!p) throw new SetupError(`parameters.${id}`, `${exercise.name} has no parameter called ${id}`);
    if (!Number.isFinite(v) || v < p.min - 1e-9 || v > p.max + 1e-9) throw new SetupError(`parameters.${id}`, `${p.name} must lie between ${p.min} and ${p.max} ${p.unit}`);
  }
  return Object.fromEntries(exercise.parameters.map((p) => [p.id, roundToStep(p, values[p.id] ?? p.default)]));
}

export function setupKey(exercise: Exercise, values: Values): string {
  const complete = completeValues(exercise, values);
  const text = Object.keys(complete)
    .sort()
    .map((k) => `${k}=${complete[k]}`)
    .join(",");
  return `${exercise.id}@${exerciseVersion(exercise)}${text ? `:${text}` : ""}`;
}

export function resolveSetup(exercise: Exercise, given: Values = {}): Setup {
  const values = completeValues(exercise, given);
  const num = (b: Binding): number => {
    if (typeof b === "number") return b;
    const v = values[b.parameter];
    if (v === undefined) throw new SetupError(b.parameter, `${exercise.id} binds a number to ${b.parameter}, which is not one of its parameters`);
    return "table" in b ? curveValue(makeCurve(b.table), v) : v * b.scale + b.offset;
  };
  const place = (p: readonly [Binding, Binding, Binding]): Vec3 => [num(p[0]), num(p[1]), num(p[2])];
  return {
    exercise,
    exerciseVersion: exerciseVersion(exercise),
    values,
    key: setupKey(exercise, given),
    lean: num(exercise.stance.lean),
    knee: num(exercise.stance.knee),
    path: exercise.path?.map((p) => ({ plane: num(p.plane), elevation: num(p.elevation), twist: num(p.twist), elbow: num(p.elbow), forearm: num(p.forearm) })) ?? null,
    handPath: exercise.handPath ? { elbowTowards: place(exercise.handPath.elbowTowards), poses: exercise.handPath.poses.map((p) => ({ grip: place(p.grip), forearm: num(p.forearm) })) } : null,
    loads: exercise.loads.map((l): SetupLoad => (l.kind === "mass" ? { kind: "mass", share: num(l.share) } : l.kind === "cable" ? { kind: "cable", frame: l.frame, at: place(l.at), share: num(l.share) } : { kind: "band", frame: l.frame, at: place(l.at), slack: num(l.slack), share: num(l.share) })),
  };
}

/** what a setup is called in a list: the exercise, then what differs from its default */
export function setupName(exercise: Exercise, values: Values): string {
  const complete = completeValues(exercise, values);
  const named = exercise.setups.find((s) => canonical(completeValues(exercise, s.values)) === canonical(complete));
  if (named) return named.name;
  const differing = exercise.parameters.filter((p) => complete[p.id] !== roundToStep(p, p.default));
  return differing.length === 0 ? exercise.name : `${exercise.name}, ${differing.map((p) => describeValue(p, complete[p.id]!)).join(", ")}`;
}

export function describeValue(p: Parameter, value: number): string {
  const option = p.options?.find((o) => o.value === value);
  if (option) return option.name.toLowerCase();
  return `${p.name.toLowerCase()} ${formatValue(p, value)}`;
}

export function formatValue(p: Parameter, value: number): string {
  if (p.options) return p.options.find((o) => o.value === value)?.name ?? String(value);
  if (p.unit === "deg") return `${Math.round(value)}°`;
  if (p.unit === "m") return `${Math.round(value * 100)} cm`;
  return `${Math.round(value * 100)} %`;
}
