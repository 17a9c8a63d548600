import { findExercise, library } from "#core/exercises/library";
import { TICKS, ticksFor } from "#core/training/ticks";

const of = (id: string) => ticksFor(findExercise(id)!);

test("only what an exercise can show is asked after", () => {
  // standing with dumbbells: everything can go wrong
  expect(of("hammer-curl")).toEqual([...TICKS]);
  // the trunk lies on something: nobody swings
  expect(of("preacher-curl")).not.toContain("swing");
  expect(of("chest-supported-row")).not.toContain("swing");
  // a machine keeps its way
  expect(of("leg-press")).toEqual(["end-lost", "half-reps"]);
});

test("every exercise can lose its end and its length; none asks for more than four taps", () => {
  for (const e of library) {
    const ticks = ticksFor(e);
    expect([e.id, ticks.slice(0, 2)]).toEqual([e.id, ["end-lost", "half-reps"]]);
    expect(ticks.length).toBeLessThanOrEqual(4);
  }
});
