import type { Exercise } from "#core/exercises/format";

/** an exercise as a file, to be read by another practice */
export function download(exercise: Exercise): void {
  const url = URL.createObjectURL(new Blob([`${JSON.stringify(exercise, null, 2)}\n`], { type: "application/json" }));
  const a = document.createElement("a");
  a.href = url;
  a.download = `${exercise.name.toLowerCase().replace(/[^a-z0-9]+/g, "-")}.json`;
  a.click();
  URL.revokeObjectURL(url);
}
