/** Forms of an exercise where weeks are made: sides, minutes, equipment and what a phone is told follow the choice. */
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups, type SurveyRow } from "#core/mechanics/survey";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { dayMinutes } from "#core/planning/minutes";
import { lineFor } from "#core/planning/lines";
import type { Day } from "#core/program/document";
import { contextOf, rankHead } from "#core/ranking/rank";
import { setupsLeft } from "#core/suitability/left";
import { whomOf } from "#core/suitability/suitability";
import { buildSnapshot } from "#core/training/snapshot";
import { clientOf, id, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;
const SETUPS: [string, Record<string, number>][] = [
  ["leg-extension", {}],
  ["leg-extension", { sides: 1 }],
  ["dumbbell-side-raise", {}],
  ["dumbbell-side-raise", { base: 1 }],
  ["machine-row", {}],
  ["machine-row", { palm: 75, elbowPath: 75, end: 1 }],
  ["dumbbell-fly", {}],
  ["dumbbell-fly", { part: 1 }],
];
const survey = surveySetups(
  SETUPS.map(([e, values]) => resolveSetup(exercises.get(e)!, values)),
  DEFAULT_BODY,
  0,
);
const rowOf = (exercise: string, values: Record<string, number> = {}): SurveyRow =>
  survey.rows.find((r) => r.setupKey === resolveSetup(exercises.get(exercise)!, values).key)!;
const tools = { survey, method, exercises };
let made = 70_000;
const line = (exercise: string, values: Record<string, number> = {}) =>
  lineFor(rowOf(exercise, values), clientOf(), tools, id(made++));
const minutes = (p: ReturnType<typeof line>) =>
  dayMinutes({ blocks: [{ id: id(made++), prescriptions: [p] }] } as unknown as Pick<Day, "blocks">, method);

test("a line of one leg is of one side at a time, is named so, and takes nearly twice the work", () => {
  const [both, one] = [line("leg-extension"), line("leg-extension", { sides: 1 })];
  expect([both.sides, one.sides]).toEqual(["both", "one"]);
  expect(one.name).toBe("Leg extension, one leg");
  expect(minutes({ ...one, reserves: both.reserves, reps: both.reps })).toBeGreaterThan(minutes(both) + 1);
  // what it is worth for the muscle is the same: each side does the same rep
  for (const [head, credit] of Object.entries(both.credits))
    expect(one.credits[head]?.share).toBeCloseTo(credit.share, 2);
});

test("somebody without a bench can do a side raise standing and not seated", () => {
  const has = (equipment: readonly string[]) => whomOf(clientOf({ equipment: [...equipment] as never }));
  const rows = [rowOf("dumbbell-side-raise"), rowOf("dumbbell-side-raise", { base: 1 })];
  const left = (equipment: readonly string[]) => setupsLeft({ rows }, has(equipment), method);
  expect(left(["dumbbell"])).toMatchObject({ fit: 1, all: 2 });
  expect(left(["dumbbell"]).why[0]![0]).toMatch(/bench/);
  expect(left(["dumbbell", "bench"]).fit).toBe(2);
  expect(left([]).fit).toBe(0);
});

test("elbows out is a row for the rear deltoid in its list, and comes along in the latissimus'", () => {
  const along = (head: string, row: SurveyRow) =>
    rankHead(survey, head, CURRENT_EDITION, exercises, contextOf(clientOf())).find(
      (r) => r.row.setupKey === row.setupKey,
    );
  const out = rowOf("machine-row", { palm: 75, elbowPath: 75, end: 1 });
  const rear = along("deltoid-rear", out);
  expect(rear?.exercise.targets).toContain("deltoid");
  expect(rear?.row.setupKey).toBe(out.setupKey);
  const close = along("latissimus-thoracic", rowOf("machine-row"));
  expect(close?.exercise.targets).toContain("latissimus");
});

test("half of the way reaches no shorter than it goes, and is told by its own name", () => {
  const [whole, half] = [rowOf("dumbbell-fly"), rowOf("dumbbell-fly", { part: 1 })];
  const [w, h] = [whole, half].map((r) => r.view.heads["pectoralis-sternal"]!);
  expect(h!.shortReached).toBeGreaterThan(w!.shortReached + 0.1);
  expect(h!.stretchReached).toBeCloseTo(w!.stretchReached, 2);
  expect(h!.loadedLength).toBeGreaterThan(w!.loadedLength);
  expect(line("dumbbell-fly", { part: 1 }).name).toBe("Dumbbell fly, long half");
});

test("a phone is told which leg, where one sits and how far one goes", () => {
  const lines = [
    line("leg-extension", { sides: 1 }),
    line("dumbbell-side-raise", { base: 1 }),
    line("dumbbell-fly", { part: 1 }),
  ];
  const program = programOf([lines]);
  const { days } = buildSnapshot(program, 1, clientOf());
  const told = days[0]!.blocks.flatMap((b) => b.prescriptions);
  expect(told.map((p) => p.sides)).toEqual(["one", "both", "both"]);
  expect(told[0]!.settings).toContain("Legs: One leg");
  expect(told[1]!.settings).toContain("Base: Seated");
  expect(told[2]!.settings).toContain("Part of the way: Half where the muscle is long");
  for (const p of told) {
    expect(p.start.shapes.length).toBeGreaterThan(5);
    expect(p.end.shapes.length).toBeGreaterThan(5);
  }
});
