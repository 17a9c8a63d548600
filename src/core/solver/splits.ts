/** Ways to divide a week: which groups' own exercises may stand on which day. */
import { thereOn } from "#core/clients/client";
import { minutesFor, weekdaysFor, type Room } from "#core/clients/days";
import { usualWeekdays, weekdayOf } from "#core/base/weekdays";
import type { Day, Program } from "#core/program/document";
import { groups, isArm, isArmDay, LEGS, OPENERS, TRUNK } from "#core/planning/groups";
import type { DayAsk } from "#core/solver/problem";

export const SPLITS = [
  "free",
  "full body",
  "upper and lower",
  "push, pull, legs",
  "body part",
  "as the days say",
] as const;
export type Split = (typeof SPLITS)[number];

/** with the days they go with (behind pushing and pulling, where there are such days), or on a day of their own */
export const ARM_DAYS = ["with the others", "a day of their own"] as const;
export type ArmDays = (typeof ARM_DAYS)[number];

const PUSH = ["chest", "front-delts", "side-delts", "triceps"];
const PULL = ["lats", "upper-back", "rear-delts", "upper-traps", "biceps", "elbow-flexors", "forearms", "cuff"];
const ARMS = ["biceps", "triceps", "elbow-flexors", "forearms"];
/** what an arm day may hold besides; chest and back may open it */
const WITH_ARMS = ["side-delts", "rear-delts", ...OPENERS];
const UPPER = [...PUSH, ...PULL];

const TURNS: Record<Exclude<Split, "free" | "full body" | "as the days say">, readonly (readonly string[])[]> = {
  "upper and lower": [UPPER, LEGS],
  "push, pull, legs": [PUSH, PULL, LEGS],
  "body part": [
    ["chest", "front-delts", "triceps"],
    ["lats", "upper-back", "biceps"],
    LEGS,
    ["side-delts", "rear-delts", "upper-traps", "biceps", "triceps", "elbow-flexors"],
    [...UPPER],
  ],
};

/** what a division is asked for with */
export interface Division {
  split: Split;
  arms: ArmDays;
}

/** by day of the program: what may be trained; null for everything */
export function splitDays(
  { split, arms }: Division,
  days: readonly Pick<Day, "groups">[],
): (readonly string[] | null)[] {
  if (split === "as the days say") return days.map((d) => d.groups);
  const own = arms === "a day of their own" && days.length > 1;
  const all = split === "free" || split === "full body" ? [null] : TURNS[split];
  // a turn for the shoulders' sides and the arms is the arms' own day by another name
  const turns = own ? all.filter((t) => t === null || !t.every((g) => isArm(g) || g === "upper-traps")) : all;
  const rest = days.slice(own ? 1 : 0).map((_, i) => {
    const turn = turns[i % turns.length]!;
    if (turn === null) return own ? groups.map((g) => g.id).filter((g) => !ARMS.includes(g)) : null;
    return [...(own ? turn.filter((g) => !ARMS.includes(g)) : turn), ...TRUNK];
  });
  return own ? [...rest, [...ARMS, ...WITH_ARMS, ...TRUNK]] : rest;
}

/** the same days with the arms on any of them instead of on one of their own; null where they have none */
export const armsSpread = (days: readonly DayAsk[]): DayAsk[] | null =>
  days.some((d) => isArmDay(d.groups))
    ? days.map((d) => ({ ...d, groups: d.groups === null || isArmDay(d.groups) ? null : [...d.groups, ...ARMS] }))
    : null;

/** groups that no day of a division trains */
export const leftOut = (division: Division, days: readonly Pick<Day, "groups">[]): string[] => {
  const all = splitDays(division, days);
  return groups.filter((g) => all.every((d) => d !== null && !d.includes(g.id))).map((g) => g.id);
};

/**
 * The days of a program as they are asked for: on their dates' weekdays where all have one, else on the client's.
 * @param room minutes, on fixed weekdays or any
 * @param times how often each session is done; as many days are needed as sessions times that
 */
export function daysOf(
  program: Program,
  room: Room & Partial<Parameters<typeof thereOn>[0]>,
  division: Division,
  times = 1,
): DayAsk[] {
  const own = weekdaysFor(room, program.days);
  const minutes = minutesFor(room, program.days);
  const usual = usualWeekdays(program.days.length);
  const dated = program.days.every((d) => d.date !== null);
  const sessions = program.days.length / times;
  if (!Number.isInteger(sessions)) throw new RangeError(`${program.days.length} days hold no session ${times} times`);
  // a session that is done several times is for the same on each of its days
  const once = splitDays(division, program.days.slice(0, sessions));
  return program.days.map((d, i) => ({
    id: d.id,
    minutes: minutes[i]!,
    weekday: dated ? weekdayOf(d.date!) : own.every((w) => w !== null) ? own[i]!.day : usual[i]!,
    groups: once[i % sessions]!,
    ...(own[i]?.place && room.equipment ? { there: thereOn({ ...room, equipment: room.equipment }, own[i]) } : {}),
    ...(i >= sessions ? { same: i % sessions } : {}),
  }));
}

/** what a day can be for, by name; null: anything */
export const DAY_AIMS: Readonly<Record<string, readonly string[] | null>> = {
  anything: null,
  "upper body": [...UPPER, ...TRUNK],
  legs: [...LEGS, ...TRUNK],
  pushing: [...PUSH, ...TRUNK],
  pulling: [...PULL, ...TRUNK],
  arms: [...ARMS, ...WITH_ARMS, ...TRUNK],
};

/** whatever each day of the program is for */
export const AS_SET: Division = { split: "as the days say", arms: "with the others" };
