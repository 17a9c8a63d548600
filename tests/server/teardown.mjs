import { rmSync } from "node:fs";

export default async function teardown() {
  await globalThis.grynTestCluster?.stop();
  if (globalThis.grynTestCluster) rmSync(globalThis.grynTestCluster.dataDir, { recursive: true, force: true });
}
