/** Two weeks that take turns: either is judged and planned as a week of its own. */
import type { WeekId } from "./limits";
import type { Operation, Program } from "./document";

/** a program with the days of one of its weeks only */
export const inWeek = (program: Program, week: WeekId): Program =>
  program.days.every((d) => d.week === week)
    ? program
    : { ...program, days: program.days.filter((d) => d.week === week) };

export const hasWeekB = (program: Pick<Program, "days">): boolean => program.days.some((d) => d.week === "B");

/** back to one week: the days of the other go */
export const withoutWeekB = (program: Program): Operation[] =>
  program.days.filter((d) => d.week === "B").map((d) => ({ kind: "remove-day", dayId: d.id }));
