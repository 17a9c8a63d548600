/**
 * A mistake is taken back by a restore to the moment before it: the stanza and the archive are those of the cluster's
 * own files, a full backup, an incremental one and the write-ahead log since.
 */
import { execFileSync } from "node:child_process";
import { existsSync, chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync, appendFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import pg from "pg";
import { findServer, freePort } from "../../scripts/cluster";
import { descriptionSchema } from "../../scripts/deploy/description";
import { filesOf } from "../../scripts/deploy/files";
import { migrate } from "#server/database/migrate";
import description from "../../deploy/cluster.json" with { type: "json" };

const there = existsSync("/usr/bin/pgbackrest");
if (!there) process.stdout.write("Skipped: a restore to a point in time, since pgbackrest is not installed here.\n");
const root = process.getuid?.() === 0;
/** PostgreSQL's programs never run as root */
const run = (command: string, ...rest: string[]): string =>
  root
    ? execFileSync("runuser", ["-u", "postgres", "--", command, ...rest], { cwd: "/", encoding: "utf8", stdio: "pipe" })
    : execFileSync(command, rest, { cwd: "/", encoding: "utf8", stdio: "pipe" });

(there ? test : test.skip)(
  "what was kept before a mistake is there after a restore to that moment, and the mistake is not",
  async () => {
    const folder = mkdtempSync(join(tmpdir(), "gryn-moment-"));
    const port = await freePort();
    const whole = descriptionSchema.parse(description);
    const d = { ...whole, postgres: [{ ...whole.postgres[0]!, port }] };
    const own = d.postgres[0]!.name;
    const binaries = findServer();
    chmodSync(folder, 0o755);
    for (const name of ["log", "run", "backup", "spool", own]) mkdirSync(join(folder, name), { mode: 0o700 });
    const secrets = {
      superuser: "s".repeat(48),
      replication: "r".repeat(48),
      rewind: "w".repeat(48),
      session: "x".repeat(48),
    };
    const conf = join(folder, "pgbackrest.conf");
    writeFileSync(conf, filesOf(d, secrets, { folder, binaries })["pgbackrest.conf"]!, { mode: 0o600 });
    if (root) execFileSync("chown", ["-R", "postgres:postgres", folder]);
    const data = join(folder, own, "data");
    const backrest = (...rest: string[]) => run("pgbackrest", `--config=${conf}`, `--stanza=${d.name}`, ...rest);
    const control = (...rest: string[]) =>
      run(join(binaries, "pg_ctl"), "-D", data, "-w", "-l", join(folder, "log", "server.log"), ...rest);
    const ask = async <Row extends object>(sql: string, database = "gryn"): Promise<Row[]> => {
      const client = new pg.Client({ connectionString: `postgres://postgres:x@127.0.0.1:${port}/${database}` });
      await client.connect();
      try {
        return (await client.query<Row>(sql)).rows;
      } finally {
        await client.end();
      }
    };
    const practice = (name: string) => `insert into practice (practice_id, name) values (gen_random_uuid(), '${name}')`;
    const names = async () =>
      (await ask<{ name: string }>("select name from practice order by name")).map((r) => r.name);
    try {
      run(join(binaries, "initdb"), "-D", data, "-U", "postgres", "-A", "trust", "-E", "UTF8", "-N");
      appendFileSync(
        join(data, "postgresql.conf"),
        `port = ${port}\nlisten_addresses = '127.0.0.1'\nunix_socket_directories = '${join(folder, own)}'\nfsync = off\n` +
          `wal_level = replica\narchive_mode = on\narchive_command = 'pgbackrest --config=${conf} --stanza=${d.name} archive-push %p'\n`,
      );
      control("start");
      await ask("create database gryn", "postgres");
      await migrate(`postgres://postgres:x@127.0.0.1:${port}/gryn`);
      backrest("stanza-create");
      await ask(practice("in the full backup"));
      backrest("--type=full", "backup");
      await ask(practice("in the incremental one"));
      backrest("--type=incr", "backup");
      await ask(practice("only in the archive"));
      const [moment] = await ask<{ at: string }>("select clock_timestamp()::text as at");
      await pause(1100);
      // the mistake, and work that comes after it
      await ask("delete from practice");
      await ask(practice("after the mistake"));
      await ask("select pg_switch_wal()");
      await pause(500);
      expect(await names()).toEqual(["after the mistake"]);
      control("stop", "-m", "fast");
      expect(JSON.parse(backrest("--output=json", "info"))[0].backup.map((b: { type: string }) => b.type)).toEqual([
        "full",
        "incr",
      ]);
      backrest("--delta", "--type=time", `--target=${moment!.at}`, "--target-action=promote", "restore");
      control("start");
      for (let n = 0; n < 60; n++) {
        const [state] = await ask<{ follows: boolean }>("select pg_is_in_recovery() as follows");
        if (!state!.follows) break;
        await pause(500);
      }
      expect(await names()).toEqual(["in the full backup", "in the incremental one", "only in the archive"]);
      // and it takes new work
      await ask(practice("since"));
      expect(await names()).toContain("since");
    } finally {
      try {
        control("stop", "-m", "immediate");
      } catch {
        // it did not run
      }
      rmSync(folder, { recursive: true, force: true });
    }
  },
  600_000,
);
