/**
 * npm run backup -- FILE and npm run restore -- FILE: the whole database in one file of PostgreSQL's own archive format.
 * A backup may be made while Gryn runs; a restore replaces everything, so Gryn must be stopped for it.
 */
import { spawnSync } from "node:child_process";
import { existsSync, renameSync, rmSync, statSync } from "node:fs";
import { join, resolve } from "node:path";
import { findServer, runningCluster, startCluster, type Cluster } from "#server/database/cluster";
import { migrate } from "#server/database/migrate";

const [act, file] = process.argv.slice(2);
const say = (line: string) => process.stdout.write(`${line}\n`);

function fail(reason: string): never {
  process.stderr.write(`${reason}\n`);
  process.exit(1);
}

if ((act !== "backup" && act !== "restore") || !file) fail("Say which file: npm run backup -- gryn.backup, or npm run restore -- gryn.backup");
const path = resolve(file);
const folder = resolve(process.env.GRYN_DATA_DIR ?? ".gryn");
const bin = findServer();

function tool(name: string, args: string[]): void {
  const { status, stderr } = spawnSync(join(bin, name), args, { encoding: "utf8" });
  if (status !== 0) throw new Error(stderr.trim().split("\n").slice(-3).join(" "));
}

let cluster: Cluster | null = null;
try {
  const running = process.env.DATABASE_URL ?? runningCluster(folder);
  if (act === "restore" && running && !process.env.DATABASE_URL) throw new Error("Gryn is running from this folder. Stop it, then restore.");
  if (act === "restore" && !existsSync(path)) throw new Error(`There is no file ${path}.`);
  if (!running) cluster = await startCluster(folder, process.env.GRYN_DATA_DIR !== undefined);
  const url = running ?? cluster!.ownerUrl;
  if (act === "backup") {
    // written beside and moved, so that a broken backup never replaces a good one
    tool("pg_dump", ["--format=custom", `--file=${path}.part`, url]);
    renameSync(`${path}.part`, path);
    say(`Backed up to ${path} (${Math.round(statSync(path).size / 1024)} kB).`);
  } else {
    // an unreadable file is found out before anything is touched
    tool("pg_restore", ["--list", path]);
    await migrate(url);
    tool("pg_restore", ["--clean", "--if-exists", "--exit-on-error", "--single-transaction", `--dbname=${url}`, path]);
    say(`Restored from ${path}.`);
  }
} catch (error) {
  rmSync(`${path}.part`, { force: true });
  await cluster?.stop();
  fail(`The ${act} failed and changed nothing: ${error instanceof Error ? error.message : String(error)}`);
}
await cluster?.stop();
