// One private cluster for all server tests, on a fresh folder, with a database for each of Jest's workers: the queue of
// jobs is one a database, and a worker of one test file must not take another's. Loaded through tsx since Jest runs this
// file as it is.
import { mkdtempSync, chmodSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { register } from "tsx/esm/api";

export default async function setup({ maxWorkers }) {
  register();
  const { startCluster } = await import("../../scripts/cluster.ts");
  const { migrate } = await import("../../src/server/database/migrate.ts");
  const folder = mkdtempSync(join(tmpdir(), "gryn-test-"));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, true);
  globalThis.grynTestCluster = cluster;
  const { ownerUrl } = cluster;
  const appUrl = await migrate(ownerUrl);
  const owner = new pg.Client({ connectionString: ownerUrl.replace(/[^/]+$/, "postgres") });
  await owner.connect();
  for (let k = 1; k <= maxWorkers; k++) {
    await owner.query(`create database gryn_${k} template gryn`);
    await migrate(`${ownerUrl}_${k}`, { appUrl: `${appUrl}_${k}` });
  }
  await owner.end();
  process.env.GRYN_TEST_OWNER_URL = ownerUrl;
  process.env.GRYN_TEST_APP_URL = appUrl;
}
