/** What the order of a day costs against the best, exactly, and where two lines stand the wrong way round. */
import type { Operation, Program } from "#core/planning/program";
import { candidateOf } from "#core/solver/candidates";
import { bestOrder, orderCost, type Ordered } from "#core/solver/order";
import { fieldOf, type Judging, type PlanAsk } from "#core/solver/plan";

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

/** @returns null where a line of the day is nothing that the planner knows, or fewer than two stand on it */
export function orderOf(ask: PlanAsk, tools: Judging, dayId: string): OrderAdvice | null {
  const day = ask.program.days.find((d) => d.id === dayId);
  if (!day || day.blocks.length < 2) return null;
  const field = fieldOf(ask, tools);
  const blocks: Ordered[][] = [];
  for (const b of day.blocks) {
    const block: Ordered[] = [];
    for (const p of b.prescriptions) {
      const candidate = field.candidates[candidateOf(field, p)];
      if (!candidate) return null;
      block.push({ candidate, sets: p.reserves.length });
    }
    blocks.push(block);
  }
  const weighing = { groups: field.groups, priorities: ask.client.priorities };
  const order = bestOrder(weighing, blocks);
  const least = orderCost(
    weighing,
    order.map((i) => blocks[i]!),
  );
  const nameOf = (i: number) => day.blocks[i]!.prescriptions.map((p) => p.name).join(" and ");
  const now = orderCost(weighing, blocks) - least;
  const neighbours = blocks.slice(1).map((_, i) => {
    const turned = [...blocks];
    [turned[i], turned[i + 1]] = [turned[i + 1]!, turned[i]!];
    return { first: nameOf(i), second: nameOf(i + 1), asIs: now, turned: orderCost(weighing, turned) - least };
  });
  return { over: now, best: order.map(nameOf), neighbours, operations: movesTo(day.id, ask.program, order) };
}

/** each block in its turn to its place */
function movesTo(dayId: string, program: Program, order: readonly number[]): Operation[] {
  const day = program.days.find((d) => d.id === dayId)!;
  const standing = day.blocks.map((b) => b.id);
  const out: Operation[] = [];
  order.forEach((i, place) => {
    const block = day.blocks[i]!;
    const at = standing.indexOf(block.id);
    if (at === place) return;
    standing.splice(at, 1);
    standing.splice(place, 0, block.id);
    out.push({ kind: "move", prescriptionId: block.prescriptions[0]!.id, dayId, index: place });
  });
  return out;
}
