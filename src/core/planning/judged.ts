/**
 * What the check of a week yields: judgements with their number, limit, state and what would mend them, and what they
 * are made from.
 */
import type { MoveId, Priority, WeakLink } from "#core/clients/choices";
import type { Client as WholeClient, ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import type { Hindrance } from "./supersets";
import type { Joint } from "#core/exercises/joints";
import type { Strains } from "#core/exercises/strains";
import type { Suitability } from "#core/suitability/suitability";
import type { BodyView } from "#core/mechanics/survey";
import type { ClassId } from "#core/edition/choices";
import type { FloorReason } from "#core/planning/effort";
import type { WeekDose } from "#core/planning/dose";
import type { Watch } from "#core/planning/groups";
import type { TechniqueId } from "#core/program/limits";
import type { Operation, Prescription, Program } from "#core/program/document";
import type { Refusal } from "#core/planning/techniques";
import type { SwingRefusal } from "#core/planning/swing";
import type { Swung } from "#core/exercises/swing";

export type CheckState = "pass" | "look" | "problem";

/** what would mend it, as operations; what it is, for the words */
export type Fix = { operations: Operation[] } & (
  | { kind: "add set" | "drop set" | "turn effort round" | "earlier"; name: string }
  | { kind: "swap"; name: string; head: string }
  | { kind: "take off" | "to day"; name: string; day: string }
  | { kind: "ladder" | "more reserve" }
  | { kind: "more reps"; name: string }
  | { kind: "rest"; seconds: number }
  | { kind: "loads"; lines: number }
  | { kind: "plain sets" | "no swing"; name: string }
  | { kind: "swap for part"; name: string; for: string }
);

export interface Named {
  id: string;
  name: string;
}

interface Judged<Kind extends string, Subject, Value, Limit> {
  kind: Kind;
  subject: Subject;
  number: Value;
  limit: Limit;
  state: CheckState;
  /** the best first */
  fixes: Fix[];
}

export interface OfGroup {
  group: string;
}
export interface OfDay {
  day: Named;
}
export interface OfLine {
  line: Named;
}

export type Check =
  | Judged<
      "dose",
      OfGroup,
      {
        /** effective sets, s of them indirect; `tight` where every day is nearly full */
        sets: number;
        indirect: number;
        tight: boolean;
      },
      { low: number; high: number; most: number; priority: Priority }
    >
  | Judged<"ceiling", OfGroup, { sets: number; indirect: number }, number>
  | Judged<"direct", OfGroup, /** effective sets that are its own */ number, number>
  | Judged<"session dose", OfGroup & { day: Named | null }, number, { usual: readonly [number, number]; most: number }>
  | Judged<"frequency", OfGroup, number, { least: number; priority: Priority }>
  | Judged<"minutes", OfDay, number, number>
  | Judged<
      "joint",
      OfLine & { joint: Joint },
      /** stated strain, 0 to 1 */ number,
      { note: string; caution: string | null; gentler: string | null }
    >
  | Judged<"mobility", OfLine & { move: MoveId }, /** deg that the setup asks */ number, /** deg */ number>
  | Judged<"equipment", OfLine, /** what is missing */ string[], null>
  | Judged<
      "not for",
      OfLine,
      "helper" | "unwanted" | "skill" | "weak",
      /** weak links that it asks too much of */ WeakLink[]
    >
  | Judged<"tempo", OfLine, /** s a rep */ number, readonly [number, number]>
  | Judged<"rest", OfLine, /** s */ number, number>
  | Judged<"effort", OfLine, /** reserve of each set */ number[], null>
  | Judged<"redundant", { lines: [Named, Named] }, /** lengths apart */ number, number>
  | Judged<"long length", OfGroup, /** longest loaded length */ number, number>
  | Judged<"rep bands", OfGroup, /** names of the bands used */ string[], number>
  | Judged<"order", OfDay & { late: Named; before: Named }, null, null>
  | Judged<"superset", OfDay & { lines: Named[] }, Hindrance, null>
  | Judged<"sides", Record<string, never>, { one: number; all: number }, number>
  | Judged<"part", OfGroup & { part: string }, /** sets */ number, number>
  | Judged<
      "thirds",
      OfGroup,
      /** share of the tension in the short, middle and long third */ [number, number, number],
      number
    >
  | Judged<"positions", OfGroup & { what: "arm positions" | "grips" }, string[], number>
  | Judged<"push and pull", { what: string }, { back: number; front: number }, number>
  | Judged<"layout", OfDay, number, null>
  | Judged<"division", OfLine & OfDay, /** its group */ string, /** what the day is for */ string[]>
  | Judged<
      "effort of the day",
      OfDay,
      /** mean reserve of the last sets, early and late */ { early: number; late: number },
      null
    >
  | Judged<"least reserve", OfLine, /** reserve of each set */ number[], { least: number; of: ClassId }>
  | Judged<"rep floor", OfLine, number, { reps: number; because: FloorReason }>
  | Judged<"spine", { day: Named | null }, /** points */ number, number>
  | Judged<"limiter", OfLine & { muscle: string }, /** share of what ends it */ number, number>
  | Judged<"technique", OfLine & { technique: TechniqueId }, Refusal[], null>
  | Judged<"swing", OfLine & { swing: Swung }, SwingRefusal[], null>
  | Judged<"techniques a day", OfDay, number, number>
  | Judged<"techniques apart", OfLine & { technique: TechniqueId }, number, /** days */ number>
  | Judged<"two weeks", Record<string, never>, /** share of its lines that are others */ number, number>
  | Judged<"loads", { lines: Named[] }, /** lines */ number, null>
  | Judged<"step", OfLine, /** of a usual load */ number, number>;

export type CheckKind = Check["kind"];

/**
 * Kinds that the planner weighs against dose and minutes and takes where nothing better is at hand: one of them is no
 * fault of a week, a list of them hides the faults.
 */
export const WEIGHED = ["limiter", "positions"] as const satisfies readonly CheckKind[];
export type WeighedKind = (typeof WEIGHED)[number];

/** what is to be looked at among them, a list a kind */
export const weighedIn = (checks: readonly Check[]): Check[][] =>
  WEIGHED.map((kind) => checks.filter((c) => c.kind === kind && c.state === "look")).filter((list) => list.length > 0);

/**
 * the best other setup for what a line was chosen for, which asks less of a joint where one is to be spared; null where
 * there is none or it is not known yet
 */
export type SwapFor = (p: Prescription, spare?: Joint) => Fix | null;

export type Client = Pick<ClientInput, "priorities" | "level" | "minutes" | "daysPerWeek" | "joints" | "equipment"> &
  Partial<
    Pick<ClientInput, "alone" | "mobility" | "unwanted" | "weak" | "unit" | "units" | "loads" | "stations" | "weekdays">
  > &
  Pick<Partial<WholeClient>, "elsewhere">;

/** what is known beside the week itself; what is not known is not judged */
export interface Known {
  swapFor?: SwapFor;
  /** what the client's body says of a line's setup */
  viewOf?: (p: Prescription) => BodyView | null;
  /** what a line's setup asks of joints in it; what the exercise states where that is not known */
  strainsOf?: (p: Prescription) => Strains | null;
  /** a swap of a line that covers a part of its group */
  partFor?: (p: Prescription, part: Watch) => Fix | null;
  /** both weeks, where two take turns */
  whole?: Program;
}

/** what every judgement looks at */
export interface Week extends Required<Known> {
  /** what counts of it */
  program: Program;
  /** with what warms up and cools down */
  all: Program;
  client: Client;
  method: Method;
  exercises: ReadonlyMap<string, Exercise>;
  /** whether a line suits the client; null where its exercise is not known */
  suits: (p: Prescription) => Suitability | null;
  dose: WeekDose;
}
