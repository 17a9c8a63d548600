/** Asks for the planner: the library in the default body, a setup an exercise. */
import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import highsLoader, { type Highs } from "highs";
import { EQUIPMENT } from "#core/exercises/choices";
import { exercises, findExercise } from "#core/exercises/library";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups, type Survey } from "#core/mechanics/survey";
import { CURRENT_EDITION } from "#core/edition/edition";
import type { ClientInput } from "#core/clients/client";
import type { Prescription } from "#core/program/document";
import { startPriorities } from "#core/planning/starts";
import { AS_SET, daysOf } from "#core/solver/splits";
import type { PlanAsk, PlanTools } from "#core/solver/ask";
import { clientOf, programOf } from "./programs";
import { firstSetups, setupOf } from "./setups";

/** settings of one exercise that tests tell apart */
const SETTINGS = ["back-squat", "cable-curl"].flatMap((id) =>
  findExercise(id)!
    .setups.slice(1)
    .map((s) => setupOf(id, s.values)),
);

let survey: Survey | null = null;
/** worked out once a run: whoever comes first writes it down for the others, a number to the bit */
export function librarySurvey(): Survey {
  if (survey) return survey;
  const kept = process.env.GRYN_TEST_RUN && join(process.env.GRYN_TEST_RUN, "library.json");
  if (kept && existsSync(kept)) return (survey = JSON.parse(readFileSync(kept, "utf8")) as Survey);
  survey = surveySetups([...firstSetups(), ...SETTINGS], DEFAULT_BODY, 0);
  if (kept) {
    const own = `${kept}.${process.pid}`;
    writeFileSync(own, JSON.stringify(survey));
    renameSync(own, kept);
  }
  return survey;
}

let solver: Promise<Highs> | null = null;
export const tools = async (change: Partial<PlanTools> = {}): Promise<PlanTools> => ({
  highs: await (solver ??= highsLoader()),
  survey: librarySurvey(),
  edition: CURRENT_EDITION,
  exercises,
  ...change,
});

/** somebody with everything at hand, so many days of so many minutes */
export const trainee = (days: number, minutes: number, change: Partial<ClientInput> = {}): ClientInput =>
  clientOf({
    ...DEFAULT_BODY,
    equipment: [...EQUIPMENT],
    daysPerWeek: days,
    minutes,
    priorities: startPriorities(days, minutes, CURRENT_EDITION.method),
    ...change,
  });

export function askFor(client: ClientInput, change: Partial<PlanAsk> = {}, lines: Prescription[][] = []): PlanAsk {
  const program = programOf(Array.from({ length: client.daysPerWeek }, (_, d) => lines[d] ?? []));
  return {
    client,
    program,
    days: daysOf(program, client, AS_SET),
    use: "minutes",
    banned: [],
    keep: true,
    pairs: true,
    limit: 1,
    gap: 0.05,
    moves: 15_000,
    ...change,
  };
}
