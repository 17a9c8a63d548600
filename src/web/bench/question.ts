/** What every question to the bench is asked with. */
import type { Client } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import type { Values } from "#core/exercises/setup";
import type { Analysis } from "#core/mechanics/analyse";
import type { Body } from "#core/mechanics/model";

export interface QuestionProps {
  analysis: Analysis;
  client: Client | null;
  exercise: Exercise;
  values: Values;
  headId: string;
  /** heads that work here */
  heads: readonly string[];
  body: Body;
  onValues: (values: Values) => void;
}
