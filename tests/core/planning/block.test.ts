import { exercises } from "#core/exercises/library";
import { CURRENT_EDITION } from "#core/edition/edition";
import { blockOf } from "#core/planning/block";
import { checkWeek } from "#core/planning/check";
import { CRITERIA, tick } from "#core/planning/criteria";
import { doseTotal, weekDose } from "#core/planning/dose";
import { droppedFirst } from "#core/planning/drop-first";
import { applyOperation, prescriptionsOf } from "#core/program/edit";
import { dayMinutes } from "#core/planning/minutes";
import type { Operation, Prescription, Program } from "#core/program/document";
import { hasWeekB, inWeek, withoutWeekB } from "#core/program/weeks";
import { positionsOf } from "#core/exercises/positions";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";
import { librarySurvey } from "../../support/solver";

const { method } = CURRENT_EDITION;
const applied = (program: Program, operations: readonly Operation[]) =>
  operations.reduce((now, o) => {
    const r = applyOperation(now, o);
    if (!("program" in r)) throw new Error(r.refused);
    return r.program;
  }, program);
const sets = (program: Program) => prescriptionsOf(program).reduce((s, p) => s + p.reserves.length, 0);

const arms = () =>
  programOf([
    [prescriptionOf(1, "overhead-cable-extension"), prescriptionOf(2, "incline-dumbbell-curl")],
    [prescriptionOf(3, "cable-pushdown"), prescriptionOf(4, "preacher-curl")],
  ]);

describe("a block of weeks", () => {
  const client = clientOf({ minutes: 50 });

  test.each([4, 5, 6])("%d weeks: the first as it stands, sets rise, days fit, the last is lighter", (weeks) => {
    const program = arms();
    const block = blockOf(program, client, method, weeks);
    expect(block).toHaveLength(weeks);
    expect(block[0]!.operations).toEqual([]);
    const made = block.map((w) => applied(program, w.operations));
    block.forEach((w, i) => {
      const dose = weekDose(made[i]!);
      for (const [g, n] of Object.entries(w.sets)) expect(n).toBeCloseTo(doseTotal(dose.groups[g]!), 9);
      expect(w.minutes).toEqual(made[i]!.days.map((d) => Math.round(dayMinutes(d, method))));
      if (i > 0) expect(Math.max(...w.minutes)).toBeLessThanOrEqual(Math.max(51, ...block[0]!.minutes));
    });
    const heavy = made.slice(0, -1).map(sets);
    expect(heavy).toEqual([...heavy].sort((a, b) => a - b));
    expect(heavy.at(-1)).toBeGreaterThan(heavy[0]!);
    expect(sets(made.at(-1)!)).toBeLessThan(0.75 * sets(program));
    const reserve = (p: Program) => Math.min(...prescriptionsOf(p).flatMap((x) => x.reserves));
    expect(reserve(made.at(-1)!)).toBeGreaterThanOrEqual(reserve(program) + 2);
    expect(reserve(made.at(-2)!)).toBeLessThanOrEqual(reserve(program));
  });

  test("what is only to be held does not rise, what is locked keeps its sets", () => {
    const held = clientOf({ minutes: 60, priorities: { triceps: "grow", biceps: "hold" } });
    const program = applied(arms(), [{ kind: "change", prescriptionId: id(3), change: { locked: true } }]);
    const last = applied(program, blockOf(program, held, method, 6).at(-2)!.operations);
    const n = (p: Program, k: number) => prescriptionsOf(p).find((x) => x.id === id(k))!.reserves.length;
    expect(n(last, 2)).toBe(n(program, 2));
    expect(n(last, 3)).toBe(n(program, 3));
    expect(n(last, 1)).toBeGreaterThan(n(program, 1));
  });
});

describe("what goes first", () => {
  test("a line for nothing goes before one that a band needs, and the figures are the dose's own", () => {
    const client = clientOf({ priorities: { triceps: "grow" } });
    const program = programOf([[prescriptionOf(1, "cable-pushdown"), prescriptionOf(2, "incline-dumbbell-curl")]]);
    const list = droppedFirst(program, client, method);
    expect(list.map((l) => l.prescriptionId)).toEqual([id(2), id(1)]);
    expect(list[0]).toMatchObject({ sets: 0, short: [] });
    expect(list[1]!.sets).toBeCloseTo(doseTotal(weekDose(program).groups.triceps!), 9);
    expect(list[1]!.short).toEqual(["triceps"]);
    const minutes = list.reduce((s, l) => s + l.minutes, 0);
    expect(minutes).toBeCloseTo(dayMinutes(program.days[0]!, method) - method.warmUpMinutes, 6);
  });
  test("what is locked does not go", () => {
    const program = programOf([[prescriptionOf(1, "cable-pushdown", {}, { locked: true })]]);
    expect(droppedFirst(program, clientOf(), method)).toEqual([]);
  });
});

describe("two weeks", () => {
  const two = (): Program => {
    const program = arms();
    const other = programOf([[prescriptionOf(11, "cable-pushdown")]]).days[0]!;
    const day = { ...other, id: id(777), week: "B" as const, blocks: [{ ...other.blocks[0]!, id: id(778) }] };
    return applied(program, [{ kind: "add-day", index: 2, day }]);
  };
  test("either is a week of its own, and the second goes away whole", () => {
    const program = two();
    expect(hasWeekB(program)).toBe(true);
    expect(inWeek(program, "A").days.map((d) => d.id)).toEqual(arms().days.map((d) => d.id));
    expect(inWeek(program, "B").days).toHaveLength(1);
    expect(sets(inWeek(program, "A")) + sets(inWeek(program, "B"))).toBe(sets(program));
    const one = applied(program, withoutWeekB(program));
    expect(one).toEqual(arms());
    expect(inWeek(one, "A")).toBe(one);
  });
  test("the check reads both: what share of the second is another", () => {
    const whole = two();
    const found = (program: Program) =>
      checkWeek(inWeek(program, "A"), clientOf(), method, exercises, undefined, { whole: program }).find(
        (c) => c.kind === "two weeks",
      );
    expect(found(whole)).toMatchObject({ number: 0, state: "pass" });
    const [b] = whole.days.filter((d) => d.week === "B");
    const swap = applied(whole, [
      {
        kind: "swap",
        prescriptionId: b!.blocks[0]!.prescriptions[0]!.id,
        prescription: prescriptionOf(12, "hammer-curl"),
      },
    ]);
    expect(found(swap)).toMatchObject({ number: 1, state: "look" });
    expect(found(arms())).toBeUndefined();
  });
});

describe("what a week covers", () => {
  const viewOf = (p: Prescription) => librarySurvey().rows.find((r) => r.setupKey === p.setupKey)?.view ?? null;
  const check = (lines: Prescription[][], client = clientOf(), known = {}) =>
    checkWeek(programOf(lines), client, method, exercises, undefined, { viewOf, ...known });

  test("squats alone leave the rectus femoris; an extension covers it", () => {
    const client = clientOf({ priorities: { quads: "hold" } });
    const part = (lines: Prescription[]) =>
      check([lines], client).find((c) => c.kind === "part" && c.subject.group === "quads");
    const squat = prescriptionOf(1, "back-squat", { depth: 100 });
    expect(part([squat])).toMatchObject({ number: 0, state: "look" });
    expect(part([prescriptionOf(2, "kneeling-lean-back")])).toMatchObject({ state: "pass" });
  });

  test("thirds of what should grow add up to one", () => {
    for (const c of check(arms().days.map((d) => d.blocks.flatMap((b) => b.prescriptions))))
      if (c.kind === "thirds") expect(c.number.reduce((s, x) => s + x, 0)).toBeCloseTo(1, 9);
  });

  test("the arm behind, at the side, in front and overhead are told apart, and so are grips", () => {
    const of = (e: string, values = {}) => positionsOf(exercises.get(e)!, { ...values });
    expect(of("overhead-cable-extension").arm).toBe("overhead");
    expect(of("cable-pushdown").arm).toBe("at the side");
    expect(of("incline-dumbbell-curl").arm).toBe("behind");
    expect(of("preacher-curl").arm).toBe("in front");
    expect(of("standing-barbell-curl").grip).toBe("palms up");
    expect(of("hammer-curl").grip).toBe("neutral");
    expect(of("palms-down-curl").grip).toBe("palms down");
    expect(of("leg-press").arm).toBeNull();
  });

  test("a squat and a deadlift on one day are counted against the back; nothing is where the body is not known", () => {
    const heavy = [
      [
        prescriptionOf(1, "deadlift"),
        prescriptionOf(2, "romanian-deadlift"),
        prescriptionOf(3, "back-squat", { depth: 120 }),
      ],
    ];
    const days = check(heavy).filter((c) => c.kind === "spine");
    expect(days.length).toBe(2);
    expect(days[0]!.number).toBe(days[1]!.number);
    expect(checkWeek(programOf(heavy), clientOf(), method, exercises).some((c) => c.kind === "spine")).toBe(false);
  });

  test("a day of arms alone is only looked at where more than arms is asked for", () => {
    const lines = [[prescriptionOf(1, "cable-pushdown"), prescriptionOf(2, "incline-dumbbell-curl")]];
    const all = clientOf({ priorities: { triceps: "grow", quads: "hold" } });
    expect(check(lines, all).some((c) => c.kind === "layout")).toBe(true);
    expect(check(lines).some((c) => c.kind === "layout")).toBe(false);
  });

  test("every kind of check belongs to one criterion, silence holds where checks only speak up", () => {
    const kinds = CRITERIA.flatMap((c) => c.kinds);
    expect(new Set(kinds).size).toBe(kinds.length);
    const checks = check(arms().days.map((d) => d.blocks.flatMap((b) => b.prescriptions)));
    for (const c of checks) expect(kinds).toContain(c.kind);
    const ticked = tick(checks);
    for (const t of ticked) expect(t.state === "pass").toBe(t.against.length === 0);
    expect(ticked.find((t) => t.name.startsWith("The place has"))).toMatchObject({ state: "pass", judged: true });
    expect(tick([]).every((t) => !t.judged)).toBe(true);
  });
});
