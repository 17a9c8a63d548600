/** Minutes of a session: warm-up, set-up and change-over, work, rests, sides. */
import type { Method } from "#core/edition/method";
import type { Block, Day, Prescription, Tempo } from "#core/planning/program";
import { techniqueSeconds } from "#core/planning/techniques";

export const repSeconds = (t: Tempo): number => t.lower + t.longPause + t.lift + t.shortPause;

/** seconds one set takes; one side at a time doubles work, not rest */
export const setSeconds = (p: Pick<Prescription, "reps" | "tempo" | "sides">): number =>
  ((p.reps.low + p.reps.high) / 2) * repSeconds(p.tempo) * (p.sides === "one" ? 2 : 1);

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
  const work = (p: Prescription) => p.reserves.length * setSeconds(p) + techniqueSeconds(p, setSeconds(p));
  const setup = (p: Prescription) => p.setupSeconds + p.changeSeconds;
  if (!a) return { setup: 0, work: 0, rest: 0 };
  if (!b) return { setup: setup(a) / 60, work: work(a) / 60, rest: (Math.max(0, a.reserves.length - 1) * a.rest) / 60 };
  const rounds = Math.max(a.reserves.length, b.reserves.length);
  const rest = Math.max(0, rounds - 1) * pairRest(a, b);
  return { setup: (setup(a) + setup(b)) / 60, work: (work(a) + work(b)) / 60, rest: rest / 60 };
}

export function dayMinutes(day: Day, method: Method): number {
  if (day.blocks.length === 0) return 0;
  return (
    method.warmUpMinutes +
    day.blocks.reduce((s, b) => {
      const m = blockMinutes(b);
      return s + m.setup + m.work + m.rest;
    }, 0)
  );
}
