/** The built-in library, and an exercise of it by its id. */
import type { Exercise } from "./format";
import { library } from "./library.data";
import { setupKey } from "./setup";

export { library };

/** by id */
export const exercises: ReadonlyMap<string, Exercise> = new Map(library.map((e) => [e.id, e]));

export const findExercise = (id: string): Exercise | undefined => exercises.get(id);

let keys: ReadonlySet<string> | null = null;
/** keys of the setups that the library names: what a ranking takes its best from */
export const namedSetups = (): ReadonlySet<string> =>
  (keys ??= new Set(library.flatMap((e) => e.setups.map((s) => setupKey(e, s.values)))));
