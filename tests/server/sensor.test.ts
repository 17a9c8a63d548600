/** The simulated rep sensor: from its page, through the database, to a phone on any server. */
import { once } from "node:events";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import request from "supertest";
import { repsOf } from "#core/sensing/detect";
import { judgeSet } from "#core/sensing/judge";
import type { Database } from "#server/database/database";
import { appOn, makeClient, makeCoach, openPool, signIn } from "./world";

let database: Database;
let servers: Server[];
let cookie: string;
let who: string;

beforeAll(async () => {
  database = openPool();
  // the page is on one server, the phone on another
  const apps = [appOn(database, { devicePages: true }), appOn(database)];
  servers = apps.map((app) => createServer(app).listen(0, "127.0.0.1"));
  await Promise.all(servers.map((s) => once(s, "listening")));
  const desk = await signIn(apps[0]!, await makeCoach());
  const clientId = await makeClient(desk);
  const { path } = (await desk.send("post", `/clients/${clientId}/link`).expect(201)).body;
  const opened = await request(apps[1]!)
    .post("/api/floor/open")
    .set("x-gryn-floor", "1")
    .send({ token: path.split("#")[1] });
  cookie = (opened.headers["set-cookie"] as unknown as string[])[0]!.split(";")[0]!;
  who = opened.body.who;
});
afterAll(async () => {
  for (const s of servers) {
    s.closeAllConnections();
    s.close();
  }
  await database.close();
});

const at = (i: number) => `http://127.0.0.1:${(servers[i]!.address() as AddressInfo).port}`;
const listen = (code: string, own = cookie, signal?: AbortSignal) =>
  fetch(`${at(1)}/api/floor/sensor/${encodeURIComponent(code)}`, {
    headers: { cookie: own, "x-gryn-who": who },
    ...(signal ? { signal } : {}),
  });

test("a set begun on one server's page arrives at a phone of another, rep by rep", async () => {
  const abort = new AbortController();
  const answer = await listen("rack-9", cookie, abort.signal);
  expect(answer.headers.get("content-type")).toContain("ndjson");
  const reader = answer.body!.getReader();
  await reader.read();
  const form = {
    code: "rack-9",
    reps: "7",
    travel: "60",
    lift: "1",
    lower: "2",
    lostFrom: "5",
    noise: "3",
    speed: "20",
  };
  const page = await fetch(`${at(0)}/sensor`, {
    method: "POST",
    body: new URLSearchParams({ ...form, dropouts: "0" }),
  });
  expect(await page.text()).toContain("rack-9 sends 7 reps");
  let text = "";
  const until = Date.now() + 15_000;
  const samples = () =>
    text
      .split("\n")
      .slice(0, -1)
      .filter(Boolean)
      .map((line) => JSON.parse(line) as [number, number])
      .map(([t, x]) => ({ t, x }));
  // 7 reps of 3.6 s and the stillness about them
  while (Date.now() < until && (samples().at(-1)?.t ?? 0) < 26) {
    const { value, done } = await reader.read();
    if (done) break;
    text += new TextDecoder().decode(value);
  }
  abort.abort();
  const judged = judgeSet(repsOf(samples()));
  expect(judged.reps).toBe(7);
  expect(judged.range!).toBeCloseTo(0.6, 1);
  expect(judged.ticks).toEqual(["end-lost"]);
});

test("without a link nobody listens; a code that is none is said; the page is there where it was asked for only", async () => {
  expect((await listen("rack-9", "")).status).toBe(401);
  expect((await listen("../../etc")).status).toBe(400);
  expect((await fetch(`${at(1)}/sensor`)).status).toBe(404);
  const odd = await fetch(`${at(0)}/sensor?code=%22%3E%3Cscript%3E&reps=9999&speed=-1`);
  expect(odd.status).toBe(200);
  const html = await odd.text();
  expect(html).not.toContain("<script>");
  expect(html).toContain('name="reps" value="10"');
});
