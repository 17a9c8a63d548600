// One private cluster for all server tests, on a fresh folder; loaded through tsx since Jest runs this file as it is.
import { mkdtempSync, chmodSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { register } from "tsx/esm/api";

export default async function setup() {
  register();
  const { startCluster } = await import("../../src/server/database/cluster.ts");
  const { migrate } = await import("../../src/server/database/migrate.ts");
  const folder = mkdtempSync(join(tmpdir(), "gryn-test-"));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, true);
  globalThis.grynTestCluster = cluster;
  process.env.GRYN_TEST_OWNER_URL = cluster.ownerUrl;
  process.env.GRYN_TEST_APP_URL = await migrate(cluster.ownerUrl);
}
