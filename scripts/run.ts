/**
 * npm start, npm run dev, npm run migrate, npm run practice and npm run demo:reset, once packages are there: database,
 * migrations, demo practice, production build (when something changed since the last one) and the server; a clean end
 * on
 * Ctrl-C, on SIGTERM and when whoever started it is gone.
 */
import { spawn } from "node:child_process";
import { createHmac } from "node:crypto";
import { resolve } from "node:path";
import { buildPages } from "./build-pages";
import { runningCluster, startCluster } from "./cluster";
import { migrate } from "#server/database/migrate";
import { DEMO_SIGN_IN } from "#server/identity/demo-practice";
import { closeDemo, isEmpty, loadDemo, openDemo, othersInDemo, removeDemo } from "#server/demo/demo";
import { practiceLink } from "#server/identity/first";
import { serve, serveJobs } from "#server/serve";

type Act = "start" | "dev" | "work" | "migrate" | "practice" | "demo-reset";
const asked = process.argv.find((a) => /^--(dev|work|migrate|practice|demo-reset)$/.test(a));
const act = (asked?.slice(2) ?? "start") as Act;
const sure = process.argv.includes("--yes");
const env = process.env;
const say = (line: string) => process.stdout.write(`${line}\n`);

/** the same on every server of one database, so that a session stands on each of them and over a restart */
const sessionSecret = (appUrl: string): string =>
  env.GRYN_SESSION_SECRET ?? createHmac("sha256", new URL(appUrl).password).update("gryn session").digest("hex");

function wantedPort(): number {
  const port = Number(env.PORT ?? 4173);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Error(`PORT must be a number from 1 to 65535, not "${env.PORT}".`);
  return port;
}

const isLoopback = (host: string) => host === "localhost" || host === "::1" || host.startsWith("127.");

async function resetDemo(ownerUrl: string, appUrl: string): Promise<void> {
  const others = await othersInDemo(ownerUrl);
  if (others > 0 && !sure)
    throw new Error(
      `${others} ${others === 1 ? "client" : "clients"} in the demo practice are not the demo's own and would be erased. Nothing was changed; say npm run demo:reset -- --yes if that is meant. Clients of other practices are never touched.`,
    );
  await removeDemo(ownerUrl);
  await loadDemo(ownerUrl, appUrl);
  say("The demo practice is new again. Reload open pages.");
}

/** what there is to sign in with: the demo on this machine, nothing known to everybody on an open address */
async function settleDemo(ownerUrl: string, appUrl: string, host: string): Promise<"none" | "made" | "there"> {
  if (!isLoopback(host) && env.GRYN_DEMO !== "1") {
    if ((await closeDemo(ownerUrl)) > 0)
      say(`Others may reach ${host}: the demo's accounts are closed (GRYN_DEMO=1 keeps them).`);
    return "none";
  }
  const empty = await isEmpty(ownerUrl);
  if (empty) {
    say("Loading the demo practice ...");
    await loadDemo(ownerUrl, appUrl);
  }
  return (await openDemo(ownerUrl)) ? (empty ? "made" : "there") : "none";
}

/** clients of the demo with half a year of training: simulated beside the server, which is there meanwhile */
const TRAINED = 12;
function fillDemo(running: Running, ownerUrl: string): void {
  const child = spawn(
    process.execPath,
    ["--import", "tsx", "scripts/simulate/simulate.ts", "--fill", "--clients", String(TRAINED)],
    { stdio: "ignore", env: { ...env, GRYN_OWNER_URL: ownerUrl } },
  );
  running.add({ close: () => Promise.resolve(void child.kill()) });
  child.on("exit", (code) => code === 0 && say(`${TRAINED} clients with half a year of training are in the demo.`));
}

/** what was started, ended in the other order; once, however often it is asked */
class Running {
  private readonly parts: { close(): Promise<void> }[] = [];
  private ending = false;

  add<T extends { close(): Promise<void> }>(part: T): T {
    this.parts.unshift(part);
    return part;
  }

  async end(code: number): Promise<void> {
    if (this.ending) return;
    this.ending = true;
    for (const part of this.parts) await part.close();
    process.exit(code);
  }
}

/** the owner's address (null where somebody else migrates) and the app's, up to date and running */
async function openDatabase(running: Running): Promise<{ ownerUrl: string | null; appUrl: string }> {
  const { DATABASE_URL, GRYN_APP_DATABASE_URL } = env;
  if (!DATABASE_URL && GRYN_APP_DATABASE_URL) {
    // a server beside others needs no owner
    if (act !== "start" && act !== "work") throw new Error("This needs DATABASE_URL, the owner of the database.");
    return { ownerUrl: null, appUrl: GRYN_APP_DATABASE_URL };
  }
  const ownerUrl = DATABASE_URL ?? (await ownCluster(running));
  return { ownerUrl, appUrl: await migrate(ownerUrl, { appUrl: GRYN_APP_DATABASE_URL }) };
}

/** the private cluster: one that is running is used as it is, for everything but serving */
async function ownCluster(running: Running): Promise<string> {
  const wanted = resolve(env.GRYN_DATA_DIR ?? ".gryn");
  const beside = act === "start" || act === "dev" ? null : runningCluster(wanted);
  if (beside) return beside;
  const cluster = await startCluster(wanted, env.GRYN_DATA_DIR !== undefined);
  running.add({ close: () => cluster.stop() });
  return cluster.ownerUrl;
}

/** what is done once and then over */
async function once(ownerUrl: string, appUrl: string): Promise<void> {
  if (act === "migrate") say("The database is up to date.");
  if (act === "demo-reset") await resetDemo(ownerUrl, appUrl);
  if (act !== "practice") return;
  const path = await practiceLink(ownerUrl, true);
  say(`Make a practice once, within 7 days, at the address of your Gryn followed by ${path}`);
}

async function serveAll(running: Running, port: number, ownerUrl: string | null, appUrl: string): Promise<void> {
  const host = env.HOST ?? "127.0.0.1";
  const demo = ownerUrl ? await settleDemo(ownerUrl, appUrl, host) : "none";
  // where many servers run, one build is made and shipped to all
  if (act === "start" && env.GRYN_PAGES !== "0") await buildPages();
  const serving = running.add(
    await serve({
      databaseUrl: appUrl,
      directUrl: env.GRYN_DIRECT_DATABASE_URL ?? appUrl,
      standbyUrl: env.GRYN_STANDBY_DATABASE_URL ?? null,
      pages: act === "dev" ? null : resolve("dist"),
      host,
      port,
      sessionSecret: sessionSecret(appUrl),
      secureCookies: env.GRYN_TLS === "1",
      proxy: env.GRYN_PROXY ?? null,
      demo: demo === "none" ? null : DEMO_SIGN_IN,
      keptWorkers: 1,
      smtpUrl: env.GRYN_SMTP_URL ?? null,
      scale: env.GRYN_SCALE ?? null,
      jobs: env.GRYN_JOBS !== "0",
      drain: Number(env.GRYN_DRAIN ?? 0),
      ...(env.GRYN_MAIL_FROM ? { mailFrom: env.GRYN_MAIL_FROM } : {}),
    }),
  );
  const url = act === "dev" ? await servePages(running, host, port + 1000, serving.url) : serving.url;
  if (act === "start" && serving.moved) say(`Port ${port} is taken; using ${serving.port}.`);
  say(`Gryn is ready at ${url}`);
  if (demo !== "none") say(`Demo sign-in: ${DEMO_SIGN_IN.email} with the password ${DEMO_SIGN_IN.password}`);
  if (ownerUrl && demo === "made" && env.GRYN_DEMO_HISTORY !== "0") fillDemo(running, ownerUrl);
  const own = ownerUrl && (await practiceLink(ownerUrl, false));
  if (own) say(`Make a practice of your own, once, at ${url.replace(/\/$/, "")}${own}`);
}

/** pages that follow every change of their source */
async function servePages(running: Running, host: string, port: number, api: string): Promise<string> {
  const { createServer } = await import("vite");
  const pages = running.add(await createServer({ server: { host, port, proxy: { "/api": api } } }));
  await pages.listen();
  return pages.resolvedUrls?.local[0] ?? api;
}

async function main(): Promise<void> {
  const port = wantedPort();
  const running = new Running();
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => void running.end(0));
  const parent = process.ppid;
  // a shell in between may die without a word
  setInterval(() => process.ppid !== parent && void running.end(0), 500).unref();
  try {
    const { ownerUrl, appUrl } = await openDatabase(running);
    if (act === "start" || act === "dev") return await serveAll(running, port, ownerUrl, appUrl);
    if (act === "work") {
      running.add(await serveJobs({ databaseUrl: appUrl, directUrl: env.GRYN_DIRECT_DATABASE_URL ?? appUrl }));
      say("A worker of Gryn's jobs is ready.");
      return;
    }
    await once(ownerUrl!, appUrl);
    await running.end(0);
  } catch (error) {
    process.stderr.write(`Gryn could not start: ${error instanceof Error ? error.message : String(error)}\n`);
    await running.end(1);
  }
}

await main();
