import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import type { Express } from "express";
import request from "supertest";
import type { Program } from "#core/program/document";
import type { Entry, ItemAnswer } from "#core/training/entry";
import { JOINTS } from "#core/exercises/joints";
import { prescriptionsOf } from "#core/program/edit";
import { CURRENT_EDITION } from "#core/edition/edition";
import { localDateOf } from "#core/training/clock";
import { targetFor } from "#core/training/progression";
import { reportOf } from "../support/log";
import type { Database } from "#server/database/database";
import { prescriptionOf } from "../support/programs";
import { pino } from "pino";
import { startRunner } from "#server/jobs/runner";
import { boundsHandler } from "#server/training/bounds";
import { readWholeLog } from "#server/training/log";
import { appOn, asOwner, makeClient, makeCoach, openPool, signals, signIn, work, type Desk } from "./world";

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
async function onTheFloor(phone = request.agent(app)) {
  const clientId = await makeClient(desk, { name: "Vera Test" });
  const who = clientId.slice(0, 8);
  const program: Program = (await desk.get(`/clients/${clientId}/program`)).body.program;
  const p = {
    ...prescriptionOf(1),
    id: randomUUID(),
    load: { value: 30, unit: "kg" as const, meaning: "stack" as const },
  };
  const edits = [
    {
      id: randomUUID(),
      operation: { kind: "add", dayId: program.days[0]!.id, blockId: randomUUID(), index: 0, prescription: p },
    },
  ];
  await desk.send("post", `/programs/${program.id}/edits`, { base: 0, edits }).expect(200);
  const { handOver } = (await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(201)).body;
  const token = ((await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string).split("#")[1]!;
  const open = (t: string) => phone.post("/api/floor/open").set("x-gryn-floor", "1").send({ token: t });
  await open(token).expect(200);
  const at = new Date();
  const entry = (change: Partial<Entry> = {}): Entry => ({
    id: randomUUID(),
    revision: 1,
    handOverId: handOver.id,
    prescriptionId: p.id,
    set: 0,
    parts: [{ id: randomUUID(), kind: "full", load: p.load, reps: 10 }],
    reserve: 2,
    instead: null,
    at: at.toISOString(),
    zone: "Europe/Oslo",
    localDate: localDateOf(at.getTime(), "Europe/Oslo"),
    prescribed: { reps: p.reps, reserve: 2, load: p.load },
    voided: false,
    confirmed: false,
    by: null,
    ...change,
  });
  const send = (entries: unknown[], reports: unknown[] = [], as = who) =>
    phone.post("/api/floor/log").set("x-gryn-floor", "1").set("x-gryn-who", as).send({ entries, reports });
  const session = () => phone.get("/api/floor/session").set("x-gryn-who", who);
  return { clientId, who, program, p, handOver, token, phone, open, entry, send, session };
}

const logOf = async (clientId: string) => (await desk.get(`/clients/${clientId}/log`).expect(200)).body;

test("the phone gets targets, cues and drawings, a first name and nothing more about the person", async () => {
  const { session, p, who } = await onTheFloor();
  const { body } = await session().expect(200);
  expect(body.who).toBe(who);
  expect(Math.abs(Date.parse(body.now) - Date.now())).toBeLessThan(5000);
  expect(body.firstName).toBe("Vera");
  expect(body.handOver.snapshot.days[0].blocks[0].prescriptions[0]).toMatchObject({
    id: p.id,
    cues: expect.arrayContaining([expect.any(String)]),
    load: { value: 30 },
  });
  // pain can be told of every joint, those that the exercise works first
  expect(body.handOver.snapshot.days[0].blocks[0].prescriptions[0].joints).toHaveLength(JOINTS.length);
  expect(body.handOver.snapshot.days[0].blocks[0].prescriptions[0].joints[0]).toBe("elbow");
  expect(JSON.stringify(body)).not.toMatch(/Test"|cleared|priorities|"mass"|consent/);
});

test("the same set twice is one row; a correction is a new revision; order does not matter", async () => {
  const { clientId, entry, send } = await onTheFloor();
  const e = entry();
  const corrected = entry({ ...e, revision: 2, parts: [{ ...e.parts[0]!, reps: 11 }] });
  await send([corrected]).expect(200);
  await send([e, corrected]).expect(200);
  const { body } = await send([e]).expect(200);
  expect(body.items).toEqual([{ id: e.id, revision: 1, kept: true, reason: null }]);
  expect((await logOf(clientId)).entries).toEqual([corrected]);
  expect(
    await asOwner(async (o) => (await o.query("select count(*)::int as n from entry where id = $1", [e.id])).rows[0].n),
  ).toBe(2);
});

test("parts keep sides, partial and assisted reps as typed", async () => {
  const { clientId, entry, send, p } = await onTheFloor();
  const part = (kind: "left" | "right" | "partial" | "assisted", reps: number) => ({
    id: randomUUID(),
    kind,
    load: p.load,
    reps,
  });
  const e = entry({ parts: [part("left", 9), part("right", 10), part("partial", 3), part("assisted", 2)] });
  await send([e]).expect(200);
  expect((await logOf(clientId)).entries[0].parts).toEqual(e.parts);
  const csv = (await desk.get(`/clients/${clientId}/log.csv`).expect(200)).text;
  expect(csv.trim().split("\r\n")).toHaveLength(5);
  expect(csv).toMatch(/Cable pushdown.*,left,30,kg,stack,9,/);
});

test("a set of an exercise the plan no longer has is kept and stays readable", async () => {
  const { clientId, program, p, entry, send } = await onTheFloor();
  await desk
    .send("post", `/programs/${program.id}/edits`, {
      base: 1,
      edits: [{ id: randomUUID(), operation: { kind: "remove", prescriptionId: p.id } }],
    })
    .expect(200);
  await send([entry()]).expect(200);
  const log = await logOf(clientId);
  expect(log.entries).toHaveLength(1);
  expect(log.names[p.id]).toBe(p.name);
});

test("a hand-over is numbered and does not change when the plan does", async () => {
  const { clientId, program, p, handOver } = await onTheFloor();
  await desk
    .send("post", `/programs/${program.id}/edits`, {
      base: 1,
      edits: [{ id: randomUUID(), operation: { kind: "change", prescriptionId: p.id, change: { rest: 200 } } }],
    })
    .expect(200);
  const { body } = await desk.get(`/clients/${clientId}/hand-over`).expect(200);
  expect(body.handOver.snapshot).toEqual(handOver.snapshot);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(409);
  expect(
    (await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 2 }).expect(201)).body.handOver,
  ).toMatchObject({ number: 2 });
  // the app's role has no right to change a hand-over, an entry or an edit
  const denied = await asOwner(
    async (o) =>
      (
        await o.query(
          `select t from unnest(array['hand_over', 'entry', 'report', 'program_edit', 'audit']) t
            where has_table_privilege('gryn_app', t, 'update') or has_table_privilege('gryn_app', t, 'delete')`,
        )
      ).rows,
  );
  expect(denied).toEqual([]);
});

test("nothing is handed over empty, or to a client who is not cleared", async () => {
  const clientId = await makeClient(desk, { cleared: false });
  const { program } = (await desk.get(`/clients/${clientId}/program`)).body;
  expect(
    (await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 0 }).expect(422)).body.error,
  ).toMatch(/empty/);
  await desk
    .send("post", `/programs/${program.id}/edits`, {
      base: 0,
      edits: [
        {
          id: randomUUID(),
          operation: {
            kind: "add",
            dayId: program.days[0].id,
            blockId: randomUUID(),
            index: 0,
            prescription: { ...prescriptionOf(1), id: randomUUID() },
          },
        },
      ],
    })
    .expect(200);
  expect(
    (await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(422)).body.error,
  ).toMatch(/licensed professional/);
});

test("a closed link works no more, says so, and a new link closes the one before", async () => {
  const { clientId, phone, send, entry, token, session } = await onTheFloor();
  await desk.send("delete", `/clients/${clientId}/link`).expect(200);
  expect((await send([entry()]).expect(403)).body).toMatchObject({
    state: "revoked",
    error: expect.stringMatching(/stays on this phone/),
  });
  const fresh = async () =>
    ((await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string).split("#")[1]!;
  const [one, two] = [await fresh(), await fresh()];
  const open = (t: string) => phone.post("/api/floor/open").set("x-gryn-floor", "1").send({ token: t });
  await open(one).expect(403);
  await open(token).expect(403);
  await open(two).expect(200);
  await session().expect(200);
});

test("an old link runs out", async () => {
  const { token, session } = await onTheFloor();
  const { hashToken } = await import("#server/identity/people");
  await asOwner((o) =>
    o.query("update client_link set expires_at = now() - interval '1 day' where token_hash = $1", [hashToken(token)]),
  );
  expect((await session().expect(403)).body.state).toBe("expired");
});

test("reading the link's address changes nothing; the token is kept hashed and the cookie HttpOnly on its path", async () => {
  const { clientId, token, phone } = await onTheFloor();
  const path = (await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string;
  const unopened = (await desk.get(`/clients/${clientId}/hand-over`)).body.links.find(
    (l: { revokedAt: string | null }) => !l.revokedAt,
  );
  await request(app).get(path.split("#")[0]!);
  expect(unopened.openedAt).toBeNull();
  expect(
    await asOwner(
      async (o) =>
        (await o.query("select count(*)::int as n from client_link where token_hash = $1", [token])).rows[0].n,
    ),
  ).toBe(0);
  const cookie = (
    await phone
      .post("/api/floor/open")
      .set("x-gryn-floor", "1")
      .send({ token: path.split("#")[1]! })
  )
    .get("Set-Cookie")!
    .join();
  expect(cookie).toMatch(/HttpOnly/);
  expect(cookie).toMatch(/Path=\/api\/floor/);
  expect(cookie).toMatch(/SameSite=Lax/);
});

test("without a link, without the page's header or with a wrong set there is a reason and no 500", async () => {
  const { phone, entry, send, who } = await onTheFloor();
  await request(app).get("/api/floor/session").expect(401);
  await phone.post("/api/floor/log").send({ entries: [], reports: [] }).expect(403);
  for (const bad of [{}, { entries: "x", reports: [] }])
    await phone.post("/api/floor/log").set("x-gryn-floor", "1").set("x-gryn-who", who).send(bad).expect(400);
  // an item that cannot be read is named, and the good one beside it is kept
  const good = entry();
  const { body } = await send([
    {},
    null,
    entry({ parts: [{ id: randomUUID(), kind: "full", load: null, reps: 999 }] }),
    good,
  ]).expect(200);
  expect(body.items.filter((i: ItemAnswer) => i.kept)).toEqual([
    { id: good.id, revision: 1, kept: true, reason: null },
  ]);
  expect(body.items.filter((i: ItemAnswer) => !i.kept)).toHaveLength(3);
  expect(body.items.find((i: ItemAnswer) => /at most 100/.test(i.reason ?? ""))).toBeDefined();
});

test("the next target follows the log, until the coach sets another load", async () => {
  const { session, clientId, p, program, entry, send } = await onTheFloor();
  const sets = [0, 1, 2].map((set) =>
    entry({
      set,
      reserve: p.reserves[set]!,
      parts: [{ id: randomUUID(), kind: "full", load: p.load, reps: p.reps.high - set + 2 }],
    }),
  );
  await send(sets).expect(200);
  // the phone's and the desk's, by the same function from what each is sent
  const target = async () => {
    const floor = (await session()).body;
    const planned = prescriptionsOf((await desk.get(`/clients/${clientId}/program`)).body.program)[0]!;
    const here = targetFor(floor.handOver.snapshot.days[0].blocks[0].prescriptions[0], floor.history, floor.rules);
    expect(targetFor(planned, await logOf(clientId), CURRENT_EDITION.method)).toEqual(here);
    return here;
  };
  expect(await target()).toMatchObject({ decision: "raise", load: { value: 32.5 } });
  await desk
    .send("post", `/programs/${program.id}/edits`, {
      base: 1,
      edits: [
        {
          id: randomUUID(),
          operation: {
            kind: "change",
            prescriptionId: p.id,
            change: { load: { value: 35, unit: "kg", meaning: "stack" } },
          },
        },
      ],
    })
    .expect(200);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 2 }).expect(201);
  expect(await target()).toMatchObject({
    load: { value: 35 },
    reasons: expect.arrayContaining([{ kind: "set by coach" }]),
  });
});

describe("whose a set is", () => {
  test("another client's plan is told apart in words, and nothing of it lands here", async () => {
    const [vera, olaf] = [await onTheFloor(), await onTheFloor()];
    const stray = vera.entry();
    const { body } = await olaf.send([stray, olaf.entry()]).expect(200);
    expect(body.items[0]).toMatchObject({
      id: stray.id,
      kept: false,
      reason: expect.stringMatching(/another person's plan/),
    });
    expect(body.items[1].kept).toBe(true);
    expect((await logOf(olaf.clientId)).entries).toHaveLength(1);
    // an exercise that was never handed over is as strange
    expect((await vera.send([vera.entry({ prescriptionId: randomUUID() })]).expect(200)).body.items[0].kept).toBe(
      false,
    );
    await vera.send([stray]).expect(200);
    // an id that another client's log has already is not taken under a second name
    expect((await olaf.send([olaf.entry({ id: stray.id, revision: 2 })]).expect(200)).body.items[0].kept).toBe(false);
    expect((await logOf(vera.clientId)).entries.map((e: Entry) => [e.id, e.revision])).toEqual([[stray.id, 1]]);
  });

  test("two people's links in one browser keep to their own cookies", async () => {
    const phone = request.agent(app);
    const vera = await onTheFloor(phone);
    const olaf = await onTheFloor(phone);
    await vera.send([vera.entry()]).expect(200);
    await olaf.send([olaf.entry()]).expect(200);
    expect([(await logOf(vera.clientId)).entries.length, (await logOf(olaf.clientId)).entries.length]).toEqual([1, 1]);
    // a page that says it is for somebody whose cookie is not there gets nobody's
    await phone.get("/api/floor/session").set("x-gryn-who", "00000000").expect(401);
  });

  test("what only a coach may say of a set is not taken from a phone", async () => {
    const { entry, send, clientId } = await onTheFloor();
    await send([entry({ confirmed: true, voided: true, by: "Edda" })]).expect(200);
    expect((await logOf(clientId)).entries[0]).toMatchObject({ confirmed: false, voided: false, by: null });
  });
});

describe("clocks", () => {
  test("a session dated 2062 counts when it arrived, and the next one follows it", async () => {
    const { clientId, entry, send, p } = await onTheFloor();
    await send([entry({ at: "2062-05-01T10:00:00Z", localDate: "2062-05-01" })]).expect(200);
    const [e] = (await logOf(clientId)).entries as Entry[];
    expect(Math.abs(Date.parse(e!.at) - Date.now())).toBeLessThan(60_000);
    expect(e!.localDate.slice(0, 4)).toBe(String(new Date().getFullYear()));
    // it is kept as the phone wrote it
    expect(
      await asOwner(
        async (o) => (await o.query("select body->>'localDate' as d from entry where id = $1", [e!.id])).rows[0].d,
      ),
    ).toBe("2062-05-01");
    expect(p.id).toBe(e!.prescriptionId);
  });

  test("one before the plan was handed over counts when it arrived; an honest one of yesterday stays where it is", async () => {
    const { clientId, entry, send } = await onTheFloor();
    const [old, young] = [
      entry({ at: "1970-01-01T00:05:00Z", localDate: "1970-01-01" }),
      entry({ at: new Date(Date.now() - 3600_000).toISOString() }),
    ];
    await send([old, young]).expect(200);
    const log = (await logOf(clientId)).entries as Entry[];
    expect(log.find((e) => e.id === old.id)!.localDate.slice(0, 4)).toBe(String(new Date().getFullYear()));
    expect(log.find((e) => e.id === young.id)!.at).toBe(young.at);
  });
});

describe("what a coach says of a set", () => {
  const rule = (clientId: string, ruling: object) => desk.send("post", `/clients/${clientId}/log`, ruling);

  test("struck, restored, corrected, confirmed: each a revision with who, and the phone's own stays", async () => {
    const { clientId, entry, send, p } = await onTheFloor();
    const e = entry();
    await send([e]).expect(200);
    await rule(clientId, { act: "void", id: e.id, revision: 1 }).expect(200);
    expect((await logOf(clientId)).entries[0]).toMatchObject({ voided: true, by: "Coach", revision: 2 });
    await rule(clientId, { act: "restore", id: e.id, revision: 2 }).expect(200);
    await rule(clientId, {
      act: "correct",
      id: e.id,
      revision: 3,
      parts: [{ ...e.parts[0], reps: 12, load: p.load }],
      reserve: 1,
    }).expect(200);
    expect((await logOf(clientId)).entries[0]).toMatchObject({
      voided: false,
      confirmed: true,
      revision: 4,
      reserve: 1,
      parts: [{ reps: 12 }],
    });
    expect(
      await asOwner(
        async (o) => (await o.query("select count(*)::int as n from entry where id = $1", [e.id])).rows[0].n,
      ),
    ).toBe(4);
    // at a revision that is not the newest, or for nothing, nothing happens
    await rule(clientId, { act: "void", id: e.id, revision: 2 }).expect(409);
    await rule(clientId, { act: "void", id: randomUUID(), revision: 1 }).expect(404);
    await rule(clientId, {
      act: "correct",
      id: e.id,
      revision: 4,
      parts: [{ ...e.parts[0], reps: 999 }],
      reserve: 1,
    }).expect(400);
  });

  test("two corrections with one number from two phones are both kept, the later one shown, the coach told", async () => {
    const { clientId, entry, send } = await onTheFloor();
    const e = entry();
    await send([e]).expect(200);
    const reps = (n: number) => entry({ ...e, revision: 2, parts: [{ ...e.parts[0]!, reps: n }] });
    await send([reps(11)]).expect(200);
    await send([reps(7)]).expect(200);
    await send([reps(11)]).expect(200);
    const log = await logOf(clientId);
    expect([log.entries[0].parts[0].reps, log.twice]).toEqual([7, [e.id]]);
  });

  test("two coaches at once: one of them is told", async () => {
    const { clientId, entry, send } = await onTheFloor();
    const e = entry();
    await send([e]).expect(200);
    const answers = await Promise.all(
      ["void", "confirm", "void", "confirm"].map((act) => rule(clientId, { act, id: e.id, revision: 1 })),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409]);
  });
});

test("two tabs that send the same sets in opposite order, many times: no deadlock, each once", async () => {
  const { entry, send, clientId } = await onTheFloor();
  const sets = Array.from({ length: 30 }, (_, set) => entry({ set }));
  const answers = await Promise.all(Array.from({ length: 12 }, (_, i) => send(i % 2 ? sets : [...sets].reverse())));
  expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200));
  expect((await logOf(clientId)).entries).toHaveLength(30);
});

test("five links made at once leave one open", async () => {
  const clientId = await makeClient(desk);
  const made = await Promise.all(Array.from({ length: 5 }, () => desk.send("post", `/clients/${clientId}/link`)));
  expect(made.map((m) => m.status)).toEqual([201, 201, 201, 201, 201]);
  const { links } = (await desk.get(`/clients/${clientId}/hand-over`)).body;
  expect(links.filter((l: { revokedAt: string | null }) => !l.revokedAt)).toHaveLength(1);
});

test("an unchanged log is not sent twice, and a window is a window", async () => {
  const { clientId, entry, send } = await onTheFloor();
  await send(
    [entry()],
    [reportOf(1, { id: randomUUID(), handOverId: entry().handOverId, prescriptionId: entry().prescriptionId })],
  ).expect(200);
  const first = await desk.get(`/clients/${clientId}/log`).expect(200);
  const again = () => desk.get(`/clients/${clientId}/log`).set("if-none-match", first.headers.etag as string);
  await again().expect(304);
  await send([entry({ set: 1 })]).expect(200);
  expect((await again().expect(200)).body.entries).toHaveLength(2);
  await asOwner((o) =>
    o.query("update entry set received_at = now() - interval '200 days' where client_id = $1", [clientId]),
  );
  expect((await logOf(clientId)).entries).toHaveLength(0);
  expect((await desk.get(`/clients/${clientId}/log?days=400`).expect(200)).body.entries).toHaveLength(2);
  await desk.get(`/clients/${clientId}/log?days=lots`).expect(400);
});

test("a long log comes in pages: none lost, none twice, what was corrected later once and as it is now", async () => {
  const { clientId, entry, send } = await onTheFloor();
  const first = entry({ at: new Date().toISOString() });
  await send([first]).expect(200);
  // 9,000 more in ten months, some of them arrived at once; ids by number, so that each is known
  await asOwner((o) =>
    o.query(
      `insert into entry (practice_id, client_id, id, revision, digest, prescription_id, local_date, at, body, format, received_at)
       select e.practice_id, e.client_id, x.id, 1, 'd', e.prescription_id, x.at::date, x.at,
         e.body || jsonb_build_object('id', x.id, 'at', x.at, 'localDate', x.at::date), e.format, x.at
       from entry e, lateral (select ('00000000-0000-4000-9000-' || lpad(n::text, 12, '0'))::uuid as id,
         now() - (n / 7) * interval '6 hours' as at from generate_series(1, 9000) n) x
       where e.client_id = $1 and e.id = $2`,
      [clientId, first.id],
    ),
  );
  const old = "00000000-0000-4000-9000-000000008999";
  await desk.send("post", `/clients/${clientId}/log`, { act: "void", id: old, revision: 1 }).expect(200);
  const pages: { entries: Entry[]; next: string | null }[] = [];
  let before: string | null = null;
  do {
    const url: string = `/clients/${clientId}/log?days=36500${before ? `&before=${before}` : ""}`;
    pages.push((await desk.get(url).expect(200)).body);
    before = pages.at(-1)!.next;
  } while (before && pages.length < 20);
  expect(pages.length).toBeGreaterThan(2);
  for (const p of pages) expect(p.entries.length).toBeLessThanOrEqual(4100);
  const ids = pages.flatMap((p) => p.entries.map((e) => e.id));
  expect(new Set(ids).size).toBe(9001);
  // the corrected one is on two pages, each other on one
  expect(ids.length).toBe(9002);
  const practiceId = (await asOwner((o) => o.query("select practice_id from client where id = $1", [clientId])))
    .rows[0]!.practice_id as string;
  const whole = await readWholeLog(database, practiceId, clientId);
  expect(whole.entries).toHaveLength(9001);
  expect(whole.entries.find((e) => e.id === old)).toMatchObject({ revision: 2, voided: true });
  expect(whole.entries.map((e) => e.at)).toEqual(whole.entries.map((e) => e.at).sort());
  // twelve weeks at a time, as the page asks for them, they are the same
  const asked: { entries: Entry[]; next: string | null }[] = [];
  before = null;
  do {
    const url: string = `/clients/${clientId}/log${before ? `?before=${before}` : ""}`;
    asked.push((await desk.get(url).expect(200)).body);
    before = asked.at(-1)!.next;
  } while (before && asked.length < 20);
  expect(new Set(asked.flatMap((p) => p.entries.map((e) => e.id))).size).toBe(9001);
  await desk.get(`/clients/${clientId}/log?before=yesterday`).expect(400);
});

test("a 20 kg kickback from an arm that curls 8 is no target until the coach says so", async () => {
  const clientId = await makeClient(desk, { name: "Vera Test" });
  const program: Program = (await desk.get(`/clients/${clientId}/program`)).body.program;
  const curl = { ...prescriptionOf(1, "standing-dumbbell-curl"), id: randomUUID() };
  const kick = { ...prescriptionOf(2, "dumbbell-kickback"), id: randomUUID() };
  const edits = [curl, kick].map((prescription) => ({
    id: randomUUID(),
    operation: { kind: "add", dayId: program.days[0]!.id, blockId: randomUUID(), index: 0, prescription },
  }));
  await desk.send("post", `/programs/${program.id}/edits`, { base: 0, edits }).expect(200);
  const { handOver } = (await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 2 }).expect(201)).body;
  const token = ((await desk.send("post", `/clients/${clientId}/link`).expect(201)).body.path as string).split("#")[1]!;
  const phone = request.agent(app);
  await phone.post("/api/floor/open").set("x-gryn-floor", "1").send({ token }).expect(200);
  const at = new Date();
  const set = (p: typeof curl, value: number, reps: number): Entry => ({
    id: randomUUID(),
    revision: 1,
    handOverId: handOver.id,
    prescriptionId: p.id,
    set: 0,
    parts: [{ id: randomUUID(), kind: "full", load: { value, unit: "kg", meaning: "per hand" }, reps }],
    reserve: 1,
    instead: null,
    at: at.toISOString(),
    zone: "UTC",
    localDate: at.toISOString().slice(0, 10),
    prescribed: { reps: p.reps, reserve: 2, load: null },
    voided: false,
    confirmed: false,
    by: null,
  });
  const odd = set(kick, 20, 12);
  await phone
    .post("/api/floor/log")
    .set("x-gryn-floor", "1")
    .set("x-gryn-who", clientId.slice(0, 8))
    .send({ entries: [set(curl, 8, 10), odd], reports: [] })
    .expect(200);
  // worked out as a job: in a quarter of an hour, or as soon as somebody looks
  // what other tests have left waiting in this database would be done first
  await asOwner((o) => o.query("delete from job where client_id <> $1", [clientId]));
  const runner = startRunner(
    database,
    signals(),
    { survey: () => Promise.resolve({}), bounds: boundsHandler(database, work()), review: () => Promise.resolve({}) },
    pino({ level: "silent" }),
  );
  let log = await logOf(clientId);
  for (let i = 0; i < 60 && !log.bounds[kick.id]; i++) {
    await new Promise((r) => setTimeout(r, 250));
    log = await logOf(clientId);
  }
  await runner.close();
  expect(log.bounds[kick.id].high).toBeLessThan(20 * (1 + 13 / 30));
  expect(log.bounds[kick.id].high).toBeGreaterThan(4);
  expect(targetFor(kick, log, CURRENT_EDITION.method)).toMatchObject({
    decision: "check",
    load: null,
    reasons: [{ kind: "unlikely load", load: { value: 20, unit: "kg", meaning: "per hand" }, reps: 12 }],
  });
  await desk.send("post", `/clients/${clientId}/log`, { act: "confirm", id: odd.id, revision: 1 }).expect(200);
  expect(targetFor(kick, await logOf(clientId), CURRENT_EDITION.method)).toMatchObject({
    decision: "hold",
    load: { value: 20 },
  });
}, 40_000);

test("lines of a hand-over are rows: written with it, the same as a migration makes of its snapshot, gone with the client", async () => {
  const { clientId, p } = await onTheFloor();
  const practiceId = (await asOwner((o) => o.query("select practice_id from client where id = $1", [clientId])))
    .rows[0]!.practice_id as string;
  const rows = async () =>
    (
      await asOwner(async (o) => {
        await o.query("select set_config('gryn.practice_id', $1, false)", [practiceId]);
        return o.query(
          "select line_id, exercise_id, setup_key, name, load, target from handed_line where client_id = $1",
          [clientId],
        );
      })
    ).rows as Record<string, unknown>[];
  const written = await rows();
  expect(written).toEqual([
    {
      line_id: p.id,
      exercise_id: p.exerciseId,
      setup_key: p.setupKey,
      name: p.name,
      load: p.load,
      target: p.target,
    },
  ]);
  const migration = readFileSync("src/server/database/migrations/007_handed_lines.sql", "utf8");
  const backfill = /insert into handed_line[\s\S]*?on conflict do nothing;/.exec(migration)![0];
  await asOwner(async (o) => {
    await o.query("select set_config('gryn.practice_id', $1, false)", [practiceId]);
    await o.query("delete from handed_line where client_id = $1", [clientId]);
    await o.query(backfill);
  });
  expect(await rows()).toEqual(written.map((r) => ({ ...r, target: null })));
  await desk.send("delete", `/clients/${clientId}`, { name: "Vera Test" }).expect(200);
  expect(await rows()).toEqual([]);
});

test("a check-in is kept once however often it is sent, told to phone and desk, and refused under another's id", async () => {
  const { clientId, phone, session, who } = await onTheFloor();
  const at = new Date();
  const item = {
    id: randomUUID(),
    revision: 1,
    sleep: 2,
    food: 3,
    soreness: 1,
    stress: 2,
    at: at.toISOString(),
    zone: "Europe/Oslo",
    localDate: localDateOf(at.getTime(), "Europe/Oslo"),
  };
  const give = (checkIns: unknown[], as = who, of = phone) =>
    of
      .post("/api/floor/log")
      .set("x-gryn-floor", "1")
      .set("x-gryn-who", as)
      .send({ entries: [], reports: [], checkIns });
  for (let i = 0; i < 2; i++)
    expect((await give([item]).expect(200)).body.items).toEqual([
      { id: item.id, revision: 1, kept: true, reason: null },
    ]);
  // a phone of before says nothing of muscles
  const kept = { ...item, sore: [] };
  expect((await session().expect(200)).body.history.checkIns).toEqual([kept]);
  expect((await desk.get(`/clients/${clientId}/log`).expect(200)).body.checkIns).toEqual([kept]);
  const told = { ...item, revision: 2, sore: ["quads", "chest"] };
  await give([told]).expect(200);
  expect((await session().expect(200)).body.history.checkIns).toEqual([told]);
  const bad = await give([{ ...item, id: randomUUID(), sleep: 9 }]).expect(200);
  expect(bad.body.items[0]).toMatchObject({ kept: false, reason: "sleep: 1 to 5" });
  const other = await onTheFloor();
  const stolen = await give([item], other.who, other.phone).expect(200);
  expect(stolen.body.items[0]).toMatchObject({ kept: false });
  expect((await other.session().expect(200)).body.history.checkIns).toEqual([]);
});
