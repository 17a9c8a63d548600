import { VERSIONS } from "#core/exchange/upgrade";
import { randomUUID } from "node:crypto";
import type { Express } from "express";
import request from "supertest";
import { emptyDay, type Operation, type Prescription, type Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import type { Database } from "#server/database/database";
import { clientOf, prescriptionOf } from "../support/programs";
import { appOn, makeClient, makeCoach, openPool, signIn, type Desk } from "./world";

let database: Database;
let app: Express;
let [edda, ivo, stranger]: Desk[] = [];

beforeAll(async () => {
  database = openPool();
  app = appOn(database);
  const first = await makeCoach(undefined, "Edda");
  edda = await signIn(app, first);
  ivo = await signIn(app, await makeCoach(first.practiceId, "Ivo"));
  stranger = await signIn(app, await makeCoach());
});
afterAll(() => database.close());

const load = async (clientId: string): Promise<{ program: Program; version: number }> =>
  (await edda!.get(`/clients/${clientId}/program`).expect(200)).body;
const send = (desk: Desk, programId: string, base: number, ...operations: Operation[]) =>
  desk.send("post", `/programs/${programId}/edits`, {
    base,
    edits: operations.map((operation) => ({ id: randomUUID(), operation })),
  });

/** a client with one exercise on the first day */
async function week() {
  const clientId = await makeClient(edda!);
  const { program } = await load(clientId);
  const p = { ...prescriptionOf(1), id: randomUUID() };
  const { body } = await send(edda!, program.id, 0, {
    kind: "add",
    dayId: program.days[0]!.id,
    blockId: randomUUID(),
    index: 0,
    prescription: p,
  }).expect(200);
  return { clientId, program: body.program as Program, version: body.version as number, p };
}

test("edits are appended and the document is kept", async () => {
  const { clientId, p } = await week();
  const again = await load(clientId);
  expect(again.version).toBe(1);
  expect(prescriptionsOf(again.program).map((x) => x.id)).toEqual([p.id]);
});

test("the same edit twice is one", async () => {
  const { program, p } = await week();
  const edit = { id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { rest: 75 } } };
  for (let i = 0; i < 2; i++) {
    const { body } = await edda!.send("post", `/programs/${program.id}/edits`, { base: 1, edits: [edit] }).expect(200);
    expect(body.version).toBe(2);
  }
});

test("two coaches on different things are merged", async () => {
  const { clientId, program, version, p } = await week();
  await send(edda!, program.id, version, { kind: "change", prescriptionId: p.id, change: { rest: 75 } }).expect(200);
  await send(ivo!, program.id, version, { kind: "change", prescriptionId: p.id, change: { note: "from Ivo" } }).expect(
    200,
  );
  expect(prescriptionsOf((await load(clientId)).program)[0]).toMatchObject({ rest: 75, note: "from Ivo" });
});

test("the same thing is refused with both values, who and when, and nothing of the batch is kept", async () => {
  const { clientId, program, version, p } = await week();
  await send(edda!, program.id, version, { kind: "change", prescriptionId: p.id, change: { rest: 75 } }).expect(200);
  const { body } = await send(
    ivo!,
    program.id,
    version,
    { kind: "change", prescriptionId: p.id, change: { note: "lost?" } },
    { kind: "change", prescriptionId: p.id, change: { rest: 200 } },
  ).expect(409);
  expect(body.conflicts).toEqual([
    expect.objectContaining({
      what: `${p.id}/rest`,
      mine: 200,
      theirs: 75,
      who: "Edda",
      at: expect.stringMatching(/^\d{4}-/),
    }),
  ]);
  expect(body.version).toBe(2);
  expect(prescriptionsOf((await load(clientId)).program)[0]).toMatchObject({ rest: 75, note: "" });
  // having seen it, the same edit on the newer version is a decision and is taken
  await send(ivo!, program.id, 2, { kind: "change", prescriptionId: p.id, change: { rest: 200 } }).expect(200);
});

test("200 interleavings of two editors lose nothing silently", async () => {
  const { clientId, program, p } = await week();
  let accepted = 0;
  const known = [1, 1];
  const last: Record<string, unknown> = {};
  for (let n = 0; n < 200; n++) {
    const who = (n * 7) % 3 === 0 ? 0 : 1;
    const desk = [edda!, ivo!][who]!;
    const change = n % 2 ? { rest: 30 + n } : { note: `note ${n}` };
    const { status, body } = await send(desk, program.id, known[who]!, {
      kind: "change",
      prescriptionId: p.id,
      change,
    });
    expect([200, 409]).toContain(status);
    if (status === 200) {
      accepted++;
      Object.assign(last, change);
    }
    known[who] = body.version;
  }
  const now = await load(clientId);
  expect(now.version).toBe(1 + accepted);
  expect(prescriptionsOf(now.program)[0]).toMatchObject(last);
});

test("what cannot be done is refused in words, and wrong values at their field", async () => {
  const { program, version, p } = await week();
  const refusedOf = async (operation: object) =>
    (await send(edda!, program.id, version, operation as Operation).expect(200)).body.refused[0].reason;
  expect(await refusedOf({ kind: "remove", prescriptionId: randomUUID() })).toMatch(/no longer in the program/);
  expect(await refusedOf({ kind: "change", prescriptionId: p.id, change: { rest: -1 } })).toBe("at least 15 s");
  await send(edda!, program.id, 99, { kind: "remove", prescriptionId: p.id }).expect(409);
});

test("one wrong edit among good ones: the good ones land, the wrong one is named, and no other", async () => {
  const { clientId, program, version, p } = await week();
  const [wrong, late] = [randomUUID(), randomUUID()];
  const edits = [
    { id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { rest: 75 } } },
    { id: wrong, operation: { kind: "change", prescriptionId: p.id, change: { rest: -3 } } },
    { id: late, operation: { kind: "remove", prescriptionId: randomUUID() } },
    { id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { note: "kept" } } },
  ];
  const { body } = await edda!.send("post", `/programs/${program.id}/edits`, { base: version, edits }).expect(200);
  expect(body.refused).toEqual([
    { editId: wrong, reason: "at least 15 s" },
    { editId: late, reason: "that exercise is no longer in the program" },
  ]);
  expect(prescriptionsOf((await load(clientId)).program)[0]).toMatchObject({ rest: 75, note: "kept" });
  expect(body.version).toBe(version + 2);
});

test("a pair made by one and a move by the other, on one base: nothing is dragged along, one of them is asked", async () => {
  const { clientId, program, p } = await week();
  const q = { ...prescriptionOf(2), id: randomUUID() };
  const block = (n: Program, id: string) =>
    n.days.flatMap((d) => d.blocks).find((b) => b.prescriptions.some((x) => x.id === id))!.id;
  const two = (
    await send(edda!, program.id, 1, {
      kind: "add",
      dayId: program.days[0]!.id,
      blockId: randomUUID(),
      index: 1,
      prescription: q,
    }).expect(200)
  ).body as { program: Program; version: number };
  await send(edda!, program.id, two.version, {
    kind: "pair",
    blockId: block(two.program, p.id),
    withBlockId: block(two.program, q.id),
  }).expect(200);
  // Ivo has not seen the pair and moves one of the two to another day
  const moved = await send(ivo!, program.id, two.version, {
    kind: "move",
    prescriptionId: q.id,
    dayId: program.days[1]!.id,
    index: 0,
  }).expect(409);
  expect(moved.body.conflicts[0].what).toMatch(/place$/);
  expect((await load(clientId)).program.days[1]!.blocks).toEqual([]);
  // the other way round
  const third = await week();
  const r = { ...prescriptionOf(2), id: randomUUID() };
  const base = (
    await send(edda!, third.program.id, 1, {
      kind: "add",
      dayId: third.program.days[0]!.id,
      blockId: randomUUID(),
      index: 1,
      prescription: r,
    }).expect(200)
  ).body as { program: Program; version: number };
  await send(edda!, third.program.id, base.version, {
    kind: "move",
    prescriptionId: r.id,
    dayId: third.program.days[2]!.id,
    index: 0,
  }).expect(200);
  await send(ivo!, third.program.id, base.version, {
    kind: "pair",
    blockId: block(base.program, third.p.id),
    withBlockId: block(base.program, r.id),
  }).expect(409);
});

test("a document that cannot be is refused at the edit", async () => {
  const { program, version, p } = await week();
  const reason = async (...operations: Operation[]) =>
    ((await send(edda!, program.id, version, ...operations).expect(200)).body.refused as { reason: string }[]).map(
      (r) => r.reason,
    );
  const day = program.days[0]!;
  const add = (change: Partial<Prescription> = {}, blockId: string = randomUUID()): Operation => ({
    kind: "add",
    dayId: day.id,
    blockId,
    index: 0,
    prescription: { ...p, id: randomUUID(), ...change },
  });
  expect(await reason(add({}, day.blocks[0]!.id))).toEqual(["it is already in the program"]);
  expect(await reason({ kind: "swap", prescriptionId: randomUUID(), prescription: p })).toHaveLength(1);
  const other: string = randomUUID();
  expect(await reason(add({ id: other }), { kind: "swap", prescriptionId: other, prescription: p })).toEqual([
    "it is already in the program",
  ]);
  expect(await reason(add({ name: "x".repeat(5000) }))).toEqual(["at most 200 characters"]);
  expect(
    (await reason(...Array.from({ length: 25 }, () => add()))).filter((r) => /at most 20/.test(r)).length,
  ).toBeGreaterThanOrEqual(5);
  expect(
    (
      await reason(
        ...Array.from({ length: 6 }, (): Operation => ({
          kind: "add-day",
          index: 0,
          day: emptyDay(randomUUID(), "More"),
        })),
      )
    ).filter((r) => /at most 7 days/.test(r)),
  ).toHaveLength(2);
});

test("another practice sees none of it", async () => {
  const { clientId, program, p } = await week();
  for (const path of [
    `/clients/${clientId}`,
    `/clients/${clientId}/program`,
    `/clients/${clientId}/log`,
    `/clients/${clientId}/hand-over`,
    `/programs/${program.id}/export`,
  ])
    await stranger!.get(path).expect(404);
  await send(stranger!, program.id, 1, { kind: "remove", prescriptionId: p.id }).expect(404);
  await stranger!.send("post", `/clients/${clientId}/link`).expect(404);
  expect((await stranger!.get("/clients")).body.clients).toEqual([]);
});

test("a client is saved at the revision it was read at, or both versions are shown", async () => {
  const clientId = await makeClient(edda!);
  const put = (desk: Desk, revision: number, name: string) =>
    desk.send("put", `/clients/${clientId}`, { revision, client: clientOf({ name }) });
  await put(edda!, 1, "By Edda").expect(200);
  const { body } = await put(ivo!, 1, "By Ivo").expect(409);
  expect(body.client).toMatchObject({ name: "By Edda", revision: 2 });
  const wrong = await edda!
    .send("put", `/clients/${clientId}`, { revision: 2, client: { ...clientOf(), minutes: 5, name: " " } })
    .expect(400);
  expect(wrong.body.fields.map((f: { path: string }) => f.path)).toEqual(["client.name", "client.minutes"]);
});

test("the export is the document, and the schema describes it", async () => {
  const { program } = await week();
  const { body, headers } = await edda!.get(`/programs/${program.id}/export`).expect(200);
  expect(headers["content-disposition"]).toMatch(/program\.gryn\.json/);
  expect(body).toEqual(program);
  expect((await edda!.get("/schema/program").expect(200)).body.properties.version).toMatchObject({
    const: VERSIONS.program,
  });
});

test("an edit is judged on what it was made on: what a page has learnt since makes no silent overwrite", async () => {
  const { program, version, p } = await week();
  const rest = (seconds: number): Operation => ({ kind: "change", prescriptionId: p.id, change: { rest: seconds } });
  await send(ivo!, program.id, version, rest(60)).expect(200);
  const { body } = await send(edda!, program.id, version, rest(77)).expect(409);
  expect(body.conflicts).toMatchObject([{ mine: 77, theirs: 60, who: "Ivo" }]);
  // one's own edits of before are no stranger's, and a stranger's among them still is
  const own = { id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { note: "one" } } };
  const more = { id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { note: "two" } } };
  const post = (edits: object[], after: string[]) =>
    edda!.send("post", `/programs/${program.id}/edits`, { base: version, edits, after });
  await post([own], []).expect(200);
  await post([more], []).expect(409);
  await post([more], [own.id]).expect(200);
});

test("one edit that cannot be kept holds up no other: half a character, a NUL, an exercise that nobody has", async () => {
  const { clientId, program, version, p } = await week();
  const day = program.days[0]!.id;
  const { body } = await send(
    edda!,
    program.id,
    version,
    { kind: "rename-day", dayId: day, name: `${"x".repeat(35)}\ud83c` },
    { kind: "change", prescriptionId: p.id, change: { note: "a\u0000b" } },
    {
      kind: "add",
      dayId: day,
      blockId: randomUUID(),
      index: 0,
      prescription: { ...p, id: randomUUID(), exerciseId: "no-such" },
    },
    { kind: "swap", prescriptionId: p.id, prescription: { ...p, values: { nothing: 3 } } },
    { kind: "judge-by", edition: "gryn-99" },
    { kind: "change", prescriptionId: p.id, change: { rest: 91 } },
  ).expect(200);
  expect(body.refused.map((r: { reason: string }) => r.reason)).toEqual([
    expect.stringMatching(/no text/),
    expect.stringMatching(/no text/),
    expect.stringMatching(/no exercise called no-such/),
    expect.stringMatching(/no parameter called nothing/),
    expect.stringMatching(/no edition called gryn-99/),
  ]);
  expect(prescriptionsOf((await load(clientId)).program)[0]!.rest).toBe(91);
});

test("what can hurt is handed over with a reason, which is kept with its number and does not reach the phone", async () => {
  const clientId = await makeClient(edda!, {
    joints: [{ joint: "elbow", side: "right", severity: "sore", note: "tendon" }],
  });
  const { program } = await load(clientId);
  const p = { ...prescriptionOf(1, "lying-barbell-extension"), id: randomUUID() };
  await send(edda!, program.id, 0, {
    kind: "add",
    dayId: program.days[0]!.id,
    blockId: randomUUID(),
    index: 0,
    prescription: p,
  }).expect(200);
  const give = (body: object) => edda!.send("post", `/programs/${program.id}/hand-overs`, { version: 1, ...body });
  const refused = (await give({}).expect(422)).body;
  expect(refused.dangers).toEqual([expect.stringMatching(/elbow/)]);
  await give({ inSpite: { of: [], reason: "x" } }).expect(400);
  const inSpite = { of: refused.dangers as string[], reason: "Short range, light, agreed with the physiotherapist" };
  await give({ inSpite }).expect(201);
  const { body } = await edda!.get(`/clients/${clientId}/hand-over`).expect(200);
  expect(body.handOver.inSpite).toEqual(inSpite);
  const link = (await edda!.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string;
  const phone = request.agent(app);
  await phone
    .post("/api/floor/open")
    .set("x-gryn-floor", "1")
    .send({ token: link.split("#")[1] })
    .expect(200);
  const seen = await phone.get("/api/floor/session").set("x-gryn-who", clientId.slice(0, 8)).expect(200);
  expect(JSON.stringify(seen.body)).not.toMatch(/physiotherapist,? agreed|agreed with the physio/);
  expect(seen.body.handOver.inSpite).toBeNull();
}, 30_000);

test("a body of brackets in brackets is refused before it is read", async () => {
  const { program } = await week();
  const body = `{"base":0,"edits":${"[".repeat(5000)}${"]".repeat(5000)}}`;
  const r = await edda!
    .send("post", `/programs/${program.id}/edits`)
    .set("content-type", "application/json")
    .send(body);
  expect(r.status).toBe(400);
  expect(r.body.error).toMatch(/nested deeper/);
});

describe("absurd lines: refused in words or handed over as they are, never an error of the server's", () => {
  const line = (change: object) => ({ ...prescriptionOf(1, "cable-pushdown"), id: randomUUID(), ...change });
  const kg = (value: number) => ({ value, unit: "kg", meaning: "stack" });
  const absurd: [string, object][] = [
    ["an exercise that nobody has", { exerciseId: "moon-walk" }],
    ["a head that nobody has as target", { target: "third-arm" }],
    ["credits of heads that nobody has", { credits: { "third-arm": { share: 1, direct: true, length: 0.5 } } }],
    ["no credits at all", { credits: {} }],
    ["a share over one", { credits: { "triceps-long": { share: 7, direct: true, length: 0.5 } } }],
    ["a parameter that the exercise has not", { values: { wheels: 4 } }],
    ["a parameter far beyond its range", { values: { grip: 1e6 } }],
    ["a parameter of words", { values: { stepBack: "far" } }],
    ["another setup's key", { setupKey: "back-squat@000000000000:" }],
    ["a load of 1e308", { load: kg(1e308) }],
    ["a load under zero", { load: kg(-5) }],
    ["a load in stones", { load: { value: 5, unit: "stone", meaning: "stack" } }],
    ["a step of nothing", { loadStep: kg(0) }],
    ["forty sets", { reserves: Array.from({ length: 40 }, () => 2) }],
    ["no set", { reserves: [] }],
    ["half a rep in reserve", { reserves: [0.5] }],
    ["a window upside down", { reps: { low: 20, high: 5 } }],
    ["a million reps", { reps: { low: 1e6, high: 1e6 } }],
    ["a rest of a day", { rest: 86_400 }],
    ["a tempo of an hour", { tempo: { lower: 3600, pause: 0, lift: 1, hold: 0 } }],
    ["a technique that nobody has", { technique: { id: "levitation", parts: [] } }],
    ["a structure that nobody has", { structure: "zigzag" }],
    ["a name of 10,000 letters", { name: "x".repeat(10_000) }],
    ["half a character as its name", { name: "arm \ud83d" }],
    ["a NUL in its note", { note: "a\u0000b" }],
    ["a model of the future", { modelVersion: "body-99" }],
    ["a setup of before with a ratio of nothing", { earlier: [{ setupKey: "x", ratio: 0, until: "2026-01-01" }] }],
    ["an alternative that nobody has", { alternatives: [{ exerciseId: "moon-walk" }] }],
    ["a relative that is itself", { harder: { exerciseId: "cable-pushdown" } }],
  ];

  /** odd, and no harm: what is not known of mechanics is not judged */
  const KEPT = ["no credits at all", "another setup's key", "a model of the future"];

  test.each(absurd)("%s", async (what, change) => {
    const { clientId, program, version } = await week();
    const prescription = line(change) as Prescription;
    const { body } = await send(edda!, program.id, version, {
      kind: "add",
      dayId: program.days[0]!.id,
      blockId: randomUUID(),
      index: 0,
      prescription,
    }).expect(200);
    const now = await load(clientId);
    const there = prescriptionsOf(now.program).some((p) => p.id === prescription.id);
    const { refused } = body as { refused: { reason: string }[] };
    expect([what, there]).toEqual([what, KEPT.includes(what)]);
    expect(refused).toHaveLength(there ? 0 : 1);
    for (const { reason } of refused) expect(reason.length).toBeGreaterThan(5);
    await edda!.send("post", `/programs/${program.id}/hand-overs`, { version: now.version }).expect(201);
    await edda!.get(`/clients/${clientId}/log`).expect(200);
  });
});
