/** One of the servers that the browser tests run against, in a process of its own. */
import { DEMO_SIGN_IN } from "#server/identity/demo-practice";
import { serve } from "#server/serve";

const [databaseUrl, pages, port] = process.argv.slice(2) as [string, string, string];
const serving = await serve({
  databaseUrl,
  pages,
  host: "127.0.0.1",
  port: Number(port),
  sessionSecret: "e2e",
  signInAttempts: 1000,
  demo: DEMO_SIGN_IN,
});
if (serving.port !== Number(port)) throw new Error(`port ${port} is taken`);
process.on("SIGTERM", () => void serving.close().then(() => process.exit(0)));
process.send!("ready");
