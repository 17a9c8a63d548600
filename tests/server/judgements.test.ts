import { randomUUID } from "node:crypto";
import { CURRENT_EDITION } from "#core/edition/edition";
import type { Database } from "#server/database/database";
import { appOn, makeCoach, openPool, signIn, type Desk, type Person } from "./world";

let database: Database;
let head: Person;
let desk: Desk;
let junior: Desk;
let stranger: Desk;
beforeAll(async () => {
  database = openPool(4);
  const app = appOn(database);
  head = await makeCoach();
  desk = await signIn(app, head);
  junior = await signIn(app, await makeCoach(head.practiceId, "Junior", "coach"));
  stranger = await signIn(app, await makeCoach());
});
afterAll(() => database.close());

const { weights } = CURRENT_EDITION.school;
const school = (name = "Ours") => ({ kind: "school", body: { name, about: "", from: "long-length-first", weights } });
const override = (reason = "felt in the right place by nearly all") => ({
  kind: "override",
  body: {
    head: "triceps-long",
    setupKey: "cable-pushdown@1",
    name: "Cable pushdown",
    tier: "strong",
    was: { tier: "useful", score: 58, school: "long-length-first" },
    reason,
  },
});
const all = async (who: Desk) => (await who.get("/judgements").expect(200)).body.judgements as { id: string }[];

test("a school of the practice is everybody's there and nobody's elsewhere; the same again changes nothing", async () => {
  const id = randomUUID();
  await junior.send("put", `/judgements/${id}`, school()).expect(200);
  const [first] = await all(desk);
  expect(first).toMatchObject({ id, by: "Junior", kind: "school", body: { name: "Ours", weights } });
  await junior.send("put", `/judgements/${id}`, school()).expect(200);
  expect(await all(desk)).toEqual([first]);
  expect(await all(stranger)).toEqual([]);
  // a stranger's with the same id is another thing altogether, and cannot touch it
  await stranger.send("delete", `/judgements/${id}`).expect(404);
  await stranger.send("put", `/judgements/${id}`, school("Theirs")).expect(200);
  expect(await all(desk)).toEqual([first]);
});

test("what somebody else has said only a head coach changes or takes back", async () => {
  const id = randomUUID();
  await desk.send("put", `/judgements/${id}`, override()).expect(200);
  const refused = await junior.send("put", `/judgements/${id}`, override("mine now")).expect(403);
  expect(refused.body.error).toMatch(/Coach has said this/);
  await junior.send("delete", `/judgements/${id}`).expect(403);
  expect((await all(desk)).some((j) => j.id === id)).toBe(true);
  const own = randomUUID();
  await junior.send("put", `/judgements/${own}`, override()).expect(200);
  await desk.send("delete", `/judgements/${own}`).expect(200);
  await desk.send("delete", `/judgements/${id}`).expect(200);
  expect((await all(desk)).some((j) => j.id === id || j.id === own)).toBe(false);
});

test.each([
  ["no reason", override("  ")],
  ["a weight far off", { ...school(), body: { ...school().body, weights: { ...weights, joints: 10 } } }],
  ["a weight left out", { ...school(), body: { ...school().body, weights: { length: 1 } } }],
  ["an unknown kind", { kind: "verdict", body: {} }],
  ["a school without a name", school(" ")],
  ["a school that is an override", { kind: "school", body: override().body }],
])("%s is refused with the reason, and nothing is kept", async (_what, body) => {
  const before = await all(desk);
  const { body: answer } = await desk.send("put", `/judgements/${randomUUID()}`, body).expect(400);
  expect(answer.fields.length).toBeGreaterThan(0);
  expect(await all(desk)).toEqual(before);
});

test("a judgement keeps its kind, and the list its newest first", async () => {
  const id = randomUUID();
  await desk.send("put", `/judgements/${id}`, school("First")).expect(200);
  await desk.send("put", `/judgements/${id}`, override()).expect(403);
  const next = randomUUID();
  await desk.send("put", `/judgements/${next}`, school("Second")).expect(200);
  expect((await all(desk))[0]!.id).toBe(next);
});

test("another coach of the same name is another coach", async () => {
  const app = appOn(database);
  const twins = await Promise.all(
    [1, 2].map(async () => signIn(app, await makeCoach(head.practiceId, "Sam", "coach"))),
  );
  const id = randomUUID();
  await twins[0]!.send("put", `/judgements/${id}`, school("First Sam's")).expect(200);
  await twins[1]!.send("put", `/judgements/${id}`, school("Second Sam's")).expect(403);
  await twins[1]!.send("delete", `/judgements/${id}`).expect(403);
  expect((await all(desk)).find((j) => j.id === id)).toMatchObject({ body: { name: "First Sam's" } });
  await twins[0]!.send("delete", `/judgements/${id}`).expect(200);
});
