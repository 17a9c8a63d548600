/** The built-in library, and an exercise by its id. */
import type { Exercise } from "./format";
import { library } from "./library.data";
import { shelfIn } from "./shelf";

export { library };

const known = new Map(library.map((e) => [e.id, e]));
shelfIn(known);
/** by id: the library's, and a practice's own as far as this process knows them */
export const exercises: ReadonlyMap<string, Exercise> = known;

export const findExercise = (id: string): Exercise | undefined => exercises.get(id);
