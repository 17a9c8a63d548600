/** What is asked of a week, and the problem that follows from it. */
import type { ClientInput } from "#core/clients/client";
import type { Edition } from "#core/edition/edition";
import type { Exercise } from "#core/exercises/format";
import type { Survey } from "#core/mechanics/survey";
import { blockMinutes, dayMinutes } from "#core/planning/minutes";
import { prescriptionsOf } from "#core/program/edit";
import type { Prescription, Program } from "#core/program/document";
import { workOf } from "#core/program/purpose";
import { rampSeconds } from "#core/program/ramp";
import { candidateOf, fieldFor, type Field } from "#core/solver/candidates";
import { type Evaluation } from "#core/solver/evaluate";
import type { Highs } from "#core/solver/mip";
import { type PlannedLine } from "#core/solver/pairs";
import { problemOf, type DayAsk, type Present, type Sets, type WeekProblem } from "#core/solver/problem";

export type PlanClient = ClientInput;

export interface PlanAsk {
  client: PlanClient;
  /** the week as it stands: its days are planned for, its locked lines stay, the others are kept where they can be */
  program: Program;
  /** by day of the program */
  days: readonly DayAsk[];
  use: "minutes" | "needs";
  /** exercises that are not wanted */
  banned: readonly string[];
  /** exercises that have to be in it */
  required?: readonly string[];
  /** a session that is done several times: its repeats have other repetitions and some other setups */
  vary?: boolean;
  /** leaving the week as it is costs; false: from nothing but what is locked */
  keep: boolean;
  pairs: boolean;
  /** drop sets, clusters and partials where no figure forbids them */
  techniques?: boolean;
  /** share of the method's budget for the back */
  spine?: number;
  /** exercises done lately; how many others are fine */
  known?: readonly string[];
  freshMost?: number;
  seed?: number;
  /** s for the proof */
  limit?: number;
  /** share of the value at which the proof may end */
  gap?: number;
  /** moves of annealing before the proof, each time; as many as give good weeks unless given */
  moves?: number;
}

export interface PlannedDay {
  id: string;
  blocks: PlannedLine[][];
  minutes: number;
}

export interface WeekPlan {
  days: PlannedDay[];
  value: number;
  /** no week with this division of the days is worth more, as far as the proof has come; null before there is one */
  bound: number | null;
  gap: number | null;
  /** worth beyond what was proven: sets in the minutes that pairs give back, which the proof knows nothing of */
  beyond: number;
  evaluation: Evaluation;
  problem: WeekProblem;
  sets: Sets;
}

/** what is told while it is worked out: the best so far, or how near the proof is */
export type Told = { kind: "plan"; plan: WeekPlan } | { kind: "gap"; gap: number };

/** what a week is judged by */
export interface Judging {
  survey: Survey;
  edition: Edition;
  exercises: ReadonlyMap<string, Exercise>;
}

export interface PlanTools extends Judging {
  highs: Highs;
  tell?: (told: Told) => void;
  /** s of work done so far (prove.ts) */
  worked?: () => number;
  stop?: () => boolean;
}

/** an empty week is none */
const presentOf = ({ program, keep }: PlanAsk, field: Field): Present[] | null =>
  program.days.every((d) => d.blocks.length === 0)
    ? null
    : program.days.flatMap((d, day) =>
        d.blocks
          .flatMap((b) => b.prescriptions)
          .flatMap((p): Present[] => {
            const candidate = candidateOf(field, p);
            return candidate < 0 || !(keep || p.locked)
              ? []
              : [{ candidate, day, sets: p.reserves.length, locked: p.locked }];
          }),
      );

export function fieldOf(ask: PlanAsk, { survey, edition, exercises }: Judging): Field {
  const locked = new Set(prescriptionsOf(ask.program).flatMap((p) => (p.locked ? [p.setupKey] : [])));
  const standing = new Set(
    prescriptionsOf(ask.program).flatMap((p) => (p.technique ? [`${p.setupKey} ${p.technique.id}`] : [])),
  );
  const use = ask.techniques ? "all" : "none";
  return fieldFor(survey, ask.client, edition, exercises, {
    banned: new Set(ask.banned),
    must: locked,
    required: new Set(ask.required),
    use,
    standing,
  });
}

export function problemFor(ask: PlanAsk, tools: Judging, field = fieldOf(ask, tools), given?: number[]): WeekProblem {
  const present = presentOf(ask, field);
  return problemOf(field, ask.client, tools.edition, {
    days: ask.days,
    use: ask.use,
    ...(present ? { present } : {}),
    ...(ask.required ? { required: ask.required } : {}),
    ...(ask.spine === undefined ? {} : { spine: ask.spine }),
    ...(ask.freshMost === undefined ? {} : { known: new Set(ask.known), freshMost: ask.freshMost }),
    ...(given ? { given } : {}),
  });
}

/**
 * Minutes that the week as it stands saves, by day: what its pairs do, and what its lighter sets leave of the minutes
 * that are kept for them.
 */
export function savedMinutes({ program, pairs }: PlanAsk, { edition }: Pick<Judging, "edition">): number[] {
  const kept = edition.planner.ramp?.minutes ?? 0;
  const ramps = (p: Prescription) => rampSeconds(p) / 60;
  const minutes = (prescriptions: Prescription[]) => {
    const m = blockMinutes({ id: "", prescriptions });
    return m.setup + m.work + m.rest;
  };
  return program.days.map(({ blocks }) => {
    if (blocks.length === 0) return 0;
    const left = kept - blocks.reduce((sum, b) => sum + b.prescriptions.reduce((s, p) => s + ramps(p), 0), 0);
    const paired = blocks.reduce(
      (sum, { prescriptions: [a, b] }) => (a && b ? sum + minutes([a]) + minutes([b]) - minutes([a, b]) : sum),
      0,
    );
    return (kept > 0 ? left : 0) + (pairs ? paired : 0);
  });
}

/** the ask without lines that do not count, and without the minutes that they take */
export function workAsk(ask: PlanAsk, { edition }: Pick<Judging, "edition">): PlanAsk {
  const program = workOf(ask.program);
  if (program === ask.program) return ask;
  const days = ask.days.map((d, i) => {
    const before = dayMinutes(ask.program.days[i]!, edition.method);
    const work = program.days[i]!.blocks.length
      ? dayMinutes(program.days[i]!, edition.method)
      : edition.method.warmUpMinutes;
    return { ...d, minutes: d.minutes - Math.max(0, before - work) };
  });
  return { ...ask, program, days };
}
