/** An edit of next week: what it changes, and why. */
import type { ClientInput } from "#core/clients/client";
import type { Room } from "#core/clients/days";
import type { Method } from "#core/edition/method";
import type { Joint } from "#core/exercises/joints";
import type { Change, Operation, Prescription, Program } from "#core/program/document";
import type { History } from "#core/training/exposures";
import type { Target } from "#core/training/progression";
import type { Gate, Review } from "./schema";
import type { Against, Elsewhere } from "./stay";

export type EditReason =
  | { kind: "pain" }
  | { kind: "unlikely"; sets: number }
  | { kind: "target"; target: Target }
  | { kind: "drop"; reps: number; workouts: number }
  | { kind: "side"; weaker: "left" | "right"; share: number; workouts: number }
  | { kind: "even"; weaker: "left" | "right"; share: number; workouts: number }
  | { kind: "uncapped" }
  | { kind: "replace"; because: Against }
  | { kind: "one-sided"; weaker: "left" | "right"; share: number; of: string }
  | { kind: "test set"; family: string; weeks: number }
  | { kind: "more"; family: string; group: string; weeks: number; probability: number }
  | { kind: "further day"; family: string; weeks: number; probability: number }
  | { kind: "first"; gate: Gate; family: string; weeks: number }
  | { kind: "lighter week"; lines: number; of: number }
  | { kind: "block end"; weeks: number }
  | { kind: "next block" }
  | { kind: "rotate"; from: string; to: string; weeks: number };

export interface Edit {
  /** changes with its evidence: what was declined is not proposed again for the same */
  key: string;
  lineId: string | null;
  name: string;
  reason: EditReason;
  /** none where a person has to look first: a conversation */
  operations: Operation[];
  /** a setup is to be found for the line: what it must be */
  find?: { spare: Joint | null; oneSided: boolean };
  /** priorities of the client that change with it */
  priorities?: ClientInput["priorities"];
  /** what hurts is accepted unless it is declined with a reason */
  safety: boolean;
}

export type ProposalClient = Pick<ClientInput, "priorities" | "level" | "phase"> & Room;

/** what a proposal is made from */
export interface ProposalAsk {
  program: Program;
  history: History;
  review: Review;
  client: ProposalClient;
  method: Method;
  /** keys of edits that were declined: a lighter week that is not wanted holds nothing back */
  declined?: ReadonlySet<string>;
  /** what other clients' logs say of a setup, by its key without a version */
  elsewhere?: ReadonlyMap<string, Elsewhere>;
}

export const change = (p: Prescription, c: Change): Operation => ({ kind: "change", prescriptionId: p.id, change: c });
