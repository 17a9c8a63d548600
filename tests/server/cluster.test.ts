import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import pg from "pg";
import { findServer, freePort, runningCluster, startCluster } from "#server/database/cluster";

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

test("a cluster listens on loopback only, asks for its password, keeps its data over a stop and a hard kill", async () => {
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
  // the postmaster dies without a word, its files stay
  const pid = Number(readFileSync(join(folder, "db/postmaster.pid"), "utf8").split("\n")[0]);
  process.kill(pid, "SIGKILL");
  await sleep(800);
  rmSync(join(folder, "running"), { force: true });
  const third = await startCluster(folder, true);
  expect(await ask(third.ownerUrl, "select n from kept")).toEqual([{ n: 7 }]);
  await third.stop();
}, 60_000);

test("a server left running by a killed start is stopped and taken over", async () => {
  const left = await startCluster(folder, true);
  rmSync(join(folder, "running"), { force: true });
  const next = await startCluster(folder, true);
  expect(next.ownerUrl).not.toBe(left.ownerUrl);
  await expect(ask(left.ownerUrl, "select 1")).rejects.toThrow();
  expect(await ask(next.ownerUrl, "select n from kept")).toEqual([{ n: 7 }]);
  await next.stop();
}, 60_000);
