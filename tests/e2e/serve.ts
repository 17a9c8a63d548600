/**
 * What the browser tests run against: the real application on a private cluster with the demo practice, and beside it
 * a small control port that takes the database away, brings it back and resets the demo.
 */
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build } from "vite";
import { startCluster } from "#server/database/cluster";
import { migrate } from "#server/database/migrate";
import { DEMO_SIGN_IN, loadDemo, removeDemo } from "#server/demo/demo";
import { practiceLink } from "#server/identity/first";
import { serve } from "#server/serve";

const port = Number(process.env.GRYN_E2E_PORT);
const folder = mkdtempSync(join(tmpdir(), "gryn-e2e-"));
chmodSync(folder, 0o755);
await build({ logLevel: "warn", build: { outDir: join(folder, "pages"), emptyOutDir: true } });
const cluster = await startCluster(folder, true);
const appUrl = await migrate(cluster.ownerUrl);
await loadDemo(cluster.ownerUrl, appUrl);

const control = createServer((request, response) => {
  const act = async () => {
    if (request.url === "/pause") await cluster.pause();
    if (request.url === "/resume") await cluster.resume();
    if (request.url === "/reset") {
      await removeDemo(cluster.ownerUrl);
      await loadDemo(cluster.ownerUrl, appUrl);
    }
    if (request.url === "/practice") return practiceLink(cluster.ownerUrl, true);
    return "done";
  };
  act().then(
    (said) => response.end(said),
    (e: Error) => response.writeHead(500).end(e.message),
  );
});
control.listen(port + 1, "127.0.0.1");
const serving = await serve({
  databaseUrl: appUrl,
  pages: join(folder, "pages"),
  host: "127.0.0.1",
  port,
  sessionSecret: "e2e",
  signInAttempts: 1000,
  demo: DEMO_SIGN_IN,
});
if (serving.port !== port) throw new Error(`port ${port} is taken`);

const end = async () => {
  control.close();
  await serving.close();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
};
process.on("SIGTERM", () => void end());
process.on("SIGINT", () => void end());
