/**
 * In Debian's Chromium, against the production build: frames a second while a parameter of the bench and a weight of
 * the ranking are dragged (beside an empty page in the same run), and how soon the client's page can be used on a slow
 * phone.
 */
import { chmodSync, existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Browser, type BrowserContext, type Locator, type Page } from "@playwright/test";
import { build } from "vite";
import { startCluster } from "../cluster";
import { migrate } from "#server/database/migrate";
import { demoId, DEMO_SIGN_IN } from "#server/identity/demo-practice";
import { loadDemo } from "#server/demo/demo";
import { serve } from "#server/serve";
import { median, type BenchRow } from "./row";

const CHROMIUM = process.env.GRYN_CHROMIUM ?? "/usr/bin/chromium";
const DRAG_MS = 3000;

/** frames drawn while work goes on, a second */
async function framesDuring(page: Page, work: () => Promise<void>): Promise<number> {
  // as text: a function would carry helpers of this program into the page
  await page.evaluate(
    "frames = 0; counting = true; (function step() { frames++; if (counting) requestAnimationFrame(step); })()",
  );
  const from = Date.now();
  await work();
  const seconds = (Date.now() - from) / 1000;
  return Number(await page.evaluate("counting = false; frames")) / seconds;
}

async function dragTo(page: Page, box: { x: number; y: number; width: number }): Promise<void> {
  await page.mouse.down();
  const until = Date.now() + DRAG_MS;
  for (let n = 0; Date.now() < until; n++) {
    await page.mouse.move(box.x + box.width * (0.5 + 0.45 * Math.sin(n / 12)), box.y + 5);
    await page.waitForTimeout(12);
  }
  await page.mouse.up();
}

/** frames a second while a slider is dragged to and fro */
async function whileDragged(page: Page, slider: Locator): Promise<number> {
  await slider.waitFor();
  await page.waitForTimeout(800);
  const handle = (await slider.boundingBox())!;
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  const before = await slider.getAttribute("aria-valuenow");
  const frames = await framesDuring(page, () => dragTo(page, { x: handle.x - 90, y: handle.y, width: 150 }));
  if ((await slider.getAttribute("aria-valuenow")) === before) throw new Error("the slider was not dragged");
  return frames;
}

/** a ranking with every weight open */
async function whileWeighed(page: Page, url: string): Promise<number> {
  await page.goto(`${url}/ranking/vastus-lateralis`);
  await page.locator(".ranked tr.row").first().waitFor();
  await page.getByRole("button", { name: "Adjust weights" }).click();
  return whileDragged(page, page.getByRole("slider", { name: "Limiter" }));
}

/** ms until the client's page can be used: a quarter of this processor, a slow cell, nothing cached */
async function onSlowPhone(browser: Browser, url: string, context: BrowserContext, csrf: string): Promise<number[]> {
  const { path } = (await (
    await context.request.post(`${url}/api/clients/${demoId("maja")}/link`, {
      data: {},
      headers: { "x-gryn-csrf": csrf },
    })
  ).json()) as { path: string };
  const times: number[] = [];
  for (let i = 0; i < 3; i++) {
    const phone = await browser.newContext({ viewport: { width: 360, height: 740 }, isMobile: true, hasTouch: true });
    const floor = await phone.newPage();
    const cdp = await phone.newCDPSession(floor);
    await cdp.send("Network.enable");
    await cdp.send("Network.emulateNetworkConditions", {
      offline: false,
      latency: 150,
      downloadThroughput: 200_000,
      uploadThroughput: 90_000,
    });
    await cdp.send("Emulation.setCPUThrottlingRate", { rate: 4 });
    const from = Date.now();
    await floor.goto(url + path);
    await floor.locator(".card button").first().waitFor();
    times.push(Date.now() - from);
    await phone.close();
  }
  return times;
}

export async function benchBrowser(): Promise<BenchRow[]> {
  if (!existsSync(CHROMIUM))
    return [
      {
        what: "no Chromium on this machine: nothing measured",
        value: "-",
        baseline: "npm test installs it",
        ratio: null,
      },
    ];
  const folder = mkdtempSync(join(tmpdir(), "gryn-bench-"));
  chmodSync(folder, 0o755);
  await build({ logLevel: "silent", build: { outDir: join(folder, "pages"), emptyOutDir: true } });
  const cluster = await startCluster(folder, true);
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  try {
    const appUrl = await migrate(cluster.ownerUrl);
    await loadDemo(cluster.ownerUrl, appUrl);
    const serving = await serve({
      databaseUrl: appUrl,
      pages: join(folder, "pages"),
      host: "127.0.0.1",
      port: 4941,
      sessionSecret: "bench",
    });
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const { csrf } = (await (
      await context.request.post(`${serving.url}/api/session`, { data: DEMO_SIGN_IN })
    ).json()) as { csrf: string };

    const idle = await context.newPage();
    await idle.setContent("<p>nothing</p>");
    const bare = await framesDuring(idle, () => dragTo(idle, { x: 400, y: 400, width: 200 }));
    await idle.close();

    await page.goto(`${serving.url}/bench/overhead-cable-extension`);
    await page.locator("canvas").nth(1).waitFor();
    const dragged = await whileDragged(page, page.getByRole("slider", { name: "Upper arm raised" }));

    const weighed = await whileWeighed(page, serving.url);
    const times = await onSlowPhone(browser, serving.url, context, csrf);
    await serving.close();
    return [
      {
        what: "frames a second while a bench parameter is dragged",
        value: dragged.toFixed(0),
        baseline: `an empty page ${bare.toFixed(0)}`,
        ratio: dragged / bare,
      },
      {
        what: "frames a second while a weight of the ranking is dragged",
        value: weighed.toFixed(0),
        baseline: `an empty page ${bare.toFixed(0)}`,
        ratio: weighed / bare,
      },
      {
        what: "client's page usable: slow cell (1.6 Mbit/s, 150 ms), quarter processor",
        value: `${(median(times) / 1000).toFixed(1)} s`,
        baseline: "target 5 s",
        ratio: median(times) / 5000,
      },
    ];
  } finally {
    await browser.close();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
