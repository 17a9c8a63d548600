/** Minutes of a session: warm-up, set-up and change-over, work, rests, sides. */
import type { Method } from "#core/edition/method";
import type { Block, Day, Prescription } from "#core/program/document";
import { purposeOf } from "#core/program/purpose";
import { rampSeconds } from "#core/program/ramp";
import { techniqueSeconds } from "#core/planning/techniques";
import { alternates, pairRest, restOf, setSeconds } from "#core/planning/timing";

/** seconds of all sets, each at its own tempo where it has one */
const workSeconds = (p: Prescription): number =>
  p.reserves.reduce((sum, _, i) => sum + setSeconds(p, p.tempos[i] ?? undefined), techniqueSeconds(p, setSeconds(p)));

/** s of all pauses of a line by itself */
const restSeconds = (p: Prescription): number =>
  (alternates(p) ? 2 * p.reserves.length - 1 : p.reserves.length - 1) * restOf(p);

export interface BlockMinutes {
  /** with the ramp to it */
  setup: number;
  work: number;
  rest: number;
}

/** minutes; in a pair the rest of the one is work time of the other */
export function blockMinutes(block: Block): BlockMinutes {
  const [a, b] = block.prescriptions;
  const setup = (p: Prescription) => p.setupSeconds + p.changeSeconds + rampSeconds(p);
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
