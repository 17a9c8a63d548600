/**
 * Double progression: reps first, then load, in a window computed from the smallest load step; and the next target
 * from the last sessions, with its reason. The rep-load relation is load = one-rep load / (1 + reps to failure / 30)
 * (a common linear form, good to about 10 reps either way; recalled, unverified).
 */
import type { Method } from "#core/planning/method";
import type { Load, Prescription } from "#core/planning/program";
import type { Entry, Pain, Report } from "#core/training/entry";
import { judgePain } from "#core/training/pain";

const toFailure = (reps: number, reserve: number) => reps + reserve;

/**
 * Top of the window: the reps at which, after the smallest step, the bottom is still reached at the same reserve.
 * (1 + (top + reserve) / k) load = (1 + (bottom + reserve) / k) (load + step)
 */
export function windowTop(bottom: number, reserve: number, load: number, step: number, method: Pick<Method, "repsFormula">): number {
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

export type Decision = "first" | "raise" | "hold" | "lower" | "lighter" | "stop";

export interface Target {
  decision: Decision;
  load: Load | null;
  reps: { low: number; high: number };
  reasons: string[];
  /** s, when the drop from set to set asks for more */
  rest: number | null;
}

export interface Exposure {
  localDate: string;
  /** one entry a set, in order, newest revisions only */
  entries: Entry[];
  report: Report | null;
}

/** newest revision of each id, gathered by day, newest day first */
export function exposuresOf(prescriptionId: string, entries: readonly Entry[], reports: readonly Report[]): Exposure[] {
  const newest = <T extends { id: string; revision: number; prescriptionId: string }>(list: readonly T[]) => {
    const by = new Map<string, T>();
    for (const x of list) if (x.prescriptionId === prescriptionId && (by.get(x.id)?.revision ?? 0) < x.revision) by.set(x.id, x);
    return [...by.values()];
  };
  // an approved alternative keeps its place in the log but says nothing about this exercise's load
  const [es, rs] = [newest(entries).filter((e) => !e.instead), newest(reports)];
  const dates = [...new Set([...es, ...rs].map((e) => e.localDate))].sort().reverse();
  return dates.map((localDate) => ({ localDate, entries: es.filter((e) => e.localDate === localDate).sort((a, b) => a.set - b.set), report: rs.filter((r) => r.localDate === localDate).sort((a, b) => b.at.localeCompare(a.at))[0] ?? null }));
}

/** reps that count for progression: full ones, or the weaker side */
export function countedReps(entry: Entry): number {
  const sides = entry.parts.filter((p) => p.kind === "left" || p.kind === "right");
  if (sides.length) return Math.min(...sides.map((p) => p.reps));
  return entry.parts.filter((p) => p.kind === "full").reduce((s, p) => s + p.reps, 0);
}

export const loadOf = (entry: Entry): Load | null => entry.parts.find((p) => p.load)?.load ?? null;

/** drop in reps from one set to the next at the same load that asks for more rest */
const DROP = 0.2;

/** what a target is made from: a prescription, or its snapshot on the phone */
export type Asked = Pick<Prescription, "reserves" | "reps" | "rest" | "load" | "loadStep">;

export function nextTarget(p: Asked, exposures: readonly Exposure[], method: Method): Target {
  const done = exposures.filter((e) => e.entries.length > 0);
  const pains = exposures.map((e) => e.report?.pain ?? null).filter((x): x is Pain => x !== null);
  const verdict = judgePain(exposures[0]?.report?.pain ?? null, pains.slice(1));
  const last = done[0];
  const load = (last && loadOf(last.entries[0]!)) ?? p.load;
  const reserve = p.reserves[0]!;
  const step = p.loadStep;
  const window = (l: Load | null) => ({ low: p.reps.low, high: l ? Math.max(p.reps.low + 1, windowTop(p.reps.low, reserve, inKg(l), inKg(step), method)) : p.reps.high });
  if (verdict.act === "stop") return { decision: "stop", load: null, reps: p.reps, rest: null, reasons: [`Stopped: ${verdict.words}`] };
  if (!last) return { decision: "first", load: p.load, reps: p.reps, rest: null, reasons: ["First time: find a load for the reps and reserve asked, with two or three lighter sets on the way."] };

  const reps = last.entries.map(countedReps);
  const first = reps[0]!;
  const w = window(load);
  const reasons: string[] = [`Window ${w.low} to ${w.high}: one step is ${load ? `${step.value} ${step.unit} on ${load.value} ${load.unit}` : "not known yet"}.`];
  const sameLoad = last.entries.every((e) => JSON.stringify(loadOf(e)) === JSON.stringify(loadOf(last.entries[0]!)));
  const drop = sameLoad && reps.length > 1 ? Math.max(...reps.slice(1).map((r, i) => (reps[i]! > 0 ? (reps[i]! - r) / reps[i]! : 0))) : 0;
  const rest = drop > DROP ? p.rest + 30 : null;
  if (rest) reasons.push(`Reps fell by ${Math.round(drop * 100)} % from one set to the next: rest ${rest} s.`);
  if (verdict.act === "hold") return { decision: "hold", load, reps: w, rest, reasons: [verdict.words, ...reasons] };

  const elsewhere = done.slice(0, 2).filter((e) => e.report?.feel === "elsewhere").length;
  if (elsewhere === 2) return { decision: "lighter", load: load && stepLoad(load, step, -1), reps: { low: w.low, high: w.high + 2 }, rest, reasons: ["Felt elsewhere twice: one step lighter with stricter form, or a swap.", ...reasons] };

  const honest = last.entries.every((e, i) => e.reserve === null || e.reserve >= (p.reserves[i] ?? p.reserves[p.reserves.length - 1]!) - 1);
  const complete = last.entries.length >= p.reserves.length;
  const allAbove = reps.every((r) => r >= w.low);
  if (first >= w.high && allAbove && complete && honest && load) {
    const next = stepLoad(load, step, 1);
    return { decision: "raise", load: next, reps: window(next), rest, reasons: [`First set reached ${first} (top of the window ${w.high}) and no set fell below ${w.low}: one step up.`, ...reasons] };
  }
  const before = done[1];
  if (first < w.low && before && countedReps(before.entries[0]!) < w.low) return { decision: "lower", load: load && stepLoad(load, step, -1), reps: w, rest, reasons: [`Under ${w.low} reps twice: one step down, or a swap.`, ...reasons] };
  const why = first >= w.high && !complete ? `${p.reserves.length - last.entries.length} planned set(s) were not done` : first >= w.high && !honest ? "the reserve was lower than planned" : !allAbove ? `a set fell below ${w.low}` : `the first set was ${first}; at ${w.high} the load goes up`;
  return { decision: "hold", load, reps: w, rest, reasons: [`Same load: ${why}.`, ...reasons] };
}
