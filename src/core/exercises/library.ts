/** The built-in library, and an exercise of it by its id. */
import type { Exercise } from "./format";
import { library } from "./library.data";

export { library };

/** by id */
export const exercises: ReadonlyMap<string, Exercise> = new Map(library.map((e) => [e.id, e]));

export const findExercise = (id: string): Exercise | undefined => exercises.get(id);
