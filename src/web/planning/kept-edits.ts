/**
 * Edits that are not sent yet, kept in the browser by program and tab, so that two tabs never write over each other. A
 * page that opens a program takes over what tabs that are gone have left; the same edit sent twice is one.
 */
import { newId } from "../../page/newId";
import type { PendingEdit } from "./plans";

const KEY = "gryn.pending.";
/** this tab, as long as its page lives */
const TAB = newId();
const LOCK = "gryn.tab.";
const mine = (programId: string) => `${KEY}${programId}.${TAB}`;

// held until the page is gone: who asks for it learns that this tab lives. Over plain http there are no locks
void navigator.locks?.request(LOCK + TAB, () => new Promise(() => undefined)).catch(() => undefined);

const read = (key: string): PendingEdit[] => {
  try {
    const found = JSON.parse(localStorage.getItem(key) ?? "[]") as PendingEdit[];
    return Array.isArray(found) ? found : [];
  } catch {
    return [];
  }
};

const keysOf = (prefix: string): string[] =>
  Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "").filter((k) => k.startsWith(prefix));

async function living(): Promise<ReadonlySet<string>> {
  const held = (await navigator.locks?.query().catch(() => null))?.held ?? [];
  return new Set(held.map((l) => (l.name ?? "").slice(LOCK.length)));
}

/** keeps what of a plan is not sent */
export function keepEdits(programId: string, pending: readonly PendingEdit[]): void {
  if (pending.length) localStorage.setItem(mine(programId), JSON.stringify(pending));
  else localStorage.removeItem(mine(programId));
}

/**
 * Takes over what pages that are gone have left unsent of a program: it is this tab's from now on.
 * @param version of the program now, for what was kept by a page that did not say what it was made on
 */
export async function takeOver(programId: string, version: number): Promise<PendingEdit[]> {
  const alive = await living();
  const left = [KEY + programId, ...keysOf(`${KEY}${programId}.`)].filter(
    (k) => k !== mine(programId) && !alive.has(k.slice(KEY.length + programId.length + 1)),
  );
  const edits = left.flatMap(read).map((e) => ({ ...e, base: Number.isInteger(e.base) ? e.base : version }));
  const own = read(mine(programId));
  const known = new Set(own.map((e) => e.id));
  const fresh = edits.filter((e) => !known.has(e.id));
  // written down before the others' are let go
  keepEdits(programId, [...fresh, ...own]);
  for (const key of left) localStorage.removeItem(key);
  return fresh;
}

/** how many edits of any program this browser keeps unsent */
export const unsent = (): number => keysOf(KEY).reduce((sum, key) => sum + read(key).length, 0);

/** nothing of a coach's stays in a browser that they have signed out of */
export function forgetEdits(): void {
  for (const key of keysOf(KEY)) localStorage.removeItem(key);
}
