/** A practice goes from one database into another: all of it, once, and nothing of anybody else's. */
import { spawnSync } from "node:child_process";
import { chmodSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gunzipSync, gzipSync } from "node:zlib";
import pg from "pg";
import { startCluster, type Cluster } from "../../scripts/cluster";
import { exportPractice, importPractice } from "../../scripts/move";
import { openDatabase } from "#server/database/database";
import { migrate } from "#server/database/migrate";
import { loadDemo } from "#server/demo/demo";
import { DEMO_PRACTICE, DEMO_SIGN_IN } from "#server/identity/demo-practice";
import { appOn, makeCoach, signIn } from "./world";

let cluster: Cluster;
let folder: string;
let file: string;
/** of an empty database of the same schema */
let otherUrl: string;
let otherApp: string;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "gryn-move-"));
  chmodSync(folder, 0o755);
  file = join(folder, "practice.gryn.gz");
  cluster = await startCluster(folder, true);
  const appUrl = await migrate(cluster.ownerUrl);
  await loadDemo(cluster.ownerUrl, appUrl);
  otherUrl = `${cluster.ownerUrl}_two`;
  const owner = new pg.Client({ connectionString: cluster.ownerUrl.replace(/[^/]+$/, "postgres") });
  await owner.connect();
  await owner.query("create database gryn_two");
  await owner.end();
  otherApp = await migrate(otherUrl, { appUrl: `${appUrl}_two` });
}, 90_000);
afterAll(async () => {
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}, 30_000);

const linesOf = (path: string) => gunzipSync(readFileSync(path)).toString("utf8").trimEnd().split("\n");
const written = (name: string, lines: readonly string[]) => {
  const path = join(folder, name);
  writeFileSync(path, gzipSync(lines.map((l) => `${l}\n`).join("")));
  return path;
};
const count = async (url: string, table: string) => {
  const owner = new pg.Client({ connectionString: url });
  await owner.connect();
  const { rows } = await owner.query<{ n: number }>(`select count(*)::int as n from ${table}`);
  await owner.end();
  return rows[0]!.n;
};

test("everything of it arrives, its coach signs in there, and what goes out again is the same to the letter", async () => {
  const looked = new pg.Client({ connectionString: cluster.ownerUrl });
  await looked.connect();
  await looked.query(
    "insert into audit (practice_id, actor, action) select $1, 'Edda Varn', 'saw the desk' from generate_series(1, 40)",
    [DEMO_PRACTICE],
  );
  await looked.end();
  const rows = await exportPractice(cluster.ownerUrl, DEMO_PRACTICE, file);
  // readable by nobody else
  expect(statSync(file).mode & 0o077).toBe(0);
  expect(rows).toBe(linesOf(file).length - 2);
  const tables = new Set(
    linesOf(file)
      .slice(1, -1)
      .map((l) => (JSON.parse(l) as { t: string }).t),
  );
  for (const t of ["account", "client", "program", "hand_over", "handed_line", "entry", "report"])
    expect([t, tables.has(t)]).toEqual([t, true]);
  for (const t of ["session", "job", "device"]) expect([t, tables.has(t)]).toEqual([t, false]);

  expect(await importPractice(otherUrl, file)).toEqual({ practice: DEMO_PRACTICE, rows });
  for (const t of ["client", "entry", "audit"]) expect(await count(otherUrl, t)).toBe(await count(cluster.ownerUrl, t));
  const again = join(folder, "again.gryn.gz");
  await exportPractice(otherUrl, DEMO_PRACTICE, again);
  expect(linesOf(again)).toEqual(linesOf(file));

  const database = openDatabase(otherApp, 2);
  try {
    const desk = await signIn(appOn(database), { ...DEMO_SIGN_IN, practiceId: DEMO_PRACTICE });
    const { clients } = (await desk.get("/clients").expect(200)).body as { clients: { id: string; name: string }[] };
    expect(clients.map((c) => c.name)).toContain("Maja Lindqvist");
    const maja = clients.find((c) => c.name === "Maja Lindqvist")!;
    const log = (await desk.get(`/clients/${maja.id}/log`).expect(200)).body as { entries: unknown[] };
    expect(log.entries.length).toBeGreaterThan(20);
    // numbers that the database gives go on after those that came
    await desk.get("/audit").expect(200);
  } finally {
    await database.close();
  }
});

test("what is there already, cut off, altered or of another practice is refused, and leaves nothing behind", async () => {
  await exportPractice(cluster.ownerUrl, DEMO_PRACTICE, file);
  await expect(importPractice(otherUrl, file)).rejects.toThrow(/is here already/);
  const empty = `${cluster.ownerUrl}_three`;
  const owner = new pg.Client({ connectionString: cluster.ownerUrl.replace(/[^/]+$/, "postgres") });
  await owner.connect();
  await owner.query("create database gryn_three");
  await owner.end();
  await migrate(empty, { appUrl: `${cluster.ownerUrl}_three` }).catch(() => undefined);
  const lines = linesOf(file);
  const at = lines.findIndex((l) => l.includes('"t":"client"'));
  const altered = lines.map((l, i) => (i === at ? l.replace('"goal":"size"', '"goal":"strength"') : l));
  const cut = join(folder, "cut.gz");
  writeFileSync(cut, readFileSync(file).subarray(0, 2000));
  const stranger = lines.map((l, i) =>
    i === at ? l.replaceAll(DEMO_PRACTICE, "8d5c0d3e-1111-4222-8333-444455556666") : l,
  );
  for (const [path, reason] of [
    [written("altered.gz", altered), /not as it was written/],
    [written("short.gz", lines.slice(0, -1)), /end of the file is missing|cannot be read/],
    [cut, /cut off|missing|cannot be read/],
    [written("stranger.gz", stranger), /of another practice/],
    [
      written("later.gz", [lines[0]!.replace(/"schema":"[^"]+"/, '"schema":"999_later"'), ...lines.slice(1)]),
      /same version/,
    ],
    [written("else.gz", ['{"format":"something"}']), /no export of a practice/],
  ] as const)
    await expect(importPractice(empty, path)).rejects.toThrow(reason);
  expect([await count(empty, "practice"), await count(empty, "client")]).toEqual([0, 0]);
});

test("one practice of two goes, the other stays out of the file; the command says why where it cannot", async () => {
  const person = await makeCoach();
  const none = spawnSync(
    process.execPath,
    ["--import", "tsx", "scripts/practice.ts", "export", person.practiceId, join(folder, "none.gz")],
    { encoding: "utf8", env: { ...process.env, DATABASE_URL: cluster.ownerUrl, NODE_OPTIONS: "" } },
  );
  expect([none.status, none.stderr.trim().split("\n").at(-1)]).toEqual([1, "There is no such practice here."]);
  await exportPractice(process.env.GRYN_TEST_OWNER_URL + `_${process.env.JEST_WORKER_ID}`, person.practiceId, file);
  const rows = linesOf(file)
    .slice(1, -1)
    .map((l) => JSON.parse(l) as { r: { practice_id: string } });
  expect(new Set(rows.map((x) => x.r.practice_id))).toEqual(new Set([person.practiceId]));
});
