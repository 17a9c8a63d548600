/** What this phone knows of one exercise: done today, last time, and what follows for the set at hand. */
import { sameLoad, shareOfLoad } from "#core/base/kilograms";
import type { Load, TechniquePart } from "#core/program/document";
import { sharesOf } from "#core/program/structures";
import type { Rules } from "#core/training/rules";
import type { Entry, Pain, Report } from "#core/training/entry";
import { asOfNow, countedReps, exposuresOf, loadOf } from "#core/training/exposures";
import { believedOf, flagsOf } from "#core/training/flags";
import { forecast, type Forecast } from "#core/training/forecast";
import type { SnapshotPrescription } from "#core/training/handover";
import { judgePain, type PainWhy } from "#core/training/pain";
import type { Target } from "#core/training/progression";
import type { Floor } from "./outbox";

/** a session that an older page has kept does not know them */
export const worksOf = (p: Partial<Pick<SnapshotPrescription, "works">>): SnapshotPrescription["works"] =>
  p.works ?? [];

/** a set that goes on after its reps: a drop, a cluster, partial reps */
export interface GoingOn {
  entry: Entry;
  part: TechniquePart;
  /** which of the further parts, from 0, and of how many */
  at: number;
  of: number;
  load: Load | null;
  /** a first guess, or last time's */
  reps: number;
  /** the whole set step by step, in order: reps of those that are done */
  ladder: { name: string | null; load: Load | null; done: number | null; pause: number }[];
}

export interface Today {
  /** sets of today, in order */
  done: Entry[];
  /** sets of the last day before, in order */
  last: Entry[];
  report: Report | null;
  /** the set at hand, from 0 */
  set: number;
  /** what is asked of it */
  reps: { low: number; high: number };
  reserve: number;
  load: Load | null;
  /** what this client is expected to do with it; null the first time */
  expected: Forecast | null;
  /** the set at hand is not over: its further parts; null where there are none */
  goingOn: GoingOn | null;
  finished: boolean;
  /** what stops it: a pain told on this phone, or the target itself; null where nothing does */
  stopped: PainWhy | "target" | null;
  /** ids of sets that cannot well be */
  flagged: ReadonlySet<string>;
}

interface Asked {
  target: Target;
  today: string;
  rules: Rules;
  /** the approved alternative that is done; null: the planned exercise */
  insteadKey: string | null;
  /** ids of sets that were ended before their further parts */
  ended: readonly string[];
}

export function todayOf(floor: Floor, p: SnapshotPrescription, asked: Asked): Today {
  const { target, today, rules, insteadKey, ended } = asked;
  // as it was typed, and as if it had been done in the present setup
  const typed = floor.entries.filter((e) => e.prescriptionId === p.id);
  const mine = asOfNow(p, floor.history).filter((e) => e.prescriptionId === p.id);
  const bySet = (a: Entry, b: Entry) => a.set - b.set;
  const done = typed.filter((e) => e.localDate === today).sort(bySet);
  const lastDate = mine
    .map((e) => e.localDate)
    .filter((d) => d < today)
    .sort()
    .pop();
  const reports = floor.reports.filter((r) => r.prescriptionId === p.id && r.localDate === today);
  const flagged = flagsOf(p, mine, floor.history.bounds[p.id], rules);
  const believed = believedOf(exposuresOf(p.id, mine, [], insteadKey), flagged);
  const now = believed.find((x) => x.localDate === today)?.entries ?? [];
  const goingOn = goingOnOf(p, done, mine, ended);
  const set = done.length;
  const planned = target.sets[Math.min(set, target.sets.length - 1)]!;
  const load = insteadKey ? usedLately(mine, insteadKey) : (goneOnFrom(p, target, now, set) ?? planned.load);
  const { reps, reserve } = planned;
  return {
    done,
    last: typed.filter((e) => e.localDate === lastDate).sort(bySet),
    report: reports.sort((a, b) => b.revision - a.revision)[0] ?? null,
    set,
    reps,
    reserve,
    load,
    expected: forecast(
      { set, load, reserve },
      believed.filter((x) => x.localDate < today),
      now,
      insteadKey ? 0 : p.bodyLoad,
      rules,
    ),
    goingOn,
    finished: set >= p.reserves.length && !goingOn,
    stopped: painStops(floor, p.id, today, rules) ?? (target.decision === "stop" ? "target" : null),
    flagged,
  };
}

/** whether a set, once logged, would be one that cannot well be: said before another exercise comes */
export function wouldBeOdd(floor: Floor, p: SnapshotPrescription, entry: Entry, rules: Rules): boolean {
  const history = { ...floor.history, entries: [...floor.history.entries.filter((e) => e.id !== entry.id), entry] };
  const mine = asOfNow(p, history).filter((e) => e.prescriptionId === p.id);
  return flagsOf(p, mine, history.bounds[p.id], rules).has(entry.id);
}

/** what an alternative was last done with */
function usedLately(mine: readonly Entry[], insteadKey: string): Load | null {
  const newest = mine
    .filter((e) => e.instead?.setupKey === insteadKey)
    .sort((a, b) => a.at.localeCompare(b.at))
    .pop();
  return newest ? loadOf(newest) : null;
}

/** who has left the plan's load today goes on from there; null where nobody has */
function goneOnFrom(p: SnapshotPrescription, target: Target, now: readonly Entry[], set: number): Load | null {
  const last = now.at(-1);
  const used = last ? loadOf(last) : null;
  if (!last || !used || sameLoad(used, target.sets[last.set]?.load)) return null;
  const shares = sharesOf(p);
  const share = (i: number) => shares[Math.min(i, shares.length - 1)]!;
  return shareOfLoad(used, p.loadStep, share(set) / share(last.set));
}

/** the last set of today, where its technique has parts that are not done yet */
function goingOnOf(
  p: SnapshotPrescription,
  done: readonly Entry[],
  mine: readonly Entry[],
  ended: readonly string[],
): GoingOn | null {
  const { technique } = p;
  const entry = done.at(-1);
  if (!technique || !entry || entry.instead || ended.includes(entry.id)) return null;
  if (technique.on === "last" && entry.set < p.reserves.length - 1) return null;
  const first = mainParts(p);
  const at = Math.floor((entry.parts.length - first) / (p.sides === "one" ? 2 : 1));
  const part = technique.then[at];
  if (!part || at < 0) return null;
  const before = mine
    .filter((e) => e.localDate < entry.localDate && e.set === entry.set && e.parts.length > first + at)
    .sort((a, b) => a.at.localeCompare(b.at))
    .pop();
  const load = loadOf(entry);
  const per = p.sides === "one" ? 2 : 1;
  // of two sides the one with fewer reps, as it counts
  const doneIn = (step: number): number | null => {
    const parts =
      step < 0 ? entry.parts.slice(0, first) : entry.parts.slice(first + per * step, first + per * (step + 1));
    return parts.length ? Math.min(...parts.map((x) => x.reps)) : null;
  };
  const share = (part: TechniquePart) => load && shareOfLoad(load, p.loadStep, part.load);
  return {
    ladder: [
      { name: null, load, done: doneIn(-1), pause: 0 },
      ...technique.then.map((t, i) => ({ name: t.name, load: share(t), done: doneIn(i), pause: t.pause })),
    ],
    entry,
    part,
    at,
    of: technique.then.length,
    load: share(part),
    reps: before?.parts[first + at]?.reps ?? Math.max(1, Math.round(part.reps * countedReps(entry))),
  };
}

/** parts that a plain set has: one, or one a side */
const mainParts = (p: SnapshotPrescription): number => (p.sides === "one" ? 2 : 1);

/** the pain rule acts here, without a connection */
function painStops(floor: Floor, prescriptionId: string, today: string, rules: Rules): PainWhy | null {
  const reports = floor.reports
    .filter((r) => r.prescriptionId === prescriptionId)
    .sort((a, b) => b.at.localeCompare(a.at));
  const now = reports.find((r) => r.localDate === today)?.pain ?? null;
  const earlier = reports
    .filter((r) => r.localDate < today)
    .map((r) => r.pain)
    .filter((x): x is Pain => x !== null);
  const verdict = judgePain(now, rules.pain, earlier);
  return verdict.act === "stop" ? verdict.why : null;
}
