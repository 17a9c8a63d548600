import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { problemsOf } from "#core/mechanics/problem";
import { makeWorkspace } from "#core/mechanics/workspace";

const model = compileModel();
const setupOf = (id: string) => resolveSetup(findExercise(id)!, {});

test("what stands in one workspace is not touched by an analysis in another, of the same body and exercise", () => {
  const [mine, other] = [makeWorkspace(model), makeWorkspace(model)];
  const setup = setupOf("cable-pulldown");
  const problems = problemsOf(model, setup, "right", 11, mine.problems);
  const marks = problems.map((p, i) => {
    p.A.fill(i + 0.5);
    p.activation.fill(0.25);
    p.capacity.c.fill(-3);
    return [p.A.slice(), p.activation.slice(), p.capacity.c.slice()];
  });
  mine.state.q.fill(0.125);
  analyse(model, setup, { samples: 11 }, other);
  analyse(model, setupOf("back-squat"), { samples: 21 }, other);
  analyse(model, setup, { samples: 11 });
  expect(problems.map((p) => [p.A, p.activation, p.capacity.c])).toEqual(marks);
  expect(mine.state.q.every((x) => x === 0.125)).toBe(true);
});

test("where it is worked out makes no difference to the bit", () => {
  const fresh = (id: string) => analyse(model, setupOf(id), { frames: true, actions: true }, makeWorkspace(model));
  for (const id of ["cable-pulldown", "barbell-bench-press", "romanian-deadlift"])
    expect(fresh(id)).toEqual(analyse(model, setupOf(id), { frames: true, actions: true }));
});
