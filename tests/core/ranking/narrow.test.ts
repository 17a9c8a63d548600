import { CURRENT_EDITION } from "#core/edition/edition";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { fits, NARROWING_NAMES } from "#core/ranking/narrow";
import { librarySurvey } from "../../support/solver";

const { method } = CURRENT_EDITION;

const survey = librarySurvey();
const rowsOf = (id: string) => survey.rows.filter((r) => r.exerciseId === id);

describe("narrowed to what asks no elbow flexors", () => {
  const left = survey.rows.filter((r) => fits(["without elbow flexors"], findExercise(r.exerciseId)!, r, method));

  test("no row and no pull-down is left, whatever they are for; a pull-over and a shrug are", () => {
    const families = new Set(left.map((r) => findExercise(r.exerciseId)!.family));
    for (const family of ["row", "pulldown", "curl"]) expect([...families]).not.toContain(family);
    const told = new Set(left.map((r) => r.exerciseId));
    for (const id of ["hammer-curl", "pull-up", "seated-cable-row", "cable-pulldown"]) expect(told.has(id)).toBe(false);
    for (const id of ["straight-arm-pulldown", "cable-side-raise"]) expect(told.has(id)).toBe(true);
    expect(left.length).toBeGreaterThan(20);
  });

  test("where the elbow bends by 20 degrees and more on the way up, its flexors are under 15 % in all that is left", () => {
    for (const r of left) {
      const { keys } = resolveSetup(findExercise(r.exerciseId)!, r.values);
      const elbow = keys.map((k) => k.angles.elbow).filter((a) => typeof a === "number");
      const bends = elbow.length > 1 && Math.max(...elbow) - elbow[0]! > 20;
      if (!bends) continue;
      for (const head of ["biceps-long", "biceps-short", "brachialis", "brachioradialis"])
        expect(r.view.heads[head]?.activation ?? 0).toBeLessThan(0.15);
    }
  });
});

test("every narrowing leaves some of the library, takes some, and two leave what both leave", () => {
  for (const a of NARROWING_NAMES) {
    const one = survey.rows.filter((r) => fits([a], findExercise(r.exerciseId)!, r, method));
    expect(one.length).toBeGreaterThan(0);
    expect(one.length).toBeLessThan(survey.rows.length);
    for (const b of NARROWING_NAMES) {
      const both = survey.rows.filter((r) => fits([a, b], findExercise(r.exerciseId)!, r, method));
      expect(both).toEqual(one.filter((r) => fits([b], findExercise(r.exerciseId)!, r, method)));
    }
  }
});

test("rows that keep the feet on the floor are not seated or lying", () => {
  for (const r of rowsOf("bent-over-barbell-row"))
    expect(fits(["seated or lying"], findExercise(r.exerciseId)!, r, method)).toBe(false);
});
