import { randomUUID } from "node:crypto";
import type { Express } from "express";
import request from "supertest";
import type { Program } from "#core/planning/program";
import type { Entry, Report } from "#core/training/entry";
import type { Database } from "#server/database/database";
import { prescriptionOf } from "../support/programs";
import { appOn, asOwner, makeClient, makeCoach, openPool, signIn, type Desk } from "./world";

let database: Database;
let app: Express;
let desk: Desk;

beforeAll(async () => {
  database = openPool();
  app = appOn(database);
  desk = await signIn(app, await makeCoach());
});
afterAll(() => database.close());

/** a client with one exercise handed over, and a phone that has opened the link */
async function onTheFloor() {
  const clientId = await makeClient(desk, { name: "Vera Test" });
  const program: Program = (await desk.get(`/clients/${clientId}/program`)).body.program;
  const p = { ...prescriptionOf(1), id: randomUUID(), load: { value: 30, unit: "kg" as const, meaning: "stack" as const } };
  const edits = [{ id: randomUUID(), operation: { kind: "add", dayId: program.days[0]!.id, blockId: randomUUID(), index: 0, prescription: p } }];
  await desk.send("post", `/programs/${program.id}/edits`, { base: 0, edits }).expect(200);
  const { handOver } = (await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(201)).body;
  const token = ((await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string).split("#")[1]!;
  const phone = request.agent(app);
  const open = (t: string) => phone.post("/api/floor/open").set("x-gryn-floor", "1").send({ token: t });
  await open(token).expect(200);
  const entry = (change: Partial<Entry> = {}): Entry => ({ id: randomUUID(), revision: 1, handOverId: handOver.id, prescriptionId: p.id, set: 0, parts: [{ id: randomUUID(), kind: "full", load: p.load, reps: 10 }], reserve: 2, instead: null, at: "2026-11-20T17:00:00Z", zone: "Europe/Oslo", localDate: "2026-11-20", prescribed: { reps: p.reps, reserve: 2, load: p.load }, voided: false, confirmed: false, by: null, ...change });
  const send = (entries: Entry[], reports: Report[] = []) => phone.post("/api/floor/log").set("x-gryn-floor", "1").send({ entries, reports });
  return { clientId, program, p, handOver, token, phone, open, entry, send };
}

const logOf = async (clientId: string) => (await desk.get(`/clients/${clientId}/log`).expect(200)).body;

test("the phone gets targets, cues and drawings, a first name and nothing more about the person", async () => {
  const { phone, p } = await onTheFloor();
  const { body } = await phone.get("/api/floor/session").expect(200);
  expect(body.firstName).toBe("Vera");
  expect(body.handOver.snapshot.days[0].blocks[0].prescriptions[0]).toMatchObject({ id: p.id, cues: expect.arrayContaining([expect.any(String)]), load: { value: 30 } });
  expect(body.targets[p.id].decision).toBe("first");
  expect(JSON.stringify(body)).not.toMatch(/Test"|joints|cleared|priorities|mass/);
});

test("the same set twice is one row; a correction is a new revision; order does not matter", async () => {
  const { clientId, entry, send } = await onTheFloor();
  const e = entry();
  const corrected = entry({ ...e, revision: 2, parts: [{ ...e.parts[0]!, reps: 11 }] });
  await send([corrected]).expect(200);
  await send([e, corrected]).expect(200);
  const { body } = await send([e]).expect(200);
  expect(body.kept).toEqual([{ id: e.id, revision: 1 }]);
  expect((await logOf(clientId)).entries).toEqual([corrected]);
  expect(await asOwner(async (o) => (await o.query("select count(*)::int as n from entry where id = $1", [e.id])).rows[0].n)).toBe(2);
});

test("parts keep sides, partial and assisted reps as typed", async () => {
  const { clientId, entry, send, p } = await onTheFloor();
  const part = (kind: "left" | "right" | "partial" | "assisted", reps: number) => ({ id: randomUUID(), kind, load: p.load, reps });
  const e = entry({ parts: [part("left", 9), part("right", 10), part("partial", 3), part("assisted", 2)] });
  await send([e]).expect(200);
  expect((await logOf(clientId)).entries[0].parts).toEqual(e.parts);
  const csv = (await desk.get(`/clients/${clientId}/log.csv`).expect(200)).text;
  expect(csv.trim().split("\r\n")).toHaveLength(5);
  expect(csv).toMatch(/Cable pushdown.*,left,30,kg,stack,9,/);
});

test("a set of an exercise the plan no longer has is kept and stays readable", async () => {
  const { clientId, program, p, entry, send } = await onTheFloor();
  await desk.send("post", `/programs/${program.id}/edits`, { base: 1, edits: [{ id: randomUUID(), operation: { kind: "remove", prescriptionId: p.id } }] }).expect(200);
  await send([entry()]).expect(200);
  const log = await logOf(clientId);
  expect(log.entries).toHaveLength(1);
  expect(log.names[p.id]).toBe(p.name);
});

test("a hand-over is numbered and does not change when the plan does", async () => {
  const { clientId, program, p, handOver } = await onTheFloor();
  await desk.send("post", `/programs/${program.id}/edits`, { base: 1, edits: [{ id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { rest: 200 } } }] }).expect(200);
  const { body } = await desk.get(`/clients/${clientId}/hand-over`).expect(200);
  expect(body.handOver.snapshot).toEqual(handOver.snapshot);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(409);
  expect((await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 2 }).expect(201)).body.handOver).toMatchObject({ number: 2 });
  // the app's role has no right to change a hand-over, an entry or an edit
  const denied = await asOwner(async (o) => (await o.query("select t from unnest(array['hand_over', 'entry', 'report', 'program_edit', 'audit']) t where has_table_privilege('gryn_app', t, 'update') or has_table_privilege('gryn_app', t, 'delete')")).rows);
  expect(denied).toEqual([]);
});

test("nothing is handed over empty, or to a client who is not cleared", async () => {
  const clientId = await makeClient(desk, { cleared: false });
  const { program } = (await desk.get(`/clients/${clientId}/program`)).body;
  expect((await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 0 }).expect(422)).body.error).toMatch(/empty/);
  await desk.send("post", `/programs/${program.id}/edits`, { base: 0, edits: [{ id: randomUUID(), operation: { kind: "add", dayId: program.days[0].id, blockId: randomUUID(), index: 0, prescription: { ...prescriptionOf(1), id: randomUUID() } } }] }).expect(200);
  expect((await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(422)).body.error).toMatch(/licensed professional/);
});

test("a closed link works no more, says so, and a new link closes the one before", async () => {
  const { clientId, phone, send, entry, token } = await onTheFloor();
  await desk.send("delete", `/clients/${clientId}/link`).expect(200);
  expect((await send([entry()]).expect(403)).body).toMatchObject({ state: "revoked", error: expect.stringMatching(/stays on this phone/) });
  const fresh = async () => ((await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string).split("#")[1]!;
  const [one, two] = [await fresh(), await fresh()];
  const open = (t: string) => phone.post("/api/floor/open").set("x-gryn-floor", "1").send({ token: t });
  await open(one).expect(403);
  await open(token).expect(403);
  await open(two).expect(200);
  await phone.get("/api/floor/session").expect(200);
});

test("an old link runs out", async () => {
  const { token, phone } = await onTheFloor();
  const { hashToken } = await import("#server/identity/people");
  await asOwner((o) => o.query("update client_link set expires_at = now() - interval '1 day' where token_hash = $1", [hashToken(token)]));
  expect((await phone.get("/api/floor/session").expect(403)).body.state).toBe("expired");
});

test("reading the link's address changes nothing; the token is kept hashed and the cookie HttpOnly on its path", async () => {
  const { clientId, token, phone } = await onTheFloor();
  const path = (await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string;
  const unopened = (await desk.get(`/clients/${clientId}/hand-over`)).body.links.find((l: { revokedAt: string | null }) => !l.revokedAt);
  await request(app).get(path.split("#")[0]!);
  expect(unopened.openedAt).toBeNull();
  expect(await asOwner(async (o) => (await o.query("select count(*)::int as n from client_link where token_hash = $1", [token])).rows[0].n)).toBe(0);
  const cookie = (await phone.post("/api/floor/open").set("x-gryn-floor", "1").send({ token: path.split("#")[1]! })).get("Set-Cookie")!.join();
  expect(cookie).toMatch(/HttpOnly/);
  expect(cookie).toMatch(/Path=\/api\/floor/);
  expect(cookie).toMatch(/SameSite=Lax/);
});

test("without a link, without the page's header or with a wrong set there is a reason and no 500", async () => {
  const { phone, entry, send } = await onTheFloor();
  await request(app).get("/api/floor/session").expect(401);
  await phone.post("/api/floor/log").send({ entries: [], reports: [] }).expect(403);
  const { body } = await send([entry({ parts: [{ id: randomUUID(), kind: "full", load: null, reps: -3 }] })]).expect(400);
  expect(body.fields[0]).toEqual({ path: "entries.0.parts.0.reps", reason: "not below 0" });
  for (const bad of [{}, { entries: "x", reports: [] }, { entries: [{}], reports: [] }]) await phone.post("/api/floor/log").set("x-gryn-floor", "1").send(bad).expect(400);
});

test("the next target follows the log, until the coach sets another load", async () => {
  const { phone, p, program, entry, send } = await onTheFloor();
  const sets = [0, 1, 2].map((set) => entry({ set, reserve: p.reserves[set]!, parts: [{ id: randomUUID(), kind: "full", load: p.load, reps: p.reps.high - set + 2 }] }));
  await send(sets).expect(200);
  const target = async () => (await phone.get("/api/floor/session")).body.targets[p.id];
  expect(await target()).toMatchObject({ decision: "raise", load: { value: 32.5 } });
  await desk.send("post", `/programs/${program.id}/edits`, { base: 1, edits: [{ id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { load: { value: 35, unit: "kg", meaning: "stack" } } } }] }).expect(200);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 2 }).expect(201);
  expect(await target()).toMatchObject({ load: { value: 35 }, reasons: ["Set by your coach."] });
});
