/** What the journeys share: signing in, watching the console, the phone, the database's switch. */
import AxeBuilder from "@axe-core/playwright";
import { test as base, expect, type Browser, type BrowserContext, type Page } from "@playwright/test";

export const COACH = { email: "edda@quernlight.example", password: "grain-and-lever" };
export const SECOND = { email: "ivo@quernlight.example", password: "grain-and-lever" };

/**
 * every page of a test is watched: an error in the console fails it, but for the requests a test takes away on
 * purpose
 */
export const test = base.extend<{ watch: RegExp[]; excuse: (pattern: RegExp) => void }>({
  watch: [
    async ({ context }, use) => {
      const errors: string[] = [];
      const excused: RegExp[] = [];
      watchContext(context, errors);
      await use(excused);
      expect(errors.filter((e) => !excused.some((p) => p.test(e)))).toEqual([]);
    },
    { auto: true },
  ],
  excuse: async ({ watch }, use) => use((pattern) => void watch.push(pattern)),
});

export function watchContext(context: BrowserContext, errors: string[]): void {
  const watch = (page: Page) => {
    page.on("console", (m) => m.type() === "error" && errors.push(`${m.text()} ${m.location().url}`));
    page.on("pageerror", (e) => errors.push(String(e)));
  };
  context.pages().forEach(watch);
  context.on("page", watch);
}

/** @returns what there is to say: for a practice the path of a fresh link */
export async function control(act: "pause" | "resume" | "reset" | "practice" | "history"): Promise<string> {
  const r = await fetch(`http://127.0.0.1:${Number(process.env.GRYN_E2E_PORT) + 1}/${act}`);
  if (!r.ok) throw new Error(await r.text());
  return r.text();
}

export async function signIn(page: Page, who = COACH): Promise<void> {
  await page.goto("/");
  await page.getByLabel("E-mail").fill(who.email);
  await page.getByLabel("Password", { exact: true }).fill(who.password);
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("navigation", { name: "Places" })).toBeVisible();
}

export async function openClient(
  page: Page,
  name: string,
  place: "Week" | "Log" | "Review" | null = null,
): Promise<void> {
  await page.getByRole("link", { name: "Clients" }).click();
  await page
    .locator(".client-list")
    .getByRole("link", { name: new RegExp(name) })
    .click();
  await expect(page).toHaveURL(/clients\/[0-9a-f-]{36}/);
  if (place) await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: place }).click();
}

/** opens a step of the intake */
export const step = (page: Page, n: 1 | 2 | 3) => page.getByRole("tab", { name: new RegExp(`^${n} `) }).click();

export const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /✓\s*Saved/ })).toBeVisible();

/** hands the open week over, the first time without a number, and sees it said */
export async function handOver(page: Page, number: number | null = null): Promise<void> {
  await page
    .getByRole("button", { name: /^Hand over/ })
    .first()
    .click();
  const dialog = page.getByRole("dialog");
  // what can hurt goes out with a reason only
  const reason = dialog.getByLabel(/^Reason to hand it over/);
  if (await reason.isVisible()) await reason.fill("Agreed with the client: short range, light");
  await dialog.getByRole("button", { name: number ? `Hand over number ${number}` : "Hand over", exact: true }).click();
  // true of the plan before as well, where nothing has changed since
  if (number) await expect(dialog).toContainText(`Number ${number} was handed over`);
  await expect(dialog).toContainText("The client sees exactly this plan");
  await dialog.getByRole("button", { name: "Close", exact: true }).click();
}

/** makes a link for the open week's client and opens it on a phone of its own */
export async function openPhone(
  page: Page,
  browser: Browser,
  allSent = "all sent",
): Promise<{ phone: Page; context: BrowserContext; errors: string[]; link: string }> {
  await page
    .getByRole("button", { name: /^Hand over/ })
    .first()
    .click();
  const dialog = page.getByRole("dialog");
  const before = await dialog.getByLabel("Link for the client").count();
  expect(before).toBe(0);
  await dialog.getByRole("button", { name: /Make a link|New link/ }).click();
  const link = await dialog.getByLabel("Link for the client").inputValue();
  await dialog.getByRole("button", { name: "Close", exact: true }).click();
  const context = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true });
  const errors: string[] = [];
  watchContext(context, errors);
  const phone = await context.newPage();
  await phone.goto(link);
  await expect(phone.getByRole("status").filter({ hasText: allSent })).toBeVisible();
  return { phone, context, errors, link };
}

/** WCAG 2.2 A and AA as far as a program can see */
export async function accessible(page: Page, exclude: string[] = []): Promise<void> {
  let axe = new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]);
  for (const e of exclude) axe = axe.exclude(e);
  const { violations } = await axe.analyze();
  expect(
    violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => `${n.target.join(" ")} ${n.any[0]?.message ?? ""}`)
          .join(" | ")}`,
    ),
  ).toEqual([]);
}

export { expect };
