/** Which head lies under the lens of the bench, and which are drawn beside it. */
import { heads } from "#core/anatomy/anatomy";
import { namedHeads } from "#core/exercises/aims";
import type { Exercise } from "#core/exercises/format";
import type { HeadSeries } from "#core/mechanics/recording";

/** pixels of the picture on the bench */
export const FIGURE = { width: 430, height: 452 };

export const muscleOf = (head: string) => heads.find((h) => h.id === head)!.muscle;

/** the head under the lens: the one asked for, even where it hardly works, else one the exercise is for, else any */
export function lensOn(
  all: readonly HeadSeries[],
  active: readonly HeadSeries[],
  asked: string | null,
  exercise: Exercise | undefined,
): string | undefined {
  const named = new Set(exercise ? namedHeads(exercise) : []);
  const own = active.filter((h) => named.has(h.id));
  const most = (list: readonly HeadSeries[]) =>
    list.reduce<HeadSeries | undefined>(
      (best, h) => ((h.metrics?.shareOfAll ?? 0) > (best?.metrics?.shareOfAll ?? -1) ? h : best),
      undefined,
    );
  return (all.find((h) => h.id === asked) ?? most(own) ?? most(active))?.id;
}

/** heads drawn beside the chosen one: those of its muscle, until the coach picks others */
export function besideIt(active: readonly HeadSeries[], headId: string | undefined, picked: string | null): string[] {
  if (headId === undefined) return [];
  const drawn = (h: HeadSeries) => (picked === null ? h.muscle === muscleOf(headId) : picked.split(".").includes(h.id));
  return active.filter((h) => h.id !== headId && drawn(h)).map((h) => h.id);
}
