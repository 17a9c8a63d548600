/** What worker threads do for the server: the engine's part of a request. */
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import type { Program } from "#core/planning/program";
import type { History } from "#core/training/exposures";
import type { Rules } from "#core/planning/reps";
import { plausibleLoads } from "#core/training/plausible";
import { type Line } from "#core/training/lifted";
import { buildSnapshot } from "#core/training/snapshot";

interface SetupAsk {
  exerciseId: string;
  values: Readonly<Record<string, number>>;
}

export interface Body {
  stature: number;
  mass: number;
}

export type Task =
  | { kind: "snapshot"; program: Program; version: number; body: Body }
  | { kind: "survey"; body: Body; setups: SetupAsk[] }
  | {
      kind: "plausible";
      body: Body;
      lines: Line[];
      log: Pick<History, "entries" | "handedOver">;
      since: number;
      rules: Rules;
    };

export function run(task: Task): unknown {
  switch (task.kind) {
    case "snapshot":
      return buildSnapshot(task.program, task.version, task.body);
    case "survey":
      return surveySetups(
        task.setups.map((s) => resolveSetup(findExercise(s.exerciseId)!, s.values)),
        task.body,
        0,
      );
    case "plausible":
      return plausibleLoads(task.body, task.lines, task.log, task.since, task.rules);
  }
}
