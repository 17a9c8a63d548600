/**
 * npm run backup -- FILE and npm run restore -- FILE: the whole database in one file of PostgreSQL's own archive
 * format, without owners and rights, which every start sets anew. A backup may be made while Gryn runs; a restore
 * replaces everything, so no Gryn may be connected. What was closed since the backup stays closed.
 */
import { spawnSync } from "node:child_process";
import { chmodSync, existsSync, mkdtempSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import pg from "pg";
import { findServer, runningCluster, startCluster, type Cluster } from "./cluster";
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

interface Account {
  id: string;
  practice_id: string;
  name: string;
  role: string;
  password_hash: string;
  factor_secret: string | null;
}
interface Before {
  /** hashes of links that are open now */
  open: string[];
  accounts: Account[];
}
const ACCOUNTS = "select id, practice_id, name, role, password_hash, factor_secret from account";

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
    const { rows: links } = await owner.query<{ token_hash: string }>(
      "select token_hash from client_link where revoked_at is null and expires_at > now()",
    );
    const { rows: accounts } = await owner.query<Account>(ACCOUNTS);
    return { open: links.map((l) => l.token_hash), accounts };
  });

const names = (list: readonly { name: string }[]) => list.map((x) => x.name).join(", ");
const many = (n: number, what: string) => `${n} ${what}${n === 1 ? "" : "s"}`;

/**
 * A backup brings back what was closed since: invitations, links, people, old passwords and factors. What is open now
 * stays as it is now, and nothing else is open afterwards; head coaches read in the audit what came back.
 */
const settleAfter = (url: string, { open, accounts }: Before): Promise<string[]> =>
  asOwner(url, async (owner) => {
    const said: string[] = [];
    const { rows: back } = await owner.query<Account>(ACCOUNTS);
    const now = new Map(accounts.map((a) => [a.id, a]));
    const gone = accounts.length ? back.filter((a) => !now.has(a.id)) : [];
    for (const a of gone) await owner.query("delete from account where id = $1", [a.id]);
    if (gone.length) said.push(`Removed since the backup, and still removed: ${names(gone)}.`);
    const changed = back.filter((a) => {
      const is = now.get(a.id);
      return is && (is.password_hash !== a.password_hash || is.factor_secret !== a.factor_secret || is.role !== a.role);
    });
    for (const { id } of changed) {
      const { password_hash, factor_secret, role } = now.get(id)!;
      await owner.query("update account set password_hash = $2, factor_secret = $3, role = $4 where id = $1", [
        id,
        password_hash,
        factor_secret,
        role,
      ]);
    }
    if (changed.length) said.push(`Password, second factor and role stay as they are now: ${names(changed)}.`);
    const lost = accounts.filter((a) => !back.some((b) => b.id === a.id));
    if (lost.length) said.push(`Not in the backup, to be invited again: ${names(lost)}.`);
    if (accounts.length === 0 && back.length)
      said.push(`Back, with the passwords and second factors of the backup: ${names(back)}.`);
    const links = await owner.query(
      "update client_link set revoked_at = now() where revoked_at is null and not (token_hash = any($1))",
      [open],
    );
    if (links.rowCount) said.push(`${many(links.rowCount, "client link")} of the backup closed: make new ones.`);
    const invitations = await owner.query("delete from invitation");
    if (invitations.rowCount)
      said.push(`${many(invitations.rowCount, "invitation")} of the backup closed: invite again.`);
    await owner.query("delete from session");
    await owner.query("delete from device");
    said.push("Everybody signs in again.");
    await tellHeadCoaches(owner, said);
    return said;
  });

/** one line of the audit in each practice; names of another practice's people do not stand in it */
async function tellHeadCoaches(owner: pg.Client, said: readonly string[]): Promise<void> {
  const { rows } = await owner.query<{ practice_id: string; people: string[] }>(
    "select practice_id, array_agg(name) as people from account group by practice_id",
  );
  const all = rows.flatMap((r) => r.people);
  for (const { practice_id, people } of rows) {
    const others = all.filter((n) => !people.includes(n));
    const own = said.filter((line) => !others.some((n) => line.includes(n)));
    await owner.query("begin");
    await owner.query("select set_config('gryn.practice_id', $1, true)", [practice_id]);
    await owner.query("insert into audit (practice_id, actor, action) values ($1, 'the restore', $2)", [
      practice_id,
      `restored a backup. ${own.join(" ")}`,
    ]);
    await owner.query("commit");
  }
}

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
