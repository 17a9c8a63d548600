import fc from "fast-check";
import { CLASSES } from "#core/edition/choices";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises, findExercise } from "#core/exercises/library";
import { checkWeek } from "#core/planning/check";
import { checkText, fixText } from "#core/planning/check-words";
import { applyOperation, prescriptionsOf } from "#core/program/edit";
import { classOf, ladder, ladderOf, leastReserve, placesOf, repFloor, rungs } from "#core/planning/effort";
import type { Check, CheckKind } from "#core/planning/judged";
import { loadingOf } from "#core/planning/loading";
import type { Operation, Prescription, Program } from "#core/program/document";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";
import { librarySurvey } from "../../support/solver";

const { method } = CURRENT_EDITION;
const STEADY = { steadiness: 1, helper: false };
const views = new Map(librarySurvey().rows.map((r) => [r.setupKey, r.view]));
const known = (p: Prescription) => {
  const [view, exercise] = [views.get(p.setupKey), findExercise(p.exerciseId)];
  return view && exercise ? { view, exercise } : null;
};
/** in its first named setup, which the survey knows */
const planned = (n: number, exercise: string, change: Partial<Prescription> = {}) =>
  prescriptionOf(n, exercise, findExercise(exercise)!.setups[0]?.values ?? {}, change);
const kindOf = (p: Prescription) => classOf(loadingOf(known(p)!.view, method));
const made = (program: Program, operations: readonly Operation[]): Program =>
  operations.reduce((now, o) => {
    const result = applyOperation(now, o);
    if ("refused" in result) throw new Error(result.refused);
    return result.program;
  }, program);

describe("the ladder", () => {
  test("falls or stays through the sets, keeps the class's least, and is never harder early than late", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CLASSES),
        fc.integer({ min: 1, max: 12 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.record({ steadiness: fc.double({ min: 0, max: 1, noNaN: true }), helper: fc.boolean() }),
        (kind, sets, place, stated) => {
          const now = ladder(kind, sets, place, stated, method);
          const late = ladder(kind, sets, 1, stated, method);
          expect(now).toHaveLength(sets);
          now.forEach((r, i) => {
            expect(r).toBeGreaterThanOrEqual(leastReserve(kind, stated, method));
            expect(r).toBeGreaterThanOrEqual(late[i]!);
            if (i > 0) expect(r).toBeLessThanOrEqual(now[i - 1]!);
            if (stated.helper || kind === "heavy" || kind === "braced") expect(r).toBeGreaterThan(0);
          });
        },
      ),
    );
  });

  test("its ends stay its ends however many sets there are", () => {
    expect([1, 2, 3, 5].map((n) => rungs([3, 2, 1], n))).toEqual([[1], [3, 1], [3, 2, 1], [3, 2, 2, 2, 1]]);
    expect(rungs([2, 0], 4)).toEqual([2, 2, 2, 0]);
  });

  test("single joints end at failure late in a session where they are steady, lifts on a loaded spine never", () => {
    expect(ladder("isolation", 3, 1, STEADY, method)).toEqual([2, 1, 0]);
    expect(ladder("isolation", 3, 0, STEADY, method).at(-1)).toBe(1);
    expect(ladder("isolation", 3, 1, { steadiness: 0.2, helper: false }, method).at(-1)).toBe(1);
    expect(ladder("heavy", 3, 1, STEADY, method).at(-1)).toBe(2);
  });

  test("classes are what a coach calls them", () => {
    const of = (exercise: string) => kindOf(planned(1, exercise));
    expect(["back-squat", "deadlift", "leg-press", "barbell-bench-press", "cable-pulldown"].map(of)).toEqual([
      "heavy",
      "heavy",
      "compound",
      "compound",
      "compound",
    ]);
    expect(["preacher-curl", "leg-extension", "cable-pushdown"].map(of)).toEqual(Array(3).fill("isolation"));
  });
});

describe("the floor of repetitions", () => {
  const plain = { usual: 50, step: 2.5, sore: false, beginner: false };

  test("is the highest of all that speak, and says which that was", () => {
    expect(repFloor("compound", plain, method)).toEqual({ reps: 5, because: "compound" });
    expect(repFloor("compound", { ...plain, beginner: true }, method)).toEqual({ reps: 8, because: "beginner" });
    expect(repFloor("isolation", { ...plain, usual: 8, step: 2 }, method)).toEqual({ reps: 12, because: "coarse" });
    expect(repFloor("compound", { ...plain, sore: true, beginner: true }, method).because).toBe("sore");
    // a large lift bridges a coarse step with a rep or two
    expect(repFloor("compound", { ...plain, usual: 8, step: 2 }, method).reps).toBe(5);
    expect(repFloor("isolation", { ...plain, usual: 0, step: 0 }, method).reps).toBe(8);
  });

  test("no new line of the library begins under it", () => {
    for (const e of exercises.values()) {
      const p = planned(1, e.id);
      const own = known(p)!;
      const asked = { usual: e.stated.usualLoad + p.bodyLoad, step: e.stated.loadStep, sore: false, beginner: false };
      expect(p.reps.low).toBeGreaterThanOrEqual(repFloor(classOf(loadingOf(own.view, method)), asked, method).reps);
    }
  });
});

describe("in the check", () => {
  const day = (...lines: [string, Partial<Prescription>][]) =>
    programOf([lines.map(([exercise, change], i) => planned(i + 1, exercise, change))]);
  const checks = (program: Program) =>
    checkWeek(program, clientOf(), method, exercises, undefined, { viewOf: (p) => views.get(p.setupKey) ?? null });
  const of = <K extends CheckKind>(program: Program, kind: K) =>
    checks(program).filter((c): c is Extract<Check, { kind: K }> => c.kind === kind);

  const spent = day(
    ["back-squat", { reserves: [1, 0, 0] }],
    ["leg-press", { reserves: [1, 1, 0] }],
    ["leg-extension", { reserves: [3, 3, 3] }],
    ["standing-calf-raise", { reserves: [4, 3, 3] }],
  );

  test("a session that is spent at its beginning is said, and the ladder mends it", () => {
    const [effort] = of(spent, "effort of the day");
    expect(effort).toMatchObject({ state: "look" });
    expect(effort!.number.late).toBeGreaterThan(effort!.number.early);
    const mended = made(spent, effort!.fixes[0]!.operations);
    expect(of(mended, "effort of the day")[0]!.state).toBe("pass");
    expect(of(mended, "least reserve")).toEqual([]);
    expect(ladderOf(mended.days[0]!, known, method)).toEqual([]);
    expect(fixText(effort!.fixes[0]!)).toBe("Set RIR by the ladder");
  });

  test("failing under a loaded spine is said, with as much in reserve as the class keeps", () => {
    const [least] = of(spent, "least reserve");
    expect(least!.subject.line.name).toMatch(/squat/i);
    expect(prescriptionsOf(made(spent, least!.fixes[0]!.operations))[0]!.reserves).toEqual([1, 1, 1]);
    expect(checkText(least!).limit).toBe("at least 1 RIR on a compound lift with a loaded spine");
    expect(of(day(["leg-extension", { reserves: [1, 0, 0] }]), "least reserve")).toEqual([]);
  });

  test("a pulldown may fail, a bar over the face may not, with somebody to help or without", () => {
    const near = (exercise: string) => of(day([exercise, { reserves: [1, 0] }]), "least reserve").length;
    expect(["cable-pulldown", "machine-chest-press", "chest-supported-row"].map(near)).toEqual([0, 0, 0]);
    expect(["barbell-bench-press", "close-grip-bench-press", "pull-up", "deadlift"].map(near)).toEqual([1, 1, 1, 1]);
  });

  test("locked lines keep their effort; lines that do not count have no place on the ladder", () => {
    const [squat, press, extension, calf] = prescriptionsOf(spent);
    const kept = programOf([[{ ...squat!, locked: true }, { ...press!, purpose: "warm-up" }, extension!, calf!]]);
    const changed = ladderOf(kept.days[0]!, known, method).map((o) => (o as { prescriptionId: string }).prescriptionId);
    expect(changed).toEqual([extension!.id, calf!.id]);
  });

  test("heavier sets than an exercise is worth are said with the reason, and raised by as much", () => {
    const heavy = day(["preacher-curl", { reps: { low: 4, high: 6 } }], ["back-squat", { reps: { low: 5, high: 8 } }]);
    const floors = of(heavy, "rep floor");
    expect(floors.map((c) => c.subject.line.id)).toEqual([id(1)]);
    const { low, high } = prescriptionsOf(made(heavy, floors[0]!.fixes[0]!.operations))[0]!.reps;
    expect([low, high - low]).toEqual([floors[0]!.limit.reps, 2]);
    expect(checkText(floors[0]!).reason).toMatch(/^For (a single-joint lift|large load steps)/);
  });
});

test("places go from 0 to 1 over a session; one line alone is early", () => {
  const program = programOf([[prescriptionOf(1), prescriptionOf(2), prescriptionOf(3)], [prescriptionOf(4)]]);
  expect([...placesOf(program.days[0]!).values()]).toEqual([0, 0.5, 1]);
  expect([...placesOf(program.days[1]!).values()]).toEqual([0]);
});
