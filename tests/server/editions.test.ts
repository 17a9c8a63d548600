import { randomUUID } from "node:crypto";
import request from "supertest";
import { CURRENT_EDITION } from "#core/edition/edition";
import type { Database } from "#server/database/database";
import { prescriptionOf } from "../support/programs";
import { appOn, asOwner, makeClient, makeCoach, openPool, signIn, type Desk, type Person } from "./world";

let database: Database;
let head: Person;
let desk: Desk;
let junior: Desk;
let stranger: Desk;
let app: ReturnType<typeof appOn>;
beforeAll(async () => {
  database = openPool(4);
  app = appOn(database);
  head = await makeCoach();
  desk = await signIn(app, head);
  junior = await signIn(app, await makeCoach(head.practiceId, "Junior", "coach"));
  stranger = await signIn(app, await makeCoach());
});
afterAll(() => database.close());

const PAIN = "method.pain.stop";
const wanted = (changes: Record<string, number> = { [PAIN]: 3 }, name = "Careful", id = randomUUID()) => ({
  id,
  base: CURRENT_EDITION.id,
  name,
  changes,
});
const list = async (who: Desk) =>
  (await who.get("/editions").expect(200)).body.editions as { id: string; name: string; withdrawnAt: string | null }[];
const programOf = async (who: Desk, clientId: string) =>
  (await who.get(`/clients/${clientId}/program`).expect(200)).body as {
    program: { id: string; edition: string };
    version: number;
  };

test("a head coach makes one, everybody of the practice sees it, nobody else; no junior makes or withdraws one", async () => {
  const own = wanted();
  await junior.send("post", "/editions", own).expect(403);
  await desk.send("post", "/editions", own).expect(200);
  await desk.send("post", "/editions", own).expect(200);
  expect(await list(junior)).toMatchObject([{ id: own.id, name: "Careful", withdrawnAt: null }]);
  expect(await list(stranger)).toEqual([]);
  await junior.send("post", `/editions/${own.id}/withdraw`).expect(403);
  await stranger.send("post", `/editions/${own.id}/withdraw`).expect(404);
  // what weeks may have been judged by is never another thing
  await desk.send("post", "/editions", { ...own, changes: { [PAIN]: 2 } }).expect(409);
  await desk.send("post", "/editions", wanted({ [PAIN]: 2 })).expect(409);
});

test("numbers out of their bounds, of no name or of no edition are refused with where", async () => {
  for (const [own, path] of [
    [wanted({ [PAIN]: 11 }, "a"), `changes.${PAIN}`],
    [wanted({ "method.nothing": 1 }, "b"), "changes.method.nothing"],
    [{ ...wanted({ [PAIN]: 3 }, "c"), base: "gryn-0" }, "base"],
    [wanted({}, "d"), "changes"],
  ] as const) {
    const { body } = await desk.send("post", "/editions", own).expect(400);
    expect(body.fields[0].path).toBe(path);
  }
});

test("a new client's week is planned by the newest, the phone stops at its pain, and withdrawn it is for no new week", async () => {
  const own = wanted({ [PAIN]: 2 }, "Very careful");
  await desk.send("post", "/editions", own).expect(200);
  const clientId = await makeClient(desk);
  const { program, version } = await programOf(desk, clientId);
  expect(program.edition).toBe(own.id);
  const p = { ...prescriptionOf(1, "cable-pushdown"), id: randomUUID() };
  const day = (program as unknown as { days: { id: string }[] }).days[0]!.id;
  const edit = {
    id: randomUUID(),
    operation: { kind: "add", dayId: day, blockId: randomUUID(), index: 0, prescription: p },
  };
  const saved = await desk
    .send("post", `/programs/${program.id}/edits`, { base: version, edits: [edit], after: [] })
    .expect(200);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: saved.body.version }).expect(201);
  const { body: link } = await desk.send("post", `/clients/${clientId}/link`).expect(201);
  const phone = request.agent(app);
  const token = (link as { path: string }).path.split("#")[1];
  const opened = await phone.post("/api/floor/open").set("x-gryn-floor", "1").send({ token }).expect(200);
  const { who } = opened.body as { who: string };
  const session = await phone.get("/api/floor/session").set("x-gryn-who", who).expect(200);
  expect(session.body.rules.pain.stop).toBe(2);
  expect(session.body.rules.pain.rise).toBe(CURRENT_EDITION.method.pain.rise);

  await desk.send("post", `/editions/${own.id}/withdraw`).expect(200);
  await desk.send("post", `/editions/${own.id}/withdraw`).expect(200);
  expect((await programOf(desk, clientId)).program.edition).toBe(own.id);
  const next = await makeClient(desk);
  expect((await programOf(desk, next)).program.edition).not.toBe(own.id);
});

test("a week is judged by an edition of its own practice and by no other's", async () => {
  const own = wanted({ [PAIN]: 3 }, "Ours alone");
  await desk.send("post", "/editions", own).expect(200);
  const judge = async (who: Desk) => {
    const clientId = await makeClient(who);
    const { program, version } = await programOf(who, clientId);
    const edits = [{ id: randomUUID(), operation: { kind: "judge-by", edition: own.id } }];
    const { body } = await who
      .send("post", `/programs/${program.id}/edits`, { base: version, edits, after: [] })
      .expect(200);
    return (body as { refused: { reason: string }[] }).refused.map((r) => r.reason);
  };
  expect(await judge(stranger)).toEqual([`there is no edition called ${own.id}`]);
  expect(await judge(junior)).toEqual([]);
});

test("a ranking is kept under an edition of its own practice, of ours, and under no other's", async () => {
  const own = wanted({ [PAIN]: 3 }, "For a list");
  await desk.send("post", "/editions", own).expect(200);
  const ranking = (edition: string) => ({
    kind: "ranking",
    body: {
      head: "triceps-long",
      note: "",
      modelVersion: "body-4",
      school: "Ours",
      edition,
      goal: 0,
      weights: CURRENT_EDITION.school.weights,
      body: { stature: 175, mass: 75 },
      rows: [],
    },
  });
  const keep = (who: Desk, edition: string) => who.send("put", `/judgements/${randomUUID()}`, ranking(edition));
  await keep(junior, own.id).expect(200);
  await keep(junior, CURRENT_EDITION.id).expect(200);
  const { body } = await keep(stranger, own.id).expect(400);
  expect(body.fields[0].reason).toMatch(/no edition called/);
});

test("who made and withdrew them is written down", async () => {
  const { rows } = await asOwner((o) =>
    o.query<{ action: string }>("select action from audit where practice_id = $1 and action like '%an edition'", [
      head.practiceId,
    ]),
  );
  expect(rows.filter((r) => r.action === "made an edition")).toHaveLength(4);
  expect(rows.filter((r) => r.action === "withdrew an edition")).toHaveLength(1);
});
