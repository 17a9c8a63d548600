/** The review of one client: everything the log says, each with what it stands on. */
import { mean, median, sum } from "#core/base/numbers";
import { dateBefore, daysBetween } from "#core/base/dates";
import { EIGHT_IN_TEN } from "#core/base/normal";
import type { ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import { findExercise } from "#core/exercises/library";
import { unversioned } from "#core/exercises/setup";
import { dayMinutes } from "#core/planning/minutes";
import type { Prescription, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import type { Entry } from "#core/training/entry";
import {
  asOfNow,
  countedReps,
  exposuresOf,
  loadOf,
  newestOf,
  type Exposure,
  type History,
} from "#core/training/exposures";
import { believedOf, flagsOf } from "#core/training/flags";
import { forecast } from "#core/training/forecast";
import { judgePain } from "#core/training/pain";
import { changeOf, togetherOf, type Change } from "./change";
import { correctionsFor } from "./corrections";
import { dropOf } from "./drop";
import type { Fact } from "./facts";
import { gapOf } from "./gap";
import { growthOf, type Level } from "./growth";
import { liftDays, liftOf, type LiftDay } from "./lift";
import { after, expect, followLine, levelOf, onDay, slopeOf, type LineState } from "./line-filter";
import { growthTogether, LEAST, progressOf } from "./progress";
import type { Gate, LineReview, Review } from "./schema";
import { blockOf, groupsDone, reserveAsked, soreBy, weeksDone, type WeekDone } from "./weeks";

/** weeks of log that a review reads */
export const REVIEW_WEEKS = 26;
/** reps over the low end of the window for which strength is told: where sets are */
const MIDDLE = 4;

export interface ReviewAsk {
  program: Program;
  history: History;
  client: Pick<ClientInput, "level" | "priorities" | "phase">;
  method: Method;
  /** local date */
  today: string;
  /** lines by their id and setup as they were handed over: those that the week no longer has are evidence, too */
  handed?: Readonly<Record<string, HandedLine>>;
  /** local dates from which groups are specialised, by id: since the priority was given; of others nothing is known */
  specialisedSince?: Readonly<Record<string, string>>;
  /** "hand-over line" of which the stronger side was to stop at the weaker one's reps */
  capped?: ReadonlySet<string>;
}

/** what a line was when it was handed over; its key is "line setup" */
export interface HandedLine {
  exerciseId: string;
  name: string;
  bodyLoad: number;
  /** low end of its reps; null where it is not known any more */
  low: number | null;
  purpose: string;
}

export function reviewOf(ask: ReviewAsk): Review {
  const { program, history, client, method, today } = ask;
  const lines = prescriptionsOf(program);
  const entries = newestOf(history.entries);
  const checkIns = history.checkIns ?? [];
  const weeks = weeksDone(entries, checkIns, today, REVIEW_WEEKS);
  const planned = {
    sets: sum(lines.map((p) => p.reserves.length)),
    days: program.days.filter((d) => d.blocks.length > 0).length,
    minutes: mean(program.days.filter((d) => d.blocks.length > 0).map((d) => dayMinutes(d, method))) || 0,
  };

  const read = lines.flatMap((p) => lineOf(p, ask) ?? []);
  return {
    today,
    weeks,
    planned,
    groups: groupsDone(program, entries, client, method, today),
    lines: read.map((r) => r.line),
    movements: movementsOf(read, weeks, planned, client.level, today),
    block: blockOf(weeks, reserveAsked(entries, weeks)),
    specialised: specialisedOf(ask, weeks),
    soreness: sorenessOf(weeks),
    sore: soreBy(program, entries, checkIns),
  };
}

/** weeks trained since each group was given its priority; since the log began where nobody knows */
function specialisedOf({ client, specialisedSince }: ReviewAsk, weeks: readonly WeekDone[]): Review["specialised"] {
  return Object.entries(client.priorities)
    .filter(([, priority]) => priority === "specialise")
    .map(([group]) => {
      const since = specialisedSince?.[group] ?? "";
      return { group, weeks: weeks.filter((w) => w.days > 0 && w.from >= since).length };
    });
}

interface ReadLine {
  p: Prescription;
  line: LineReview;
  days: LiftDay[];
  state: LineState | undefined;
  painHolds: boolean;
}

function lineOf(p: Prescription, { history, client, method, capped }: ReviewAsk): ReadLine | null {
  if (p.purpose !== "work") return null;
  const entries = asOfNow(p, history);
  const exposures = exposuresOf(p.id, entries, history.reports);
  const [last, first] = [exposures[0], exposures.at(-1)];
  if (!last || !first) return null;
  const flagged = flagsOf(p, entries, history.bounds[p.id], method);
  const believed = believedOf(exposures, flagged);
  const days = liftDays(believed, p.bodyLoad);
  const reps = p.reps.low + MIDDLE;
  const states = followLine(days, reps, client.level);
  const isCapped = (date: string) =>
    exposures.some((x) => x.localDate === date && x.entries.some((e) => capped?.has(`${e.handOverId} ${p.id}`)));
  const said = exposures.flatMap((x) => x.report?.feel ?? []);
  const verdict = judgePain(last.report?.pain ?? null, method.pain);
  return {
    p,
    days,
    state: states.at(-1),
    painHolds: verdict.act !== "go on",
    line: {
      lineId: p.id,
      setupKey: p.setupKey,
      name: p.name,
      family: findExercise(p.exerciseId)?.family ?? "other",
      workouts: days.length,
      first: first.localDate,
      last: last.localDate,
      reps,
      body: p.bodyLoad,
      points: states.map((s) => pointOf(s, p.bodyLoad)),
      change: changeOf(days, reps, client.level, last.localDate),
      drop: dropOf(days),
      gap: p.sides === "one" ? gapOf(believed, isCapped) : null,
      capped: isCapped(last.localDate),
      felt: { target: said.filter((f) => f === "target").length, said: said.filter((f) => f !== "unsure").length },
      feltIn: feltIn(exposures),
      form: formOf(exposures),
      pains: exposures.flatMap(({ localDate, report }) =>
        report?.pain && report.pain.score > 0
          ? [
              {
                on: localDate,
                joint: report.pain.joint,
                side: report.pain.side,
                kind: report.pain.kind,
                score: report.pain.score,
              },
            ]
          : [],
      ),
      test: testOf(days, believed, p, reps, client.level),
      unlikely: exposures.flatMap((x) =>
        x.entries.filter((e) => flagged.has(e.id)).map((e) => unlikelyOf(e, p, believed, method)),
      ),
    },
  };
}

function feltIn(exposures: readonly Exposure[]): LineReview["feltIn"] {
  const times = new Map<string, number>();
  for (const g of exposures.flatMap((x) => x.report?.feltIn ?? [])) times.set(g, (times.get(g) ?? 0) + 1);
  return [...times].map(([group, n]) => ({ group, times: n })).sort((a, b) => b.times - a.times);
}

/** workouts over which form is looked at */
const FORM_WORKOUTS = 6;

function formOf(exposures: readonly Exposure[]): LineReview["form"] {
  const told = exposures.filter((x) => x.report !== null).slice(0, FORM_WORKOUTS);
  return { lost: told.filter((x) => x.report!.ticks.length > 0).length, of: told.length };
}

function pointOf(state: LineState, body: number) {
  const { mean: m, sd } = levelOf(state);
  const kg = (z: number) => Math.max(0, Math.exp(m + z * sd) - body);
  return { on: state.date, kg: kg(0), low: kg(-EIGHT_IN_TEN), high: kg(EIGHT_IN_TEN) };
}

/** reps of the newest set that was to be done to failure over those expected of it, after the others of its day */
function testOf(days: readonly LiftDay[], believed: readonly Exposure[], p: Prescription, reps: number, level: Level) {
  for (const x of believed) {
    const test = x.entries.filter((e) => e.prescribed.reserve === 0 && e.reserve === 0).at(-1);
    if (!test) continue;
    const before = days.filter((d) => d.date < x.localDate);
    const state = followLine(before, reps, level).at(-1);
    if (!state || before.length < LEAST.workouts / 2) return null;
    let today = onDay(state, x.localDate);
    for (const e of x.entries) {
      const lift = liftOf(e, p.bodyLoad);
      if (!lift) continue;
      if (e === test) return { on: x.localDate, extra: lift.failing - expect(today, lift.set, lift.kg).failing };
      today = after(today, lift);
    }
  }
  return null;
}

/** spread of what is expected of a set, in reps, as its forecast has it */
const SPREAD = 2;

function unlikelyOf(
  e: Entry,
  p: Prescription,
  believed: readonly Exposure[],
  method: Method,
): LineReview["unlikely"][number] {
  const earlier = believed.filter((x) => x.localDate < e.localDate);
  const today = believed.find((x) => x.localDate === e.localDate)?.entries.filter((o) => o.set < e.set) ?? [];
  const reserve = e.reserve ?? e.prescribed.reserve;
  const at = (load: Entry["prescribed"]["load"]) => {
    const f = forecast({ set: e.set, load, reserve }, earlier, today, p.bodyLoad, method);
    return f && { reps: f.mean, spread: SPREAD };
  };
  const typed = { load: loadOf(e), reps: countedReps(e) };
  return {
    entryId: e.id,
    revision: e.revision,
    on: e.localDate,
    ...typed,
    expected: at(typed.load)?.reps ?? null,
    meant: correctionsFor(typed, e.prescribed.load, p.loadStep, at).map(({ mistake, load, reps }) => ({
      mistake,
      load,
      reps,
    })),
  };
}

/** what may stand in the way, beside the programme: shares, reps, weeks and scores that are enough. Judgement */
export const ENOUGH = { sets: 0.85, reserve: 1, missed: 2, over: 8, recovery: 3, extra: 2 } as const;

function gatesOf(
  lines: readonly ReadLine[],
  weeks: readonly WeekDone[],
  planned: Review["planned"],
): Record<Gate, boolean | null> {
  const lately = weeks.slice(-ENOUGH.over);
  const trained = lately.filter((w) => w.days > 0);
  const reserves = trained.flatMap((w) => w.reserve ?? []);
  const scores = lately.flatMap((w) => w.checkIn ?? []);
  const tests = lines.flatMap((l) => l.line.test ?? []);
  return {
    sets: trained.length ? mean(trained.map((w) => w.sets)) >= ENOUGH.sets * planned.sets : null,
    reserve: reserves.length ? Math.abs(mean(reserves)) <= ENOUGH.reserve : null,
    weeks: lately.filter((w) => w.days === 0).length < ENOUGH.missed,
    recovery: scores.length ? mean(scores) >= ENOUGH.recovery : null,
    pain: lines.every((l) => !l.painHolds),
    test: tests.length ? Math.max(...tests.map((t) => t.extra)) <= ENOUGH.extra : null,
  };
}

function movementsOf(
  read: readonly ReadLine[],
  weeks: readonly WeekDone[],
  planned: Review["planned"],
  level: Level,
  today: string,
): Review["movements"] {
  const families = [...new Set(read.map((r) => r.line.family))];
  return families.map((family) => {
    const own = read.filter((r) => r.line.family === family);
    const growth = growthTogether(own.flatMap((r) => (r.state ? [slopeOf(r.state)] : [])));
    const dates = own.flatMap((r) => r.days.map((d) => d.date)).sort();
    return {
      family,
      lines: own.map((r) => r.p.id),
      progress: progressOf(dates, changeTogether(own, today), growth, level),
      gates: gatesOf(own, weeks, planned),
    };
  });
}

/** the change of all lines of a movement */
function changeTogether(lines: readonly ReadLine[], today: string): Change | null {
  const changes = lines.flatMap((l) => {
    // a line that is no longer trained says nothing of now
    const recent = daysBetween(l.line.last, today) < 28;
    return recent && l.line.change ? [l.line.change] : [];
  });
  if (changes.length === 0) return null;
  return togetherOf(changes);
}

/** check-ins on either side that say something */
const SORE_WEEKS = 4;

function sorenessOf(weeks: readonly WeekDone[]): Review["soreness"] {
  const told = weeks.filter((w) => w.soreness !== null && w.sets > 0);
  if (told.length < 2 * SORE_WEEKS) return null;
  const usual = median(told.map((w) => w.sets));
  const [more, fewer] = [told.filter((w) => w.sets > usual), told.filter((w) => w.sets < usual)];
  if (more.length < SORE_WEEKS || fewer.length < SORE_WEEKS) return null;
  return { more: mean(more.map((w) => w.soreness!)), fewer: mean(fewer.map((w) => w.soreness!)), weeks: told.length };
}

/** days without a line, while others were trained, from which on it is given up */
const GIVEN_UP = 28;
const LEAST_WORKOUTS = 7;

const toHanded = (p: Prescription): HandedLine => ({
  exerciseId: p.exerciseId,
  name: p.name,
  bodyLoad: p.bodyLoad,
  low: p.reps.low,
  purpose: p.purpose,
});

/** what the log says of each setup, of lines that are no longer there as well */
export function factsOf({ program, history, client, method, today, handed = {} }: ReviewAsk): Fact[] {
  const lines = new Map(prescriptionsOf(program).map((p) => [p.id, p]));
  const entries = newestOf(history.entries).filter((e) => !e.instead && !e.voided);
  const keyOf = (e: Pick<Entry, "handOverId" | "prescriptionId">) =>
    history.handedOver[e.handOverId]?.[e.prescriptionId]?.setupKey ?? lines.get(e.prescriptionId)?.setupKey;
  const trainedLast = entries.reduce<string>((l, e) => (e.localDate > l ? e.localDate : l), "");
  const by = new Map<string, { lineId: string; key: string; entries: Entry[] }>();
  for (const e of entries) {
    const key = keyOf(e);
    if (!key) continue;
    const id = `${e.prescriptionId} ${key}`;
    const known = by.get(id) ?? { lineId: e.prescriptionId, key, entries: [] };
    known.entries.push(e);
    by.set(id, known);
  }
  return [...by.values()].flatMap(({ lineId, key, entries: own }): Fact[] => {
    const planned = lines.get(lineId);
    const p = planned?.setupKey === key ? toHanded(planned) : handed[`${lineId} ${key}`];
    if (!p || p.purpose === "warm-up" || p.purpose === "cool-down") return [];
    const dates = new Set(own.map((e) => e.localDate));
    const reports = history.reports.filter((r) => r.prescriptionId === lineId && dates.has(r.localDate));
    const exposures = exposuresOf(lineId, own, reports);
    const line = { id: lineId, bodyLoad: p.bodyLoad, purpose: "work" as const };
    const flagged = flagsOf(line, own, history.bounds[lineId], method);
    const days = p.low === null ? [] : liftDays(believedOf(exposures, flagged), p.bodyLoad);
    const state = days.length >= LEAST_WORKOUTS ? followLine(days, p.low! + MIDDLE, client.level).at(-1) : undefined;
    const said = exposures.flatMap((x) => x.report?.feel ?? []).filter((f) => f !== "unsure");
    const [first, last] = [exposures.at(-1)!.localDate, exposures[0]!.localDate];
    return [
      {
        setupKey: unversioned(key),
        exerciseId: p.exerciseId,
        name: p.name,
        workouts: exposures.length,
        sets: own.length,
        weeks: Math.round(daysBetween(first, last) / 7),
        growth: state ? { ...slopeOf(state), usual: growthOf(client.level) } : null,
        felt: { target: said.filter((f) => f === "target").length, said: said.length },
        pain: exposures.filter((x) => (x.report?.pain?.score ?? 0) > 0).length,
        // still in the week, and not done while the client went on training
        left:
          planned?.setupKey === key &&
          exposures.length >= 4 &&
          last < dateBefore(trainedLast, GIVEN_UP) &&
          trainedLast >= dateBefore(today, GIVEN_UP),
      },
    ];
  });
}
