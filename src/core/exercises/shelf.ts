/**
 * Exercises of a practice's own, as this process knows them: put on the shelf by whoever reads them, found by their id
 * beside the library's. Ids are unguessable and belong to one practice; a newer version takes the place of an older.
 */
import type { Exercise } from "./format";

/** what the id of an own exercise begins with; the library has none such */
export const OWN = "own-";
export const isOwn = (exerciseId: string): boolean => exerciseId.startsWith(OWN);

/** ids of exercises have no digits: each hexadecimal one of a uuid becomes a letter of a to p */
export const ownId = (uuid: string): string =>
  OWN + [...uuid.replaceAll("-", "")].map((c) => String.fromCharCode(97 + Number.parseInt(c, 16))).join("");

const own = new Map<string, Exercise>();
const shelves: Map<string, Exercise>[] = [own];
/** whoever looks exercises up finds own ones there too */
export function shelfIn(map: Map<string, Exercise>): void {
  for (const [id, e] of own) map.set(id, e);
  shelves.push(map);
}

/** all that stand on it */
export const shelved = (): Exercise[] => [...own.values()];

const UNKNOWN: readonly Exercise[] = [];
let offers = UNKNOWN;
const heard = new Set<() => void>();

/** @throws RangeError for an exercise that is not an own one: the library's are never replaced */
export function shelve(list: readonly Exercise[]): void {
  const foreign = list.find((e) => !isOwn(e.id));
  if (foreign) throw new RangeError(`${foreign.id} is not an exercise of somebody's own`);
  for (const e of list) for (const shelf of shelves) shelf.set(e.id, e);
}

/** @param list those of the shelf that lists offer beside the library: neither withdrawn nor somebody else's */
export function offer(list: readonly Exercise[]): void {
  shelve(list);
  offers = list;
  for (const h of heard) h();
}
export const offered = (): readonly Exercise[] => offers;
/** whether anybody has said yet what there is */
export const isOffered = (): boolean => offers !== UNKNOWN;
/** @returns ends the listening */
export function onOffer(hear: () => void): () => void {
  heard.add(hear);
  return () => void heard.delete(hear);
}
