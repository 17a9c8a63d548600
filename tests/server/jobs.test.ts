/** Long work: taken once, told as it goes, stopped when asked, and taken up again when its worker is killed. */
import { spawn } from "node:child_process";
import { randomUUID } from "node:crypto";
import type { Server } from "node:http";
import { pino } from "pino";
import { openDatabase, type Database } from "#server/database/database";
import { askJob, beat, endJob, findJob, takeJob, type Job, type Taken } from "#server/jobs/jobs";
import { Interrupted, startRunner, type Handler, type Runner } from "#server/jobs/runner";
import { APP_URL, appOn, asOwner, makeClient, makeCoach, signals, signIn, type Desk, type Person } from "./world";

let database: Database;
let [one, two]: Person[] = [];
let [desk, other]: Desk[] = [];
let [client, theirs]: string[] = [];
const runners: Runner[] = [];

beforeAll(async () => {
  database = openDatabase(`${APP_URL()}?application_name=jobs`, 6);
  const app = appOn(database);
  [one, two] = [await makeCoach(), await makeCoach()];
  [desk, other] = [await signIn(app, one), await signIn(app, two)];
  [client, theirs] = [await makeClient(desk), await makeClient(other)];
});
afterEach(async () => {
  await Promise.all(runners.splice(0).map((r) => r.close()));
  await asOwner(async (o) => {
    for (const { practiceId } of [one!, two!]) {
      await o.query("select set_config('gryn.practice_id', $1, false)", [practiceId]);
      await o.query("delete from job where practice_id = $1", [practiceId]);
    }
  });
});
afterAll(() => database.close());

const ask = (person: Person, clientId: string, key: string): Promise<Job> =>
  database.withPractice(person.practiceId, (tx) =>
    askJob(tx, person.practiceId, clientId, { kind: "survey", key, input: { key } }),
  );
const look = (person: Person, id: string): Promise<Job> =>
  database.withPractice(person.practiceId, (tx) => findJob(tx, person.practiceId, id));
const run = (survey: Handler, slots?: number) => {
  const runner = startRunner(
    database,
    signals(),
    { survey, bounds: () => Promise.resolve({}), review: () => Promise.resolve({}) },
    pino({ level: "silent" }),
    slots === undefined ? {} : { slots },
  );
  runners.push(runner);
  return runner;
};
const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));
async function until(person: Person, id: string, state: Job["state"], patience = 15_000): Promise<Job> {
  for (const end = Date.now() + patience; ; await pause(40)) {
    // a look may meet the very connection that a test has cut: the next one is on another
    const job = await look(person, id).catch(() => null);
    if (job?.state === state) return job;
    if (Date.now() > end) throw new Error(`the job is ${job?.state ?? "not seen"}, not ${state}, after ${patience} ms`);
  }
}

test("the same work asked for twice while it is open is one job, and again afterwards another", async () => {
  const [first, second] = await Promise.all([ask(one!, client!, "a"), ask(one!, client!, "a")]);
  expect(second!.id).toBe(first!.id);
  run(async () => "found");
  expect(await until(one!, first!.id, "done")).toMatchObject({ progress: 1, best: "found", error: null });
  expect((await ask(one!, client!, "a")).id).not.toBe(first!.id);
});

test("ten workers take twelve jobs of as many practices: each once, and none of one practice at the same time", async () => {
  const jobs = [await ask(one!, client!, "x"), await ask(one!, client!, "y"), await ask(two!, theirs!, "z")];
  const taken = (await Promise.all(Array.from({ length: 10 }, () => takeJob(database, randomUUID())))).filter(
    (t): t is Taken => t !== null && jobs.some((j) => j.id === t.id),
  );
  // the second of one practice waits for the first, and holds up nobody else's
  expect(taken.map((t) => t.id).sort()).toEqual([jobs[0]!.id, jobs[2]!.id].sort());
});

test("an older try cannot end a job that was taken up again", async () => {
  const { id } = await ask(one!, client!, "fence");
  const [dead, alive] = [randomUUID(), randomUUID()];
  const old = (await takeJob(database, dead))!;
  await asOwner(async (o) => {
    await o.query("select set_config('gryn.practice_id', $1, false)", [one!.practiceId]);
    await o.query("update job set leased_until = now() - interval '1 second' where id = $1", [id]);
  });
  const again = (await takeJob(database, alive))!;
  expect([again.id, again.attempt]).toEqual([id, 2]);
  expect(await beat(database, dead, old)).toBeNull();
  expect(await endJob(database, dead, old, { state: "done", best: "of the dead" })).toBe(false);
  expect(await endJob(database, alive, again, { state: "done", best: "of the living" })).toBe(true);
  expect(await endJob(database, alive, again, { state: "done", best: "twice" })).toBe(false);
  expect((await look(one!, id)).best).toBe("of the living");
});

test("a job that fails says so without its reason's text, one that is interrupted is begun again, five times at most", async () => {
  const bad = await ask(one!, client!, "bad");
  let tries = 0;
  run(async ({ job }) => {
    if ((job.input as { key: string }).key === "bad") throw new Error("secret of a client");
    tries += 1;
    throw new Interrupted("the thread died");
  });
  expect((await until(one!, bad.id, "failed")).error).not.toMatch(/secret/);
  const odd = await ask(one!, client!, "odd");
  await until(one!, odd.id, "failed");
  expect(tries).toBe(5);
});

test("a job asked to stop stops; one that waits ends at once, and another practice cannot touch it", async () => {
  const begun = await ask(one!, client!, "long");
  run(async ({ signal, tell }) => {
    for (let n = 0; n < 400; n++) {
      await tell(n / 400, { n });
      await pause(25);
      signal.throwIfAborted();
    }
    return "never";
  });
  await until(one!, begun.id, "running");
  const waiting = await ask(one!, client!, "later");
  await other!.send("delete", `/jobs/${begun.id}`).expect(404);
  expect((await desk!.send("delete", `/jobs/${waiting.id}`).expect(200)).body.state).toBe("cancelled");
  await desk!.send("delete", `/jobs/${begun.id}`).expect(200);
  const ended = await until(one!, begun.id, "cancelled", 3000);
  // what was found so far stays
  expect(ended.best).toMatchObject({ n: expect.any(Number) });
  await desk!.send("delete", `/jobs/${begun.id}`).expect(200);
  expect((await look(one!, begun.id)).state).toBe("cancelled");
});

test("a page hears of every step until the end, and nothing of another practice's job", async () => {
  const server: Server = appOn(database).listen(0);
  try {
    const { id } = await ask(one!, client!, "heard");
    await other!.get(`/jobs/${id}/events`).expect(404);
    run(async ({ tell }) => {
      for (let n = 1; n <= 4; n++) {
        await pause(120);
        await tell(n / 5, { n });
      }
      return { n: 5 };
    });
    const { text, headers } = await desk!
      .get(`/jobs/${id}/events`)
      .buffer(true)
      .parse((response, done) => {
        let heard = "";
        response.on("data", (chunk: Buffer) => (heard += chunk.toString()));
        response.on("end", () => done(null, heard));
      })
      .then((r) => ({ text: r.body as string, headers: r.headers }));
    expect(headers["content-type"]).toMatch(/text\/event-stream/);
    const told = text
      .split("\n\n")
      .filter((part) => part.startsWith("data: "))
      .map((part) => JSON.parse(part.slice(6)) as Job);
    expect(told.at(-1)).toMatchObject({ state: "done", progress: 1, best: { n: 5 } });
    const steps = told.map((j) => j.progress);
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
    expect(new Set(steps).size).toBeGreaterThanOrEqual(4);
  } finally {
    server.close();
  }
});

test("a worker that is killed hard: the job is taken up within 10 s by another, and ends once", async () => {
  const { id } = await ask(one!, client!, "killed");
  const child = spawn(process.execPath, ["--import", "tsx", "tests/support/job-worker.ts"], {
    env: { ...process.env, GRYN_APP_URL: APP_URL() },
    stdio: ["ignore", "pipe", "inherit"],
  });
  try {
    await until(one!, id, "running", 20_000);
    expect(child.kill("SIGKILL")).toBe(true);
    const killed = Date.now();
    let ends = 0;
    run(async ({ job }) => {
      ends += 1;
      return { attempt: job.attempt };
    });
    const job = await until(one!, id, "done", 10_000);
    expect(Date.now() - killed).toBeLessThan(10_000);
    expect([ends, job.best]).toEqual([1, { attempt: 2 }]);
  } finally {
    child.kill("SIGKILL");
  }
}, 60_000);

test("a job at work says that it lives, and wakes nobody by it", async () => {
  const { id } = await ask(one!, client!, "quiet");
  let heard = 0;
  const unhear = signals().on(id, () => (heard += 1));
  let go = () => undefined as void;
  const held = new Promise<void>((resolve) => (go = resolve));
  run(async () => {
    await held;
    return "found";
  });
  await until(one!, id, "running");
  await pause(3000);
  // taken, and nothing since: signs of life that called each other up would be hundreds by now
  expect(heard).toBeLessThanOrEqual(3);
  go();
  await until(one!, id, "done");
  unhear();
});

test("the database gone in the middle costs nothing but time", async () => {
  const { id } = await ask(one!, client!, "cut");
  let tries = 0;
  run(async ({ tell }) => {
    tries += 1;
    for (let n = 0; n < 20; n++) {
      await tell(n / 20);
      await pause(60);
    }
    return "whole";
  });
  await until(one!, id, "running");
  await asOwner((o) =>
    o.query("select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'jobs'"),
  );
  expect((await until(one!, id, "done")).best).toBe("whole");
  expect(tries).toBeLessThanOrEqual(2);
});

test("what is over of sessions and limits is cleared up by one server at a time, and what stands stays", async () => {
  const person = await makeCoach();
  await asOwner(async (o) => {
    await o.query(
      `insert into session (id, account_id, data, expires_at, ends_at, device)
       select 'over ' || n, $1::uuid, '{}'::jsonb, now() - interval '1 minute', now() + interval '1 day', '' from generate_series(1, 3) n
       union all select 'stands', $1::uuid, '{}'::jsonb, now() + interval '1 hour', now() + interval '1 day', ''`,
      [person.id],
    );
    await o.query(
      "insert into attempt (key, hits, resets_at) values ('long ago', 1, now() - interval '2 hours'), ('now', 1, now())",
    );
  });
  // another server holds the lock: nothing is done twice
  await asOwner(async (o) => {
    await o.query("begin; select pg_advisory_xact_lock(7170072)");
    expect(await database.call("clear_up")).toBe(0);
    await o.query("rollback");
  });
  expect(await database.call<number>("clear_up")).toBeGreaterThanOrEqual(4);
  const left = await asOwner(async (o) => ({
    sessions: (await o.query("select id from session where account_id = $1", [person.id])).rows,
    attempts: (await o.query("select key from attempt where key in ('long ago', 'now')")).rows,
  }));
  expect(left).toEqual({ sessions: [{ id: "stands" }], attempts: [{ key: "now" }] });
});
