import { exercises, findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { surveySetups } from "#core/mechanics/survey";
import { checkId, checkWeek } from "#core/planning/check";
import { fixText } from "#core/planning/check-words";
import { applyOperation, prescriptionsOf } from "#core/program/edit";
import { CURRENT_EDITION } from "#core/edition/edition";
import { harderRelative, prescribe } from "#core/planning/prescribe";
import type { Prescription } from "#core/program/document";
import { likeness } from "#core/planning/likeness";
import { headFor } from "#core/planning/aim";
import { FIELDS, inPlaceOf, lineFor, swapped } from "#core/planning/lines";
import { swapsFor } from "#core/planning/swap";
import { listedFor } from "#core/ranking/rank";
import { clientOf, id, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;

const body = { stature: 1.7, mass: 70 };
const survey = surveySetups(
  library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values))),
  body,
  0,
);
const rowOf = (exerciseId: string) => survey.rows.find((r) => r.exerciseId === exerciseId)!;
const line = (exerciseId: string, target?: string): Prescription => {
  const row = rowOf(exerciseId);
  return prescribe(findExercise(exerciseId)!, row.values, row.view, method, {
    id: id(1),
    modelVersion: survey.modelVersion,
    unit: "kg",
    mass: 70,
    sore: false,
    beginner: false,
    target,
  });
};
const tools = { survey, method, exercises };
const TODAY = "2026-11-29";
const everything = {
  mass: 70,
  equipment: [...new Set(library.flatMap((e) => e.equipment))],
  joints: [] as { joint: "elbow" | "knee" | "shoulder" | "spine"; side: "left"; severity: "sore"; note: string }[],
};
const swaps = (exerciseId: string, client: Parameters<typeof swapsFor>[3] = everything, target?: string) =>
  swapsFor(
    line(exerciseId, target),
    survey.rows.find((r) => r.exerciseId === exerciseId),
    survey,
    client,
    CURRENT_EDITION,
    exercises,
  );
const families = (exerciseId: string, client?: Parameters<typeof swapsFor>[3], target?: string) =>
  [...new Set(swaps(exerciseId, client, target).rows.map((r) => r.exercise.family))].sort();

test("a line keeps the head it was chosen for, whatever has most credit", () => {
  const row = line("seated-cable-row", "latissimus-lumbar");
  expect(headFor(row)).toBe("latissimus-lumbar");
  // unless somebody says, it is the head that does most work in the first muscle it is for
  expect(headFor(line("back-squat"))).toMatch(/^vastus|^rectus-femoris/);
  expect(headFor({ ...row, target: null })).not.toBeNull();
});

test("a swap does what the head did: no shrug or raise for a row, no curl for a row's biceps", () => {
  expect(families("seated-cable-row")).not.toContain("shrug");
  expect(families("seated-cable-row")).not.toContain("raise");
  expect(families("cable-pushdown")).not.toContain("pullover");
  expect(families("standing-dumbbell-curl")).toEqual(expect.arrayContaining(["curl"]));
  expect(families("standing-dumbbell-curl")).not.toContain("row");
  expect(families("lying-leg-curl")).not.toContain("hinge");
});

test("a swap always works the head, is another setup and uses what is there", () => {
  for (const e of [
    "cable-pushdown",
    "back-squat",
    "seated-cable-row",
    "barbell-bench-press",
    "romanian-deadlift",
    "standing-calf-raise",
  ]) {
    const home = { equipment: ["dumbbell", "bench"] as typeof everything.equipment, joints: [], mass: 70 };
    const { head, rows } = swaps(e, home);
    for (const r of rows) {
      expect(listedFor(survey, head!, CURRENT_EDITION)).toContain(r.row);
      expect(r.row.setupKey).not.toBe(rowOf(e).setupKey);
      expect(r.exercise.equipment.every((x) => home.equipment.includes(x))).toBe(true);
    }
  }
});

test("nothing that asks more of a noted joint is offered: no bench press for a sore elbow on a pushdown", () => {
  for (const joint of ["elbow", "shoulder", "knee", "spine"] as const)
    for (const e of [
      "cable-pushdown",
      "lying-barbell-extension",
      "back-squat",
      "seated-cable-row",
      "barbell-bench-press",
    ]) {
      const sore = { ...everything, joints: [{ joint, side: "left" as const, severity: "sore" as const, note: "" }] };
      const { own, rows } = swaps(e, sore);
      const before = own?.strains[joint] ?? findExercise(e)!.joints[joint] ?? 0;
      for (const r of rows) expect(r.strains[joint] ?? 0).toBeLessThanOrEqual(before);
    }
  const sore = {
    ...everything,
    joints: [{ joint: "elbow" as const, side: "left" as const, severity: "sore" as const, note: "" }],
  };
  expect(swaps("cable-pushdown", sore).rows.map((r) => r.exercise.id)).not.toContain("barbell-bench-press");
});

test("sets, effort, rest, note and what it is for stay; load and reps are the new exercise's", () => {
  const p = {
    ...line("cable-pushdown", "triceps-long"),
    reserves: [2, 2, 1, 0],
    rest: 111,
    note: "kept",
    load: { value: 30, unit: "kg" as const, meaning: "stack" as const },
  };
  const [best] = swapsFor(p, rowOf("cable-pushdown"), survey, everything, CURRENT_EDITION, exercises).rows;
  const next = swapped(p, best!.row, clientOf(), tools, { id: id(9), today: TODAY });
  expect(next).toMatchObject({
    id: id(9),
    reserves: [2, 2, 1, 0],
    rest: 111,
    note: "kept",
    target: "triceps-long",
    load: null,
    exerciseId: best!.exercise.id,
  });
});

test("the check's first fix for a joint or missing kit is the swap, and it mends the line", () => {
  const client = clientOf({ joints: [{ joint: "elbow", side: "right", severity: "sore", note: "sore" }] });
  const program = programOf([[line("lying-barbell-extension", "triceps-long")]]);
  const swapFor = (p: Prescription) => {
    const [best] = swapsFor(p, rowOf(p.exerciseId), survey, client, CURRENT_EDITION, exercises).rows;
    return best
      ? {
          kind: "swap" as const,
          name: best.exercise.name,
          head: "triceps-long",
          operations: [
            {
              kind: "swap" as const,
              prescriptionId: p.id,
              prescription: swapped(p, best.row, client, tools, { id: id(50), today: TODAY }),
            },
          ],
        }
      : null;
  };
  const lines = (p: typeof program) => checkWeek(p, client, method, exercises, undefined, { swapFor });
  const found = lines(program).find((c) => checkId(c).startsWith("joint "))!;
  expect(found.fixes.map((f) => f.kind)).toEqual(["swap", "take off"]);
  expect(fixText(found.fixes[1]!)).toBe(`Take ${program.days[0]!.blocks[0]!.prescriptions[0]!.name} off Day 1`);
  const mended = applyOperation(program, found.fixes[0]!.operations[0]!);
  if (!("program" in mended)) throw new Error("not mended");
  expect(prescriptionsOf(mended.program)[0]!.target).toBe("triceps-long");
  const [was, is] = [program, mended.program].map(
    (p) => findExercise(prescriptionsOf(p)[0]!.exerciseId)!.joints.elbow ?? 0,
  );
  expect(is).toBeLessThanOrEqual(was!);
  const away = checkWeek(
    program,
    clientOf({ equipment: ["dumbbell", "bench", "cable"] }),
    method,
    exercises,
    undefined,
    { swapFor },
  ).find((c) => checkId(c).startsWith("equipment "))!;
  expect(away.fixes[0]!.kind).toBe("swap");
});

test("likeness is a direction: of itself 1, of the opposite -1, of nothing 0", () => {
  const a = { elbow: -3, shoulderFlexion: 4 };
  expect(likeness(a, { elbow: -6, shoulderFlexion: 8 })).toBeCloseTo(1);
  expect(likeness(a, { elbow: 3, shoulderFlexion: -4 })).toBeCloseTo(-1);
  expect(likeness({ elbow: 1 }, { hipFlexion: 1 })).toBe(0);
  expect(likeness(a, undefined)).toBe(0);
});

test("a harder relative lifts the body too, for the same muscle, and is harder", () => {
  const push = rowOf("push-up");
  const harder = harderRelative(findExercise("push-up")!, push.view, 70, survey, exercises);
  expect(harder).not.toBeNull();
  const row = survey.rows.find((r) => r.setupKey === harder!.setupKey)!;
  expect(row.view.ease).toBeLessThan(push.view.ease);
  expect(exercises.get(harder!.exerciseId)!.targets[0]).toBe(findExercise("push-up")!.targets[0]);
  expect(
    harderRelative(findExercise("cable-pushdown")!, rowOf("cable-pushdown").view, 70, survey, exercises),
  ).toBeNull();
});

test("where a joint hurts, only what clearly asks less of it is offered, and it is at hand", () => {
  const sparing = (exerciseId: string, joint: "elbow" | "shoulder") =>
    swapsFor(
      line(exerciseId),
      survey.rows.find((r) => r.exerciseId === exerciseId),
      survey,
      { ...everything, equipment: ["cable", "dumbbell", "bench"] },
      CURRENT_EDITION,
      exercises,
      joint,
    );
  const { own, rows } = sparing("lying-dumbbell-extension", "elbow");
  expect(rows.length).toBeGreaterThan(0);
  for (const r of rows) {
    expect(r.strains.elbow ?? 0).toBeLessThanOrEqual(own!.strains.elbow! - 0.05);
    expect(r.exercise.id).not.toMatch(/^lying-(dumbbell|barbell)-extension$/);
    expect(r.exercise.equipment.every((e) => ["cable", "dumbbell", "bench"].includes(e))).toBe(true);
  }
});

describe("what a swap keeps", () => {
  /** a line that is as its coach wants it, in every field */
  const old: Prescription = {
    ...line("cable-pushdown", "triceps-long"),
    reserves: [3, 2, 2, 1],
    reps: { low: 6, high: 9 },
    rest: 111,
    tempo: { lower: 5, longPause: 2, lift: 1, shortPause: 1 },
    load: { value: 30, unit: "kg", meaning: "stack" },
    technique: { id: "rest-pause", easier: null },
    structure: "ramp",
    rampSets: 2,
    purpose: "warm-up",
    turns: "alternating",
    begins: "left",
    swing: "small",
    tempos: [null, { lower: 6, longPause: 0, lift: 1, shortPause: 0 }, null, null],
    note: "elbows in",
    locked: true,
    alternatives: [{ exerciseId: "cable-curl", values: {}, setupKey: "x", name: "x" } as never],
    earlier: [{ setupKey: "before", name: "before", ratio: 2, until: "2026-10-01" }],
  };
  const row = rowOf("lying-dumbbell-extension");
  const fresh = lineFor(row, clientOf(), tools, id(9), "triceps-long");
  const next = inPlaceOf(old, fresh, row, clientOf(), tools);

  test("every field of a line has its rule, and a line as it is differs from a new one in each of them", () => {
    expect(Object.keys(FIELDS).sort()).toEqual(Object.keys(old).sort());
    const same = Object.keys(FIELDS).filter(
      (f) => JSON.stringify(old[f as keyof Prescription]) === JSON.stringify(fresh[f as keyof Prescription]),
    );
    // what two exercises for one head of one place have in common
    expect(same.sort()).toEqual(
      ["bodyLoad", "changeSeconds", "harder", "modelVersion", "setupSeconds", "sides", "target"].sort(),
    );
  });

  test.each(Object.entries(FIELDS))("%s: %s", (field, rule) => {
    const [was, is, would] = [old, next, fresh].map((p) => p[field as keyof Prescription]);
    if (rule === "place") expect(is).toEqual(was);
    if (rule === "exercise") expect(is).toEqual(would);
  });

  test("what is judged: no set nearer to failure than it bears, a technique where none forbids it, no alternative to itself", () => {
    expect(next.reserves).toEqual(old.reserves);
    const squat = rowOf("back-squat");
    const heavy = inPlaceOf(
      { ...old, reserves: [0, 0] },
      lineFor(squat, clientOf(), tools, id(9)),
      squat,
      clientOf(),
      tools,
    );
    expect(Math.min(...heavy.reserves)).toBeGreaterThan(0);
    expect(heavy.technique).toBeNull();
    const own = [{ ...old.alternatives[0]!, setupKey: fresh.setupKey }];
    expect(inPlaceOf({ ...old, alternatives: own }, fresh, row, clientOf(), tools).alternatives).toEqual([]);
    expect(next.alternatives).toEqual(old.alternatives);
    // nobody swings on a bench; where there is room for a swing it stays
    expect(next.swing).toBe("none");
    const curl = rowOf("standing-dumbbell-curl");
    expect(inPlaceOf(old, lineFor(curl, clientOf(), tools, id(9)), curl, clientOf(), tools).swing).toBe("small");
  });

  test("another setup of the same exercise is the same line: its id, its log and all that was decided", () => {
    const setups = survey.rows.filter((r) => r.exerciseId === "cable-pushdown");
    expect(setups.length).toBeGreaterThan(1);
    const now = swapped(old, setups[1]!, clientOf(), tools, { id: id(9), today: TODAY });
    expect(now.id).toBe(old.id);
    expect(now.earlier[0]).toMatchObject({ setupKey: old.setupKey, until: TODAY });
    expect(now.earlier[1]).toMatchObject({ setupKey: "before" });
    for (const f of [
      "reserves",
      "reps",
      "rest",
      "tempo",
      "technique",
      "structure",
      "purpose",
      "note",
      "locked",
    ] as const)
      expect([f, now[f]]).toEqual([f, old[f]]);
    // the load moves as the loads that the two allow: found here from the engine, not from the survey
    const [was, is] = [setups[0]!, setups[1]!].map(
      (r) => analyse(compileModel(body), resolveSetup(findExercise(r.exerciseId)!, r.values)).rawLoad,
    );
    expect(now.earlier[0]!.ratio).toBeCloseTo(is! / was!, 2);
    expect(now.load!.value / old.load!.value).toBeCloseTo(is! / was!, 0);
  });
});
