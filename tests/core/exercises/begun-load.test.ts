/** A load changed to another kind in the form is a load the file would take, where it acted before. */
import { skeleton } from "#core/anatomy/anatomy";
import { BASES, SUPPORTS } from "#core/exercises/choices";
import { library } from "#core/exercises/library";
import { begun, LOAD_KINDS } from "#core/exercises/loads/begun";
import { loadSchema } from "#core/exercises/loads/loads";
import { exerciseSchema } from "#core/exercises/schema";
import { loading } from "#core/words/own";

const loads = library.flatMap((e) => e.loads);

test("every load of the library can become every kind, keeps its place and share, and is what a file may say", () => {
  expect(new Set(loads.map((l) => l.kind))).toEqual(new Set(LOAD_KINDS));
  for (const load of loads)
    for (const kind of LOAD_KINDS) {
      const next = begun(kind, load);
      expect(next.kind).toBe(kind);
      expect([next.at, next.share, next.both]).toEqual([load.at, load.share, load.both]);
      expect(loadSchema.parse(next)).toEqual(next);
    }
});

test("of its own kind it is itself; a fixed end goes along from cable to band to arm, and comes back", () => {
  for (const load of loads) {
    expect(begun(load.kind, load)).toBe(load);
    if (load.kind !== "cable") continue;
    const arm = begun("arm", begun("band", load));
    expect(arm.kind === "arm" && arm.pivot).toEqual(load.from);
    const again = begun("cable", arm);
    expect(again.kind === "cable" && again.from).toEqual(load.from);
  }
});

test("an exercise with any kind of load in its place is still one that is read", () => {
  const e = library.find((x) => x.id === "cable-curl")!;
  for (const kind of LOAD_KINDS) {
    const made = { ...e, loads: [begun(kind, e.loads[0]!)] };
    expect(exerciseSchema.safeParse(made).success).toBe(true);
  }
});

test("every point, base, support and kind has a name in the form", () => {
  expect(Object.keys(loading.points).sort()).toEqual(["held", ...Object.keys(skeleton.points)].sort());
  expect(Object.keys(loading.bases).sort()).toEqual([...BASES].sort());
  expect(Object.keys(loading.pads).sort()).toEqual([...SUPPORTS].sort());
  expect(Object.keys(loading.kinds).sort()).toEqual([...LOAD_KINDS].sort());
});
