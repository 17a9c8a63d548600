import { findGroup } from "#core/planning/groups";
import { setsAtHand, startPriorities } from "#core/planning/starts";
import { unitFor } from "#core/clients/client";
import { loadStepFor } from "#core/planning/loads";
import { clientInput } from "#core/clients/schema";
import { prescribe } from "#core/planning/prescribe";
import { CURRENT_EDITION } from "#core/edition/edition";
import { prescriptionSchema } from "#core/program/document";
import { findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { windowTop } from "#core/program/window";
import { clientOf, id } from "../support/programs";

const reasons = (change: object) =>
  clientInput.safeParse({ ...clientOf(), ...change }).error?.issues.map((i) => [i.path.join("."), i.message]);

test.each([
  [{ name: "  " }, ["name", "a name is needed"]],
  [{ stature: 17.5 }, ["stature", "between 130 and 220 cm"]],
  [{ mass: null }, ["mass", "a body weight is needed"]],
  [{ minutes: 5 }, ["minutes", "between 15 and 180 minutes"]],
  [{ daysPerWeek: 9 }, ["daysPerWeek", "1 to 7 days"]],
] as const)("a client with %j is told why", (change, reason) => expect(reasons(change)).toEqual([reason]));

test("unknown fields, joints and priorities are refused", () => {
  expect(reasons({ diagnosis: "none of our business" })).toHaveLength(1);
  expect(reasons({ joints: [{ joint: "toe", side: "left", severity: "sore", note: "" }] })?.[0]?.[0]).toBe(
    "joints.0.joint",
  );
  expect(reasons({ priorities: { triceps: "huge" } })?.[0]?.[0]).toBe("priorities.triceps");
  expect(reasons({})).toBeUndefined();
});

test("a load is read in the unit of its equipment, else in the client's", () => {
  const client = clientOf({ unit: "kg", units: { dumbbell: "lb" } });
  expect(unitFor(client, ["bench", "dumbbell"])).toBe("lb");
  expect(unitFor(client, ["cable"])).toBe("kg");
  expect(unitFor(client, ["bench"])).toBe("kg");
  expect(reasons({ units: { bench: "lb" } })?.[0]?.[0]).toBe("units");
});

test("a new client's muscles start by the minutes at hand, and most ride along", () => {
  const [few, more] = [startPriorities(2, 30, CURRENT_EDITION.method), startPriorities(4, 60, CURRENT_EDITION.method)];
  // 2 x 24 / 2.4 = 20 sets, 4 x 54 / 2.4 = 90
  expect([setsAtHand(2, 30, CURRENT_EDITION.method), setsAtHand(4, 60, CURRENT_EDITION.method)]).toEqual([20, 90]);
  expect(Object.values(few).every((p) => p === "maintain")).toBe(true);
  expect(more).toMatchObject({ quads: "hold", lats: "hold", calves: "maintain" });
  expect(Object.keys(more)).toHaveLength(12);
  for (const id of Object.keys(more)) expect(findGroup(id)).toBeDefined();
  expect(more).not.toHaveProperty("front-delts");
});

describe("a first prescription", () => {
  const make = (exerciseId: string, options: { unit?: "kg" | "lb"; sore?: boolean } = {}) => {
    const exercise = findExercise(exerciseId)!;
    const survey = surveySetups([resolveSetup(exercise)], { stature: 1.75, mass: 75 }, 0);
    return prescribe(exercise, {}, survey.rows[0]!.view, CURRENT_EDITION.method, {
      id: id(1),
      modelVersion: survey.modelVersion,
      unit: options.unit ?? "kg",
      mass: 75,
      sore: options.sore ?? false,
      beginner: false,
    });
  };

  test("is a valid one for every exercise, with a window the smallest step can cross", () => {
    for (const e of library) {
      const p = make(e.id);
      expect(prescriptionSchema.safeParse(p).error).toBeUndefined();
      expect(p.reps.high).toBeGreaterThanOrEqual(
        windowTop(p.reps.low, 2, e.stated.usualLoad + p.bodyLoad, e.stated.loadStep, CURRENT_EDITION.method),
      );
      expect(Object.values(p.credits).some((c) => c.direct && c.share >= 0.5)).toBe(true);
      for (const c of Object.values(p.credits)) expect(c.length).not.toBeNull();
    }
  });

  test("small loads with large steps start higher, presses lower, sore joints in double digits", () => {
    expect(make("dumbbell-kickback").reps.low).toBeGreaterThanOrEqual(12);
    expect(make("close-grip-bench-press").reps.low).toBe(6);
    expect(make("close-grip-bench-press", { sore: true }).reps.low).toBe(12);
  });

  test("effort rises through the sets, and presses keep more in reserve", () => {
    for (const e of library) {
      const { reserves } = make(e.id);
      expect([...reserves].sort((a, b) => b - a)).toEqual(reserves);
    }
    expect(make("close-grip-bench-press").reserves[0]).toBeGreaterThan(make("cable-pushdown").reserves[0]!);
  });

  test("the step is the equipment's, in the client's unit", () => {
    const step = (unit: "kg" | "lb") => loadStepFor({ unit }, findExercise("cable-pushdown")!);
    expect(step("kg")).toEqual({ value: 2.5, unit: "kg", meaning: "stack" });
    expect(step("lb")).toEqual({ value: 5.5, unit: "lb", meaning: "stack" });
  });
});
