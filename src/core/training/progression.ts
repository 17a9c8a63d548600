/**
 * Double progression: reps first, then load, in a window computed from the smallest load step over all that is lifted,
 * the body's share included; and the next target from the last sessions, with its reason: one function for desk and
 * phone.
 * The rep-load relation is load = one-rep load / (1 + reps to failure / 30) (a common linear form, good to about 10
 * reps either way; recalled, unverified).
 */
import type { Method } from "#core/edition/method";
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

/** what a target follows from, as values: what a screen says and a rule decides is one thing */
export type Reason =
  | { kind: "stopped" | "pain"; words: string }
  | { kind: "unlikely load"; load: Load; reps: number }
  | { kind: "first time"; load: Load | null; bodyLoad: number }
  | { kind: "set by coach" | "felt elsewhere twice" | "no load typed" | "not work" }
  | { kind: "top reached"; first: number; window: Window; next: Next }
  | { kind: "felt elsewhere"; first: number }
  | { kind: "under the window twice"; low: number }
  | { kind: "sets left out"; sets: number }
  | { kind: "reserve spent" }
  | { kind: "a set fell below"; low: number }
  | { kind: "on the way"; first: number; top: number; bare: boolean }
  | { kind: "window"; window: Window; step: Load; load: Load | null; bodyLoad: number }
  | { kind: "drop"; drop: number; rest: number };

export interface Window {
  low: number;
  high: number;
}

/** what gets harder when the top of a window is reached */
export type Next =
  | { by: "load"; load: Load }
  | { by: "tempo"; from: number; to: number }
  | { by: "relative"; name: string; lower: number }
  | { by: "first load"; load: Load; lower: number };

export type Decision = "first" | "raise" | "slower" | "harder" | "hold" | "check" | "lower" | "lighter" | "stop";

export interface Target {
  decision: Decision;
  load: Load | null;
  reps: { low: number; high: number };
  /** why, most telling first; in words by `reasonText` */
  reasons: Reason[];
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
  /** kg of the load that the lifted body weighs; none unless given */
  body?: number | undefined;
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
  const body = bound.body ?? 0;
  const once = maximumOf(inKg(load) + body, countedReps(entry), entry.reserve ?? 2) - body;
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
  "id" | "reserves" | "reps" | "rest" | "load" | "loadStep" | "bodyLoad" | "harder" | "tempo" | "purpose"
>;

/** field by field: a stored document does not keep the order of its keys */
const same = (a: Load | null | undefined, b: Load | null | undefined): boolean =>
  a && b ? a.value === b.value && a.unit === b.unit && a.meaning === b.meaning : !a && !b;
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
    ? {
        ...target,
        decision: "hold",
        load: p.load,
        reps: p.reps,
        reasons: [{ kind: "set by coach" }, ...target.reasons],
      }
    : target;
}

function ruleFor(p: Asked, exposures: readonly Exposure[], bound: Bound | undefined, method: Rules): Target {
  const pains = exposures.map((e) => e.report?.pain ?? null).filter((x): x is Pain => x !== null);
  const pain = judgePain(exposures[0]?.report?.pain ?? null, pains.slice(1));
  const still = { load: p.load, reps: p.reps, rest: null, tempo: null };
  if (pain.act === "stop")
    return { ...still, decision: "stop", load: null, reasons: [{ kind: "stopped", words: pain.words }] };

  if (p.purpose === "warm-up" || p.purpose === "cool-down")
    return { ...still, decision: "hold", reasons: [{ kind: "not work" }] };

  const flagged = exposures.flatMap((e) => e.entries).filter((e) => isFlagged(e, bound));
  const [last, before] = exposures
    .map((e) => ({ ...e, entries: e.entries.filter((x) => !flagged.includes(x)) }))
    .filter((e) => e.entries.length > 0);
  const odd = exposures.find((e) => e.entries.length > 0)?.entries.find((e) => flagged.includes(e));
  if (odd) {
    const reason: Reason = { kind: "unlikely load", load: loadOf(odd)!, reps: countedReps(odd) };
    return { ...still, decision: "check", load: (last && loadOf(last.entries[0]!)) ?? p.load, reasons: [reason] };
  }
  if (!last)
    return { ...still, decision: "first", reasons: [{ kind: "first time", load: p.load, bodyLoad: p.bodyLoad }] };
  return follow(readSession(p, last, method), before, pain.act === "hold" ? pain.words : null);
}

/** what the last session says by itself */
interface Session {
  p: Asked;
  last: Exposure;
  load: Load | null;
  /** the body alone, before any load is added: reps have room to grow */
  bare: boolean;
  /** counted reps of each set */
  reps: number[];
  window: Window;
  /** the window at another load */
  windowAt: (load: Load | null) => Window;
  /** largest fall in reps from one set to the next at one load, as a share */
  drop: number;
  /** every planned set was done, none fell below, and the reserve was kept */
  complete: boolean;
  allAbove: boolean;
  honest: boolean;
}

function readSession(p: Asked, last: Exposure, method: Rules): Session {
  const load = loadOf(last.entries[0]!) ?? p.load;
  const bare = p.bodyLoad > 0 && !(load && load.value > 0);
  const windowAt = (l: Load | null): Window => {
    const lifted = (l ? inKg(l) : 0) + p.bodyLoad;
    const top = lifted > 0 ? windowTop(p.reps.low, p.reserves[0]!, lifted, inKg(p.loadStep), method) : p.reps.high;
    return {
      low: p.reps.low,
      high: Math.max(p.reps.low + 1, bare && l === load ? Math.max(top, p.reps.low + BODY_REPS) : top),
    };
  };
  const window = windowAt(load);
  const reps = last.entries.map(countedReps);
  const sameLoad = last.entries.every((e) => same(loadOf(e), loadOf(last.entries[0]!)));
  const falls = reps.slice(1).map((r, i) => (reps[i]! > 0 ? (reps[i]! - r) / reps[i]! : 0));
  const planned = (i: number) => p.reserves[i] ?? p.reserves[p.reserves.length - 1]!;
  return {
    p,
    last,
    load,
    bare,
    reps,
    window,
    windowAt,
    drop: sameLoad ? Math.max(0, ...falls) : 0,
    complete: last.entries.length >= p.reserves.length,
    allAbove: reps.every((r) => r >= window.low),
    honest: last.entries.every((e, i) => e.reserve === null || e.reserve >= planned(i) - 1),
  };
}

/** @param painHolds words of pain that holds the load; null where there is none */
function follow(s: Session, before: Exposure | undefined, painHolds: string | null): Target {
  const { p, last, load, window: w, reps, bare } = s;
  const first = reps[0]!;
  const rest = s.drop > DROP ? p.rest + 30 : null;
  const always: Reason[] = [
    { kind: "window", window: w, step: p.loadStep, load: bare ? null : load, bodyLoad: p.bodyLoad },
    ...(rest ? [{ kind: "drop", drop: s.drop, rest } as const] : []),
  ];
  const answer = (decision: Decision, reason: Reason, change: Partial<Target> = {}): Target => ({
    decision,
    load,
    reps: w,
    rest,
    tempo: null,
    ...change,
    reasons: [reason, ...always],
  });
  const lighter = load && stepLoad(load, p.loadStep, -1);
  if (painHolds) return answer("hold", { kind: "pain", words: painHolds });
  const elsewhere = last.report?.feel === "elsewhere";
  if (elsewhere && before?.report?.feel === "elsewhere")
    return answer(
      "lighter",
      { kind: "felt elsewhere twice" },
      { load: lighter, reps: { low: w.low, high: w.high + 2 } },
    );
  if (first >= w.high && s.allAbove && s.complete && s.honest)
    return elsewhere ? answer("hold", { kind: "felt elsewhere", first }) : upwards(s, answer);
  if (first < w.low && before && countedReps(before.entries[0]!) < w.low)
    return answer("lower", { kind: "under the window twice", low: w.low }, { load: lighter });
  return answer("hold", whyNot(s));
}

type Answer = (decision: Decision, reason: Reason, change?: Partial<Target>) => Target;

/** the top is reached: a load where there is one; without, tempo, then a relative, then a load */
function upwards({ p, load, bare, reps, window, windowAt }: Session, answer: Answer): Target {
  const why = (next: Next): Reason => ({ kind: "top reached", first: reps[0]!, window, next });
  const { lower } = p.tempo;
  if (!bare) {
    if (!load) return answer("hold", { kind: "no load typed" });
    const next = stepLoad(load, p.loadStep, 1);
    return answer("raise", why({ by: "load", load: next }), { load: next, reps: windowAt(next) });
  }
  if (lower < SLOWEST)
    return answer("slower", why({ by: "tempo", from: lower, to: lower + 1 }), {
      tempo: { ...p.tempo, lower: lower + 1 },
    });
  if (p.harder) return answer("harder", why({ by: "relative", name: p.harder.name, lower }));
  const added: Load = { value: p.loadStep.value, unit: p.loadStep.unit, meaning: p.loadStep.meaning };
  return answer("raise", why({ by: "first load", load: added, lower }), { load: added, reps: windowAt(added) });
}

/** what is missing for the load to go up */
function whyNot({ p, last, reps, window: w, bare, complete, honest, allAbove }: Session): Reason {
  const first = reps[0]!;
  if (first >= w.high && !complete) return { kind: "sets left out", sets: p.reserves.length - last.entries.length };
  if (first >= w.high && !honest) return { kind: "reserve spent" };
  if (!allAbove) return { kind: "a set fell below", low: w.low };
  return { kind: "on the way", first, top: w.high, bare };
}
