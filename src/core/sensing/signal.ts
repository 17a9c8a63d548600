/** What a sensor on a bar would send of a set: the stand-in's own, with noise, spikes and dropouts. */
import type { Random } from "#core/simulation/random";
import type { Sample } from "./detect";

export interface SetSignal {
  reps: number;
  /** m of a whole rep */
  travel: number;
  /** s */
  lift: number;
  lower: number;
  /** s at the top and at the bottom */
  rest: number;
  begins: "bottom" | "top";
  /** rep from which on, from 0, the low end is not reached, and the share of the way that is missing; null: never */
  lostFrom: number | null;
  lost: number;
  /** m of noise, chance of a spike a sample, and of a dropout a second */
  noise: number;
  spikes: number;
  dropouts: number;
}

/** samples a second */
export const RATE = 50;
/** s of stillness before and after */
const STILL = 1.5;
/** m of a spike, s of a dropout */
const SPIKE = 0.3;
const DROPOUT = 0.35;

/** smooth from 0 to 1, still at both ends: least jerk (Flash and Hogan 1985, recalled) */
const eased = (u: number): number => u ** 3 * (10 - 15 * u + 6 * u * u);

/** positions without any fault */
export function trueSignal(ask: SetSignal): Sample[] {
  const out: Sample[] = [];
  const hold = (s: number, x: number) => {
    for (let k = 0; k < s * RATE; k++) out.push({ t: out.length / RATE, x });
  };
  const go = (s: number, a: number, b: number) => {
    const n = Math.max(1, Math.round(s * RATE));
    for (let k = 1; k <= n; k++) out.push({ t: out.length / RATE, x: a + (b - a) * eased(k / n) });
  };
  const bottomOf = (rep: number) => (ask.lostFrom !== null && rep >= ask.lostFrom ? ask.lost * ask.travel : 0);
  const top = ask.travel;
  hold(STILL, ask.begins === "bottom" ? 0 : top);
  for (let rep = 0; rep < ask.reps; rep++) {
    // who loses the low end turns too early: the next rep begins higher
    const [low, next] = [bottomOf(rep), bottomOf(rep + 1)];
    if (ask.begins === "bottom") {
      go(ask.lift, rep === 0 ? 0 : low, top);
      hold(ask.rest, top);
      go(ask.lower, top, rep === ask.reps - 1 ? 0 : next);
      hold(ask.rest, rep === ask.reps - 1 ? 0 : next);
    } else {
      go(ask.lower, top, low);
      hold(ask.rest, low);
      go(ask.lift, low, top);
      hold(ask.rest, top);
    }
  }
  hold(STILL, ask.begins === "bottom" ? 0 : top);
  return out;
}

/** the same as it would be received */
export function received(
  ask: SetSignal,
  { normal, chance, uniform }: Pick<Random, "normal" | "chance" | "uniform">,
): Sample[] {
  let silent = -1;
  return trueSignal(ask).flatMap(({ t, x }) => {
    if (chance(ask.dropouts / RATE)) silent = t + DROPOUT * (0.5 + uniform());
    if (t < silent) return [];
    const spike = chance(ask.spikes) ? SPIKE * (2 * uniform() - 1) : 0;
    return [{ t, x: x + ask.noise * normal() + spike }];
  });
}
