/** The desk over HTTP: what one practice sees, what changes it, what was decided and taken back, and the stream. */
import { randomUUID } from "node:crypto";
import type { Express } from "express";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import request from "supertest";
import type { Answer } from "#core/exchange/api";
import type { Database } from "#server/database/database";
import { writeLog } from "#server/training/log";
import { entryOf, reportOf } from "../support/log";
import { appOn, asOwner, auditOf, makeClient, makeCoach, openPool, signIn, type Desk, type Person } from "./world";

let database: Database;
let app: Express;
let coach: Person;
let desk: Desk;

beforeAll(async () => {
  database = openPool();
  app = appOn(database);
  coach = await makeCoach();
  desk = await signIn(app, coach);
});
afterAll(() => database.close());

const look = async (of = desk): Promise<Answer<"desk">> => (await of.get("/desk").expect(200)).body as Answer<"desk">;
const one = async (id: string, of = desk) => (await look(of)).clients.find((c) => c.id === id);
const today = () => new Date().toISOString().slice(0, 10);
const log = (clientId: string, n: number, change = {}) =>
  database.withPractice(coach.practiceId, (tx) =>
    writeLog(tx, coach.practiceId, clientId, {
      entries: [entryOf(n, { id: randomUUID(), localDate: today(), at: new Date().toISOString(), ...change })],
      reports: [],
    }),
  );

test("a new client stands on the desk at once, and a set is seen with the next look", async () => {
  const id = await makeClient(desk, { cleared: false });
  expect(await one(id)).toMatchObject({
    cleared: false,
    handed: null,
    link: null,
    standing: { planned: { sets: 0, days: 0 }, days: [], findings: [] },
  });
  await log(id, 1);
  await log(id, 2);
  expect((await one(id))!.standing!.days).toEqual([{ date: today(), sets: 2, share: 1, pain: null }]);
});

test("a standing is worked out anew only for whom something has changed", async () => {
  const [a, b] = [await makeClient(desk), await makeClient(desk)];
  await look();
  const marks = () =>
    asOwner(async (o) => {
      const text = "select client_id, mark, xmin::text as row from standing where practice_id = $1 order by client_id";
      await o.query("select set_config('gryn.practice_id', $1, false)", [coach.practiceId]);
      return (await o.query<{ client_id: string; row: string }>(text, [coach.practiceId])).rows;
    });
  const before = new Map((await marks()).map((m) => [m.client_id, m.row]));
  await log(a, 1);
  await look();
  const after = new Map((await marks()).map((m) => [m.client_id, m.row]));
  expect(after.get(a)).not.toBe(before.get(a));
  expect(after.get(b)).toBe(before.get(b));
});

test("a note of a client is a finding, however late the report comes", async () => {
  const id = await makeClient(desk);
  await database.withPractice(coach.practiceId, (tx) =>
    writeLog(tx, coach.practiceId, id, {
      entries: [],
      reports: [reportOf(1, { id: randomUUID(), note: "too thick" })],
    }),
  );
  expect((await one(id))!.standing!.findings.map((f) => f.what)).toEqual([{ kind: "note", text: "too thick" }]);
});

test("decided once however often it is sent, seen by the colleague, taken back by the colleague", async () => {
  const id = await makeClient(desk);
  const other = await signIn(app, await makeCoach(coach.practiceId, "Second", "coach"));
  const decision = { id: randomUUID(), clientId: id, need: "silent never", act: "later", until: "2026-12-24" };
  await desk.send("post", "/desk/decisions", decision).expect(201);
  await desk.send("post", "/desk/decisions", decision).expect(201);
  const seen = (await look(other)).decisions.filter((d) => d.clientId === id);
  expect(seen).toEqual([{ ...decision, reason: null, by: "Coach", at: expect.any(String) }]);
  await other.send("delete", `/desk/decisions/${decision.id}`).expect(200);
  expect((await look()).decisions.filter((d) => d.clientId === id)).toEqual([]);
  await other.send("delete", `/desk/decisions/${decision.id}`).expect(404);
  expect((await auditOf(id)).map((a) => a.action)).toEqual([
    "made client",
    "put off on the desk",
    "put off on the desk",
    "took back a decision",
  ]);
});

test("what is put off needs a day; a client of nobody's is refused", async () => {
  const id = await makeClient(desk);
  const decision = { id: randomUUID(), clientId: id, need: "x", act: "later", until: null };
  await desk.send("post", "/desk/decisions", decision).expect(422);
  await desk.send("post", "/desk/decisions", { ...decision, clientId: randomUUID(), act: "done" }).expect(404);
});

test("another practice sees none of it, and cannot decide or take back", async () => {
  const id = await makeClient(desk);
  const decision = { id: randomUUID(), clientId: id, need: "x", act: "done", until: null };
  await desk.send("post", "/desk/decisions", decision).expect(201);
  const stranger = await signIn(app, await makeCoach());
  expect(await look(stranger)).toEqual({ clients: [], decisions: [], waiting: 0 });
  await stranger.send("post", "/desk/decisions", { ...decision, id: randomUUID() }).expect(404);
  await stranger.send("delete", `/desk/decisions/${decision.id}`).expect(404);
  await request(app).get("/api/desk").expect(401);
  await request(app).get("/api/desk/events").expect(401);
});

test("whoever looks is written down, once a look", async () => {
  const person = await makeCoach(undefined, "Looker");
  const fresh = await signIn(app, person);
  await look(fresh);
  await look(fresh);
  const rows = await asOwner(async (o) => {
    await o.query("select set_config('gryn.practice_id', $1, false)", [person.practiceId]);
    return (await o.query("select actor, action from audit where practice_id = $1", [person.practiceId])).rows;
  });
  expect(rows).toEqual([{ actor: "Looker", action: "saw the desk" }]);
});

test("a client who is erased leaves no mark, no standing and no decision", async () => {
  const id = await makeClient(desk, { name: "Gone Soon" });
  await look();
  await desk
    .send("post", "/desk/decisions", { id: randomUUID(), clientId: id, need: "x", act: "done", until: null })
    .expect(201);
  await desk.send("delete", `/clients/${id}`, { name: "Gone Soon" }).expect(200);
  for (const table of ["client_mark", "standing", "decision"]) {
    const rows = await asOwner(async (o) => {
      await o.query("select set_config('gryn.practice_id', $1, false)", [coach.practiceId]);
      return (await o.query(`select 1 from ${table} where client_id = $1`, [id])).rows;
    });
    expect([table, rows]).toEqual([table, []]);
  }
  expect(await one(id)).toBeUndefined();
});

describe("the stream", () => {
  let server: Server;
  beforeAll(() => new Promise<void>((done) => (server = createServer(app).listen(0, "127.0.0.1", () => done()))));
  afterAll(() => new Promise((done) => (server.closeAllConnections(), server.close(done))));

  test("says so when a set of the practice comes in, and nothing of another practice's", async () => {
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
    const { email, password } = coach;
    const signed = await fetch(`${base}/session`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ email, password }),
    });
    const cookie = signed.headers
      .getSetCookie()
      .map((c) => c.split(";")[0])
      .join("; ");
    const stop = new AbortController();
    const stream = await fetch(`${base}/desk/events`, { headers: { cookie }, signal: stop.signal });
    expect(stream.headers.get("content-type")).toMatch(/event-stream/);
    const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader();
    const next = async () => (await reader.read()).value;
    expect(await next()).toBe("data: here\n\n");
    const stranger = await signIn(app, await makeCoach());
    await makeClient(stranger);
    const id = await makeClient(desk);
    await log(id, 1);
    expect(await next()).toMatch(/^data: changed\n\n/);
    stop.abort();
  });
});
