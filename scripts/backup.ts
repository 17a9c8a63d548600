/**
 * npm run backup -- FILE and npm run restore -- FILE: the whole database in one file of PostgreSQL's own archive
 * format, without owners and rights, which every start sets anew. A backup may be made while Gryn runs; a restore
 * replaces everything, so no Gryn may be connected. Links and sessions that were closed since the backup stay closed.
 */
import { spawnSync } from "node:child_process";
import { chmodSync, existsSync, mkdtempSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import pg from "pg";
import { findServer, runningCluster, startCluster, type Cluster } from "#server/database/cluster";
import { APP_ROLE, migrate } from "#server/database/migrate";

const [act, file] = process.argv.slice(2);
const say = (line: string) => process.stdout.write(`${line}\n`);
process.umask(0o077);

function fail(reason: string): never {
  process.stderr.write(`${reason}\n`);
  process.exit(1);
}

if ((act !== "backup" && act !== "restore") || !file)
  fail("Say which file: npm run backup -- gryn.backup, or npm run restore -- gryn.backup");
const path = resolve(file);
const folder = resolve(process.env.GRYN_DATA_DIR ?? ".gryn");
const bin = findServer();

/** the password goes by a file that only this user reads: a command line is everybody's to see */
function tool(name: string, url: string, args: string[]): void {
  const { hostname, port, username, password, pathname } = new URL(url);
  const secrets = mkdtempSync(join(tmpdir(), "gryn-pass-"));
  try {
    const passFile = join(secrets, "pass");
    const escaped = (s: string) => decodeURIComponent(s).replace(/([\\:])/g, "\\$1");
    writeFileSync(passFile, `*:*:*:*:${escaped(password)}\n`, { mode: 0o600 });
    const { status, stderr, error } = spawnSync(join(bin, name), ["--no-password", ...args], {
      encoding: "utf8",
      env: {
        ...process.env,
        PGPASSFILE: passFile,
        PGHOST: hostname,
        PGPORT: port || "5432",
        PGUSER: decodeURIComponent(username),
        PGDATABASE: pathname.slice(1),
      },
    });
    if (status !== 0) throw new Error((error?.message ?? stderr).trim().split("\n").slice(-3).join(" "));
  } finally {
    rmSync(secrets, { recursive: true, force: true });
  }
}

interface Before {
  revoked: string[];
  known: string[];
  accounts: string[];
}

async function asOwner<T>(url: string, work: (owner: pg.Client) => Promise<T>): Promise<T> {
  const owner = new pg.Client({ connectionString: url });
  await owner.connect();
  try {
    return await work(owner);
  } finally {
    await owner.end();
  }
}

/** what was closed here and must not come back; @throws where a Gryn is connected */
const lookBefore = (url: string): Promise<Before> =>
  asOwner(url, async (owner) => {
    const appRole = process.env.GRYN_APP_DATABASE_URL
      ? decodeURIComponent(new URL(process.env.GRYN_APP_DATABASE_URL).username)
      : APP_ROLE;
    const { rows: connected } = await owner.query(
      "select 1 from pg_stat_activity where datname = current_database() and usename = $1",
      [appRole],
    );
    if (connected.length) throw new Error("Gryn is running on this database. Stop every server of it, then restore.");
    const { rows: links } = await owner.query<{ token_hash: string; revoked: boolean }>(
      "select token_hash, revoked_at is not null as revoked from client_link",
    );
    const { rows: accounts } = await owner.query<{ id: string }>("select id from account");
    return {
      revoked: links.filter((l) => l.revoked).map((l) => l.token_hash),
      known: links.map((l) => l.token_hash),
      accounts: accounts.map((a) => a.id),
    };
  });

/** closes again what was closed, and says what a backup has brought back */
const settleAfter = (url: string, before: Before): Promise<string[]> =>
  asOwner(url, async (owner) => {
    const said: string[] = [];
    const again = await owner.query(
      "update client_link set revoked_at = now() where revoked_at is null and token_hash = any($1)",
      [before.revoked],
    );
    if (again.rowCount) said.push(`${again.rowCount} link(s) closed since the backup stay closed.`);
    const { rows: open } = await owner.query(
      "select 1 from client_link where revoked_at is null and expires_at > now() and not (token_hash = any($1))",
      [before.known],
    );
    if (open.length)
      said.push(
        `${open.length} link(s) are open again that this database did not know: close those that should not be.`,
      );
    await owner.query("delete from session");
    said.push("Everybody signs in again.");
    const { rows: back } = await owner.query("select name from account where not (id = any($1::uuid[]))", [
      before.accounts,
    ]);
    if (before.accounts.length && back.length)
      said.push(`${back.length} account(s) are back that had been removed: ${back.map((b) => b.name).join(", ")}.`);
    return said;
  });

let cluster: Cluster | null = null;
let touched = false;
try {
  const running = process.env.DATABASE_URL ?? runningCluster(folder);
  if (act === "restore" && running && !process.env.DATABASE_URL)
    throw new Error("Gryn is running from this folder. Stop it, then restore.");
  if (act === "restore" && !existsSync(path)) throw new Error(`There is no file ${path}.`);
  if (!running) cluster = await startCluster(folder, process.env.GRYN_DATA_DIR !== undefined);
  const url = running ?? cluster!.ownerUrl;
  if (act === "backup") {
    // written beside and moved, so that a broken backup never replaces a good one
    tool("pg_dump", url, ["--format=custom", "--no-owner", "--no-privileges", `--file=${path}.part`]);
    chmodSync(`${path}.part`, 0o600);
    renameSync(`${path}.part`, path);
    say(
      `Backed up to ${path} (${Math.round(statSync(path).size / 1024)} kB). It holds health data and password hashes: keep it like them.`,
    );
  } else {
    // an unreadable file is found out before anything is touched
    tool("pg_restore", url, ["--list", path]);
    await migrate(url, { appUrl: process.env.GRYN_APP_DATABASE_URL });
    const before = await lookBefore(url);
    tool("pg_restore", url, [
      "--clean",
      "--if-exists",
      "--no-owner",
      "--no-privileges",
      "--exit-on-error",
      "--single-transaction",
      `--dbname=${new URL(url).pathname.slice(1)}`,
      path,
    ]);
    touched = true;
    // an older backup is brought up to date, and rights are set anew
    await migrate(url, { appUrl: process.env.GRYN_APP_DATABASE_URL });
    say(`Restored from ${path}.`);
    for (const line of await settleAfter(url, before)) say(line);
  }
} catch (error) {
  rmSync(`${path}.part`, { force: true });
  await cluster?.stop();
  fail(
    `The ${act} failed${touched ? "" : " and changed nothing"}: ${error instanceof Error ? error.message : String(error)}`,
  );
}
await cluster?.stop();
