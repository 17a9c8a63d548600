import { randomUUID } from "node:crypto";
import type { Express } from "express";
import request from "supertest";
import type { Place } from "#core/clients/place";
import { clientInput } from "#core/clients/schema";
import { api } from "#core/exchange/api";
import type { Program } from "#core/program/document";
import type { Database } from "#server/database/database";
import { clientOf, prescriptionOf } from "../support/programs";
import { appOn, asOwner, auditOf, makeClient, makeCoach, openPool, signIn, type Desk, type Person } from "./world";

let database: Database;
let app: Express;
let person: Person;
let desk: Desk;

beforeAll(async () => {
  database = openPool(6);
  app = appOn(database);
  person = await makeCoach(undefined, "Edda");
  desk = await signIn(app, person);
});
afterAll(() => database.close());

test("the list shows what it shows and no more; reading one client is written down once a look", async () => {
  const clientId = await makeClient(desk, {
    name: "Quiet One",
    note: "a private matter",
    joints: [{ joint: "knee", side: "left", severity: "sore", note: "old injury" }],
  });
  const { clients } = (await desk.get("/clients").expect(200)).body;
  expect(JSON.stringify(clients)).not.toMatch(/private|injury|mass|stature/);
  expect(Object.keys(clients.find((c: { id: string }) => c.id === clientId)).sort()).toEqual([
    "cleared",
    "daysPerWeek",
    "id",
    "keepUntil",
    "minutes",
    "name",
  ]);
  for (let i = 0; i < 5; i++) await desk.get(`/clients/${clientId}`).expect(200);
  for (let i = 0; i < 3; i++) await desk.get(`/clients/${clientId}/log`).expect(200);
  await desk.get(`/clients/${clientId}/program`).expect(200);
  expect((await auditOf(clientId)).map((r) => r.action)).toEqual(["made client", "saw client", "saw log", "saw week"]);
});

test("the same new client after a lost answer is one; another under its id is refused", async () => {
  const id = randomUUID();
  const made = { id, client: clientOf({ name: "Once" }) };
  await desk.send("post", "/clients", made).expect(201);
  await desk.send("post", "/clients", made).expect(200);
  await desk.send("post", "/clients", { id, client: clientOf({ name: "Another" }) }).expect(409);
  expect((await desk.get(`/clients/${id}`)).body.client).toMatchObject({ name: "Once", revision: 1 });
  const together = randomUUID();
  const answers = await Promise.all(
    Array.from({ length: 6 }, () =>
      desk.send("post", "/clients", { id: together, client: clientOf({ name: "Together" }) }),
    ),
  );
  expect(answers.map((a) => a.status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
  expect((await desk.get("/clients")).body.clients.filter((c: { name: string }) => c.name === "Together")).toHaveLength(
    1,
  );
});

test("reading a week never makes one: six first readers see the same program, and their edits all land", async () => {
  const clientId = await makeClient(desk);
  const read = await Promise.all(Array.from({ length: 6 }, () => desk.get(`/clients/${clientId}/program`).expect(200)));
  expect(new Set(read.map((r) => r.body.program.id)).size).toBe(1);
  const program = read[0]!.body.program as Program;
  expect(program.name).toBe("First block");
  await Promise.all(
    read.map(() =>
      desk
        .send("post", `/programs/${program.id}/edits`, {
          base: 0,
          edits: [
            {
              id: randomUUID(),
              operation: {
                kind: "add",
                dayId: program.days[0]!.id,
                blockId: randomUUID(),
                index: 0,
                prescription: { ...prescriptionOf(1), id: randomUUID() },
              },
            },
          ],
        })
        .expect(200),
    ),
  );
  expect((await desk.get(`/clients/${clientId}/program`)).body.version).toBe(6);
  expect(
    await asOwner(
      async (o) => (await o.query("select count(*)::int as n from program where client_id = $1", [clientId])).rows[0].n,
    ),
  ).toBe(1);
  await expect(
    asOwner((o) =>
      o.query("insert into program (practice_id, id, client_id, document) values ($1, $2, $3, '{}')", [
        person.practiceId,
        randomUUID(),
        clientId,
      ]),
    ),
  ).rejects.toThrow(/program_block/);
});

test("everything of a client can be taken away, and erased: only an audit row that names nobody stays", async () => {
  const clientId = await makeClient(desk, {
    name: "Forget Me",
    note: "a private matter",
    consent: "2026-01-31",
    keepUntil: "2027-01-31",
  });
  const { program } = (await desk.get(`/clients/${clientId}/program`)).body as { program: Program };
  await desk
    .send("post", `/programs/${program.id}/edits`, {
      base: 0,
      edits: [
        {
          id: randomUUID(),
          operation: {
            kind: "add",
            dayId: program.days[0]!.id,
            blockId: randomUUID(),
            index: 0,
            prescription: { ...prescriptionOf(1), id: randomUUID() },
          },
        },
      ],
    })
    .expect(200);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(201);
  const token = ((await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string).split("#")[1]!;
  const { body, headers } = await desk.get(`/clients/${clientId}/export`).expect(200);
  expect(headers["content-disposition"]).toMatch(/client\.gryn\.json/);
  expect(body).toMatchObject({
    format: "gryn-client",
    client: { name: "Forget Me", consent: "2026-01-31" },
    programs: [{ id: program.id }],
    handOvers: [{ number: 1 }],
    edits: [{}],
    links: [{}],
  });
  expect(body.audit.map((a: { action: string }) => a.action)).toContain("exported everything of client");
  // found from the catalogue: what the export has no name of its own for
  expect(body.other.handed_line).toHaveLength(1);
  expect(Object.keys(body.other)).toContain("job");
  expect(JSON.stringify(body)).not.toContain(person.practiceId);
  expect(body.editions).toEqual([]);

  await desk.send("delete", `/clients/${clientId}`, { name: "Forget me not" }).expect(422);
  await (
    await signIn(app, await makeCoach(person.practiceId, "Ivo", "coach"))
  )
    .send("delete", `/clients/${clientId}`, { name: "Forget Me" })
    .expect(403);
  await (
    await signIn(app, await makeCoach())
  )
    .send("delete", `/clients/${clientId}`, { name: "Forget Me" })
    .expect(404);
  await desk.send("delete", `/clients/${clientId}`, { name: "Forget Me" }).expect(200);
  await desk.get(`/clients/${clientId}`).expect(404);
  await request(app).post("/api/floor/open").set("x-gryn-floor", "1").send({ token }).expect(401);
  // found from the catalogue: no table that has the client's id or text any more, but the audit
  const left = await asOwner(async (o) => {
    const tables = (
      await o.query(
        `select table_name from information_schema.columns
          where table_schema = 'public' and column_name = 'client_id' union select 'client'`,
      )
    ).rows.map((r) => r.table_name as string);
    const counts: Record<string, number> = {};
    for (const t of tables)
      counts[t] = (
        await o.query(`select count(*)::int as n from ${t} where ${t === "client" ? "id" : "client_id"} = $1`, [
          clientId,
        ])
      ).rows[0].n;
    counts.program_edit = (
      await o.query("select count(*)::int as n from program_edit where program_id = $1", [program.id])
    ).rows[0].n;
    return counts;
  });
  expect(Object.entries(left).filter(([t, n]) => n > 0 && t !== "audit")).toEqual([]);
  const rows = await auditOf(clientId);
  expect(rows.at(-1)).toEqual({ actor: "Edda", action: "erased client" });
  expect(JSON.stringify(rows)).not.toMatch(/Forget|private/);
  const { rows: shown } = (await desk.get(`/audit?client=${clientId}`).expect(200)).body;
  expect(shown[0]).toMatchObject({ action: "erased client", client: null });
});

test("the audit is a head coach's, goes back page by page, and takes no nonsense", async () => {
  const own = await makeCoach(undefined, "Busy");
  const theirs = await signIn(app, own);
  const clientId = await makeClient(theirs);
  await asOwner(async (o) => {
    await o.query(
      `insert into audit (practice_id, actor, action, client_id) select $1, 'Busy', 'saw ' || n, $2
        from generate_series(1, 130) n`,
      [own.practiceId, clientId],
    );
  });
  const first = (await theirs.get("/audit").expect(200)).body.rows;
  expect([first.length, first[0].action]).toEqual([100, "saw 130"]);
  const second = (await theirs.get(`/audit?before=${first.at(-1).id}`).expect(200)).body.rows;
  expect([second.length, second.at(-1).action]).toEqual([31, "made client"]);
  await theirs.get("/audit?before=x").expect(400);
  await theirs.get("/audit?client=7").expect(400);
  expect((await desk.get(`/audit?client=${clientId}`)).body.rows).toEqual([]);
});

test("an older client body is filled in when it is read", async () => {
  const id = randomUUID();
  const { consent: _c, keepUntil: _k, units: _u, ...old } = clientOf({ name: "Older" });
  await asOwner((o) =>
    o.query("insert into client (practice_id, id, name, body) values ($1, $2, 'Older', $3)", [
      person.practiceId,
      id,
      old,
    ]),
  );
  expect(
    clientInput.safeParse((({ id: _i, revision: _r, ...c }) => c)((await desk.get(`/clients/${id}`)).body.client))
      .success,
  ).toBe(true);
});

test("every table that speaks of a client goes with the client, or is the audit: by the catalogue", async () => {
  const loose = await asOwner(async (o) => {
    const { rows } = await o.query(
      `with recursive gone as (
         select 'client'::regclass::oid as of_table
         union select c.conrelid from pg_constraint c join gone g on c.confrelid = g.of_table
           where c.contype = 'f' and c.confdeltype = 'c')
       select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid
         where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and a.attname = 'client_id' and not a.attisdropped
           and c.oid not in (select of_table from gone)`,
    );
    return rows.map((r) => r.name as string);
  });
  expect(loose).toEqual(["audit"]);
});

test("what a form changed is kept with who and when, newest first, and nobody else's practice reads it", async () => {
  const id = await makeClient(desk, { minutes: 45 });
  const client = (await desk.get(`/clients/${id}`).expect(200)).body.client;
  const { id: _id, revision: _revision, ...input } = client;
  await desk.send("put", `/clients/${id}`, { revision: 1, client: { ...input, minutes: 60 } }).expect(200);
  await desk.send("put", `/clients/${id}`, { revision: 2, client: { ...input, minutes: 60, alone: true } }).expect(200);
  // refused, so not kept
  await desk.send("put", `/clients/${id}`, { revision: 1, client: { ...input, minutes: 90 } }).expect(409);
  const { changes } = (await desk.get(`/clients/${id}/changes`).expect(200)).body;
  expect(changes.map((c: { revision: number; changes: unknown }) => [c.revision, c.changes])).toEqual([
    [3, [{ field: "alone", from: false, to: true }]],
    [2, [{ field: "minutes", from: 45, to: 60 }]],
  ]);
  const stranger = await signIn(app, await makeCoach());
  await stranger.get(`/clients/${id}/changes`).expect(404);
});

test("a place is read for every client there, changed once for all, and not taken away while somebody trains there", async () => {
  const place = { name: "Hall", equipment: ["cable", "barbell"], stations: null, units: { barbell: "lb" }, note: "" };
  const placeId = randomUUID();
  const save = (revision: number, change: object, of = desk) =>
    of.send("put", `/places/${placeId}`, { revision, place: { ...place, ...change } });
  await save(0, {}).expect(200);
  const ids = [
    await makeClient(desk, { place: placeId, equipment: [] }),
    await makeClient(desk, { place: placeId, equipment: ["band"] }),
  ];
  const there = async () =>
    Promise.all(
      ids.map(async (id) => (await desk.get(`/clients/${id}`).expect(200)).body.client.equipment as string[]),
    );
  expect(await there()).toEqual([place.equipment, place.equipment]);
  const { places } = (await save(1, { equipment: ["dumbbell"] }).expect(200)).body;
  const [kept] = places;
  expect(kept).toEqual({
    ...place,
    loads: {},
    machines: [],
    equipment: ["dumbbell"],
    id: placeId,
    revision: 2,
    clients: 2,
  });
  expect(await there()).toEqual([["dumbbell"], ["dumbbell"]]);
  // made on top of what somebody else has changed since
  await save(1, { name: "Other" }).expect(409);
  const stranger = await signIn(app, await makeCoach());
  await desk.send("delete", `/places/${placeId}`).expect(409);
  await stranger.send("delete", `/places/${placeId}`).expect(404);
  expect((await stranger.get("/places").expect(200)).body.places).toEqual([]);
  // a stranger's client who names it does not see it
  const spy = await makeClient(stranger, { place: placeId, equipment: ["band"] });
  expect((await stranger.get(`/clients/${spy}`).expect(200)).body.client).toMatchObject({
    place: null,
    equipment: ["band"],
  });
});

test("a page that says cleared is not believed where an answer is yes, or a question is open", async () => {
  const id = await makeClient(desk, { cleared: false });
  const save = (screening: object, clearance: object | null = null) =>
    desk.send("put", `/clients/${id}`, {
      revision: 1,
      client: clientOf({ cleared: true, screening, clearance } as never),
    });
  await save({ chest: "yes" }).expect(422);
  await save({ chest: "no" }).expect(422);
  await save({ chest: "yes" }, { by: "A. Falk, physiotherapist", on: "2026-11-03" }).expect(200);
});

test("a place of a single day comes with the client, is counted there, and is nobody else's to see", async () => {
  const placeId = randomUUID();
  const place = { name: "River hall", equipment: ["cable"], stations: null, units: {}, note: "" };
  await desk.send("put", `/places/${placeId}`, { revision: 0, place }).expect(200);
  const weekdays = [
    { day: 0, minutes: 45 },
    { day: 3, minutes: 60, place: placeId },
  ];
  const id = await makeClient(desk, { weekdays, equipment: ["dumbbell"] });
  const read = api.client.answer.parse((await desk.get(`/clients/${id}`).expect(200)).body).client;
  expect(read.weekdays).toEqual(weekdays);
  expect(read.equipment).toEqual(["dumbbell"]);
  expect(read.elsewhere).toEqual({
    [placeId]: { name: "River hall", equipment: ["cable"], stations: null, units: {}, loads: {}, machines: [] },
  });
  expect((await desk.get("/places").expect(200)).body.places.find((p: Place) => p.id === placeId).clients).toBe(1);
  await desk.send("delete", `/places/${placeId}`).expect(409);
  const stranger = await signIn(app, await makeCoach());
  const spy = await makeClient(stranger, { weekdays });
  expect((await stranger.get(`/clients/${spy}`).expect(200)).body.client).not.toHaveProperty("elsewhere");
});
