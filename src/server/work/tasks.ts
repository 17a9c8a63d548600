/** What worker threads do for the server: the engine's part of a request. */
import type { Client } from "#core/clients/client";
import { admit, editionOf, type Edition } from "#core/edition/edition";
import type { Exercise } from "#core/exercises/format";
import { shelve } from "#core/exercises/shelf";
import { exercises, findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { checkWeek } from "#core/planning/check";
import { checkText } from "#core/planning/check-words";
import { dangersOf } from "#core/planning/dangers";
import type { Program } from "#core/program/document";
import type { History } from "#core/training/exposures";
import type { Rules } from "#core/training/rules";
import { plausibleLoads } from "#core/training/plausible";
import { type Line } from "#core/training/lifted";
import type { Body } from "#core/mechanics/model";
import type { Sheet } from "#core/sheet/marks";
import type { Snapshot } from "#core/training/handover";
import { buildSnapshot } from "#core/training/snapshot";

interface SetupAsk {
  exerciseId: string;
  values: Readonly<Record<string, number>>;
}

export type Task =
  | { kind: "snapshot"; program: Program; version: number; client: Client; edition: Edition; own: Exercise[] }
  | { kind: "survey"; body: Body; setups: SetupAsk[] }
  | { kind: "pdf"; sheet: Sheet }
  | {
      kind: "plausible";
      body: Body;
      own: Exercise[];
      lines: Line[];
      log: Pick<History, "entries" | "handedOver">;
      since: number;
      rules: Rules;
    };

/** what is handed over, and what of it can hurt, in words */
export interface HandedOver {
  snapshot: Snapshot;
  dangers: string[];
}

/** what is known without asking the engine: noted joints. The page asks it, and names more */
function dangersWithout(program: Program, client: Client): string[] {
  const checks = checkWeek(program, client, editionOf(program).method, exercises);
  return dangersOf(checks).map((c) => checkText(c).title);
}

export function run(task: Task): unknown {
  switch (task.kind) {
    case "snapshot":
      admit(task.edition);
      shelve(task.own);
      return {
        snapshot: buildSnapshot(task.program, task.version, task.client),
        dangers: dangersWithout(task.program, task.client),
      } satisfies HandedOver;
    case "survey":
      return surveySetups(
        task.setups.map((s) => resolveSetup(findExercise(s.exerciseId)!, s.values)),
        task.body,
        0,
      );
    case "pdf":
      // what writes it is large and seldom needed
      return import("#server/sheet/pdf").then(({ pdfOf }) => pdfOf(task.sheet));
    case "plausible":
      shelve(task.own);
      return plausibleLoads(task.body, task.lines, task.log, task.since, task.rules);
  }
}
