/** What the planner weighs against what: prices in units of the worth of a week. Reasons in docs/method/planning.md. */
import type { Priority } from "#core/clients/choices";

export interface Settings {
  /** worth of a group's dose by priority */
  weight: Record<Priority, number>;
  /** where in its band a dose is aimed, as a share of the way from low to high; beyond it sets earn less */
  aim: Record<Priority, number>;
  beyondAim: number;
  /** sets of one group in one session: how many count how much */
  session: readonly { sets: number; slope: number }[];
  sessionBeginner: number;
  /** price an effective set of a group over what one session may hold */
  overSession: number;
  /** price a set under the low end (times the weight, at least 0.5), over the high end, over a ceiling */
  under: number;
  over: number;
  /** price a missing direct set, a missing day, a big group on two days running (of a specialised one) */
  direct: number;
  frequency: number;
  running: number;
  runningSpecialised: number;
  /** compounds a day, and fewer where a day is short; price of each missing */
  compounds: number;
  compoundsShort: number;
  shortDay: number;
  compoundMissing: number;
  /** price a minute over the day, a point over the budget of the back, a minute between the longest and shortest day */
  minute: number;
  spine: number;
  evenness: number;
  /** minutes between them that cost nothing */
  even: number;
  /** price of a set where only what is needed is wanted */
  thrift: number;
  slot: number;
  /** sets of a watched part that are wanted, and what they are worth; the same for long lengths */
  watchNeed: Record<Priority, number>;
  watchWorth: Record<Priority, number>;
  longNeed: Record<Priority, number>;
  longWorth: Record<Priority, number>;
  /** price of a change of the present week: a line that goes, a new one, a set more or less */
  keep: { gone: number; fresh: number; set: number };
  /** price of an exercise that the client has not done lately, where only so many are wanted */
  fresh: number;
  /** price of an exercise that is asked for and not there: more than anything else that it could cost */
  required: number;
}

export const SETTINGS: Settings = {
  weight: { maintain: 0.5, hold: 0.75, grow: 1, specialise: 1.9 },
  aim: { maintain: 0.5, hold: 0.5, grow: 0.4, specialise: 0.3 },
  beyondAim: 0.35,
  session: [
    { sets: 3, slope: 1 },
    { sets: 3, slope: 0.6 },
    { sets: 4, slope: 0.2 },
  ],
  sessionBeginner: 7,
  overSession: 5,
  under: 2.2,
  over: 0.5,
  direct: 1.2,
  frequency: 1.2,
  running: 1,
  runningSpecialised: 0.25,
  compounds: 2,
  compoundsShort: 1,
  shortDay: 45,
  compoundMissing: 2,
  minute: 3,
  spine: 2,
  evenness: 0.05,
  even: 6,
  thrift: 0.12,
  slot: 0.05,
  watchNeed: { maintain: 2, hold: 2, grow: 3, specialise: 5 },
  watchWorth: { maintain: 0.15, hold: 0.35, grow: 0.5, specialise: 1.2 },
  longNeed: { maintain: 2, hold: 2, grow: 3, specialise: 6 },
  longWorth: { maintain: 0, hold: 0.3, grow: 0.6, specialise: 1.2 },
  keep: { gone: 0.5, fresh: 0.15, set: 0.1 },
  fresh: 0.4,
  required: 8,
};
