/**
 * Double progression: reps first, then load, in a window computed from the smallest load step over all that is lifted,
 * the body's share included; and the next target from the last workouts, with its reason: one function for desk and
 * phone. The load goes up when the mean of the last three workouts, moved to the next load, is a rep over the bottom
 * of the window: simulated (tests/core/training/forecast.test.ts), a quarter of these raises land under the window,
 * where a rule on the last day alone, always a good one, has half.
 */
import { inKg, sameLoad, stepLoad } from "#core/base/kilograms";
import type { Load, Prescription, Tempo } from "#core/program/document";
import { windowTop } from "#core/program/window";
import type { Rules } from "#core/training/rules";
import { leadSet, plannedSets, type PlannedSet } from "#core/program/structures";
import type { Pain } from "#core/training/entry";
import {
  asOfNow,
  countedReps,
  exposuresOf,
  loadNow,
  loadOf,
  type Exposure,
  type History,
} from "#core/training/exposures";
import { believedOf, flagsOf } from "#core/training/flags";
import { forecast } from "#core/training/forecast";
import { badWeek } from "#core/training/check-in";
import { judgePain, type PainWhy } from "#core/training/pain";
import type { Tick } from "#core/training/ticks";

/** what a target follows from, as values: what a screen says and a rule decides is one thing */
export type Reason =
  | { kind: "stopped" | "pain"; pain: PainWhy }
  | { kind: "unlikely load"; load: Load | null; reps: number }
  | { kind: "first time"; load: Load | null; bodyLoad: number }
  | { kind: "set by coach" | "felt elsewhere twice" | "no load typed" | "not work" }
  | Told
  | { kind: "smallest load"; load: Load }
  /** `load`: the largest that is there; null where nothing is added to the body */
  | { kind: "top reached"; first: number; load: Load | null; window: Window; next: Next }
  | ({ kind: "ready" | "not yet"; from: Load; next: Load; at: number } & Lately)
  | ({ kind: "far over"; from: Load; next: Load; planned: number } & Lately)
  | ({ kind: "felt elsewhere" | "a set fell below" | "under the window"; low: number } & Lately)
  | { kind: "sets left out"; sets: number }
  | { kind: "reserve spent" }
  | { kind: "on the way"; first: number; top: number }
  | { kind: "window"; window: Window; step: Load; load: Load | null; bodyLoad: number }
  | { kind: "drop"; drop: number; rest: number };

/** what the client told besides the sets */
export type Told =
  { kind: "form" | "form twice"; ticks: Tick[] } | { kind: "check-in"; score: number } | { kind: "ended by breath" };

/** reps of the heaviest set in the last workouts, oldest first; and what they come to */
interface Lately {
  lately: number[];
  /** reps to expect at the load in question */
  about: number;
  /** mean of them that moves the load up */
  top: number;
}

export interface Window {
  low: number;
  high: number;
}

/** what gets harder when the top of a window is reached without a load */
export type Next =
  | { by: "tempo"; from: number; to: number }
  | { by: "relative"; name: string; lower: number }
  | { by: "first load"; load: Load; lower: number }
  /** no heavier load is there */
  | { by: "nothing" };

export type Decision = "first" | "raise" | "slower" | "harder" | "hold" | "check" | "lower" | "lighter" | "stop";

export interface Target {
  decision: Decision;
  /** of the heaviest set */
  load: Load | null;
  reps: { low: number; high: number };
  /** each set with its own load, reps and reserve */
  sets: PlannedSet[];
  /** why, most telling first; in words by `reasonText` */
  reasons: Reason[];
  /** s, when the drop from set to set asks for more */
  rest: number | null;
  /** where it is the tempo that goes on */
  tempo: Tempo | null;
}
type Rule = Omit<Target, "sets">;

/** what a target is made from: a prescription, or its snapshot on the phone */
export type Asked = Pick<
  Prescription,
  | "id"
  | "reserves"
  | "reps"
  | "rest"
  | "load"
  | "loadStep"
  | "bodyLoad"
  | "harder"
  | "tempo"
  | "purpose"
  | "structure"
  | "setupKey"
  | "earlier"
>;

/** @param before a local date: only what was done before it counts, so that a target stands still through a session */
export function targetFor(p: Asked, history: History, rules: Rules, before?: string): Target {
  const entries = asOfNow(p, history);
  const exposures = exposuresOf(p.id, entries, history.reports).filter(
    (e) => before === undefined || e.localDate < before,
  );
  const flagged = flagsOf(p, entries, history.bounds[p.id], rules);
  const day = before ?? exposures[0]?.localDate;
  const tired = day === undefined ? null : badWeek(history.checkIns ?? [], day, rules.log);
  const rule = ruleFor(p, exposures, flagged, rules, tired);
  // a load the coach has changed since the plan of the last session goes before the rule
  const last = exposures.find((e) => e.entries.length > 0)?.entries[0];
  const asked = last && history.handedOver[last.handOverId]?.[p.id];
  const changed = asked && p.load && !sameLoad(loadNow(asked.load, asked.setupKey, p), p.load);
  const target: Rule =
    changed && rule.decision !== "stop"
      ? { ...rule, decision: "hold", load: p.load, reps: p.reps, reasons: [{ kind: "set by coach" }, ...rule.reasons] }
      : rule;
  return { ...target, sets: plannedSets(p, target.load, target.reps, rules) };
}

function ruleFor(
  p: Asked,
  exposures: readonly Exposure[],
  flagged: ReadonlySet<string>,
  rules: Rules,
  tired: number | null,
): Rule {
  const pains = exposures.map((e) => e.report?.pain ?? null).filter((x): x is Pain => x !== null);
  const pain = judgePain(exposures[0]?.report?.pain ?? null, rules.pain, pains.slice(1));
  const still = { load: p.load, reps: p.reps, rest: null, tempo: null };
  if (pain.act === "stop")
    return { ...still, decision: "stop", load: null, reasons: [{ kind: "stopped", pain: pain.why }] };

  if (p.purpose === "warm-up" || p.purpose === "cool-down")
    return { ...still, decision: "hold", reasons: [{ kind: "not work" }] };

  const believed = believedOf(exposures, flagged);
  const odd = exposures.find((e) => e.entries.length > 0)?.entries.find((e) => flagged.has(e.id));
  if (odd) {
    const reason: Reason = { kind: "unlikely load", load: loadOf(odd), reps: countedReps(odd) };
    const load = (believed[0] && loadOf(believed[0].entries[0]!)) ?? p.load;
    return { ...still, decision: "check", load, reasons: [reason] };
  }
  if (believed.length === 0)
    return { ...still, decision: "first", reasons: [{ kind: "first time", load: p.load, bodyLoad: p.bodyLoad }] };
  return follow({ ...readWorkouts(p, believed, rules), tired }, pain.act === "hold" ? pain.why : null);
}

/** what the last workouts say by themselves */
interface Workouts {
  p: Asked;
  rules: Rules["progress"];
  log: Rules["log"];
  /** newest first, believed */
  done: readonly Exposure[];
  /** of the heaviest set */
  load: Load | null;
  /** the body alone, before any load is added */
  bare: boolean;
  /** the largest load of the place */
  most: boolean;
  /** counted reps of each set of the last one */
  reps: number[];
  /** of the heaviest set, by workout, newest first, at most three */
  lead: number[];
  window: Window;
  /** the window at another load */
  windowAt: (load: Load | null) => Window;
  /** reps that the heaviest set would have at a load, as the last three say */
  about: (load: Load | null) => number;
  /** largest fall in reps from one set to the next at one load, as a share */
  drop: number;
  /** every planned set was done, none fell below, and the reserve was kept */
  complete: boolean;
  allAbove: boolean;
  honest: boolean;
  /** score of a bad week; null unless it is one */
  tired: number | null;
}

function readWorkouts(p: Asked, done: readonly Exposure[], rules: Rules): Omit<Workouts, "tired"> {
  const last = done[0]!;
  const lead = leadSet(p);
  const leadOf = (x: Exposure) => x.entries.find((e) => e.set === lead) ?? x.entries[0]!;
  const load = loadOf(leadOf(last)) ?? p.load;
  const bare = p.bodyLoad > 0 && !(load && load.value > 0);
  const most = load !== null && sameLoad(stepLoad(load, p.loadStep, 1), load);
  const reserve = p.reserves[lead]!;
  const windowAt = (l: Load | null): Window => {
    const lifted = (l ? inKg(l) : 0) + p.bodyLoad;
    const top = lifted > 0 ? windowTop(p.reps.low, reserve, lifted, inKg(p.loadStep), rules) : p.reps.high;
    return {
      low: p.reps.low,
      // where no load goes up, reps have room to
      high: Math.max(
        p.reps.low + 1,
        (bare || most) && l === load ? Math.max(top, p.reps.low + rules.progress.bodyReps) : top,
      ),
    };
  };
  const window = windowAt(load);
  const reps = last.entries.map(countedReps);
  const alike = last.entries.every((e) => sameLoad(loadOf(e), loadOf(last.entries[0]!)));
  const falls = reps.slice(1).map((r, i) => (reps[i]! > 0 ? (reps[i]! - r) / reps[i]! : 0));
  const planned = plannedSets(p, load, window, rules);
  const asked = (i: number) => (planned[i] ?? planned[planned.length - 1]!).reserve;
  return {
    p,
    rules: rules.progress,
    log: rules.log,
    done,
    load,
    bare,
    most,
    reps,
    lead: done.slice(0, rules.progress.workouts).map((x) => countedReps(leadOf(x))),
    window,
    windowAt,
    about: (l) => forecast({ set: lead, load: l, reserve }, done, [], p.bodyLoad, rules)?.mean ?? 0,
    drop: alike ? Math.max(0, ...falls) : 0,
    complete: last.entries.length >= p.reserves.length,
    allAbove: reps.every((r) => r >= window.low),
    honest: last.entries.every((e) => e.reserve === null || e.reserve >= asked(e.set) - 1),
  };
}

/** @param painHolds pain that holds the load; null where there is none */
function follow(s: Workouts, painHolds: PainWhy | null): Rule {
  const { p, rules, done, load, window: w, bare, most } = s;
  const [last, before] = done;
  // a set that the breath ends rests too little before it
  const rest = s.drop > rules.drop || last!.report?.ended === "breath" ? p.rest + rules.restMore : null;
  const always: Reason[] = [
    ...(most
      ? []
      : [{ kind: "window", window: w, step: p.loadStep, load: bare ? null : load, bodyLoad: p.bodyLoad } as const]),
    ...(s.drop > rules.drop ? [{ kind: "drop", drop: s.drop, rest: p.rest + rules.restMore } as const] : []),
  ];
  const answer = (decision: Decision, reason: Reason, change: Partial<Rule> = {}): Rule => ({
    decision,
    load,
    reps: w,
    rest,
    tempo: null,
    ...change,
    reasons: [reason, ...always],
  });
  const lighter = load && stepLoad(load, p.loadStep, -1);
  const least = load && load.value > 0 && sameLoad(lighter, load);
  if (painHolds) return answer("hold", { kind: "pain", pain: painHolds });
  const twice = heldTwice(s, last!, before);
  if (twice && least) return answer("hold", { kind: "smallest load", load });
  if (twice) return answer("lighter", twice, { load: lighter, reps: { low: w.low, high: w.high + s.log.over } });
  const here = s.about(load);
  if (before && s.lead[0]! < w.low && here < w.low - rules.under) {
    if (least) return answer("hold", { kind: "smallest load", load });
    return answer("lower", { kind: "under the window", low: w.low, ...lately(s, here) }, { load: lighter });
  }
  return bare || most ? byTheBody(s, answer) : byTheLoad(s, answer);
}

/**
 * What the client said of two workouts running at one load: it is too much for the rep that is planned. Where the reps
 * are over those planned already a lighter load is no answer: without this a line that is never felt went down by a
 * step a workout until nothing was left (simulated). Not over the window's: that grows as the load shrinks.
 */
function heldTwice({ p, lead, log }: Workouts, last: Exposure, before: Exposure | undefined): Reason | null {
  const [now, then] = [last.report, before?.report];
  const leadLoad = (x: Exposure) => loadOf(x.entries.find((e) => e.set === leadSet(p)) ?? x.entries[0]!);
  if (!before || !sameLoad(leadLoad(last), leadLoad(before)) || lead[0]! > p.reps.high + log.over) return null;
  if (now?.feel === "elsewhere" && then?.feel === "elsewhere") return { kind: "felt elsewhere twice" };
  return now?.ticks.length && then?.ticks.length ? { kind: "form twice", ticks: now.ticks } : null;
}

/** what the client said of the last workout that holds an increase back; null where nothing does */
function heldBy(s: Workouts, about: number): Reason | null {
  const report = s.done[0]!.report;
  if (report?.ticks.length) return { kind: "form", ticks: report.ticks };
  if (report?.feel === "elsewhere") return { kind: "felt elsewhere", low: s.window.low, ...lately(s, about) };
  if (report?.ended === "breath") return { kind: "ended by breath" };
  return s.tired === null ? null : { kind: "check-in", score: s.tired };
}

type Answer = (decision: Decision, reason: Reason, change?: Partial<Rule>) => Rule;

const lately = ({ lead, window }: Workouts, about: number): Lately => ({
  lately: [...lead].reverse(),
  about: Math.round(about),
  top: window.high,
});

/** up when the mean of the last three allows the next load */
function byTheLoad(s: Workouts, answer: Answer): Rule {
  const { p, rules, load, window: w, windowAt } = s;
  const short = whyNot(s);
  if (!load) return s.reps[0]! >= w.high ? answer("hold", { kind: "no load typed" }) : answer("hold", onTheWay(s));
  const next = stepLoad(load, p.loadStep, 1);
  const about = s.about(next);
  const told = { from: load, next, at: w.low + rules.aboveLow, ...lately(s, about) };
  const over = isFarOver(s);
  if (about < w.low + rules.aboveLow && !over) return answer("hold", short ?? { kind: "not yet", ...told });
  if (short) return answer("hold", short);
  const held = heldBy(s, about);
  if (held) return answer("hold", held);
  const ready: Reason = over
    ? { kind: "far over", from: load, next, planned: p.reps.high, ...lately(s, about) }
    : { kind: "ready", ...told };
  return answer("raise", ready, { load: next, reps: windowAt(next) });
}

/**
 * No formula of reps holds so far from failure by ten: 60 reps with 2.5 kg would be none with 7.5. A load that began a
 * tenth too light would stay so for ever.
 */
const isFarOver = ({ p, lead, log }: Workouts): boolean =>
  lead.length >= log.farWorkouts && lead.slice(0, log.farWorkouts).every((reps) => reps >= log.farTimes * p.reps.high);

const onTheWay = ({ reps, window }: Workouts): Reason => ({ kind: "on the way", first: reps[0]!, top: window.high });

/** without a load, or at the largest: reps with room to grow, then tempo, then a relative, then a first load */
function byTheBody(s: Workouts, answer: Answer): Rule {
  const { p, rules, reps, window } = s;
  const first = reps[0]!;
  const short = whyNot(s);
  if (first < window.high) return answer("hold", short ?? onTheWay(s));
  if (short) return answer("hold", short);
  const held = heldBy(s, first);
  if (held) return answer("hold", held);
  const why = (next: Next): Reason => ({
    kind: "top reached",
    first,
    load: s.most ? s.load : null,
    window,
    next,
  });
  const { lower } = p.tempo;
  if (lower < rules.slowest)
    return answer("slower", why({ by: "tempo", from: lower, to: lower + 1 }), {
      tempo: { ...p.tempo, lower: lower + 1 },
    });
  if (p.harder) return answer("harder", why({ by: "relative", name: p.harder.name, lower }));
  if (s.most) return answer("hold", why({ by: "nothing" }));
  const added: Load = {
    value: Math.max(p.loadStep.value, p.loadStep.least ?? 0),
    unit: p.loadStep.unit,
    meaning: p.loadStep.meaning,
  };
  return answer("raise", why({ by: "first load", load: added, lower }), { load: added, reps: s.windowAt(added) });
}

/** what of the last workout holds an increase back whatever the reps; null where nothing does */
function whyNot(s: Workouts): Reason | null {
  const { p, done, reps, window: w } = s;
  if (!s.allAbove) return { kind: "a set fell below", low: w.low, ...lately(s, reps[0]!) };
  if (!s.complete) return { kind: "sets left out", sets: p.reserves.length - done[0]!.entries.length };
  return s.honest ? null : { kind: "reserve spent" };
}
