/**
 * npm run fuzz [-- count seed]: many bent requests at the real server on a private cluster; any 500, or a refusal
 * without a reason, is a fault.
 */
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { seededRandom } from "#core/base/random";
import { startCluster } from "../cluster";
import { migrate } from "#server/database/migrate";
import { serve } from "#server/serve";
import { faultOf, fuzzRequest } from "./requests";
import { makeWorld, send } from "./world";

const count = Number(process.argv[2] ?? 26_000);
const seed = Number(process.argv[3] ?? 1);
const AT_ONCE = 6;

const folder = mkdtempSync(join(tmpdir(), "gryn-fuzz-"));
chmodSync(folder, 0o755);
const pages = join(folder, "pages");
mkdirSync(join(pages, "assets"), { recursive: true });
for (const page of ["index.html", "floor.html"]) writeFileSync(join(pages, page), "<title>Gryn</title>");
const cluster = await startCluster(folder, true);
const serving = await serve({
  databaseUrl: await migrate(cluster.ownerUrl),
  pages,
  host: "127.0.0.1",
  port: 4950,
  sessionSecret: "fuzz",
  logLevel: "silent",
  signInAttempts: 1e9,
});
const random = seededRandom(seed);
const byStatus = new Map<number, number>();
const faults = new Map<string, { times: number; example: string }>();
const started = Date.now();
let sent = 0;
let slowest = 0;
try {
  const world = await makeWorld(serving.url, cluster.ownerUrl);
  const worker = async () => {
    while (sent < count) {
      sent++;
      const request = fuzzRequest(random, world);
      const before = Date.now();
      const answer = await send(serving.url, request).catch((e: Error) => ({
        status: 599,
        headers: {},
        body: e.message,
      }));
      slowest = Math.max(slowest, Date.now() - before);
      byStatus.set(answer.status, (byStatus.get(answer.status) ?? 0) + 1);
      const fault = faultOf(request, answer);
      if (!fault) continue;
      const key = `${fault}: ${request.method} ${request.path.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, ":id").slice(0, 60)}, ${request.bent.join(", ")}`;
      const known = faults.get(key) ?? {
        times: 0,
        example: `${request.path.slice(0, 120)} ${JSON.stringify(request.headers).slice(0, 200)} ${request.body?.toString("utf8").slice(0, 300) ?? ""} -> ${answer.body.slice(0, 200)}`,
      };
      faults.set(key, { ...known, times: known.times + 1 });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  // and it still stands
  const health = await send(serving.url, { method: "GET", path: "/api/health", headers: {}, body: null });
  if (health.status !== 200) faults.set(`health ${health.status}`, { times: 1, example: "" });
} finally {
  await serving.close();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}
const total = [...faults.values()].reduce((s, f) => s + f.times, 0);
console.log(`${sent} requests, seed ${seed}, ${Math.round((Date.now() - started) / 1000)} s, slowest ${slowest} ms`);
console.log(
  [...byStatus]
    .sort(([a], [b]) => a - b)
    .map(([s, n]) => `${s}: ${n}`)
    .join("  "),
);
for (const [what, { times, example }] of [...faults].sort(([, a], [, b]) => b.times - a.times).slice(0, 20))
  console.log(`${times} x ${what}\n    ${example}`);
console.log(`${total} of ${sent} answered as no stranger should be answered`);
process.exit(total === 0 ? 0 : 1);
