/** Requests a second of the client list, beside a bare Express and pg route on the same database in the same run. */
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import express from "express";
import pg from "pg";
import { startCluster } from "#server/database/cluster";
import { migrate } from "#server/database/migrate";
import { DEMO_PRACTICE, DEMO_SIGN_IN, loadDemo } from "#server/demo/demo";
import { serve } from "#server/serve";
import type { BenchRow } from "./row";

const SECONDS = 4;
const CONNECTIONS = 8;

async function perSecond(url: string, headers: Record<string, string> = {}): Promise<number> {
  const until = Date.now() + SECONDS * 1000;
  let done = 0;
  const worker = async () => {
    while (Date.now() < until) {
      const r = await fetch(url, { headers });
      if (!r.ok) throw new Error(`${url} answered ${r.status}`);
      await r.arrayBuffer();
      done++;
    }
  };
  await Promise.all(Array.from({ length: CONNECTIONS }, worker));
  return done / SECONDS;
}

export async function benchServer(): Promise<BenchRow[]> {
  const folder = mkdtempSync(join(tmpdir(), "gryn-bench-"));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, true);
  try {
    const appUrl = await migrate(cluster.ownerUrl);
    await loadDemo(cluster.ownerUrl, appUrl);
    const serving = await serve({
      databaseUrl: appUrl,
      pages: null,
      host: "127.0.0.1",
      port: 4931,
      sessionSecret: "bench",
    });
    const signIn = await fetch(`${serving.url}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(DEMO_SIGN_IN),
    });
    const cookie = signIn.headers
      .getSetCookie()
      .map((c) => c.split(";")[0])
      .join("; ");

    const pool = new pg.Pool({ connectionString: cluster.ownerUrl, max: 10 });
    pool.on("error", () => undefined);
    const bare = express();
    bare.get(
      "/",
      async (_request, response) =>
        void response.json(
          (
            await pool.query("select id, revision, body from client where practice_id = $1 order by name", [
              DEMO_PRACTICE,
            ])
          ).rows,
        ),
    );
    const listening = await new Promise<ReturnType<typeof bare.listen>>((resolve) => {
      const s = bare.listen(0, "127.0.0.1", () => resolve(s));
    });
    const bareUrl = `http://127.0.0.1:${(listening.address() as AddressInfo).port}/`;

    const clients = `${serving.url}/api/clients`;
    await perSecond(bareUrl);
    await perSecond(clients, { cookie });
    const [baseline, ours] = [await perSecond(bareUrl), await perSecond(clients, { cookie })];
    listening.closeAllConnections();
    listening.close();
    await pool.end();
    await serving.close();
    return [
      {
        what: `client list: session, practice, row security (${CONNECTIONS} connections)`,
        value: `${ours.toFixed(0)} /s`,
        baseline: `bare Express + pg ${baseline.toFixed(0)} /s`,
        ratio: ours / baseline,
      },
    ];
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
