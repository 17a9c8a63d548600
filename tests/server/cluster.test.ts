import { spawn } from "node:child_process";
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import pg from "pg";
import { findServer, freePort, runningCluster, startCluster } from "../../scripts/cluster";

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "gryn-cluster-"));
  chmodSync(folder, 0o755);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const ask = async (url: string, sql: string) => {
  const client = new pg.Client({ connectionString: url });
  client.on("error", () => undefined);
  await client.connect();
  try {
    return (await client.query(sql)).rows;
  } finally {
    await client.end();
  }
};

test("the server comes from Debian's packages", () => {
  expect(findServer()).toMatch(/^\/usr\/lib\/postgresql\/\d+\/bin$/);
});

test("a taken port is passed over", async () => {
  const holder = createServer();
  await new Promise<void>((resolve) => holder.listen(0, "127.0.0.1", () => resolve()));
  const { port } = holder.address() as AddressInfo;
  expect(await freePort(port)).toBeGreaterThan(port);
  holder.close();
});

test("a cluster listens on loopback only, asks for its password, keeps its data over a stop", async () => {
  expect(runningCluster(folder)).toBeNull();
  const first = await startCluster(folder, true);
  const where = await ask(first.ownerUrl, "show listen_addresses");
  expect(where).toEqual([{ listen_addresses: "127.0.0.1" }]);
  expect(new URL(first.ownerUrl).port).not.toBe("5432");
  expect(runningCluster(folder)).toBe(first.ownerUrl);
  const wrong = new URL(first.ownerUrl);
  wrong.password = "guess";
  await expect(ask(wrong.toString(), "select 1")).rejects.toThrow(/password authentication failed/);
  await ask(first.ownerUrl, "create table kept (n int); insert into kept values (7)");
  await first.stop();
  expect(runningCluster(folder)).toBeNull();
  expect(existsSync(join(folder, "running"))).toBe(false);

  const second = await startCluster(folder, true);
  expect(await ask(second.ownerUrl, "select n from kept")).toEqual([{ n: 7 }]);
  await second.stop();
}, 60_000);

/** a start in a process of its own, which can be killed without a word */
async function startElsewhere() {
  const child = spawn(process.execPath, ["--import", "tsx", "tests/support/hold-cluster.ts", folder], {
    stdio: ["ignore", "pipe", "inherit"],
  });
  const url = await new Promise<string>((resolve) =>
    child.stdout.on("data", (d) => /up (\S+)/.test(String(d)) && resolve(/up (\S+)/.exec(String(d))![1]!)),
  );
  return { url, kill: () => (child.kill("SIGKILL"), new Promise((resolve) => child.once("exit", resolve))) };
}

const postmasterPid = () => Number(readFileSync(join(folder, "db/postmaster.pid"), "utf8").split("\n")[0]);

test("a postmaster that dies without a word is brought back on the same address, with the data", async () => {
  const cluster = await startCluster(folder, true);
  const before = postmasterPid();
  process.kill(before, "SIGKILL");
  let rows: unknown = null;
  for (let i = 0; i < 100 && !rows; i++) {
    await sleep(200);
    rows = await ask(cluster.ownerUrl, "select n from kept").catch(() => null);
  }
  expect(rows).toEqual([{ n: 7 }]);
  expect(postmasterPid()).not.toBe(before);
  await cluster.stop();
  await sleep(600);
  // stopped on purpose it stays so
  expect(existsSync(join(folder, "db/postmaster.pid"))).toBe(false);
}, 60_000);

test("after a hard kill of start and postmaster the next start has the data", async () => {
  const left = await startElsewhere();
  await left.kill();
  process.kill(postmasterPid(), "SIGKILL");
  await sleep(500);
  const next = await startCluster(folder, true);
  expect(await ask(next.ownerUrl, "select n from kept")).toEqual([{ n: 7 }]);
  await next.stop();
}, 60_000);

test("a number in a left-over file that belongs to another program by now: that program lives, and the start goes on", async () => {
  const other = spawn("sleep", ["60"]);
  const alsoNode = spawn(process.execPath, ["-e", "setTimeout(() => {}, 60000)"]);
  await sleep(300);
  writeFileSync(
    join(folder, "db/postmaster.pid"),
    `${other.pid}\n${join(folder, "db")}\n1700000000\n5999\n/tmp\n127.0.0.1\n`,
  );
  // a lock of before with a number that a node of today has, and one with the wrong beginning
  writeFileSync(join(folder, "running"), String(alsoNode.pid));
  const cluster = await startCluster(folder, true);
  expect(await ask(cluster.ownerUrl, "select n from kept")).toEqual([{ n: 7 }]);
  expect([other.exitCode, other.signalCode]).toEqual([null, null]);
  await cluster.stop();
  writeFileSync(join(folder, "running"), `${process.pid} 12`);
  const again = await startCluster(folder, true);
  await again.stop();
  other.kill();
  alsoNode.kill();
}, 60_000);

test("nothing that somebody typed reaches the database's log, which only its owner reads", async () => {
  const cluster = await startCluster(folder, true);
  await ask(cluster.ownerUrl, "insert into kept (n) values ('a private matter')").catch(() => undefined);
  await ask(cluster.ownerUrl, "select 'another private matter' / 0").catch(() => undefined);
  await cluster.stop();
  expect(readFileSync(join(folder, "database.log"), "utf8")).not.toMatch(/private matter/);
  expect(statSync(join(folder, "database.log")).mode & 0o077).toBe(0);
}, 60_000);

test("a server left running by a killed start is stopped and taken over", async () => {
  const left = await startElsewhere();
  expect(runningCluster(folder)).toBe(left.url);
  await expect(startCluster(folder, true)).rejects.toThrow(/already running/);
  await left.kill();
  const next = await startCluster(folder, true);
  expect(next.ownerUrl).not.toBe(left.url);
  await expect(ask(left.url, "select 1")).rejects.toThrow();
  expect(await ask(next.ownerUrl, "select n from kept")).toEqual([{ n: 7 }]);
  await next.stop();
}, 60_000);
