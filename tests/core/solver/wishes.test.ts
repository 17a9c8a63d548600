import { applyOperation } from "#core/program/edit";
import { dayMinutes } from "#core/planning/minutes";
import type { Operation, Prescription, Program } from "#core/program/document";
import { seededRandom } from "#core/base/random";
import { boardOf } from "#core/solver/board";
import { anneal } from "#core/solver/anneal";
import { evaluate } from "#core/solver/evaluate";
import { moveCosts, orderOf } from "#core/solver/order-advice";
import { problemFor, workAsk } from "#core/solver/ask";
import { planWeek } from "#core/solver/write";
import { prove } from "#core/solver/prove";
import { taking } from "#core/solver/proposals";
import { resultOf } from "#core/solver/result";
import { AS_SET, daysOf } from "#core/solver/splits";
import { CURRENT_EDITION } from "#core/edition/edition";
import { id, prescriptionOf } from "../../support/programs";
import { askFor, tools, trainee } from "../../support/solver";

let made = 80_000;
const newId = () => id(made++);
const run = (program: Program, operations: readonly Operation[]): Program =>
  operations.reduce((now, o) => {
    const r = applyOperation(now, o);
    if (!("program" in r)) throw new Error(r.refused);
    return r.program;
  }, program);
const shape = (d: Program["days"][number]) =>
  d.blocks.map((b) => b.prescriptions.map((p) => [p.setupKey, p.reserves.length, p.reps.low, p.reps.high]));

describe("the same session several times", () => {
  const repeated = (days: number, times: number) => {
    const ask = askFor(trainee(days, 45));
    return { ...ask, days: daysOf(ask.program, { minutes: 45 }, AS_SET, times) };
  };

  test.each([
    [2, 2],
    [4, 2],
    [3, 3],
  ])(
    "%i days, each session %i times: the same lines, sets, order and reps, no rule broken",
    async (days, times) => {
      const ask = repeated(days, times);
      const plan = planWeek(ask, await tools());
      expect(plan.evaluation.broken).toEqual([]);
      const { program } = resultOf(plan, ask.program, newId);
      const sessions = days / times;
      program.days.forEach((d, i) => expect(shape(d)).toEqual(shape(program.days[i % sessions]!)));
      expect(program.days.every((d) => d.blocks.length > 0)).toBe(true);
      const ids = program.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions.map((p) => p.id)));
      expect(new Set(ids).size).toBe(ids.length);
      if (plan.bound !== null) expect(plan.bound).toBeGreaterThanOrEqual(plan.value - plan.beyond - 1e-6);
    },
    60_000,
  );

  test("days that could not be filled evenly are refused, and a free week is worth at least as much", async () => {
    const ask = askFor(trainee(4, 45));
    expect(() => daysOf(ask.program, { minutes: 45 }, AS_SET, 3)).toThrow(RangeError);
    const judging = await tools();
    const bound = (times: number) => {
      const problem = problemFor({ ...ask, days: daysOf(ask.program, { minutes: 45 }, AS_SET, times) }, judging);
      const start = anneal(problem, { moves: 30_000, random: seededRandom(1) });
      expect(evaluate(problem, start.sets).broken).toEqual([]);
      return { proof: prove(judging.highs, problem, start.sets, { limit: 3, gap: 0.02 }), start };
    };
    // what stands alike on two days is also a free week, so no bound of the free one lies under it
    expect(bound(1).proof.bound).toBeGreaterThanOrEqual(bound(2).proof.value - 1e-6);
  }, 60_000);

  test("a week that is not alike breaks the rule, and is said to", async () => {
    const judging = await tools();
    const ask = repeated(2, 2);
    const problem = problemFor(ask, judging);
    const { sets } = anneal(problem, { moves: 10_000, random: seededRandom(1) });
    const other = sets.slice();
    const at = other.findIndex((n, i) => n > 0 && i % 2 === 1);
    other[at] = 0;
    expect(evaluate(problem, other).broken).toEqual(["day 2 is not the session of day 1"]);
  });
});

describe("what does not count, in a week that is written", () => {
  const warm: Prescription = prescriptionOf(70, "cable-pushdown", {}, { purpose: "warm-up", reserves: [4, 4, 4] });
  const cool: Prescription = prescriptionOf(71, "preacher-curl", {}, { purpose: "cool-down", reserves: [4] });

  test("stays at its end of the day, takes its minutes from the work, and is nothing to take off", async () => {
    const client = trainee(2, 40);
    const ask = askFor(client, {}, [[warm, cool], []]);
    const lean = workAsk(ask, { edition: CURRENT_EDITION });
    expect(lean.days[0]!.minutes).toBeLessThan(40);
    expect(lean.days[1]!.minutes).toBe(40);
    expect(workAsk(lean, { edition: CURRENT_EDITION })).toBe(lean);
    const result = resultOf(planWeek(ask, await tools()), ask.program, newId);
    const names = (p: Program) => p.days[0]!.blocks.map((b) => b.prescriptions[0]!.id);
    expect(names(result.program)[0]).toBe(warm.id);
    expect(names(result.program).at(-1)).toBe(cool.id);
    expect(
      result.proposals.some((p) => p.operations.some((o) => "prescriptionId" in o && o.prescriptionId === warm.id)),
    ).toBe(false);
    for (const d of result.program.days) expect(dayMinutes(d, CURRENT_EDITION.method)).toBeLessThanOrEqual(40.6);
    // taken edit by edit it comes out the same
    const taken = run(ask.program, taking(ask.program, result.arrangement, result.proposals, newId));
    expect(taken.days.map(shape)).toEqual(result.program.days.map(shape));
  }, 60_000);

  test("order is asked of work only: moves leave the warm-up first, and a move's cost is the difference of the orders", async () => {
    const judging = await tools();
    const ask = askFor(trainee(3, 50));
    const { program } = resultOf(planWeek(ask, judging), ask.program, newId);
    const day = program.days[0]!;
    const turned = {
      ...program,
      days: program.days.map((d) =>
        d.id === day.id ? { ...d, blocks: [{ id: id(7), prescriptions: [warm] }, ...[...d.blocks].reverse()] } : d,
      ),
    };
    const told = orderOf({ ...ask, program: turned }, judging, day.id)!;
    const mended = run(turned, told.operations).days.find((d) => d.id === day.id)!;
    expect(mended.blocks.map((b) => b.id)).toEqual([id(7), ...day.blocks.map((b) => b.id)]);

    const costs = moveCosts({ ...ask, program }, judging, day.id)!;
    const over = (p: Program) => orderOf({ ...ask, program: p }, judging, day.id)!.over;
    day.blocks.forEach((b, i) => {
      expect(costs(b.id, i)).toBeCloseTo(0, 9);
      const place = (i + 2) % day.blocks.length;
      const moved = run(program, [
        { kind: "move", prescriptionId: b.prescriptions[0]!.id, dayId: day.id, index: place },
      ]);
      expect(costs(b.id, place)).toBeCloseTo(over(moved) - over(program), 9);
    });
    expect(costs(id(404), 0)).toBeNull();
    expect(moveCosts({ ...ask, program: turned }, judging, day.id)!(id(7), 1)).toBeNull();
  }, 60_000);
});

describe("exercises that have to be in it", () => {
  const has = (plan: ReturnType<typeof planWeek>, exercise: string) =>
    plan.days.some((d) => d.blocks.some((b) => b.some((l) => l.prescription.exerciseId === exercise)));

  test("what would not have come comes, at a price, and the proof and the plain sums know it", async () => {
    const judging = await tools();
    const free = askFor(trainee(3, 45));
    const plain = planWeek(free, judging);
    const asked = ["cable-kickback", "good-morning"].filter((e) => !has(plain, e));
    expect(asked.length).toBeGreaterThan(0);
    const ask = { ...free, required: asked };
    const plan = planWeek(ask, judging);
    for (const e of asked) expect(has(plan, e)).toBe(true);
    expect(plan.evaluation.missing.filter((m) => m.kind === "required")).toEqual([]);
    expect(plan.evaluation.broken).toEqual([]);
    // leaving them out again costs their price each
    const problem = problemFor(ask, judging);
    const empty = new Int8Array(problem.field.candidates.length * problem.days.length);
    const none = { ...problem, required: [] };
    // what has no priority of its own may stand there where it is asked for
    expect(problem.field.candidates.length).toBeGreaterThanOrEqual(problemFor(free, judging).field.candidates.length);
    expect(evaluate(none, empty).value - evaluate(problem, empty).value).toBeCloseTo(8 * asked.length, 9);
  }, 60_000);

  test("kept in step is worked out plainly; what the place cannot have is said and not forced", async () => {
    const judging = await tools();
    const ask = askFor(trainee(2, 40, { equipment: ["dumbbell", "bench"] }), {
      required: ["leg-press", "dumbbell-fly"],
    });
    const problem = problemFor(ask, judging);
    expect(problem.required.map((r) => r.candidates.length > 0)).toEqual([false, true]);
    const board = boardOf(problem, new Int8Array(problem.field.candidates.length * problem.days.length));
    const random = seededRandom(3);
    for (let i = 0; i < 400; i++) {
      const [k, d] = [Math.floor(random() * problem.field.candidates.length), Math.floor(random() * 2)];
      const c = problem.field.candidates[k]!;
      const at = k * problem.days.length + d;
      if (board.sets[at]! > 0) board.put(k, d, 0);
      else if (board.fits(k, d)) board.put(k, d, c.least);
      expect(board.value()).toBeCloseTo(evaluate(problem, board.sets).value, 6);
    }
    const told = planWeek(ask, judging);
    expect(told.evaluation.missing.filter((m) => m.kind === "required")).toEqual([
      { kind: "required", of: "leg-press", by: 1 },
    ]);
    expect(has(told, "dumbbell-fly")).toBe(true);
  }, 60_000);
});
