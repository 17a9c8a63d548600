/** Left against right, from what was logged one side at a time. */
import { mean } from "#core/base/numbers";
import type { Begins } from "#core/program/limits";
import type { Rules } from "#core/training/rules";
import type { Exposure } from "#core/training/exposures";

export interface SideGap {
  /** the side that does less; "either" where there is no difference worth acting on */
  weaker: Begins;
  /** mean reps of the left less those of the right, newest session first */
  byDay: number[];
  /** mean of them over the reps of the better side */
  share: number;
}

/**
 * @param exposures of one line, newest first
 * @returns null where fewer than two sessions have both sides
 */
export function sideGap(
  exposures: readonly Exposure[],
  { progress: rules, log: { sides: looked } }: Pick<Rules, "progress" | "log">,
): SideGap | null {
  const days = exposures
    .map(({ entries }) =>
      entries.flatMap(({ parts }) => {
        const side = (kind: "left" | "right") => parts.find((p) => p.kind === kind)?.reps;
        const [left, right] = [side("left"), side("right")];
        return left === undefined || right === undefined ? [] : [{ left, right }];
      }),
    )
    .filter((sets) => sets.length > 0)
    .slice(0, looked);
  if (days.length < rules.sideSessions) return null;
  const byDay = days.map((sets) => mean(sets.map((s) => s.left - s.right)));
  const better = mean(days.map((sets) => mean(sets.map((s) => Math.max(s.left, s.right, 1)))));
  const share = mean(byDay) / better;
  const lately = byDay.slice(0, rules.sideSessions);
  const agree = lately.every((d) => d < 0) || lately.every((d) => d > 0);
  const weaker = agree && Math.abs(share) >= rules.sideShare ? (share < 0 ? "left" : "right") : "either";
  return { weaker, byDay, share };
}
