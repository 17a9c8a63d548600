import { formOf } from "#core/exercises/form";
import { muscles, REGIONS, heads } from "#core/anatomy/anatomy";
import { exerciseFaults } from "#core/exercises/faults";
import { FAMILIES } from "#core/exercises/choices";
import { findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { readExerciseFile } from "#core/exchange/files";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";

const model = compileModel();

test("245 exercises with 649 named setups, in every family, and thousands of settings", () => {
  expect(library.length).toBe(245);
  expect(library.reduce((n, e) => n + e.setups.length, 0)).toBe(649);
  expect(new Set(library.map((e) => e.family))).toEqual(new Set(FAMILIES));
  const settings = library.map((e) =>
    e.parameters.reduce((n, p) => n * (p.options?.length ?? Math.round((p.max - p.min) / p.step) + 1), 1),
  );
  expect(settings.reduce((s, n) => s + n, 0)).toBeGreaterThan(5000);
});

test("every muscle of the atlas has an exercise that is for it, and so has nearly every head", () => {
  const targets = new Set(library.flatMap((e) => e.targets));
  expect(muscles.filter((m) => !targets.has(m.id)).map((m) => m.id)).toEqual([]);
  const aimed = new Set(
    library.flatMap((e) => e.aims ?? heads.filter((h) => e.targets.includes(h.muscle)).map((h) => h.id)),
  );
  // no exercise of the library is chosen for these alone: they come along with their neighbours
  expect(heads.filter((h) => !aimed.has(h.id)).map((h) => h.id)).toEqual([]);
});

test("named setups are told apart by their name and by their values", () => {
  for (const e of library) {
    const keys = e.setups.map((s) => resolveSetup(e, s.values).key);
    expect([e.id, new Set(keys).size]).toEqual([e.id, keys.length]);
  }
  const names = library.flatMap((e) => e.setups.map((s) => s.name.toLowerCase()));
  expect(names.filter((n, i) => names.indexOf(n) < i)).toEqual([]);
});

test.each([
  ["short", { stature: 1.55, mass: 52 }],
  ["tall", { stature: 1.95, mass: 98 }],
])("a %s body can do every named setup, or is told why not", (_name, body) => {
  const other = compileModel(body);
  const out = library.flatMap((e) =>
    e.setups.flatMap((s) => {
      const { feasible, warnings } = analyse(other, resolveSetup(e, s.values), { samples: 11 });
      if (!feasible) expect([s.name, warnings.length > 0]).toEqual([s.name, true]);
      return feasible ? [] : [s.name];
    }),
  );
  expect(out.length).toBeLessThanOrEqual(2);
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
  test("changes something with every parameter, or only what the fingers hold", () => {
    const lifted = (values: Record<string, number>) => {
      const a = analyse(model, resolveSetup(e, values), { samples: 11 });
      return JSON.stringify([a.rawLoad, a.limiters, a.heads.map((h) => [...h.activation])]);
    };
    const standard = lifted({});
    for (const p of e.parameters) {
      const values = p.options?.map((o) => o.value) ?? [p.min, p.max];
      // both arms or one, standing or seated, may change what carries the body and how long it takes, and no muscle
      const forms = new Set(values.map((v) => JSON.stringify(formOf(e, { [p.id]: v }))));
      const told = forms.size > 1 || JSON.stringify([e.attachment, e.hold]).includes(`"${p.id}"`);
      expect([p.id, told || values.some((v) => lifted({ [p.id]: v }) !== standard)]).toEqual([p.id, true]);
    }
  });
  test("names relatives that are there, and not itself", () => {
    for (const id of Object.values(e.relatives ?? {}).flat()) {
      expect(id).not.toBe(e.id);
      expect(findExercise(id)?.id).toBe(id);
    }
  });
  test("is read back from its own file", () => {
    const read = readExerciseFile(JSON.stringify(e));
    expect("exercise" in read && read.exercise).toEqual(e);
  });
});
