/**
 * Logged sets that cannot well be: far from what the client's other lifts allow, or from what the sets of the same line
 * say. Such a set counts for nothing, in no target, forecast or strength, until the coach says that it is right.
 */
import { inKg } from "#core/base/kilograms";
import type { Prescription } from "#core/program/document";
import type { Rules } from "#core/training/rules";
import type { Entry } from "#core/training/entry";
import { countedReps, exposuresOf, loadOf, type Bound, type Exposure } from "#core/training/exposures";
import { UNLIKELY } from "#core/training/belief";
import { overPlanned, surprise } from "#core/training/forecast";
import { maximumOf } from "#core/training/strength";

/**
 * how far ln(load x reps) may be from what was expected, by the workouts known: a first day is for finding a load; from
 * three on about four spreads of the forecast (5 in 1,000 right sets, most on one bad day, simulated)
 */
const FAR = [0.7, 0.4, 0.25, 0.18];

/** how many spreads of the belief a set is off what the other lifts allow; 0 where nothing can be said of it */
export function spreadsOff(entry: Entry, bound: Bound | undefined): number {
  const load = loadOf(entry);
  if (!bound || !load || load.value === 0 || entry.confirmed || entry.voided || entry.instead) return 0;
  const body = bound.body ?? 0;
  const once = maximumOf(inKg(load) + body, countedReps(entry), entry.reserve ?? 2);
  const [low, high] = [Math.log(Math.max(0.01, bound.low + body)), Math.log(Math.max(0.02, bound.high + body))];
  return Math.abs(Math.log(once) - (low + high) / 2) / ((high - low) / (2 * UNLIKELY));
}

/** outside of the loads that the other lifts allow */
export const isOutOfBounds = (entry: Entry, bound: Bound | undefined): boolean => spreadsOff(entry, bound) > UNLIKELY;

/** how far inside of its bounds a load is nothing to think about */
const WELL = 1.15;

/** whether a set could not change what is believed of a client's loads */
export function isWellWithin(entry: Entry, bound: Bound | undefined): boolean {
  const load = loadOf(entry);
  if (entry.instead || entry.voided || !load || load.value === 0) return true;
  if (!bound) return false;
  const body = bound.body ?? 0;
  const once = maximumOf(inKg(load) + body, countedReps(entry), entry.reserve ?? 2);
  return once > (bound.low + body) * WELL && once < (bound.high + body) / WELL;
}

type Line = Pick<Prescription, "id" | "bodyLoad" | "purpose">;

/**
 * Ids of the flagged sets of a line. Days are read in order, each set against what is believed of those before; what a
 * coach has confirmed is believed, and is the only thing believed from then on.
 */
export function flagsOf(
  p: Line,
  entries: readonly Entry[],
  bound: Bound | undefined,
  rules: Rules,
): ReadonlySet<string> {
  const flagged = new Set<string>();
  if (p.purpose !== "work") return flagged;
  let believed: Exposure[] = [];
  for (const day of exposuresOf(p.id, entries, []).reverse()) {
    const today: Entry[] = [];
    for (const e of day.entries) {
      if (e.confirmed) believed = [];
      const far = !e.confirmed && isFar(e, believed, today, p.bodyLoad, rules);
      if (far || isOutOfBounds(e, bound)) flagged.add(e.id);
      else today.push(e);
    }
    if (today.length) believed = [{ ...day, entries: today }, ...believed];
  }
  return flagged;
}

/** far from what the line's own sets say; from the plan, a guess itself, where there are none */
function isFar(e: Entry, believed: readonly Exposure[], today: readonly Entry[], body: number, rules: Rules): boolean {
  const off = surprise(e, believed, today, body, rules);
  if (off) return Math.abs(off.ratio) > FAR[Math.min(off.workouts, FAR.length - 1)]!;
  return believed.length === 0 && Math.abs(overPlanned(e, body, rules) ?? 0) > Math.log(rules.log.planned);
}

/** a line's workouts without what is flagged */
export const believedOf = (exposures: readonly Exposure[], flagged: ReadonlySet<string>): Exposure[] =>
  exposures
    .map((x) => ({ ...x, entries: x.entries.filter((e) => !flagged.has(e.id)) }))
    .filter((x) => x.entries.length > 0);
