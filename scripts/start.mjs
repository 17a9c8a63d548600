// npm start on a fresh machine: only Node is there, so this first step is plain JavaScript without packages.
// It installs what package-lock.json names, then hands over to scripts/run.ts.
import { spawn } from "node:child_process";
import { ensurePackages } from "./packages.mjs";

ensurePackages();
const child = spawn(process.execPath, ["--import", "tsx", "scripts/run.ts", ...process.argv.slice(2)], {
  stdio: "inherit",
});
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => child.kill(signal));
// npm passes a signal to a shell, and the shell may end without passing it on: then this process is nobody's
const parent = process.ppid;
setInterval(() => process.ppid !== parent && child.kill("SIGTERM"), 500).unref();
child.on("exit", (code, signal) => process.exit(signal ? 1 : (code ?? 1)));
