import { defineConfig } from "@playwright/test";

const port = Number(process.env.GRYN_E2E_PORT ?? 4851);
process.env.GRYN_E2E_PORT = String(port);

export default defineConfig({
  testDir: "tests/e2e",
  testMatch: "*.e2e.ts",
  fullyParallel: false,
  workers: 1,
  timeout: 240_000,
  // a machine that stalls for a moment is tried once more, and the report names the test as flaky
  retries: process.env.CI ? 1 : 0,
  expect: { timeout: 20_000 },
  reporter: [["list"], ["json", { outputFile: "test-results/e2e.json" }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: "reduce" },
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: process.env.GRYN_CHROMIUM ?? "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
  webServer: {
    command: "node --import tsx tests/e2e/serve.ts",
    url: `http://127.0.0.1:${port}/api/health`,
    timeout: 300_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: "SIGTERM", timeout: 10_000 },
    stdout: "ignore",
    stderr: "pipe",
  },
});
