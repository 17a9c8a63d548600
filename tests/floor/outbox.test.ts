import { CURRENT_EDITION } from "#core/edition/edition";
import { jest } from "@jest/globals";
import { LIMITS } from "#core/training/limits";
import type { Entry, Report } from "#core/training/entry";
import { seededRandom } from "#core/base/random";
import type { Keep } from "../../src/floor/keep";
import { clock, moment, setClock } from "../../src/floor/moment";
import { Floor, type Ask } from "../../src/floor/outbox";
import type { FloorSession } from "../../src/floor/types";
import { entryOf, reportOf } from "../support/log";

const { progress, pain, log } = CURRENT_EDITION.method;
const RULES = { progress, pain, log };

/** a phone's storage that outlives the page */
class Storage implements Keep {
  readonly map = new Map<string, string>();
  full = false;
  async all<T>(prefix: string): Promise<T[]> {
    return [...this.map].filter(([k]) => k.startsWith(prefix)).map(([, v]) => JSON.parse(v) as T);
  }
  async get<T>(key: string): Promise<T | null> {
    return this.map.has(key) ? (JSON.parse(this.map.get(key)!) as T) : null;
  }
  async put(key: string, value: unknown): Promise<void> {
    if (this.full) throw new DOMException("full", "QuotaExceededError");
    this.map.set(key, JSON.stringify(value));
  }
  async drop(keys: string[]): Promise<void> {
    keys.forEach((k) => this.map.delete(k));
  }
}

const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });
type Sent = { entries: Entry[]; reports: Report[] };

const VERA = "11111111";
const OLAF = "22222222";

/**
 * a server that keeps rows as the real one does: the same id and revision once, each under the client it was sent for
 */
class Server {
  readonly rows = new Map<string, Entry>();
  readonly whose = new Map<string, string | null>();
  number = 1;
  now = () => new Date().toISOString();
  mode: "up" | "no signal" | "503" | "revoked" | "reply lost" | "cut in half" | "throws" = "up";
  /** by token */
  readonly links: Record<string, string> = { "token-of-vera": VERA, "token-of-olaf": OLAF };
  session(who: string): FloorSession {
    const mine = [...this.rows.values()].filter((e) => this.whose.get(e.id) === who);
    return {
      who,
      now: this.now(),
      firstName: who === VERA ? "Vera" : "Olaf",
      language: "en",
      handOver: {
        id: "h",
        number: this.number,
        programVersion: 1,
        at: "2026-11-01T00:00:00Z",
        snapshot: { days: [] } as never,
        inSpite: null,
      },
      history: { entries: mine, reports: [], checkIns: [], handedOver: {}, bounds: {}, answers: {} },
      rules: { ...RULES, repsFormula: 30 },
    };
  }
  readonly ask: Ask = async (path, who, body) => {
    await Promise.resolve();
    if (this.mode === "throws") throw new Error("a browser that gives up in the middle");
    if (this.mode === "no signal") return null;
    if (this.mode === "503") return json({ error: "away" }, 503);
    if (this.mode === "revoked") return json({ error: "closed", state: "revoked" }, 403);
    if (path === "/open") return json({ who: this.links[(body as { token: string }).token] ?? VERA });
    if (path === "/session") return json(this.session(who ?? VERA));
    const batch = body as Sent;
    const good = (x: Entry | Report) => !("parts" in x) || x.parts.every((p) => p.reps <= LIMITS.reps);
    for (const e of batch.entries.filter(good)) {
      if (!this.rows.has(`${e.id} ${e.revision}`)) this.rows.set(`${e.id} ${e.revision}`, e);
      this.whose.set(e.id, who);
    }
    // the row is committed and the answer never arrives, or half of it
    if (this.mode === "reply lost") return null;
    if (this.mode === "cut in half") return new Response('{"items":[{"id":"0000', { status: 200 });
    return json({
      items: [...batch.entries, ...batch.reports].map((x) => ({
        id: x.id,
        revision: x.revision,
        kept: good(x),
        reason: good(x) ? null : "reps: at most 100",
      })),
    });
  };
}

const settle = async () => {
  for (let i = 0; i < 60; i++) await Promise.resolve();
};
const later = async () => {
  await settle();
  jest.advanceTimersByTime(5000);
  await settle();
};

let server: Server;
let storage: Storage;
const page = async (token: string | null = null, who: string | null = null) => {
  const floor = new Floor(storage, server.ask, () => undefined);
  await floor.open(token, who);
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
  expect(await storage.all(`${VERA}/out/`)).toEqual([]);
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
  expect(floor.notice).toBe("away");
  const again = await page();
  expect(again.waiting).toBe(2);
  expect(again.entries).toEqual([entryOf(1)]);
  server.mode = "up";
  await later();
  expect([again.waiting, again.link]).toEqual([0, "open"]);
});

test.each(["reply lost", "cut in half", "throws", "503", "no signal"] as const)(
  "%s: it is sent again and stays one row",
  async (mode) => {
    const floor = await page();
    server.mode = mode;
    await floor.put({ kind: "entry", item: entryOf(1) });
    await settle();
    expect(floor.waiting).toBe(1);
    server.mode = "up";
    await later();
    expect(floor.waiting).toBe(0);
    expect(server.rows.size).toBe(1);
  },
);

test("a session that a page of before kept shows its plan without signal; what it lacks is as the edition says", async () => {
  await page();
  const kept = (await storage.get<FloorSession>(`${VERA}/session`))!;
  const { log: own, ...before } = kept.rules;
  await storage.put(`${VERA}/session`, { ...kept, rules: before });
  server.mode = "no signal";
  const floor = await page();
  expect(floor.session?.handOver?.number).toBe(1);
  expect(floor.session?.rules.log).toEqual(log);
  expect(own).toEqual(log);
  // a client's own numbers are not written over
  await storage.put(`${VERA}/session`, { ...kept, rules: { ...kept.rules, log: { ...log, bad: 3 } } });
  expect((await page()).session?.rules.log.bad).toBe(3);
  // without its history there is nothing to show
  await storage.put(`${VERA}/session`, { ...kept, history: undefined });
  expect((await page()).session).toBeNull();
});

test("a closed link keeps what was not sent and says why", async () => {
  const floor = await page("token-of-vera");
  server.mode = "revoked";
  await floor.put({ kind: "entry", item: entryOf(1) });
  await settle();
  expect([floor.link, floor.notice, floor.waiting]).toEqual(["revoked", "revoked", 1]);
  // a new link of the same client on the same phone sends it
  server.mode = "up";
  const opened = jest.fn<(who: string) => void>();
  const next = new Floor(storage, server.ask, () => undefined);
  await next.open("token-of-vera", null, opened);
  await settle();
  expect(opened).toHaveBeenCalledWith(VERA);
  expect([next.waiting, server.rows.size]).toEqual([0, 1]);
});

describe("two people on one phone", () => {
  test("what one logged without signal is never stored under the other, and is sent under its own name", async () => {
    const vera = await page("token-of-vera");
    server.mode = "no signal";
    await vera.put({ kind: "entry", item: entryOf(1) });
    await settle();
    server.mode = "up";
    const olaf = await page("token-of-olaf");
    expect([olaf.session?.firstName, olaf.entries, olaf.waiting]).toEqual(["Olaf", [], 0]);
    await olaf.put({ kind: "entry", item: entryOf(2) });
    await settle();
    expect([server.whose.get(entryOf(1).id), server.whose.get(entryOf(2).id)]).toEqual([VERA, OLAF]);
    const back = await page(null, VERA);
    expect([back.session?.firstName, back.waiting]).toEqual(["Vera", 0]);
    expect(back.entries.map((e) => e.id)).toEqual([entryOf(1).id]);
  });

  test("in two tabs each keeps to its own", async () => {
    const [vera, olaf] = [await page("token-of-vera"), await page("token-of-olaf")];
    server.mode = "no signal";
    await vera.put({ kind: "entry", item: entryOf(1) });
    await olaf.put({ kind: "entry", item: entryOf(2) });
    await settle();
    server.mode = "up";
    await later();
    expect([server.whose.get(entryOf(1).id), server.whose.get(entryOf(2).id)]).toEqual([VERA, OLAF]);
    expect((await page(null, VERA)).entries).toHaveLength(1);
  });

  test("a new link without signal shows what is there and opens when it can", async () => {
    await page("token-of-vera");
    server.mode = "no signal";
    const olaf = await page("token-of-olaf");
    expect([olaf.session?.firstName, olaf.notice]).toEqual(["Vera", "opens"]);
    server.mode = "up";
    await later();
    expect(olaf.session?.firstName).toBe("Olaf");
  });

  test("sets that a page of before kept without a name go to the server as the link's own", async () => {
    await storage.put(`out/entry/${entryOf(1).id}/1`, { kind: "entry", item: entryOf(1) });
    const floor = await page("token-of-vera");
    expect([floor.waiting, server.rows.size]).toEqual([0, 1]);
    expect(await storage.all("out/")).toEqual([]);
  });
});

describe("an item the server does not take", () => {
  const ten = (n: number) => entryOf(n, { parts: [{ ...entryOf(n).parts[0]!, reps: 999 }] });

  test("holds nothing else back, is shown with its reason, survives a reload and can be dropped", async () => {
    const floor = await page();
    server.mode = "no signal";
    await floor.put({ kind: "entry", item: ten(1) });
    await floor.put({ kind: "entry", item: entryOf(2) });
    await floor.put({ kind: "report", item: reportOf(3) });
    await settle();
    server.mode = "up";
    await later();
    expect([floor.waiting, floor.refusedItems.map((x) => x.refused)]).toEqual([0, ["reps: at most 100"]]);
    expect([...server.rows.keys()]).toEqual([`${entryOf(2).id} 1`]);
    const again = await page();
    expect(again.refusedItems).toHaveLength(1);
    await again.drop(again.refusedItems[0]!);
    expect((await page()).refusedItems).toEqual([]);
  });

  test("is mended by a correction, which goes through at once", async () => {
    const floor = await page();
    await floor.put({ kind: "entry", item: ten(1) });
    await settle();
    const [bad] = floor.refusedItems;
    await floor.put({ kind: "entry", item: entryOf(1, { revision: 2 }) });
    await floor.drop(bad!);
    await settle();
    expect([floor.waiting, floor.refusedItems, [...server.rows.keys()]]).toEqual([0, [], [`${entryOf(1).id} 2`]]);
  });
});

test("a full phone sends all the same, and says that it keeps nothing", async () => {
  const floor = await page();
  storage.full = true;
  await floor.put({ kind: "entry", item: entryOf(1) });
  await settle();
  expect([server.rows.size, floor.waiting, floor.full]).toEqual([1, 0, true]);
  server.mode = "no signal";
  await floor.put({ kind: "entry", item: entryOf(2) });
  await settle();
  server.mode = "up";
  await later();
  expect(server.rows.size).toBe(2);
});

test("a wrong clock is set by the server's, also for what is logged without signal later", async () => {
  const real = Date.now();
  server.now = () => new Date(real - 36 * 365 * 86_400_000).toISOString();
  await page();
  expect(Math.abs(clock() - (real - 36 * 365 * 86_400_000))).toBeLessThan(5000);
  expect(moment().localDate.slice(0, 4)).toBe(new Date(real - 36 * 365 * 86_400_000).getFullYear().toString());
  // loaded again without signal, it still knows
  setClock(new Date().toISOString());
  server.mode = "no signal";
  await page();
  expect(Math.abs(clock() - (real - 36 * 365 * 86_400_000))).toBeLessThan(5000);
  // a few seconds are no wrong clock
  expect(setClock(new Date(Date.now() + 20_000).toISOString())).toBe(0);
});

test("a correction replaces the set it corrects on this phone at once", async () => {
  await page();
  server.mode = "no signal";
  const floor = await page();
  await floor.put({ kind: "entry", item: entryOf(1) });
  await floor.put({ kind: "entry", item: entryOf(1, { revision: 2, reserve: 0 }) });
  expect(floor.entries).toEqual([entryOf(1, { revision: 2, reserve: 0 })]);
});

test("a set that the coach has struck is not shown as done", async () => {
  const floor = await page();
  await floor.put({ kind: "entry", item: entryOf(1) });
  await settle();
  server.rows.set(`${entryOf(1).id} 2`, entryOf(1, { revision: 2, voided: true, by: "Edda" }));
  await floor.refresh();
  expect(floor.entries).toEqual([]);
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
      server.mode = (["up", "no signal", "503", "reply lost", "cut in half", "throws"] as const)[
        Math.floor(random() * 6)
      ]!;
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
      } else if (act < 0.8) floor = await page(null, VERA).catch(() => floor);
      else jest.advanceTimersByTime(5000);
      if (random() < 0.5) await settle();
      // the phone always shows what was typed last, sent or not
      expect(new Map(floor.entries.map((e) => [e.id, e]))).toEqual(made);
    }
    server.mode = "up";
    floor = await page(null, VERA);
    await later();
    expect(floor.waiting).toBe(0);
    const newest = new Map<string, Entry>();
    for (const e of server.rows.values()) if ((newest.get(e.id)?.revision ?? 0) < e.revision) newest.set(e.id, e);
    expect(newest).toEqual(made);
  }
}, 60_000);
