import { muscles, REGIONS, heads } from "#core/anatomy/anatomy";
import { exerciseFaults } from "#core/exercises/faults";
import { FAMILIES } from "#core/exercises/choices";
import { findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { readExerciseFile } from "#core/exchange/files";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";

const model = compileModel();

test("seventy exercises and more, in every family, with well over two hundred settings", () => {
  expect(library.length).toBeGreaterThanOrEqual(70);
  expect(new Set(library.map((e) => e.family))).toEqual(new Set(FAMILIES));
  const settings = library.map((e) =>
    e.parameters.reduce((n, p) => n * (p.options?.length ?? Math.round((p.max - p.min) / p.step) + 1), 1),
  );
  expect(settings.reduce((s, n) => s + n, 0)).toBeGreaterThan(200);
});

test("every region has muscles that some exercise is for", () => {
  const targets = new Set(library.flatMap((e) => e.targets));
  for (const region of REGIONS)
    expect([region, muscles.some((m) => m.region === region && targets.has(m.id))]).toEqual([region, true]);
  for (const m of muscles) expect(heads.some((h) => h.muscle === m.id)).toBe(true);
});

describe.each(library.map((e) => [e.id, e] as const))("%s", (_id, e) => {
  test("has no fault, says how it is done and set up, and points to what is there", () => {
    expect(exerciseFaults(e)).toEqual([]);
    expect(e.cues.map((c) => c.phase)).toEqual(expect.arrayContaining(["start"]));
    expect(e.setups.length).toBeGreaterThan(0);
    for (const c of e.cautions) if (c.gentler !== undefined) expect(findExercise(c.gentler)?.id).toBe(c.gentler);
    expect(e.stated.setupSeconds).toBeGreaterThanOrEqual(0);
    expect(e.stated.loadStep).toBeLessThanOrEqual(e.stated.usualLoad);
  });
  test("can be done at both ends of every parameter", () => {
    for (const p of e.parameters)
      for (const value of [p.min, p.max]) {
        const a = analyse(model, resolveSetup(e, { [p.id]: value }), { samples: 11 });
        const end = `${e.id} ${p.id} ${value}`;
        expect([end, a.feasible, a.warnings]).toEqual([end, true, []]);
        expect([end, Math.min(...a.strength)]).toEqual([end, 1]);
      }
  });
  test("is read back from its own file", () => {
    const read = readExerciseFile(JSON.stringify(e));
    expect("exercise" in read && read.exercise).toEqual(e);
  });
});
