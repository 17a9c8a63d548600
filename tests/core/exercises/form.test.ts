/** Forms of an exercise: what a choice of values makes of it, asked in one place. */
import { exerciseFaults } from "#core/exercises/faults";
import { exerciseFor, formOf } from "#core/exercises/form";
import type { Exercise } from "#core/exercises/format";
import { withoutSetting } from "#core/exercises/hanging";
import { exercises, findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { exerciseVersion } from "#core/exercises/version";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { secondsOf } from "#core/ranking/factors";

const model = compileModel();
const of = (id: string): Exercise => findExercise(id)!;

test("an exercise without a choice of form is itself, and a form is the same object every time", () => {
  const press = of("barbell-bench-press");
  expect(formOf(press, {})).toBe(press);
  const curl = of("lying-leg-curl");
  expect(formOf(curl, {})).toBe(curl);
  const one = formOf(curl, { sides: 1 });
  expect(one).not.toBe(curl);
  expect(formOf(curl, { sides: 1, hipBend: 20 })).toBe(one);
  expect(exerciseFor(exercises, { exerciseId: "lying-leg-curl", values: { sides: 1 } })).toBe(one);
  expect(exerciseFor(exercises, { exerciseId: "nobody", values: {} })).toBeUndefined();
});

test("a form is of the same version: a log and a key do not part from the exercise", () => {
  for (const e of library)
    for (const { values } of e.setups) {
      expect(exerciseVersion(formOf(e, values))).toBe(exerciseVersion(e));
      expect(resolveSetup(e, values).key).toContain(`${e.id}@${exerciseVersion(e)}`);
    }
});

test("one leg moves half of what two move of one stack, and each arm of its own stack all of it", () => {
  const load = (id: string, sides: number) => analyse(model, resolveSetup(of(id), { sides })).rawLoad;
  for (const id of ["leg-extension", "lying-leg-curl", "seated-leg-curl", "seated-calf-raise", "leg-press-calf-raise"])
    expect(load(id, 1) / load(id, 0)).toBeCloseTo(0.5, 3);
  for (const id of ["crossing-cable-raise", "behind-body-cable-curl", "high-pulley-curl"])
    expect(load(id, 1) / load(id, 0)).toBeCloseTo(1, 3);
});

test("what a shared stack usually bears is halved for one side and kept where each has its own", () => {
  const usual = (id: string, sides: number) => formOf(of(id), { sides }).stated.usualLoad;
  expect([usual("leg-extension", 0), usual("leg-extension", 1)]).toEqual([45, 22.5]);
  expect(usual("lying-dumbbell-extension", 1)).toBe(usual("lying-dumbbell-extension", 0));
  expect(usual("crossing-cable-raise", 1)).toBe(usual("crossing-cable-raise", 0));
});

test("one side at a time takes a second side's time; seated needs a bench, standing does not", () => {
  const [both, one] = [0, 1].map((sides) => secondsOf(formOf(of("machine-curl"), { sides })));
  expect(one!).toBeGreaterThan(both! + 20);
  const raise = of("dumbbell-side-raise");
  expect(formOf(raise, {}).equipment).toEqual(["dumbbell"]);
  expect(formOf(raise, { base: 1 }).equipment).toEqual(["dumbbell", "bench"]);
  expect(resolveSetup(raise, { base: 1 }).on).toBe("seat");
  expect(resolveSetup(raise, {}).on).toBe("feet");
});

test("a row with the elbows out is for rear deltoid and blade, one with the elbows close for the latissimus", () => {
  const row = of("machine-row");
  expect(formOf(row, { elbowPath: 60 }).targets).toEqual(row.targets);
  const out = formOf(row, { elbowPath: 65 });
  expect(out.targets).toEqual(["deltoid", "trapezius", "rhomboids"]);
  expect(out.aims).toContain("deltoid-rear");
  expect(out.aims).not.toContain("latissimus-thoracic");
});

test("half of the way is the half where it begins: the same start, the same load there, and half of the travel", () => {
  for (const id of [
    "dumbbell-fly",
    "side-lying-outward-turn",
    "standing-calf-raise",
    "leg-press",
    "machine-hip-adduction",
  ]) {
    const [whole, half] = [0, 1].map((part) => analyse(model, resolveSetup(of(id), { part }), { samples: 21 }));
    expect(half!.s).toHaveLength(21);
    expect([half!.s[0], half!.s[20]]).toEqual([0, 0.5]);
    for (const [joint, angles] of Object.entries(half!.joints)) {
      const all = whole!.joints[joint];
      if (!all) continue;
      expect(angles[0]!).toBeCloseTo(all[0]!, 3);
      expect(angles[20]!).toBeCloseTo(all[10]!, 1);
    }
    // less of the way is never harder, but for what lies between samples
    expect(half!.rawLoad).toBeGreaterThan(0.995 * whole!.rawLoad);
  }
});

describe("a file that names what is no form is refused with its path", () => {
  const choice = (id: string, options: { value: number; id?: string; name: string }[]) => ({
    ...of("dumbbell-shrug").parameters[0]!,
    id,
    unit: "choice" as const,
    min: 0,
    max: 1,
    step: 1,
    default: 0,
    options,
  });
  const curl = of("high-pulley-curl");
  const bare = curl.parameters.reduce((e, p) => withoutSetting(e, p.id), curl);
  const withChoice = (id: string, option: string): Exercise => ({
    ...bare,
    parameters: [
      choice(id, [
        { value: 0, id: option, name: "This" },
        { value: 1, id: "no such thing", name: "That" },
      ]),
    ],
    setups: [],
  });
  test.each([
    ["sides", "both", /both, one/],
    ["base", "feet", /feet, one-foot/],
    ["part", "whole", /whole, long-half/],
  ])("%s", (id, good, words) => {
    const faults = exerciseFaults(withChoice(id, good)).filter((f) => words.test(f.reason));
    expect(faults).toHaveLength(1);
    expect(faults[0]!.path).toEqual(["parameters", 0, "options", 1, "id"]);
    // what is kept already still stands: the wrong choice is a setting like any other
    const setup = resolveSetup(withChoice(id, good), { [id]: 1 });
    expect([setup.exercise.sides, setup.on, setup.part]).toEqual(["one", "feet", null]);
    // a setting of that name that means something else is no fault and no form: files of before go on
    const other = withChoice(id, "low");
    expect(exerciseFaults(other)).toEqual([]);
    expect(formOf(other, { [id]: 0 })).toBe(other);
  });
  test("muscles that a turned exercise is for", () => {
    const e: Exercise = {
      ...of("machine-row"),
      turned: [{ parameter: "nothing", from: 3, targets: ["deltoid", "wing"], aims: ["biceps-long"] }],
    };
    const paths = exerciseFaults(e).map((f) => f.path.join("."));
    expect(paths).toEqual(expect.arrayContaining(["turned.0.parameter", "turned.0.targets.1", "turned.0.aims.0"]));
  });
});
