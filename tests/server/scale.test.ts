/** The simulated hand scale: a server of its own, its knob through the database, its readings to a coach's page. */
import { connect, createServer, type AddressInfo } from "node:net";
import { createServer as createHttp, type Server } from "node:http";
import { randomOf } from "#core/simulation/random";
import type { Database } from "#server/database/database";
import { openScale, reads, type Scales } from "#server/scale/stand-in";
import { appOn, makeCoach, openPool, signals, type Person } from "./world";

interface Sample {
  t: number;
  kg: number;
}
let database: Database;
let coach: Person;
const open: Server[] = [];
const own: Scales[] = [];
beforeAll(async () => {
  database = openPool();
  coach = await makeCoach();
});
afterAll(async () => {
  for (const s of open) {
    s.closeAllConnections();
    await new Promise((done) => s.close(done));
  }
  for (const s of own) await s.close();
  await database.close();
});

async function served(scales: Scales): Promise<string> {
  own.push(scales);
  const server = createHttp(appOn(database, { scales, devicePages: true }));
  open.push(server);
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}

async function signedIn(at: string): Promise<string> {
  const { email, password } = coach;
  const r = await fetch(`${at}/api/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ email, password }),
  });
  expect(r.status).toBe(200);
  return r.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
}

/** readings until one is as wanted */
async function listen(at: string, cookie: string, wanted: (s: Sample) => boolean): Promise<Sample[]> {
  const abort = new AbortController();
  const answer = await fetch(`${at}/api/scale`, { headers: { cookie }, signal: abort.signal });
  expect(answer.status).toBe(200);
  const got: Sample[] = [];
  let rest = "";
  const decoder = new TextDecoder();
  for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) {
    const lines = (rest + decoder.decode(chunk, { stream: true })).split("\n");
    rest = lines.pop()!;
    got.push(...lines.filter(Boolean).map((l) => JSON.parse(l) as Sample));
    if (got.some(wanted)) break;
  }
  abort.abort();
  return got;
}

const turn = (at: string, knob: Record<string, string>) =>
  fetch(`${at}/scale`, { method: "POST", body: new URLSearchParams(knob) });

test("turned on one server's page, it is read on another's, by who is signed in", async () => {
  const [a, b] = [await served(openScale(null, signals())), await served(openScale(null, signals()))];
  expect((await fetch(`${a}/api/scale`)).status).toBe(401);
  const cookie = await signedIn(a);
  const page = await turn(a, { pull: "41.5", noise: "0", drift: "0", dropouts: "0" });
  expect(await page.text()).toContain("The scale is pulled with 41.5 kg.");
  const got = await listen(b, cookie, (s) => s.kg === 41.5);
  expect(got.at(-1)!.kg).toBe(41.5);
  expect(got.every((s, i) => i === 0 || s.t > got[i - 1]!.t)).toBe(true);
});

test("what is typed on its page and is none is as usual; nothing of it is written into the page", async () => {
  const a = await served(openScale(null, signals()));
  const odd = await (await turn(a, { pull: '"><script>', noise: "-3", drift: "99", dropouts: "x" })).text();
  expect(odd).not.toContain("<script>");
  expect(odd).toContain("The scale is pulled with 0 kg.");
  const shown = await (await fetch(`${a}/scale?pull=12`)).text();
  expect(shown).toContain('name="pull" value="12"');
});

test("a scale that is away is said to be; one that says other things is read for its readings only", async () => {
  const quiet = createServer((socket) => {
    socket.write('hello\n{"t":1,"kg":"40"}\n{"t":2,"kg":12.5}\nnull\n{"t":3,"kg":13}\n');
  });
  await new Promise<void>((done) => quiet.listen(0, "127.0.0.1", done));
  const { port } = quiet.address() as AddressInfo;
  const at = await served(openScale(`127.0.0.1:${port}`, signals()));
  const cookie = await signedIn(at);
  expect(await listen(at, cookie, (s) => s.kg === 13)).toEqual([
    { t: 2, kg: 12.5 },
    { t: 3, kg: 13 },
  ]);
  await new Promise((done) => quiet.close(done));
  const gone = await fetch(`${at}/api/scale`, { headers: { cookie } });
  expect([gone.status, ((await gone.json()) as { error: string }).error]).toEqual([
    503,
    "The scale does not answer. Switch it on and try again.",
  ]);
  expect(() => openScale("nowhere", signals())).toThrow("host:port");
});

test("it is a server of its own: whoever connects reads lines of JSON", async () => {
  const scales = openScale(null, signals());
  own.push(scales);
  const line = await new Promise<string>(async (done) => {
    const socket = connect(await scales.at());
    socket.once("data", (d) => {
      socket.destroy();
      done(String(d));
    });
  });
  expect(JSON.parse(line)).toMatchObject({ t: expect.any(Number), kg: expect.any(Number) });
});

test("its noise is as set, its zero drifts as set", () => {
  const random = randomOf(7);
  const knob = { pull: 20, noise: 0.3, drift: 0.5, dropouts: 0 };
  const list = Array.from({ length: 4000 }, (_, i) => reads(i / 10, knob, random));
  const off = list.map((s) => s.kg - 20 - (0.5 * s.t) / 60);
  const mean = off.reduce((s, v) => s + v, 0) / off.length;
  expect(mean).toBeCloseTo(0, 1);
  expect(Math.sqrt(off.reduce((s, v) => s + (v - mean) ** 2, 0) / off.length)).toBeCloseTo(0.3, 1);
});
