/** From an exercise and parameter values to one setup: every number resolved, with a stable key. */
import type { Binding, Exercise, Parameter } from "#core/exercises/format";
import type { Base, PoseCoordinate } from "#core/exercises/choices";
import { findAttachment, type Attachment } from "#core/exercises/attachments";
import { formOf } from "#core/exercises/form";
import { partOf, type Part } from "#core/exercises/part";
import { canonical, exerciseVersion } from "#core/exercises/version";
import { resolveLoad, type SetupLoad } from "#core/exercises/loads/loads";
import { curveValue, makeCurve } from "#core/base/curve";
import type { Vec3 } from "#core/base/vector";

export type { SetupLoad };
export type Values = Readonly<Record<string, number>>;

export type Angles = Partial<Record<PoseCoordinate, number>>;

export interface Setup {
  readonly exercise: Exercise;
  readonly exerciseVersion: string;
  readonly values: Values;
  readonly key: string;
  readonly on: Base;
  readonly angles: Angles;
  readonly arms: Exercise["stance"]["arms"];
  /**
   * m over the floor: of the hips on a seat or bench, of the hands, of the shoulders on a bench, of the rear ankle of a
   * split stance; 0 for feet
   */
  readonly height: number;
  readonly footPush: number;
  readonly keys: readonly { angles: Angles; hand: Vec3 | null }[];
  readonly elbowTowards: Vec3 | null;
  readonly movesArms: boolean;
  readonly raisesHeel: boolean;
  readonly loads: readonly SetupLoad[];
  /** what of the way is done, in shares of it; null for all of it */
  readonly part: Part | null;
  /** what is held, where the exercise says it, and what the fingers hold of it in this way of holding */
  readonly attachment: Attachment | null;
  readonly hold: number;
}

const decimals = (step: number) =>
  Math.max(0, -Math.floor(Math.log10(step) + 1e-9) + (step < 1 && !Number.isInteger(step * 10) ? 1 : 0));

export function roundToStep(p: Parameter, value: number): number {
  const v = p.options
    ? p.options.reduce(
        (best, o) => (Math.abs(o.value - value) < Math.abs(best - value) ? o.value : best),
        p.options[0]!.value,
      )
    : p.min + Math.round((value - p.min) / p.step) * p.step;
  return Number(Math.min(p.max, Math.max(p.min, v)).toFixed(decimals(p.step) + 1));
}

export const defaultValues = (exercise: Exercise): Values =>
  Object.fromEntries(exercise.parameters.map((p) => [p.id, p.default]));

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
    if (!Number.isFinite(v) || v < p.min - 1e-9 || v > p.max + 1e-9)
      throw new SetupError(`parameters.${id}`, `${p.name} must lie between ${p.min} and ${p.max} ${p.unit}`);
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

/** a setup over all versions of its exercise: what a log of years is gathered by */
export const unversioned = (key: string): string => key.replace(/@[^:]*/, "");

export function resolveSetup(exercise: Exercise, given: Values = {}): Setup {
  const values = completeValues(exercise, given);
  const num = (b: Binding): number => {
    if (typeof b === "number") return b;
    if ("sum" in b) return num(b.sum[0]) + num(b.sum[1]);
    const v = values[b.parameter];
    if (v === undefined)
      throw new SetupError(
        b.parameter,
        `${exercise.id} binds a number to ${b.parameter}, which is not one of its parameters`,
      );
    return "table" in b ? curveValue(makeCurve(b.table), v) : v * b.scale + b.offset;
  };
  const place = (p: readonly [Binding, Binding, Binding]): Vec3 => [num(p[0]), num(p[1]), num(p[2])];
  const angles = (given: Exercise["stance"]["angles"]): Angles =>
    Object.fromEntries(Object.entries(given).map(([c, b]) => [c, num(b)]));
  const form = formOf(exercise, values);
  const { stance } = form;
  const { path, loads, chains } = exercise;
  const attachment = attachmentOf(exercise, values);
  const reader = {
    number: num,
    place,
    profile: (p: readonly (readonly [number, Binding])[] | undefined) =>
      p ? makeCurve(p.map(([s, factor]) => [s, num(factor)])) : null,
  };
  return {
    exercise: form,
    exerciseVersion: exerciseVersion(exercise),
    values,
    key: setupKey(exercise, given),
    on: stance.on,
    angles: angles(stance.angles),
    arms: stance.arms,
    height: stance.height === undefined ? (HEIGHTS[stance.on] ?? 0) : num(stance.height),
    footPush: num(stance.footPush),
    keys: path.map((p) => ({ angles: angles(p.angles), hand: p.hand ? place(p.hand) : null })),
    elbowTowards: exercise.elbowTowards ? place(exercise.elbowTowards) : null,
    movesArms: chains.includes("arm") || path.some((p) => p.hand !== undefined || "elevation" in p.angles),
    raisesHeel: path.some((p) => "heel" in p.angles),
    loads: loads.map((l) => resolveLoad(l.at === "held" && attachment ? { ...l, at: attachment.at } : l, reader)),
    part: partOf(exercise, values),
    attachment,
    hold: num(exercise.hold),
  };
}

/** the attachment of a choice of values; null where the exercise does not say */
function attachmentOf({ attachment, parameters }: Exercise, values: Values): Attachment | null {
  if (attachment === undefined) return null;
  if (typeof attachment === "string") return findAttachment(attachment);
  const parameter = parameters.find((p) => p.id === attachment.parameter);
  const id = parameter?.options?.find((o) => o.value === values[parameter.id])?.id;
  if (id === undefined)
    throw new SetupError(
      `parameters.${attachment.parameter}`,
      `${attachment.parameter} must be a choice of attachments`,
    );
  return findAttachment(id);
}

/** m over the floor where the exercise does not say */
const HEIGHTS: Partial<Record<Base, number>> = {
  hands: 2.1,
  "shoulders-and-feet": 0.42,
  seat: 0.505,
  bench: 0.55,
  thighs: 0.95,
  shanks: 0.05,
  split: 0.13,
  // of the hands on the floor, of elbows on it, round the axle of a wheel, under a bar
  "hands-and-feet": 0.02,
  "forearms-and-feet": 0.05,
  "hands-and-knees": 0.1,
  "hands-and-heels": 0.9,
  // of the heels on what slides; of the elbow
  "shoulders-and-heels": 0.03,
  "forearm-and-foot": 0.05,
  "forearm-and-knee": 0.05,
  // of the knee
  "half-kneeling": 0.03,
  // of the bench under hand and knee
  "hand-and-knee": 0.45,
};

/** what a setup is called in a list: the exercise, then what differs from its default */
export function setupName(exercise: Exercise, values: Values): string {
  const complete = completeValues(exercise, values);
  const named = exercise.setups.find((s) => canonical(completeValues(exercise, s.values)) === canonical(complete));
  if (named) return named.name;
  const differing = exercise.parameters.filter((p) => complete[p.id] !== roundToStep(p, p.default));
  return differing.length === 0
    ? exercise.name
    : `${exercise.name}, ${differing.map((p) => describeValue(p, complete[p.id]!)).join(", ")}`;
}

/** a distance to one side of something, such as "Pulley below the shoulder": on the other side below nothing */
const OPPOSITE: Readonly<Record<string, string>> = {
  below: "above",
  above: "below",
  before: "behind",
  behind: "before",
};
const YES_NO: ReadonlySet<string> = new Set(["yes", "no"]);
const SIDED = new RegExp(`^(.+) (${Object.keys(OPPOSITE).join("|")}) (.+)$`);

export function describeValue(p: Parameter, value: number): string {
  const option = p.options?.find((o) => o.value === value);
  // "yes" alone says nothing
  if (option)
    return YES_NO.has(option.id ?? "") ? `${p.name}: ${option.name}`.toLowerCase() : option.name.toLowerCase();
  const [, thing, where, what] = SIDED.exec(p.name) ?? [];
  if (thing && where && what)
    return value === 0
      ? `${thing.toLowerCase()} level with ${what}`
      : `${thing.toLowerCase()} ${formatValue(p, Math.abs(value))} ${value < 0 ? OPPOSITE[where]! : where} ${what}`;
  return `${p.name.toLowerCase()} ${formatValue(p, value)}`;
}

export function formatValue(p: Parameter, value: number): string {
  if (p.options) return p.options.find((o) => o.value === value)?.name ?? String(value);
  if (p.unit === "deg") return `${Math.round(value)}°`;
  if (p.unit === "m") return `${Math.round(value * 100)} cm`;
  if (p.unit === "kg") return `${Number(value.toFixed(2))} kg`;
  return `${Math.round(value * 100)} %`;
}
