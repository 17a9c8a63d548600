/**
 * A client trains: weeks of workouts at the loads that the next targets ask for, logged as a phone logs them, read by a
 * coach who strikes what is wrong and confirms what only looks so.
 */
import { dateBefore } from "#core/base/dates";
import { inKg } from "#core/base/kilograms";
import { groupCredit } from "#core/planning/dose";
import { groups } from "#core/planning/groups";
import type { Prescription } from "#core/program/document";
import type { CheckIn } from "#core/training/check-in-schema";
import type { Entry, Pain, Report } from "#core/training/entry";
import { exposuresOf, HISTORY_DAYS, newestOf } from "#core/training/exposures";
import { flagsOf } from "#core/training/flags";
import { forecast } from "#core/training/forecast";
import { targetFor, type Decision } from "#core/training/progression";
import type { Rules } from "#core/training/rules";
import type { Random } from "./random";
import { failingReps, formOf, gapIn, leftOf, presentOf, SIMULATED, type ClientTruth, type LineTruth } from "./truth";
import { anyWrong, mistyped, type Wrong } from "./wrong";

export interface SimulatedLine {
  p: Prescription;
  /** days after the Monday of each week */
  weekday: number;
  truth: LineTruth;
}

/** what a workout was asked, expected and done: for the figures */
export interface Done {
  lineId: string;
  date: string;
  decision: Decision;
  raised: boolean;
  /** of the first set */
  reps: number;
  low: number;
  /** reps offered less reps done, by set */
  misses: number[];
  painBefore: boolean;
}

export interface SimulatedTraining {
  entries: Entry[];
  reports: Report[];
  checkIns: CheckIn[];
  workouts: Done[];
  /** entries typed wrong, as they should have been */
  wrong: { id: string; kind: Wrong; load: number; reps: number }[];
  /** entries that were asked about when they came */
  flagged: string[];
  /** lines given up, with the local date */
  left: { lineId: string; on: string }[];
}

export interface TrainingAsk {
  random: Random;
  client: ClientTruth;
  lines: readonly SimulatedLine[];
  weeks: number;
  /** the day before the first week, a Sunday */
  from: string;
  handOverId: string;
  rules: Rules;
  /** weeks of a block that are over where the log begins: clients are not all in the same week of one */
  into: number;
}

/** of 1,000 workouts that tell of pain, so many are sharp */
const SHARP = 0.12;
const SAID_FELT = 0.85;
/** of those who did not feel it in the target, so many are not sure where */
export const UNSURE = 0.2;
const ASKED_IN = 0.8;
const ZONE = "Europe/Stockholm";

interface Working extends SimulatedLine {
  entries: Entry[];
  reports: Report[];
  workouts: number;
  gone: boolean;
}

const dateAfter = (date: string, days: number): string => dateBefore(date, -days);

/** what is told once a day and once a week */
class Diary {
  readonly out: SimulatedTraining = {
    entries: [],
    reports: [],
    checkIns: [],
    workouts: [],
    wrong: [],
    flagged: [],
    left: [],
  };
  recovery = 0;

  constructor(private readonly ask: TrainingAsk) {}

  when(date: string, minutes = 0) {
    const at = new Date(Date.parse(`${date}T16:00:00Z`) + 60_000 * minutes).toISOString();
    return { at, zone: ZONE, localDate: date };
  }

  /** @param groups trained in the week before */
  week(date: string, groups: readonly string[]): void {
    const { normal, chance, id } = this.ask.random;
    this.recovery = normal();
    if (!chance(ASKED_IN)) return;
    const grade = () => Math.max(1, Math.min(5, Math.round(3.4 + 0.9 * this.recovery + 0.7 * normal())));
    const soreness = grade();
    this.out.checkIns.push({
      id: id(),
      revision: 1,
      sleep: grade(),
      food: grade(),
      soreness,
      stress: grade(),
      sore: soreness <= 3 ? groups.filter(() => chance(SIMULATED.sore)) : [],
      ...this.when(date),
    });
  }

  pain(p: Prescription): Pain {
    const { chance, pick, uniform } = this.ask.random;
    const sharp = chance(SHARP);
    return {
      kind: sharp ? "sharp" : "ache",
      score: sharp ? 4 + Math.floor(4 * uniform()) : 2 + Math.floor(3 * uniform()),
      joint: /curl|extension|pushdown/.test(p.exerciseId) ? "elbow" : pick(["shoulder", "knee", "spine"]),
      side: pick(["left", "right"]),
    };
  }
}

const directGroups = (credits: Prescription["credits"]): string[] =>
  groups.filter((g) => groupCredit(credits, g)?.direct).map((g) => g.id);

/** the last week of a block, @param into weeks of one that are over where the log begins */
export const isLighter = (week: number, into: number): boolean =>
  (week + into) % SIMULATED.block === SIMULATED.block - 1;

/** a line as it is asked for in the last week of a block */
export const lightened = (p: Prescription): Prescription => ({
  ...p,
  reserves: p.reserves
    .slice(0, Math.max(1, Math.round(SIMULATED.lighter.sets * p.reserves.length)))
    .map((r) => r + SIMULATED.lighter.reserve),
});

/** a day of training: what all its lines share */
interface Day {
  week: number;
  date: string;
  /** ln of strength over the usual */
  shared: number;
  lighter: boolean;
}

export function simulateTraining(ask: TrainingAsk): SimulatedTraining {
  const { random, lines, weeks, from, into } = ask;
  const diary = new Diary(ask);
  const working = lines.map((l): Working => ({ ...l, entries: [], reports: [], workouts: 0, gone: false }));
  const trained = [...new Set(lines.flatMap((l) => directGroups(l.p.credits)))];
  const weekdays = [...new Set(lines.map((l) => l.weekday))].sort();
  for (let week = 0; week < weeks; week++) {
    diary.week(dateAfter(from, 7 * week + 1), week > 0 ? trained : []);
    const lighter = isLighter(week, into);
    for (const weekday of weekdays) {
      if (random.chance(SIMULATED.missed)) continue;
      const date = dateAfter(from, 7 * week + 1 + weekday);
      const shared = formOf(random, SIMULATED.shared) + SIMULATED.recovery * diary.recovery;
      working
        .filter((l) => l.weekday === weekday && !l.gone)
        .forEach((l, i) => workOut(ask, diary, l, working, { week, date, shared, lighter }, i));
    }
  }
  for (const l of working) {
    diary.out.entries.push(...l.entries);
    diary.out.reports.push(...l.reports);
  }
  return diary.out;
}

/** what is asked of the line today, from what was logged lately */
function askedOf(
  { rules, handOverId }: TrainingAsk,
  { p, entries, reports }: Working,
  checkIns: CheckIn[],
  date: string,
) {
  const since = dateBefore(date, HISTORY_DAYS);
  const lately = {
    entries: entries.filter((e) => e.localDate >= since),
    reports: reports.filter((r) => r.localDate >= since),
    checkIns: checkIns.slice(-2),
    handedOver: { [handOverId]: { [p.id]: { load: p.load, setupKey: p.setupKey } } },
    bounds: {},
  };
  return { lately, target: targetFor(p, lately, rules, date) };
}

function workOut(
  ask: TrainingAsk,
  diary: Diary,
  line: Working,
  all: readonly Working[],
  { week, date, shared, lighter }: Day,
  place: number,
): void {
  const { random, client, rules, handOverId } = ask;
  const { truth } = line;
  const p = lighter ? lightened(line.p) : line.p;
  const { out } = diary;
  const report = (change: Partial<Report>): Report => ({
    id: random.id(),
    revision: 1,
    handOverId,
    prescriptionId: p.id,
    feel: null,
    feltIn: null,
    left: null,
    pain: null,
    ticks: [],
    ended: null,
    note: "",
    ...diary.when(date, 8 * place + 7),
    ...change,
  });
  const { lately, target } = askedOf(ask, line, out.checkIns, date);
  if (target.decision === "stop") {
    // a week without it, and the next report tells of none
    line.reports.push(report({ left: "skipped" }));
    return;
  }
  const load = target.load ?? p.load;
  const kg = Math.max(0.5, (load ? inKg(load) : 0) + p.bodyLoad);
  const present = presentOf(truth, week, line.workouts) + shared + formOf(random, 1 - SIMULATED.shared);
  const earlier = exposuresOf(p.id, lately.entries, []);
  const today: Entry[] = [];
  const misses: number[] = [];
  const wrong = random.chance(SIMULATED.wrong) ? anyWrong(random) : null;
  const wrongAt = Math.floor(p.reserves.length * random.uniform());
  const gap = p.sides === "one" ? gapIn(truth, week) + SIMULATED.side * random.normal() : 0;
  p.reserves.forEach((asked, set) => {
    const expected = forecast({ set, load, reserve: asked }, earlier, today, p.bodyLoad, rules);
    const done = (sideways: number) => {
      const most = failingReps(truth, present, 0, kg, set, sideways);
      return Math.max(1, Math.min(60, Math.round(most - leftOf(random, client, asked))));
    };
    const sides = p.sides === "one" ? ([done(gap / 2), done(-gap / 2)] as const) : null;
    let reps = sides ? Math.min(...sides) : done(0);
    const offered = expected ? Math.round(expected.mean) : null;
    if (offered !== null) misses.push(offered - reps);
    if (!sides) reps = tapped(ask, offered, reps);
    const other = all.find((l) => l !== line && l.p.load)?.p.load?.value ?? 10;
    const right = { load: load?.value ?? 0, reps };
    const typed = wrong && set === wrongAt && load && !sides ? mistyped(wrong, right, other) : null;
    const part = { load: load && { ...load, value: typed?.load ?? load.value }, reps: typed?.reps ?? reps };
    const entry: Entry = {
      id: random.id(),
      revision: 1,
      handOverId,
      prescriptionId: p.id,
      set,
      parts: sides
        ? [
            { ...part, id: random.id(), kind: "left", reps: sides[0] },
            { ...part, id: random.id(), kind: "right", reps: sides[1] },
          ]
        : [{ ...part, id: random.id(), kind: "full" }],
      reserve: asked,
      instead: null,
      ...diary.when(date, 8 * place + 2 * set),
      prescribed: { reps: p.reps, reserve: asked, load },
      voided: false,
      confirmed: false,
      by: null,
    };
    if (typed && wrong) out.wrong.push({ id: entry.id, kind: wrong, ...right });
    today.push(entry);
  });
  read(ask, out, line, today, lately.entries);
  const hurts = random.chance(truth.pain);
  line.reports.push(
    report({
      feel: random.chance(SAID_FELT)
        ? random.chance(truth.felt)
          ? "target"
          : random.chance(UNSURE)
            ? "unsure"
            : "elsewhere"
        : null,
      pain: hurts ? diary.pain(p) : null,
    }),
  );
  const first = today[0]!;
  const was = earlier[0]?.entries[0]?.parts[0]?.load?.value;
  out.workouts.push({
    lineId: p.id,
    date,
    decision: target.decision,
    raised: was !== undefined && load !== null && load.value > was,
    reps: first.parts[0]!.reps,
    low: p.reps.low,
    misses,
    painBefore: (lately.reports.at(-1)?.pain?.score ?? 0) > 0,
  });
  line.workouts += 1;
  if (line.workouts >= 4 && random.chance(truth.leaves)) {
    line.gone = true;
    out.left.push({ lineId: p.id, on: date });
  }
}

/** what is offered is logged by some who did nearly that */
const tapped = ({ random, client }: TrainingAsk, offered: number | null, reps: number): number =>
  offered !== null && Math.abs(offered - reps) <= 2 && random.chance(client.taps) ? offered : reps;

/** the coach reads what was logged: what is asked about is struck where it is wrong and confirmed where it is not */
function read(
  ask: TrainingAsk,
  out: SimulatedTraining,
  line: Working,
  today: readonly Entry[],
  lately: readonly Entry[],
) {
  const flagged = flagsOf(line.p, [...lately, ...today], undefined, ask.rules);
  const wrong = new Set(out.wrong.map((w) => w.id));
  line.entries.push(...today);
  for (const e of newestOf([...lately, ...today])) {
    if (!flagged.has(e.id)) continue;
    if (today.includes(e)) out.flagged.push(e.id);
    const act = wrong.has(e.id) ? { voided: true } : { confirmed: true };
    line.entries.push({ ...e, ...act, revision: e.revision + 1, by: "Edda Varn" });
  }
}
