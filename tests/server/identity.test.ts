import { delayOf } from "#server/http/limits";
import { randomUUID } from "node:crypto";
import type { Express } from "express";
import request from "supertest";
import type { Database } from "#server/database/database";
import { codeFor } from "#server/identity/factor";
import { practiceLink } from "#server/identity/first";
import { appOn, asOwner, makeClient, makeCoach, openPool, OWNER_URL, signIn, type Desk, type Person } from "./world";

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

const tokenOf = (path: string) => path.split("#")[1]!;
const newcomer = (change: object = {}) => ({
  name: "Nils Newcomer",
  email: `${randomUUID()}@test.example`,
  password: "ten or more",
  ...change,
});
const join = (token: string, body: object) =>
  request(app)
    .post("/api/join")
    .send({ token, ...body });
const invited = async (role = "coach") =>
  tokenOf((await desk.send("post", "/invitations", { role }).expect(201)).body.path);

describe("sessions", () => {
  test("what was under way when somebody signed out does not bring the session back", async () => {
    for (let i = 0; i < 30; i++) {
      const own = await signIn(app, person);
      // reads and a write in flight around the sign-out
      await Promise.all([
        own.get("/clients"),
        own.get("/account"),
        own.send("post", "/account/factor", { password: "wrong" }),
        own.send("delete", "/session"),
        own.get("/clients"),
      ]);
      await own.get("/clients").expect(401);
    }
  }, 60_000);

  test("a session ends with its account, and at a fixed moment whatever it does", async () => {
    const gone = await makeCoach(person.practiceId, "Gone");
    const theirs = await signIn(app, gone);
    await theirs.get("/clients").expect(200);
    const { people } = (await desk.get("/people")).body;
    await desk.send("delete", `/people/${people.find((p: { name: string }) => p.name === "Gone").id}`).expect(200);
    await theirs.get("/clients").expect(401);
    const other = await makeCoach(person.practiceId, "Old hand");
    const old = await signIn(app, other);
    await asOwner((o) =>
      o.query(
        `update session set ends_at = now() - interval '1 second' from account a
          where a.id = account_id and a.email = $1`,
        [other.email],
      ),
    );
    await old.get("/clients").expect(401);
  });

  test("a role that is taken away is gone at the next request", async () => {
    const other = await makeCoach(person.practiceId, "Second head");
    const theirs = await signIn(app, other);
    await theirs.get("/audit").expect(200);
    const { people } = (await desk.get("/people")).body;
    await desk
      .send("put", `/people/${people.find((p: { name: string }) => p.name === "Second head").id}`, { role: "coach" })
      .expect(200);
    await theirs.get("/audit").expect(403);
    await theirs.send("post", "/invitations", { role: "coach" }).expect(403);
  });

  test("one's sessions are listed without what could open them, and ended one by one or all others", async () => {
    const own = await makeCoach(person.practiceId, "Many");
    const [a, b, c] = [await signIn(app, own), await signIn(app, own), await signIn(app, own)];
    const { sessions } = (await a.get("/account").expect(200)).body;
    expect(sessions).toHaveLength(3);
    expect(sessions.filter((s: { current: boolean }) => s.current)).toHaveLength(1);
    const hashes = await asOwner(async (o) =>
      (await o.query("select id from session")).rows.map((r) => r.id as string),
    );
    for (const s of sessions) expect(hashes).not.toContain(s.id);
    await a
      .send("delete", `/account/sessions/${sessions.find((s: { current: boolean }) => !s.current).id}`)
      .expect(200);
    expect((await a.get("/account")).body.sessions).toHaveLength(2);
    await a.send("delete", "/account/sessions").expect(200);
    await a.get("/clients").expect(200);
    await b.get("/clients").expect(401);
    await c.get("/clients").expect(401);
    await a.send("delete", "/account/sessions/0123456789abcdef").expect(404);
  });
});

describe("guessing", () => {
  const guess = (on: Express, from = "198.51.100.1", email = person.email) =>
    request(on).post("/api/session").set("x-forwarded-for", from).send({ email, password: "a guess" });

  test("made-up forwarded addresses give no more guesses where there is no proxy; real ones only slower ones", async () => {
    const victim = await makeCoach();
    const from = (on: Express, n: number) =>
      Promise.all(Array.from({ length: n }, (_, i) => guess(on, `203.0.113.${i}`, victim.email)));
    const direct = await from(appOn(database, { signInAttempts: 3, proxy: null }), 12);
    expect(direct.filter((r) => r.status === 401).length).toBeLessThanOrEqual(3);
    const started = Date.now();
    const other = await makeCoach();
    const strict = appOn(database, { signInAttempts: 3, proxy: "loopback" });
    for (let i = 0; i < 14; i++) expect((await guess(strict, `203.0.114.${i}`, other.email)).status).toBe(401);
    // past nine each waits: five of a quarter of a second
    expect(Date.now() - started).toBeGreaterThan(1200);
  }, 40_000);

  test("strangers who guess lock nobody out: not the owner elsewhere, and not a known device at their own address", async () => {
    const owner = await makeCoach();
    const strict = appOn(database, { signInAttempts: 3, proxy: "loopback" });
    const enter = (agent: ReturnType<typeof request.agent>, from: string) =>
      agent.post("/api/session").set("x-forwarded-for", from).send({ email: owner.email, password: owner.password });
    const known = request.agent(strict);
    await enter(known, "198.51.100.40").expect(200);
    for (let i = 0; i < 35; i++) await guess(strict, "198.51.100.41", owner.email);
    expect((await guess(strict, "198.51.100.41", owner.email)).status).toBe(429);
    await enter(request.agent(strict), "198.51.100.42").expect(200);
    await enter(known, "198.51.100.41").expect(200);
  }, 60_000);

  test("each attempt past the most waits longer, up to eight seconds", () => {
    expect([0, 1, 5, 6, 11, 26, 500].map(delayOf)).toEqual([0, 250, 250, 500, 1000, 8000, 8000]);
  });

  test("two servers count together", async () => {
    const victim = await makeCoach();
    const [a, b] = [1, 2].map(() => appOn(database, { signInAttempts: 4, proxy: "loopback" }));
    const statuses = [];
    for (let i = 0; i < 8; i++) statuses.push((await guess(i % 2 ? a! : b!, "192.0.2.78", victim.email)).status);
    expect(statuses.filter((s) => s === 401)).toHaveLength(4);
  });

  test("empty forms and typing errors lock nobody out", async () => {
    const strict = appOn(database, { signInAttempts: 30 });
    for (let i = 0; i < 400; i++)
      await request(strict).post("/api/session").send({ email: "", password: "" }).expect(400);
    const fresh = await makeCoach();
    await request(strict).post("/api/session").send({ email: fresh.email, password: fresh.password }).expect(200);
  });

  test("no address stands in the database as it is", async () => {
    await guess(app);
    const keys = await asOwner(async (o) =>
      (await o.query("select key from attempt")).rows.map((r) => r.key as string),
    );
    expect(keys.length).toBeGreaterThan(0);
    for (const k of keys) expect(k).toMatch(/^[0-9a-f]{32}$/);
  });
});

describe("invitations", () => {
  test("a coach joins once, sees the practice's clients and may not do what a head coach may", async () => {
    const clientId = await makeClient(desk, { name: "Vera Test" });
    const token = await invited();
    expect((await request(app).post("/api/join/look").send({ token }).expect(200)).body).toEqual({
      role: "coach",
      practice: false,
    });
    const nils = newcomer();
    await join(token, nils).expect(201);
    expect((await join(token, newcomer()).expect(410)).body.error).toMatch(/has been used/);
    const theirs = await signIn(app, { ...nils, practiceId: person.practiceId });
    expect((await theirs.get("/clients").expect(200)).body.clients.map((c: { id: string }) => c.id)).toContain(
      clientId,
    );
    await theirs.get("/audit").expect(403);
    await theirs.send("delete", `/clients/${clientId}`, { name: "Vera Test" }).expect(403);
    await theirs.send("post", "/invitations", { role: "head" }).expect(403);
  });

  test("of ten who open one invitation at once, one joins", async () => {
    const token = await invited();
    const answers = await Promise.all(Array.from({ length: 10 }, () => join(token, newcomer())));
    expect(answers.map((a) => a.status).sort()).toEqual([201, ...new Array<number>(9).fill(410)]);
  }, 20_000);

  test("wrong input says why at its field and leaves the invitation open", async () => {
    const token = await invited();
    const short = await join(token, newcomer({ password: "short" })).expect(400);
    expect(short.body.fields).toEqual([{ path: "password", reason: "at least 10 characters" }]);
    expect((await join(token, newcomer({ email: person.email.toUpperCase() })).expect(409)).body.fields[0].path).toBe(
      "email",
    );
    await join(token, newcomer()).expect(201);
    await join("x".repeat(32), newcomer()).expect(410);
  });

  test("one is withdrawn, one runs out, and tokens are kept hashed", async () => {
    const [withdrawn, old] = [await invited(), await invited()];
    const { invitations } = (await desk.get("/people")).body;
    await asOwner((o) =>
      o.query(
        `update invitation set expires_at = now() - interval '1 minute'
          where token_hash = encode(sha256($1::bytea), 'hex')`,
        [old],
      ),
    );
    for (const i of invitations)
      if (!JSON.stringify(i).includes("skip")) await desk.send("delete", `/invitations/${i.id}`).expect(200);
    await join(withdrawn, newcomer()).expect(410);
    await join(old, newcomer()).expect(410);
    expect(
      await asOwner(
        async (o) =>
          (await o.query("select count(*)::int as n from invitation where token_hash = any($1)", [[withdrawn, old]]))
            .rows[0].n,
      ),
    ).toBe(0);
  });

  test("whoever runs the server makes a practice with the printed link, once; it sees nothing of another", async () => {
    const token = tokenOf((await practiceLink(OWNER_URL(), true))!);
    expect((await request(app).post("/api/join/look").send({ token }).expect(200)).body).toEqual({
      role: "head",
      practice: true,
    });
    expect((await join(token, newcomer()).expect(400)).body.fields[0].path).toBe("practice");
    const owner = newcomer({ practice: "Barleycorn" });
    await join(token, owner).expect(201);
    await join(token, newcomer({ practice: "Another" })).expect(410);
    const theirs = await signIn(app, { ...owner, practiceId: "" } as unknown as Person);
    expect((await theirs.get("/people").expect(200)).body).toMatchObject({
      practice: "Barleycorn",
      people: [{ role: "head" }],
    });
    expect((await theirs.get("/clients").expect(200)).body.clients).toEqual([]);
    const mine = await makeClient(theirs);
    await desk.get(`/clients/${mine}`).expect(404);
    // with a practice beside the demo nobody is offered another unless asked
    expect(await practiceLink(OWNER_URL(), false)).toBeNull();
  });

  test("the last head coach stays, also when two remove each other at once", async () => {
    const lone = await makeCoach(undefined, "Lone");
    const theirs = await signIn(app, lone);
    const [me] = (await theirs.get("/people")).body.people;
    expect((await theirs.send("delete", `/people/${me.id}`).expect(409)).body.error).toMatch(/at least one head coach/);
    await theirs.send("put", `/people/${me.id}`, { role: "coach" }).expect(409);
    const second = await signIn(app, await makeCoach(lone.practiceId, "Second"));
    const { people } = (await theirs.get("/people")).body as { people: { id: string; name: string }[] };
    const id = (name: string) => people.find((p) => p.name === name)!.id;
    await Promise.all([
      theirs.send("delete", `/people/${id("Second")}`),
      second.send("delete", `/people/${id("Lone")}`),
    ]);
    expect(
      await asOwner(
        async (o) =>
          (
            await o.query("select count(*)::int as n from account where practice_id = $1 and role = 'head'", [
              lone.practiceId,
            ])
          ).rows[0].n,
      ),
    ).toBe(1);
  });

  test("nobody of another practice can be removed", async () => {
    const stranger = await signIn(app, await makeCoach());
    const [me] = (await desk.get("/people")).body.people;
    await stranger.send("delete", `/people/${me.id}`).expect(404);
    await stranger.send("put", `/people/${me.id}`, { role: "coach" }).expect(404);
  });
});

describe("one's own account", () => {
  test("the password is changed with the one there is, and other sessions end", async () => {
    const own = await makeCoach(undefined, "Changer");
    const [a, b] = [await signIn(app, own), await signIn(app, own)];
    expect(
      (await a.send("put", "/account/password", { password: "not it", next: "grains of rye" }).expect(403)).body
        .fields[0].path,
    ).toBe("password");
    await a.send("put", "/account/password", { password: own.password, next: "short" }).expect(400);
    expect(
      (await a.send("put", "/account/password", { password: own.password, next: "grains of rye" }).expect(200)).body
        .ended,
    ).toBe(1);
    await a.get("/clients").expect(200);
    await b.get("/clients").expect(401);
    await request(app).post("/api/session").send({ email: own.email, password: own.password }).expect(401);
    await request(app).post("/api/session").send({ email: own.email, password: "grains of rye" }).expect(200);
  });

  test("a second factor is asked for, works once a step, and a head coach can remove it", async () => {
    const own = await makeCoach(undefined, "Careful");
    const theirs = await signIn(app, own);
    await theirs.send("post", "/account/factor", { password: "wrong" }).expect(403);
    const { secret, uri } = (await theirs.send("post", "/account/factor", { password: own.password }).expect(200)).body;
    expect(uri).toMatch(/^otpauth:\/\/totp\/Gryn/);
    await theirs.send("put", "/account/factor", { code: "000000" }).expect(422);
    const now = Date.now();
    const confirming = codeFor(secret, now);
    await theirs.send("put", "/account/factor", { code: confirming }).expect(200);
    const enter = (code?: string) =>
      request(app)
        .post("/api/session")
        .send({ email: own.email, password: own.password, ...(code ? { code } : {}) });
    expect((await enter().expect(401)).body.needs).toBe("code");
    // what confirmed it has been used
    await enter(confirming).expect(401);
    // a step ahead is within what clocks may be off; the same one again is not
    const next = codeFor(secret, now + 30_000);
    await enter(next).expect(200);
    expect((await enter(next).expect(401)).body.error).toMatch(/used before/);
    await request(app)
      .post("/api/session")
      .send({ email: own.email, password: "wrong", code: next })
      .expect(401)
      .expect((r) => expect(r.body.needs).toBeUndefined());
    const head = await signIn(app, await makeCoach(own.practiceId, "Head"));
    const { people } = (await head.get("/people")).body as { people: { id: string; name: string; factor: boolean }[] };
    const careful = people.find((p) => p.name === "Careful")!;
    expect(careful.factor).toBe(true);
    // one's own is not taken away by whoever sits at an open desk, head coach or not
    await theirs.send("delete", `/people/${careful.id}/factor`).expect(403);
    await head.send("delete", `/people/${careful.id}/factor`).expect(200);
    await enter().expect(200);
  });

  test("who is removed leaves nothing open: no invitation, no link to a client", async () => {
    const head = await makeCoach(undefined, "Stays");
    const leaver = await makeCoach(head.practiceId, "Leaver");
    const [stays, leaves] = [await signIn(app, head), await signIn(app, leaver)];
    const clientId = await makeClient(stays);
    const link = (await leaves.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string;
    const open = () =>
      request(app)
        .post("/api/floor/open")
        .set("x-gryn-floor", "1")
        .send({ token: link.split("#")[1] });
    await open().expect(200);
    const token = tokenOf((await leaves.send("post", "/invitations", { role: "coach" }).expect(201)).body.path);
    const { people } = (await stays.get("/people")).body as { people: { id: string; email: string }[] };
    await stays.send("delete", `/people/${people.find((p) => p.email === leaver.email)!.id}`).expect(200);
    await open().expect(403);
    await join(token, { name: "Leaver", email: "again@example.org", password: "a long enough one" }).expect(410);
    await leaves.get("/clients").expect(401);
  });

  test("codes are those of RFC 6238", () => {
    // its appendix B, SHA-1, the last six of the eight digits
    const secret = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ";
    expect([59, 1111111109, 1234567890, 2000000000].map((t) => codeFor(secret, t * 1000))).toEqual([
      "287082",
      "081804",
      "005924",
      "279037",
    ]);
  });
});
