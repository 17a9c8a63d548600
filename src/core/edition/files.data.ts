/**
 * The first edition's files, read and checked. A build of the pages holds what this module says and not how it was
 * checked (vite.config.ts).
 */
import { contestedSchema, methodSchema, schoolsSchema, yardstickSchema } from "./schema";
import contestedData from "./contested.json" with { type: "json" };
import methodData from "./method.json" with { type: "json" };
import yardstickData from "./yardstick.json" with { type: "json" };
import schoolsData from "./schools.json" with { type: "json" };

export const method = methodSchema.parse(methodData);
export const { schools, strength, terms, tiers } = schoolsSchema.parse(schoolsData);
export const contested = contestedSchema.parse(contestedData);
export const yardstick = yardstickSchema.parse(yardstickData);
