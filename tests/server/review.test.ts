/** Review and evidence over HTTP: what is kept, for whom, what a decision and a test leave behind. */
import { randomUUID } from "node:crypto";
import type { Express } from "express";
import Papa from "papaparse";
import { simulatePractice, weeksBefore, type SimulatedClient } from "#core/simulation/practice";
import type { Answer } from "#core/exchange/api";
import type { Database } from "#server/database/database";
import { unversioned } from "#core/exercises/setup";
import { reviewHandler } from "#server/review/reviews";
import { writeSimulated } from "#server/demo/history";
import { writeLog } from "#server/training/log";
import { entryOf } from "../support/log";
import { appOn, asOwner, auditOf, makeClient, makeCoach, openPool, signIn, type Desk, type Person } from "./world";

let database: Database;
let app: Express;
let coach: Person;
let desk: Desk;
let simulated: SimulatedClient[];
const today = new Date().toISOString().slice(0, 10);

beforeAll(async () => {
  database = openPool();
  app = appOn(database);
  coach = await makeCoach();
  desk = await signIn(app, coach);
  // one pool of setups, so that three clients share some
  simulated = simulatePractice({ seed: 5, clients: 5, weeks: 14, from: weeksBefore(today, 14) }).clients;
  for (const c of simulated) await writeSimulated(database, coach.practiceId, coach.id, c);
}, 120_000);
afterAll(() => database.close());

const review = async (id: string, of = desk, day = today) =>
  (await of.get(`/clients/${id}/review?today=${day}`).expect(200)).body as Answer<"review">;
/** clients whose review is asked for as a job */
const waitingReviews = () =>
  asOwner(async (o) => {
    await o.query("select set_config('gryn.practice_id', $1, false)", [coach.practiceId]);
    const { rows } = await o.query<{ id: string }>(
      "select client_id as id from job where practice_id = $1 and kind = 'review' and state = 'waiting'",
      [coach.practiceId],
    );
    return rows.map((r) => r.id);
  });
const kept = () =>
  asOwner(async (o) => {
    await o.query("select set_config('gryn.practice_id', $1, false)", [coach.practiceId]);
    return (
      await o.query<{ client_id: string; row: string }>(
        "select client_id, xmin::text as row from review where practice_id = $1",
        [coach.practiceId],
      )
    ).rows;
  });

test("a client without a log has an empty review, and one with fourteen weeks a full one", async () => {
  const empty = await review(await makeClient(desk));
  expect(empty.review).toMatchObject({ lines: [], movements: [], weeks: [] });
  const full = await review(simulated[0]!.id);
  expect(full.review.weeks.length).toBeGreaterThan(11);
  expect(full.review.lines).toHaveLength(10);
  expect(full.review.lines.some((l) => l.points.length > 8)).toBe(true);
  expect((await auditOf(simulated[0]!.id)).map((a) => a.action)).toContain("saw review");
});

test("kept until something of the client changes: the second look works nothing out", async () => {
  const { id } = simulated[1]!;
  const first = await review(id);
  const row = (await kept()).find((r) => r.client_id === id)!.row;
  expect((await review(id)).review).toEqual(first.review);
  expect((await kept()).find((r) => r.client_id === id)!.row).toBe(row);
  const p = simulated[1]!.lines[0]!.p;
  await database.withPractice(coach.practiceId, (tx) =>
    writeLog(tx, coach.practiceId, id, {
      entries: [entryOf(1, { id: randomUUID(), prescriptionId: p.id, localDate: today, at: new Date().toISOString() })],
      reports: [],
    }),
  );
  const again = await review(id);
  expect(again.review.lines.find((l) => l.lineId === p.id)!.last).toBe(today);
  expect((await kept()).find((r) => r.client_id === id)!.row).not.toBe(row);
});

test("a declined edit keeps its reason and who said it; one that is taken back is gone", async () => {
  const { id } = simulated[2]!;
  const decision = {
    id: randomUUID(),
    clientId: id,
    need: "edit target x",
    act: "done",
    until: null,
    reason: "deload first",
  };
  await desk.send("post", "/desk/decisions", decision).expect(201);
  expect((await review(id)).decisions).toMatchObject([{ need: "edit target x", reason: "deload first" }]);
  // another client's review knows nothing of it
  expect((await review(simulated[3]!.id)).decisions).toEqual([]);
  await desk.send("delete", `/desk/decisions/${decision.id}`, {}).expect(200);
  expect((await review(id)).decisions).toEqual([]);
});

test("a test of one change is begun once however often it is sent, ended once, and says what is wrong with it", async () => {
  const { id, lines } = simulated[0]!;
  const test = { id: randomUUID(), lineId: lines[0]!.p.id, what: "felt", change: "elbows in", from: today };
  await desk.send("post", `/clients/${id}/experiments`, test).expect(201);
  await desk.send("post", `/clients/${id}/experiments`, test).expect(201);
  expect((await review(id)).experiments).toMatchObject([{ change: "elbows in", endedAt: null }]);
  await desk.send("post", `/clients/${id}/experiments`, { ...test, id: randomUUID(), what: "size" }).expect(400);
  await desk.send("post", `/clients/${id}/experiments`, { ...test, id: randomUUID(), change: " " }).expect(400);
  // the same id at another client is not that client's test
  await desk.send("post", `/clients/${simulated[1]!.id}/experiments`, test).expect(404);
  await desk.send("delete", `/clients/${id}/experiments/${test.id}`, {}).expect(200);
  const [ended] = (await review(id)).experiments;
  await desk.send("delete", `/clients/${id}/experiments/${test.id}`, {}).expect(200);
  expect((await review(id)).experiments[0]!.endedAt).toBe(ended!.endedAt);
  await desk.send("delete", `/clients/${id}/experiments/${randomUUID()}`, {}).expect(404);
});

test("evidence is of all clients of the practice, without the one that is looked at, and as a table", async () => {
  // worked out as jobs, soon after: by hand here
  for (const c of simulated) await review(c.id);
  await desk.get("/evidence").expect(200);
  for (const id of await waitingReviews()) await review(id);
  const all = (await desk.get("/evidence").expect(200)).body as Answer<"evidence">;
  expect(all.waiting).toBe(0);
  expect(all.clients).toBeGreaterThanOrEqual(5);
  const judged = all.setups.filter((s) => s.enough);
  expect(judged.length).toBeGreaterThan(2);
  const shared = judged[0]!;
  const someone = simulated.find((c) => c.lines.some((l) => l.p.name === shared.name))!;
  const rest = (await desk.get(`/evidence?without=${someone.id}`).expect(200)).body as Answer<"evidence">;
  expect(rest.setups.find((s) => s.setupKey === shared.setupKey)?.clients ?? 0).toBe(shared.clients - 1);
  const csv = await desk.get("/evidence.csv").expect(200);
  const { data } = Papa.parse<Record<string, string>>(csv.text.trim(), { header: true });
  expect(data).toHaveLength(all.setups.length);
  expect(data.find((r) => r.setup === shared.name && Number(r.clients) === shared.clients)).toBeDefined();
});

test("a job works a review out and writes its facts as rows; the same again leaves them as they are", async () => {
  const { id, lines } = simulated[4]!;
  const job = {
    practiceId: coach.practiceId,
    id: randomUUID(),
    clientId: id,
    kind: "review",
    input: {},
    attempt: 1,
  } as const;
  const run = () =>
    reviewHandler(database)({ job, signal: new AbortController().signal, tell: () => Promise.resolve() });
  const facts = () =>
    database.withPractice(coach.practiceId, (tx) =>
      tx.query<{ setup_key: string; workouts: number }>(
        "select setup_key, workouts, xmin::text from fact where practice_id = $1 and client_id = $2 order by number",
        [coach.practiceId, id],
      ),
    );
  await run();
  const first = await facts();
  expect(first.map((f) => f.setup_key).sort()).toEqual(lines.map((l) => unversioned(l.p.setupKey)).sort());
  await run();
  expect(await facts()).toEqual(first);
  // erased with the client
  await asOwner(async (o) => {
    await o.query("select set_config('gryn.practice_id', $1, false)", [coach.practiceId]);
    await o.query("delete from review where client_id = $1", [id]);
  });
  expect(await facts()).toEqual([]);
});

test("a line that left the week is evidence with its growth: what it was is in the hand-over", async () => {
  const { id, program, lines } = simulated[1]!;
  const gone = lines.find((l) => lines.filter((x) => x.p.setupKey === l.p.setupKey).length === 1)!.p;
  const before = (await factsOfClient(id)).find((f) => f.key === unversioned(gone.setupKey))!;
  const { version } = (await desk.get(`/clients/${id}/program`).expect(200)).body as Answer<"program">;
  const operation = { kind: "remove", prescriptionId: gone.id };
  await desk
    .send("post", `/programs/${program.id}/edits`, { base: version, edits: [{ id: randomUUID(), operation }] })
    .expect(200);
  const after = (await factsOfClient(id)).find((f) => f.key === unversioned(gone.setupKey))!;
  expect(before.growth).not.toBeNull();
  expect(after.growth).toBeCloseTo(before.growth!, 9);
});

const factsOfClient = async (id: string) => {
  await review(id);
  return database.withPractice(coach.practiceId, (tx) =>
    tx.query<{ key: string; growth: number | null }>(
      "select setup_key as key, growth from fact where practice_id = $1 and client_id = $2",
      [coach.practiceId, id],
    ),
  );
};

test("another practice sees none of it: no review, no test, no evidence", async () => {
  const stranger = await signIn(app, await makeCoach());
  const { id, lines } = simulated[0]!;
  await stranger.get(`/clients/${id}/review?today=${today}`).expect(404);
  const test = { id: randomUUID(), lineId: lines[0]!.p.id, what: "felt", change: "elbows in", from: today };
  await stranger.send("post", `/clients/${id}/experiments`, test).expect(404);
  expect((await stranger.get("/evidence").expect(200)).body).toEqual({ clients: 0, waiting: 0, setups: [] });
  await desk.get(`/clients/${id}/review`).expect(400);
  await desk.get(`/clients/${id}/review?today=yesterday`).expect(400);
});
