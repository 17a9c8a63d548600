/**
 * `npm run bench:scale`: what a coach and a phone ask most, at 1, 10 and 100 of 100 of the size. For each route: p50
 * and p95 of answers asked one after the other, CPU of the server's main thread and of the database an answer;
 * statements, rows read a row given and pages from real plans. At full size two servers answer 200 requests a second
 * for two minutes, and the list of clients is held against a bare Express with node-postgres in the same run.
 * Options as of `npm run scale`; --seconds of the load.
 */
import { execFileSync, spawn, type ChildProcess } from "node:child_process";
import { readFileSync } from "node:fs";
import { cpus } from "node:os";
import { resolve } from "node:path";
import { parseArgs } from "node:util";
import autocannon from "autocannon";
import pg from "pg";
import { startCluster } from "../cluster";
import { askerAt, signedIn, surely, type Asker, type Headers } from "../storm/people";
import { migrate } from "#server/database/migrate";
import { coachOf, makeScale, SCALE_PASSWORD, setNow, type Size } from "./make";
import { explainAll, ranDuring } from "./plans";

const { values } = parseArgs({
  options: {
    practices: { type: "string", default: "1000" },
    clients: { type: "string", default: "10000" },
    sets: { type: "string", default: "5000000" },
    seconds: { type: "string", default: "120" },
  },
});
const full: Size = { practices: Number(values.practices), clients: Number(values.clients), sets: Number(values.sets) };
const say = (line: string) => process.stdout.write(`${line}\n`);
const today = new Date().toISOString().slice(0, 10);

/** clock ticks a second, as the kernel counts CPU time */
const TICKS = Number(execFileSync("getconf", ["CLK_TCK"], { encoding: "utf8" }));
const cpuMs = (stat: string): number => {
  const f = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
  return ((Number(f[11]) + Number(f[12])) / TICKS) * 1000;
};
/** of the main thread alone: its number is the process's own */
const mainThread = (pid: number) => cpuMs(readFileSync(`/proc/${pid}/task/${pid}/stat`, "utf8"));
const backends = (pids: readonly number[]) =>
  pids.reduce((s, pid) => {
    try {
      return s + cpuMs(readFileSync(`/proc/${pid}/stat`, "utf8"));
    } catch {
      return s;
    }
  }, 0);
const rssMb = (pid: number) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))![1]) / 1024;

const startServer = (appUrl: string) => start("server", { GRYN_APP_DATABASE_URL: appUrl });

async function start(
  what: "server" | "bare",
  env: Record<string, string>,
): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, ["--import", "tsx", `scripts/scale/${what}.ts`], {
    env: { ...process.env, ...env, NODE_ENV: "production" },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const url = await new Promise<string>((done, failed) => {
    child.stdout.on("data", (d: Buffer) => {
      const m = /ready (\S+)/.exec(String(d));
      if (m) done(m[1]!.replace(/\/$/, ""));
    });
    child.on("exit", () => failed(new Error("the server ended")));
  });
  return { child, url };
}
const ended = (child: ChildProcess) =>
  new Promise<void>((done) => {
    child.on("exit", () => done());
    child.kill("SIGTERM");
  });

/** a coach of a practice, one of the clients and that client's phone */
interface Seat {
  coach: Headers;
  clientId: string;
  phone: Headers;
  entry: { handOverId: string; prescriptionId: string };
}
/** seats that requests are spread over */
const SEATS = 20;

async function seatsOf(ask: Asker, practices: number): Promise<Seat[]> {
  const seats: Seat[] = [];
  for (let i = 0; i < SEATS; i++) {
    const coach = await signedIn(ask, {
      email: coachOf(1 + Math.floor((i * practices) / SEATS)),
      password: SCALE_PASSWORD,
    });
    const { clients } = (await surely(ask, "GET", "/clients", coach)).body as unknown as { clients: { id: string }[] };
    const clientId = clients[i % clients.length]!.id;
    // a second link of one client would end the first
    if (seats.some((s) => s.clientId === clientId)) continue;
    const link = await surely(ask, "POST", `/clients/${clientId}/link`, coach, {});
    const token = (link.body!.path as string).split("#")[1]!;
    const opened = await surely(ask, "POST", "/floor/open", { "x-gryn-floor": "1" }, { token });
    const phone = { "x-gryn-floor": "1", "x-gryn-who": opened.body!.who as string, cookie: opened.cookies.join("; ") };
    const session = (await surely(ask, "GET", "/floor/session", phone)).body as unknown as {
      handOver: { id: string; snapshot: { days: { blocks: { prescriptions: { id: string }[] }[] }[] } };
    };
    const line = session.handOver.snapshot.days[0]!.blocks[0]!.prescriptions[0]!;
    seats.push({ coach, clientId, phone, entry: { handOverId: session.handOver.id, prescriptionId: line.id } });
  }
  return seats;
}

const aSet = ({ entry }: Seat) => ({ entries: [setNow(entry, today)], reports: [] });

const ROUTES: Readonly<Record<string, (ask: Asker, s: Seat) => ReturnType<Asker>>> = {
  clients: (ask, s) => ask("GET", "/clients", s.coach),
  desk: (ask, s) => ask("GET", "/desk", s.coach),
  week: (ask, s) => ask("GET", `/clients/${s.clientId}/program`, s.coach),
  log: (ask, s) => ask("GET", `/clients/${s.clientId}/log`, s.coach),
  review: (ask, s) => ask("GET", `/clients/${s.clientId}/review?today=${today}`, s.coach),
  "phone's page": (ask, s) => ask("GET", "/floor/session", s.phone),
  "phone's set": (ask, s) => ask("POST", "/floor/log", s.phone, aSet(s)),
};

const quantile = (sorted: readonly number[], q: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]!;
const ASKED = 200;

interface Figures {
  route: string;
  p50: number;
  p95: number;
  "main ms": number;
  "db ms": number;
  statements: number;
  "read a row": number;
  pages: number;
}

async function measure(ownerUrl: string, appUrl: string, log: string, practices: number): Promise<Figures[]> {
  const out: Figures[] = [];
  const { child, url } = await startServer(appUrl);
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    const ask = askerAt(() => url, 30_000);
    const seats = await seatsOf(ask, practices);
    for (const [route, asked] of Object.entries(ROUTES)) {
      for (const s of seats) must(route, await asked(ask, s));
      const { rows } = await owner.query<{ pid: number }>(
        "select pid from pg_stat_activity where usename = 'gryn_app'",
      );
      const pids = rows.map((r) => r.pid);
      const [main, db] = [mainThread(child.pid!), backends(pids)];
      const times: number[] = [];
      for (let i = 0; i < ASKED; i++) {
        const begun = performance.now();
        must(route, await asked(ask, seats[i % seats.length]!));
        times.push(performance.now() - begun);
      }
      times.sort((a, b) => a - b);
      out.push({
        route,
        p50: quantile(times, 0.5),
        p95: quantile(times, 0.95),
        "main ms": (mainThread(child.pid!) - main) / ASKED,
        "db ms": (backends(pids) - db) / ASKED,
        statements: 0,
        "read a row": 0,
        pages: 0,
      });
    }
  } finally {
    await owner.end();
    await ended(child);
  }
  await explainAll(ownerUrl, true);
  const probe = await startServer(appUrl);
  try {
    const ask = askerAt(() => probe.url, 30_000);
    const seats = await seatsOf(ask, practices);
    for (const f of out) {
      const asked = ROUTES[f.route]!;
      must(f.route, await asked(ask, seats[0]!));
      const ran = await ranDuring(log, () => asked(ask, seats[0]!));
      f.statements = ran.length;
      f["read a row"] = Math.max(0, ...ran.map((r) => r.read / Math.max(1, r.rows)));
      f.pages = ran.reduce((s, r) => s + r.blocks, 0);
    }
  } finally {
    await ended(probe.child);
    await explainAll(ownerUrl, false);
  }
  return out;
}

function must(route: string, answer: Awaited<ReturnType<Asker>>): void {
  if (!answer || answer.status >= 300) throw new Error(`${route}: ${answer ? answer.status : "no answer"}`);
}

/** 200 requests a second in all on two servers, coaches and phones alike */
async function load(appUrl: string, practices: number, seconds: number) {
  const servers = [await startServer(appUrl), await startServer(appUrl)];
  try {
    const seats = await seatsOf(
      askerAt(() => servers[0]!.url, 30_000),
      practices,
    );
    const before = servers.map(({ child }) => rssMb(child.pid!));
    const results = await Promise.all(
      servers.map(({ url }) =>
        autocannon({
          url,
          duration: seconds,
          connections: 10,
          overallRate: 100,
          requests: seats.flatMap((s) => [
            { method: "GET" as const, path: "/api/desk", headers: s.coach as Record<string, string> },
            {
              method: "GET" as const,
              path: `/api/clients/${s.clientId}/program`,
              headers: s.coach as Record<string, string>,
            },
            {
              method: "GET" as const,
              path: `/api/clients/${s.clientId}/log`,
              headers: s.coach as Record<string, string>,
            },
            { method: "GET" as const, path: "/api/floor/session", headers: s.phone as Record<string, string> },
            {
              method: "POST" as const,
              path: "/api/floor/log",
              headers: { ...(s.phone as Record<string, string>), "content-type": "application/json" },
              setupRequest: (r: autocannon.Request) => ({ ...r, body: JSON.stringify(aSet(s)) }),
            },
          ]),
        }),
      ),
    );
    const after = servers.map(({ child }) => rssMb(child.pid!));
    return results.map((r, i) => ({
      server: i + 1,
      requests: r.requests.total,
      "a second": r.requests.average,
      p50: r.latency.p50,
      p97: r.latency.p97_5,
      p99: r.latency.p99,
      failed: r.errors + r.timeouts + r.non2xx,
      "MB before": before[i]!,
      "MB after": after[i]!,
    }));
  } finally {
    await Promise.all(servers.map(({ child }) => ended(child)));
  }
}

/** the list of clients as fast as it will go: by us, and by nothing but Express and node-postgres */
async function againstBare(ownerUrl: string, appUrl: string) {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const { rows } = await owner.query<{ id: string }>("select practice_id as id from account where email = $1", [
    coachOf(1),
  ]);
  await owner.end();
  const ours = await startServer(appUrl);
  const bare = await start("bare", { GRYN_OWNER_URL: ownerUrl, PRACTICE: rows[0]!.id });
  const most = async (url: string, headers: Headers) =>
    (await autocannon({ url, connections: 10, duration: 10, headers })).requests.average;
  try {
    const coach = await signedIn(
      askerAt(() => ours.url, 30_000),
      { email: coachOf(1), password: SCALE_PASSWORD },
    );
    return { gryn: await most(`${ours.url}/api/clients`, coach), bare: await most(`${bare.url}/clients`, {}) };
  } finally {
    await ended(ours.child);
    await ended(bare.child);
  }
}

const folder = resolve(process.env.GRYN_DATA_DIR ?? ".gryn-scale");
const cluster = await startCluster(folder, true);
try {
  const { ownerUrl } = cluster;
  const log = `${cluster.dataDir}/database.log`;
  const appUrl = await migrate(ownerUrl);
  say(`${cpus()[0]?.model ?? "a processor"}, ${cpus().length} cores\n`);
  for (const share of [0.01, 0.1, 1]) {
    const of = (n: number) => Math.max(1, Math.round(n * share));
    const size = { practices: of(full.practices), clients: of(full.clients), sets: of(full.sets) };
    const begun = Date.now();
    await makeScale(ownerUrl, appUrl, size, today);
    const made = Math.round((Date.now() - begun) / 1000);
    say(`${size.practices} practices, ${size.clients} clients, ${await setsIn(ownerUrl)} sets (made in ${made} s)`);
    console.table(
      Object.fromEntries(
        (await measure(ownerUrl, appUrl, log, size.practices)).map(({ route, ...f }) => [
          route,
          Object.fromEntries(Object.entries(f).map(([k, v]) => [k, Number(v.toFixed(1))])),
        ]),
      ),
    );
  }
  say(`\n200 requests a second on two servers for ${values.seconds} s`);
  console.table(await load(appUrl, full.practices, Number(values.seconds)));
  const { gryn, bare } = await againstBare(ownerUrl, appUrl);
  say(
    `List of clients, as many as go: ${Math.round(gryn)} a second, bare ${Math.round(bare)}: ${(gryn / bare).toFixed(2)} of it`,
  );
} finally {
  await cluster.stop();
}

async function setsIn(ownerUrl: string): Promise<number> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const { rows } = await owner.query<{ n: number }>("select reltuples::int as n from pg_class where relname = 'entry'");
  await owner.end();
  return rows[0]!.n;
}
