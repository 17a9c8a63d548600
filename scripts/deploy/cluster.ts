/**
 * npm run cluster: everything that a company would run on several machines, on this one, from Debian's packages: etcd,
 * PostgreSQL under patroni with synchronous replication, haproxy, pgbouncer, pgbackrest, servers and workers of Gryn.
 * Ctrl-C ends all of it; the data stay. For proof and development, as root or with sudo.
 */
import { execFileSync } from "node:child_process";
import { createHash, randomBytes } from "node:crypto";
import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import pg from "pg";
import { isEmpty, loadDemo, openDemo } from "#server/demo/demo";
import { migrate } from "#server/database/migrate";
import { DEMO_SIGN_IN } from "#server/identity/demo-practice";
import { buildPages } from "../build-pages";
import { findServer, installPackages } from "../cluster";
import { descriptionSchema, secretsSchema, type Description, type Secrets } from "./description";
import { etcdArguments, filesOf } from "./files";
import { clearLeft, Parts } from "./parts";

const say = (line: string) => process.stdout.write(`${line}\n`);
const PACKAGES: Readonly<Record<string, string>> = {
  patroni: "/usr/bin/patroni",
  "etcd-server": "/usr/bin/etcd",
  haproxy: "/usr/sbin/haproxy",
  pgbouncer: "/usr/sbin/pgbouncer",
  pgbackrest: "/usr/bin/pgbackrest",
};
/** what patroni needs to speak to etcd and to PostgreSQL */
const BESIDE = ["python3-etcd", "python3-psycopg2"];
/** the user that PostgreSQL and what belongs to it run as */
const USER = "postgres";
/** ms until a part has to answer */
const PATIENCE = 90_000;

/** GRYN_CLUSTER: another description, such as one with other ports */
export const describe = (file = process.env.GRYN_CLUSTER ?? "deploy/cluster.json"): Description =>
  descriptionSchema.parse(JSON.parse(readFileSync(file, "utf8")));

/** under /var/lib, where the user postgres may go; one a checkout */
export const clusterFolder = (): string =>
  process.env.GRYN_CLUSTER_DIR ??
  `/var/lib/gryn-cluster-${createHash("sha256").update(resolve(".")).digest("hex").slice(0, 8)}`;

async function until<T>(what: string, look: () => Promise<T | null | false>, within = PATIENCE): Promise<T> {
  const end = Date.now() + within;
  for (;;) {
    const found = await look().catch(() => null);
    if (found) return found;
    if (Date.now() > end) throw new Error(`${what} did not answer within ${within / 1000} s.`);
    await pause(250);
  }
}

function secretsIn(folder: string): Secrets {
  const file = join(folder, "secrets.json");
  if (!existsSync(file)) {
    const fresh = () => randomBytes(24).toString("hex");
    const made: Secrets = { superuser: fresh(), replication: fresh(), rewind: fresh(), session: fresh() };
    writeFileSync(file, JSON.stringify(made), { mode: 0o600 });
  }
  return secretsSchema.parse(JSON.parse(readFileSync(file, "utf8")));
}

function settle(folder: string, d: Description, binaries: string): Secrets {
  mkdirSync(folder, { recursive: true, mode: 0o755 });
  for (const name of ["log", "run", "backup", "spool", "etcd", "systemd", ...d.postgres.map((p) => p.name)])
    mkdirSync(join(folder, name), { recursive: true, mode: 0o700 });
  const secrets = secretsIn(folder);
  for (const [path, text] of Object.entries(filesOf(d, secrets, { folder, binaries })))
    writeFileSync(join(folder, path), text, { mode: 0o600 });
  execFileSync("chown", ["-R", `${USER}:${USER}`, folder]);
  chmodSync(join(folder, "secrets.json"), 0o600);
  return secrets;
}

const answersWith =
  (url: string, method = "GET") =>
  async () =>
    (await fetch(url, { method })).ok;

/** the leader is there, and a standby that it waits for */
async function replicating(d: Description, superuser: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: superuser, connectionTimeoutMillis: 2000 });
  client.on("error", () => undefined);
  try {
    await client.connect();
    const { rows } = await client.query<{ n: number }>(
      "select count(*)::int as n from pg_stat_replication where state = 'streaming' and sync_state in ('sync', 'quorum')",
    );
    return rows[0]!.n >= d.postgres.length - 1;
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** the database and its owner, who is no superuser */
async function makeDatabase(superuser: string, ownerPassword: string): Promise<void> {
  const client = new pg.Client({ connectionString: superuser });
  await client.connect();
  try {
    const has = async (sql: string) => (await client.query(sql)).rows.length > 0;
    const password = pg.escapeLiteral(ownerPassword);
    if (!(await has("select 1 from pg_roles where rolname = 'gryn_owner'")))
      await client.query(`create role gryn_owner login createrole createdb password ${password}`);
    if (!(await has("select 1 from pg_database where datname = 'gryn'")))
      await client.query("create database gryn owner gryn_owner");
  } finally {
    await client.end();
  }
}

function backUp(folder: string, d: Description, command: string[]): void {
  execFileSync(
    "runuser",
    ["-u", USER, "--", "pgbackrest", `--config=${folder}/pgbackrest.conf`, `--stanza=${d.name}`, ...command],
    { cwd: "/", stdio: ["ignore", "ignore", "pipe"] },
  );
}

/** of the database's owner, who migrates and is nobody's while Gryn runs */
export function ownerUrlOf(d: Description, folder: string): string {
  const password = createHash("sha256")
    .update(`${secretsIn(folder).superuser} owner`)
    .digest("hex");
  return `postgres://gryn_owner:${password}@${d.host}:${d.write}/gryn`;
}

export interface Cluster {
  url: string;
  ownerUrl: string;
  end(): Promise<void>;
}

/** one at a time runs from a folder */
function lock(folder: string): () => void {
  const file = join(folder, "running");
  const holder = existsSync(file) ? Number(readFileSync(file, "utf8")) : 0;
  if (
    holder &&
    existsSync(`/proc/${holder}/cmdline`) &&
    /deploy\/cluster/.test(readFileSync(`/proc/${holder}/cmdline`, "utf8"))
  )
    throw new Error(`It runs already from ${folder} (process ${holder}).`);
  mkdirSync(folder, { recursive: true, mode: 0o755 });
  writeFileSync(file, String(process.pid));
  return () => rmSync(file, { force: true });
}

export async function startCluster(d: Description, folder: string): Promise<Cluster> {
  if (process.getuid?.() !== 0)
    throw new Error("A cluster runs its parts as their own users: start it as root, or with sudo.");
  const binaries = findServer();
  const missing = Object.entries(PACKAGES).flatMap(([name, file]) => (existsSync(file) ? [] : [name]));
  if (missing.length > 0) {
    say(`Installing ${missing.join(", ")} from Debian's packages ...`);
    installPackages([...missing, ...BESIDE]);
  }
  const unlock = lock(folder);
  const secrets = settle(folder, d, binaries);
  await clearLeft(folder);
  const parts = new Parts(folder);
  const at = (user: string, password: string, port: number, database: string) =>
    `postgres://${user}:${password}@${d.host}:${port}/${database}`;
  const superuser = at("postgres", secrets.superuser, d.write, "postgres");
  try {
    say("etcd ...");
    d.etcd.forEach((e, i) =>
      parts.start({ name: e.name, command: ["etcd", ...etcdArguments(d, i, folder)], user: USER }),
    );
    await until("etcd", answersWith(`http://${d.host}:${d.etcd[0]!.client}/health`));
    say("PostgreSQL under patroni ...");
    for (const p of d.postgres)
      parts.start({
        name: `patroni-${p.name}`,
        command: ["patroni", `${folder}/${p.name}.yml`],
        user: USER,
        patience: 30_000,
      });
    parts.start({ name: "haproxy", command: ["haproxy", "-db", "-f", `${folder}/haproxy.cfg`], user: USER });
    await until("A synchronous standby", () => replicating(d, superuser));

    const ownerUrl = ownerUrlOf(d, folder);
    await makeDatabase(superuser, new URL(ownerUrl).password);
    const direct = await migrate(ownerUrl);
    const { username, password } = new URL(direct);
    writeFileSync(join(folder, "users.txt"), `"${username}" "${password}"\n`, { mode: 0o600 });
    execFileSync("chown", [`${USER}:${USER}`, join(folder, "users.txt")]);
    parts.start({ name: "pgbouncer", command: ["pgbouncer", `${folder}/pgbouncer.ini`], user: USER });
    say("The first backup ...");
    backUp(folder, d, ["stanza-create"]);
    backUp(folder, d, ["--type=incr", "backup"]);

    if (await isEmpty(ownerUrl)) {
      say("Loading the demo practice ...");
      await loadDemo(ownerUrl, direct);
    }
    await openDemo(ownerUrl);
    if (process.env.GRYN_PAGES !== "0") await buildPages();
    const env = {
      GRYN_APP_DATABASE_URL: at(username, password, d.pooler, "gryn"),
      GRYN_DIRECT_DATABASE_URL: direct,
      GRYN_STANDBY_DATABASE_URL: at(username, password, d.pooler, "gryn_read"),
      GRYN_SESSION_SECRET: secrets.session,
      GRYN_PROXY: "loopback",
      GRYN_JOBS: "0",
      GRYN_PAGES: "0",
      GRYN_DRAIN: "2500",
      HOST: d.host,
    };
    const own = [process.execPath, "--import", "tsx", "scripts/run.ts"];
    for (const s of d.servers)
      parts.start({ name: s.name, command: own, env: { ...env, PORT: String(s.port) }, cwd: resolve(".") });
    for (const name of d.workers) parts.start({ name, command: [...own, "--work"], env, cwd: resolve(".") });
    for (const s of d.servers) await until(s.name, answersWith(`http://${d.host}:${s.port}/api/ready`));
    const url = `http://${d.host}:${d.web}`;
    await until("haproxy", answersWith(`${url}/api/ready`));
    const end = async () => {
      await parts.endAll();
      unlock();
    };
    return { url, ownerUrl, end };
  } catch (error) {
    await parts.endAll();
    unlock();
    throw error;
  }
}

async function main(): Promise<void> {
  const folder = clusterFolder();
  const d = describe();
  const begun = Date.now();
  const { url, end } = await startCluster(d, folder);
  let ending = false;
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const)
    process.on(signal, () => {
      if (ending) return;
      ending = true;
      say("Ending ...");
      void end().then(() => process.exit(0));
    });
  say(`Gryn is ready at ${url}, ${Math.round((Date.now() - begun) / 1000)} s after it was asked for.`);
  say(
    `${d.servers.length} servers, ${d.workers.length} workers, ${d.postgres.length} databases, ${d.etcd.length} etcd; files and logs in ${folder}.`,
  );
  say(`State: patronictl -c ${folder}/${d.postgres[0]!.name}.yml list`);
  say(`Demo sign-in: ${DEMO_SIGN_IN.email} with the password ${DEMO_SIGN_IN.password}`);
}

if (process.argv[1]?.endsWith("scripts/deploy/cluster.ts"))
  main().catch((error: unknown) => {
    process.stderr.write(`The cluster could not start: ${error instanceof Error ? error.message : String(error)}\n`);
    process.exit(1);
  });
