/** A practice's own exercises: kept with every version, changed by one at a time, nobody else's, and handed over. */
import { randomUUID } from "node:crypto";
import { exercises } from "#core/exercises/library";
import { copyOf } from "#core/exercises/own";
import { ownId, shelved } from "#core/exercises/shelf";
import type { Database } from "#server/database/database";
import { lineFor } from "#core/planning/lines";
import { CURRENT_EDITION } from "#core/edition/edition";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { resolveSetup } from "#core/exercises/setup";
import { clientOf } from "../support/programs";
import { appOn, makeClient, makeCoach, openPool, signIn } from "./world";

type Desk = Awaited<ReturnType<typeof signIn>>;
let database: Database;
let [mine, colleague, stranger] = [] as unknown as [Desk, Desk, Desk];
beforeAll(async () => {
  database = openPool();
  const app = appOn(database);
  const head = await makeCoach();
  mine = await signIn(app, head);
  colleague = await signIn(app, await makeCoach(head.practiceId, "Colleague", "coach"));
  stranger = await signIn(app, await makeCoach());
});
afterAll(() => database.close());

const curl = exercises.get("hammer-curl")!;
const make = (name = "Curl on the ramp") => copyOf(curl, ownId(randomUUID()), name);
const body = (exercise: object, revision = 0, part: object = {}) => ({
  revision,
  scope: "practice",
  withdrawn: false,
  exercise,
  ...part,
});

test("kept, changed, with every version; a colleague reads it, another practice does not", async () => {
  const e = make();
  const kept = await mine.send("put", `/exercises/${e.id}`).send(body(e)).expect(200);
  expect(kept.body.exercises).toMatchObject([{ id: e.id, revision: 1, mine: false, scope: "practice", by: "Coach" }]);
  const changed = { ...e, stated: { ...e.stated, usualLoad: 9 } };
  await colleague.send("put", `/exercises/${e.id}`).send(body(changed, 1)).expect(200);
  const { versions } = (await mine.get(`/exercises/${e.id}/versions`).expect(200)).body;
  expect(versions.map((v: { revision: number; by: string }) => [v.revision, v.by])).toEqual([
    [2, "Colleague"],
    [1, "Coach"],
  ]);
  expect(versions[1].exercise.stated.usualLoad).toBe(curl.stated.usualLoad);
  expect((await stranger.get("/exercises").expect(200)).body.exercises).toEqual([]);
  await stranger.get(`/exercises/${e.id}/versions`).expect(404);
});

test("who is second is told what the first made of it, and keeps it by the newer revision only", async () => {
  const e = make("Curl for two");
  await mine.send("put", `/exercises/${e.id}`).send(body(e)).expect(200);
  await colleague
    .send("put", `/exercises/${e.id}`)
    .send(body({ ...e, name: "Curl of the colleague" }, 1))
    .expect(200);
  const refused = await mine
    .send("put", `/exercises/${e.id}`)
    .send(body({ ...e, name: "Mine" }, 1))
    .expect(409);
  expect(refused.body).toMatchObject({ by: "Colleague", revision: 2, theirs: { name: "Curl of the colleague" } });
  // two at once from the same revision: one of them does
  const both = await Promise.all(
    [mine, colleague].map((d, i) => d.send("put", `/exercises/${e.id}`).send(body({ ...e, name: `At once ${i}` }, 2))),
  );
  expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
  const fresh = make("Begun twice");
  const begun = await Promise.all(
    [mine, colleague].map((d) => d.send("put", `/exercises/${fresh.id}`).send(body(fresh))),
  );
  expect(begun.map((r) => r.status).sort()).toEqual([200, 409]);
});

test("one's own is changed by nobody else; it can be shared, and taken back", async () => {
  const e = make("Only mine");
  await mine
    .send("put", `/exercises/${e.id}`)
    .send(body(e, 0, { scope: "mine" }))
    .expect(200);
  const seen = (await colleague.get("/exercises")).body.exercises.find((x: { id: string }) => x.id === e.id);
  expect(seen).toMatchObject({ scope: "mine", mine: false });
  await colleague
    .send("put", `/exercises/${e.id}`)
    .send(body({ ...e, name: "Taken" }, 1))
    .expect(403);
  await mine.send("put", `/exercises/${e.id}`).send(body(e, 1)).expect(200);
  await colleague
    .send("put", `/exercises/${e.id}`)
    .send(body({ ...e, name: "Shared" }, 2))
    .expect(200);
});

test.each([
  ["an id of the library", { id: "hammer-curl" }, 422],
  ["no name", { name: " " }, 400],
  ["a name as long as a page", { name: "x".repeat(90) }, 400],
  ["a muscle that is none", { targets: ["trizeps"] }, 422],
  ["a load at no point of the body", { loads: [{ kind: "mass", at: "grib" }] }, 422],
  ["no setup at all", { setups: [] }, 400],
])("%s is refused with its reason, and nothing is kept", async (_name, part, status) => {
  const e = { ...make("Wrong"), ...part };
  const id = (part as { id?: string }).id ? ownId(randomUUID()) : e.id;
  const r = await mine.send("put", `/exercises/${id}`).send(body(e)).expect(status);
  expect(r.body.error.length).toBeGreaterThan(10);
  const { exercises: list } = (await mine.get("/exercises")).body;
  expect(list.some((x: { id: string }) => x.id === id)).toBe(false);
});

test("it stands in a week, is handed over with its cues, and another practice's week cannot name it", async () => {
  const e = {
    ...make("Curl with a long name of its own"),
    cues: [{ phase: "start", text: "Elbows on the ramp." }, curl.cues[1]!],
  };
  await mine.send("put", `/exercises/${e.id}`).send(body(e)).expect(200);
  const lineOf = (exercise: typeof curl) => {
    const survey = surveySetups([resolveSetup(exercise, {})], DEFAULT_BODY, 0);
    const tools = { survey, method: CURRENT_EDITION.method, exercises: new Map([[exercise.id, exercise]]) };
    return lineFor(survey.rows[0]!, clientOf({}), tools, randomUUID());
  };
  const put = async (desk: Desk) => {
    const clientId = await makeClient(desk);
    const { program, version } = (await desk.get(`/clients/${clientId}/program`).expect(200)).body;
    const operation = {
      kind: "add",
      dayId: program.days[0].id,
      blockId: randomUUID(),
      index: 0,
      prescription: lineOf(e as typeof curl),
    };
    const edits = [{ id: randomUUID(), operation }];
    const r = await desk.send("post", `/programs/${program.id}/edits`).send({ base: version, after: [], edits });
    return { r, program };
  };
  const { r, program } = await put(mine);
  expect([r.status, r.body.refused]).toEqual([200, []]);
  const handed = await mine
    .send("post", `/programs/${program.id}/hand-overs`)
    .send({ version: r.body.version, inSpite: null })
    .expect(201);
  const [line] = handed.body.handOver.snapshot.days[0].blocks[0].prescriptions;
  expect(line).toMatchObject({ name: e.name, exerciseId: e.id });
  expect(line.cues[0]).toBe("Elbows on the ramp.");
  expect(line.start.shapes.length).toBeGreaterThan(5);

  // known to this process from the other practice, and nobody's there
  expect(shelved().some((x) => x.id === e.id)).toBe(true);
  const strange = await put(stranger);
  expect(strange.r.body.refused[0].reason).toContain("there is no exercise called own-");
});
