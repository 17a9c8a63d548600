/**
 * The effort ladder and the floor of repetitions by class of exercise: reps in reserve fall through the sets of a line
 * and through the slots of a session, and no set is planned below what its class is worth doing. All of it is data of
 * the method.
 */
import type { ClassId } from "#core/edition/choices";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import type { BodyView } from "#core/mechanics/survey";
import { loadingOf, type Loading } from "./loading";
import type { Day, Operation, Prescription } from "#core/program/document";

export const classOf = ({ compound, spineLoaded }: Loading): ClassId =>
  compound ? (spineLoaded ? "heavy" : "compound") : spineLoaded ? "braced" : "isolation";

const isSingle = (id: ClassId) => id === "isolation" || id === "braced";

/** the first, then the middle as often as it takes, then the last: one set is the last of them */
export function rungs(reserves: readonly number[], sets: number): number[] {
  const last = reserves[reserves.length - 1]!;
  return Array.from({ length: sets }, (_, i) =>
    i === sets - 1 ? last : reserves[Math.min(i, Math.max(0, reserves.length - 2))]!,
  );
}

/** the band that a window counts in: by its middle */
export const repBandOf = (
  { low, high }: Readonly<{ low: number; high: number }>,
  { repBands }: Pick<Method, "repBands">,
): string => (repBands.find(({ to }) => (low + high) / 2 < to) ?? repBands.at(-1)!).name;

type Steady = Pick<Exercise["stated"], "steadiness" | "helper">;

/** reps kept in reserve at the least: none where it may end at failure without more than an effort ending it */
export function leastReserve(id: ClassId, { steadiness, helper }: Steady, { classes }: Method): number {
  const from = classes[id].failureFrom;
  return from !== null && steadiness >= from && !helper ? 0 : 1;
}

/**
 * Reps in reserve of each set of a line.
 * @param place of its slot in the session, 0 first to 1 last
 */
export function ladder(id: ClassId, sets: number, place: number, stated: Steady, method: Method): number[] {
  const { early, late } = method.classes[id];
  const least = leastReserve(id, stated, method);
  return rungs(place >= method.lateFrom ? late : early, sets).map((r) => Math.max(least, r));
}

/** why a set has to have at least so many reps */
export type FloorReason = ClassId | "coarse" | "sore" | "beginner";

/**
 * @param usual the load with what of the body is lifted, kg; @param step of the load, kg
 * @param sore a noted joint is strained by it
 */
export function repFloor(
  id: ClassId,
  { usual, step, sore, beginner }: { usual: number; step: number; sore: boolean; beginner: boolean },
  method: Method,
): { reps: number; because: FloorReason } {
  const { floors, classes, coarseStep } = method;
  const list: { reps: number; because: FloorReason }[] = [{ reps: classes[id].floor, because: id }];
  if (beginner) list.push({ reps: floors.beginner, because: "beginner" });
  // a large lift bridges a coarse step with a rep or two
  if (isSingle(id) && step / Math.max(step, usual) > coarseStep) list.push({ reps: floors.coarse, because: "coarse" });
  if (sore) list.push({ reps: floors.sore, because: "sore" });
  return list.reduce((a, b) => (b.reps > a.reps ? b : a));
}

/** what is known of a line */
export type KnownLine = (p: Prescription) => { view: BodyView; exercise: Exercise } | null;

/** place of each line of a day in its session, 0 first to 1 last, by id */
export function placesOf({ blocks }: Pick<Day, "blocks">): Map<string, number> {
  const last = Math.max(1, blocks.length - 1);
  return new Map(blocks.flatMap((b, i) => b.prescriptions.map((p) => [p.id, i / last] as const)));
}

/** the ladder for every line of a session that counts: what it changes, as operations */
export function ladderOf(day: Day, known: KnownLine, method: Method): Operation[] {
  const work = { blocks: day.blocks.filter((b) => b.prescriptions.every((p) => p.purpose === "work")) };
  const places = placesOf(work);
  return work.blocks.flatMap((b) =>
    b.prescriptions.flatMap((p): Operation[] => {
      const of = known(p);
      if (!of || p.locked) return [];
      const reserves = ladder(
        classOf(loadingOf(of.view, method)),
        p.reserves.length,
        places.get(p.id)!,
        of.exercise.stated,
        method,
      );
      return reserves.join() === p.reserves.join()
        ? []
        : [{ kind: "change", prescriptionId: p.id, change: { reserves } }];
    }),
  );
}
