/** What the page and its engine worker say to each other: each question by its kind, what is given, what comes back. */
import type { Form } from "#core/base/forms";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import type { SetupAsk } from "#core/exercises/asked";
import type { Analysis } from "#core/mechanics/analyse";
import type { Part } from "#core/exercises/part";
import type { FirstFrame } from "#core/drawing/rep";
import type { Thumbnail } from "#core/drawing/thumbnail";
import type { Easier } from "#core/planning/easier";
import type { Relief } from "#core/bench/felt";
import type { Aim, Bounds, Search } from "#core/bench/find";
import type { PartFacts, RangeAdvice, RangeRules } from "#core/bench/range";
import type { Quantity, Sweep, SweepMap } from "#core/bench/sweep";
import type { Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import type { Counting } from "#core/ranking/tension";
import type { ChosenLoad, ChosenSet } from "#core/training/chosen-load";
import type { ClientStrength } from "#core/training/client-strength";
import type { LiftedSet } from "#core/training/belief";

/** a setup in a body */
interface Posed {
  setup: SetupAsk;
  body: Body;
}

export interface Questions {
  analyse: { given: Posed & { samples?: number }; answer: Analysis };
  /** an analysis, and the picture that the bench begins with; @see FirstFrame */
  bench: { given: Posed & { head: string | null; form: Form }; answer: { analysis: Analysis; first?: FirstFrame } };
  survey: { given: { setups: readonly SetupAsk[]; body: Body; bodies: number }; answer: Survey };
  /** what logged sets say of the client's strength, and of the loads of the setups asked for */
  strength: {
    given: { body: Body; sets: readonly LiftedSet[]; setups: readonly SetupAsk[] };
    answer: ClientStrength;
  };
  /** a set at a chosen load, in a body of the client's own strengths; null where nothing can be told */
  chosen: { given: Posed & { load: ChosenLoad }; answer: ChosenSet | null };
  /** positions of the same exercise in which the same load is easier */
  easier: { given: Posed & { head: string | null; rules: Method["easier"] }; answer: Easier[] };
  /** a small picture of it where it is hardest; null where it cannot be posed */
  picture: {
    given: Posed & { head: string | null; width: number; height: number; form: Form };
    answer: Thumbnail | null;
  };
  /** what numbers do while a parameter, or the rep, goes through its range */
  sweep: {
    given: Posed & { parameter: string; asked: readonly { head: string; quantity: Quantity }[]; points: number };
    answer: Sweep;
  };
  /** one number over two parameters at once */
  map: { given: Posed & { parameters: [string, string]; head: string; quantity: Quantity }; answer: SweepMap };
  /** what of a setup takes work from a muscle that is felt instead of the head it is for */
  felt: {
    given: Posed & { head: string; muscle: string; rules: Method["felt"] };
    answer: { now: number; reliefs: Relief[] };
  };
  /** a part of the rep against the whole; null where the head does nothing in it */
  part: {
    given: Posed & { head: string; counting: Counting; rules: RangeRules; part: Part };
    answer: PartFacts | null;
  };
  /** where the rep should begin and end */
  range: {
    given: Posed & { head: string; counting: Counting; rules: RangeRules; bound: number | null };
    answer: RangeAdvice | null;
  };
  /** the best setup for an aim; tells the share that is done */
  find: { given: Posed & { head: string; aim: Aim; bounds: Bounds }; answer: Search };
}

export type Kind = keyof Questions;
export type Given<K extends Kind> = Questions[K]["given"];
export type Answered<K extends Kind> = Questions[K]["answer"];

export type ToWorker =
  | { [K in Kind]: { id: number; kind: K; given: Given<K> } }[Kind]
  /** nobody waits for it any more */
  | { id: number; kind: "drop" }
  /** the practice's own exercises, before the first ask and whenever they change */
  | { id: 0; kind: "shelf"; own: readonly Exercise[] };

export type ToAsk = Exclude<ToWorker, { kind: "drop" | "shelf" }>;

export type FromWorker =
  | { id: number; kind: "answer"; answer: unknown }
  | { id: number; kind: "progress"; share: number }
  | { id: number; kind: "failed"; reason: string };
