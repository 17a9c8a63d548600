import { chromium } from "@playwright/test";
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox","--disable-gpu","--disable-quic","--no-first-run","--disable-background-networking","--disable-component-update","--disable-sync"] });
const base = process.env.BASE ?? "http://127.0.0.1:4300";
const page = await (await b.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: "reduce" })).newPage();
page.on("console", (m) => m.type() === "error" && console.log("console:", m.text()));
page.on("pageerror", (e) => console.log("pageerror:", String(e)));
const shot = async (name) => { await page.waitForTimeout(900); await page.screenshot({ path: `/tmp/shots/${name}.png` }); };
const steps = process.argv.slice(2);
await page.goto(base + "/");
await page.waitForTimeout(800);
if (steps.includes("signin")) await shot("signin");
await page.getByRole("button", { name: /demo practice/ }).click();
await page.getByRole("navigation", { name: "Places" }).waitFor();
for (const s of steps) {
  if (s === "signin") continue;
  const [name, path, ...acts] = s.split("|");
  if (path) await page.goto(base + path);
  await page.waitForTimeout(1500);
  for (const a of acts) { const [kind, sel] = a.split("="); if (kind === "click") await page.getByRole("button", { name: new RegExp(sel) }).first().click(); if (kind === "text") await page.getByText(new RegExp(sel)).first().click(); if (kind === "wait") await page.waitForTimeout(Number(sel)); if (kind === "menu") await page.getByRole("menuitem", { name: new RegExp(sel) }).click(); if (kind === "scroll") await page.mouse.wheel(0, Number(sel)); }
  await shot(name);
}
await b.close();
