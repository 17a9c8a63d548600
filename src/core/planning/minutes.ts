/** Minutes of a session: warm-up, set-up and change-over, work, rests, sides. */
import type { Method } from "#core/edition/method";
import type { Block, Day, Prescription, Tempo } from "#core/planning/program";
import { purposeOf } from "#core/planning/purpose";
import { techniqueSeconds } from "#core/planning/techniques";

export const repSeconds = (t: Tempo): number => t.lower + t.longPause + t.lift + t.shortPause;

type Timed = Pick<Prescription, "reps" | "tempo" | "sides">;

/** seconds one set takes; one side at a time doubles work, not rest */
export const setSeconds = (p: Timed, tempo: Tempo = p.tempo): number =>
  ((p.reps.low + p.reps.high) / 2) * repSeconds(tempo) * (p.sides === "one" ? 2 : 1);

/** seconds of all sets, each at its own tempo where it has one */
const workSeconds = (p: Prescription): number =>
  p.reserves.reduce((sum, _, i) => sum + setSeconds(p, p.tempos[i] ?? undefined), techniqueSeconds(p, setSeconds(p)));

/** s between the sides that nobody goes below when they take turns */
const LEAST_TURN = 15;

/** whether the sides take turns set by set */
export const alternates = (p: Pick<Prescription, "sides" | "turns">): boolean =>
  p.sides === "one" && p.turns === "alternating";

/**
 * s of pause after a set, or after each side's where they take turns: then two pauses and the other side's work are
 * one side's rest
 */
export const restOf = (p: Timed & Pick<Prescription, "rest" | "turns">): number =>
  alternates(p) ? Math.max(LEAST_TURN, Math.round((p.rest - setSeconds(p) / 2) / 2)) : p.rest;

/** s of all pauses of a line by itself */
const restSeconds = (p: Prescription): number =>
  (alternates(p) ? 2 * p.reserves.length - 1 : p.reserves.length - 1) * restOf(p);

/** seconds of a rest in a pair under which nobody gets to the other place and back */
const LEAST_PAIR_REST = 30;

/** s between the rounds of a pair: what is left of either rest when the other's set is taken off */
export const pairRest = (a: PairMember, b: PairMember): number =>
  Math.round(Math.max(a.rest - setSeconds(b), b.rest - setSeconds(a), LEAST_PAIR_REST));
type PairMember = Pick<Prescription, "reps" | "tempo" | "sides" | "rest">;

export interface BlockMinutes {
  setup: number;
  work: number;
  rest: number;
}

/** minutes; in a pair the rest of the one is work time of the other */
export function blockMinutes(block: Block): BlockMinutes {
  const [a, b] = block.prescriptions;
  const setup = (p: Prescription) => p.setupSeconds + p.changeSeconds;
  if (!a) return { setup: 0, work: 0, rest: 0 };
  if (!b) return { setup: setup(a) / 60, work: workSeconds(a) / 60, rest: restSeconds(a) / 60 };
  const rounds = Math.max(a.reserves.length, b.reserves.length);
  const rest = Math.max(0, rounds - 1) * pairRest(a, b);
  return { setup: (setup(a) + setup(b)) / 60, work: (workSeconds(a) + workSeconds(b)) / 60, rest: rest / 60 };
}

const sumOf = (blocks: readonly Block[]): number =>
  blocks.reduce((s, b) => {
    const m = blockMinutes(b);
    return s + m.setup + m.work + m.rest;
  }, 0);

/** minutes of warming up: what every session has, or the lines that stand for it where they take longer */
export const warmUpMinutes = (day: Pick<Day, "blocks">, method: Method): number =>
  Math.max(method.warmUpMinutes, sumOf(day.blocks.filter((b) => purposeOf(b) === "warm-up")));

export const dayMinutes = (day: Pick<Day, "blocks">, method: Method): number =>
  day.blocks.length === 0
    ? 0
    : warmUpMinutes(day, method) + sumOf(day.blocks.filter((b) => purposeOf(b) !== "warm-up"));
