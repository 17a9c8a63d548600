import { findExercise, library } from "#core/exercises/library";
import { STATIONS } from "#core/exercises/stations";
import { CURRENT_EDITION } from "#core/edition/edition";
import { missingOf, suitability, whomOf, whyNot } from "#core/suitability/suitability";
import { clientOf } from "../../support/programs";

const legPress = findExercise("leg-press")!;
const of = (stations: string[] | null, equipment: ("machine" | "bench")[] = ["machine"]) =>
  suitability(
    { exercise: legPress, view: null, strains: {} },
    whomOf(clientOf({ equipment, stations, joints: [] })),
    CURRENT_EDITION.method,
  );

test("a place has every machine unless it says which, and what it lacks is told by name", () => {
  expect(whyNot(of(null))).toBeNull();
  expect(whyNot(of(["leg press"]))).toBeNull();
  expect(of(["row machine"]).missing).toEqual(["leg press"]);
  expect(whyNot(of(["row machine"]))).toBe("needs the leg press");
});

test("where there are no machines at all that is said, and not which", () => {
  expect(of(["row machine"], ["bench"]).missing).toEqual(["machine"]);
  expect(whyNot(of(null, ["bench"]))).toBe("needs a machine");
});

test("every exercise on a machine says which one it is, and no other does", () => {
  for (const e of library) expect([e.id, e.station !== undefined]).toEqual([e.id, e.equipment.includes("machine")]);
  expect(STATIONS.length).toBeGreaterThan(20);
  expect(missingOf(findExercise("barbell-bench-press")!, { equipment: null, stations: [] })).toEqual([]);
});
