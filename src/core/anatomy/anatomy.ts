/** The anatomy the models are compiled from: data, nothing computed. */
import { calibration, heads, limits, muscles as listed, skeleton } from "./files.data";
import type { Head, Muscle } from "./schema";
import { REGIONS } from "./terms";

export { calibration, heads, limits, skeleton };
export { CHAINS, REGIONS, type Chain, type Region } from "./terms";
export type { Head, Muscle, Skeleton } from "./schema";

/** what is fitted of a muscle; nothing where no curve speaks of it */
const groupOf = new Map(Object.values(calibration.groups).flatMap((g) => g.muscles.map((m) => [m, g] as const)));
export const calibrationOf = (muscle: string): { strength: number; referenceLength: number } =>
  groupOf.get(muscle) ?? { strength: 1, referenceLength: 0 };

export const muscles: readonly Muscle[] = [...listed].sort(
  (a, b) => REGIONS.indexOf(a.region) - REGIONS.indexOf(b.region),
);

const muscleById = new Map(muscles.map((m) => [m.id, m]));
const headById = new Map(heads.map((h) => [h.id, h]));

export const findHead = (id: string): Head | undefined => headById.get(id);
export const findMuscle = (id: string): Muscle | undefined => muscleById.get(id);
export const headsOf = (muscle: string): readonly Head[] => heads.filter((h) => h.muscle === muscle);
/** a muscle's name; the grip may end a set and is none */
export const muscleName = (id: string): string => muscleById.get(id)?.name ?? (id === "grip" ? "Grip" : id);

/** "Triceps, long head"; a muscle of one head goes by its own name */
export function headTitle(id: string): string {
  const head = headById.get(id);
  if (!head) return id;
  const muscle = muscleName(head.muscle);
  return muscle === head.name ? muscle : `${muscle}, ${head.name.toLowerCase()}`;
}

/** N/m^2 */
const SPECIFIC_TENSION = 6e5;
/** cm^3 of a head in the reference body: the literature's, or F0 x optimum length / specific tension */
export const volumeOf = (h: Head): number => h.volume ?? ((h.maxForce * h.optimumLength) / SPECIFIC_TENSION) * 1e6;
