/** Up to four setups side by side for one head, as the bench has them: ends, thirds, work, levers, limiters, costs. */
import { mean } from "#core/base/numbers";
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

/** @param list two to four setups */
export function sideBySide(list: readonly Sided[], headId: string): SideBySide {
  const heads = list.map(({ analysis }) => analysis.heads.find((h) => h.id === headId) ?? null);
  const ofHead = (f: (h: HeadSeries) => number | null | undefined) => heads.map((h) => (h ? (f(h) ?? null) : null));
  const line = (
    name: string,
    unit: CompareLine["unit"],
    better: CompareLine["better"],
    values: (number | null)[],
  ): CompareLine => ({ name, unit, better, values });
  const first = list.map(({ analysis: a }) => a.limiters[0]?.muscle ?? null);
  const levers = heads.map((h) => (h ? leversOf(h) : []));
  const tension = ofHead((h) => mean(h.force));
  const stretch = ofHead((h) => h.metrics && 100 * h.metrics.thirds[2]);
  const spine = list.map(({ analysis: a }) => a.spine?.moment ?? 0);
  const work = list.map(({ analysis: a }) => workAtPeak(a));
  const seconds = list.map(({ exercise }) => secondsOf(exercise));
  const own = list.map(({ analysis: a }, i) => {
    const total = a.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
    const muscle = heads[i]?.muscle;
    return (100 * (a.limiters.find((l) => l.muscle === muscle)?.elasticity ?? 0)) / total;
  });
  const lines = [
    line("Mean tension, of its strength", "", "more", tension),
    line(
      "Shortest place reached",
      "%",
      null,
      ofHead((h) => 100 * Math.min(...h.position)),
    ),
    line(
      "Longest place reached",
      "%",
      "more",
      ofHead((h) => 100 * Math.max(...h.position)),
    ),
    line(
      "Tension in the short third",
      "%",
      null,
      ofHead((h) => h.metrics && 100 * h.metrics.thirds[0]),
    ),
    line(
      "Tension in the middle third",
      "%",
      null,
      ofHead((h) => h.metrics && 100 * h.metrics.thirds[1]),
    ),
    line("Tension in the long third", "%", null, stretch),
    line(
      "Share of all work",
      "%",
      "more",
      ofHead((h) => h.metrics && 100 * h.metrics.shareOfAll),
    ),
    line("Its muscle's part in what ends the set", "%", "more", own),
    line("Work at an equal peak of torque", "J per Nm", "more", work),
    line(
      "Arc of the joint that turns furthest",
      "°",
      null,
      list.map(({ analysis: a }) => arcOf(a)),
    ),
    line(
      "Longest lever",
      "mm",
      null,
      levers.map((l) => l[0]?.mm ?? null),
    ),
    line(
      "Second lever over it",
      "%",
      null,
      levers.map((l) => (l[1] && l[0]!.mm > 0 ? (100 * l[1].mm) / l[0]!.mm : null)),
    ),
    line("Low back", "Nm", "less", spine),
    line(
      "Hip asked, over the peak of the main joint",
      "%",
      null,
      list.map(({ analysis: a }) => {
        const asked = Object.entries(a.torques).filter(([id]) => id.startsWith("hip"));
        return 100 * Math.max(0, ...asked.flatMap(([, t]) => Array.from(t, Math.abs)));
      }),
    ),
    line("Set-up and change", "s", "less", seconds),
  ];
  const known = (x: readonly (number | null)[]) => x.map((v) => v ?? 0);
  return {
    // what none of them has is nothing to compare
    lines: lines.filter((l) => l.values.some((v) => v !== null && Math.abs(v) > 1e-9)),
    words: [
      { name: "Gives out first", values: first.map((m) => (m ? muscleName(m).toLowerCase() : "nothing")) },
      { name: "Drawn by the", values: list.map(({ analysis: a }) => JOINT_WORDS[a.main] ?? "joint") },
    ],
    verdicts: [
      verdict("For size", known(tension), true),
      verdict("For a long muscle", known(stretch), true),
      verdict("For work through the whole rep", work, true),
      verdict("For the set to end by it", own, true),
      verdict("For the low back", spine, false),
      verdict("For the clock", seconds, false),
    ],
    flips: new Set(first).size > 1 ? first.map((m) => (m ? muscleName(m).toLowerCase() : "nothing")) : null,
  };
}
