import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import request from "supertest";
import { startCluster, type Cluster } from "../../scripts/cluster";
import { openDatabase, type Database } from "#server/database/database";
import { migrate } from "#server/database/migrate";
import { DEMO_PRACTICE, DEMO_SIGN_IN, demoId } from "#server/identity/demo-practice";
import { isEmpty, loadDemo, removeDemo } from "#server/demo/demo";
import { readLog } from "#server/training/log";
import { appOn, signIn } from "./world";

// a cluster of this file's own, since it is stopped and started
let cluster: Cluster;
let database: Database;
let appUrl: string;

beforeAll(async () => {
  const folder = mkdtempSync(join(tmpdir(), "gryn-away-"));
  chmodSync(folder, 0o755);
  cluster = await startCluster(folder, true);
  appUrl = await migrate(cluster.ownerUrl);
  database = openDatabase(appUrl, 3);
}, 60_000);
afterAll(async () => {
  await database.close();
  await cluster.stop();
  rmSync(cluster.dataDir, { recursive: true, force: true });
}, 30_000);

test("the demo practice loads into an empty database, goes away whole and comes back the same", async () => {
  expect(await isEmpty(cluster.ownerUrl)).toBe(true);
  await loadDemo(cluster.ownerUrl, appUrl, new Date("2026-11-25T12:00:00Z"));
  expect(await isEmpty(cluster.ownerUrl)).toBe(false);
  const log = await database.withPractice(DEMO_PRACTICE, (tx) => readLog(tx, DEMO_PRACTICE, demoId("maja"), 400));
  expect(log.entries.length).toBeGreaterThan(40);
  await removeDemo(cluster.ownerUrl);
  expect(await isEmpty(cluster.ownerUrl)).toBe(true);
  await loadDemo(cluster.ownerUrl, appUrl, new Date("2026-11-25T12:00:00Z"));
  const again = await database.withPractice(DEMO_PRACTICE, (tx) => readLog(tx, DEMO_PRACTICE, demoId("maja"), 400));
  expect(again.entries).toEqual(log.entries.map((e) => ({ ...e, handOverId: again.entries[0]!.handOverId })));
}, 60_000);

test("migrating beside a running app changes nothing under it, from several servers at once", async () => {
  expect(await Promise.all([1, 2, 3].map(() => migrate(cluster.ownerUrl)))).toEqual([appUrl, appUrl, appUrl]);
  expect(await database.alive()).toBe(true);
  const fresh = openDatabase(appUrl, 1);
  expect(await fresh.alive()).toBe(true);
  await fresh.close();
  expect(await isEmpty(cluster.ownerUrl)).toBe(false);
}, 30_000);

test("a second start in the same folder is refused in words", async () => {
  await expect(startCluster(cluster.dataDir, true)).rejects.toThrow(/cannot be taken|already running/);
});

test("while the database is away every request says so and none is a 500; afterwards the session still stands", async () => {
  const app = appOn(database);
  const desk = await signIn(app, { ...DEMO_SIGN_IN, practiceId: DEMO_PRACTICE });
  await cluster.pause();
  expect((await request(app).get("/api/health")).status).toBe(503);
  for (const answer of [
    await desk.get("/clients"),
    await desk.send("put", `/clients/${demoId("maja")}`, { revision: 1, client: {} }),
    await request(app).post("/api/session").send(DEMO_SIGN_IN),
    await request(app).get("/api/floor/session").set("cookie", "gryn_floor=abcdefghijklmnopqrstuvwxyz"),
  ]) {
    expect(answer.status).toBe(503);
    expect(answer.body.error).toMatch(/database does not answer/);
  }
  await cluster.resume();
  await request(app).get("/api/health").expect(200);
  await desk.get("/clients").expect(200);
}, 60_000);
