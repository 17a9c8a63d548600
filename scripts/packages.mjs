// Installs the packages of package-lock.json when they are missing or older than the lock file.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";

const STAMP = "node_modules/.gryn-lock";

export function ensurePackages() {
  if (Number(process.versions.node.split(".")[0]) < 20) {
    console.error(`Gryn needs Node 20 or newer; this is ${process.version}.`);
    process.exit(1);
  }
  process.chdir(new URL("..", import.meta.url).pathname);
  const lock = createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === lock) return;
  console.log("Installing packages ...");
  const { status } = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], {
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: "1" },
  });
  if (status !== 0) {
    console.error("Installing packages failed. Is the npm registry reachable?");
    process.exit(1);
  }
  writeFileSync(STAMP, lock);
}
