/** A week's sets as lines of a program: their order, pairs, effort and repetitions. */
import type { Priority } from "#core/clients/choices";
import { blockMinutes } from "#core/planning/minutes";
import { classOf, ladder, rungs } from "#core/planning/effort";
import { loadStepFor } from "#core/planning/loads";
import { loadingOf } from "#core/planning/loading";
import type { Edition } from "#core/edition/edition";
import { regionOf, type Group } from "#core/planning/groups";
import type { Purpose } from "#core/program/limits";
import type { Prescription, Program } from "#core/program/document";
import { purposeOf } from "#core/program/purpose";
import type { PlanAsk, PlanTools, WeekPlan } from "#core/solver/ask";
import { chooseBands, type Slot } from "#core/solver/bands";
import { candidateOf, type Candidate } from "#core/solver/candidates";
import { evaluate } from "#core/solver/evaluate";
import { bestOrder, urgentFirst } from "#core/solver/order";
import { pairUp, type PlannedLine } from "#core/solver/pairs";
import { type DayAsk, type Sets, type WeekProblem } from "#core/solver/problem";

/** a new line of a day, by the loads of its place */
const lineOn = ({ there }: DayAsk, { line, exercise }: Candidate, { unit }: PlanAsk["client"]): Prescription =>
  there ? { ...line, loadStep: loadStepFor({ unit, ...there }, exercise) } : line;

/** lines of each day as they stand or as they are new, in no order yet */
function linesOf(ask: PlanAsk, { field, days }: WeekProblem, sets: Sets): PlannedLine[][] {
  const standing = ask.program.days.map((d) => d.blocks.flatMap((b) => b.prescriptions));
  return days.map((day, d) =>
    field.candidates.flatMap((candidate, k): PlannedLine[] => {
      const n = sets[k * days.length + d]!;
      if (n === 0) return [];
      const there = standing[d]?.find((p) => candidateOf(field, p) === k);
      const line = there ?? lineOn(day, candidate, ask.client);
      const reserves = line.reserves.length === n ? line.reserves : rungs(line.reserves, n);
      return [{ candidate, prescription: { ...line, reserves }, locked: there?.locked ?? false }];
    }),
  );
}

/** each day's blocks in the order that costs least; the same session in the same order and pairs */
function inOrder(
  { client, pairs }: PlanAsk,
  method: Edition["method"],
  { field }: WeekProblem,
  planned: readonly PlannedLine[][],
  firstOf: readonly number[],
): PlannedLine[][][] {
  const weighing = { groups: field.groups, priorities: client.priorities as Record<string, Priority | undefined> };
  const ordered: PlannedLine[][][] = [];
  for (const [d, lines] of planned.entries()) {
    const first = firstOf[d]!;
    if (first < d) {
      const own = (l: PlannedLine) => lines.find((x) => x.candidate === l.candidate)!;
      ordered.push(ordered[first]!.map((b) => b.map(own)));
      continue;
    }
    const blocks = pairs ? pairUp(lines, method).map((b) => b.toSorted(urgentFirst(weighing))) : lines.map((l) => [l]);
    const order = bestOrder(
      weighing,
      blocks.map((b) => b.map((l) => ({ candidate: l.candidate, sets: l.prescription.reserves.length }))),
    );
    ordered.push(order.map((i) => blocks[i]!));
  }
  return ordered;
}

/** effort rises through the session: what is new gets the ladder of its place */
function withEffort(ordered: readonly PlannedLine[][][], { method, planner }: Edition): void {
  for (const blocks of ordered)
    blocks.forEach((b, i) =>
      b.forEach(({ candidate: { row, exercise }, prescription }, j) => {
        if (prescription.id) return;
        const place = i / Math.max(1, blocks.length - 1);
        const kind = classOf(loadingOf(row.view, method));
        const reserves = ladder(kind, prescription.reserves.length, place, exercise.stated, method);
        // what goes on after the last rep goes on where no rep is left
        if (planner.technique && prescription.technique) reserves[reserves.length - 1] = 0;
        b[j]!.prescription = { ...prescription, reserves };
      }),
    );
}

/** repetitions of every line, chosen over the whole week; the same session has the same */
function withReps(
  ask: PlanAsk,
  { edition, highs }: PlanTools,
  { field }: WeekProblem,
  ordered: readonly PlannedLine[][][],
  firstOf: readonly number[],
): void {
  const { method, planner } = edition;
  const D = ordered.length;
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
  const weighed = { method, planner, groups: field.groups };
  const reps = slots.length ? chooseBands(highs, slots, room, ask.client, weighed) : [];
  slots.forEach((s, i) => (s.line.prescription = { ...s.line.prescription, reps: reps[i]! }));
  ordered.forEach((blocks, d) => {
    if (firstOf[d] === d) return withRamps(blocks, ask.days[d]!.minutes, edition, field.groups);
    blocks.forEach((b, i) =>
      b.forEach((l, j) => {
        const { reps, rampSets } = ordered[firstOf[d]!]![i]![j]!.prescription;
        l.prescription = { ...l.prescription, reps, rampSets };
      }),
    );
  });
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
  const ordered = inOrder(ask, tools.edition.method, problem, linesOf(ask, problem, sets), firstOf);
  withEffort(ordered, tools.edition);
  withReps(ask, tools, problem, ordered, firstOf);
  const evaluation = evaluate(problem, sets);
  return {
    days: ordered.map((blocks, d) => ({
      id: problem.days[d]!.id,
      blocks,
      minutes: minutesOfBlocks(blocks, tools.edition.method.warmUpMinutes),
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

/**
 * Lighter sets before the first heavy lift of each region of a day: of what is new, as far as the day has minutes. What
 * stands there is as the coach has it.
 */
function withRamps(
  blocks: readonly PlannedLine[][],
  minutes: number,
  { planner, method }: Pick<Edition, "planner" | "method">,
  groups: readonly Pick<Group, "id">[],
): void {
  const { ramp } = planner;
  if (!ramp) return;
  const done = new Set<string>();
  for (const line of blocks.flat()) {
    const { candidate: c, prescription: p } = line;
    const region = regionOf(groups[c.lead]!.id);
    if (!c.compound || done.has(region) || p.reps.low > ramp.reps) continue;
    done.add(region);
    if (p.id !== "") continue;
    for (let n = c.heavy ? ramp.heavy : ramp.other; n > 0; n--) {
      line.prescription = { ...p, rampSets: n };
      if (minutesOfBlocks(blocks, method.warmUpMinutes) <= minutes) break;
      line.prescription = p;
    }
  }
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
