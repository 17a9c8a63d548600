/** What the page and its web worker say to each other. */
import type { Analysis } from "#core/mechanics/analyse";
import type { Easier } from "#core/planning/easier";
import type { Relief } from "#core/bench/felt";
import type { Aim, Bounds, Search } from "#core/bench/find";
import type { PartFacts, RangeAdvice } from "#core/bench/range";
import type { Quantity, Sweep, SweepMap } from "#core/bench/sweep";
import type { Part } from "#core/mechanics/analyse";
import type { Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import type { Counting } from "#core/ranking/tension";
import type { ChosenLoad, ChosenSet } from "#core/training/chosen-load";
import type { ClientStrength } from "#core/training/client-strength";
import type { LiftedSet } from "#core/training/belief";

export interface SetupAsk {
  exerciseId: string;
  values: Readonly<Record<string, number>>;
}

export type Ask =
  | { id: number; kind: "analyse"; setup: SetupAsk; body: Body; samples?: number }
  | { id: number; kind: "survey"; setups: SetupAsk[]; body: Body; bodies: number }
  | { id: number; kind: "strength"; body: Body; sets: LiftedSet[]; setups: SetupAsk[] }
  | { id: number; kind: "chosen"; setup: SetupAsk; body: Body; load: ChosenLoad }
  | { id: number; kind: "easier"; setup: SetupAsk; body: Body; head: string | null }
  | {
      id: number;
      kind: "sweep";
      setup: SetupAsk;
      body: Body;
      parameter: string;
      asked: { head: string; quantity: Quantity }[];
      points: number;
    }
  | {
      id: number;
      kind: "map";
      setup: SetupAsk;
      body: Body;
      parameters: [string, string];
      head: string;
      quantity: Quantity;
    }
  | { id: number; kind: "felt"; setup: SetupAsk; body: Body; head: string; muscle: string }
  | { id: number; kind: "part"; setup: SetupAsk; body: Body; head: string; counting: Counting; part: Part }
  | {
      id: number;
      kind: "range";
      setup: SetupAsk;
      body: Body;
      head: string;
      counting: Counting;
      bound: number | null;
    }
  | { id: number; kind: "find"; setup: SetupAsk; body: Body; head: string; aim: Aim; bounds: Bounds }
  | { id: number; kind: "drop" };

export type Answer =
  | { id: number; kind: "analysis"; analysis: Analysis }
  | { id: number; kind: "survey"; survey: Survey }
  | { id: number; kind: "strength"; strength: ClientStrength }
  | { id: number; kind: "chosen"; set: ChosenSet | null }
  | { id: number; kind: "easier"; positions: Easier[] }
  | { id: number; kind: "sweep"; sweep: Sweep }
  | { id: number; kind: "map"; map: SweepMap }
  | { id: number; kind: "felt"; now: number; reliefs: Relief[] }
  | { id: number; kind: "part"; facts: PartFacts | null }
  | { id: number; kind: "range"; advice: RangeAdvice | null }
  | { id: number; kind: "progress"; share: number }
  | { id: number; kind: "find"; search: Search }
  | { id: number; kind: "failed"; reason: string };
