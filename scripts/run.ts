/**
 * npm start, npm run dev and npm run demo:reset, once packages are there: database, migrations, demo practice,
 * production build (when something changed since the last one) and the server; a clean end on Ctrl-C.
 */
import { createHash, randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { runningCluster, startCluster, type Cluster } from "#server/database/cluster";
import { migrate } from "#server/database/migrate";
import { DEMO_SIGN_IN, isEmpty, loadDemo, removeDemo } from "#server/demo/demo";
import { serve, type Serving } from "#server/serve";

const dev = process.argv.includes("--dev");
const reset = process.argv.includes("--demo-reset");
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

/** kept beside the data, so that a restart signs nobody out */
function sessionSecret(folder: string): string {
  if (env.GRYN_SESSION_SECRET) return env.GRYN_SESSION_SECRET;
  mkdirSync(folder, { recursive: true });
  const file = join(folder, "session-secret");
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString("hex"), { mode: 0o600 });
  return readFileSync(file, "utf8");
}

function wantedPort(): number {
  const port = Number(env.PORT ?? 4173);
  if (!Number.isInteger(port) || port < 1 || port > 65535) throw new Error(`PORT must be a number from 1 to 65535, not "${env.PORT}".`);
  return port;
}

async function main(): Promise<void> {
  const port = wantedPort();
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
  process.on("SIGINT", () => void end(0));
  process.on("SIGTERM", () => void end(0));
  try {
    const explicit = env.GRYN_DATA_DIR !== undefined;
    const wanted = resolve(env.GRYN_DATA_DIR ?? ".gryn");
    const running = reset && !env.DATABASE_URL ? runningCluster(wanted) : null;
    if (running) {
      // beside a running Gryn: its database is used as it is, and its role's password is left alone
      await removeDemo(running);
      await loadDemo(running, running);
      say("The demo practice is new again. Reload open pages.");
      return void (await end(0));
    }
    if (!env.DATABASE_URL) cluster = await startCluster(wanted, explicit);
    const ownerUrl = env.DATABASE_URL ?? cluster!.ownerUrl;
    const appUrl = await migrate(ownerUrl, { appUrl: env.GRYN_APP_DATABASE_URL });
    if (reset) {
      await removeDemo(ownerUrl);
      await loadDemo(ownerUrl, appUrl);
      say("The demo practice is new again.");
      return void (await end(0));
    }
    if (await isEmpty(ownerUrl)) {
      say("Loading the demo practice ...");
      await loadDemo(ownerUrl, appUrl);
    }
    if (!dev) await buildPages();
    const host = env.HOST ?? "127.0.0.1";
    serving = await serve({ databaseUrl: appUrl, pages: dev ? null : resolve("dist"), host, port, sessionSecret: sessionSecret(cluster?.dataDir ?? wanted), secureCookies: env.GRYN_TLS === "1" });
    let url = serving.url;
    if (dev) {
      const { createServer } = await import("vite");
      const pages = await createServer({ server: { host, port: port + 1000, proxy: { "/api": serving.url } } });
      await pages.listen();
      vite = pages;
      url = pages.resolvedUrls?.local[0] ?? url;
    } else if (serving.moved) say(`Port ${port} is taken; using ${serving.port}.`);
    say(`Gryn is ready at ${url}`);
    say(`Demo sign-in: ${DEMO_SIGN_IN.email} with the password ${DEMO_SIGN_IN.password}`);
  } catch (error) {
    await cluster?.stop();
    fail(error);
  }
}

await main();
