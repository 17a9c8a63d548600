import { exercises } from "#core/exercises/library";
import { setupKey } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { CURRENT_EDITION } from "#core/edition/edition";
import { checkWeek } from "#core/planning/check";
import { checkText } from "#core/planning/check-words";
import { weekDose } from "#core/planning/dose";
import { applyOperation } from "#core/program/edit";
import { TECHNIQUES } from "#core/program/limits";
import { blockMinutes } from "#core/planning/minutes";
import { setSeconds } from "#core/planning/timing";
import type { Prescription } from "#core/program/document";
import { findStructure, structures } from "#core/program/structures";
import { doingOf } from "#core/planning/doing";
import {
  asStraightSets,
  extensionsOf,
  findTechnique,
  refusalsOf,
  refusalText,
  techniqueCredit,
  techniques,
  techniqueSeconds,
} from "#core/planning/techniques";
import { easierPositions } from "#core/planning/easier";
import { setupOf } from "../../support/setups";
import { clientOf, prescriptionOf, programOf } from "../../support/programs";
import { librarySurvey } from "../../support/solver";

const { method } = CURRENT_EDITION;
const model = compileModel();
const viewOf = (p: Pick<Prescription, "setupKey">) =>
  librarySurvey().rows.find((r) => r.setupKey === p.setupKey)?.view ?? null;
const asked = (exerciseId: string, values = {}, client = clientOf(), line: Partial<Prescription> = {}) => {
  const exercise = exercises.get(exerciseId)!;
  const p = prescriptionOf(1, exerciseId, values, line);
  return { exercise, view: viewOf({ setupKey: setupKey(exercise, p.values) })!, client, line: p, easier: null };
};
const refused = (id: (typeof TECHNIQUES)[number], ...args: Parameters<typeof asked>) =>
  refusalsOf(findTechnique(id), asked(...args), method).map((r) => r.what);

test("every technique says what it is to the coach and to the client, and what it asks", () => {
  expect(techniques.map((t) => t.id)).toEqual([...TECHNIQUES]);
  for (const t of techniques) {
    expect(t.client.length).toBeGreaterThan(10);
    expect(Object.keys(t.asks).length).toBeGreaterThan(0);
  }
});

test("a squat takes no drop set, and the figure says why; a cable curl takes one; a beginner none", () => {
  const why = refusalsOf(findTechnique("drop-set"), asked("back-squat", { depth: 120 }), method);
  const moment = why.find((r) => r.what === "spineMoment")!;
  const { view } = asked("back-squat", { depth: 120 });
  expect(moment.number).toBe(view.spineMoment);
  expect(refusalText(moment)).toContain(`${Math.round(view.spineMoment)} Nm`);
  expect(refused("drop-set", "cable-curl", { distance: 0.5 })).toEqual([]);
  expect(refused("drop-set", "cable-curl", { distance: 0.5 }, clientOf({ level: "beginner" }))).toEqual(["trained"]);
});

test("who trains alone lowers no overload, a place without a band adds none, both sides are not helped by a hand", () => {
  expect(refused("overload-lowering", "cable-pushdown", {}, clientOf({ alone: true }))).toContain("withHelper");
  expect(refused("band-added", "barbell-bench-press", {}, clientOf({ equipment: ["barbell", "bench"] }))).toContain(
    "band",
  );
  expect(refused("assisted-lowering", "standing-barbell-curl")).toEqual(expect.arrayContaining(["oneSided", "cable"]));
});

test("partials are for heads whose long half allows more: the figure is the ranking's own", () => {
  for (const row of librarySurvey().rows) {
    const e = exercises.get(row.exerciseId)!;
    const p = prescriptionOf(1, e.id, row.values);
    const head = p.target!;
    const reserve = row.view.heads[head]?.partialReserve;
    if (reserve === undefined || p.setupKey !== row.setupKey) continue;
    const whats = refusalsOf(
      findTechnique("lengthened-partials"),
      {
        exercise: e,
        view: row.view,
        client: clientOf(),
        line: p,
        easier: null,
      },
      method,
    ).map((r) => r.what);
    expect([row.setupKey, whats.includes("partialReserve")]).toEqual([row.setupKey, reserve < 1.15]);
  }
}, 60_000);

test("a drop set earns and takes what the table says, and straight sets in its place take longer", () => {
  const plain = prescriptionOf(1, "cable-pushdown");
  const p: Prescription = { ...plain, technique: { id: "drop-set", easier: null } };
  const set = setSeconds(p);
  const t = findTechnique("drop-set");
  expect(techniqueCredit(p)).toBe(t.credit);
  expect(techniqueSeconds(p, set)).toBeCloseTo(t.seconds.work * set + t.seconds.fixed, 9);
  const minutes = (x: Prescription) => blockMinutes({ id: "", prescriptions: [x] }).work;
  expect(minutes(p) - minutes(plain)).toBeCloseTo(techniqueSeconds(p, set) / 60, 9);
  const dose = (x: Prescription) => weekDose(programOf([[x]])).heads["triceps-lateral"]!.direct;
  const share = p.credits["triceps-lateral"]!.share;
  expect(dose(p) - dose(plain)).toBeCloseTo(t.credit * share, 9);
  const straight = asStraightSets(p, set);
  expect(straight.sets).toBe(Math.round(t.credit));
  expect(straight.minutes).toBeCloseTo((straight.sets * (set + p.rest) - techniqueSeconds(p, set)) / 60, 9);
  expect(straight.minutes).toBeGreaterThan(0);
});

test("what changes every rep takes its time in every set", () => {
  const p: Prescription = { ...prescriptionOf(1, "cable-pushdown"), technique: { id: "slow-lowering", easier: null } };
  expect(techniqueSeconds(p, 40)).toBeCloseTo(p.reserves.length * 0.35 * 40, 9);
  expect(techniqueSeconds({ ...p, technique: null }, 40)).toBe(0);
});

test("easier positions are of the same exercise, each as much easier as the engine says when asked itself", () => {
  const exercise = exercises.get("cable-side-raise") ?? exercises.get("incline-dumbbell-curl")!;
  const found = easierPositions(
    model,
    exercise,
    {},
    prescriptionOf(1, exercise.id).target,
    CURRENT_EDITION.method.easier,
  );
  const own = analyse(model, setupOf(exercise.id), { samples: 21 }).rawLoad;
  for (const e of found) {
    expect(e.setup.exerciseId).toBe(exercise.id);
    const there = analyse(model, setupOf(exercise.id, e.setup.values), { samples: 21 }).rawLoad;
    expect(e.ratio).toBeCloseTo(there / own, 9);
    expect(e.reps).toBe(Math.min(12, Math.floor(30 * (e.ratio - 1))));
  }
  expect(found.map((e) => e.ratio)).toEqual([...found.map((e) => e.ratio)].sort((a, b) => b - a));
});

test("the check refuses what the figure forbids, and its fix makes plain sets of it", () => {
  const p: Prescription = {
    ...prescriptionOf(1, "back-squat", { depth: 120 }),
    technique: { id: "drop-set", easier: null },
  };
  const program = programOf([[p]]);
  const checks = (x: typeof program) =>
    checkWeek(x, clientOf(), method, exercises, undefined, { viewOf }).filter((c) => c.kind === "technique");
  const [found] = checks(program);
  expect(found).toMatchObject({ state: "problem" });
  expect(checkText(found!).limit).toMatch(/Nm at the low back/);
  const mended = applyOperation(program, found!.fixes[0]!.operations[0]!);
  if (!("program" in mended)) throw new Error("not mended");
  expect(checks(mended.program)).toEqual([]);
  // where nobody knows the body nothing is refused
  expect(checkWeek(program, clientOf(), method, exercises).some((c) => c.kind === "technique")).toBe(false);
});

test("three on one day are looked at, overload twice in a week is too often", () => {
  const line = (n: number, id: (typeof TECHNIQUES)[number]): Prescription => ({
    ...prescriptionOf(n, "cable-pushdown"),
    technique: { id, easier: null },
  });
  const kinds = (days: Prescription[][]) =>
    checkWeek(programOf(days), clientOf(), method, exercises).map((c) => c.kind);
  expect(kinds([[line(1, "slow-lowering"), line(2, "slow-lowering"), line(3, "slow-lowering")]])).toContain(
    "techniques a day",
  );
  expect(kinds([[line(1, "overload-lowering")], [line(2, "overload-lowering")]])).toContain("techniques apart");
  expect(kinds([[line(1, "overload-lowering")], [line(2, "slow-lowering")]])).not.toContain("techniques apart");
});

test("structures share the load out over any number of sets, never over the whole, and the client is told", () => {
  for (const s of structures)
    for (const n of [1, 2, 3, 5, 12]) {
      const shares = s.shares(n);
      expect(shares).toHaveLength(n);
      expect(Math.max(...shares)).toBe(1);
      expect(Math.min(...shares)).toBeGreaterThan(0.4);
    }
  expect(findStructure("ramp").shares(3).at(-1)).toBe(1);
  const plain = prescriptionOf(1);
  expect(doingOf(plain)).toEqual([]);
  const told = doingOf({
    ...plain,
    structure: "first-heavier",
    technique: {
      id: "mechanical-drop",
      easier: { exerciseId: "x", values: {}, setupKey: "x", name: "Nearer the stack", reps: 4 },
    },
  });
  expect(told).toHaveLength(3);
  expect(told[2]).toContain("Nearer the stack, about 4 more");
  expect(extensionsOf(exercises.get("cable-pushdown")!)).toContain("a step towards the stack");
});
