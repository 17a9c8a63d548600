import type { Page } from "@playwright/test";
import { pseudo } from "#core/words/pseudo";
import { accessible, control, expect, openClient, openPhone, signIn, step, test } from "./hands";

test.beforeAll(async () => void (await control("reset")));

for (const scheme of ["light", "dark"] as const)
  test(`every place is accessible (${scheme})`, async ({ page, browser }) => {
    // many places, each looked through whole
    test.setTimeout(400_000);
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: "reduce" });
    await page.goto("/");
    await page.getByLabel("E-mail").waitFor();
    await accessible(page);
    await signIn(page);
    await page.getByRole("region", { name: /Needs a decision/ }).waitFor();
    await page.keyboard.press("1");
    await accessible(page);
    await page.goto("/ranking/triceps-long");
    await page.locator("tr.row").first().waitFor();
    await page.getByRole("button", { name: "Why" }).first().click();
    await accessible(page);
    await page.goto("/bench/preacher-curl");
    await page.locator(".figure-sheet svg .skin").first().waitFor();
    await page.locator("canvas").nth(1).waitFor();
    await accessible(page);
    await page.goto("/atlas/gluteus-maximus-middle");
    await page.locator(".figure-sheet svg .skin").first().waitFor();
    await accessible(page);
    await page.goto("/practice/operations");
    await page.getByRole("table").waitFor();
    await accessible(page);
    await page.goto("/method/tables");
    await page.getByRole("heading", { name: "Invariants" }).waitFor();
    await accessible(page);
    await openClient(page, "Maja");
    for (const n of [1, 2, 3] as const) {
      await step(page, n);
      await accessible(page);
    }
    await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Sheet" }).click();
    await page.locator(".paper").first().waitFor();
    await accessible(page);
    await openClient(page, "Maja", "Log");
    await page.getByRole("region", { name: "Hammer curl" }).waitFor();
    await accessible(page);
    await openClient(page, "Maja", "Week");
    await page.locator(".loom").waitFor();
    await accessible(page);
    const { phone, context } = await openPhone(page, browser);
    await phone.emulateMedia({ colorScheme: scheme });
    await accessible(phone);
    await phone
      .getByRole("button", { name: /Monday/ })
      .first()
      .click();
    await phone.getByRole("button", { name: /Hammer curl/ }).click();
    await phone.getByRole("button", { name: "Something else" }).click();
    await phone.getByRole("button", { name: "Something hurt" }).click();
    await accessible(phone);
    await context.close();
  });

test("nothing is cut off at 360 px or at 200 % zoom", async ({ page, browser }) => {
  await signIn(page);
  const wide = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  await page.setViewportSize({ width: 640, height: 400 });
  for (const path of [
    "/ranking/triceps-long",
    "/bench/cable-pushdown",
    "/method/mechanics",
    "/method/tables",
    "/clients",
  ]) {
    await page.goto(path);
    await page.waitForTimeout(600);
    expect(await wide()).toBeLessThanOrEqual(0);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  const wideOn = () =>
    phone.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(await wideOn()).toBeLessThanOrEqual(0);
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Cable curl behind/ }).click();
  await phone.getByRole("button", { name: "Something else" }).click();
  expect(await wideOn()).toBeLessThanOrEqual(0);
  // fingers: every control of the page is at least 44 px high
  const small = await phone
    .locator("button:visible, summary:visible")
    .evaluateAll((list) => list.filter((b) => b.getBoundingClientRect().height < 43.9).map((b) => b.textContent));
  expect(small).toEqual([]);
  await context.close();
});

test("pages stay light: scripts of the first view and of the client's page, as they are sent", async ({
  page,
  browser,
}) => {
  const sent = new Map<string, number>();
  const unpacked: string[] = [];
  const weigh = (on: Page) =>
    on.on("response", (r) => {
      if (!/\.js$/.test(new URL(r.url()).pathname) || /worker/i.test(r.url())) return;
      // what came over the wire, packed as the server packs it
      const { "content-encoding": packed = "", "content-length": bytes } = r.headers();
      if (Number(bytes) > 1024 && packed !== "br" && packed !== "gzip") unpacked.push(r.url());
      sent.set(r.url(), Number(bytes));
    });
  const kB = () => [...sent.values()].reduce((sum, n) => sum + n, 0) / 1000;
  weigh(page);
  await signIn(page);
  await page.getByRole("region", { name: /Needs a decision/ }).waitFor();
  // with signing in and what is asked for at once: 377 when this was written, a bare page of the framework 178
  expect(kB()).toBeGreaterThan(150);
  expect(kB()).toBeLessThan(400);
  await openClient(page, "Maja", "Week");
  await page.locator(".loom").waitFor();
  sent.clear();
  const { phone, context } = await openPhone(page, browser);
  sent.clear();
  weigh(phone);
  await phone.reload();
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .waitFor();
  expect(unpacked).toEqual([]);
  expect(kB()).toBeGreaterThan(40);
  expect(kB()).toBeLessThan(90);
  await context.close();
});

/** the page in a language that nobody speaks: longer by two fifths, accented */
const inPseudo = async (page: Page) => {
  const texts = await page.evaluate(() => {
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const out: string[] = [];
    for (let n = walk.nextNode(); n; n = walk.nextNode()) out.push(n.textContent ?? "");
    return out;
  });
  await page.evaluate((next) => {
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let n = walk.nextNode(), i = 0; n; n = walk.nextNode(), i++)
      if (next[i] !== undefined && !n.parentElement?.closest("script, style, svg, canvas, .ant-select-selector"))
        n.textContent = next[i]!;
  }, texts.map(pseudo));
};

/** what is cut: text that does not fit where it stands, and buttons that reach over the page's edge */
const cut = (page: Page) =>
  page.evaluate(() => {
    const hidden = [...document.querySelectorAll<HTMLElement>("main *")].filter((e) => {
      const style = getComputedStyle(e);
      const seen = e.getBoundingClientRect();
      return (
        seen.width > 2 &&
        !e.closest(".visually-hidden, svg, .ant-select, .ant-input-number") &&
        (style.overflowX === "hidden" || style.overflowX === "clip") &&
        e.scrollWidth > e.clientWidth + 2
      );
    });
    const over = [...document.querySelectorAll<HTMLElement>("main button, main a")].filter((e) => {
      const { right, width } = e.getBoundingClientRect();
      return width > 0 && right > innerWidth + 2 && !e.closest(".scroll, table, .method, .proposals");
    });
    return [...hidden, ...over].map((e) => `${e.tagName} ${e.className} ${e.textContent?.slice(0, 40)}`).slice(0, 5);
  });

test("in a language that nobody speaks nothing overflows at the desk, 1280 wide", async ({ page }) => {
  await signIn(page);
  const places: [string, string][] = [
    ["/ranking/triceps-long", "tr.row"],
    ["/bench/cable-pushdown", ".facts"],
    ["/practice/numbers", ".numbers details"],
    ["/clients", ".client-list"],
  ];
  for (const [path, ready] of places) {
    await page.goto(path);
    await page.locator(ready).first().waitFor();
    await page.waitForTimeout(500);
    await inPseudo(page);
    expect([path, await cut(page)]).toEqual([path, []]);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect([path, wide]).toEqual([path, Math.min(0, wide)]);
  }
});

test("nor in a week that was just built", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Runa", "Week");
  await page.getByRole("button", { name: "Build the week" }).first().click();
  await page.getByRole("radio", { name: /Best fit/ }).waitFor();
  await inPseudo(page);
  expect(await cut(page)).toEqual([]);
});

test("nor on a phone, 360 wide", async ({ page, browser }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Hammer curl/ }).click();
  await inPseudo(phone);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  expect(await cut(phone)).toEqual([]);
  await context.close();
});

test("every item of the week's menus works by keyboard, and the focus comes back to where it was", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  await page.locator(".loom").waitFor();
  const more = page.getByRole("button", { name: /: more$/ }).first();
  const items = ["Technique and load from set to set", "Note to the client", "Swap for another"];
  for (const item of items) {
    await more.focus();
    await page.keyboard.press("Enter");
    await expect(more).toHaveAttribute("aria-expanded", "true");
    await expect(page.locator("[role=menuitem]:focus")).toHaveCount(1);
    // letters go to the item that begins with them, and to no other place
    await page.keyboard.press(item[0]!.toLowerCase());
    while (!((await page.locator(":focus").textContent()) ?? "").startsWith(item))
      await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("dialog")).toBeVisible();
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog")).toBeHidden();
    await expect(more).toBeFocused();
  }
  // what is moved keeps the focus in its new place
  const label = (await more.getAttribute("aria-label"))!;
  await more.press("Enter");
  await page.getByRole("menuitem", { name: /^Later/ }).press("Enter");
  await expect(page.getByRole("button", { name: label })).toBeFocused();
  await page.getByRole("button", { name: "Undo" }).click();
});

test("a place says its name, the skip link shows, and its page has the focus", async ({ page }) => {
  await signIn(page);
  await expect(page).toHaveTitle(/^Desk – Gryn$/);
  await page.getByRole("link", { name: "Clients" }).press("Enter");
  await expect(page.locator("#page")).toBeFocused();
  await page.reload();
  await page.keyboard.press("Tab");
  const skip = page.getByRole("link", { name: "Skip to the page" });
  for (let i = 0; i < 30 && !(await skip.evaluate((e) => e === document.activeElement)); i++)
    await page.keyboard.press("Shift+Tab");
  await expect(skip).toBeFocused();
  expect((await skip.boundingBox())!.width).toBeGreaterThan(40);
});

test("the phone by keyboard alone: open, log as planned, correct, leave a correction; the focus is always somewhere", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  const focused = () =>
    expect
      .poll(() => phone.evaluate(() => document.activeElement !== null && document.activeElement !== document.body))
      .toBe(true);
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .press("Enter");
  await phone.getByRole("button", { name: /Hammer curl/ }).press("Enter");
  await focused();
  await phone
    .getByRole("button", { name: /As planned/ })
    .first()
    .press("Enter");
  await focused();
  await phone.getByRole("button", { name: "Correct set 1" }).press("Enter");
  await expect(phone.getByText(/^Correct set 1$/).last()).toBeVisible();
  await phone.getByLabel("Full reps", { exact: true }).fill("9");
  await phone.getByRole("button", { name: "Save the correction" }).press("Enter");
  await expect(phone.getByLabel("Sets done today")).toContainText("× 9");
  await focused();
  // a correction that is not meant is left as it was
  await phone.getByRole("button", { name: "Correct set 1" }).press("Enter");
  await phone.getByLabel("Full reps", { exact: true }).fill("3");
  await phone.getByRole("button", { name: "Leave it as it was" }).press("Enter");
  await expect(phone.getByLabel("Sets done today")).toContainText("× 9");
  await focused();
  await context.close();
});
