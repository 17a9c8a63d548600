import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { samplePath } from "#core/mechanics/path";
import { angleOf, applyPose, balancePoint, PostureError } from "#core/mechanics/posture";
import { createState, readPoint } from "#core/mechanics/state";
import { setupOf } from "../../support/setups";

const model = compileModel();

test("samples are spaced evenly in what the joints travel", () => {
  const elbow = samplePath(model, setupOf("standing-barbell-curl"), 41).map((p) => angleOf(p, "elbow"));
  const steps = elbow.slice(1).map((v, i) => v - elbow[i]!);
  expect(Math.max(...steps) / Math.min(...steps)).toBeLessThan(1.001);
  expect(elbow[0]).toBeCloseTo(5, 9);
  expect(elbow[40]).toBeCloseTo(135, 9);
});

test("an elevation with its plane counts as the one swing it is", () => {
  const path = samplePath(model, setupOf("dumbbell-side-raise"), 21).map((p) => angleOf(p, "elevation"));
  const steps = path.slice(1).map((v, i) => v - path[i]!);
  expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(0.01);
});

test.each([3, 11, 41])("there are as many poses as asked for: %d", (samples) =>
  expect(samplePath(model, setupOf("cable-pulldown"), samples)).toHaveLength(samples),
);

test("the same path in fewer samples goes through the same poses", () => {
  for (const id of ["cable-fly", "back-squat", "pull-up"]) {
    const [fine, coarse] = [samplePath(model, setupOf(id), 41), samplePath(model, setupOf(id), 21)];
    coarse.forEach((pose, n) => pose.forEach((v, k) => expect(v).toBeCloseTo(fine[2 * n]![k]!, 9)));
  }
});

test("squats and hinges keep the weight over the middle of the foot", () => {
  for (const id of ["back-squat", "front-squat", "romanian-deadlift", "good-morning", "deadlift"]) {
    const setup = setupOf(id);
    const state = createState(model);
    const grips = setup.loads[0]!.at.startsWith("bar") ? [setup.loads[0]!.at] : ["grip.right", "grip.left"];
    const loads = grips.map((point) => ({
      point,
      mass: (setup.exercise.stated.usualLoad * setup.loads[0]!.share * 2) / grips.length,
    }));
    for (const pose of samplePath(model, setup, 9)) {
      applyPose(model, state, setup, pose, "right");
      const mid = model.points.get("midfoot.right")!;
      expect(Math.abs(balancePoint(model, state, loads) - readPoint(state, mid.segment, mid.at)[0])).toBeLessThan(0.04);
    }
  }
});

describe("what cannot be is refused with its reason", () => {
  const curl = findExercise("standing-barbell-curl")!;
  const changed = (path: unknown) => resolveSetup({ ...curl, path } as typeof curl);

  test("nothing that moves", () => {
    const still = changed([{ angles: { elbow: 40 } }, { angles: { elbow: 40 } }]);
    expect(() => samplePath(model, still, 11)).toThrow(PostureError);
    const told = analyse(model, still);
    expect(told.feasible).toBe(false);
    expect(told.warnings.join()).toMatch(/nothing moves/);
  });

  test("a hand where no arm reaches", () => {
    const row = findExercise("seated-cable-row")!;
    const far = resolveSetup({
      ...row,
      path: [
        { angles: { forearm: 5 }, hand: [1.6, 0.3, 0.2] },
        { angles: { forearm: 5 }, hand: [0.2, 0.2, 0.2] },
      ],
    } as typeof row);
    expect(() => samplePath(model, far, 11)).toThrow(/the arm reaches 0\.\d+ m/);
    expect(analyse(model, far).warnings.join()).toMatch(/^This pose is impossible: the hand target/);
  });
});
