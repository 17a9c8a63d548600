import { prescriptionsOf } from "#core/program/edit";
import { dayMinutes } from "#core/planning/minutes";
import { CURRENT_EDITION } from "#core/edition/edition";
import { refusalsOf, findTechnique } from "#core/planning/techniques";
import { fieldFor } from "#core/solver/candidates";
import { evaluate } from "#core/solver/evaluate";
import { margins, type Margin } from "#core/solver/margins";
import { planWeek } from "#core/solver/write";
import { resultOf } from "#core/solver/result";
import { secondWeek } from "#core/solver/second-week";
import { exercises } from "#core/exercises/library";
import { askFor, librarySurvey, tools, trainee } from "../../support/solver";
import { id } from "../../support/programs";

const { method } = CURRENT_EDITION;
let made = 40_000;
const newId = () => id(made++);

describe("techniques in a week", () => {
  test("candidates with one: no figure forbids it, they bring its credit for its minutes", () => {
    const client = trainee(3, 40);
    const field = fieldFor(librarySurvey(), client, CURRENT_EDITION, exercises, { use: "all" });
    const own = field.candidates.filter((c) => c.technique);
    expect(own.length).toBeGreaterThan(10);
    for (const c of own) {
      const plain = field.candidates.find((x) => x.key === c.row.setupKey)!;
      const t = findTechnique(c.line.technique!.id);
      // on top of straight sets it counts as one more at the most
      expect(plain.loss - c.loss).toBeCloseTo(Math.min(t.credit, CURRENT_EDITION.planner.technique!.credit), 9);
      expect(c.perLine).toBeGreaterThan(plain.perLine);
      const asked = { exercise: c.exercise, view: c.row.view, client, line: c.line, easier: null };
      expect(refusalsOf(t, asked, method)).toEqual([]);
    }
    expect(fieldFor(librarySurvey(), client, CURRENT_EDITION, exercises).candidates.some((c) => c.technique)).toBe(
      false,
    );
  });

  test("a short week is worth more with them, holds at most two a day, and keeps its minutes", async () => {
    const priorities = { ...trainee(3, 40).priorities, triceps: "grow", biceps: "grow", "side-delts": "grow" } as const;
    const ask = askFor(trainee(3, 40, { priorities }), { moves: 400_000 });
    const plain = planWeek(ask, await tools());
    const plan = planWeek({ ...ask, techniques: true }, await tools());
    expect(plan.evaluation.broken).toEqual([]);
    expect(evaluate(plan.problem, plan.sets).value).toBeGreaterThan(plain.value);
    const { program } = resultOf(plan, ask.program, newId);
    const used = prescriptionsOf(program).filter((p) => p.technique);
    expect(used.length).toBeGreaterThan(0);
    for (const d of program.days) {
      expect(d.blocks.flatMap((b) => b.prescriptions).filter((p) => p.technique).length).toBeLessThanOrEqual(2);
      expect(dayMinutes(d, method)).toBeLessThanOrEqual(40.6);
    }
    // asked again without them, what stands there with a technique may stay as it is
    const again = planWeek({ ...ask, program, keep: true }, await tools());
    const kept = prescriptionsOf(resultOf(again, program, newId).program).filter((p) => p.technique);
    expect(kept.length).toBeGreaterThan(0);
  }, 180_000);
});

test("a second week changes at most three lines in ten, keeps groups and sets, and covers more", async () => {
  const ask = askFor(trainee(3, 60));
  const { program } = resultOf(planWeek(ask, await tools()), ask.program, newId);
  const varied = secondWeek({ ...ask, program }, await tools(), newId);
  const [a, b] = [prescriptionsOf(program), varied.days.flatMap((d) => d.blocks.flatMap((x) => x.prescriptions))];
  expect(b).toHaveLength(a.length);
  expect(b.map((p) => p.reserves.length)).toEqual(a.map((p) => p.reserves.length));
  const changed = b.filter((p, i) => p.setupKey !== a[i]!.setupKey);
  expect(changed).toHaveLength(varied.changes.length);
  expect(changed.length).toBeLessThanOrEqual(Math.floor(0.3 * a.length));
  expect(changed.length).toBeGreaterThan(0);
  expect(varied.coverage.both).toBeGreaterThan(varied.coverage.one);
  expect(varied.coverage.both).toBeLessThanOrEqual(varied.coverage.all);
  expect(new Set([...a, ...b].map((p) => p.id)).size).toBe(a.length + b.length);
  for (const d of varied.days) {
    expect(d.week).toBe("B");
    const names = d.blocks.flatMap((x) => x.prescriptions.map((p) => p.exerciseId));
    expect(new Set(names).size).toBe(names.length);
  }
}, 60_000);

test("what is locked stands in both weeks", async () => {
  const ask = askFor(trainee(2, 45));
  const { program } = resultOf(planWeek(ask, await tools()), ask.program, newId);
  const locked = {
    ...program,
    days: program.days.map((d) => ({
      ...d,
      blocks: d.blocks.map((b) => ({ ...b, prescriptions: b.prescriptions.map((p) => ({ ...p, locked: true })) })),
    })),
  };
  expect(secondWeek({ ...ask, program: locked }, await tools(), newId).changes).toEqual([]);
}, 60_000);

test("more minutes and another day bring sets, told by group; asked to stop it stops", async () => {
  const ask = askFor(trainee(2, 40), { moves: 25_000 });
  const told: Margin[] = [];
  margins(ask, await tools(), (m) => told.push(m));
  expect(told.map((m) => m.kind)).toEqual(["minutes", "day", "techniques"]);
  for (const m of told.slice(0, 2)) {
    expect(m.sets).toBeGreaterThan(0);
    expect(Math.abs(m.sets - m.groups.reduce((s, g) => s + g.sets, 0))).toBeLessThan(3);
  }
  const few: Margin[] = [];
  margins(
    ask,
    await tools(),
    (m) => few.push(m),
    () => few.length > 0,
  );
  expect(few).toHaveLength(1);
}, 60_000);
