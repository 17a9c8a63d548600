/** What this phone knows of one exercise: done today, last time, and what follows for the set at hand. */
import type { Load } from "#core/planning/program";
import type { Entry, Pain, Report } from "#core/training/entry";
import type { SnapshotPrescription } from "#core/training/handover";
import { judgePain } from "#core/training/pain";
import { loadOf, type Target } from "#core/training/progression";
import type { Floor } from "./outbox";

export interface Today {
  /** sets of today, in order */
  done: Entry[];
  /** sets of the last day before, in order */
  last: Entry[];
  report: Report | null;
  /** the set at hand, from 0 */
  set: number;
  /** reps in reserve asked of it */
  asked: number;
  /** reps to expect of it */
  expected: number;
  finished: boolean;
  /** the words that stop it; null where nothing does */
  stopped: string | null;
  /** load to start from, for the planned setup (null) or an alternative by its key */
  loadFor: (insteadKey: string | null) => Load | null;
}

export function todayOf(floor: Floor, p: SnapshotPrescription, target: Target, today: string): Today {
  const mine = floor.entries.filter((e) => e.prescriptionId === p.id);
  const done = mine.filter((e) => e.localDate === today).sort((a, b) => a.set - b.set);
  const lastDate = mine
    .map((e) => e.localDate)
    .filter((d) => d < today)
    .sort()
    .pop();
  const last = mine.filter((e) => e.localDate === lastDate).sort((a, b) => a.set - b.set);
  const reports = floor.reports.filter((r) => r.prescriptionId === p.id && r.localDate === today);
  const set = done.length;
  const { low, high } = target.reps;
  const lately = last[set] ? Math.max(...last[set].parts.map((x) => x.reps)) : high - 2;
  return {
    done,
    last,
    report: reports.sort((a, b) => b.revision - a.revision)[0] ?? null,
    set,
    asked: p.reserves[Math.min(set, p.reserves.length - 1)]!,
    expected: Math.max(low, Math.min(high, lately)),
    finished: set >= p.reserves.length,
    stopped: painStops(floor, p.id, today) ?? (target.decision === "stop" ? "Stopped." : null),
    loadFor(insteadKey) {
      const here = (e: Entry) => (e.instead?.setupKey ?? null) === insteadKey;
      const newest = mine
        .filter(here)
        .sort((a, b) => a.at.localeCompare(b.at))
        .pop();
      const used = newest ? loadOf(newest) : null;
      if (insteadKey) return used;
      return (done.some(here) ? used : null) ?? target.load ?? p.load ?? used;
    },
  };
}

/** the pain rule acts here, without a connection */
function painStops(floor: Floor, prescriptionId: string, today: string): string | null {
  const reports = floor.reports
    .filter((r) => r.prescriptionId === prescriptionId)
    .sort((a, b) => b.at.localeCompare(a.at));
  const now = reports.find((r) => r.localDate === today)?.pain ?? null;
  const earlier = reports
    .filter((r) => r.localDate < today)
    .map((r) => r.pain)
    .filter((x): x is Pain => x !== null);
  const verdict = judgePain(now, earlier);
  return verdict.act === "stop" ? verdict.words : null;
}
