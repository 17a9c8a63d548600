/** Requests a second of the client list, beside a bare Express and pg route on the same database in the same run. */
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { randomUUID } from "node:crypto";
import { tmpdir } from "node:os";
import { join } from "node:path";
import express from "express";
import pg from "pg";
import { startCluster } from "../cluster";
import { migrate } from "#server/database/migrate";
import { DEMO_PRACTICE, DEMO_SIGN_IN, demoId } from "#server/identity/demo-practice";
import { loadDemo } from "#server/demo/demo";
import { serve } from "#server/serve";
import type { Entry } from "#core/training/entry";
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

const MANY = 12_000;
const TIMES = 5;
/** CPU of this process, ms a time; the database is another one */
async function cpuOf(ask: () => Promise<void>): Promise<number> {
  await ask();
  const before = process.cpuUsage();
  for (let i = 0; i < TIMES; i++) await ask();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000 / TIMES;
}

/** the log of a client with very many sets of one line, all of one day: what a look at it costs */
async function benchLog(pool: pg.Pool, url: string, cookie: string): Promise<BenchRow> {
  const clientId = demoId("maja");
  await pool.query(
    `insert into entry (practice_id, client_id, id, revision, digest, prescription_id, local_date, at, body, format)
     select e.practice_id, e.client_id, x.id, 1, 'd', e.prescription_id, e.local_date, e.at,
       e.body || jsonb_build_object('id', x.id), e.format
     from (select * from entry where client_id = $1 limit 1) e,
       lateral (select ('00000000-0000-4000-9000-' || lpad(n::text, 12, '0'))::uuid as id
         from generate_series(1, $2::int) n) x`,
    [clientId, MANY],
  );
  await pool.query("update entry set received_at = now() - (random() * interval '1 day') where client_id = $1", [
    clientId,
  ]);
  const ours = await cpuOf(async () => {
    const r = await fetch(`${url}/api/clients/${clientId}/log`, { headers: { cookie, "accept-encoding": "identity" } });
    await r.arrayBuffer();
  });
  const plain = await cpuOf(async () => {
    const { rows } = await pool.query("select body from entry where client_id = $1", [clientId]);
    JSON.stringify(rows);
  });
  return {
    what: `log of a client with ${MANY} sets of one line, CPU a look`,
    value: `${ours.toFixed(0)} ms`,
    baseline: `all rows read and written as JSON ${plain.toFixed(0)} ms`,
    ratio: ours / plain,
  };
}

const SENT = 20;
/** a set that a phone sends: everything that the server's process does for it, workers too, and jobs it asks for */
async function benchSet(pool: pg.Pool, url: string, cookie: string): Promise<BenchRow> {
  const clientId = demoId("maja");
  const { csrf } = (await (await fetch(`${url}/api/session`, { headers: { cookie } })).json()) as { csrf: string };
  const { path } = (await (
    await fetch(`${url}/api/clients/${clientId}/link`, {
      method: "POST",
      headers: { cookie, "x-gryn-csrf": csrf, "content-type": "application/json" },
      body: "{}",
    })
  ).json()) as { path: string };
  const phone = { "x-gryn-floor": "1", "content-type": "application/json" };
  const opened = await fetch(`${url}/api/floor/open`, {
    method: "POST",
    headers: phone,
    body: JSON.stringify({ token: path.split("#")[1] }),
  });
  if (!opened.ok) throw new Error(`the link answered ${opened.status}: ${await opened.text()}`);
  const floorCookie = opened.headers
    .getSetCookie()
    .find((c) => c.startsWith("gryn_floor"))!
    .split(";")[0]!;
  const [{ body }] = (
    await pool.query<{ body: Entry }>("select body from entry where client_id = $1 order by at desc limit 1", [
      clientId,
    ])
  ).rows as [{ body: Entry }];
  const at = new Date();
  const send = async () => {
    const localDate = at.toISOString().slice(0, 10);
    const entry = { ...body, id: randomUUID(), revision: 1, at: at.toISOString(), localDate };
    const r = await fetch(`${url}/api/floor/log`, {
      method: "POST",
      headers: { ...phone, cookie: floorCookie, "x-gryn-who": clientId.slice(0, 8) },
      body: JSON.stringify({ entries: [entry], reports: [] }),
    });
    if (!r.ok) throw new Error(`a set answered ${r.status}: ${await r.text()}`);
  };
  // what a set sets going is its own: a while is waited, and as long a while without a set is taken off
  const wait = () => new Promise<void>((done) => setTimeout(done, 1500));
  const ours = await cpuOf(async () => {
    for (let i = 0; i < SENT; i++) await send();
    await wait();
  });
  const idle = await cpuOf(wait);
  const each = (ours - idle) / SENT;
  return {
    what: "a set logged by a phone, CPU of the server with its workers",
    value: `${each.toFixed(1)} ms`,
    baseline: "at most 50 ms wanted",
    ratio: each / 50,
  };
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
    const set = await benchSet(pool, serving.url, cookie);
    const log = await benchLog(pool, serving.url, cookie);
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
      log,
      set,
    ];
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
