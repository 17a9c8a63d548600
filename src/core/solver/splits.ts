/** Ways to divide a week: which groups' own exercises may stand on which day. */
import type { Program } from "#core/planning/program";
import { groups } from "#core/planning/groups";
import type { DayAsk } from "#core/solver/problem";

export const SPLITS = ["free", "full body", "upper and lower", "push, pull, legs", "body part"] as const;
export type Split = (typeof SPLITS)[number];

const LEGS = ["quads", "hamstrings", "glutes", "calves", "adductors", "abductors", "hip-flexors", "shins"];
const PUSH = ["chest", "front-delts", "side-delts", "triceps"];
const PULL = ["lats", "upper-back", "rear-delts", "upper-traps", "biceps", "elbow-flexors", "forearms", "cuff"];
/** trunk work may stand on any day */
const ANY = ["abs", "obliques", "low-back"];
const UPPER = [...PUSH, ...PULL];

const TURNS: Record<Exclude<Split, "free" | "full body">, readonly (readonly string[])[]> = {
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

/** by day: what may be trained; null for everything */
export function splitDays(split: Split, days: number): (readonly string[] | null)[] {
  if (split === "free" || split === "full body") return Array.from({ length: days }, () => null);
  const turns = TURNS[split];
  return Array.from({ length: days }, (_, i) => [...turns[i % turns.length]!, ...ANY]);
}

/** groups that no day of a split trains */
export const leftOut = (split: Split, days: number): string[] => {
  const all = splitDays(split, days);
  return groups.filter((g) => all.every((d) => d !== null && !d.includes(g.id))).map((g) => g.id);
};

/** weekdays (0 Monday) that keep as much rest between so many days as there is */
const WEEKDAYS: Record<number, readonly number[]> = {
  1: [0],
  2: [0, 3],
  3: [0, 2, 4],
  4: [0, 1, 3, 4],
  5: [0, 1, 2, 4, 5],
  6: [0, 1, 2, 3, 4, 5],
  7: [0, 1, 2, 3, 4, 5, 6],
};

const weekdayOf = (date: string) => (new Date(`${date}T12:00:00Z`).getUTCDay() + 6) % 7;

/**
 * The days of a program as they are asked for: on their dates' weekdays where all have one.
 * @param times how often each session is done; as many days are needed as sessions times that
 */
export function daysOf(program: Program, minutes: number, split: Split, times = 1): DayAsk[] {
  const usual = WEEKDAYS[program.days.length] ?? WEEKDAYS[7]!;
  const dated = program.days.every((d) => d.date !== null);
  const may = splitDays(split, program.days.length);
  const sessions = program.days.length / times;
  if (!Number.isInteger(sessions)) throw new RangeError(`${program.days.length} days hold no session ${times} times`);
  return program.days.map((d, i) => ({
    id: d.id,
    minutes,
    weekday: dated ? weekdayOf(d.date!) : usual[i]!,
    groups: may[i]!,
    ...(i >= sessions ? { same: i % sessions } : {}),
  }));
}
