/** What the order of a day costs against the best, exactly, and where two lines stand the wrong way round. */
import { mapLines } from "#core/program/edit";
import type { Block, Operation, Program } from "#core/program/document";
import { purposeOf } from "#core/program/purpose";
import { candidateOf } from "#core/solver/candidates";
import { bestOrder, orderCost, type Ordered } from "#core/solver/order";
import { fieldOf, type Judging, type PlanAsk } from "#core/solver/ask";

export interface OrderAdvice {
  /** cost of the order as it stands over the best one's; 0 where it is the best */
  over: number;
  /** names of the blocks in the best order */
  best: string[];
  /** neighbours in the present order: cost of the day with them so, and the other way round, over the best */
  neighbours: { first: string; second: string; asIs: number; turned: number }[];
  /** moves that make it the best order */
  operations: Operation[];
}

interface DayOrder {
  /** cost of the day with its blocks of work in this order, by their indices among them */
  cost: (order: readonly number[]) => number;
  best: number[];
  work: Block[];
}

/** null where a line of the day is nothing that the planner knows, or fewer than two stand on it */
function dayOrder(ask: PlanAsk, tools: Judging, dayId: string): DayOrder | null {
  const work = ask.program.days.find((d) => d.id === dayId)?.blocks.filter((b) => purposeOf(b) === "work") ?? [];
  if (work.length < 2) return null;
  // what stands there is judged by its order, whatever would keep it out of a week that is written
  const standing = mapLines(ask.program, (p) => ({ ...p, locked: true }));
  const field = fieldOf({ ...ask, program: standing }, tools);
  const blocks: Ordered[][] = [];
  for (const b of work) {
    const block: Ordered[] = [];
    for (const p of b.prescriptions) {
      const candidate = field.candidates[candidateOf(field, p)];
      if (!candidate) return null;
      block.push({ candidate, sets: p.reserves.length });
    }
    blocks.push(block);
  }
  const weighing = { groups: field.groups, priorities: ask.client.priorities };
  const cost = (order: readonly number[]) =>
    orderCost(
      weighing,
      order.map((i) => blocks[i]!),
    );
  return { cost, best: bestOrder(weighing, blocks), work };
}

/**
 * What it would cost to put a block elsewhere on its day, before it is put there.
 * @returns of a block and a place (indices among the blocks of the day): cost over the order as it stands, below 0
 *   where it is better so; null where the block is no work. Null as a whole where the day is not known to the planner.
 */
export function moveCosts(ask: PlanAsk, tools: Judging, dayId: string) {
  const day = ask.program.days.find((d) => d.id === dayId);
  const known = dayOrder(ask, tools, dayId);
  if (!day || !known) return null;
  const standing = known.work.map((_, i) => i);
  const now = known.cost(standing);
  return (blockId: string, place: number): number | null => {
    const from = known.work.findIndex((b) => b.id === blockId);
    if (from < 0) return null;
    const ids = day.blocks.map((b) => b.id).filter((id) => id !== blockId);
    ids.splice(place, 0, blockId);
    const order = ids.flatMap((id) => {
      const at = known.work.findIndex((b) => b.id === id);
      return at < 0 ? [] : [at];
    });
    return known.cost(order) - now;
  };
}

/** @returns null where a line of the day is nothing that the planner knows, or fewer than two stand on it */
export function orderOf(ask: PlanAsk, tools: Judging, dayId: string): OrderAdvice | null {
  const known = dayOrder(ask, tools, dayId);
  if (!known) return null;
  const { cost, best, work } = known;
  const least = cost(best);
  const nameOf = (i: number) => work[i]!.prescriptions.map((p) => p.name).join(" and ");
  const standing = work.map((_, i) => i);
  const now = cost(standing) - least;
  const neighbours = standing.slice(1).map((_, i) => {
    const turned = [...standing];
    [turned[i], turned[i + 1]] = [turned[i + 1]!, turned[i]!];
    return { first: nameOf(i), second: nameOf(i + 1), asIs: now, turned: cost(turned) - least };
  });
  return {
    over: now,
    best: best.map(nameOf),
    neighbours,
    operations: movesTo(
      dayId,
      ask.program,
      best.map((i) => work[i]!),
    ),
  };
}

/** each block in its turn to its place */
function movesTo(dayId: string, program: Program, order: readonly Block[]): Operation[] {
  const { blocks } = program.days.find((d) => d.id === dayId)!;
  const standing = blocks.map((b) => b.id);
  // what warms up stays before it
  const from = blocks.findIndex((b) => purposeOf(b) === "work");
  const out: Operation[] = [];
  order.forEach((block, i) => {
    const place = from + i;
    const at = standing.indexOf(block.id);
    if (at === place) return;
    standing.splice(at, 1);
    standing.splice(place, 0, block.id);
    out.push({ kind: "move", prescriptionId: block.prescriptions[0]!.id, dayId, index: place });
  });
  return out;
}
