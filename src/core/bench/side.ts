/** Up to four setups side by side for one head, as the bench has them: ends, thirds, work, levers, limiters, costs. */
import { mean, sum } from "#core/base/numbers";
import { muscleName } from "#core/anatomy/anatomy";
import type { Exercise } from "#core/exercises/format";
import type { Analysis } from "#core/mechanics/analyse";
import type { HeadSeries } from "#core/mechanics/recording";
import { JOINT_WORDS } from "#core/mechanics/turning";
import { verdict, type CompareLine, type Verdict } from "#core/ranking/compare";
import { secondsOf } from "#core/ranking/factors";

export interface Sided {
  name: string;
  exercise: Exercise;
  /** with moment arms */
  analysis: Analysis;
}

export interface SideBySide {
  lines: CompareLine[];
  /** what is a word and not a number: who gives out first, the joint it is drawn by */
  words: { name: string; values: string[] }[];
  verdicts: Verdict[];
  /** who gives out first, where that is not the same in all of them */
  flips: string[] | null;
}

const RAD = Math.PI / 180;

/** deg that the joint turns furthest that turns furthest */
const arcOf = ({ joints }: Analysis): number =>
  Math.max(0, ...Object.values(joints).map((x) => Math.max(...x) - Math.min(...x)));

/**
 * Work of a rep for each newton metre of peak torque, J: torque over its peak, along the joint's turn (trapezoids over
 * the joint that turns furthest). Two setups at an equal peak differ by it.
 */
export function workAtPeak({ joints, resistance }: Analysis): number {
  const turns = Object.values(joints).sort(
    (a, b) => Math.max(...b) - Math.min(...b) - (Math.max(...a) - Math.min(...a)),
  )[0];
  const peak = resistance.reduce((m, t) => Math.max(m, Math.abs(t)), 0);
  if (!turns || peak === 0) return 0;
  let sum = 0;
  for (let i = 1; i < turns.length; i++)
    sum +=
      ((Math.abs(resistance[i]!) + Math.abs(resistance[i - 1]!)) / 2 / peak) *
      Math.abs(turns[i]! - turns[i - 1]!) *
      RAD;
  return sum;
}

/** mean levers of a head at the two freedoms where they are longest, mm, longest first */
export function leversOf({ momentArms }: HeadSeries): { freedom: string; mm: number }[] {
  return Object.entries(momentArms)
    .map(([freedom, arm]) => ({ freedom, mm: 1000 * mean(Array.from(arm, Math.abs)) }))
    .sort((a, b) => b.mm - a.mm)
    .slice(0, 2);
}

/** a setup with the head that is looked at */
interface Side extends Sided {
  head: HeadSeries | null;
}

/** the head's muscle's part in what ends the set, % */
function ownPart({ analysis: { limiters }, head }: Side): number {
  const all = sum(limiters.map((l) => l.elasticity)) || 1;
  return (100 * (limiters.find((l) => l.muscle === head?.muscle)?.elasticity ?? 0)) / all;
}

/** the most that is asked of a hip, over the peak of the main joint, % */
const hipAsked = ({ analysis: { torques } }: Side): number =>
  100 *
  Math.max(0, ...Object.entries(torques).flatMap(([id, t]) => (id.startsWith("hip") ? Array.from(t, Math.abs) : [])));

const secondLever = ({ head }: Side): number | null => {
  const [first, second] = head ? leversOf(head) : [];
  return first && second && first.mm > 0 ? (100 * second.mm) / first.mm : null;
};

type Told = Omit<CompareLine, "values"> & { of: (s: Side) => number | null | undefined };
const third =
  (n: 0 | 1 | 2) =>
  ({ head }: Side) =>
    head?.metrics && 100 * head.metrics.thirds[n];

/** what setups are told apart by; what none of them has is nothing to compare */
const TOLD = [
  {
    name: "Mean tension, of its strength",
    unit: "",
    better: "more",
    of: ({ head }: Side) => head && mean(head.force),
  },
  {
    name: "Shortest place reached",
    unit: "%",
    better: null,
    of: ({ head }: Side) => head && 100 * Math.min(...head.position),
  },
  {
    name: "Longest place reached",
    unit: "%",
    better: "more",
    of: ({ head }: Side) => head && 100 * Math.max(...head.position),
  },
  { name: "Tension in the short third", unit: "%", better: null, of: third(0) },
  { name: "Tension in the middle third", unit: "%", better: null, of: third(1) },
  { name: "Tension in the long third", unit: "%", better: null, of: third(2) },
  {
    name: "Share of all work",
    unit: "%",
    better: "more",
    of: ({ head }: Side) => head?.metrics && 100 * head.metrics.shareOfAll,
  },
  { name: "Its muscle's part in what ends the set", unit: "%", better: "more", of: ownPart },
  {
    name: "Work at an equal peak of torque",
    unit: "J per Nm",
    better: "more",
    of: ({ analysis }: Side) => workAtPeak(analysis),
  },
  {
    name: "Arc of the joint that turns furthest",
    unit: "°",
    better: null,
    of: ({ analysis }: Side) => arcOf(analysis),
  },
  { name: "Longest lever", unit: "mm", better: null, of: ({ head }: Side) => head && leversOf(head)[0]?.mm },
  { name: "Second lever over it", unit: "%", better: null, of: secondLever },
  { name: "Low back", unit: "Nm", better: "less", of: ({ analysis }: Side) => analysis.spine?.moment ?? 0 },
  { name: "Hip asked, over the peak of the main joint", unit: "%", better: null, of: hipAsked },
  { name: "Set-up and change", unit: "s", better: "less", of: ({ exercise }: Side) => secondsOf(exercise) },
] as const satisfies readonly Told[];

/** @param list two to four setups */
export function sideBySide(list: readonly Sided[], headId: string): SideBySide {
  const sides = list.map((s): Side => ({ ...s, head: s.analysis.heads.find((h) => h.id === headId) ?? null }));
  const told: readonly Told[] = TOLD;
  const lines = told.map(({ of, ...line }): CompareLine => ({ ...line, values: sides.map((s) => of(s) ?? null) }));
  const by = (name: (typeof TOLD)[number]["name"]) => lines.find((l) => l.name === name)!.values.map((v) => v ?? 0);
  const first = list.map(({ analysis: a }) => a.limiters[0]?.muscle ?? null);
  const names = first.map((m) => (m ? muscleName(m).toLowerCase() : "nothing"));
  return {
    lines: lines.filter((l) => l.values.some((v) => v !== null && Math.abs(v) > 1e-9)),
    words: [
      { name: "Gives out first", values: names },
      { name: "Drawn by the", values: list.map(({ analysis: a }) => JOINT_WORDS[a.main] ?? "joint") },
    ],
    verdicts: [
      verdict("For size", by("Mean tension, of its strength"), true),
      verdict("For a long muscle", by("Tension in the long third"), true),
      verdict("For work through the whole rep", by("Work at an equal peak of torque"), true),
      verdict("For the set to end by it", by("Its muscle's part in what ends the set"), true),
      verdict("For the low back", by("Low back"), false),
      verdict("For the clock", by("Set-up and change"), false),
    ],
    flips: new Set(first).size > 1 ? names : null,
  };
}
