import { findExercise } from "#core/exercises/library";
import { resolveSetup, type Values } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { CURRENT_EDITION } from "#core/edition/edition";
import { prescribe } from "#core/planning/prescribe";
import { emptyDay, type Prescription, type Program } from "#core/program/document";
import { NOTHING_NOTED, type ClientInput } from "#core/clients/client";

/** a readable uuid: the same number gives the same id */
export const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;

export function prescriptionOf(
  n: number,
  exerciseId = "cable-pushdown",
  values: Values = {},
  change: Partial<Prescription> = {},
): Prescription {
  const exercise = findExercise(exerciseId)!;
  const survey = surveySetups([resolveSetup(exercise, values)], { stature: 1.75, mass: 75 }, 0);
  return {
    ...prescribe(exercise, values, survey.rows[0]!.view, CURRENT_EDITION.method, {
      id: id(n),
      modelVersion: survey.modelVersion,
      unit: "kg",
      mass: 75,
      sore: false,
      beginner: false,
    }),
    ...change,
  };
}

export function programOf(days: Prescription[][], change: Partial<Program> = {}): Program {
  return {
    format: "gryn-program",
    version: 11,
    edition: CURRENT_EDITION.id,
    id: id(900),
    clientId: id(901),
    name: "Arm block",
    days: days.map((list, d) => ({
      ...emptyDay(id(910 + d), `Day ${d + 1}`),
      blocks: list.map((p, i) => ({ id: id(1000 + 10 * d + i), prescriptions: [p] })),
    })),
    ...change,
  };
}

export const clientOf = (change: Partial<ClientInput> = {}): ClientInput => ({
  ...NOTHING_NOTED,
  name: "Vera Test",
  stature: 1.7,
  mass: 70,
  level: "trained",
  daysPerWeek: 3,
  minutes: 45,
  unit: "kg",
  equipment: ["cable", "dumbbell", "barbell", "bench", "preacher-pad", "band"],
  priorities: { triceps: "grow", biceps: "grow" },
  cleared: true,
  ...change,
});
