/**
 * One thing changed at a time, in one client: what such a test can show, how many workouts it takes, and how it came
 * out. Growth is no measure for it: a doubling is found in one client by 16 weeks on either side, and in beginners
 * only. What a workout tells by itself is: felt or not, the drop from set to set, sides, strength in the same setup.
 */
import { mean } from "#core/base/numbers";
import { above } from "#core/base/normal";
import type { Exposure } from "#core/training/exposures";
import { strengthOn } from "./change";
import { K, liftDays } from "./lift";

export const WHATS = ["felt", "drop", "sides", "strength"] as const;
export type What = (typeof WHATS)[number];

/** probability from which a difference is told, of finding one that is there, and from which none is worth having */
const SURE = 0.9;
const NONE = 0.8;
/** z of 90 % one-sided and of 80 % power */
const Z = 1.2816 + 0.8416;

/** standard deviation of one workout, and a difference that is worth having: ln of strength. Judgement */
const MEASURE: Readonly<Record<Exclude<What, "felt">, { sd: number; worth: number }>> = {
  drop: { sd: 0.029, worth: 0.03 },
  sides: { sd: 0.025, worth: 0.02 },
  strength: { sd: 0.036, worth: 0.03 },
};
/** share of workouts felt in the target that a change should add */
const FELT_WORTH = 0.3;

/** workouts that are needed on either side. @param before share of workouts felt until now; of "felt" only */
export function workoutsFor(what: What, before: number | null): number {
  if (what === "felt") {
    const from = Math.min(0.95, Math.max(0.05, before ?? 0.5));
    const to = Math.min(0.98, from + FELT_WORTH);
    return Math.ceil((Z ** 2 * (from * (1 - from) + to * (1 - to))) / (to - from) ** 2);
  }
  const { sd, worth } = MEASURE[what];
  return Math.ceil(2 * (Z * (sd / worth)) ** 2);
}

export interface Verdict {
  /** workouts before and since */
  before: number;
  since: number;
  needed: number;
  /** share felt, ln of strength, ln lost: means of either side; null where there is no workout */
  was: number | null;
  is: number | null;
  /** eight in ten of the difference are between */
  low: number | null;
  high: number | null;
  verdict: "better" | "worse" | "no difference worth having" | "cannot tell yet";
}

function values(what: What, exposures: readonly Exposure[], body: number, reps: number): number[] {
  if (what === "felt")
    return exposures.flatMap(({ report }) =>
      report?.feel === "target" ? [1] : report?.feel === "elsewhere" ? [0] : [],
    );
  if (what === "sides")
    return exposures.flatMap(({ entries }) => {
      const gaps = entries.flatMap(({ parts }) => {
        const side = (kind: "left" | "right") => parts.find((p) => p.kind === kind)?.reps;
        const [left, right] = [side("left"), side("right")];
        return left === undefined || right === undefined ? [] : [Math.log((K + left) / (K + right))];
      });
      return gaps.length ? [Math.abs(mean(gaps))] : [];
    });
  return liftDays(exposures, body).flatMap((day) => {
    if (what === "strength") return [strengthOn(day, reps)];
    const [first, third] = [day.lifts.find((l) => l.set === 0), day.lifts.find((l) => l.set === 2)];
    return first && third ? [Math.log((K + first.failing) / (K + third.failing))] : [];
  });
}

/** more is better of these; of the others less is */
const MORE: readonly What[] = ["felt", "strength"];

/**
 * @param exposures of the line, newest first, believed @param from the local date of the change
 * @param reps to failure that strength is told for
 */
export function verdictOf(
  what: What,
  exposures: readonly Exposure[],
  from: string,
  body: number,
  reps: number,
): Verdict {
  const since = values(
    what,
    exposures.filter((x) => x.localDate >= from),
    body,
    reps,
  );
  const earlier = values(
    what,
    exposures.filter((x) => x.localDate < from),
    body,
    reps,
  );
  const share = earlier.length && what === "felt" ? mean(earlier) : null;
  const needed = workoutsFor(what, share);
  // as many as are needed, the newest: what was long ago is another client
  const before = what === "felt" ? earlier.slice(0, 2 * needed) : earlier.slice(-needed);
  const known = { before: before.length, since: since.length, needed };
  if (before.length < 2 || since.length < 2)
    return {
      ...known,
      was: before.length ? mean(before) : null,
      is: since.length ? mean(since) : null,
      low: null,
      high: null,
      verdict: "cannot tell yet",
    };
  const variance = (list: readonly number[]): number => {
    if (what !== "felt") return MEASURE[what].sd ** 2 / list.length;
    // one more of each, so that five of five are not certain (Agresti and Caffo 2000)
    const p = (list.reduce((s, x) => s + x, 0) + 1) / (list.length + 2);
    return (p * (1 - p)) / (list.length + 2);
  };
  const [was, is] = [mean(before), mean(since)];
  const better = (is - was) * (MORE.includes(what) ? 1 : -1);
  const sd = Math.sqrt(variance(before) + variance(since));
  const worth = what === "felt" ? FELT_WORTH : MEASURE[what].worth;
  const verdict =
    above(0, better, sd) > SURE
      ? "better"
      : above(0, better, sd) < 1 - SURE
        ? "worse"
        : // none is said only of as many workouts as were to tell
          since.length >= needed && above(-worth, better, sd) - above(worth, better, sd) > NONE
          ? "no difference worth having"
          : "cannot tell yet";
  return { ...known, was, is, low: is - was - 1.2816 * sd, high: is - was + 1.2816 * sd, verdict };
}
