/** The shoulder blade as a choice: free, guided by will with its cost, or held. */
import { findExercise } from "#core/exercises/library";
import { exerciseSchema } from "#core/exercises/schema";
import { resolveSetup } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { blocksOf } from "#core/mechanics/chains";
import { compileModel } from "#core/mechanics/compile";

const model = compileModel();
const optionOf = (id: string, girdle: string) =>
  findExercise(id)!
    .parameters.find((p) => p.id === "blade")!
    .options!.find((o) => o.id === girdle)!.value;
const setupWith = (id: string, girdle: string) => resolveSetup(findExercise(id)!, { blade: optionOf(id, girdle) });
const done = (id: string, girdle: string): Analysis => analyse(model, setupWith(id, girdle), { samples: 21 });
/** the most that any head of a muscle does over the rep */
const works = (a: Analysis, muscle: string): number =>
  Math.max(0, ...a.heads.filter((h) => h.id.startsWith(muscle)).flatMap((h) => [...h.activation]));
const shortest = (a: Analysis, head: string): number => Math.min(...a.heads.find((h) => h.id === head)!.position);

test("held asks nothing of the blade, free and guided have it balanced", () => {
  const girdle = (of: string) =>
    blocksOf(model, setupWith("barbell-bench-press", of), "right")
      .find((b) => b.chain === "arm")!
      .rows.map((f) => model.freedoms[f]!.id)
      .filter((id) => id === "protraction" || id === "girdleElevation");
  expect(girdle("held")).toEqual([]);
  expect(girdle("free").sort()).toEqual(["girdleElevation", "protraction"]);
  expect(girdle("guided").sort()).toEqual(["girdleElevation", "protraction"]);
});

test("drawn back by will on a bench the middle trapezius works, let go the serratus does; held neither", () => {
  const [held, free, guided] = ["held", "free", "guided"].map((of) => done("barbell-bench-press", of)) as [
    Analysis,
    Analysis,
    Analysis,
  ];
  expect([works(held, "trapezius"), works(held, "serratus")]).toEqual([0, 0]);
  expect(works(guided, "trapezius-middle")).toBeGreaterThan(0.05);
  expect(works(free, "trapezius-middle")).toBeLessThan(0.02);
  expect(works(free, "serratus-upper")).toBeGreaterThan(0.3);
  expect(works(guided, "serratus-upper")).toBeLessThan(0.05);
});

test("what is kept back costs the chest the last of its shortening, what is let go gives it more", () => {
  const at = (of: string) => shortest(done("barbell-bench-press", of), "pectoralis-costal");
  expect(at("free")).toBeLessThan(at("held"));
  expect(at("held")).toBeLessThan(at("guided"));
});

test("kept forwards in a reverse fly the serratus works and the middle of the back has nothing to draw", () => {
  const [free, guided] = [done("reverse-fly", "free"), done("reverse-fly", "guided")];
  expect(works(guided, "serratus-upper")).toBeGreaterThan(works(free, "serratus-upper") + 0.1);
  expect(works(guided, "trapezius-middle")).toBeLessThan(works(free, "trapezius-middle") - 0.1);
});

test("what guides the blade presses it with a fifth of what its muscles have there, whatever the load is", () => {
  const exercise = findExercise("cable-fly")!;
  const file = exerciseSchema.parse({
    ...exercise,
    parameters: exercise.parameters.filter((p) => p.id !== "blade"),
    girdle: "guided",
    path: exercise.path.map((k) => ({ ...k, angles: { ...k.angles, protraction: -10 } })),
  });
  const told = (girdle: "free" | "guided") => analyse(model, resolveSetup({ ...file, girdle }), { samples: 11 });
  const [free, guided] = [told("free"), told("guided")];
  expect(guided.feasible).toBe(true);
  // the same pose: its muscles draw back more, and what draws forwards less
  expect(works(guided, "trapezius-middle") + works(guided, "rhomboids")).toBeGreaterThan(
    works(free, "trapezius-middle") + works(free, "rhomboids"),
  );
  expect(works(guided, "serratus-upper")).toBeLessThan(works(free, "serratus-upper"));
  // a blade that is drawn nowhere has nothing to be pressed to
  const nowhere = { ...file, path: exercise.path.map((k) => ({ ...k, angles: { ...k.angles, protraction: 0 } })) };
  const [still, asFree] = (["guided", "free"] as const).map((girdle) =>
    analyse(model, resolveSetup({ ...nowhere, girdle }), { samples: 11 }),
  ) as [Analysis, Analysis];
  expect([...still.strength]).toEqual([...asFree.strength]);
});
