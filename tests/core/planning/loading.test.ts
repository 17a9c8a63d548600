import { findExercise, library } from "#core/exercises/library";
import { resolveSetup, type Values } from "#core/exercises/setup";
import { surveySetups, type SurveyRow } from "#core/mechanics/survey";
import { bodyLoadOf, loadingOf } from "#core/planning/loading";
import { CURRENT_EDITION } from "#core/edition/edition";
import { prescribe } from "#core/planning/prescribe";
import { id } from "../../support/programs";

const { method } = CURRENT_EDITION;

const MASS = 75;
const body = { stature: 1.75, mass: MASS };
const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
const { rows } = surveySetups(setups, body, 0);
const row = (exerciseId: string): SurveyRow => rows.find((r) => r.exerciseId === exerciseId)!;
const made = (exerciseId: string, values: Values = row(exerciseId).values) =>
  prescribe(findExercise(exerciseId)!, values, row(exerciseId).view, method, {
    id: id(1),
    modelVersion: "x",
    unit: "kg",
    mass: MASS,
    sore: false,
    beginner: false,
  });

test("what is compound follows from joints, spine and engaged mass, not from a family's name", () => {
  const compound = [
    "barbell-bench-press",
    "overhead-press",
    "dip",
    "push-up",
    "back-squat",
    "front-squat",
    "leg-press",
    "split-squat",
    "deadlift",
    "romanian-deadlift",
    "good-morning",
    "bent-over-barbell-row",
    "seated-cable-row",
    "chest-supported-row",
    "one-arm-dumbbell-row",
    "pull-up",
    "cable-pulldown",
    "hip-thrust",
    "floor-bridge",
  ];
  const single = [
    "standing-dumbbell-curl",
    "preacher-curl",
    "cable-pushdown",
    "overhead-cable-extension",
    "dumbbell-side-raise",
    "cable-fly",
    "reverse-fly",
    "leg-extension",
    "lying-leg-curl",
    "seated-leg-curl",
    "standing-calf-raise",
    "dumbbell-shrug",
    "wrist-curl",
    "machine-hip-abduction",
    "straight-arm-pulldown",
    "cable-crunch",
    "dumbbell-side-bend",
  ];
  expect(compound.filter((e) => !loadingOf(row(e).view, method).compound)).toEqual([]);
  expect(single.filter((e) => loadingOf(row(e).view, method).compound)).toEqual([]);
});

test("what loads the spine is what stands or hinges under a load", () => {
  const loaded = [
    "back-squat",
    "front-squat",
    "deadlift",
    "romanian-deadlift",
    "good-morning",
    "bent-over-barbell-row",
  ];
  const spared = [
    "leg-press",
    "chest-supported-row",
    "one-arm-dumbbell-row",
    "hip-thrust",
    "pull-up",
    "barbell-bench-press",
    "leg-extension",
    "standing-dumbbell-curl",
    "split-squat",
  ];
  expect(loaded.filter((e) => !loadingOf(row(e).view, method).spineLoaded)).toEqual([]);
  expect(spared.filter((e) => loadingOf(row(e).view, method).spineLoaded)).toEqual([]);
});

test("rest and reserve follow: a squat no longer rests like a curl", () => {
  expect(made("back-squat")).toMatchObject({ rest: 180, reserves: [3, 2, 2], reps: { low: 6 } });
  expect(made("chest-supported-row")).toMatchObject({ rest: 150, reserves: [3, 2, 1] });
  expect(made("standing-dumbbell-curl")).toMatchObject({ rest: 90, reserves: [2, 1, 1] });
});

test("the body's share that is lifted is near what is published", () => {
  const share = (e: string) => row(e).view.bodyLoad / MASS;
  // push-up on the hands: 64 to 70 % of body mass (Suprak 2011; Ebben 2011; recalled, unverified)
  expect(share("push-up")).toBeGreaterThan(0.6);
  expect(share("push-up")).toBeLessThan(0.76);
  // hanging or standing on the hands: all but hands and forearms
  for (const e of ["pull-up", "dip"]) {
    expect(share(e)).toBeGreaterThan(0.88);
    expect(share(e)).toBeLessThanOrEqual(1);
  }
  // head, arms and trunk are about half of a body: what a hinge lifts beside the bar
  for (const e of ["romanian-deadlift", "good-morning", "back-extension"]) {
    expect(share(e)).toBeGreaterThan(0.35);
    expect(share(e)).toBeLessThan(0.62);
  }
  for (const e of ["standing-dumbbell-curl", "dumbbell-side-raise", "barbell-bench-press", "leg-extension"])
    expect(bodyLoadOf(row(e).view, MASS)).toBe(0);
});

test("the share grows with the body, in kilograms", () => {
  const heavy = surveySetups([resolveSetup(findExercise("pull-up")!, {})], { stature: 1.75, mass: 100 }, 0).rows[0]!;
  expect(heavy.view.bodyLoad / 100).toBeCloseTo(row("pull-up").view.bodyLoad / MASS, 1);
});

test("a pull-up's window is that of a body and what hangs from it", () => {
  const { reps, bodyLoad } = made("pull-up");
  expect(bodyLoad).toBeGreaterThan(60);
  // one step of 2.5 kg on about 73 kg, one over the bottom: (30 + top + 2) = (1 + 2.5 / 73) (30 + 7 + 2)
  expect(reps).toEqual({ low: 6, high: 9 });
});
