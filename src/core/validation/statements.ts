/** The judged statements by the exercise they speak of, for the pages; a test holds them against the cases. */
import type { Verdict } from "./cases/measure";
import data from "./statements.json" with { type: "json" };

export interface Statement {
  id: string;
  statement: string;
  verdict: Verdict;
  because: string;
  exercises: string[];
}

export const statements = data as readonly Statement[];

export const statementsOf = (exerciseId: string): Statement[] =>
  statements.filter((s) => s.exercises.includes(exerciseId));
