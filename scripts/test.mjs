// npm test on a fresh machine: packages, the browser, types, lint, unit tests, server tests on a private PostgreSQL,
// the real interface in Debian's Chromium. The last line is "N passed, N failed". Plain JavaScript, since it installs.
import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { ensurePackages } from "./packages.mjs";

ensurePackages();
rmSync("test-results", { recursive: true, force: true });
mkdirSync("test-results", { recursive: true });

let passed = 0;
let failed = 0;
const started = Date.now();

function run(title, command, args, env = {}) {
  console.log(`\n== ${title}`);
  const { status, error } = spawnSync(command, args, {
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, NODE_NO_WARNINGS: "1", ...env },
  });
  if (error) console.error(error.message);
  return status === 0;
}

const count = (ok) => (ok ? passed++ : failed++);

function readJson(file) {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return null;
  }
}

/** a check is one test; a runner is as many as it reports, and one failure when it broke before reporting */
function jest(project) {
  const file = `test-results/${project}.json`;
  const ok = run(`${project} tests`, process.execPath, [
    "--experimental-vm-modules",
    "node_modules/jest/bin/jest.js",
    "--selectProjects",
    project,
    "--maxWorkers",
    String(Math.max(2, availableParallelism())),
    "--json",
    `--outputFile=${file}`,
    "--silent",
  ]);
  const report = readJson(file);
  if (!report) return void count(false);
  passed += report.numPassedTests;
  failed += report.numFailedTests + report.numRuntimeErrorTestSuites;
  if (!ok && report.success) failed++;
}

function browser() {
  const chromium = process.env.GRYN_CHROMIUM ?? "/usr/bin/chromium";
  if (!existsSync(chromium)) {
    console.log("\n== Installing Chromium from Debian's packages");
    const sudo = process.getuid() === 0 ? [] : ["sudo", "-n"];
    for (const step of [
      ["apt-get", "update", "-qq"],
      ["apt-get", "install", "-y", "-qq", "--no-install-recommends", "chromium"],
    ]) {
      const [program, ...args] = [...sudo, ...step];
      if (
        spawnSync(program, args, { stdio: "inherit", env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } })
          .status !== 0
      )
        break;
    }
  }
  if (!existsSync(chromium)) {
    console.error(
      "There is no Chromium and it could not be installed: the interface was not tested. Install Debian's package `chromium` (root, or sudo without a password) or name one in GRYN_CHROMIUM.",
    );
    return void count(false);
  }
  const ok = run("browser tests", process.execPath, ["node_modules/@playwright/test/cli.js", "test"]);
  const stats = readJson("test-results/e2e.json")?.stats;
  if (!stats) return void count(false);
  passed += stats.expected + stats.flaky;
  failed += stats.unexpected;
  if (!ok && stats.unexpected === 0) failed++;
}

/** side by side, each with its words when it has ended */
const check = (title, program, ...args) =>
  new Promise((resolve) => {
    const child = spawn(process.execPath, [program, ...args], { env: { ...process.env, NODE_NO_WARNINGS: "1" } });
    let words = "";
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (part) => (words += part));
    child.on("close", (code) => {
      console.log(`\n== ${title}\n${words.trim()}`);
      count(code === 0);
      resolve();
    });
  });

await Promise.all([
  check("types", "node_modules/typescript/bin/tsc", "--noEmit").then(() =>
    check("types of the core", "node_modules/typescript/bin/tsc", "--noEmit", "-p", "tsconfig.core.json"),
  ),
  check("lint and the dependence rule", "node_modules/eslint/bin/eslint.js", "."),
]);
jest("core");
jest("server");
browser();

console.log(`\nThat took ${Math.round((Date.now() - started) / 1000)} s.`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
