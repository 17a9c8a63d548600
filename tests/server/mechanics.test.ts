import { boundsHandler } from "#server/training/bounds";
import { pino } from "pino";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { MODEL_VERSION, type Body } from "#core/mechanics/model";
import { surveySetups, type Survey, type SurveyRow } from "#core/mechanics/survey";
import { becauseText } from "#core/ranking/because-words";
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
    {
      survey: surveyHandler(database, work()),
      bounds: boundsHandler(database, work()),
      review: () => Promise.resolve({}),
    },
    pino({ level: "silent" }),
  );
});
afterAll(async () => {
  await runner.close();
  await database.close();
});

async function surveyed(body: Body, of = desk): Promise<Job> {
  const { body: asked } = await of.send("post", "/survey", body).expect(202);
  for (;;) {
    const job = await database.withPractice(person.practiceId, (tx) =>
      findJob(tx, person.practiceId, asked.id as string),
    );
    if (job.state === "done") return job;
    if (job.state === "failed") throw new Error(job.error!);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
interface Answered {
  modelVersion: string;
  of: number;
  rows: SurveyRow[];
}
const surveyOf = async ({ stature, mass }: Body, of = desk): Promise<Answered> =>
  (await of.get(`/survey?stature=${stature}&mass=${mass}`).expect(200)).body as Answered;
const rowsKept = (body: string) =>
  asOwner(
    async (o) =>
      (await o.query("select count(*)::int as n from mechanics where body = $1", [body])).rows[0].n as number,
  );
const all = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));

test("a body is worked out once, comes back to the bit, and ranks as a page ranks", async () => {
  const body = { stature: 1.62, mass: 58 };
  await makeClient(desk, { ...body, name: "Vera Test" });
  expect(await surveyOf(body)).toMatchObject({ modelVersion: MODEL_VERSION, of: all.length, rows: [] });
  expect((await surveyed(body)).best).toEqual({ setups: all.length });
  const { rows } = await surveyOf(body);
  const wanted = surveySetups(all, body, 0);
  expect(rows.map((r) => r.setupKey)).toEqual(wanted.rows.map((r) => r.setupKey));
  const ranked = (survey: Survey) =>
    rankHead(survey, "triceps-long", CURRENT_EDITION, exercises, contextOf({ ...clientOf({}), ...body })).map((r) => [
      r.row.setupKey,
      r.score,
      becauseText(r.because),
    ]);
  expect(ranked({ modelVersion: MODEL_VERSION, rows })).toEqual(ranked(wanted));
  // what is kept is not worked out again, for another practice's client of that size either
  const kept = await rowsKept("1.62 58");
  await surveyed(body);
  expect(await rowsKept("1.62 58")).toBe(kept);
  const other = await signIn(appOn(database), await makeCoach());
  await other.get("/survey?stature=1.62&mass=58").expect(404);
  await makeClient(other, { stature: 1.618, mass: 58.3 });
  expect((await surveyOf({ stature: 1.62, mass: 58 }, other)).rows).toHaveLength(all.length);
}, 120_000);

test("the default body is everybody's; a body that nobody of the practice has is not worked out, nor told", async () => {
  await surveyed({ stature: 1.75, mass: 75 });
  expect((await surveyOf({ stature: 1.751, mass: 75.2 })).rows).toHaveLength(all.length);
  await desk.send("post", "/survey", { stature: 2.01, mass: 144 }).expect(404);
  await desk.get("/survey?stature=2.01&mass=144").expect(404);
  await desk.get("/survey?stature=tall&mass=75").expect(400);
  await desk.send("post", "/survey", { stature: 17.5, mass: 75 }).expect(400);
}, 120_000);

test("a body with a limb that was measured is another body than the usual one of that height and weight", async () => {
  await makeClient(desk, { stature: 1.9, mass: 91, limbs: { thigh: 50 } });
  // 0.409 m in a body of 1.75 m: 44.4 cm at 1.90 m, so that 50 cm are 1.13 of it
  expect((await desk.get("/survey?stature=1.9&mass=91&thigh=1.13").expect(200)).body.rows).toEqual([]);
  await desk.get("/survey?stature=1.9&mass=91").expect(404);
  await desk.get("/survey?stature=1.9&mass=91&thigh=1.2").expect(404);
  await desk.get("/survey?stature=1.9&mass=91&thigh=long").expect(400);
});

test("what is exported of a client has the mechanics of that body, and erasing the client erases no body", async () => {
  const body = { stature: 1.62, mass: 58 };
  const id = await makeClient(desk, { ...body, name: "Ilo Test" });
  const { mechanics } = JSON.parse((await desk.get(`/clients/${id}/export`).expect(200)).text) as {
    mechanics: unknown[];
  };
  expect(mechanics).toHaveLength(all.length);
  await desk.send("delete", `/clients/${id}`, { name: "Ilo Test" }).expect(200);
  expect(await rowsKept("1.62 58")).toBe(all.length);
});
