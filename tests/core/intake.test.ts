/** The intake: who may be handed a week, days of the week, how priorities begin, what is left of setups. */
import { minutesFor, weekdaysFor } from "#core/clients/days";
import { placeInput, thereIn } from "#core/clients/place";
import { clientInput } from "#core/clients/schema";
import { isCleared, questions, QUESTIONS, unanswered, yeses, type Answers } from "#core/clients/screening";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { checkWeek } from "#core/planning/check";
import { groups } from "#core/planning/groups";
import { EMPHASES, emphasised, startPriorities } from "#core/planning/starts";
import { daysOf } from "#core/solver/splits";
import { setupsLeft } from "#core/suitability/left";
import { strainsOf } from "#core/suitability/strains";
import { suitability, whomOf, whyNot } from "#core/suitability/suitability";
import { clientOf, prescriptionOf, programOf } from "../support/programs";
import { librarySurvey } from "../support/solver";

const method = CURRENT_EDITION.method;
const allNo: Answers = Object.fromEntries(QUESTIONS.map((q) => [q, "no"]));

describe("screening", () => {
  test("every question has one line, and a yes says what follows", () => {
    expect(questions.map((q) => q.id)).toEqual([...QUESTIONS]);
    for (const q of questions) {
      expect(q.ask).toMatch(/\?$/);
      expect(q.follows).toMatch(/\.$/);
    }
  });

  test("all no clears, one yes does not, one missing does not, and nobody is cleared beforehand", () => {
    expect(isCleared(allNo, null, false)).toBe(true);
    for (const q of QUESTIONS) {
      expect(isCleared({ ...allNo, [q]: "yes" }, null, true)).toBe(false);
      const { [q]: _gone, ...rest } = allNo;
      expect(isCleared(rest, null, true)).toBe(false);
      expect(unanswered(rest)).toBe(1);
      expect(yeses({ [q]: "yes" }).map((x) => x.id)).toEqual([q]);
    }
    expect(isCleared({}, null, false)).toBe(false);
  });

  test("a professional's clearance clears all answers; what was said before holds until it is asked", () => {
    const clearance = { by: "A. Falk, physiotherapist", on: "2026-11-03" };
    expect(isCleared({ ...allNo, chest: "yes" }, clearance, false)).toBe(true);
    expect(isCleared({}, null, true)).toBe(true);
    expect(isCleared({ chest: "no" }, null, true)).toBe(false);
  });

  test("a clearance has a name and a day", () => {
    const fault = (clearance: object) =>
      clientInput.safeParse({ ...clientOf(), clearance }).error?.issues.map((i) => i.path.join("."));
    expect(fault({ by: "", on: "2026-11-03" })).toEqual(["clearance.by"]);
    expect(fault({ by: "A. Falk", on: "soon" })).toEqual(["clearance.on"]);
  });
});

describe("days of a client's week", () => {
  const day = (date: string | null = null, week = "A") => ({ date, week });
  const on = (n: number, minutes: number) => ({ day: n, minutes });
  const room = { minutes: 45, weekdays: [on(4, 30), on(0, 60)] };

  test("days fall on the weekdays in turn, a dated one on its own, and one too many has the usual minutes", () => {
    expect(weekdaysFor(room, [day(), day()]).map((w) => w?.day)).toEqual([0, 4]);
    // 2026-11-27 is a Friday
    expect(minutesFor(room, [day("2026-11-27"), day()])).toEqual([30, 30]);
    expect(minutesFor(room, [day(), day(), day()])).toEqual([60, 30, 45]);
    expect(minutesFor(room, [day(), day(null, "B")])).toEqual([60, 60]);
    expect(minutesFor({ minutes: 45 }, [day(), day()])).toEqual([45, 45]);
  });

  test("the check of a day, and the day that is asked for, are of that day's minutes", () => {
    const program = programOf([[prescriptionOf(2)], [prescriptionOf(3, "hammer-curl")]]);
    const client = clientOf({ daysPerWeek: 2, weekdays: [on(1, 20), on(5, 90)] });
    const checks = checkWeek(program, client, method, exercises);
    expect(checks.flatMap((c) => (c.kind === "minutes" ? [c.limit] : []))).toEqual([20, 90]);
    const asked = daysOf(program, client, { split: "as the days say", arms: "with the others" });
    expect(asked.map((d) => [d.weekday, d.minutes])).toEqual([
      [1, 20],
      [5, 90],
    ]);
  });

  test("a day stands once, and its minutes are some that can be trained", () => {
    const fault = (weekdays: object[]) => clientInput.safeParse({ ...clientOf(), weekdays }).error?.issues[0]?.message;
    expect(fault([on(1, 45), on(1, 30)])).toBe("each day once");
    expect(fault([on(1, 450)])).toBe("between 15 and 180 minutes");
    expect(fault([on(6, 45)])).toBeUndefined();
  });
});

test("a place stands for what the client has, and has a name", () => {
  const place = placeInput.parse({
    name: " Hall ",
    equipment: ["cable"],
    stations: ["leg press"],
    units: { cable: "lb" },
  });
  expect(place.name).toBe("Hall");
  expect(thereIn(place)).toEqual({
    equipment: ["cable"],
    stations: ["leg press"],
    units: { cable: "lb" },
    loads: {},
  });
  expect(placeInput.safeParse({ ...place, name: " " }).success).toBe(false);
});

test("priorities begin balanced as they start; every other way grows its groups and asks no more of the rest", () => {
  const start = startPriorities(4, 60, method);
  expect(emphasised("balanced", start)).toEqual(start);
  const known = new Set(groups.map((g) => g.id));
  for (const e of EMPHASES.filter((x) => x !== "balanced")) {
    const own = emphasised(e, start);
    expect(Object.values(own).filter((p) => p === "grow").length).toBeGreaterThan(2);
    for (const [g, p] of Object.entries(own)) {
      expect(known.has(g)).toBe(true);
      if (p !== "grow") expect([start[g], "maintain"]).toContain(p);
    }
  }
});

test("setups left: they and the reasons are all of them, and the count is what the one verdict says", () => {
  const survey = librarySurvey();
  const joint = { joint: "elbow" as const, side: "both" as const, severity: "severe" as const, note: "" };
  const whom = whomOf(clientOf({ equipment: ["dumbbell"], joints: [joint] }));
  const { fit, all, why } = setupsLeft(survey, whom, method);
  expect(fit + why.reduce((s, [, n]) => s + n, 0)).toBe(all);
  const counts = why.map(([, n]) => n);
  expect(counts).toEqual([...counts].sort((a, b) => b - a));
  const own = survey.rows.filter((row) => {
    const exercise = exercises.get(row.exerciseId)!;
    const strains = strainsOf(survey.rows, row, exercise);
    return whyNot(suitability({ exercise, view: row.view, strains }, whom, method)) === null;
  });
  expect(fit).toBe(own.length);
  expect(setupsLeft(survey, whomOf(clientOf({ equipment: [] })), method).fit).toBeLessThan(fit);
});
