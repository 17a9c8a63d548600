import { MODEL_VERSION } from "#core/mechanics/model";
import type { Express } from "express";
import request from "supertest";
import type { Database } from "#server/database/database";
import { appOn, asOwner, makeCoach, openPool, signIn, type Person } from "./world";

let database: Database;
let app: Express;
let person: Person;

beforeAll(async () => {
  database = openPool();
  app = appOn(database);
  person = await makeCoach();
});
afterAll(() => database.close());

test("the right password opens a session, which only signing out ends", async () => {
  const desk = await signIn(app, person);
  expect((await desk.get("/session")).body).toMatchObject({ coach: { name: "Coach" } });
  await desk.get("/clients").expect(200);
  await desk.send("delete", "/session").expect(200);
  await desk.get("/clients").expect(401);
});

test("passwords are kept as Argon2id and session ids hashed", async () => {
  await signIn(app, person);
  const [hashes, sessions] = await asOwner(async (o) => [
    (await o.query("select password_hash from account where email = $1", [person.email])).rows,
    (await o.query("select id from session limit 5")).rows,
  ]);
  expect(hashes[0].password_hash).toMatch(/^\$argon2id\$/);
  for (const s of sessions) expect(s.id).toMatch(/^[0-9a-f]{64}$/);
});

test("a session in use is prolonged, but not at every request", async () => {
  const expiry = async () =>
    asOwner(
      async (o) =>
        (
          await o.query(
            `select s.expires_at from session s join account a on a.id = s.account_id where a.practice_id = $1
              order by s.expires_at desc limit 1`,
            [person.practiceId],
          )
        ).rows[0].expires_at as Date,
    );
  const own = appOn(database);
  const desk = await signIn(own, person);
  await asOwner((o) =>
    o.query(
      `update session s set expires_at = now() + interval '1 hour' from account a
        where a.id = s.account_id and a.practice_id = $1`,
      [person.practiceId],
    ),
  );
  const [before] = [await expiry()];
  await desk.get("/clients").expect(200);
  const once = await expiry();
  expect(once.getTime()).toBeGreaterThan(before.getTime() + 10 * 3600_000);
  await desk.get("/clients").expect(200);
  expect(await expiry()).toEqual(once);
});

test("a wrong password and an unknown address answer the same", async () => {
  const answer = async (email: string, password: string) => {
    const { status, body } = await request(app).post("/api/session").send({ email, password });
    return { status, body };
  };
  const wrong = await answer(person.email, "no");
  expect(wrong).toEqual(await answer("nobody@test.example", "no"));
  expect(wrong.status).toBe(401);
});

test("what is missing is said at its field", async () => {
  const { status, body } = await request(app).post("/api/session").send({ email: "not an address", password: "" });
  expect(status).toBe(400);
  expect(body.fields.map((f: { path: string }) => f.path)).toEqual(["email", "password"]);
});

test("a change without the session's own token is refused", async () => {
  const agent = request.agent(app);
  await agent.post("/api/session").send({ email: person.email, password: person.password });
  await agent.post("/api/clients").send({}).expect(403);
  await agent.post("/api/clients").set("x-gryn-csrf", "guess").send({}).expect(403);
});

test("the cookie is HttpOnly and SameSite, and Secure behind TLS", async () => {
  const cookie = async (a: Express) =>
    (
      await request(a)
        .post("/api/session")
        .set("x-forwarded-proto", "https")
        .send({ email: person.email, password: person.password })
    )
      .get("Set-Cookie")!
      .join(";");
  expect(await cookie(app)).toMatch(/HttpOnly.*SameSite=Lax/i);
  expect(await cookie(appOn(database, { secureCookies: true }))).toMatch(/Secure/);
});

test("attempts are limited, and a success is not one", async () => {
  const strict = appOn(database, { signInAttempts: 3, proxy: "loopback" });
  const { email, password } = await makeCoach();
  // an address of its own: other tests guess from this machine's
  const enter = (given: string) =>
    request(strict).post("/api/session").set("x-forwarded-for", "192.0.2.77").send({ email, password: given });
  await enter(password).expect(200);
  for (let i = 0; i < 3; i++) await enter("no").expect(401);
  const { status, body } = await enter(password);
  expect(status).toBe(429);
  expect(body.error).toMatch(/ten minutes/);
});

test("security headers and health", async () => {
  const { headers } = await request(app).get("/api/health").expect(200, { status: "ok", model: MODEL_VERSION });
  expect(headers["content-security-policy"]).toMatch(/frame-ancestors 'none'/);
  expect(headers["referrer-policy"]).toBe("no-referrer");
  expect(headers["strict-transport-security"]).toBeUndefined();
  expect(headers["x-powered-by"]).toBeUndefined();
});

test("unreadable and unknown requests get a reason, never a 500", async () => {
  const desk = await signIn(app, person);
  await desk.get("/nothing-here").expect(404);
  await desk.get("/clients/not-a-uuid").expect(404);
  await request(app).post("/api/session").set("content-type", "application/json").send("{").expect(400);
  for (const body of [{}, { id: "x", client: {} }, { id: 5, client: null }, []]) {
    const { status } = await desk.send("post", "/clients", body);
    expect(status).toBe(400);
  }
});

test("the schema of exercise files is served to anyone", async () => {
  const { body } = await request(app).get("/api/schema/exercise").expect(200);
  expect(body.$schema).toMatch(/2020-12/);
  expect(Object.keys(body.properties)).toEqual(expect.arrayContaining(["format", "phase", "path", "loads"]));
});
