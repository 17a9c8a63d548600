import type { PendingEdit } from "../../src/web/planning/plans";
import { keptEdits, type KeptEdits, type Locks } from "../../src/web/planning/kept-edits";
import { id } from "../support/programs";

/** what a browser has: one storage for all tabs, and the names of the locks that living tabs hold */
const stored = new Map<string, string>();
const storage = {
  getItem: (k: string) => stored.get(k) ?? null,
  setItem: (k: string, v: string) => void stored.set(k, v),
  removeItem: (k: string) => void stored.delete(k),
  key: (i: number) => [...stored.keys()][i] ?? null,
  get length() {
    return stored.size;
  },
} as Storage;
const held = new Set<string>();
const locks = {
  request: (name: string) => (held.add(name), new Promise(() => undefined)),
  query: () => Promise.resolve({ held: [...held].map((name) => ({ name })) }),
} as unknown as Locks;

const PROGRAM = id(900);
const edit = (n: number): PendingEdit => ({
  id: id(n),
  base: 3,
  operation: { kind: "rename-program", name: `name ${n}` },
});
let tabs = 0;
const tab = (of: { locks: Locks } = { locks }): KeptEdits => keptEdits(`tab-${tabs++}`, storage, of.locks);
const left = async (of: KeptEdits) => (await of.takeOver(PROGRAM, 9)).map((e) => [e.id, e.base]).sort();

beforeEach(() => {
  stored.clear();
  held.clear();
});

test("two tabs closed with one edit each: both are there when the week is opened again", async () => {
  tab().keep(PROGRAM, [edit(1)]);
  tab().keep(PROGRAM, [edit(2)]);
  expect(stored.size).toBe(2);
  // both closed: nobody holds their locks any more
  held.clear();
  const next = tab();
  expect(await left(next)).toEqual([
    [id(1), 3],
    [id(2), 3],
  ]);
  // taken over, they are kept under the new tab's name until they are sent
  expect(next.unsent()).toBe(2);
  expect(await left(next)).toEqual([]);
  next.keep(PROGRAM, []);
  expect(stored.size).toBe(0);
});

test("a tab that lives keeps its own; what an older page kept is taken too; signing out leaves nothing", async () => {
  tab().keep(PROGRAM, [edit(4)]);
  stored.set(`gryn.pending.${PROGRAM}`, JSON.stringify([{ id: id(5), operation: edit(5).operation }]));
  stored.set(`gryn.pending.${PROGRAM}.broken`, "{not json");
  const next = tab();
  expect(await left(next)).toEqual([[id(5), 9]]);
  expect(next.unsent()).toBe(2);
  next.forget();
  expect(stored.size).toBe(0);
});

test("without locks nothing is left behind: the same edit sent by two tabs is one", async () => {
  tab({ locks: undefined }).keep(PROGRAM, [edit(6)]);
  expect(await left(tab({ locks: undefined }))).toEqual([[id(6), 3]]);
});
