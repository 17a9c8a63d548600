/**
 * The editions' own files, read and checked, oldest first: a folder each, with what it changed. A build of the pages
 * holds what this module says and not how it was checked (vite.config.ts).
 */
import {
  contestedSchema,
  editionSchema,
  helpersSchema,
  methodSchema,
  plannerSchema,
  rankingSchema,
  rulesSchema,
  schoolsSchema,
  swingSchema,
  yardstickSchema,
} from "./schema";
import contested1 from "./gryn-1/contested.json" with { type: "json" };
import edition1 from "./gryn-1/edition.json" with { type: "json" };
import method1 from "./gryn-1/method.json" with { type: "json" };
import planner1 from "./gryn-1/planner.json" with { type: "json" };
import ranking1 from "./gryn-1/ranking.json" with { type: "json" };
import rules1 from "./gryn-1/rules.json" with { type: "json" };
import schools1 from "./gryn-1/schools.json" with { type: "json" };
import yardstick1 from "./gryn-1/yardstick.json" with { type: "json" };
import edition2 from "./gryn-2/edition.json" with { type: "json" };
import edition3 from "./gryn-3/edition.json" with { type: "json" };
import edition4 from "./gryn-4/edition.json" with { type: "json" };
import edition5 from "./gryn-5/edition.json" with { type: "json" };
import edition6 from "./gryn-6/edition.json" with { type: "json" };
import planner6 from "./gryn-6/planner.json" with { type: "json" };
import ranking6 from "./gryn-6/ranking.json" with { type: "json" };
import schools6 from "./gryn-6/schools.json" with { type: "json" };
import edition7 from "./gryn-7/edition.json" with { type: "json" };
import method7 from "./gryn-7/method.json" with { type: "json" };
import planner7 from "./gryn-7/planner.json" with { type: "json" };
import edition8 from "./gryn-8/edition.json" with { type: "json" };
import yardstick8 from "./gryn-8/yardstick.json" with { type: "json" };
import edition9 from "./gryn-9/edition.json" with { type: "json" };
import method9 from "./gryn-9/method.json" with { type: "json" };
import planner9 from "./gryn-9/planner.json" with { type: "json" };
import edition10 from "./gryn-10/edition.json" with { type: "json" };
import method10 from "./gryn-10/method.json" with { type: "json" };
import edition11 from "./gryn-11/edition.json" with { type: "json" };
import yardstick11 from "./gryn-11/yardstick.json" with { type: "json" };
import edition12 from "./gryn-12/edition.json" with { type: "json" };
import method12 from "./gryn-12/method.json" with { type: "json" };
import yardstick12 from "./gryn-12/yardstick.json" with { type: "json" };
import edition13 from "./gryn-13/edition.json" with { type: "json" };
import yardstick13 from "./gryn-13/yardstick.json" with { type: "json" };
import method5 from "./gryn-5/method.json" with { type: "json" };

export const first = {
  ...editionSchema.parse(edition1),
  method: methodSchema.parse(method1),
  contested: contestedSchema.parse(contested1),
  yardstick: yardstickSchema.parse(yardstick1),
  planner: plannerSchema.parse(planner1),
  ranking: rankingSchema.parse(ranking1),
  rules: rulesSchema.parse(rules1),
  schools: schoolsSchema.parse(schools1),
};

/** each changes what it names and keeps the rest of the one before it */
export const later = [
  { ...editionSchema.parse(edition2) },
  { ...editionSchema.parse(edition3) },
  { ...editionSchema.parse(edition4) },
  { ...editionSchema.parse(edition5), method: methodSchema.parse(method5) },
  {
    ...editionSchema.parse(edition6),
    planner: plannerSchema.parse(planner6),
    ranking: rankingSchema.parse(ranking6),
    ...schoolsSchema.parse(schools6),
  },
  {
    ...editionSchema.parse(edition7),
    method: methodSchema.parse(method7),
    planner: plannerSchema.parse(planner7),
  },
  { ...editionSchema.parse(edition8), yardstick: yardstickSchema.parse(yardstick8) },
  {
    ...editionSchema.parse(edition9),
    method: methodSchema.parse(method9),
    planner: plannerSchema.parse(planner9),
  },
  { ...editionSchema.parse(edition10), method: helpersSchema.parse(method10) },
  { ...editionSchema.parse(edition11), yardstick: yardstickSchema.parse(yardstick11) },
  {
    ...editionSchema.parse(edition12),
    method: swingSchema.parse(method12),
    yardstick: yardstickSchema.parse(yardstick12),
  },
  { ...editionSchema.parse(edition13), yardstick: yardstickSchema.parse(yardstick13) },
];
