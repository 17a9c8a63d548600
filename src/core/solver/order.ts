/**
 * The order of a session, exactly: the least sum of what matters done late and of helpers tired before they are needed,
 * over all orders (Held and Karp 1962, by sets of what is done already).
 */
import type { Priority } from "#core/clients/choices";
import type { Group } from "#core/planning/groups";
import type { Candidate } from "#core/solver/candidates";

const RANK: Record<Priority, number> = { specialise: 3, grow: 2, hold: 1, maintain: 0.4 };
/** groups that wait: they are needed by what comes before them */
const LATE = new Set(["abs", "calves", "forearms", "obliques"]);
const BRACE = new Set(["abs", "obliques"]);

export interface Ordered {
  candidate: Candidate;
  sets: number;
}

interface Weighing {
  groups: readonly Group[];
  priorities: Readonly<Record<string, Priority | undefined>>;
}

const rankOf = ({ groups, priorities }: Weighing, c: Candidate) => RANK[priorities[groups[c.lead]!.id] ?? "maintain"];

/** price of each place further back */
function haste(w: Weighing, c: Candidate): number {
  const group = w.groups[c.lead]!;
  const compound = !c.compound ? 0 : !group.big ? 0.5 : c.heavy ? 1.6 : 1;
  return (
    0.8 * rankOf(w, c) +
    compound +
    0.5 * c.spine +
    // what loads the low back on purpose waits for what needs it
    (c.exercise.targets.includes("erectors") && c.exercise.family === "hinge" ? 0 : 4 * c.row.view.engagedMass) +
    0.12 * (c.exercise.stated.skill - 1) -
    (LATE.has(group.id) ? 0.5 : 0)
  );
}

/** price of doing a before b: what of b is tired, two loads on the back, the trunk tired before it has to hold */
function before(w: Weighing, a: Ordered, b: Ordered): number {
  let sum = 0;
  for (const x of a.candidate.gives) {
    const y = b.candidate.gives.find((g) => g.group === x.group);
    if (!y) continue;
    const own = x.group === b.candidate.lead ? 0.35 : 0.8;
    sum += ((a.sets * x.share) / 4) * y.share * own * (0.5 + rankOf(w, b.candidate) / 2);
  }
  if (a.candidate.spine > 0 && b.candidate.spine > 0) sum += 0.6;
  if (BRACE.has(w.groups[a.candidate.lead]!.id) && b.candidate.spine > 0) sum += 0.8;
  return sum;
}

/** of a pair the more urgent one's: it takes the time of two, and small work beside it does not make it more urgent */
const hasteOf = (w: Weighing, block: readonly Ordered[]): number =>
  Math.max(...block.map(({ candidate }) => haste(w, candidate)));

/** the more urgent of a pair begins it */
export const urgentFirst =
  (w: Weighing) =>
  (a: Pick<Ordered, "candidate">, b: Pick<Ordered, "candidate">): number =>
    haste(w, b.candidate) - haste(w, a.candidate);

const sumOf = (list: readonly number[]) => list.reduce((s, x) => s + x, 0);

/** what an order of blocks costs */
export function orderCost(w: Weighing, blocks: readonly (readonly Ordered[])[]): number {
  let sum = 0;
  blocks.forEach((block, i) => {
    sum += i * hasteOf(w, block);
    for (const earlier of blocks.slice(0, i)) for (const a of earlier) for (const b of block) sum += before(w, a, b);
  });
  return sum;
}

/** @param blocks at most 12 @returns indices of the blocks in the order that costs least */
export function bestOrder(w: Weighing, blocks: readonly (readonly Ordered[])[]): number[] {
  const n = blocks.length;
  if (n > 12) return blocks.map((_, i) => i);
  const late = blocks.map((b) => hasteOf(w, b));
  const pair = blocks.map((a) => blocks.map((b) => sumOf(a.flatMap((x) => b.map((y) => before(w, x, y))))));
  const cost = new Float64Array(1 << n).fill(Infinity);
  const last = new Int8Array(1 << n).fill(-1);
  cost[0] = 0;
  for (let done = 0; done < 1 << n; done++) {
    let place = 0;
    for (let i = 0; i < n; i++) place += (done >> i) & 1;
    for (let next = 0; next < n; next++) {
      if ((done >> next) & 1) continue;
      let c = cost[done]! + place * late[next]!;
      for (let i = 0; i < n; i++) if ((done >> i) & 1) c += pair[i]![next]!;
      const then = done | (1 << next);
      if (c < cost[then]! - 1e-12) {
        cost[then] = c;
        last[then] = next;
      }
    }
  }
  const order: number[] = [];
  for (let done = (1 << n) - 1; done > 0;) {
    const i = last[done]!;
    order.unshift(i);
    done &= ~(1 << i);
  }
  return order;
}
