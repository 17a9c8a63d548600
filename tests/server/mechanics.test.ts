import { boundsHandler } from "#server/training/bounds";
import { pino } from "pino";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { becauseText } from "#core/ranking/because";
import { contextOf, rankHead } from "#core/ranking/rank";
import type { Database } from "#server/database/database";
import { findJob, type Job } from "#server/jobs/jobs";
import { startRunner, type Runner } from "#server/jobs/runner";
import { surveyHandler } from "#server/mechanics/survey";
import { clientOf } from "../support/programs";
import {
  appOn,
  asOwner,
  makeClient,
  makeCoach,
  openPool,
  signals,
  signIn,
  work,
  type Desk,
  type Person,
} from "./world";

let database: Database;
let person: Person;
let desk: Desk;
let runner: Runner;
beforeAll(async () => {
  database = openPool(4);
  person = await makeCoach();
  desk = await signIn(appOn(database), person);
  runner = startRunner(
    database,
    signals(),
    { survey: surveyHandler(database, work()), bounds: boundsHandler(database, work()) },
    pino({ level: "silent" }),
  );
});
afterAll(async () => {
  await runner.close();
  await database.close();
});

async function surveyed(clientId: string): Promise<Job> {
  const { body } = await desk.send("post", `/clients/${clientId}/survey`).expect(202);
  for (;;) {
    const job = await database.withPractice(person.practiceId, (tx) =>
      findJob(tx, person.practiceId, body.id as string),
    );
    if (job.state === "done") return job;
    if (job.state === "failed") throw new Error(job.error!);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
const rowsKept = (table: string) =>
  asOwner(async (o) => {
    await o.query("select set_config('gryn.practice_id', $1, false)", [person.practiceId]);
    return (await o.query(`select count(*)::int as n from ${table}`)).rows[0].n as number;
  });

test("a client's body is worked out once, ranks as a page ranks, and is erased with the client", async () => {
  const body = { stature: 1.62, mass: 58 };
  const id = await makeClient(desk, { ...body, name: "Vera Test" });
  expect((await desk.get(`/clients/${id}/ranking/triceps-long`).expect(200)).body).toMatchObject({
    known: 0,
    rows: [],
  });
  const all = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  expect((await surveyed(id)).best).toEqual({ setups: all.length });
  const { body: answer } = await desk.get(`/clients/${id}/ranking/triceps-long`).expect(200);
  expect([answer.known, answer.of]).toEqual([all.length, all.length]);
  const wanted = rankHead(
    surveySetups(all, body, 0),
    "triceps-long",
    CURRENT_EDITION,
    exercises,
    contextOf({ ...clientOf({}), ...body }),
  );
  expect(answer.rows.map((r: { setupKey: string }) => r.setupKey)).toEqual(wanted.map((r) => r.row.setupKey));
  // through the database and back to the bit
  expect(answer.rows.map((r: { score: number }) => r.score)).toEqual(wanted.map((r) => r.score));
  expect(answer.rows[0].because).toBe(becauseText(wanted[0]!.because));
  const kept = await rowsKept("client_mechanics");
  await surveyed(id);
  expect(await rowsKept("client_mechanics")).toBe(kept);
  await desk.get(`/clients/${id}/ranking/no-such-head`).expect(404);
  await desk.send("delete", `/clients/${id}`, { name: "Vera Test" }).expect(200);
  expect(await rowsKept("client_mechanics")).toBe(0);
}, 120_000);

test("the default body's mechanics are shared: the second client finds them there", async () => {
  const [one, two] = [
    await makeClient(desk, { stature: 1.75, mass: 75 }),
    await makeClient(desk, { stature: 1.751, mass: 75.2 }),
  ];
  await surveyed(one);
  const kept = await rowsKept("mechanics");
  expect(kept).toBeGreaterThan(100);
  expect(await rowsKept("client_mechanics")).toBe(0);
  expect((await desk.get(`/clients/${two}/ranking/soleus`).expect(200)).body.known).toBe(kept);
}, 120_000);
