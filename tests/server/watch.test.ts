/** What a server says of itself: ready or not, what it measures, slow statements; and a way out that loses nothing. */
import { connect } from "node:net";
import { setTimeout as pause } from "node:timers/promises";
import request from "supertest";
import { openDatabase, type Database } from "#server/database/database";
import type { Operations } from "#core/watch/operations";
import { serve, serveJobs } from "#server/serve";
import { currentRequest, requestIdOf, underItsId } from "#server/watch/context";
import { createMetrics } from "#server/watch/metrics";
import { APP_URL, appOn, makeClient, makeCoach, openPool, signIn, type Person } from "./world";

let database: Database;
let person: Person;
beforeAll(async () => {
  database = openPool();
  person = await makeCoach();
});
afterAll(() => database.close());

test("ready is apart from health: a server that goes still answers, and wants no more", async () => {
  let going = false;
  const app = appOn(database, { draining: () => going });
  await request(app).get("/api/ready").expect(200, { state: "ready" });
  going = true;
  await request(app).get("/api/ready").expect(503, { state: "draining" });
  await request(app).get("/api/health").expect(200);
});

test("what it measures names routes as the code does, and nobody and nothing of a practice", async () => {
  const metrics = createMetrics();
  const app = appOn(database, { metrics, devicePages: true });
  const desk = await signIn(app, person);
  const id = await makeClient(desk, { name: "Somebody Unmistakable" });
  await desk.get(`/clients/${id}`).expect(200);
  await desk.get("/clients/none").expect(404);
  metrics.job("bounds", "done", 0.2);
  const { text } = await request(app).get("/metrics").expect(200);
  expect(text).toMatch(/gryn_request_seconds_count\{[^}]*route="\/clients\/:id"[^}]*status="200"[^}]*\} 1/);
  expect(text).toMatch(/gryn_request_seconds_count\{[^}]*route="\/clients\/:id"[^}]*status="404"[^}]*\} 1/);
  expect(text).toMatch(/gryn_job_seconds_count\{kind="bounds",ended="done"\} 1/);
  expect(text).toMatch(/gryn_pool_connections\{state="all"\} [1-9]/);
  expect(text).toContain("gryn_replication_lag_seconds 0");
  for (const told of [id, person.practiceId, person.email, "Unmistakable"]) expect(text).not.toContain(told);
  // others may not read it
  await request(appOn(database, { metrics })).get("/metrics").expect(404);
});

test("the same for a person: what was asked, what failed, and what phones sent; for a head coach only", async () => {
  const metrics = createMetrics();
  const app = appOn(database, { metrics });
  const desk = await signIn(app, person);
  for (let n = 0; n < 3; n++) await desk.get("/clients").expect(200);
  await desk.get("/clients/none").expect(404);
  for (const late of [2, 3, 4, 900]) metrics.outbox(late);
  const { operations } = (await desk.get("/operations").expect(200)).body as { operations: Operations };
  const clients = operations.requests.routes.find((r) => r.method === "GET" && r.route === "/clients")!;
  expect(clients).toMatchObject({ answered: 3, failed: 0 });
  expect(operations.requests.answered).toBeGreaterThanOrEqual(5);
  // a wrong address is nobody's fault here
  expect(operations.requests.failed).toBe(0);
  expect(operations.phones.sets).toBe(4);
  expect(operations.phones.p50).toBeLessThan(30);
  expect(operations.phones.p95).toBeGreaterThan(600);
  expect(operations.pool.all).toBeGreaterThan(0);
  for (const told of [person.practiceId, person.email]) expect(JSON.stringify(operations)).not.toContain(told);
  const coach = await signIn(app, await makeCoach(person.practiceId, "Second", "coach"));
  await coach.get("/operations").expect(403);
  await request(app).get("/api/operations").expect(401);
});

test("reads of a moment ago come from the standby, and from the database itself where it is away; nothing is written there", async () => {
  const both = openDatabase(APP_URL(), 1, {}, APP_URL());
  const away = openDatabase(APP_URL(), 1, {}, "postgres://nobody:x@127.0.0.1:1/gryn");
  try {
    const desk = await signIn(appOn(database), person);
    const id = await makeClient(desk, { name: "Read Lately" });
    for (const db of [both, away]) {
      const rows = await db.lately(person.practiceId, (tx) =>
        tx.query<{ name: string }>("select name from client where id = $1", [id]),
      );
      expect(rows).toEqual([{ name: "Read Lately" }]);
      await expect(
        db.lately(person.practiceId, (tx) => tx.query("update client set name = 'x' where id = $1", [id])),
      ).rejects.toThrow(/read-only/);
      // another practice's row is nobody's here either
      expect(await db.lately("6e0a9d0c-1111-4222-8333-444455556666", (tx) => tx.query("select 1 from client"))).toEqual(
        [],
      );
    }
  } finally {
    await Promise.all([both.close(), away.close()]);
  }
});

test("a request's id is the browser's, else a new one, goes back, and never carries anything else", async () => {
  expect(requestIdOf("0b6b7f5e-1111")).toBe("0b6b7f5e-1111");
  for (const odd of [undefined, "short", "x'; drop table client; --", "a b c d e f g h", "ü".repeat(12)])
    expect(requestIdOf(odd)).toMatch(/^[0-9a-f-]{36}$/);
  const app = appOn(database);
  const r = await request(app).get("/api/session").set("x-request-id", "from-the-browser");
  expect(r.headers["x-request-id"]).toBe("from-the-browser");
  expect(currentRequest()).toBeNull();
});

test("a slow statement is told with its request and its text, without what it was given", async () => {
  const told: unknown[] = [];
  const watched = openDatabase(APP_URL(), 1, { slow: (ms, sql, id) => told.push({ slow: ms > 250, sql, id }) });
  await new Promise<void>((done, failed) => {
    const asked = { get: () => "request-of-the-test" } as never;
    underItsId(asked, { set: () => undefined } as never, () => {
      watched
        .withPractice(person.practiceId, async (tx) => {
          await tx.query("select pg_sleep(0.3), $1::text", ["a secret"]);
          const [row] = await tx.query<{ name: string }>("select current_setting('application_name') as name");
          expect(row!.name).toBe("gryn request-of-the-test");
        })
        .then(() => done(), failed);
    });
  });
  expect(told).toEqual([{ slow: true, sql: "select pg_sleep(0.3), $1::text", id: "request-of-the-test" }]);
  // the name goes with the transaction
  await watched.withPractice(person.practiceId, async (tx) => {
    const [row] = await tx.query<{ name: string }>("select current_setting('application_name') as name");
    expect(row!.name).not.toContain("request-of-the-test");
  });
  await watched.close();
});

describe("a connection that goes", () => {
  const failing = (code: string) => Object.assign(new Error("gone"), { code });

  test.each(["57P01", "25006", "08P01", "40001"])("%s before it is kept: done again, and once", async (code) => {
    const ended: string[] = [];
    const watched = openDatabase(APP_URL(), 2, { transaction: (_s, how) => ended.push(how) });
    let tries = 0;
    const answer = await watched.withPractice(person.practiceId, async (tx) => {
      await tx.query("select 1");
      tries += 1;
      if (tries < 3) throw failing(code);
      return "kept";
    });
    expect([answer, tries, ended]).toEqual(["kept", 3, ["again", "again", "kept"]]);
    await watched.close();
  });

  test("five times and no more; what is wrong with the request itself is never tried again", async () => {
    let tries = 0;
    const always = (code: string) => async () => {
      tries += 1;
      throw failing(code);
    };
    await expect(database.withPractice(person.practiceId, always("57P01"))).rejects.toThrow("gone");
    expect(tries).toBe(5);
    tries = 0;
    await expect(database.withPractice(person.practiceId, always("23505"))).rejects.toThrow("gone");
    expect(tries).toBe(1);
  });

  test("while it is kept, nobody knows whether it was: it is not done twice", async () => {
    const owner = openDatabase(APP_URL(), 1);
    let tries = 0;
    const lost = owner.withPractice(person.practiceId, async (tx) => {
      tries += 1;
      const [row] = await tx.query<{ pid: number }>("select pg_backend_pid() as pid");
      // ended by the server in the middle of what follows: the commit is what fails
      await database.withPractice(person.practiceId, (other) =>
        other.query("select pg_terminate_backend($1)", [row!.pid]),
      );
      await pause(50);
    });
    await expect(lost).rejects.toThrow();
    expect(tries).toBe(1);
    await owner.close();
  });
});

test("a server that is asked to go finishes what it has begun, ends streams, and takes nothing new", async () => {
  const serving = await serve({
    databaseUrl: APP_URL(),
    pages: null,
    host: "127.0.0.1",
    port: 0,
    sessionSecret: "test",
    jobs: false,
    drain: 150,
    logLevel: "silent",
  });
  const signedIn = await fetch(`${serving.url}/api/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ email: person.email, password: person.password }),
  });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
  const stream = await fetch(`${serving.url}/api/scale`, { headers: { cookie } });
  expect(stream.status).toBe(200);
  const closing = serving.close();
  const late = await fetch(`${serving.url}/api/ready`);
  expect(await late.json()).toEqual({ state: "draining" });
  // begun while it goes: answered
  const begun = fetch(`${serving.url}/api/clients`, { headers: { cookie } });
  expect((await begun).status).toBe(200);
  await stream.text();
  await closing;
  await new Promise<void>((done, failed) => {
    const socket = connect(serving.port, "127.0.0.1");
    socket.on("connect", () => failed(new Error("somebody still listens")));
    socket.on("error", () => done());
  });
});

test("a worker of jobs serves nobody and goes when asked", async () => {
  const worker = await serveJobs({ databaseUrl: APP_URL(), poolSize: 2, logLevel: "silent" });
  await pause(100);
  await worker.close();
});
