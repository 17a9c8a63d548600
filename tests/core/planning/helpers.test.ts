/** What a helper earns: as far as it is near its own limit where the set ends, since gryn-10. */
import { CURRENT_EDITION, editionOf } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { creditsOf } from "#core/planning/dose";
import { librarySurvey } from "../../support/solver";

const before = editionOf({ edition: "gryn-9" }).method;
const now = CURRENT_EDITION.method;
const rows = librarySurvey().rows.map((row) => ({ ...row, exercise: exercises.get(row.exerciseId)! }));

test("in every setup: targets earn what they did, helpers what their effort where the set ends leaves of it", () => {
  const { from, full } = now.helperEffort!;
  let [less, gone] = [0, 0];
  for (const { view, exercise } of rows) {
    const [was, is] = [before, now].map((m) => creditsOf(view, exercise, m)) as [
      ReturnType<typeof creditsOf>,
      ReturnType<typeof creditsOf>,
    ];
    for (const [head, credit] of Object.entries(was)) {
      if (credit.direct) {
        expect(is[head]).toEqual(credit);
        continue;
      }
      const effort = view.heads[head]!.atSticking;
      const earned = is[head]?.share ?? 0;
      expect(earned).toBeLessThanOrEqual(credit.share);
      if (effort >= full) expect(earned).toBe(credit.share);
      if (effort <= from) expect(earned).toBe(0);
      if (earned === 0) gone++;
      else if (earned < credit.share) less++;
    }
    for (const head of Object.keys(is)) expect(was[head]).toBeDefined();
  }
  expect([gone > 20, less > 20]).toEqual([true, true]);
});

test("a chest that a pull-up ends without is no longer fed by it; ways of counting that ask for no effort stay", () => {
  const { view, exercise } = rows.find((r) => r.exercise.id === "pull-up")!;
  expect(creditsOf(view, exercise, before)["pectoralis-sternal"]?.direct).toBe(false);
  expect(creditsOf(view, exercise, now)["pectoralis-sternal"]).toBeUndefined();
  for (const counting of ["half", "full", "direct"] as const)
    expect(creditsOf(view, exercise, { ...now, counting })).toEqual(creditsOf(view, exercise, { ...before, counting }));
});
