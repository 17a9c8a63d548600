/** A week at home: dumbbells, a step and sliders, and nothing else in the room. */
import { exercises } from "#core/exercises/library";
import { formOf } from "#core/exercises/form";
import { groupCredit } from "#core/planning/dose";
import { prescriptionsOf } from "#core/program/edit";
import { resultOf } from "#core/solver/result";
import { planWeek } from "#core/solver/write";
import { id } from "../../support/programs";
import { askFor, tools, trainee } from "../../support/solver";

let made = 90_000;
const newId = () => id(made++);
const HOME = ["dumbbell", "step", "slider"] as const;

test("legs are trained at home: hips, hamstrings and calves get direct sets of what a home can do", async () => {
  const client = trainee(3, 50, {
    equipment: [...HOME],
    priorities: { glutes: "grow", hamstrings: "grow", calves: "grow", quads: "hold" },
  });
  const ask = askFor(client, { moves: 40_000 });
  const plan = planWeek(ask, await tools());
  const { program } = resultOf(plan, ask.program, newId);
  const lines = prescriptionsOf(program);
  for (const p of lines)
    for (const e of formOf(exercises.get(p.exerciseId)!, p.values).equipment) expect(HOME).toContain(e);
  for (const group of ["glutes", "hamstrings", "calves"]) {
    const direct = plan.problem.field.groups.find((g) => g.id === group)!;
    const sets = lines.reduce((n, p) => n + p.reserves.length * (groupCredit(p.credits, direct)?.share ?? 0), 0);
    expect([group, sets >= 4]).toEqual([group, true]);
  }
  const done = new Set(lines.map((p) => p.exerciseId));
  expect(
    ["one-leg-bridge", "dumbbell-romanian-deadlift", "sliding-leg-curl", "split-squat"].some((e) => done.has(e)),
  ).toBe(true);
  expect([...done].some((e) => exercises.get(e)!.family === "calf")).toBe(true);
}, 60_000);

test("with nothing at all the one-leg bridge is there for the glutes, and a floor bridge with a barbell is not", () => {
  const can = (equipment: readonly string[]) =>
    [...exercises.values()].filter((e) => e.equipment.every((x) => equipment.includes(x))).map((e) => e.id);
  expect(can([])).toContain("one-leg-bridge");
  expect(can([])).toContain("side-plank");
  expect(can([])).not.toContain("floor-bridge");
  expect(can(["slider"])).toContain("sliding-leg-curl");
});
