/**
 * An edition: everything a practice judges by, as one value that is handed in. What is planned with an edition names
 * it and is judged by it for good; a later edition is a further entry here, and an earlier one is never changed.
 */
import { contestedSchema, schoolsSchema, type Contested, type Criterion, type School, type Tier } from "./schools";
import { methodSchema, type Method } from "./method";
import contestedData from "./contested.json" with { type: "json" };
import methodData from "./method.json" with { type: "json" };
import schoolsData from "./schools.json" with { type: "json" };

export interface Edition {
  id: string;
  method: Method;
  /** the one that ranks */
  school: School;
  schools: readonly School[];
  criteria: readonly Criterion[];
  /** best first */
  tiers: readonly Tier[];
  contested: readonly Contested[];
}

function first(): Edition {
  const { schools, criteria, tiers } = schoolsSchema.parse(schoolsData);
  return {
    id: "gryn-1",
    method: methodSchema.parse(methodData),
    school: schools[0]!,
    schools,
    criteria,
    tiers,
    contested: contestedSchema.parse(contestedData),
  };
}

/** oldest first */
export const editions: readonly Edition[] = [first()];

/** what new plans are made with */
export const CURRENT_EDITION: Edition = editions[editions.length - 1]!;

/** the edition something was planned with; the present one where it is not known here */
export const editionOf = (planned: { edition: string }): Edition =>
  editions.find((e) => e.id === planned.edition) ?? CURRENT_EDITION;

export const tierOf = (score: number, { tiers }: Pick<Edition, "tiers">): Tier =>
  tiers.find((t) => score >= t.from) ?? tiers[tiers.length - 1]!;
