/** A server of answers alone, without pages, for measuring: the process whose time and memory are read. */
import { serve } from "#server/serve";

const serving = await serve({
  databaseUrl: process.env.GRYN_APP_DATABASE_URL!,
  pages: null,
  host: "127.0.0.1",
  port: 0,
  sessionSecret: "bench",
  signInAttempts: 1_000_000,
  jobs: process.env.GRYN_JOBS !== "0",
  logLevel: "silent",
});
process.stdout.write(`ready ${serving.url}\n`);
process.on("SIGTERM", () => void serving.close().then(() => process.exit(0)));
