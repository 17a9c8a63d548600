/**
 * A client's week from what is asked: candidates, annealing, proof, pairs and what they give back, order, bands of
 * repetitions. Pure and seeded: the same ask gives the same week, except where a clock ends the proof.
 */
import { seededRandom } from "#core/base/random";
import {
  savedMinutes,
  problemFor,
  fieldOf,
  workAsk,
  type Judging,
  type PlanAsk,
  type PlanTools,
  type WeekPlan,
} from "#core/solver/ask";
import { finish } from "#core/solver/finish";
import { anneal, annealInStages, madeAlike } from "#core/solver/anneal";
import { evaluate } from "#core/solver/evaluate";
import { minutesOf, type Sets, type WeekProblem } from "#core/solver/problem";
import { poolOf, prove, type Proof } from "#core/solver/prove";
import { varyRepeats } from "#core/solver/variation";

/** s: with pairs and what they give back a week is there within ten on two slow cores */
const PROOF_LIMIT = 6;
const FIRST = 100_000;
/** moves of each further start before the proof, which begins the better the better the week is that it begins from */
const BEFORE = 800_000;
const SEEDS = 1;
const MORE = 200_000;
/** temperature that keeps most of a week */
const WARM = 0.08;
/** shares of the minutes that pairs save, which are given back to the week; fewer minutes a day are not worth it */
const GIVEN = [0.85, 0.6];

/** a week as far as it has come before its proof */
interface Begun {
  ask: PlanAsk;
  tools: PlanTools;
  problem: WeekProblem;
  /** the week as it stands, where it is kept */
  warm: Sets | undefined;
  best: { sets: Sets; value: number };
  random: () => number;
}

function begin(given: PlanAsk, tools: PlanTools): Begun {
  const ask = workAsk(given, tools);
  const { tell = () => undefined, stop = () => false } = tools;
  const random = seededRandom(ask.seed ?? 1);
  const field = fieldOf(ask, tools);
  const problem = problemFor(ask, tools, field, ask.keep ? savedMinutes(ask, tools) : undefined);
  const warm = ask.keep && problem.present ? madeAlike(problem, problem.present) : undefined;
  const from = (moves: number) =>
    warm
      ? anneal(problem, { moves, random, stop, start: warm.slice(), from: WARM })
      : annealInStages(problem, { moves, random, stop });
  let best: { sets: Sets; value: number } = from(Math.min(FIRST, ask.moves ?? FIRST));
  tell({ kind: "plan", plan: fitted(ask, tools, problem, best.sets, random) });
  for (let i = 0; i < SEEDS && !stop(); i++) {
    const next = from(Math.min(BEFORE, ask.moves ?? BEFORE));
    if (next.value > best.value) best = next;
  }
  return { ask, tools, problem, warm, best, random };
}

const gapOf = ({ gap = 0.01 }: PlanAsk): number => gap;

function proved({ ask, tools, problem, best }: Begun): Proof {
  const { tell = () => undefined, stop = () => false, worked } = tools;
  return prove(tools.highs, problem, best.sets, {
    limit: ask.limit ?? PROOF_LIMIT,
    gap: gapOf(ask),
    stop,
    ...(worked ? { worked } : {}),
    tell: (told) => tell({ kind: "gap", gap: told.gap }),
  });
}

function end({ ask, tools, problem, warm, random }: Begun, proof: Proof): WeekPlan {
  const { stop = () => false } = tools;
  // a week that stands is left as it is unless something is clearly better
  const standing = worthOf(problem, warm);
  const stays = standing !== null && proof.value - standing < tools.edition.method.writing.clearly;
  const plain = fitted(ask, tools, problem, stays ? warm! : proof.sets, random);
  const left = (kept: WeekPlan) =>
    varied(ask, tools, {
      ...kept,
      bound: proof.bound,
      gap: Math.max(0, proof.bound - kept.value) / Math.abs(kept.value),
    });
  if (stays && fits(ask, plain)) return left(plain);
  const plan = ask.pairs ? givenBack(ask, tools, plain, random, stop) : plain;
  // what is better on paper may not fit its days with pairs and lighter sets: what is left of it has to be better too
  if (standing !== null && plan.value - standing < tools.edition.method.writing.clearly) {
    const kept = finish(ask, tools, problem, warm!);
    if (fits(ask, kept)) return left(kept);
  }
  const beyond = Math.max(0, plan.value - plain.value);
  return varied(ask, tools, { ...plan, bound: proof.bound, gap: proof.gap, beyond });
}

/** whether more than the proof is to be looked for: of a new week that was not proven well */
const unproven = ({ ask, warm }: Begun, { gap }: Proof): boolean => !warm && gap > gapOf(ask);

export function planWeek(given: PlanAsk, tools: PlanTools): WeekPlan {
  const begun = begin(given, tools);
  const proof = proved(begun);
  return end(begun, unproven(begun, proof) ? lookedAgain(begun, proof, [null, proof.sets]) : proof);
}

/**
 * The same with a second worker, that looks on while the first proves.
 * @param beside begins at once with the week that the proof begins from; what it finds is in what the proof is about
 */
export async function planWeekBeside(
  given: PlanAsk,
  tools: PlanTools,
  beside: (began: Sets) => Promise<Sets | null>,
): Promise<WeekPlan> {
  const begun = begin(given, tools);
  const looking = begun.warm ? null : beside(begun.best.sets);
  const proof = proved(begun);
  const found = await looking;
  const better = found ? taken(begun, proof, found) : proof;
  return end(
    begun,
    unproven(begun, better) ? lookedAgain(begun, better, found ? [better.sets] : [null, better.sets]) : better,
  );
}

/** staged starts of the second worker, each from nothing with a seed of its own: about as long as the proof may take */
const STARTS = 5;
const STAGED = 340_000;

/** what the second worker does. @param began the week that the proof begins from: it looks among the same candidates */
export function lookBeside(given: PlanAsk, tools: Judging, began: Sets): Sets {
  const ask = workAsk(given, tools);
  const problem = problemFor(ask, tools, fieldOf(ask, tools), ask.keep ? savedMinutes(ask, tools) : undefined);
  const pool = { ...problem, allowed: poolOf(problem, began) };
  const moves = Math.min(STAGED, ask.moves ?? STAGED);
  let best: { sets: Sets; value: number } | null = null;
  for (let i = 1; i <= STARTS; i++) {
    const next = annealInStages(pool, { moves, random: seededRandom((ask.seed ?? 1) + 1000 * i), stop: () => false });
    if (evaluate(problem, next.sets).broken.length === 0 && (!best || next.value > best.value)) best = next;
  }
  return best?.sets ?? began;
}

/** a week that was found among what the proof was about: the bound holds for it */
function taken({ problem }: Pick<Begun, "problem">, proof: Proof, sets: Sets): Proof {
  const { value, broken } = evaluate(problem, sets);
  if (value <= proof.value || broken.length > 0) return proof;
  return { ...proof, sets, value, gap: Math.max(0, proof.bound - value) / Math.abs(value) };
}

/** the value of a week that stands and breaks no rule; null of any other */
function worthOf(problem: WeekProblem, sets: Sets | undefined): number | null {
  if (!sets) return null;
  const { value, broken } = evaluate(problem, sets);
  return broken.length === 0 ? value : null;
}

/**
 * What is not proven well may yet be found better: once more from nothing and once from the best, among what the proof
 * was about, so that its bound holds for what is found.
 */
function lookedAgain(begun: Begun, proven: Proof, starts: readonly (Sets | null)[]): Proof {
  const { ask, problem, random, best: began } = begun;
  const { stop = () => false } = begun.tools;
  const moves = ask.moves ?? MORE;
  const pool = { ...problem, allowed: poolOf(problem, began.sets) };
  let best = proven;
  for (const start of starts) {
    if (stop()) break;
    const { sets } = start
      ? anneal(pool, { moves, random, stop, start: start.slice(), from: WARM })
      : annealInStages(pool, { moves, random, stop });
    best = taken(begun, best, sets);
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
  if (saved.every((s, i) => s - roomBefore[i]! < tools.edition.method.writing.given)) return plain;
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
