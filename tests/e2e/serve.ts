/**
 * What the browser tests run against: the real application, two servers of it on one private cluster with the demo
 * practice, and beside them a small control port that takes the database away, brings it back and resets the demo.
 */
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { fork } from "node:child_process";
import { once } from "node:events";
import { createServer, request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build } from "vite";
import { startCluster } from "../../scripts/cluster";
import { migrate } from "#server/database/migrate";
import { simulatePractice, weeksBefore } from "#core/simulation/practice";
import { openDatabase } from "#server/database/database";
import { loadDemo, removeDemo } from "#server/demo/demo";
import { writeSimulated } from "#server/demo/history";
import { DEMO_PRACTICE, DEMO_SIGN_IN, demoId } from "#server/identity/demo-practice";
import { practiceLink } from "#server/identity/first";

const port = Number(process.env.GRYN_E2E_PORT);
const folder = mkdtempSync(join(tmpdir(), "gryn-e2e-"));
chmodSync(folder, 0o755);
await build({ logLevel: "warn", build: { outDir: join(folder, "pages"), emptyOutDir: true } });
const cluster = await startCluster(folder, true);
const appUrl = await migrate(cluster.ownerUrl);
await loadDemo(cluster.ownerUrl, appUrl);

/** half a year of a few clients, beside the demo's own */
async function history(): Promise<void> {
  const from = weeksBefore(new Date().toISOString().slice(0, 10), 20);
  const database = openDatabase(appUrl, 2);
  try {
    for (const client of simulatePractice({ seed: 11, clients: 4, weeks: 20, from }).clients)
      await writeSimulated(database, DEMO_PRACTICE, demoId(DEMO_SIGN_IN.email), client);
  } finally {
    await database.close();
  }
}

const control = createServer((request, response) => {
  const act = async () => {
    if (request.url === "/pause") await cluster.pause();
    if (request.url === "/resume") await cluster.resume();
    if (request.url === "/reset") {
      await removeDemo(cluster.ownerUrl);
      await loadDemo(cluster.ownerUrl, appUrl);
    }
    if (request.url === "/history") await history();
    if (request.url === "/practice") return practiceLink(cluster.ownerUrl, true);
    return "done";
  };
  act().then(
    (said) => response.end(said),
    (e: Error) => response.writeHead(500).end(e.message),
  );
});
control.listen(port + 1, "127.0.0.1");

/** two servers on one database, every request to the next one: what only one of them knew would be missed at once */
const servers = [port + 2, port + 3].map((own) => ({
  port: own,
  process: fork("tests/e2e/one-server.ts", [appUrl, join(folder, "pages"), String(own)], {
    execArgv: ["--import", "tsx"],
  }),
}));
await Promise.all(servers.map((s) => once(s.process, "message")));
let turn = 0;
const front = createServer((asked, response) => {
  const { port: to } = servers[turn++ % servers.length]!;
  const { method, url, headers } = asked;
  const onward = request({ host: "127.0.0.1", port: to, method, path: url, headers }, (answer) => {
    response.writeHead(answer.statusCode!, answer.rawHeaders);
    answer.pipe(response);
  });
  onward.on("error", () => response.destroy());
  response.on("close", () => onward.destroy());
  asked.pipe(onward);
});
front.listen(port, "127.0.0.1");

const end = async () => {
  control.close();
  front.close();
  front.closeAllConnections();
  for (const s of servers) s.process.kill("SIGTERM");
  await Promise.all(servers.map((s) => s.process.exitCode ?? once(s.process, "exit")));
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
  process.exit(0);
};
process.on("SIGTERM", () => void end());
process.on("SIGINT", () => void end());
