import { exercises } from "#core/exercises/library";
import { CURRENT_EDITION } from "#core/edition/edition";
import { checkWeek } from "#core/planning/check";
import { groupFor } from "#core/planning/aim";
import { doseTotal, weekDose } from "#core/planning/dose";
import { applyOperation } from "#core/program/edit";
import { bandOf, groups, isArm, isArmDay, OPENERS, TRUNK } from "#core/planning/groups";
import type { Check } from "#core/planning/judged";
import type { Program } from "#core/program/document";
import { evaluate } from "#core/solver/evaluate";
import { problemFor, type PlanAsk } from "#core/solver/ask";
import { planWeek } from "#core/solver/write";
import { resultOf } from "#core/solver/result";
import { AS_SET, DAY_AIMS, daysOf, leftOut, SPLITS, splitDays, type Division } from "#core/solver/splits";
import { varyRepeats } from "#core/solver/variation";
import { id, prescriptionOf, programOf } from "../../support/programs";
import { askFor, tools, trainee } from "../../support/solver";

let made = 5000;
const newId = () => id(made++);
const ARMS: Division = { split: "upper and lower", arms: "a day of their own" };
const empty = (days: number) => programOf(Array.from({ length: days }, () => []));

describe("arms on a day of their own", () => {
  test("every division has one, the last; the others hold no arm work, and nothing is left out for it", () => {
    for (const split of SPLITS.filter((s) => s !== "as the days say"))
      for (const days of [2, 3, 5, 7]) {
        const own = splitDays({ split, arms: ARMS.arms }, empty(days).days);
        expect(own).toHaveLength(days);
        expect(isArmDay(own.at(-1)!)).toBe(true);
        for (const d of own.slice(0, -1)) {
          expect(d!.includes("biceps") || d!.includes("triceps")).toBe(false);
          expect(TRUNK.every((g) => d!.includes(g))).toBe(true);
        }
      }
    expect(leftOut({ split: "free", arms: ARMS.arms }, empty(3).days)).toEqual([]);
    // one day cannot be both
    expect(splitDays({ split: "free", arms: ARMS.arms }, empty(1).days)).toEqual([null]);
  });

  test("a week with it: arms stand there, chest or back at most before them, get their weekly sets, and nothing asks for two large lifts", async () => {
    const client = trainee(4, 60);
    const ask: PlanAsk = { ...askFor(client), days: daysOf(empty(4), { minutes: 60 }, ARMS) };
    const judging = await tools();
    const plan = planWeek(ask, judging);
    expect(plan.evaluation.broken).toEqual([]);
    expect(plan.problem.compounds.at(-1)).toBe(0);
    const aimed: Program = {
      ...ask.program,
      days: ask.program.days.map((d, i) => ({ ...d, groups: [...ask.days[i]!.groups!] })),
    };
    const { program } = resultOf(plan, aimed, newId);
    const leads = program.days.map((d) => d.blocks.flatMap((b) => b.prescriptions.map((p) => groupFor(p)!)));
    expect(leads.at(-1)!.length).toBeGreaterThan(2);
    for (const g of leads.at(-1)!) expect(isArm(g) || TRUNK.includes(g) || OPENERS.includes(g)).toBe(true);
    // a press or a pull opens the day: none comes after the first line for an arm
    const openers = leads.at(-1)!.filter((g) => OPENERS.includes(g)).length;
    expect(
      leads
        .at(-1)!
        .slice(0, openers)
        .every((g) => OPENERS.includes(g)),
    ).toBe(true);
    for (const g of leads.slice(0, -1).flat()) expect(["biceps", "triceps"]).not.toContain(g);
    // gathered on one day, with two exercises where one does not reach the band
    const dose = weekDose(program);
    for (const g of ["biceps", "triceps"]) {
      const band = bandOf(g, client, CURRENT_EDITION.method)!;
      expect(doseTotal(dose.groups[g]!)).toBeGreaterThan(0.9 * band.low);
    }
    const checks = checkWeek(program, client, CURRENT_EDITION.method, exercises);
    expect(checks.filter((c) => c.kind === "layout" || c.kind === "division")).toEqual([]);
    // the same day that nobody asked for is said
    const unasked = { ...program, days: program.days.map((d) => ({ ...d, groups: null })) };
    const layout = checkWeek(unasked, client, CURRENT_EDITION.method, exercises).filter((c) => c.kind === "layout");
    expect(layout.length).toBe(leads.at(-1)!.every(isArm) ? 1 : 0);
  }, 60_000);
});

describe("what a day is for", () => {
  const aimed = (): Program => {
    const program = programOf([[prescriptionOf(1, "leg-press")], [prescriptionOf(2, "leg-extension")]]);
    const result = applyOperation(program, {
      kind: "aim-day",
      dayId: program.days[0]!.id,
      groups: [...DAY_AIMS.arms!],
    });
    if ("refused" in result) throw new Error(result.refused);
    expect(result.inverse).toEqual([{ kind: "aim-day", dayId: program.days[0]!.id, groups: null }]);
    return result.program;
  };

  test("is kept by a week that is written anew", () => {
    expect(daysOf(aimed(), { minutes: 45 }, AS_SET).map((d) => d.groups)).toEqual([DAY_AIMS.arms, null]);
    expect(applyOperation(aimed(), { kind: "aim-day", dayId: id(1), groups: null })).toHaveProperty("refused");
  });

  test("a line that does not belong there is said, and goes to a day that takes it", () => {
    const of = (program: Program) =>
      checkWeek(program, trainee(2, 45), CURRENT_EDITION.method, exercises).filter(
        (c): c is Extract<Check, { kind: "division" }> => c.kind === "division",
      );
    const [wrong, ...more] = of(aimed());
    expect(more).toEqual([]);
    expect(wrong).toMatchObject({ number: "quads", subject: { line: { id: id(1) } } });
    const moved = applyOperation(aimed(), wrong!.fixes[0]!.operations[0]!);
    expect("program" in moved && of(moved.program)).toEqual([]);
  });

  test("every aim names groups that there are", () => {
    const all = new Set(groups.map((g) => g.id));
    for (const aim of Object.values(DAY_AIMS)) for (const g of aim ?? []) expect(all.has(g)).toBe(true);
  });
});

describe("repeats that vary", () => {
  const ask = (change: Partial<PlanAsk> = {}): PlanAsk => {
    // without a proof nothing hangs on the clock: both are the same week
    const plain = askFor(trainee(4, 60));
    return { ...plain, days: daysOf(plain.program, { minutes: 60 }, AS_SET, 2), vary: true, limit: 0, ...change };
  };

  test("a share of the lines is another setup of the same group, heavy lifts and sets stay, it fits, and it covers more", async () => {
    const judging = await tools();
    const [plain, varied] = [false, true].map((vary) => planWeek(ask({ vary }), judging));
    const lines = (plan: typeof plain, d: number) => plan!.days[d]!.blocks.flat();
    let changed = 0;
    for (const d of [2, 3]) {
      const [own, first] = [lines(varied, d), lines(plain, d - 2)];
      const lead = (l: (typeof own)[number]) => `${l.candidate.lead} ${l.prescription.reserves.length}`;
      expect(own.map(lead).sort()).toEqual(first.map(lead).sort());
      const others = own.filter((l) => !first.some((f) => f.candidate.key === l.candidate.key));
      expect(others.length).toBeLessThanOrEqual(0.3 * own.length);
      for (const l of others) expect(l.candidate.heavy && l.candidate.exercise.stated.skill >= 2).toBe(false);
      changed += others.length;
      expect(varied!.days[d]!.minutes).toBeLessThanOrEqual(60.5);
    }
    expect(changed).toBeGreaterThan(0);
    for (const d of [0, 1])
      expect(lines(varied, d).map((l) => l.candidate.key)).toEqual(lines(plain, d).map((l) => l.candidate.key));
    // the one rule that variation breaks is the one it is for
    expect(evaluate(varied!.problem, varied!.sets).broken.filter((b) => !/is not the session of/.test(b))).toEqual([]);
    const reps = (d: number) => lines(varied, d).map((l) => [l.candidate.key, l.prescription.reps.low]);
    const same = reps(0).filter(([key, low]) => reps(2).some(([k, x]) => k === key && x === low));
    expect(same.length).toBeLessThan(reps(0).length);
  }, 90_000);

  test("sessions of their own have nothing to vary, and what is locked stays", async () => {
    const judging = await tools();
    const problem = problemFor(ask(), judging);
    const plan = planWeek({ ...askFor(trainee(2, 45)), vary: true }, judging);
    expect(varyRepeats(judging.highs, plan.problem, plan.sets)).toEqual(plan.sets);
    expect(problem.first).toEqual([0, 1, 0, 1]);
  }, 60_000);
});
