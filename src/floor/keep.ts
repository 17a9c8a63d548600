/**
 * Where the phone keeps things: IndexedDB, one key an item, so that two tabs never overwrite each other; localStorage
 * where a browser gives none (private windows of some).
 */
import { createStore, delMany, entries, get, set, type UseStore } from "idb-keyval";

export interface Keep {
  all<T>(prefix: string): Promise<T[]>;
  get<T>(key: string): Promise<T | null>;
  put(key: string, value: unknown): Promise<void>;
  drop(keys: string[]): Promise<void>;
}

const NAME = "gryn-floor";

const inIndexedDb = (store: UseStore): Keep => ({
  all: async <T>(prefix: string) =>
    (await entries<string, T>(store)).filter(([k]) => k.startsWith(prefix)).map(([, v]) => v),
  get: async <T>(key: string) => (await get<T>(key, store)) ?? null,
  put: (key, value) => set(key, value, store),
  drop: (keys) => delMany(keys, store),
});

const inLocalStorage: Keep = {
  all: async <T>(prefix: string) =>
    Object.keys(localStorage)
      .filter((k) => k.startsWith(`${NAME}/${prefix}`))
      .map((k) => JSON.parse(localStorage.getItem(k)!) as T),
  get: async <T>(key: string) => JSON.parse(localStorage.getItem(`${NAME}/${key}`) ?? "null") as T | null,
  put: async (key, value) => localStorage.setItem(`${NAME}/${key}`, JSON.stringify(value)),
  drop: async (keys) => keys.forEach((k) => localStorage.removeItem(`${NAME}/${k}`)),
};

export async function openKeep(): Promise<Keep> {
  try {
    const keep = inIndexedDb(createStore(NAME, "kept"));
    await keep.put("probe", 1);
    await keep.drop(["probe"]);
    return keep;
  } catch {
    return inLocalStorage;
  }
}
