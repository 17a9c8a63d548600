/**
 * What would make a week fit that does not: changes of one thing at a time, each backed by a week in hand that was
 * annealed for it. The least found, not proven the least.
 */
import type { Priority } from "#core/clients/choices";
import { mapLines, prescriptionsOf } from "#core/program/edit";
import { groupName } from "#core/planning/groups";
import { emptyDay } from "#core/program/document";
import { seededRandom } from "#core/base/random";
import { annealInStages } from "#core/solver/anneal";
import { evaluate, type Evaluation } from "#core/solver/evaluate";
import { armsSpread } from "#core/solver/splits";
import { problemFor, type PlanAsk, type PlanTools, type WeekPlan } from "#core/solver/ask";

/**
 * what has to give: sets, days, spine and minutes that are short, as one number
 * @param beside groups that no change but other equipment would help
 */
export const shortfall = (missing: Evaluation["missing"], beside: ReadonlySet<string> = new Set()): number =>
  missing.reduce((s, m) => {
    if (m.kind === "high" || m.kind === "running" || m.kind === "session" || beside.has(m.of)) return s;
    return s + (m.kind === "minutes" ? m.by / 2.5 : m.by);
  }, 0);

export type Relaxation = {
  /** what is still short then; 0 where it fits */
  left: number;
} & (
  | { kind: "minutes"; more: number }
  | { kind: "days"; more: number }
  | { kind: "priorities"; changes: { group: string; from: Priority; to: Priority | null }[] }
  | { kind: "arms" }
  | { kind: "unlock"; prescriptionId: string; name: string }
  | { kind: "nothing trains"; groups: string[] }
);

const MOVES = 80_000;
/** under this a week fits */
const FITS = 0.3;
const MINUTES = [10, 20, 30, 45];
const LOWER: Record<Priority, Priority | null> = {
  specialise: "grow",
  grow: "hold",
  hold: "maintain",
  maintain: null,
};

/** @param tell each answer as it is found; the most useful ones first */
export function relaxations(
  ask: PlanAsk,
  tools: PlanTools,
  plan: WeekPlan,
  tell: (found: Relaxation) => void,
  stop: () => boolean = () => false,
): void {
  if (shortfall(plan.evaluation.missing) < FITS) return;
  const { field } = plan.problem;
  const none = field.groups.filter(
    (g, i) =>
      ask.client.priorities[g.id] && !field.candidates.some((c) => c.gives.some((x) => x.group === i && x.direct)),
  );
  const beside = new Set(none.map((g) => g.id));
  const short = shortfall(plan.evaluation.missing, beside);
  if (none.length) tell({ kind: "nothing trains", groups: none.map((g) => g.id), left: short });
  if (short < FITS) return;
  const tried = (change: Partial<PlanAsk>): number => {
    const changed = { ...ask, ...change };
    const problem = problemFor(changed, tools);
    const { sets } = annealInStages(problem, { moves: ask.moves ?? MOVES, random: seededRandom(1), stop });
    return shortfall(evaluate(problem, sets).missing, beside);
  };
  /** worth saying where it takes away half of what is short */
  const helps = (left: number) => left < 0.5 * short;

  for (const more of MINUTES) {
    if (stop()) return;
    const left = tried({ days: ask.days.map((d) => ({ ...d, minutes: d.minutes + more })) });
    if (left < FITS || (more === MINUTES.at(-1) && helps(left))) {
      tell({ kind: "minutes", more, left });
      break;
    }
  }
  const spread = armsSpread(ask.days);
  if (spread && !stop()) {
    const left = tried({ days: spread });
    if (helps(left)) tell({ kind: "arms", left });
  }
  for (const locked of prescriptionsOf(ask.program).filter((p) => p.locked)) {
    if (stop()) return;
    const program = mapLines(ask.program, (p) => (p.id === locked.id ? { ...p, locked: false } : p));
    const left = tried({ program, keep: false });
    if (helps(left)) tell({ kind: "unlock", prescriptionId: locked.id, name: locked.name, left });
  }
  if (ask.days.length < 6 && !stop()) {
    const free = [0, 1, 2, 3, 4, 5, 6].find((w) => !ask.days.some((d) => d.weekday === w))!;
    const day = emptyDay("another day", "Another day");
    const days = [...ask.days, { id: day.id, minutes: ask.days[0]!.minutes, weekday: free, groups: null }];
    const left = tried({ days, program: { ...ask.program, days: [...ask.program.days, day] } });
    if (helps(left)) tell({ kind: "days", more: 1, left });
  }
  lowered(ask, plan, short, tried, stop, tell);
}

/** bands a step lower, each time of the group among the short ones that frees most */
function lowered(
  ask: PlanAsk,
  plan: WeekPlan,
  from: number,
  tried: (change: Partial<PlanAsk>) => number,
  stop: () => boolean,
  tell: (found: Relaxation) => void,
): void {
  const priorities = { ...ask.client.priorities };
  const changes: { group: string; from: Priority; to: Priority | null }[] = [];
  let left = from;
  const short = () => {
    const ofGroups = plan.evaluation.missing.filter((m) => ["low", "direct", "days"].includes(m.kind)).map((m) => m.of);
    return [...new Set(ofGroups)].filter((g) => priorities[g]);
  };
  while (left >= FITS && changes.length < 4 && !stop()) {
    const best = short()
      .slice(0, 4)
      .map((group) => {
        const from = priorities[group]!;
        const to = LOWER[from];
        const next = { ...priorities };
        if (to) next[group] = to;
        else delete next[group];
        return { group, from, to, next, left: tried({ client: { ...ask.client, priorities: next } }) };
      })
      .sort((a, b) => a.left - b.left)[0];
    if (!best || best.left > left - 0.2) break;
    left = best.left;
    changes.push({ group: best.group, from: best.from, to: best.to });
    if (best.to) priorities[best.group] = best.to;
    else delete priorities[best.group];
  }
  if (changes.length) tell({ kind: "priorities", changes, left });
}

const setsText = (left: number) => (left < FITS ? "" : `; ${Math.round(left * 10) / 10} sets would still be short`);

export function relaxationText(r: Relaxation): string {
  switch (r.kind) {
    case "minutes":
      return `${r.more} more minutes a day${setsText(r.left)}.`;
    case "days":
      return `One more day${setsText(r.left)}.`;
    case "arms":
      return `Arms with the other days instead of on one of their own${setsText(r.left)}.`;
    case "unlock":
      return `Unlock ${r.name}${setsText(r.left)}.`;
    case "priorities":
      return `${r.changes.map((c) => `${groupName(c.group)} from ${c.from} to ${c.to ?? "none"}`).join(", ")}${setsText(r.left)}.`;
    case "nothing trains":
      return `Nothing at hand trains ${r.groups.map((g) => groupName(g).toLowerCase()).join(", ")}.`;
  }
}
