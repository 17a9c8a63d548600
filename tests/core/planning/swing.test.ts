/** A line that allows a swing: what counts, who may, what the check and the client are told, and what a swap keeps. */
import { CURRENT_EDITION, editionOf } from "#core/edition/edition";
import { exercises, findExercise } from "#core/exercises/library";
import { checkWeek } from "#core/planning/check";
import { weekDose } from "#core/planning/dose";
import { doingOf } from "#core/planning/doing";
import { swingCredit, swingRefusals } from "#core/planning/swing";
import { printedIn } from "#core/words/client/languages";
import { doneCredit } from "#core/training/done-credit";
import { buildSnapshot } from "#core/training/snapshot";
import { entryOf } from "../../support/log";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;
const curl = (swing: "none" | "small" | "loose") => prescriptionOf(1, "standing-dumbbell-curl", {}, { swing });
const back = { joint: "spine", side: "both", severity: "sore", note: "" } as const;

test("a set counts for less the more is swung, and as ever in editions that say nothing of it", () => {
  expect(["none", "small", "loose"].map((s) => swingCredit({ swing: s as "none" }, method))).toEqual([1, 0.9, 0.6]);
  expect(swingCredit({ swing: "loose" }, editionOf({ edition: "gryn-11" }).method)).toBe(1);
  const dose = (swing: "none" | "small" | "loose", edition = CURRENT_EDITION.id) =>
    weekDose(programOf([[curl(swing)]], { edition })).groups.biceps!.direct;
  expect(dose("small") / dose("none")).toBeCloseTo(0.9, 9);
  expect(dose("loose") / dose("none")).toBeCloseTo(0.6, 9);
  expect(dose("loose", "gryn-11")).toBeCloseTo(dose("none", "gryn-11"), 9);
  const done = (swing: "none" | "loose", change = {}) => doneCredit(entryOf(1, change), curl(swing), method);
  expect(done("loose") / done("none")).toBeCloseTo(0.6, 9);
  expect(done("loose", { voided: true })).toBe(0);
});

test("not for a beginner, not with a noted back, not where something holds the trunk; each with its reason", () => {
  const of = (exercise: string, client = {}) => swingRefusals(findExercise(exercise)!, clientOf(client));
  expect(of("standing-dumbbell-curl")).toEqual([]);
  expect(of("preacher-curl")).toEqual(["held"]);
  expect(of("standing-dumbbell-curl", { level: "beginner" })).toEqual(["beginner"]);
  expect(of("standing-dumbbell-curl", { joints: [back] })).toEqual(["back"]);
  expect(of("standing-dumbbell-curl", { weak: [{ link: "low back", answer: "support" }] })).toEqual(["back"]);
  expect(of("standing-dumbbell-curl", { weak: [{ link: "grip", answer: "support" }] })).toEqual([]);
});

test("the check says so where it stands, and one click takes it out", () => {
  const program = programOf([[curl("small")]]);
  const found = (client: object) =>
    checkWeek(program, clientOf(client), method, exercises).filter((c) => c.kind === "swing");
  expect(found({})).toMatchObject([{ state: "pass", number: [] }]);
  const [bad] = found({ joints: [back] });
  expect(bad).toMatchObject({ state: "problem", number: ["back"], fixes: [{ kind: "no swing" }] });
  expect(bad!.fixes[0]!.operations).toEqual([{ kind: "change", prescriptionId: id(1), change: { swing: "none" } }]);
  expect(checkWeek(programOf([[curl("none")]]), clientOf(), method, exercises).some((c) => c.kind === "swing")).toBe(
    false,
  );
});

test("the client reads how far, and is not asked whether the body swung", () => {
  expect(doingOf(curl("loose"))).toContainEqual(expect.stringContaining("the trunk may move by 25°"));
  expect(doingOf(curl("small"), printedIn("de"))).toContainEqual(expect.stringContaining("Rumpf darf 10° mitgehen"));
  expect(doingOf(curl("none")).join()).not.toContain("swing");
  const ticks = (swing: "none" | "small") =>
    buildSnapshot(programOf([[curl(swing)]]), 1, { ...clientOf(), id: id(5), revision: 1 } as never).days[0]!.blocks[0]!
      .prescriptions[0]!.ticks;
  expect(ticks("none")).toContain("swing");
  expect(ticks("small")).not.toContain("swing");
});
