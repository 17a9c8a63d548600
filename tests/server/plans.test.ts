/**
 * What the database really reads for a request, in a database that is large enough for its planner to care: no table is
 * read from end to end, nothing is sorted on disk or compiled, and nothing is read many times over what is given.
 */
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Express } from "express";
import request from "supertest";
import { startCluster, type Cluster } from "../../scripts/cluster";
import { coachOf, makeScale, SCALE_PASSWORD, setNow } from "../../scripts/scale/make";
import { explainAll, ranDuring, type Ran } from "../../scripts/scale/plans";
import { openDatabase, type Database } from "#server/database/database";
import { migrate } from "#server/database/migrate";
import { appOn, signIn, type Desk } from "./world";

const TODAY = new Date().toISOString().slice(0, 10);
/** rows that are looked at anyway, such as of a small table that fits on a page */
const FEW = 100;
/** of each row that is given */
const TIMES = 3;

let cluster: Cluster;
let folder: string;
let database: Database;
let app: Express;
let desk: Desk;
let clientId: string;
let phone: (method: "get" | "post", path: string, body?: object) => request.Test;
let handed: { handOverId: string; prescriptionId: string };

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "gryn-plans-"));
  chmodSync(folder, 0o755);
  cluster = await startCluster(folder, true);
  const appUrl = await migrate(cluster.ownerUrl);
  await makeScale(cluster.ownerUrl, appUrl, { practices: 120, clients: 480, sets: 24_000, patterns: 2 }, TODAY);
  await explainAll(cluster.ownerUrl, true);
  database = openDatabase(appUrl, 4);
  app = appOn(database);
  desk = await signIn(app, { email: coachOf(7), password: SCALE_PASSWORD, practiceId: "" });
  clientId = (await desk.get("/clients").expect(200)).body.clients[3].id as string;
  const { path } = (await desk.send("post", `/clients/${clientId}/link`).expect(201)).body as { path: string };
  const opened = await request(app)
    .post("/api/floor/open")
    .set("x-gryn-floor", "1")
    .send({ token: path.split("#")[1] });
  phone = (method, at, body) =>
    request(app)
      [method](`/api/floor${at}`)
      .set("x-gryn-floor", "1")
      .set("x-gryn-who", opened.body.who as string)
      .set("cookie", opened.headers["set-cookie"]!)
      .send(body);
  const { handOver } = (await phone("get", "/session").expect(200)).body as {
    handOver: { id: string; snapshot: { days: { blocks: { prescriptions: { id: string }[] }[] }[] } };
  };
  handed = { handOverId: handOver.id, prescriptionId: handOver.snapshot.days[0]!.blocks[0]!.prescriptions[0]!.id };
}, 600_000);
afterAll(async () => {
  await database?.close();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}, 30_000);

const ROUTES: Readonly<Record<string, () => Promise<unknown>>> = {
  clients: () => desk.get("/clients").expect(200),
  client: () => desk.get(`/clients/${clientId}`).expect(200),
  desk: () => desk.get("/desk").expect(200),
  week: () => desk.get(`/clients/${clientId}/program`).expect(200),
  log: () => desk.get(`/clients/${clientId}/log`).expect(200),
  "log as CSV": () => desk.get(`/clients/${clientId}/log.csv`).expect(200),
  review: () => desk.get(`/clients/${clientId}/review?today=${TODAY}`).expect(200),
  evidence: () => desk.get("/evidence").expect(200),
  export: () => desk.get(`/clients/${clientId}/export`).expect(200),
  people: () => desk.get("/people").expect(200),
  audit: () => desk.get("/audit").expect(200),
  "sign-in": () => signIn(app, { email: coachOf(9), password: SCALE_PASSWORD, practiceId: "" }),
  "phone's page": () => phone("get", "/session").expect(200),
  "phone's set": () => phone("post", "/log", { entries: [setNow(handed, TODAY)], reports: [] }).expect(200),
};

const faultsOf = (ran: readonly Ran[]): string[] =>
  ran.flatMap((r) => [
    ...r.scans.filter((s) => s.rows > FEW).map((s) => `${s.table} end to end, ${s.rows} rows: ${r.sql}`),
    ...(r.sortedOnDisk ? [`sorted on disk: ${r.sql}`] : []),
    ...(r.compiled ? [`compiled: ${r.sql}`] : []),
    ...(r.read > Math.max(FEW, TIMES * r.rows) ? [`${r.read} rows read, ${r.rows} given: ${r.sql}`] : []),
  ]);

test.each(Object.keys(ROUTES))("%s", async (name) => {
  // what is worked out once for a mark stands then
  await ROUTES[name]!();
  const ran = await ranDuring(join(folder, "database.log"), ROUTES[name]!);
  expect(ran.length).toBeGreaterThan(0);
  if (process.env.TOLD)
    for (const r of ran) process.stdout.write(`${name}: ${r.rows} of ${r.read}: ${r.sql.slice(0, 150)}\n`);
  expect(faultsOf(ran)).toEqual([]);
});

test("a statement that reads a table from end to end would be found", async () => {
  const ran = await ranDuring(join(folder, "database.log"), () =>
    database.read("00000000-0000-4000-8000-000000000000", "select count(*) from entry where body->>'zone' = 'nowhere'"),
  );
  expect(faultsOf(ran).join()).toMatch(/rows read, 1 given|end to end/);
});
