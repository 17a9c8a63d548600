import { applyOperation } from "#core/program/edit";
import type { Program } from "#core/program/document";
import { orderOf } from "#core/solver/order-advice";
import { planWeek } from "#core/solver/write";
import { resultOf } from "#core/solver/result";
import { id } from "../../support/programs";
import { askFor, tools, trainee } from "../../support/solver";

let made = 60_000;
const newId = () => id(made++);

test("a written week stands in its best order; turned round it costs, and the moves put it right", async () => {
  const ask = askFor(trainee(3, 50));
  const { program } = resultOf(planWeek(ask, await tools()), ask.program, newId);
  const judging = await tools();
  for (const day of program.days) {
    const told = orderOf({ ...ask, program }, judging, day.id)!;
    expect(told.over).toBeLessThan(1e-9);
    expect(told.operations).toEqual([]);
    for (const n of told.neighbours) expect(n.turned).toBeGreaterThanOrEqual(-1e-9);
    const turned: Program = {
      ...program,
      days: program.days.map((d) => (d.id === day.id ? { ...d, blocks: [...d.blocks].reverse() } : d)),
    };
    const worse = orderOf({ ...ask, program: turned }, judging, day.id)!;
    expect(worse.over).toBeGreaterThan(0);
    expect(worse.best).toEqual(told.best);
    const mended = worse.operations.reduce((now, o) => {
      const r = applyOperation(now, o);
      if (!("program" in r)) throw new Error(r.refused);
      return r.program;
    }, turned);
    expect(mended.days.find((d) => d.id === day.id)!.blocks.map((b) => b.id)).toEqual(day.blocks.map((b) => b.id));
  }
}, 60_000);

test("a day of one line, or an unknown one, gets no advice", async () => {
  const ask = askFor(trainee(2, 40));
  expect(orderOf(ask, await tools(), ask.program.days[0]!.id)).toBeNull();
  expect(orderOf(ask, await tools(), id(1))).toBeNull();
});
