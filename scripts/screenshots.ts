/**
 * Pictures of every main view from the demo data, for the README: npm run screenshots [-- name ...].
 * Needs a running Gryn (GRYN_URL, default http://127.0.0.1:4173) with the demo practice as it was loaded, and the
 * simulated clients in it: npm run simulate -- --fill --clients 26.
 */
import { mkdirSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";
import { demoId, DEMO_SIGN_IN } from "#server/identity/demo-practice";

const url = process.env.GRYN_URL ?? "http://127.0.0.1:4173";
const out = process.env.GRYN_SHOTS ?? "docs/screenshots";
const maja = demoId("maja");
const runa = demoId("runa");

interface View {
  name: string;
  path: string;
  ready: string;
  dark?: boolean;
  phone?: boolean;
  /** name of the client that :who in the path is */
  who?: string;
  then?: (page: Page) => Promise<void>;
}

const views: View[] = [
  {
    name: "ranking",
    path: `/ranking/triceps-long?for=${maja}`,
    ready: ".ranked .row",
    then: async (p) => p.getByRole("button", { name: "Why" }).first().click(),
  },
  {
    name: "own-exercise",
    path: "/exercises/own-akblcmdneofpegahiijjkkllmmnnoopp?from=cable-pushdown",
    ready: ".own-live [role=status] p",
    then: async (p) => {
      await p.getByLabel("Name", { exact: true }).fill("Rope pushdown from the high pulley");
      await p.getByRole("tab", { name: "What loads it" }).click();
      await p.waitForTimeout(2_000);
    },
  },
  {
    name: "machine-dark",
    path: `/clients/${runa}`,
    ready: ".intake",
    dark: true,
    then: async (p) => {
      await p.keyboard.press("Alt+3");
      await p.getByRole("button", { name: "New place" }).click();
      const dialog = p.getByRole("dialog");
      await dialog.getByRole("combobox", { name: "Add a machine" }).fill("leg ext");
      await p.keyboard.press("Enter");
      await dialog.getByLabel("Name there").fill("Leg extension by the window");
      await dialog.getByLabel("Pin set to, kg").fill("40");
      const rows = [37.5, 40.2, 40.9, 39.1, 36.4, 31.8, 26.3].map(
        (up, i) => `${10 * i};${up};${(0.87 * up).toFixed(1)}`,
      );
      await dialog
        .locator("input[type=file]")
        .setInputFiles({ name: "readings.csv", mimeType: "text/csv", buffer: Buffer.from(rows.join("\n")) });
      await dialog.getByText(/The hand meets/).waitFor();
      await dialog
        .getByText(/The hand meets/)
        .evaluate((e) => e.scrollIntoView({ block: "center", behavior: "instant" }));
      await p.waitForTimeout(800);
    },
  },
  {
    name: "bench",
    path: `/bench/overhead-cable-extension?head=triceps-long&for=${maja}`,
    ready: ".figure-sheet svg .skin",
  },
  {
    name: "bench-dark",
    path: `/bench/overhead-cable-extension?head=triceps-long&for=${maja}`,
    ready: ".figure-sheet svg .skin",
    dark: true,
    then: async (p) => {
      await p.getByRole("button", { name: "Pin to compare" }).click();
      await p.getByRole("combobox", { name: "Exercise" }).click();
      await p.locator(".ant-select-dropdown:visible").getByTitle("Cable pushdown").click();
      const side = p.getByRole("heading", { name: /^Side by side/ });
      await side.waitFor({ timeout: 30_000 });
      // the spread over varied bodies moves what is below it once more
      await p.waitForTimeout(6_000);
      await side.evaluate((h) => h.scrollIntoView({ block: "start", behavior: "instant" }));
      await p.mouse.wheel(0, -70);
    },
  },
  {
    name: "sweep",
    path: `/bench/overhead-cable-extension?head=triceps-long&for=${maja}`,
    ready: ".figure-sheet svg .skin",
    then: async (p) => {
      await p.getByRole("combobox", { name: "A second parameter: a map" }).click();
      await p
        .locator(".ant-select-dropdown:visible")
        .getByTitle(/^and pulley/)
        .click();
      await p.locator(".sweep-grid").waitFor({ timeout: 30_000 });
      await p.getByRole("button", { name: "Find it" }).click();
      await p.getByRole("button", { name: "Use this setting" }).first().waitFor({ timeout: 30_000 });
      await p.waitForTimeout(4_000);
      await p.locator(".sweep-grid").evaluate((g) => g.scrollIntoView({ block: "center", behavior: "instant" }));
    },
  },
  {
    name: "atlas",
    path: `/atlas/latissimus-lumbar?for=${maja}`,
    ready: ".figure-sheet svg .skin",
  },
  {
    name: "desk",
    path: "/",
    ready: ".decisions li",
    then: async (p) => p.keyboard.press("2"),
  },
  { name: "sheet", path: `/clients/${maja}/sheet`, ready: ".paper" },
  {
    name: "clients",
    path: `/clients/${runa}`,
    ready: ".intake",
    then: async (p) => {
      await p.keyboard.press("Alt+2");
      await p.locator(".brush-bodies .skin").first().waitFor();
      await p.getByText(/setups are left/).waitFor({ timeout: 60_000 });
    },
  },
  {
    name: "limits-dark",
    path: `/clients/${demoId("tomas")}`,
    ready: ".intake",
    dark: true,
    then: async (p) => {
      await p.keyboard.press("Alt+3");
      await p.getByText(/setups are left/).waitFor({ timeout: 60_000 });
      await p.getByText("Weak links").scrollIntoViewIfNeeded();
    },
  },
  { name: "week", path: `/clients/${maja}/week`, ready: ".session .picture svg .skin" },
  { name: "review", path: "/clients/:who/review", ready: ".strength-chart canvas", who: "Ines Bakke" },
  { name: "evidence-dark", path: "/evidence", ready: ".evidence tbody tr", dark: true },
  {
    name: "week-written",
    path: `/clients/${runa}/week`,
    ready: ".loom",
    then: async (p) => {
      await p.getByRole("button", { name: "Build the week" }).first().click();
      await p.getByRole("region", { name: "Build the week" }).getByRole("button", { name: "Build the week" }).click();
      await p.getByRole("button", { name: "Build again" }).waitFor({ timeout: 60_000 });
    },
  },
  {
    name: "cover",
    path: `/cover/triceps?for=${maja}`,
    ready: ".cover-matrix .picture svg .skin",
  },
  { name: "log", path: `/clients/${maja}/log`, ready: ".log-card" },
  { name: "floor", path: "", ready: ".card", phone: true },
  {
    name: "floor-exercise",
    path: "",
    ready: ".card",
    phone: true,
    then: async (p) => p.locator(".card button, .card a").first().click(),
  },
];

const wanted = process.argv.slice(2);
mkdirSync(out, { recursive: true });
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
for (const view of views) {
  if (wanted.length && !wanted.includes(view.name)) continue;
  const context = await browser.newContext({
    viewport: view.phone ? { width: 360, height: 740 } : { width: 1280, height: 800 },
    colorScheme: view.dark ? "dark" : "light",
    reducedMotion: "reduce",
  });
  const page = await context.newPage();
  page.on("console", (m) => m.type() === "error" && console.error(view.name, m.text()));
  page.on("pageerror", (e) => console.error(view.name, e.message));
  let path = view.path;
  const answer = await context.request.post(`${url}/api/session`, { data: DEMO_SIGN_IN });
  const { csrf } = (await answer.json()) as { csrf: string };
  if (view.phone)
    path = (
      (await (
        await context.request.post(`${url}/api/clients/${maja}/link`, { data: {}, headers: { "x-gryn-csrf": csrf } })
      ).json()) as { path: string }
    ).path;
  if (view.who) {
    const { clients } = (await (await context.request.get(`${url}/api/clients`)).json()) as {
      clients: { id: string; name: string }[];
    };
    path = path.replace(":who", clients.find((c) => c.name === view.who)?.id ?? "");
  }
  await page.goto(url + path);
  await page.locator(view.ready).first().waitFor({ timeout: 90_000 });
  if (view.then) await view.then(page);
  await page.waitForTimeout(Number(process.env.GRYN_WAIT ?? 900));
  await page.screenshot({ path: `${out}/${view.name}.png` });
  await context.close();
}
await browser.close();
