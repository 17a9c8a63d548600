import { CURRENT_EDITION } from "#core/edition/edition";
import { findExercise } from "#core/exercises/library";
import type { Prescription } from "#core/program/document";
import { stretchesOf, stretchNote, stretchText } from "#core/planning/stretches";
import { prescriptionOf, programOf } from "../../support/programs";
import { librarySurvey } from "../../support/solver";

const views = new Map(librarySurvey().rows.map((r) => [r.setupKey, r.view]));
const viewOf = (p: Prescription) => views.get(p.setupKey) ?? null;
const line = (n: number, exercise: string, change: Partial<Prescription> = {}) =>
  prescriptionOf(n, exercise, findExercise(exercise)!.setups[0]!.values, change);
const after = (...lines: Prescription[]) => stretchesOf(programOf([lines]).days[0]!, viewOf, CURRENT_EDITION.method);
const holdOf = (exercise: string, group: string) => after(line(1, exercise)).find((s) => s.group === group)?.hold ?? [];

describe("a stretch block turns the day's actions round", () => {
  test.each([
    ["leg-extension", "quads", "knee bent"],
    ["lying-leg-curl", "hamstrings", "knee straight"],
    ["romanian-deadlift", "hamstrings", "hip bent"],
    ["preacher-curl", "biceps", "elbow straight"],
    ["cable-pushdown", "triceps", "elbow fully bent"],
    ["standing-calf-raise", "calves", "toes drawn up"],
    ["cable-pulldown", "lats", "arm overhead"],
    ["straight-arm-pulldown", "lats", "arm overhead"],
  ])("after a %s the %s is held with the %s", (exercise, group, posture) => {
    expect(holdOf(exercise, group)).toContain(posture);
  });

  test("the busiest group comes first; what warms up, and what is hardly trained, is not there", () => {
    const list = after(
      line(1, "preacher-curl", { reserves: [1, 1] }),
      line(2, "leg-extension", { reserves: [1, 1, 1, 1] }),
      line(3, "standing-calf-raise", { purpose: "warm-up" }),
      line(4, "cable-pushdown", { reserves: [1] }),
    );
    expect(list.map((s) => s.group)).toEqual(["quads", "biceps"]);
    expect(list[0]!.sets).toBeCloseTo(4, 6);
    expect(after()).toEqual([]);
    expect(stretchesOf(programOf([[line(1, "preacher-curl")]]).days[0]!, () => null, CURRENT_EDITION.method)).toEqual(
      [],
    );
  });

  test("a note holds as many as it may, whole ones", () => {
    const list = after(line(1, "preacher-curl"), line(2, "leg-extension"), line(3, "lying-leg-curl"));
    const all = stretchNote(list, 300);
    for (const s of list) expect(all).toContain(stretchText(s));
    const short = stretchNote(list, all.length - 1);
    expect(short.length).toBeLessThan(all.length);
    expect(short).toMatch(/\.$/);
    expect(short).toContain(stretchText(list[0]!));
  });
});
