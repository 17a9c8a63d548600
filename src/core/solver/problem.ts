/**
 * The week as a problem of whole numbers: sets of each candidate on each day. Annealing, proof and the independent
 * evaluator all read this one value.
 */
import type { ClientInput } from "#core/clients/client";
import type { There } from "#core/clients/place";
import type { Edition } from "#core/edition/edition";
import { isArmDay, type Band } from "#core/planning/groups";
import { missingOf } from "#core/suitability/suitability";
import { bandsOf, type Candidate, type Field } from "#core/solver/candidates";
import type { PlannerSettings } from "#core/edition/edition";

/** a day that is asked for */
export interface DayAsk {
  id: string;
  minutes: number;
  /** 0 Monday to 6 Sunday: what stands between two days */
  weekday: number;
  /** groups whose own exercises may stand on it; null: any */
  groups: readonly string[] | null;
  /** the earlier day whose session it repeats, by index */
  same?: number;
  /** what is there, where it is another place than on the other days */
  there?: There;
}

/** a line of the present week */
export interface Present {
  candidate: number;
  day: number;
  sets: number;
  locked: boolean;
}

/** sets beyond an end of a band that cost a share of its price; what is beyond them costs all of it */
export interface GradedEnd {
  readonly sets: number;
  readonly share: number;
}
const SHARP: GradedEnd = { sets: 0, share: 1 };
/** sets beyond an end, as the price counts them; from `far` on each counts for several */
export const gradedSets = (beyond: number, { sets, share }: GradedEnd, far?: GradedEnd): number =>
  (beyond <= sets ? share * beyond : share * sets + beyond - sets) +
  (far && beyond > far.sets ? (far.share - 1) * (beyond - far.sets) : 0);

export interface GroupTerms {
  /** worth of a group's dose: pieces of the week's curve, each so long at such a slope */
  pieces: { length: number; slope: number }[];
  low: number;
  high: number;
  under: number;
  over: number;
  ends: { readonly under: GradedEnd; readonly over: GradedEnd; readonly far?: GradedEnd | undefined };
  direct: number;
  frequency: number;
  mostDays: number;
  /** price of its own work on two days running */
  running: number;
  /** most effective sets on one day */
  session: number;
  /** lines of one kind of exercise on one day */
  sameKind: number;
  long: { need: number; worth: number };
}

export interface WeekProblem {
  field: Field;
  /** the field as it was handed in: with the usual sets of each candidate */
  given: Field;
  days: readonly DayAsk[];
  /** by day: the first with the same session; itself where no earlier one has it */
  first: readonly number[];
  /** by day: all days with the same session */
  alike: readonly (readonly number[])[];
  settings: PlannerSettings;
  terms: readonly GroupTerms[];
  watches: { need: number; worth: number }[];
  /** what each of the field's varieties is worth with two */
  varieties: { places: number; worth: number }[];
  /** effective sets from which on a day counts for a group */
  daySets: number;
  /** positions, and grips, that are wanted of a group */
  varietyWanted: number;
  /** effective sets that a group may be short of its aim and still has what it is to get */
  nearly: number;
  /** minutes of warming up, with those kept for lighter sets before heavy lifts */
  warmUp: number;
  /** lines with a technique on one day, at the most */
  techniquesADay: number;
  /** by day */
  lines: number[];
  compounds: number[];
  spine: { day: number; running: number; week: number };
  /** pairs of days (indices) with no day between them */
  running: [number, number][];
  thrift: number;
  /** candidates x days: sets that stand there now, and whether they must stay so */
  present: Int8Array | null;
  locked: Uint8Array;
  /** candidates x days */
  allowed: Uint8Array;
  /** exercises that have to be in the week, and the candidates that are of them */
  required: { exercise: string; candidates: readonly number[] }[];
  /** exercises that count as new, and how many of them are fine */
  fresh: Uint8Array;
  freshMost: number;
}

export interface WeekAsk {
  days: readonly DayAsk[];
  /** every set that is worth its minutes, or only what the bands need */
  use: "minutes" | "needs";
  present?: readonly Present[];
  /** exercises that have to be in it */
  required?: readonly string[];
  /** share of the method's budget for the back */
  spine?: number;
  /** exercises done lately; how many others are fine */
  known?: ReadonlySet<string>;
  freshMost?: number;
  /** minutes that pairs give back, by day */
  given?: readonly number[];
  settings?: PlannerSettings;
}

const DAYS_OF_WEEK = 7;

/** mean of exp(-s / saturation) from a to b */
const slopeOf = (a: number, b: number, saturation: number) =>
  b > a ? (saturation * (Math.exp(-a / saturation) - Math.exp(-b / saturation))) / (b - a) : 0;

function termsOf(
  band: Band | null,
  group: Field["groups"][number],
  client: Pick<ClientInput, "level" | "daysPerWeek">,
  /** of the week, and of those on which its own exercises may stand */
  [days, own]: readonly [number, number],
  { method }: Edition,
  s: PlannerSettings,
): GroupTerms {
  const beginner = client.level === "beginner";
  const session = beginner ? s.sessionBeginner : (s.sessionMost ?? method.sessionLimit);
  if (!band)
    return {
      pieces: [],
      low: 0,
      high: group.ceiling ?? Infinity,
      under: 0,
      over: s.over,
      // a ceiling is no band that is grown into
      ends: { under: SHARP, over: SHARP },
      direct: 0,
      frequency: 0,
      mostDays: days,
      running: 0,
      session,
      sameKind: 1,
      long: { need: 1, worth: 0 },
    };
  const { low, high, priority } = band;
  const weight = s.weight[priority];
  const saturation = beginner ? method.beginnerSaturation : method.saturation;
  const aim = low + s.aim[priority] * (high - low);
  const piece = (a: number, b: number, share = 1) => ({
    length: b - a,
    slope: weight * share * slopeOf(a, b, saturation),
  });
  return {
    pieces: [piece(0, low), piece(low, aim), piece(aim, high, s.beyondAim)],
    low,
    high,
    under: s.under * Math.max(0.5, weight),
    over: s.over,
    ends: s.ends ?? { under: SHARP, over: SHARP },
    direct: Math.min(low * method.directShare[priority], method.directMost[priority]),
    frequency: Math.min(method.frequency[priority], days),
    mostDays: priority === "hold" && days > 3 && group.big ? Math.min(2, group.mostDays) : group.mostDays,
    running: group.big ? (priority === "specialise" ? s.runningSpecialised : s.running) : 0,
    session,
    // a second curl on one day only where one a day cannot reach the band
    sameKind: priority === "specialise" || low > method.writing.sets * Math.min(own, group.mostDays) ? 2 : 1,
    long: { need: s.longNeed[priority], worth: s.longWorth[priority] },
  };
}

/** lines that fit a day: one in eight minutes and one more */
const linesOf = (minutes: number) => Math.max(3, Math.min(9, Math.round(minutes / 8) + 1));

/** what a coach has given fewer or more sets than usual may keep them */
function widened(field: Field, present: readonly Present[]): Field {
  const of = new Map<number, { low: number; high: number }>();
  for (const { candidate, sets } of present) {
    const now = of.get(candidate) ?? { low: sets, high: sets };
    of.set(candidate, { low: Math.min(now.low, sets), high: Math.max(now.high, sets) });
  }
  const candidates = field.candidates.map((c, k) => {
    const own = of.get(k);
    return own ? { ...c, least: Math.min(c.least, own.low), most: Math.max(c.most, own.high) } : c;
  });
  return { ...field, candidates };
}

export function problemOf(
  given: Field,
  client: Pick<ClientInput, "level" | "daysPerWeek" | "priorities"> & Parameters<typeof bandsOf>[1],
  edition: Edition,
  ask: WeekAsk,
): WeekProblem {
  const { method } = edition;
  const settings = ask.settings ?? edition.planner;
  const field = ask.present ? widened(given, ask.present) : given;
  const { candidates } = field;
  const bands = bandsOf(field, client, edition);
  const D = ask.days.length;
  const allowed = new Uint8Array(candidates.length * D);
  const locked = new Uint8Array(candidates.length * D);
  const sets = new Int8Array(candidates.length * D);
  candidates.forEach((c, k) =>
    ask.days.forEach((d, j) => {
      const mine = field.groups[c.lead]!;
      const there = !d.there || missingOf(c.exercise, d.there).length === 0;
      allowed[k * D + j] = there && (d.groups === null || d.groups.includes(mine.id)) ? 1 : 0;
    }),
  );
  const first = ask.days.map((d, i) => d.same ?? i);
  const alike = first.map((f) => first.flatMap((x, j) => (x === f ? [j] : [])));
  candidates.forEach((_, k) =>
    alike.forEach((list, j) => {
      if (list.some((x) => allowed[k * D + x] === 0)) allowed[k * D + j] = 0;
    }),
  );
  for (const p of ask.present ?? []) {
    const at = p.candidate * D + p.day;
    sets[at] = Math.max(sets[at]!, p.sets);
  }
  // what is locked on one of two days with the same session stands on both
  for (const p of ask.present ?? [])
    for (const d of p.locked ? alike[p.day]! : []) {
      const at = p.candidate * D + d;
      sets[at] = p.sets;
      locked[at] = 1;
      allowed[at] = 1;
    }
  const running: [number, number][] = [];
  for (let i = 0; i < D; i++)
    for (let j = 0; j < D; j++) {
      const apart = (ask.days[j]!.weekday - ask.days[i]!.weekday + DAYS_OF_WEEK) % DAYS_OF_WEEK;
      if (i !== j && apart === 1) running.push([i, j]);
    }
  const factor = ask.spine ?? 1;
  return {
    field,
    given,
    days: ask.days.map((d, i) => ({ ...d, minutes: d.minutes + (ask.given?.[i] ?? 0) })),
    first,
    alike,
    settings,
    terms: field.groups.map((g, i) => {
      const own = ask.days.filter((d) => d.groups === null || d.groups.includes(g.id)).length;
      const t = termsOf(bands[i]!, g, client, [D, Math.max(1, own)], edition, settings);
      // a session that is done so often brings its groups so often
      return { ...t, mostDays: Math.max(t.mostDays, ...alike.map((list) => list.length)) };
    }),
    watches: field.watches.map(({ group }) => {
      const priority = bands[group]?.priority;
      return priority
        ? { need: settings.watchNeed[priority], worth: settings.watchWorth[priority] }
        : { need: 1, worth: 0 };
    }),
    varieties: field.varieties.map(({ group, what, places }) => {
      const priority = bands[group]?.priority;
      return { places: places.length, worth: (priority && settings.variety?.[what]?.[priority]) ?? 0 };
    }),
    varietyWanted: method.varieties.wanted,
    nearly: method.writing.nearly,
    daySets: method.daySets[client.level === "beginner" ? 1 : 0],
    warmUp: method.warmUpMinutes + (settings.ramp?.minutes ?? 0),
    techniquesADay: method.checks.techniquesADay,
    lines: ask.days.map((d, i) => linesOf(d.minutes) + (ask.given?.[i] ? 1 : 0)),
    compounds: ask.days.map((d) => {
      const any = candidates.some((c, k) => c.compound && allowed[k * D + ask.days.indexOf(d)] === 1);
      return !any || isArmDay(d.groups)
        ? 0
        : d.minutes < settings.shortDay
          ? settings.compoundsShort
          : settings.compounds;
    }),
    spine: { day: factor * method.spine.day, running: factor * method.spine.running, week: factor * method.spine.week },
    running,
    thrift: ask.use === "needs" ? settings.thrift : 0,
    present: ask.present ? sets : null,
    locked,
    allowed,
    required: (ask.required ?? []).map((exercise) => ({
      exercise,
      candidates: candidates.flatMap((c, k) => (c.exercise.id === exercise ? [k] : [])),
    })),
    fresh: Uint8Array.from(candidates, (c) => (ask.known && !ask.known.has(c.exercise.id) ? 1 : 0)),
    freshMost: ask.freshMost ?? Infinity,
  };
}

/** effective sets of so many working sets */
export const effective = (c: Pick<Candidate, "loss">, sets: number): number => (sets > 0 ? sets - c.loss : 0);

/** a week: candidates x days, sets */
export type Sets = Int8Array;

/** minutes of a day as the plain sum of its lines, without pairs */
export function minutesOf({ field, days, warmUp }: WeekProblem, sets: Sets, day: number): number {
  let sum = warmUp;
  field.candidates.forEach((c, k) => {
    const x = sets[k * days.length + day]!;
    if (x > 0) sum += x * c.perSet + c.perLine;
  });
  return sum;
}
