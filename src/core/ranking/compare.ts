/** Setups side by side for one head: what each is best at, and a verdict in a sentence for each goal. */
import type { RankedRow } from "./rank";
import { hardestJoint, secondsOf } from "./factors";

/** a number of each setup, and which way is better; null: neither is */
export interface CompareLine {
  name: string;
  unit: "" | "%" | "s" | "body weights" | "points" | "°" | "Nm" | "mm" | "J per Nm";
  better: "more" | "less" | null;
  /** null where a setup has no such number */
  values: (number | null)[];
}

export interface Verdict {
  goal: string;
  /** index of the best; null where the first two are as good as each other */
  best: number | null;
  /** what decides it: best and second */
  number: number;
  against: number;
}

/** how much of the larger two have to differ to be told apart */
const APART = 0.04;

/** which of some setups is best for a goal by one number, and whether by enough to say so */
export function verdict(goal: string, values: readonly number[], more: boolean): Verdict {
  const order = values.map((_, i) => i).sort((a, b) => (more ? values[b]! - values[a]! : values[a]! - values[b]!));
  const [first, second] = [order[0]!, order[1] ?? order[0]!];
  const [a, b] = [values[first]!, values[second]!];
  const apart = Math.abs(a - b) > APART * Math.max(Math.abs(a), Math.abs(b), 1e-9);
  return { goal, best: apart ? first : null, number: a, against: b };
}

/** @param strong scores of the same setups with the goal turned to strength */
export function compareRows(
  rows: readonly RankedRow[],
  headId: string,
  strong: readonly number[],
): { lines: CompareLine[]; verdicts: Verdict[] } {
  const metric = (f: (m: NonNullable<RankedRow["row"]["view"]["heads"][string]>) => number) =>
    rows.map((r) => f(r.row.view.heads[headId]!));
  const line = (name: string, unit: CompareLine["unit"], better: CompareLine["better"], values: number[]) => ({
    name,
    unit,
    better,
    values,
  });
  const lines: CompareLine[] = [
    line(
      "Score",
      "points",
      "more",
      rows.map((r) => r.score),
    ),
    line("Score for strength", "points", "more", [...strong]),
    line(
      "Moved tension, of its strength",
      "",
      "more",
      rows.map((r) => r.tension),
    ),
    line(
      "Shortest place reached",
      "%",
      null,
      metric((m) => 100 * m.shortReached),
    ),
    line(
      "Longest place reached",
      "%",
      "more",
      metric((m) => 100 * m.stretchReached),
    ),
    line(
      "Tension in the short third",
      "%",
      null,
      metric((m) => 100 * m.thirds[0]),
    ),
    line(
      "Tension in the middle third",
      "%",
      null,
      metric((m) => 100 * m.thirds[1]),
    ),
    line(
      "Tension in the long third",
      "%",
      null,
      metric((m) => 100 * m.thirds[2]),
    ),
    line(
      "Share of all work",
      "%",
      "more",
      metric((m) => 100 * m.shareOfAll),
    ),
    line(
      "Of its own limit where the set sticks",
      "%",
      "more",
      rows.map((r) => 100 * r.nearness),
    ),
    line(
      "Long half allows, times the load",
      "",
      "more",
      metric((m) => m.partialReserve),
    ),
    line(
      "Low back",
      "body weights",
      "less",
      rows.map((r) => r.row.view.compression),
    ),
    line(
      "Hardest joint's strain",
      "%",
      "less",
      rows.map((r) => 100 * (hardestJoint(r.strains)?.strain ?? 0)),
    ),
    line(
      "Set-up and change",
      "s",
      "less",
      rows.map((r) => secondsOf(r.exercise)),
    ),
  ];
  const of = (name: string) => lines.find((l) => l.name === name)!.values.map((v) => v ?? 0);
  return {
    lines,
    verdicts: [
      verdict("For size", of("Score"), true),
      verdict("For strength", of("Score for strength"), true),
      verdict("For a long muscle", of("Tension in the long third"), true),
      verdict("For the joints", of("Hardest joint's strain"), false),
      verdict("For the low back", of("Low back"), false),
      verdict("For the clock", of("Set-up and change"), false),
    ],
  };
}
