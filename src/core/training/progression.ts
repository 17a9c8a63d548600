/**
 * Double progression: reps first, then load, in a window computed from the smallest load step over all that is lifted,
 * the body's share included; and the next target from the last sessions, with its reason: one function for desk and
 * phone.
 * The rep-load relation is load = one-rep load / (1 + reps to failure / 30) (a common linear form, good to about 10
 * reps either way; recalled, unverified).
 */
import type { Method } from "#core/planning/method";
import type { Load, Prescription, Tempo } from "#core/planning/program";
import type { Entry, Pain, Report } from "#core/training/entry";
import { judgePain } from "#core/training/pain";
import { maximumOf } from "#core/training/strength";

const toFailure = (reps: number, reserve: number) => reps + reserve;

/**
 * Top of the window: the reps at which, after the smallest step, the bottom is still reached at the same reserve.
 * (1 + (top + reserve) / k) load = (1 + (bottom + reserve) / k) (load + step)
 * @param load kg of everything that is lifted
 */
export function windowTop(bottom: number, reserve: number, load: number, step: number, method: Rules): number {
  if (!(load > 0) || !(step > 0)) return bottom + 2;
  const k = method.repsFormula;
  const top = k * ((1 + step / load) * (1 + toFailure(bottom, reserve) / k) - 1) - reserve;
  return Math.max(bottom + 1, Math.min(50, Math.ceil(top - 1e-9)));
}

const LB = 0.45359237;
export const inKg = (load: Load): number => load.value * (load.unit === "lb" ? LB : 1);

/** the next load one step up or down, in the unit it was typed in, on the grid of the step */
export function stepLoad(load: Load, step: Load, steps: number): Load {
  const size = step.unit === load.unit ? step.value : step.unit === "kg" ? step.value / LB : step.value * LB;
  const value = Math.max(0, load.value + steps * size);
  return { ...load, value: Math.round(value * 100) / 100 };
}

export type Decision = "first" | "raise" | "slower" | "harder" | "hold" | "check" | "lower" | "lighter" | "stop";

export interface Target {
  decision: Decision;
  load: Load | null;
  reps: { low: number; high: number };
  reasons: string[];
  /** s, when the drop from set to set asks for more */
  rest: number | null;
  /** where it is the tempo that goes on */
  tempo: Tempo | null;
}

export interface Exposure {
  localDate: string;
  /** one entry a set, in order, newest revisions only */
  entries: Entry[];
  report: Report | null;
}

/** loads of a single rep that a client can well have, kg in the load's own meaning */
export interface Bound {
  low: number;
  high: number;
}

/** everything a next target follows from beside the prescription; the same on the phone and at the desk */
export interface History {
  entries: readonly Entry[];
  reports: readonly Report[];
  /** by hand-over and prescription: the load that was asked for */
  handed: Readonly<Record<string, Readonly<Record<string, Load | null>>>>;
  /** by prescription */
  bounds: Readonly<Record<string, Bound>>;
}

/** days of log that a target is made from, on the phone as at the desk */
export const HISTORY_DAYS = 84;

/** newest revision of each id, gathered by day, newest day first; what was struck is not there */
export function exposuresOf(prescriptionId: string, entries: readonly Entry[], reports: readonly Report[]): Exposure[] {
  const newest = <T extends { id: string; revision: number; prescriptionId: string }>(list: readonly T[]) => {
    const by = new Map<string, T>();
    for (const x of list)
      if (x.prescriptionId === prescriptionId && (by.get(x.id)?.revision ?? 0) < x.revision) by.set(x.id, x);
    return [...by.values()];
  };
  // an approved alternative keeps its place in the log but says nothing about this exercise's load
  const [es, rs] = [newest(entries).filter((e) => !e.instead && !e.voided), newest(reports)];
  const dates = [...new Set([...es, ...rs].map((e) => e.localDate))].sort().reverse();
  return dates.map((localDate) => ({
    localDate,
    entries: es.filter((e) => e.localDate === localDate).sort((a, b) => a.set - b.set),
    report: rs.filter((r) => r.localDate === localDate).sort((a, b) => b.at.localeCompare(a.at))[0] ?? null,
  }));
}

/** reps that count for progression: full ones, or the weaker side */
export function countedReps(entry: Entry): number {
  const sides = entry.parts.filter((p) => p.kind === "left" || p.kind === "right");
  if (sides.length) return Math.min(...sides.map((p) => p.reps));
  return entry.parts.filter((p) => p.kind === "full").reduce((s, p) => s + p.reps, 0);
}

export const loadOf = (entry: Entry): Load | null => entry.parts.find((p) => p.load)?.load ?? null;

/** a load that cannot well be, and that the coach has not said is right */
export function isFlagged(entry: Entry, bound: Bound | undefined): boolean {
  const load = loadOf(entry);
  if (!bound || !load || load.value === 0 || entry.confirmed || entry.voided || entry.instead) return false;
  const once = maximumOf(inKg(load), countedReps(entry), entry.reserve ?? 2);
  return once < bound.low || once > bound.high;
}

/** drop in reps from one set to the next at the same load that asks for more rest */
const DROP = 0.2;
/**
 * work without a load: reps up to here above the bottom, then seconds of lowering up to here, then a harder relative
 * or a load
 */
const BODY_REPS = 6;
const SLOWEST = 5;

/** what a target is made from: a prescription, or its snapshot on the phone */
export type Asked = Pick<
  Prescription,
  "id" | "reserves" | "reps" | "rest" | "load" | "loadStep" | "bodyLoad" | "harder" | "tempo"
>;

/** field by field: a stored document does not keep the order of its keys */
const same = (a: Load | null | undefined, b: Load | null | undefined): boolean =>
  a && b ? a.value === b.value && a.unit === b.unit && a.meaning === b.meaning : !a && !b;
const text = (l: Load) => `${l.value} ${l.unit}`;

/** what of a practice's method a target needs */
export type Rules = Pick<Method, "repsFormula">;

/** @param before a local date: only what was done before it counts, so that a target stands still through a session */
export function targetFor(p: Asked, history: History, method: Rules, before?: string): Target {
  const exposures = exposuresOf(p.id, history.entries, history.reports).filter(
    (e) => before === undefined || e.localDate < before,
  );
  const target = ruleFor(p, exposures, history.bounds[p.id], method);
  // a load the coach has changed since the plan of the last session goes before the rule
  const last = exposures.find((e) => e.entries.length > 0)?.entries[0];
  const asked = last && history.handed[last.handOverId];
  const changed = asked && p.id in asked && p.load && !same(asked[p.id], p.load);
  return changed && target.decision !== "stop"
    ? { ...target, decision: "hold", load: p.load, reps: p.reps, reasons: ["Set by your coach.", ...target.reasons] }
    : target;
}

function ruleFor(p: Asked, exposures: readonly Exposure[], bound: Bound | undefined, method: Rules): Target {
  const pains = exposures.map((e) => e.report?.pain ?? null).filter((x): x is Pain => x !== null);
  const verdict = judgePain(exposures[0]?.report?.pain ?? null, pains.slice(1));
  if (verdict.act === "stop")
    return {
      decision: "stop",
      load: null,
      reps: p.reps,
      rest: null,
      tempo: null,
      reasons: [`Stopped: ${verdict.words}`],
    };

  const flagged = exposures.flatMap((e) => e.entries).filter((e) => isFlagged(e, bound));
  const done = exposures
    .map((e) => ({ ...e, entries: e.entries.filter((x) => !flagged.includes(x)) }))
    .filter((e) => e.entries.length > 0);
  const last = done[0];
  const newest = exposures.find((e) => e.entries.length > 0);
  if (newest && newest.entries.some((e) => flagged.includes(e))) {
    const odd = newest.entries.find((e) => flagged.includes(e))!;
    const load = (last && loadOf(last.entries[0]!)) ?? p.load;
    return {
      decision: "check",
      load,
      reps: p.reps,
      rest: null,
      tempo: null,
      reasons: [
        `${text(loadOf(odd)!)} for ${countedReps(odd)} is far from what the other lifts allow: check the unit, and whether it was per hand or in all. It is no target until your coach says so.`,
      ],
    };
  }
  if (!last) return first(p);
  return follow(p, last, done[1], verdict, method);
}

function first(p: Asked): Target {
  const load = p.load && p.load.value > 0 ? p.load : null;
  const reason = load
    ? `First time: start with ${text(load)}, after two or three lighter sets on the way; less if the reserve is not there.`
    : p.bodyLoad > 0
      ? "First time: without added load, as many clean reps as leave the reserve asked."
      : "First time: find a load for the reps and reserve asked, with two or three lighter sets on the way.";
  return { decision: "first", load: p.load, reps: p.reps, rest: null, tempo: null, reasons: [reason] };
}

function follow(
  p: Asked,
  last: Exposure,
  before: Exposure | undefined,
  verdict: ReturnType<typeof judgePain>,
  method: Rules,
): Target {
  const load = loadOf(last.entries[0]!) ?? p.load;
  const reserve = p.reserves[0]!;
  const step = p.loadStep;
  // the body alone, before any load is added: reps have room to grow
  const bare = p.bodyLoad > 0 && !(load && load.value > 0);
  const window = (l: Load | null) => {
    const lifted = (l ? inKg(l) : 0) + p.bodyLoad;
    const top = lifted > 0 ? windowTop(p.reps.low, reserve, lifted, inKg(step), method) : p.reps.high;
    return {
      low: p.reps.low,
      high: Math.max(p.reps.low + 1, bare && l === load ? Math.max(top, p.reps.low + BODY_REPS) : top),
    };
  };
  const reps = last.entries.map(countedReps);
  const first = reps[0]!;
  const w = window(load);
  const over = bare
    ? "your own weight"
    : load
      ? `${text(load)}${p.bodyLoad > 0 ? ` and ${Math.round(p.bodyLoad)} kg of the body` : ""}`
      : null;
  const reasons: string[] = [
    `Window ${w.low} to ${w.high}: one step is ${over ? `${text(step)} on ${over}` : "not known yet"}.`,
  ];
  const sameLoad = last.entries.every((e) => same(loadOf(e), loadOf(last.entries[0]!)));
  const drop =
    sameLoad && reps.length > 1
      ? Math.max(...reps.slice(1).map((r, i) => (reps[i]! > 0 ? (reps[i]! - r) / reps[i]! : 0)))
      : 0;
  const rest = drop > DROP ? p.rest + 30 : null;
  if (rest) reasons.push(`Reps fell by ${Math.round(drop * 100)} % from one set to the next: rest ${rest} s.`);
  const answer = (decision: Decision, reason: string, change: Partial<Target> = {}): Target => ({
    decision,
    load,
    reps: w,
    rest,
    tempo: null,
    ...change,
    reasons: [reason, ...reasons],
  });
  if (verdict.act === "hold") return answer("hold", verdict.words);

  const elsewhere = [last, before].filter((e) => e?.report?.feel === "elsewhere").length;
  if (elsewhere === 2)
    return answer("lighter", "Felt elsewhere twice: one step lighter with stricter form, or a swap.", {
      load: load && stepLoad(load, step, -1),
      reps: { low: w.low, high: w.high + 2 },
    });

  const honest = last.entries.every(
    (e, i) => e.reserve === null || e.reserve >= (p.reserves[i] ?? p.reserves[p.reserves.length - 1]!) - 1,
  );
  const complete = last.entries.length >= p.reserves.length;
  const allAbove = reps.every((r) => r >= w.low);
  if (first >= w.high && allAbove && complete && honest) {
    if (last.report?.feel === "elsewhere")
      return answer(
        "hold",
        `Same load: the first set reached ${first}, but it was felt elsewhere; first in the right place, then heavier.`,
      );
    const up = onward(p, load, bare, first, w);
    if (up)
      return answer(up.decision, up.reason, {
        ...up.change,
        ...(up.change.load ? { reps: window(up.change.load) } : {}),
      });
    return answer("hold", "The top of the window is reached, but no load was typed: type one, so that it can go up.");
  }
  if (first < w.low && before && countedReps(before.entries[0]!) < w.low)
    return answer("lower", `Under ${w.low} reps twice: one step down, or a swap.`, {
      load: load && stepLoad(load, step, -1),
    });
  const why =
    first >= w.high && !complete
      ? `${p.reserves.length - last.entries.length} planned set(s) were not done`
      : first >= w.high && !honest
        ? "the reserve was lower than planned"
        : !allAbove
          ? `a set fell below ${w.low}`
          : `the first set was ${first}; at ${w.high} ${bare ? "it gets harder" : "the load goes up"}`;
  return answer("hold", `Same load: ${why}.`);
}

/**
 * what gets harder when the top of the window is reached: a load where there is one; without, tempo, then a relative,
 * then a load
 */
function onward(
  p: Asked,
  load: Load | null,
  bare: boolean,
  first: number,
  w: { low: number; high: number },
): { decision: Decision; reason: string; change: Partial<Target> } | null {
  if (!bare)
    return load
      ? {
          decision: "raise",
          reason: `First set reached ${first} (top of the window ${w.high}) and no set fell below ${w.low}: one step up.`,
          change: { load: stepLoad(load, p.loadStep, 1) },
        }
      : null;
  if (p.tempo.lower < SLOWEST)
    return {
      decision: "slower",
      reason: `First set reached ${first} without a load: lower in ${p.tempo.lower + 1} s instead of ${p.tempo.lower}.`,
      change: { tempo: { ...p.tempo, lower: p.tempo.lower + 1 } },
    };
  if (p.harder)
    return {
      decision: "harder",
      reason: `First set reached ${first}, lowered in ${p.tempo.lower} s: next is ${p.harder.name}.`,
      change: {},
    };
  const added: Load = { value: p.loadStep.value, unit: p.loadStep.unit, meaning: p.loadStep.meaning };
  return {
    decision: "raise",
    reason: `First set reached ${first}, lowered in ${p.tempo.lower} s: the first ${text(added)} are added.`,
    change: { load: added },
  };
}
