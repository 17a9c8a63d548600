/**
 * What more minutes or one more day would bring. Each answer is backed by a week that was annealed for it, told in
 * effective sets within the bands: a number that a coach knows.
 */
import { emptyDay } from "#core/program/document";
import { seededRandom } from "#core/base/random";
import { annealInStages } from "#core/solver/anneal";
import { problemFor, type Judging, type PlanAsk } from "#core/solver/ask";
import { effective, minutesOf, type Sets, type WeekProblem } from "#core/solver/problem";

export interface Margin {
  kind: "minutes" | "day" | "pairs" | "techniques";
  more: number;
  /** effective sets within the bands that it brings, all groups, and by group, most first */
  sets: number;
  groups: { group: string; sets: number }[];
  /** minutes that every day has left without it */
  left: number;
}

const MOVES = 80_000;
/** min left on every day from which on no more are missed: a set takes about three */
const IDLE = 4;

/** by group: effective sets, no further than the high end of the band */
function within(problem: WeekProblem, sets: Sets): number[] {
  const D = problem.days.length;
  const dose = problem.field.groups.map(() => 0);
  problem.field.candidates.forEach((c, k) => {
    for (let d = 0; d < D; d++) {
      const n = sets[k * D + d]!;
      if (n > 0) for (const g of c.gives) dose[g.group]! += g.share * effective(c, n);
    }
  });
  return dose.map((x, i) => {
    const t = problem.terms[i]!;
    return t.pieces.length > 0 ? Math.min(x, t.high) : 0;
  });
}

/** @param tell each answer as it is found */
export function margins(
  ask: PlanAsk,
  tools: Judging,
  tell: (found: Margin) => void,
  stop: () => boolean = () => false,
): void {
  const written = (change: Partial<PlanAsk>, given?: number[]) => {
    const problem = problemFor({ ...ask, keep: false, ...change }, tools, undefined, given);
    const { sets } = annealInStages(problem, { moves: ask.moves ?? MOVES, random: seededRandom(1), stop });
    const left = Math.min(...problem.days.map((d, i) => d.minutes - minutesOf(problem, sets, i)));
    return { problem, dose: within(problem, sets), left };
  };
  const base = written({});
  const told = (kind: Margin["kind"], more: number, other: ReturnType<typeof written>) => {
    const name = (i: number) => base.problem.field.groups[i]!.id;
    const groups = base.dose
      .map((x, i) => ({ group: name(i), sets: other.dose[i]! - x }))
      .filter(({ sets }) => Math.abs(sets) >= 0.25)
      .sort((a, b) => b.sets - a.sets);
    // where minutes are left, more of them bring nothing: what two weeks differ by is chance
    const idle = kind === "minutes" && base.left >= IDLE;
    tell({
      kind,
      more,
      sets: idle ? 0 : other.dose.reduce((s, x, i) => s + x - base.dose[i]!, 0),
      groups: idle ? [] : groups,
      left: base.left,
    });
  };
  const { more } = tools.edition.method.writing;
  told("minutes", more, written({ days: ask.days.map((d) => ({ ...d, minutes: d.minutes + more })) }));
  if (stop()) return;
  if (ask.days.length < 6) {
    const free = [0, 1, 2, 3, 4, 5, 6].find((w) => !ask.days.some((d) => d.weekday === w))!;
    const day = emptyDay("another day", "Another day");
    const days = [...ask.days, { id: day.id, minutes: ask.days[0]!.minutes, weekday: free, groups: null }];
    told("day", 1, written({ days, program: { ...ask.program, days: [...ask.program.days, day] } }));
  }
  if (stop() || ask.techniques) return;
  told("techniques", 0, written({ techniques: true }));
}
