import { findMuscle, REGIONS } from "#core/anatomy/anatomy";
import { FAMILIES } from "#core/exercises/choices";
import { exerciseSchema } from "#core/exercises/schema";
import { findExercise, library } from "#core/exercises/library";
import { completeValues, defaultValues, resolveSetup, setupKey, setupName, SetupError } from "#core/exercises/setup";
import { canonical, exerciseVersion } from "#core/exercises/version";

const incline = findExercise("incline-dumbbell-curl")!;

test("the library covers every region with plain, distinct names", () => {
  expect(library.length).toBeGreaterThanOrEqual(70);
  expect(new Set(library.map((e) => e.family))).toEqual(new Set(FAMILIES));
  const regions = new Set(library.flatMap((e) => e.targets.map((t) => findMuscle(t)!.region)));
  expect(regions).toEqual(new Set(REGIONS));
  expect(new Set(library.map((e) => e.id)).size).toBe(library.length);
  const names = library.flatMap((e) => e.setups.map((s) => s.name));
  expect(new Set(names).size).toBe(names.length);
  for (const e of library) {
    expect(setupName(e, defaultValues(e))).toBeTruthy();
    for (const c of e.cautions) if (c.gentler) expect(findExercise(c.gentler)).toBeDefined();
  }
});

test("the same values in any order, or rounded to the same step, give the same key; others do not", () => {
  const pushdown = findExercise("cable-pushdown")!;
  expect(setupKey(pushdown, { stepBack: 0.35, grip: 0 })).toBe(setupKey(pushdown, { grip: 0, stepBack: 0.3512 }));
  expect(setupKey(pushdown, { stepBack: 0.35 })).not.toBe(setupKey(pushdown, { stepBack: 0.4 }));
  expect(setupKey(incline, {})).toBe(setupKey(incline, { bench: 50 }));
});

test("the version follows the content, not the order of keys", () => {
  const shuffled = Object.fromEntries(Object.entries(incline).reverse()) as typeof incline;
  expect(exerciseVersion(shuffled)).toBe(exerciseVersion(incline));
  expect(exerciseVersion({ ...incline, name: "Another" })).not.toBe(exerciseVersion(incline));
  expect(canonical({ b: 1, a: [2, { d: 3, c: undefined }] })).toBe('{"a":[2,{"d":3}],"b":1}');
});

test("an unknown parameter and a value out of range are refused by name", () => {
  expect(() => completeValues(incline, { seat: 3 })).toThrow(SetupError);
  expect(() => resolveSetup(incline, { bench: 200 })).toThrow(/between 35 and 80/);
  expect(() => resolveSetup(incline, { bench: Number.NaN })).toThrow(SetupError);
});

test("parameters drive posture and pulley", () => {
  expect(resolveSetup(incline, { bench: 60 })).toMatchObject({
    angles: { pitch: -30 },
    keys: [{ angles: { elevation: -30 } }, { angles: { elevation: -30 } }],
  });
  const [near, far] = [0, 0.5].map((stepBack) => resolveSetup(findExercise("cable-pushdown")!, { stepBack }).loads[0]!);
  expect(near!.kind === "cable" && far!.kind === "cable" && far!.from.at[0] - near!.from.at[0]).toBeCloseTo(0.5, 9);
});

test("a file that is wrong says where", () => {
  const issues = (change: object) =>
    exerciseSchema.safeParse({ ...incline, ...change }).error?.issues.map((i) => i.path.join("."));
  expect(issues({ sides: "three" })).toEqual(["sides"]);
  expect(issues({ parameters: [{ ...incline.parameters[0], default: 500 }] })).toEqual(["parameters.0"]);
  expect(issues({ path: undefined })).toEqual(["path"]);
  expect(issues({ path: [incline.path[0], { hand: [0, 0, 0.2] }] })).toContain("path");
  expect(issues({ loads: [{ kind: "mass", share: "half" }] })?.[0]).toMatch(/^loads\.0/);
  expect(issues({})).toBeUndefined();
});
