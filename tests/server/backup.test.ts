import { spawnSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import { chmodSync, mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { startCluster, type Cluster } from "../../scripts/cluster";
import { openDatabase } from "#server/database/database";
import { migrate } from "#server/database/migrate";
import { DEMO_PRACTICE, DEMO_SIGN_IN } from "#server/identity/demo-practice";
import { closeDemo, loadDemo, openDemo, othersInDemo, removeDemo } from "#server/demo/demo";
import { hashToken } from "#server/identity/people";
import { clientOf } from "../support/programs";

// a cluster of this file's own, since it is replaced whole
let cluster: Cluster;
let appUrl: string;
let folder: string;
let file: string;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "gryn-backup-"));
  chmodSync(folder, 0o755);
  file = join(folder, "gryn.backup");
  cluster = await startCluster(folder, true);
  appUrl = await migrate(cluster.ownerUrl);
  await loadDemo(cluster.ownerUrl, appUrl);
}, 60_000);
afterAll(async () => {
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}, 30_000);

const script = (act: string, path = file) =>
  spawnSync(process.execPath, ["--import", "tsx", "scripts/backup.ts", act, path], {
    encoding: "utf8",
    env: { ...process.env, DATABASE_URL: cluster.ownerUrl, NODE_OPTIONS: "" },
  });
const asOwner = async <T>(work: (owner: pg.Client) => Promise<T>): Promise<T> => {
  const owner = new pg.Client({ connectionString: cluster.ownerUrl });
  await owner.connect();
  try {
    return await work(owner);
  } finally {
    await owner.end();
  }
};
const link = (token: string) =>
  asOwner((o) =>
    o.query(
      `insert into client_link (token_hash, practice_id, client_id, expires_at)
        select $1, practice_id, id, now() + interval '9 days' from client where name = 'Tomas Reyer'`,
      [hashToken(token)],
    ),
  );
const stateOf = async (token: string) => {
  const database = openDatabase(appUrl, 1);
  try {
    return (await database.call<{ state: string }>("link_check", hashToken(token), false))?.state ?? null;
  } finally {
    await database.close();
  }
};

test("a backup is its owner's alone, and a restore beside a connected Gryn is refused", async () => {
  await link("closed-since");
  const made = script("backup");
  expect([made.status, made.stderr]).toEqual([0, ""]);
  expect(statSync(file).mode & 0o077).toBe(0);
  const connected = openDatabase(appUrl, 1);
  await connected.alive();
  const refused = script("restore");
  await connected.close();
  expect([refused.status, refused.stderr]).toEqual([
    1,
    expect.stringMatching(/changed nothing: Gryn is running on this database/),
  ]);
}, 60_000);

test("restored: what was closed since stays closed, what is now stays, everybody signs in anew and the head coach is told", async () => {
  await asOwner((o) =>
    o.query(
      `insert into invitation (token_hash, practice_id, role, invited_by, expires_at)
        values ('withdrawn', $1, 'head', 'Edda', now() + interval '5 days')`,
      [DEMO_PRACTICE],
    ),
  );
  expect(script("backup").status).toBe(0);
  await asOwner((o) => o.query("delete from invitation"));
  await asOwner((o) =>
    o.query("update account set password_hash = 'the new one' where email = 'edda@quernlight.example'"),
  );
  await asOwner((o) =>
    o.query("update client_link set revoked_at = now() where token_hash = $1", [hashToken("closed-since")]),
  );
  await asOwner((o) => o.query("delete from account where email = 'ivo@quernlight.example'"));
  await asOwner((o) =>
    o.query(
      `insert into session (id, account_id, data, expires_at, ends_at)
        select 'x', id, '{}', now() + interval '1 hour', now() + interval '1 hour' from account limit 1`,
    ),
  );
  const done = script("restore");
  expect([done.status, done.stderr]).toEqual([0, ""]);
  expect(done.stdout).toMatch(
    /still removed: Ivo Halden[\s\S]*stay as they are now: Edda Varn[\s\S]*1 client link of the backup closed[\s\S]*1 invitation of the backup closed[\s\S]*Everybody signs in again/,
  );
  const left = (sql: string) => asOwner(async (o) => (await o.query(sql)).rows.map((r) => Object.values(r)[0]));
  expect(await left("select password_hash from account")).toEqual(["the new one"]);
  expect(await left("select 1 from invitation")).toEqual([]);
  expect(await left("select action from audit where actor = 'the restore'")).toEqual([
    expect.stringMatching(/restored a backup[\s\S]*1 invitation of the backup closed/),
  ]);
  expect(await stateOf("closed-since")).toBe("revoked");
  expect(await asOwner(async (o) => (await o.query("select count(*)::int as n from session")).rows[0].n)).toBe(0);
  // rights are there again: the app works, and is bound
  const database = openDatabase(appUrl, 1);
  expect((await database.withPractice(DEMO_PRACTICE, (tx) => tx.query("select 1 from client"))).length).toBe(4);
  await expect(database.withPractice(DEMO_PRACTICE, (tx) => tx.query("select 1 from account"))).rejects.toThrow(
    /permission denied/,
  );
  await database.close();
}, 60_000);

test("it restores into a fresh database where the roles are missing, and leaves no link open that nobody knew there", async () => {
  await asOwner((o) => o.query("update client_link set revoked_at = null"));
  expect(script("backup").status).toBe(0);
  const other = mkdtempSync(join(tmpdir(), "gryn-fresh-"));
  chmodSync(other, 0o755);
  const fresh = await startCluster(other, true);
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ["--import", "tsx", "scripts/backup.ts", "restore", file],
    { encoding: "utf8", env: { ...process.env, DATABASE_URL: fresh.ownerUrl, NODE_OPTIONS: "" } },
  );
  expect([status, stderr]).toEqual([0, ""]);
  expect(stdout).toMatch(/1 client link of the backup closed/);
  expect(stdout).toMatch(/with the passwords and second factors of the backup: Edda Varn/);
  await fresh.stop();
  rmSync(other, { recursive: true, force: true });
}, 60_000);

test("a file that is none, or is cut in half, changes nothing", async () => {
  expect(script("restore", "README.md")).toMatchObject({ status: 1, stderr: expect.stringMatching(/changed nothing/) });
  expect(script("restore", join(folder, "nowhere")).status).toBe(1);
  expect(script("nonsense").stderr).toMatch(/Say which file/);
}, 60_000);

describe("the demo is one practice among others", () => {
  test("somebody else's clients in it are seen before it is made new", async () => {
    expect(await othersInDemo(cluster.ownerUrl)).toBe(0);
    await asOwner((o) =>
      o.query("insert into client (practice_id, id, name, body) values ($1, $2, 'Real Person', $3)", [
        DEMO_PRACTICE,
        randomUUID(),
        clientOf(),
      ]),
    );
    expect(await othersInDemo(cluster.ownerUrl)).toBe(1);
    const asked = spawnSync(process.execPath, ["--import", "tsx", "scripts/run.ts", "--demo-reset"], {
      encoding: "utf8",
      env: { ...process.env, DATABASE_URL: cluster.ownerUrl, NODE_OPTIONS: "" },
    });
    expect([asked.status, asked.stderr]).toEqual([
      1,
      expect.stringMatching(/1 client in the demo practice are not the demo's own[\s\S]*Nothing was changed/),
    ]);
    expect(
      await asOwner(async (o) => (await o.query("select 1 from client where name = 'Real Person'")).rows.length),
    ).toBe(1);
  }, 30_000);

  test("making it new leaves another practice as it was", async () => {
    const practice = randomUUID();
    await asOwner(async (o) => {
      await o.query("insert into practice (practice_id, name) values ($1, 'Another')", [practice]);
      await o.query("insert into client (practice_id, id, name, body) values ($1, $2, 'Stays', $3)", [
        practice,
        randomUUID(),
        clientOf(),
      ]);
    });
    await removeDemo(cluster.ownerUrl);
    expect(await asOwner(async (o) => (await o.query("select name from client")).rows)).toEqual([{ name: "Stays" }]);
    await loadDemo(cluster.ownerUrl, appUrl);
    expect(await asOwner(async (o) => (await o.query("select count(*)::int as n from client")).rows[0].n)).toBe(5);
  }, 60_000);

  test("where others may reach it nobody signs in with what stands in the documentation", async () => {
    const database = openDatabase(appUrl, 1);
    expect(await database.call("sign_in", DEMO_SIGN_IN.email)).not.toBeNull();
    expect(await closeDemo(cluster.ownerUrl)).toBe(2);
    expect(await database.call("sign_in", DEMO_SIGN_IN.email)).toBeNull();
    expect(await openDemo(cluster.ownerUrl)).toBe(true);
    expect(await database.call("sign_in", DEMO_SIGN_IN.email)).toMatchObject({ role: "head" });
    await database.close();
  });
});
