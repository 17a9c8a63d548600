/**
 * A client's week from what is asked: candidates, annealing, proof, pairs and what they give back, order, bands of
 * repetitions. Pure and seeded: the same ask gives the same week, except where a clock ends the proof.
 */
import type { ClientInput } from "#core/clients/client";
import type { Priority } from "#core/clients/choices";
import type { Edition } from "#core/edition/edition";
import type { Exercise } from "#core/exercises/format";
import type { Survey } from "#core/mechanics/survey";
import { blockMinutes, dayMinutes } from "#core/planning/minutes";
import { prescriptionsOf } from "#core/program/edit";
import { classOf, ladder, rungs } from "#core/planning/effort";
import { loadingOf } from "#core/planning/loading";
import type { Purpose } from "#core/program/limits";
import type { Prescription, Program } from "#core/program/document";
import { purposeOf, workOf } from "#core/program/purpose";
import { seededRandom } from "#core/base/random";
import { anneal, madeAlike } from "#core/solver/anneal";
import { chooseBands, type Slot } from "#core/solver/bands";
import { candidateOf, fieldFor, type Field } from "#core/solver/candidates";
import { evaluate, type Evaluation } from "#core/solver/evaluate";
import type { Highs } from "#core/solver/mip";
import { bestOrder } from "#core/solver/order";
import { pairUp, type PlannedLine } from "#core/solver/pairs";
import { minutesOf, problemOf, type DayAsk, type Present, type Sets, type WeekProblem } from "#core/solver/problem";
import { poolOf, prove, type Proof } from "#core/solver/prove";
import { varyRepeats } from "#core/solver/variation";

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
  stop?: () => boolean;
}

/** s: with pairs and what they give back a week is there within ten on two slow cores */
const PROOF_LIMIT = 6;
const FIRST = 100_000;
/** moves of each further start before the proof, which begins the better the better the week is that it begins from */
const BEFORE = 120_000;
const SEEDS = 2;
const MORE = 200_000;
/** worth by which a week has to be better than the one that stands */
const CLEARLY = 0.3;
/** temperature that keeps most of a week */
const WARM = 0.08;
/** shares of the minutes that pairs save, which are given back to the week; fewer minutes a day are not worth it */
const GIVEN = [0.85, 0.6];
const LEAST_GIVEN = 2;

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

/** minutes that the pairs of the week as it stands save, by day */
export function pairedMinutes({ program, pairs }: PlanAsk): number[] {
  const minutes = (prescriptions: Prescription[]) => {
    const m = blockMinutes({ id: "", prescriptions });
    return m.setup + m.work + m.rest;
  };
  return program.days.map(({ blocks }) =>
    pairs
      ? blocks.reduce(
          (sum, { prescriptions: [a, b] }) => (a && b ? sum + minutes([a]) + minutes([b]) - minutes([a, b]) : sum),
          0,
        )
      : 0,
  );
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

export function planWeek(given: PlanAsk, tools: PlanTools): WeekPlan {
  const ask = workAsk(given, tools);
  const { tell = () => undefined, stop = () => false } = tools;
  const random = seededRandom(ask.seed ?? 1);
  const field = fieldOf(ask, tools);
  const problem = problemFor(ask, tools, field, ask.keep ? pairedMinutes(ask) : undefined);
  const warm = ask.keep && problem.present ? madeAlike(problem, problem.present) : undefined;
  const first = Math.min(FIRST, ask.moves ?? FIRST);
  const begin = (moves: number) =>
    anneal(problem, { moves, random, stop, ...(warm ? { start: warm.slice(), from: WARM } : {}) });
  let best: { sets: Sets; value: number } = begin(first);
  tell({ kind: "plan", plan: fitted(ask, tools, problem, best.sets, random) });
  const again = (next: { sets: Sets; value: number }) => {
    if (next.value > best.value) best = next;
  };
  for (let i = 0; i < SEEDS && !stop(); i++) again(begin(Math.min(BEFORE, ask.moves ?? BEFORE)));
  const gap = ask.gap ?? 0.01;
  const proven = prove(tools.highs, problem, best.sets, {
    limit: ask.limit ?? PROOF_LIMIT,
    gap,
    stop,
    tell: (told) => tell({ kind: "gap", gap: told.gap }),
  });
  const proof =
    warm || proven.gap <= gap ? proven : lookedAgain(problem, best.sets, proven, ask.moves ?? MORE, tools, random);
  // a week that stands is left as it is unless something is clearly better
  const standing = warm && evaluate(problem, warm);
  const stays = standing && standing.broken.length === 0 && proof.value - standing.value < CLEARLY;
  const plain = fitted(ask, tools, problem, stays ? warm : proof.sets, random);
  if (stays && fits(ask, plain)) {
    const gap = (proof.bound - plain.value) / Math.abs(plain.value);
    return varied(ask, tools, { ...plain, bound: proof.bound, gap });
  }
  const plan = ask.pairs ? givenBack(ask, tools, plain, random, stop) : plain;
  const beyond = Math.max(0, plan.value - plain.value);
  return varied(ask, tools, { ...plan, bound: proof.bound, gap: proof.gap, beyond });
}

/**
 * What is not proven well may yet be found better: once more from nothing and once from the best, among what the proof
 * was about, so that its bound holds for what is found.
 */
function lookedAgain(
  problem: WeekProblem,
  began: Sets,
  proven: Proof,
  moves: number,
  { stop = () => false }: PlanTools,
  random: () => number,
): Proof {
  const pool = { ...problem, allowed: poolOf(problem, began) };
  let best = proven;
  for (const start of [null, proven.sets]) {
    if (stop()) break;
    const { sets, value } = anneal(pool, {
      moves,
      random,
      stop,
      ...(start ? { start: start.slice(), from: WARM } : {}),
    });
    if (value <= best.value || evaluate(problem, sets).broken.length > 0) continue;
    best = { ...proven, sets, value, gap: Math.max(0, proven.bound - value) / Math.abs(value) };
  }
  return best;
}

const fits = (ask: PlanAsk, plan: WeekPlan): boolean =>
  plan.days.every((d, i) => d.minutes <= ask.days[i]!.minutes + 0.5);
/** repeats of its sessions with other setups and repetitions, where that is asked for; what they repeat was proven */
function varied(ask: PlanAsk, tools: PlanTools, plan: WeekPlan): WeekPlan {
  const { problem, bound, gap, beyond, evaluation } = plan;
  if (!ask.vary || problem.first.every((f, d) => f === d)) return plan;
  const own = problem.days.map((_, d) => d);
  const other = finish(ask, tools, problem, varyRepeats(tools.highs, problem, plan.sets), own);
  if (!fits(ask, other)) return plan;
  return { ...other, evaluation: { ...other.evaluation, broken: evaluation.broken }, bound, gap, beyond };
}

/** minutes that the pairs of a plan save, by day */
const savedIn = ({ problem, sets, days }: WeekPlan): number[] =>
  days.map((d, i) => Math.max(0, minutesOf(problem, sets, i) - d.minutes));

/** where the pairs that stood there are gone, and with them their minutes, the week is made to fit without them */
function fitted(ask: PlanAsk, tools: PlanTools, problem: WeekProblem, sets: Sets, random: () => number): WeekPlan {
  const plan = finish(ask, tools, problem, sets);
  if (fits(ask, plan) || problem.days.every((d, i) => d.minutes <= ask.days[i]!.minutes)) return plan;
  const tighter = problemFor(
    ask,
    tools,
    problem.given,
    savedIn(plan).map((s) => 0.8 * s),
  );
  return finish(
    ask,
    tools,
    tighter,
    anneal(tighter, { moves: ask.moves ?? FIRST, random, start: sets.slice(), from: WARM }).sets,
  );
}

/** the minutes that pairs save are planned with, as long as the days come out within theirs */
function givenBack(
  ask: PlanAsk,
  tools: PlanTools,
  plain: WeekPlan,
  random: () => number,
  stop: () => boolean,
): WeekPlan {
  const saved = savedIn(plain);
  const roomBefore = plain.problem.days.map((d, i) => d.minutes - ask.days[i]!.minutes);
  if (saved.every((s, i) => s - roomBefore[i]! < LEAST_GIVEN)) return plain;
  let best = plain;
  for (const share of GIVEN) {
    const given = saved.map((s, i) => Math.max(roomBefore[i]!, share * s));
    const roomier = problemFor(ask, tools, plain.problem.given, given);
    const more = anneal(roomier, { moves: ask.moves ?? FIRST, random, stop, start: best.sets.slice(), from: WARM });
    const plan = finish(ask, tools, roomier, more.sets);
    if (fits(ask, plan) && plan.value > best.value) best = plan;
  }
  return best;
}

/**
 * A week's sets as lines in their order, paired and with their repetitions.
 * @param firstOf by day: the one whose order, pairs and repetitions it has
 */
export function finish(
  ask: PlanAsk,
  tools: PlanTools,
  problem: WeekProblem,
  sets: Sets,
  firstOf: readonly number[] = problem.first,
): WeekPlan {
  const { client, program } = ask;
  const { method } = tools.edition;
  const { field, days } = problem;
  const D = days.length;
  const standing = program.days.map((d) => d.blocks.flatMap((b) => b.prescriptions));
  const planned = days.map((_, d) =>
    field.candidates.flatMap((candidate, k): PlannedLine[] => {
      const n = sets[k * D + d]!;
      if (n === 0) return [];
      const there = standing[d]?.find((p) => candidateOf(field, p) === k);
      const line = there ?? candidate.line;
      const reserves = line.reserves.length === n ? line.reserves : rungs(line.reserves, n);
      return [{ candidate, prescription: { ...line, reserves }, locked: there?.locked ?? false }];
    }),
  );
  const weighing = { groups: field.groups, priorities: client.priorities as Record<string, Priority | undefined> };
  const ordered: PlannedLine[][][] = [];
  for (const [d, lines] of planned.entries()) {
    const first = firstOf[d]!;
    if (first < d) {
      // the same session: the same lines in the same order and pairs
      const own = (l: PlannedLine) => lines.find((x) => x.candidate === l.candidate)!;
      ordered.push(ordered[first]!.map((b) => b.map(own)));
      continue;
    }
    const blocks = ask.pairs ? pairUp(lines) : lines.map((l) => [l]);
    const order = bestOrder(
      weighing,
      blocks.map((b) => b.map((l) => ({ candidate: l.candidate, sets: l.prescription.reserves.length }))),
    );
    ordered.push(order.map((i) => blocks[i]!));
  }
  // effort rises through the session: what is new gets the ladder of its place
  for (const blocks of ordered)
    blocks.forEach((b, i) =>
      b.forEach(({ candidate: { row, exercise }, prescription }, j) => {
        if (prescription.id) return;
        const place = i / Math.max(1, blocks.length - 1);
        const kind = classOf(loadingOf(row.view));
        const reserves = ladder(kind, prescription.reserves.length, place, exercise.stated, method);
        b[j]!.prescription = { ...prescription, reserves };
      }),
    );
  const slots = ordered.flatMap((blocks, day) =>
    (firstOf[day] === day ? blocks : []).flatMap((b, i) =>
      b.map((line): Slot & { line: PlannedLine } => ({
        candidate: line.candidate,
        prescription: line.prescription,
        day,
        place: blocks.length > 1 ? i / (blocks.length - 1) : 0,
        week: D > 1 ? day / (D - 1) : 0,
        fixed: line.prescription.id !== "",
        line,
      })),
    ),
  );
  const room = ordered.map((blocks, d) => ask.days[d]!.minutes - minutesOfBlocks(blocks, method.warmUpMinutes));
  const reps = slots.length ? chooseBands(tools.highs, slots, room, client, method) : [];
  slots.forEach((s, i) => (s.line.prescription = { ...s.line.prescription, reps: reps[i]! }));
  ordered.forEach((blocks, d) => {
    const first = firstOf[d]!;
    if (first < d)
      blocks.forEach((b, i) =>
        b.forEach((l, j) => {
          l.prescription = { ...l.prescription, reps: ordered[first]![i]![j]!.prescription.reps };
        }),
      );
  });
  const evaluation = evaluate(problem, sets);
  return {
    days: ordered.map((blocks, d) => ({
      id: days[d]!.id,
      blocks,
      minutes: minutesOfBlocks(blocks, method.warmUpMinutes),
    })),
    value: evaluation.value,
    bound: null,
    gap: null,
    beyond: 0,
    evaluation,
    problem,
    sets,
  };
}

const minutesOfBlocks = (blocks: readonly PlannedLine[][], warmUp: number): number =>
  blocks.reduce(
    (sum, b) => {
      const m = blockMinutes({ id: "", prescriptions: b.map((l) => l.prescription) });
      return sum + m.setup + m.work + m.rest;
    },
    blocks.length ? warmUp : 0,
  );

/** the plan as a program: new lines get their ids from `newId`; what does not count stays at its end of the day */
export function programOf(plan: WeekPlan, program: Program, newId: () => string): Program {
  const line = (l: PlannedLine): Prescription => ({ ...l.prescription, id: l.prescription.id || newId() });
  return {
    ...program,
    days: program.days.map((day) => {
      const planned = plan.days.find((d) => d.id === day.id);
      if (!planned) return day;
      const aside = (purpose: Purpose) => day.blocks.filter((b) => purposeOf(b) === purpose);
      const work = planned.blocks.map((b) => ({ id: newId(), prescriptions: b.map(line) }));
      return { ...day, blocks: [...aside("warm-up"), ...work, ...aside("cool-down")] };
    }),
  };
}
