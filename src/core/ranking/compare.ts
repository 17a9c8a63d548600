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

type Told = Omit<CompareLine, "values"> & { of: (r: RankedRow, headId: string) => number };
const head = (r: RankedRow, headId: string) => r.row.view.heads[headId]!;

/** what rows are told apart by, beside their scores */
const TOLD = [
  { name: "Moved tension, of its strength", unit: "", better: "more", of: (r) => r.tension },
  { name: "Shortest place reached", unit: "%", better: null, of: (r, h) => 100 * head(r, h).shortReached },
  { name: "Longest place reached", unit: "%", better: "more", of: (r, h) => 100 * head(r, h).stretchReached },
  { name: "Tension in the short third", unit: "%", better: null, of: (r, h) => 100 * head(r, h).thirds[0] },
  { name: "Tension in the middle third", unit: "%", better: null, of: (r, h) => 100 * head(r, h).thirds[1] },
  { name: "Tension in the long third", unit: "%", better: null, of: (r, h) => 100 * head(r, h).thirds[2] },
  { name: "Share of all work", unit: "%", better: "more", of: (r, h) => 100 * head(r, h).shareOfAll },
  { name: "Of its own limit where the set sticks", unit: "%", better: "more", of: (r) => 100 * r.nearness },
  { name: "Long half allows, times the load", unit: "", better: "more", of: (r, h) => head(r, h).partialReserve },
  { name: "Low back", unit: "body weights", better: "less", of: (r) => r.row.view.compression },
  {
    name: "Hardest joint's strain",
    unit: "%",
    better: "less",
    of: (r) => 100 * (hardestJoint(r.strains)?.strain ?? 0),
  },
  { name: "Set-up and change", unit: "s", better: "less", of: (r) => secondsOf(r.exercise) },
] as const satisfies readonly Told[];

/** @param strong scores of the same setups with the goal turned to strength */
export function compareRows(
  rows: readonly RankedRow[],
  headId: string,
  strong: readonly number[],
): { lines: CompareLine[]; verdicts: Verdict[] } {
  const scores = rows.map((r) => r.score);
  const told: readonly Told[] = TOLD;
  const lines: CompareLine[] = [
    { name: "Score", unit: "points", better: "more", values: scores },
    { name: "Score for strength", unit: "points", better: "more", values: [...strong] },
    ...told.map(({ of, ...line }) => ({ ...line, values: rows.map((r) => of(r, headId)) })),
  ];
  const by = (name: (typeof TOLD)[number]["name"]) => lines.find((l) => l.name === name)!.values.map((v) => v ?? 0);
  return {
    lines,
    verdicts: [
      verdict("For size", scores, true),
      verdict("For strength", strong, true),
      verdict("For a long muscle", by("Tension in the long third"), true),
      verdict("For the joints", by("Hardest joint's strain"), false),
      verdict("For the low back", by("Low back"), false),
      verdict("For the clock", by("Set-up and change"), false),
    ],
  };
}
