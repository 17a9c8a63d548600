/** "Use for ...": a first prescription for a setup, with everything pinned that a later calibration must not rewrite. */
import type { Exercise } from "#core/exercises/format";
import { completeValues, exerciseVersion, setupKey, setupName, type Values } from "#core/exercises/setup";
import type { BodyView } from "#core/mechanics/survey";
import { creditsOf } from "#core/planning/dose";
import type { Method } from "#core/planning/method";
import type { Load, Prescription } from "#core/planning/program";
import { windowTop } from "#core/training/progression";

const KG_PER_LB = 0.45359237;

/** the step of the equipment in the client's unit: whole pounds where a step in pounds is usual */
export function equipmentStep(exercise: Exercise, unit: "kg" | "lb"): Load {
  const kg = exercise.stated.loadStep;
  return { value: unit === "kg" ? kg : Math.max(1, Math.round((kg / KG_PER_LB) * 2) / 2), unit, meaning: exercise.stated.loadMeaning };
}

export interface PrescribeOptions {
  id: string;
  modelVersion: string;
  unit: "kg" | "lb";
  /** a joint noted at this client and strained here: double digits */
  sore: boolean;
}

export function prescribe(exercise: Exercise, values: Values, view: BodyView, method: Method, options: PrescribeOptions): Prescription {
  const { stated } = exercise;
  const compound = exercise.family === "press";
  const bottom = options.sore ? 12 : compound ? 6 : stated.loadStep / stated.usualLoad > 0.11 ? 12 : 8;
  return {
    id: options.id,
    exerciseId: exercise.id,
    exerciseVersion: exerciseVersion(exercise),
    values: { ...completeValues(exercise, values) },
    setupKey: setupKey(exercise, values),
    modelVersion: options.modelVersion,
    name: setupName(exercise, values),
    credits: creditsOf(view, exercise.targets, method.leastCredit),
    sides: exercise.sides,
    setupSeconds: stated.setupSeconds,
    changeSeconds: stated.changeSeconds,
    loadStep: equipmentStep(exercise, options.unit),
    reserves: compound ? [3, 2, 2] : [2, 1, 1],
    reps: { low: bottom, high: windowTop(bottom, 2, stated.usualLoad, stated.loadStep, method) },
    rest: compound ? 150 : 90,
    tempo: { lower: 3, longPause: exercise.family === "curl" || exercise.family === "extension" ? 1 : 0, lift: 1, shortPause: 0 },
    load: null,
    note: "",
    locked: false,
    alternatives: [],
  };
}
