/** Seconds of a rep, a set and the pauses between: without what techniques add, since the phone reads it too. */
import type { Prescription, Tempo } from "#core/program/document";

export const repSeconds = (t: Tempo): number => t.lower + t.longPause + t.lift + t.shortPause;

export type Timed = Pick<Prescription, "reps" | "tempo" | "sides">;

/** seconds one set takes; one side at a time doubles work, not rest */
export const setSeconds = (p: Timed, tempo: Tempo = p.tempo): number =>
  ((p.reps.low + p.reps.high) / 2) * repSeconds(tempo) * (p.sides === "one" ? 2 : 1);

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

/** seconds of a rest in a pair under which nobody gets to the other place and back */
const LEAST_PAIR_REST = 30;

/** s between the rounds of a pair: what is left of either rest when the other's set is taken off */
export const pairRest = (a: PairMember, b: PairMember): number =>
  Math.round(Math.max(a.rest - setSeconds(b), b.rest - setSeconds(a), LEAST_PAIR_REST));
type PairMember = Pick<Prescription, "reps" | "tempo" | "sides" | "rest">;
