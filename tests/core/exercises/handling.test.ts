/** How the load gets up, the way out and the breath: what every coach would say of these. */
import { exercises, library } from "#core/exercises/library";
import { exerciseSchema } from "#core/exercises/schema";
import { handlingOf } from "#core/exercises/handling";
import { printed } from "#core/words/client/languages";
import { buildSnapshot } from "#core/training/snapshot";
import { clientOf, prescriptionOf, programOf } from "../../support/programs";

test.each([
  ["barbell-bench-press", "rack", "safeties", "out-lifting"],
  ["back-squat", "rack", "safeties", "brace"],
  ["deadlift", "floor", "put-down", "brace"],
  ["good-morning", "rack", "safeties", "brace"],
  ["standing-overhead-press", "rack", "safeties", "out-lifting"],
  ["dumbbell-bench-press", "thighs", "to-hips", "out-lifting"],
  ["dumbbell-side-raise", "floor", "put-down", "out-lifting"],
  ["chest-supported-row", "floor", "put-down", "out-lifting"],
  ["cable-fly", "pulleys", "step-in", "out-lifting"],
  ["cable-curl", "pulley", "step-in", "out-lifting"],
  ["leg-press", "machine", "let-down", "out-lifting"],
  ["pull-up", "none", "feet", "out-lifting"],
  ["push-up", "none", "sink", "out-lifting"],
  ["plank", "none", "sink", "free"],
  ["two-hand-carry", "floor", "put-down", "free"],
  ["band-pushdown", "band", "step-in", "out-lifting"],
])("%s: %s, %s, %s", (id, takeUp, wayOut, breath) => {
  expect(handlingOf(exercises.get(id)!)).toEqual({ takeUp, wayOut, breath });
});

test("no bar can fall on anybody without a way out from under it", () => {
  const over = library.filter(
    (e) => e.equipment.includes("barbell") && (["press", "squat"].includes(e.family) || e.stance.arms === "bar-back"),
  );
  expect(over.length).toBeGreaterThan(8);
  for (const e of over) expect([e.id, handlingOf(e).wayOut]).toEqual([e.id, "safeties"]);
});

test("an author says otherwise, in the file, and only what there is a word for", () => {
  const own = exerciseSchema.parse({ ...exercises.get("cable-curl")!, handling: { wayOut: "let-down" } });
  expect(handlingOf(own)).toEqual({ takeUp: "pulley", wayOut: "let-down", breath: "out-lifting" });
  expect(exerciseSchema.safeParse({ ...own, handling: { wayOut: "fly" } }).success).toBe(false);
});

test("the client reads all of it beside the setting, in the client's language, and where it is felt", () => {
  const id = "00000000-0000-4000-8000-0000000000aa";
  const lines = (language: "en" | "de") => {
    const program = programOf([[prescriptionOf(1, "back-squat"), prescriptionOf(2, "incline-dumbbell-curl")]]);
    const snapshot = buildSnapshot(program, 1, { ...clientOf({ language }), id, revision: 1 } as never);
    return snapshot.days[0]!.blocks.flatMap((b) => b.prescriptions.map((p) => p.settings.join("|")));
  };
  const [squat, curl] = lines("en");
  expect(squat).toContain("Take the bar from the rack");
  expect(squat).toContain("With high blood pressure do not hold your breath");
  expect(squat).toContain("onto the safety arms");
  expect(curl).toMatch(/You feel it in: .+, most (where it is stretched|half way|where it is shortest)\./);
  expect(lines("de")[0]).toContain("Bei hohem Blutdruck die Luft nicht anhalten");
  const keys = (o: object): string[] => Object.entries(o).flatMap(([k, v]) => [k, ...Object.keys(v as object)]);
  expect(keys(printed.de.handling)).toEqual(keys(printed.en.handling));
});
