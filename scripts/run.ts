/**
 * npm start, npm run dev, npm run migrate, npm run practice and npm run demo:reset, once packages are there: database,
 * migrations, demo practice, production build (when something changed since the last one) and the server; a clean end
 * on
 * Ctrl-C, on SIGTERM and when whoever started it is gone.
 */
import { createHash, createHmac } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { runningCluster, startCluster, type Cluster } from "#server/database/cluster";
import { migrate } from "#server/database/migrate";
import { closeDemo, DEMO_SIGN_IN, isEmpty, loadDemo, openDemo, othersInDemo, removeDemo } from "#server/demo/demo";
import { practiceLink } from "#server/identity/first";
import { serve, type Serving } from "#server/serve";

type Act = "start" | "dev" | "migrate" | "practice" | "demo-reset";
const asked = process.argv.find((a) => /^--(dev|migrate|practice|demo-reset)$/.test(a));
const act = (asked?.slice(2) ?? "start") as Act;
const sure = process.argv.includes("--yes");
const env = process.env;
const say = (line: string) => process.stdout.write(`${line}\n`);

function fail(error: unknown): never {
  process.stderr.write(`Gryn could not start: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}

/** names, sizes and times of everything a build is made of */
function sourceStamp(): string {
  const hash = createHash("sha256");
  const walk = (path: string) => {
    const s = statSync(path);
    if (s.isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name));
    else hash.update(`${path} ${s.size} ${s.mtimeMs}\n`);
  };
  for (const path of ["src", "vite.config.ts", "package-lock.json"]) walk(path);
  return hash.digest("hex");
}

async function buildPages(): Promise<void> {
  const stampFile = "dist/stamp";
  const stamp = sourceStamp();
  if (existsSync(stampFile) && readFileSync(stampFile, "utf8") === stamp) return;
  say("Building the pages ...");
  const { build } = await import("vite");
  await build({ logLevel: "warn" });
  writeFileSync(stampFile, stamp);
}

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
async function settleDemo(ownerUrl: string, appUrl: string, host: string): Promise<boolean> {
  if (!isLoopback(host) && env.GRYN_DEMO !== "1") {
    if ((await closeDemo(ownerUrl)) > 0)
      say(`Others may reach ${host}: the demo's accounts are closed (GRYN_DEMO=1 keeps them).`);
    return false;
  }
  if (await isEmpty(ownerUrl)) {
    say("Loading the demo practice ...");
    await loadDemo(ownerUrl, appUrl);
  }
  return openDemo(ownerUrl);
}

async function main(): Promise<void> {
  const port = wantedPort();
  const host = env.HOST ?? "127.0.0.1";
  let cluster: Cluster | null = null;
  let serving: Serving | null = null;
  let vite: { close(): Promise<void> } | null = null;
  let ending = false;
  const end = async (code: number) => {
    if (ending) return;
    ending = true;
    await vite?.close();
    await serving?.close();
    await cluster?.stop();
    process.exit(code);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => void end(0));
  const parent = process.ppid;
  // a shell in between may die without a word
  setInterval(() => process.ppid !== parent && void end(0), 500).unref();
  try {
    const wanted = resolve(env.GRYN_DATA_DIR ?? ".gryn");
    // a server beside others needs no owner: somebody else migrates
    const appOnly = !env.DATABASE_URL && env.GRYN_APP_DATABASE_URL;
    if (appOnly && act !== "start") throw new Error("This needs DATABASE_URL, the owner of the database.");
    const running = act !== "start" && act !== "dev" && !env.DATABASE_URL ? runningCluster(wanted) : null;
    if (!env.DATABASE_URL && !appOnly && !running)
      cluster = await startCluster(wanted, env.GRYN_DATA_DIR !== undefined);
    const ownerUrl = appOnly ? null : (env.DATABASE_URL ?? running ?? cluster!.ownerUrl);
    const appUrl = ownerUrl
      ? await migrate(ownerUrl, { appUrl: env.GRYN_APP_DATABASE_URL })
      : env.GRYN_APP_DATABASE_URL!;
    if (act === "migrate") say("The database is up to date.");
    if (act === "demo-reset") await resetDemo(ownerUrl!, appUrl);
    if (act === "practice")
      say(
        `Make a practice once, within 7 days, at the address of your Gryn followed by ${await practiceLink(ownerUrl!, true)}`,
      );
    if (act !== "start" && act !== "dev") return void (await end(0));

    const demo = ownerUrl ? await settleDemo(ownerUrl, appUrl, host) : false;
    if (act !== "dev") await buildPages();
    serving = await serve({
      databaseUrl: appUrl,
      pages: act === "dev" ? null : resolve("dist"),
      host,
      port,
      sessionSecret: sessionSecret(appUrl),
      secureCookies: env.GRYN_TLS === "1",
      proxy: env.GRYN_PROXY ?? null,
      demo: demo ? DEMO_SIGN_IN : null,
      keptWorkers: 1,
    });
    let url = serving.url;
    if (act === "dev") {
      const { createServer } = await import("vite");
      const pages = await createServer({ server: { host, port: port + 1000, proxy: { "/api": serving.url } } });
      await pages.listen();
      vite = pages;
      url = pages.resolvedUrls?.local[0] ?? url;
    } else if (serving.moved) say(`Port ${port} is taken; using ${serving.port}.`);
    say(`Gryn is ready at ${url}`);
    if (demo) say(`Demo sign-in: ${DEMO_SIGN_IN.email} with the password ${DEMO_SIGN_IN.password}`);
    const own = ownerUrl && (await practiceLink(ownerUrl, false));
    if (own) say(`Make a practice of your own, once, at ${url.replace(/\/$/, "")}${own}`);
  } catch (error) {
    await cluster?.stop();
    fail(error);
  }
}

await main();
