/** A line's part of the log, day by day, and what a logged set says of it. */
import { shareOfLoad } from "#core/base/kilograms";
import type { Load, Prescription } from "#core/program/document";
import type { CheckIn } from "#core/training/check-in-schema";
import type { Entry, Report } from "#core/training/entry";

/** what was done of a line on one day */
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

export interface Handed {
  load: Load | null;
  setupKey: string;
}

/** everything a next target follows from beside the prescription; the same on the phone and at the desk */
export interface History {
  entries: readonly Entry[];
  reports: readonly Report[];
  /** of the last weeks; none where they are not known */
  checkIns?: readonly CheckIn[];
  /** by hand-over and prescription: the load that was asked for, and the setup */
  handedOver: Readonly<Record<string, Readonly<Record<string, Handed>>>>;
  /** by prescription */
  bounds: Readonly<Record<string, Bound>>;
}

/** days of log that a target is made from, on the phone as at the desk */
export const HISTORY_DAYS = 84;

type WithSetup = Pick<Prescription, "setupKey" | "earlier" | "loadStep">;

/** what a load of an earlier setup comes to in the present one, on the step's grid; the same where nothing changed */
export function loadNow(load: Load | null, setupKey: string | undefined, p: WithSetup): Load | null {
  const ratio = setupKey === p.setupKey ? 1 : (p.earlier.find((e) => e.setupKey === setupKey)?.ratio ?? 1);
  return load && shareOfLoad(load, p.loadStep, ratio);
}

/** the log of a line as if it had been done in the present setup: a change of setup moves loads, and loses nothing */
export const asOfNow = (
  p: WithSetup & Pick<Prescription, "id">,
  { entries, handedOver }: Pick<History, "entries" | "handedOver">,
): readonly Entry[] =>
  p.earlier.length === 0
    ? entries
    : entries.map((e) => {
        const key = e.prescriptionId === p.id && !e.instead ? handedOver[e.handOverId]?.[p.id]?.setupKey : p.setupKey;
        return key === p.setupKey ? e : { ...e, parts: e.parts.map((x) => ({ ...x, load: loadNow(x.load, key, p) })) };
      });

/** of each id the newest revision, whichever came first */
export function newestOf<T extends { id: string; revision: number }>(list: readonly T[]): T[] {
  const by = new Map<string, T>();
  for (const x of list) if ((by.get(x.id)?.revision ?? 0) < x.revision) by.set(x.id, x);
  return [...by.values()];
}

/**
 * newest revision of each id, gathered by day, newest day first; what was struck is not there
 * @param insteadKey of the approved alternative that is asked for; null: the planned exercise. Each keeps its place in
 *   the log and says nothing about the other's load
 */
export function exposuresOf(
  prescriptionId: string,
  entries: readonly Entry[],
  reports: readonly Report[],
  insteadKey: string | null = null,
): Exposure[] {
  const own = <T extends { prescriptionId: string }>(list: readonly T[]) =>
    list.filter((x) => x.prescriptionId === prescriptionId);
  const es = newestOf(own(entries)).filter((e) => (e.instead?.setupKey ?? null) === insteadKey && !e.voided);
  const rs = newestOf(own(reports));
  const dates = [...new Set([...es, ...rs].map((e) => e.localDate))].sort().reverse();
  return dates.map((localDate) => ({
    localDate,
    entries: es.filter((e) => e.localDate === localDate).sort((a, b) => a.set - b.set || a.at.localeCompare(b.at)),
    report: rs.filter((r) => r.localDate === localDate).sort((a, b) => b.at.localeCompare(a.at))[0] ?? null,
  }));
}

/**
 * Reps that count for progress: of the first part, what comes after failure being extra; one side at a time, the weaker
 * side's.
 */
export function countedReps({ parts }: Pick<Entry, "parts">): number {
  const first = (kind: "left" | "right") => parts.find((p) => p.kind === kind)?.reps;
  const sides = [first("left"), first("right")].filter((x) => x !== undefined);
  return sides.length ? Math.min(...sides) : (parts[0]?.reps ?? 0);
}

/** the load of a set's first part that has one */
export const loadOf = ({ parts }: Pick<Entry, "parts">): Load | null => parts.find((p) => p.load)?.load ?? null;
