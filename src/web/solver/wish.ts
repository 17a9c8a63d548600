/** What is wished for a week that is written, and what it is first. */
import type { Client } from "#core/clients/client";
import type { Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import type { PlanAsk } from "#core/solver/ask";
import { daysOf, type Division } from "#core/solver/splits";

export interface Wish extends Division {
  /** how often each session is done, and whether its repeats vary a little */
  times: number;
  vary: boolean;
  use: PlanAsk["use"];
  /** exercises that have to be in it, and that are not wanted */
  required: string[];
  banned: string[];
  /** share of the budget for the back */
  spine: number;
  /** exercises that may be new; null: any number */
  fresh: number | null;
  pairs: boolean;
  techniques: boolean;
  keep: boolean;
}

export const WISH: Wish = {
  split: "free",
  arms: "with the others",
  times: 1,
  vary: false,
  use: "minutes",
  required: [],
  banned: [],
  spine: 1,
  fresh: null,
  pairs: true,
  techniques: false,
  keep: true,
};

/** what a week is asked for first: days that are for something stay so */
export const wishFor = (program: Program): Wish =>
  program.days.some((d) => d.groups !== null) ? { ...WISH, split: "as the days say" } : WISH;

/** how often each session of so many days can be done, evenly */
export const timesOf = (days: number): number[] => [1, 2, 3, 4].filter((n) => days % n === 0);
/** a week may have lost the days that its sessions were to be done on */
export const timesIn = (wish: Wish, program: Program): number =>
  timesOf(program.days.length).includes(wish.times) ? wish.times : 1;

/** the wish as the planner is asked */
export function askOf(wish: Wish, client: Client, program: Program): PlanAsk {
  const { use, required, banned, keep, pairs, techniques, spine, fresh, vary } = wish;
  const days = daysOf(program, client, wish, timesIn(wish, program));
  const known = [...new Set(prescriptionsOf(program).map((p) => p.exerciseId))];
  const limits = { techniques, spine, ...(fresh === null ? {} : { known, freshMost: fresh }) };
  return { client, program, days, use, required, banned, keep, pairs, vary, ...limits };
}
