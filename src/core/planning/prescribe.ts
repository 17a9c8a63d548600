/**
 * "Use for ...": a first prescription for a setup, with everything pinned that a later calibration must not rewrite.
 */
import { exerciseFor } from "#core/exercises/form";
import { findHead } from "#core/anatomy/anatomy";
import type { Exercise } from "#core/exercises/format";
import { completeValues, setupKey, setupName, type Values } from "#core/exercises/setup";
import { exerciseVersion } from "#core/exercises/version";
import type { BodyView, Survey } from "#core/mechanics/survey";
import { creditsOf } from "#core/planning/dose";
import { classOf, ladder, repFloor } from "#core/planning/effort";
import { bodyLoadOf, loadingOf } from "#core/planning/loading";
import type { Method } from "#core/edition/method";
import { inKg } from "#core/base/kilograms";
import type { AtLoads } from "#core/clients/client";
import { loadStepFor } from "#core/planning/loads";
import type { Alternative, Prescription } from "#core/program/document";
import { windowTop } from "#core/program/window";

/** loads are those of the client's place */
export interface PrescribeOptions extends AtLoads {
  id: string;
  modelVersion: string;
  /** kg, of the body that the view is of */
  mass: number;
  /** a joint noted at this client and strained here: double digits */
  sore: boolean;
  beginner: boolean;
  /** the head it is chosen for; the one that works most among the exercise's targets unless given */
  target?: string | undefined;
  harder?: Alternative | null;
}

/** the head that does most work among the muscles an exercise is for, the first muscle first */
export function targetOf(exercise: Exercise, view: BodyView): string | null {
  for (const muscle of exercise.targets) {
    const [head] = Object.entries(view.heads)
      .filter(([id, m]) => m && findHead(id)?.muscle === muscle)
      .sort(([, a], [, b]) => b!.shareOfAll - a!.shareOfAll);
    if (head) return head[0];
  }
  return null;
}

export function prescribe(
  exercise: Exercise,
  values: Values,
  view: BodyView,
  method: Method,
  options: PrescribeOptions,
): Prescription {
  const { stated } = exercise;
  const kind = classOf(loadingOf(view, method));
  const { start, rest } = method.classes[kind];
  const body = bodyLoadOf(view, options.mass);
  const usual = stated.usualLoad + body;
  const loadStep = loadStepFor(options, exercise);
  const asked = { usual, step: inKg(loadStep), sore: options.sore, beginner: options.beginner };
  const bottom = Math.max(start, repFloor(kind, asked, method).reps);
  return {
    id: options.id,
    exerciseId: exercise.id,
    exerciseVersion: exerciseVersion(exercise),
    values: { ...completeValues(exercise, values) },
    setupKey: setupKey(exercise, values),
    modelVersion: options.modelVersion,
    name: setupName(exercise, values),
    target: options.target ?? targetOf(exercise, view),
    credits: creditsOf(view, exercise, method),
    sides: exercise.sides,
    setupSeconds: stated.setupSeconds,
    changeSeconds: stated.changeSeconds,
    loadStep,
    bodyLoad: body,
    harder: options.harder ?? null,
    reserves: ladder(kind, method.writing.sets, 0, stated, method),
    reps: { low: bottom, high: windowTop(bottom, 2, usual, inKg(loadStep), method) },
    rest,
    tempo: {
      lower: 3,
      longPause: exercise.family === "curl" || exercise.family === "extension" ? 1 : 0,
      lift: 1,
      shortPause: 0,
    },
    load: null,
    technique: null,
    structure: "straight",
    rampSets: 0,
    purpose: "work",
    turns: "one-then-other",
    begins: "either",
    swing: "none",
    tempos: [],
    note: "",
    locked: false,
    alternatives: [],
    earlier: [],
  };
}

/** how much harder a relative has to be to count as a step, and how much harder is too much */
const HARDER = [0.03, 0.45] as const;

/** among setups of the same family and muscle that lift the body, the one that is next harder without any load */
export function harderRelative(
  exercise: Exercise,
  view: BodyView,
  mass: number,
  survey: Survey,
  exercises: ReadonlyMap<string, Exercise>,
): Alternative | null {
  if (bodyLoadOf(view, mass) === 0) return null;
  const [next] = survey.rows
    .flatMap((row) => {
      const e = exerciseFor(exercises, row);
      if (
        !e ||
        e.family !== exercise.family ||
        e.targets[0] !== exercise.targets[0] ||
        !row.view.feasible ||
        bodyLoadOf(row.view, mass) === 0
      )
        return [];
      const drop = 1 - row.view.ease / view.ease;
      return drop >= HARDER[0] && drop <= HARDER[1] ? [{ e, row, drop }] : [];
    })
    .sort((a, b) => a.drop - b.drop);
  return next
    ? {
        exerciseId: next.e.id,
        values: { ...next.row.values },
        setupKey: next.row.setupKey,
        name: setupName(next.e, next.row.values),
      }
    : null;
}
