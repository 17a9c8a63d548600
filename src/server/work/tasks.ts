/** What worker threads do for the server: the engine's part of a request. */
import { DEFAULT_METHOD } from "#core/planning/method";
import type { Program } from "#core/planning/program";
import type { Entry } from "#core/training/entry";
import { plausibleLoads, type Line } from "#core/training/plausible";
import { buildSnapshot } from "#core/training/snapshot";

export interface Body {
  stature: number;
  mass: number;
}

export type Task =
  | { kind: "snapshot"; program: Program; version: number; body: Body }
  | { kind: "plausible"; body: Body; lines: Line[]; entries: Entry[]; since: number };

export function run(task: Task): unknown {
  switch (task.kind) {
    case "snapshot":
      return buildSnapshot(task.program, task.version, task.body, DEFAULT_METHOD);
    case "plausible":
      return plausibleLoads(task.body, task.lines, task.entries, task.since);
  }
}
