/** The groups of heads that are planned for: each has a weekly band by its priority; what is in none rides along. */
import { heads } from "#core/anatomy/anatomy";
import type { Phase, Priority } from "#core/clients/choices";
import type { Method } from "#core/edition/method";
import { groups } from "./groups.data";

export { groups };

export type Group = (typeof groups)[number];
export type Watch = Group["watch"][number];

const byId = new Map(groups.map((g) => [g.id, g]));
const byHead = new Map(groups.flatMap((g) => g.heads.map((h) => [h, g] as const)));

export const findGroup = (id: string): Group | undefined => byId.get(id);
export const groupName = (id: string): string => byId.get(id)?.name ?? id;
/** the group a head belongs to; none where it rides along */
export const groupOf = (head: string): Group | undefined => byHead.get(head);
/** those with a line of their own in every week, and those that get one with a priority */
export const mainGroups = groups.filter((g) => !g.optional);

const ARMS = new Set(["biceps", "triceps", "elbow-flexors", "forearms", "side-delts", "rear-delts"]);
/** trunk work may stand on any day, whatever the day is for */
export const TRUNK: readonly string[] = ["abs", "obliques", "low-back"];
/** groups of the legs and hips */
export const LEGS: readonly string[] = [
  "quads",
  "hamstrings",
  "glutes",
  "calves",
  "adductors",
  "abductors",
  "hip-flexors",
  "shins",
];
/** a part of the body that is warm once one lift of it was done */
export const regionOf = (group: string): "legs" | "trunk" | "upper body" =>
  LEGS.includes(group) ? "legs" : TRUNK.includes(group) ? "trunk" : "upper body";
/** a group of the arm or of the shoulder's side or back: nothing that a day is built on */
export const isArm = (group: string): boolean => ARMS.has(group);
/** what may open a day of the arms: a press or a pull that they help in */
export const OPENERS: readonly string[] = ["chest", "lats", "upper-back"];
/** a day of their own for the arms: with the shoulder's sides, the trunk, and a press or a pull before them */
export const isArmDay = (of: readonly string[] | null): boolean =>
  of !== null && of.some(isArm) && of.every((g) => isArm(g) || TRUNK.includes(g) || OPENERS.includes(g));

const volume = new Map(heads.map((h) => [h.id, h.maxForce * h.optimumLength]));
/** share of each head in the volume of its group */
export const volumeShares = new Map(
  groups.map((g) => {
    const all = g.heads.reduce((s, h) => s + volume.get(h)!, 0);
    return [g.id, new Map(g.heads.map((h) => [h, volume.get(h)! / all]))] as const;
  }),
);

type Planned = {
  priorities: Record<string, Priority>;
  level: "beginner" | "trained";
  /** gain unless it is said */
  phase?: Phase;
};

export interface Band {
  low: number;
  high: number;
  priority: Priority;
}

/** weekly band of a group for a client, in effective sets; null where the client has no priority for it */
export function bandOf(group: string, client: Planned, method: Method): Band | null {
  const priority = client.priorities[group];
  const scale = byId.get(group)?.scale;
  if (!priority || scale === undefined) return null;
  const factor =
    scale * (client.level === "beginner" ? method.beginnerFactor : 1) * method.phase[client.phase ?? "gain"];
  const [low, high] = method.bands[method.counting][priority];
  return { low: low * factor, high: high * factor, priority };
}
