/** A file that somebody shared, as what an editor begins with: a newer version of what is here, or something new. */
import type { OwnExercise } from "#core/exercises/own";
import { findExercise } from "#core/exercises/library";
import { ownId } from "#core/exercises/shelf";
import { form as words } from "#core/words/own";
import { newId } from "../../page/newId";
import type { Begun } from "./Editor";

export async function readBegun(
  text: string,
  kept: readonly OwnExercise[],
): Promise<(Begun & { id: string }) | { reasons: string[] }> {
  const { readExerciseFile } = await import("#core/exchange/files");
  const read = readExerciseFile(text);
  if ("errors" in read) return { reasons: read.errors.slice(0, 8).map(words.fault) };
  const { exercise } = read;
  const here = kept.find((e) => e.id === exercise.id);
  if (here) return { id: here.id, exercise, against: here.exercise };
  // one of the library's is not replaced: what the file makes of it is an own one
  const id = ownId(newId());
  const of = findExercise(exercise.id);
  return { id, exercise: { ...exercise, id }, against: of ?? null };
}
