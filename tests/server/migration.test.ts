import { VERSIONS } from "#core/exchange/upgrade";
import { randomUUID } from "node:crypto";
import { chmodSync, cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { runner } from "node-pg-migrate";
import pg from "pg";
import { prescriptionsOf } from "#core/program/edit";
import { startCluster, type Cluster } from "../../scripts/cluster";
import { openDatabase } from "#server/database/database";
import { migrate, MIGRATIONS } from "#server/database/migrate";
import { programOfClient } from "#server/planning/programs";
import { readLog } from "#server/training/log";
import { readFileSync } from "node:fs";
import { entryOf } from "../support/log";
import { clientOf } from "../support/programs";

// a database as the first version left it, with what its races could leave behind
let cluster: Cluster;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "gryn-migration-"));
  chmodSync(folder, 0o755);
  cluster = await startCluster(folder, true);
}, 60_000);
const openedBy = async (url: string) => {
  const database = openDatabase(url, 1);
  const alive = await database.alive();
  await database.close();
  return alive;
};
afterAll(async () => {
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}, 30_000);

test("a database of the first version is brought up with everything in it", async () => {
  const first = join(folder, "first");
  cpSync(join(MIGRATIONS, "001_first.sql"), join(first, "001_first.sql"));
  const silent = { debug: () => undefined, info: () => undefined, warn: () => undefined, error: () => undefined };
  await runner({
    databaseUrl: cluster.ownerUrl,
    dir: first,
    direction: "up",
    migrationsTable: "migration",
    count: Infinity,
    log: () => undefined,
    logger: silent,
  });
  const owner = new pg.Client({ connectionString: cluster.ownerUrl });
  await owner.connect();
  const [practice, two, none] = [randomUUID(), randomUUID(), randomUUID()];
  await owner.query("insert into practice values ($1, 'Old')", [practice]);
  await owner.query(
    `insert into account (id, practice_id, email, name, password_hash)
      values ($1, $2, 'old@test.example', 'Old hand', 'x')`,
    [randomUUID(), practice],
  );
  await owner.query("insert into session values ('s', '{}', now() + interval '1 hour')");
  const { consent: _c, keepUntil: _k, ...body } = clientOf({ daysPerWeek: 4 });
  for (const id of [two, none])
    await owner.query("insert into client (practice_id, id, name, body) values ($1, $2, 'Vera Test', $3)", [
      practice,
      id,
      body,
    ]);
  const document = JSON.parse(readFileSync("tests/fixtures/program-2.json", "utf8"));
  const programs = [randomUUID(), randomUUID(), randomUUID()];
  for (const [n, id] of programs.entries())
    await owner.query(
      `insert into program (practice_id, id, client_id, document, created_at)
        values ($1, $2, $3, $4, now() + make_interval(secs => $5))`,
      [practice, id, two, { ...document, id, clientId: two }, n],
    );
  const { voided: _v, confirmed: _f, by: _b, ...entry } = entryOf(1, { id: randomUUID() });
  await owner.query(
    `insert into entry (practice_id, id, revision, client_id, prescription_id, local_date, at, body)
      values ($1, $2, 1, $3, $4, $5, $6, $7)`,
    [practice, entry.id, two, entry.prescriptionId, entry.localDate, entry.at, entry],
  );
  for (const [n, token] of ["one", "two", "three"].entries())
    await owner.query(
      `insert into client_link (token_hash, practice_id, client_id, created_at, expires_at)
        values ($1, $2, $3, now() + make_interval(secs => $4), now() + interval '9 days')`,
      [token, practice, two, n],
    );

  const appUrl = await migrate(cluster.ownerUrl);
  const database = openDatabase(appUrl, 2);
  // the oldest program is the client's, as before; the others are later blocks and lost to nobody
  const found = await database.withPractice(practice, (tx) => programOfClient(tx, practice, two));
  expect([found.program.id, found.program.version]).toEqual([programs[0], VERSIONS.program]);
  expect(prescriptionsOf(found.program).every((p) => p.target !== null)).toBe(true);
  expect(
    (await owner.query("select block from program where client_id = $1 order by block", [two])).rows.map(
      (r) => r.block,
    ),
  ).toEqual([1, 2, 3]);
  // a client without one has one now
  const made = await database.withPractice(practice, (tx) => programOfClient(tx, practice, none));
  expect([made.program.name, made.program.days.length, made.version]).toEqual(["First block", 4, 0]);
  // sets are there, and read as sets of today
  expect((await database.withPractice(practice, (tx) => readLog(tx, practice, two, 400))).entries[0]).toMatchObject({
    id: entry.id,
    voided: false,
    by: null,
  });
  expect(
    await Promise.all(
      ["one", "two", "three"].map(async (t) => (await database.call<{ state: string }>("link_check", t, false))!.state),
    ),
  ).toEqual(["revoked", "revoked", "open"]);
  expect(await database.call("sign_in", "OLD@test.example")).toMatchObject({ role: "head" });
  expect((await owner.query("select count(*)::int as n from session")).rows[0].n).toBe(0);
  await database.close();
  await owner.end();
}, 60_000);

test("an owner that is no superuser can do it too, twice, and the app is as bound", async () => {
  const owner = new pg.Client({ connectionString: cluster.ownerUrl });
  await owner.connect();
  await owner.query("create role modest login createrole password 'modest'");
  await owner.query("create database modest_gryn owner modest");
  await owner.end();
  const url = new URL(cluster.ownerUrl);
  url.username = "modest";
  url.password = "modest";
  url.pathname = "/modest_gryn";
  const appUrl = await migrate(url.toString());
  expect(await migrate(url.toString())).toBe(appUrl);
  const database = openDatabase(appUrl, 1);
  await database.assertBoundRole();
  expect(await database.call("sign_in", "nobody")).toBeNull();
  await expect(
    database.withPractice(randomUUID(), (tx) => tx.query("create temporary table account (id int)")),
  ).rejects.toThrow(/permission denied/);
  await database.close();
  // what a later migration reads, an owner under row security does not see of itself: no link is taken for nobody's
  const modest = new pg.Client({ connectionString: url.toString() });
  await modest.connect();
  const [practice, client] = [randomUUID(), randomUUID()];
  const within = (id: string) => modest.query("select set_config('gryn.practice_id', $1, false)", [id]);
  await within(practice);
  await modest.query("insert into practice values ($1, 'Modest')", [practice]);
  await modest.query("insert into client (practice_id, id, name, body) values ($1, $2, 'Kept', '{}')", [
    practice,
    client,
  ]);
  await modest.query(
    `insert into client_link (token_hash, practice_id, client_id, expires_at) values ('kept', $1, $2, now() + interval '1 day')`,
    [practice, client],
  );
  await within("");
  const [up] = readFileSync(join(MIGRATIONS, "009_erasure.sql"), "utf8").split("-- Down Migration");
  await modest.query(up!.slice(0, up!.indexOf("create or replace function")));
  await within(practice);
  expect((await modest.query("select token_hash from client_link")).rows).toEqual([{ token_hash: "kept" }]);
  await modest.end();
  // another owner's app role on the same cluster has another password: it is set, and the way back too
  expect(await openedBy(await migrate(cluster.ownerUrl))).toBe(true);
}, 60_000);
