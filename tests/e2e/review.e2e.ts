import { accessible, control, expect, openClient, saved, signIn, test } from "./hands";

test.beforeEach(async () => {
  await control("reset");
  await control("history");
});

test("a review turned into next week by keyboard: accepted, declined with a reason, taken back, put in the week", async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page);
  await openClient(page, "Aila");
  await page.locator("body").press("i");
  await expect(page.getByRole("heading", { level: 1, name: /Aila .*: review/ })).toBeVisible();
  for (const name of ["Planned and done", "Strength", "Left and right", "What the sets say", "Tests of one change"])
    await expect(page.getByRole("region", { name })).toBeVisible();
  await expect(page.getByRole("region", { name: "Strength" }).getByRole("img")).toBeVisible();
  await accessible(page);

  const week = page.getByRole("region", { name: /^Next week/ });
  const rows = week.locator("ol > li");
  const before = await rows.count();
  expect(before).toBeGreaterThan(2);

  // the second is declined with a reason, and stays so
  const second = (await rows.nth(1).locator("b").innerText()).trim();
  await page.keyboard.press("2");
  await page.keyboard.press("n");
  await page.keyboard.type("holiday next week");
  await page.keyboard.press("Enter");
  await expect(rows).toHaveCount(before - 1);
  await expect(week).toContainText("Declined: holiday next week");

  // the first that changes something is accepted, taken back, and accepted again
  const able = rows.filter({ has: page.locator("button.head") });
  const at = await able.evaluateAll((list) =>
    list.findIndex((li) => /×|begins|Rest|Last set|One set/.test(li.textContent ?? "")),
  );
  expect(at).toBeGreaterThanOrEqual(0);
  const text = await able.nth(at).locator("b").innerText();
  // it is taken back while it is still on its way: on a slow line nothing is said twice and nothing is lost
  await page.route("**/api/desk/decisions", async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  const taken = page.waitForResponse((r) => r.request().method() === "DELETE" && r.url().includes("/desk/decisions/"));
  await page.keyboard.press(String(at + 1));
  await page.keyboard.press("y");
  await expect(week.locator(".said")).toContainText("Accepted");
  await page.keyboard.press("z");
  expect((await taken).status()).toBe(200);
  await page.unroute("**/api/desk/decisions");
  await expect(week.locator("ol b").filter({ hasText: text.replace("■ ", "") })).toHaveCount(1);
  await saved(page);
  await page.keyboard.press(String(at + 1));
  await page.keyboard.press("y");
  await saved(page);

  // what was said stays said: after a reload neither is proposed again
  await page.reload();
  await expect(page.getByRole("region", { name: /^Next week/ })).toBeVisible();
  await expect(week.locator("ol b").filter({ hasText: second })).toHaveCount(0);

  await page.keyboard.press("h");
  await expect(page).toHaveURL(/\/week$/);
});

test("a line that is not felt: another setup is found and put in without leaving the review, and taken back", async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page);
  const week = page.getByRole("region", { name: /^Next week/ });
  const row = week.locator("ol > li").filter({ hasText: "Another setup in its place" }).first();
  // of the four clients the first with such a line
  for (const name of ["Aila", "Bram", "Celia", "Dario"]) {
    await openClient(page, name);
    await page.locator("body").press("i");
    await expect(page.getByRole("heading", { level: 1, name: new RegExp(`${name} .*: review`) })).toBeVisible();
    await expect(week).toBeVisible();
    if ((await row.count()) > 0) break;
  }
  const name = (await row.locator("b").innerText()).split(":")[0]!;
  const verdict = page.locator(".line", { hasText: name }).first();
  await expect(verdict).toHaveAttribute("data-stay", "replace");
  await row.locator("button.head").click();
  await page.keyboard.press("y");
  const dialog = page.getByRole("dialog", { name: `Instead of ${name}` });
  await dialog
    .getByRole("button", { name: /^(Swap|Use)/ })
    .first()
    .click({ timeout: 60_000 });
  await expect(dialog).toBeHidden();
  await expect(week.locator(".said")).toContainText(`${name}: Accepted`);
  await saved(page);
  await page.keyboard.press("z");
  await expect(row).toContainText(name);
  await saved(page);
});

test("evidence of the practice: what is judged, found by name, opened to its points, and its switch in the ranking", async ({
  page,
}) => {
  test.setTimeout(120_000);
  await signIn(page);
  await page.locator("body").press("o");
  await expect(page.getByRole("heading", { level: 1, name: "Evidence of the practice" })).toBeVisible();
  // there is a choice as soon as there is something to judge; before, everything is shown
  await page.getByRole("radio", { name: /^All/ }).check({ force: true, timeout: 60_000 });
  const rows = page.locator("table.evidence tbody tr");
  await expect.poll(() => rows.count(), { timeout: 30_000 }).toBeGreaterThan(10);
  await accessible(page);
  const name = await rows.first().getByRole("button").innerText();
  await page.getByRole("textbox", { name: "Find a setup" }).fill(name);
  await rows.first().getByRole("button").click();
  await expect(page.locator(".opened").first()).toContainText(/Of a hundred points|Too few to judge/);
  const csv = page.waitForEvent("download");
  await page.getByRole("link", { name: "As CSV" }).click();
  expect((await csv).suggestedFilename()).toBe("evidence.csv");
});

test("a test of one change: what it can show is said before, and nothing is claimed early", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Bram");
  await page.locator("body").press("i");
  const tests = page.getByRole("region", { name: "Tests of one change" });
  await tests.getByRole("button", { name: "Begin a test" }).click();
  await expect(tests).toContainText(/Takes \d+ workouts before|Cannot be told/);
  // where nearly every workout is felt there is nothing to find there; strength of the same setup shows soonest
  await tests.getByRole("combobox", { name: /What is measured/ }).click();
  await page.locator(".ant-select-item-option", { hasText: "strength in the same setup" }).click();
  await expect(tests).toContainText(/Takes 13 workouts before/);
  await tests.getByLabel("What is changed").fill("elbows a hand closer");
  await tests.getByRole("button", { name: "Begin a test" }).click();
  await expect(tests).toContainText("elbows a hand closer");
  await expect(tests).toContainText(/After 0 of \d+ workouts: cannot tell yet/);
  await tests.getByRole("button", { name: "End the test" }).click();
  await expect(tests).toContainText("ended");
});
