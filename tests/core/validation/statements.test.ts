import { exercises } from "#core/exercises/library";
import { cases } from "#core/validation/cases/cases";
import { statements, statementsOf } from "#core/validation/statements";

test("what a page shows of a statement is what is judged, and each speaks of exercises that are there", () => {
  expect(statements.map(({ exercises: _, ...s }) => s)).toEqual(
    cases.map(({ id, statement, verdict, because }) => ({ id, statement, verdict, because })),
  );
  for (const s of statements) {
    expect([s.id, s.exercises.length > 0]).toEqual([s.id, true]);
    for (const e of s.exercises) expect([s.id, exercises.has(e)]).toEqual([s.id, true]);
  }
  expect(statementsOf("preacher-curl").map((s) => s.id)).toContain("C14");
  expect(statementsOf("push-up")).toEqual([]);
});
