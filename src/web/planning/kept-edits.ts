/**
 * Edits that are not sent yet, kept in the browser by program and tab, so that two tabs never write over each other. A
 * page that opens a program takes over what tabs that are gone have left; the same edit sent twice is one.
 */
import { newId } from "../../page/newId";
import type { PendingEdit } from "./plans";

const KEY = "gryn.pending.";
const LOCK = "gryn.tab.";

const read = (storage: Storage, key: string): PendingEdit[] => {
  try {
    const found = JSON.parse(storage.getItem(key) ?? "[]") as PendingEdit[];
    return Array.isArray(found) ? found : [];
  } catch {
    return [];
  }
};

const keysOf = (storage: Storage, prefix: string): string[] =>
  Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? "").filter((k) => k.startsWith(prefix));

/** what of a browser's locks is needed: over plain http there are none */
export type Locks = Pick<LockManager, "request" | "query"> | undefined;

export interface KeptEdits {
  /** keeps what of a program is not sent */
  keep(programId: string, pending: readonly PendingEdit[]): void;
  /**
   * Takes over what pages that are gone have left unsent of a program: it is this tab's from now on.
   * @param version of the program now, for what was kept by a page that did not say what it was made on
   */
  takeOver(programId: string, version: number): Promise<PendingEdit[]>;
  /** how many edits of any program this browser keeps unsent */
  unsent(): number;
  /** nothing of a coach's stays in a browser that they have signed out of */
  forget(): void;
}

/** @param tab a name of its own, as long as its page lives */
export function keptEdits(tab: string, storage: Storage, locks: Locks): KeptEdits {
  const mine = (programId: string) => `${KEY}${programId}.${tab}`;
  // held until the page is gone: who asks for it learns that this tab lives
  void locks?.request(LOCK + tab, () => new Promise(() => undefined)).catch(() => undefined);
  const living = async (): Promise<ReadonlySet<string>> => {
    const held = (await locks?.query().catch(() => null))?.held ?? [];
    return new Set(held.map((l) => (l.name ?? "").slice(LOCK.length)));
  };
  const keep: KeptEdits["keep"] = (programId, pending) => {
    if (pending.length) storage.setItem(mine(programId), JSON.stringify(pending));
    else storage.removeItem(mine(programId));
  };
  return {
    keep,
    async takeOver(programId, version) {
      const alive = await living();
      const left = [KEY + programId, ...keysOf(storage, `${KEY}${programId}.`)].filter(
        (k) => k !== mine(programId) && !alive.has(k.slice(KEY.length + programId.length + 1)),
      );
      const edits = left
        .flatMap((k) => read(storage, k))
        .map((e) => ({ ...e, base: Number.isInteger(e.base) ? e.base : version }));
      const own = read(storage, mine(programId));
      const known = new Set(own.map((e) => e.id));
      const fresh = edits.filter((e) => !known.has(e.id));
      // written down before the others' are let go
      keep(programId, [...fresh, ...own]);
      for (const key of left) storage.removeItem(key);
      return fresh;
    },
    unsent: () => keysOf(storage, KEY).reduce((sum, key) => sum + read(storage, key).length, 0),
    forget() {
      for (const key of keysOf(storage, KEY)) storage.removeItem(key);
    },
  };
}

let own: KeptEdits | null = null;
/** this tab's */
export const ownEdits = (): KeptEdits => (own ??= keptEdits(newId(), localStorage, navigator.locks));
