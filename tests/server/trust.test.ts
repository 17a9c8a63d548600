import { VERSIONS } from "#core/exchange/upgrade";
import { randomUUID } from "node:crypto";
import type { Express } from "express";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { pino } from "pino";
import request from "supertest";
import { loggable } from "#server/http/problem";
import { openDatabase, type Database } from "#server/database/database";
import { migrate } from "#server/database/migrate";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import { writeLog, readLog } from "#server/training/log";
import { clientOf, prescriptionOf } from "../support/programs";
import { entryOf } from "../support/log";
import {
  appOn,
  asOwner,
  auditOf,
  makeClient,
  makeCoach,
  openPool,
  OWNER_URL,
  signIn,
  type Desk,
  type Person,
} from "./world";

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

test("who saw and changed a client is written down, and never what it was", async () => {
  const clientId = await makeClient(desk, { note: "a private matter" });
  await desk.get(`/clients/${clientId}`).expect(200);
  await desk.send("put", `/clients/${clientId}`, { revision: 1, client: clientOf({ note: "another" }) }).expect(200);
  await desk.send("post", `/clients/${clientId}/link`).expect(201);
  await desk.get(`/clients/${clientId}/log.csv`).expect(200);
  await desk.send("delete", `/clients/${clientId}/link`).expect(200);
  const rows = await auditOf(clientId);
  expect(rows.map((r) => r.action)).toEqual([
    "made client",
    "saw client",
    "changed client",
    "made link",
    "exported log",
    "revoked links",
  ]);
  expect(rows.every((r) => r.actor === "Edda")).toBe(true);
  expect(JSON.stringify(rows)).not.toMatch(/private|another/);
});

test("text that looks like SQL, HTML or a formula is only text", async () => {
  const name = `Robert'); drop table client;-- <script>alert(1)</script>`;
  const clientId = await makeClient(desk, { name });
  expect((await desk.get(`/clients/${clientId}`)).body.client.name).toBe(name);
  await database.withPractice(person.practiceId, (tx) =>
    writeLog(tx, person.practiceId, clientId, {
      entries: [
        entryOf(1, { id: randomUUID(), instead: { setupKey: "x", name: '=HYPERLINK("http://nowhere.example")' } }),
      ],
      reports: [],
    }),
  );
  const csv = (await desk.get(`/clients/${clientId}/log.csv`).expect(200)).text;
  expect(csv).toContain(`'=HYPERLINK`);
  expect(csv).not.toMatch(/,"?=HYPERLINK/);
});

test("a failing request leaves nothing in the log of what somebody typed", async () => {
  const lines: string[] = [];
  const log = pino(
    { level: "debug", serializers: { err: loggable } },
    { write: (line: string) => void lines.push(line) },
  );
  const broken = appOn(
    {
      ...database,
      withPractice: () =>
        Promise.reject(
          Object.assign(new Error('Failing row contains ("a private matter")'), {
            code: "XX000",
            detail: "a private matter",
          }),
        ),
    },
    { log },
  );
  const theirs = await signIn(broken, person);
  await theirs
    .send("post", "/clients", { id: randomUUID(), client: clientOf({ note: "a private matter" }) })
    .expect(500);
  expect(lines.join("")).toMatch(/XX000/);
  expect(lines.join("")).not.toMatch(/private matter/);
});

test("headers say what a page may do, and a missing file of the pages is not there", async () => {
  const pages = mkdtempSync(join(tmpdir(), "gryn-pages-"));
  mkdirSync(join(pages, "assets"));
  writeFileSync(join(pages, "index.html"), "<title>Gryn</title>");
  const own = appOn(database, { pages });
  const { headers } = await request(own).get("/clients").expect(200);
  expect(headers["permissions-policy"]).toMatch(/camera=\(\).*geolocation=\(\)/);
  await request(own).get("/assets/nothing.js").expect(404);
  rmSync(pages, { recursive: true });
});

test("a body that is too large or not JSON is refused with a reason", async () => {
  const large = await desk.send("post", "/clients", {
    id: randomUUID(),
    client: clientOf({ note: "x".repeat(3_000_000) }),
  });
  expect([large.status, large.body.error]).toEqual([413, expect.stringMatching(/larger/)]);
  expect((await desk.send("put", "/session")).status).toBe(404);
});

test("many edits at once, from many windows, all land once", async () => {
  const clientId = await makeClient(desk);
  const { program } = (await desk.get(`/clients/${clientId}/program`)).body as { program: Program };
  const edits = Array.from({ length: 12 }, (_, i) => ({
    id: randomUUID(),
    operation: {
      kind: "add",
      dayId: program.days[i % 3]!.id,
      blockId: randomUUID(),
      index: 0,
      prescription: { ...prescriptionOf(1), id: randomUUID() },
    },
  }));
  // each is sent twice, all together, all on the same base
  const answers = await Promise.all(
    [...edits, ...edits].map((e) => desk.send("post", `/programs/${program.id}/edits`, { base: 0, edits: [e] })),
  );
  expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200));
  const now = (await desk.get(`/clients/${clientId}/program`)).body as { program: Program; version: number };
  expect(now.version).toBe(12);
  expect(
    prescriptionsOf(now.program)
      .map((p) => p.id)
      .sort(),
  ).toEqual(edits.map((e) => e.operation.prescription.id).sort());
});

test("the same set from two connections at the same moment is one row", async () => {
  const clientId = await makeClient(desk);
  const entry = entryOf(1, { id: randomUUID() });
  const write = () =>
    database.withPractice(person.practiceId, (tx) =>
      writeLog(tx, person.practiceId, clientId, { entries: [entry, entry], reports: [] }),
    );
  await Promise.all(Array.from({ length: 6 }, write));
  expect(
    (await database.withPractice(person.practiceId, (tx) => readLog(tx, person.practiceId, clientId, 400))).entries,
  ).toEqual([entry]);
  expect(
    await asOwner(
      async (o) => (await o.query("select count(*)::int as n from entry where id = $1", [entry.id])).rows[0].n,
    ),
  ).toBe(1);
});

test("a set cannot be written for a client who is not there", async () => {
  const nobody = randomUUID();
  await expect(
    database.withPractice(person.practiceId, (tx) =>
      writeLog(tx, person.practiceId, nobody, { entries: [entryOf(1, { id: randomUUID() })], reports: [] }),
    ),
  ).rejects.toThrow(/foreign key/);
});

test("a program kept at an older version is brought up when it is read", async () => {
  const clientId = await makeClient(desk);
  const { program } = (await desk.get(`/clients/${clientId}/program`)).body as { program: Program };
  const old = {
    ...program,
    version: 1,
    days: program.days.map((d, i) =>
      i
        ? d
        : { ...d, blocks: [{ id: randomUUID(), prescriptions: [{ ...prescriptionOf(1), alternatives: undefined }] }] },
    ),
  };
  await asOwner(async (o) => {
    await o.query("begin");
    await o.query("select set_config('gryn.practice_id', $1, true)", [person.practiceId]);
    await o.query("update program set document = $1 where id = $2", [JSON.stringify(old), program.id]);
    await o.query("commit");
  });
  const now = (await desk.get(`/clients/${clientId}/program`)).body.program as Program;
  expect([now.version, now.edition]).toEqual([VERSIONS.program, "gryn-1"]);
  expect(prescriptionsOf(now)[0]).toMatchObject({ alternatives: [], credits: { "triceps-lateral": { length: null } } });
});

test("an operator's own role is granted what it needs and left as it is", async () => {
  const role = `gryn_given_${randomUUID().slice(0, 8)}`;
  await asOwner((o) => o.query(`create role ${role} login nosuperuser nobypassrls password 'given'`));
  const url = new URL(OWNER_URL());
  url.username = role;
  url.password = "given";
  expect(await migrate(OWNER_URL(), { appUrl: url.toString() })).toBe(url.toString());
  const own = openDatabase(url.toString(), 1);
  try {
    await own.assertBoundRole();
    expect(await own.withPractice(person.practiceId, (tx) => tx.query("select 1 from client limit 1"))).toHaveLength(1);
    expect(await own.call("sign_in", person.email)).toMatchObject({ name: "Edda" });
  } finally {
    await own.close();
    await asOwner((o) => o.query(`drop owned by ${pg.escapeIdentifier(role)}; drop role ${pg.escapeIdentifier(role)}`));
  }
});
