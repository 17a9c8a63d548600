import { jest } from "@jest/globals";
import type { Entry, LogBatch } from "#core/training/entry";
import { seededRandom } from "#core/random";
import type { Keep } from "../../src/floor/keep";
import { Floor, type Ask } from "../../src/floor/outbox";
import type { FloorSession } from "../../src/floor/types";
import { entryOf, reportOf } from "../support/log";

/** a phone's storage that outlives the page */
class Storage implements Keep {
  readonly map = new Map<string, string>();
  async all<T>(prefix: string): Promise<T[]> {
    return [...this.map].filter(([k]) => k.startsWith(prefix)).map(([, v]) => JSON.parse(v) as T);
  }
  async get<T>(key: string): Promise<T | null> {
    return this.map.has(key) ? (JSON.parse(this.map.get(key)!) as T) : null;
  }
  async put(key: string, value: unknown): Promise<void> {
    this.map.set(key, JSON.stringify(value));
  }
  async drop(keys: string[]): Promise<void> {
    keys.forEach((k) => this.map.delete(k));
  }
}

const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });

/** a server that keeps rows as the real one does: the same id and revision once */
class Server {
  readonly rows = new Map<string, Entry>();
  number = 1;
  mode: "up" | "no signal" | "503" | "revoked" | "reply lost" = "up";
  session(): FloorSession {
    return { firstName: "Vera", handOver: { id: "h", number: this.number, at: "2026-11-01T00:00:00Z", snapshot: { days: [] } as never }, targets: {}, log: { entries: [...this.rows.values()], reports: [] } };
  }
  readonly ask: Ask = async (path, body) => {
    await Promise.resolve();
    if (this.mode === "no signal") return null;
    if (this.mode === "503") return json({ error: "away" }, 503);
    if (this.mode === "revoked") return json({ error: "closed", state: "revoked" }, 403);
    if (path === "/session") return json(this.session());
    if (path === "/open") return json({});
    const batch = body as LogBatch;
    for (const e of batch.entries) if (!this.rows.has(`${e.id} ${e.revision}`)) this.rows.set(`${e.id} ${e.revision}`, e);
    // the row is committed and the answer never arrives
    if (this.mode === "reply lost") return null;
    return json({ kept: [...batch.entries, ...batch.reports].map(({ id, revision }) => ({ id, revision })) });
  };
}

const settle = async () => {
  for (let i = 0; i < 30; i++) await Promise.resolve();
};

let server: Server;
let storage: Storage;
const page = async () => {
  const floor = new Floor(storage, server.ask, () => undefined);
  await floor.open(null);
  await settle();
  return floor;
};

beforeEach(() => {
  jest.useFakeTimers();
  server = new Server();
  storage = new Storage();
});
afterEach(() => jest.useRealTimers());

test("a set is sent and leaves the outbox", async () => {
  const floor = await page();
  await floor.put({ kind: "entry", item: entryOf(1) });
  await settle();
  expect(floor.waiting).toBe(0);
  expect([...server.rows.keys()]).toEqual([`${entryOf(1).id} 1`]);
  expect(await storage.all("out/")).toEqual([]);
  expect(floor.entries).toEqual([entryOf(1)]);
});

test("without signal it waits, is shown, survives a reload and is sent when asked again", async () => {
  await page();
  server.mode = "no signal";
  const floor = await page();
  expect(floor.session?.firstName).toBe("Vera");
  await floor.put({ kind: "entry", item: entryOf(1) });
  await floor.put({ kind: "report", item: reportOf(2) });
  await settle();
  expect([floor.waiting, floor.link]).toEqual([2, "away"]);
  expect(floor.words).toMatch(/kept on this phone/);
  const again = await page();
  expect(again.waiting).toBe(2);
  expect(again.entries).toEqual([entryOf(1)]);
  server.mode = "up";
  jest.advanceTimersByTime(5000);
  await settle();
  expect([again.waiting, again.link]).toEqual([0, "open"]);
});

test("a lost answer is sent again and stays one row", async () => {
  const floor = await page();
  server.mode = "reply lost";
  await floor.put({ kind: "entry", item: entryOf(1) });
  await settle();
  expect(floor.waiting).toBe(1);
  server.mode = "up";
  jest.advanceTimersByTime(5000);
  await settle();
  expect(floor.waiting).toBe(0);
  expect(server.rows.size).toBe(1);
});

test("a closed link keeps what was not sent and says why", async () => {
  const floor = await page();
  server.mode = "revoked";
  await floor.put({ kind: "entry", item: entryOf(1) });
  await settle();
  expect([floor.link, floor.words, floor.waiting]).toEqual(["revoked", "closed", 1]);
  // a new link on the same phone sends it
  server.mode = "up";
  const next = new Floor(storage, server.ask, () => undefined);
  const opened = jest.fn();
  await next.open("fresh-token", opened);
  await settle();
  expect(opened).toHaveBeenCalled();
  expect([next.waiting, server.rows.size]).toEqual([0, 1]);
});

test("a correction replaces the set it corrects on this phone at once", async () => {
  server.mode = "no signal";
  const floor = await page();
  await floor.put({ kind: "entry", item: entryOf(1) });
  await floor.put({ kind: "entry", item: entryOf(1, { revision: 2, reserve: 0 }) });
  expect(floor.entries).toEqual([entryOf(1, { revision: 2, reserve: 0 })]);
});

test("a plan handed over while the page is open is told, and what was logged stays", async () => {
  const floor = await page();
  await floor.put({ kind: "entry", item: entryOf(1) });
  await settle();
  server.number = 2;
  await floor.refresh();
  expect(floor.newPlan).toBe(2);
  expect(floor.entries).toHaveLength(1);
});

test("200 random interleavings of a flaky phone: nothing lost, nothing doubled", async () => {
  for (let seed = 1; seed <= 200; seed++) {
    const random = seededRandom(seed);
    server = new Server();
    storage = new Storage();
    let floor = await page();
    const made = new Map<string, Entry>();
    for (let n = 0; n < 14; n++) {
      server.mode = (["up", "no signal", "503", "reply lost"] as const)[Math.floor(random() * 4)]!;
      const act = random();
      if (act < 0.45) {
        const e = entryOf(n);
        made.set(e.id, e);
        await floor.put({ kind: "entry", item: e });
      } else if (act < 0.6 && made.size) {
        const [old] = [...made.values()].slice(-1);
        const e = { ...old!, revision: old!.revision + 1, reserve: n % 5 };
        made.set(e.id, e);
        await floor.put({ kind: "entry", item: e });
      } else if (act < 0.8) floor = await page();
      else jest.advanceTimersByTime(5000);
      if (random() < 0.5) await settle();
      // the phone always shows what was typed last, sent or not
      expect(new Map(floor.entries.map((e) => [e.id, e]))).toEqual(made);
    }
    server.mode = "up";
    floor = await page();
    jest.advanceTimersByTime(5000);
    await settle();
    expect(floor.waiting).toBe(0);
    const newest = new Map<string, Entry>();
    for (const e of server.rows.values()) if ((newest.get(e.id)?.revision ?? 0) < e.revision) newest.set(e.id, e);
    expect(newest).toEqual(made);
  }
}, 60_000);
