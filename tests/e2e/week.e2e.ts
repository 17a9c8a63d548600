import { accessible, control, expect, handOver, saved, signIn, step, test } from "./hands";

test.beforeAll(async () => void (await control("reset")));

test("by keyboard only: a new client's week is written, taken, changed by hand twice, written again and handed over", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/clients/new");
  await page.getByLabel("Name").fill("Liv Test");
  await page.getByRole("button", { name: "All no" }).press("Enter");
  await page.getByLabel("Agreed to keeping health data on").fill("2026-11-01");
  await page.keyboard.press("Alt+3");
  await page.getByLabel("Days a week").fill("3");
  await page.getByRole("checkbox", { name: "machine" }).press("Space");
  await page.getByRole("button", { name: "Save client" }).press("Enter");
  await page.getByRole("link", { name: "To the week" }).press("Enter");
  await expect(page.getByRole("heading", { name: "Nothing on the week yet" })).toBeVisible();

  // one key opens it, one writes, one takes
  await page.keyboard.press("g");
  const sheet = page.getByRole("region", { name: "Build the week" });
  await expect(sheet.getByRole("button", { name: "Build the week" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(sheet.getByRole("status")).toContainText(/A week is ready/, { timeout: 20_000 });
  await expect(sheet.getByRole("status")).toContainText(/At most \d+ % better is possible|No better week exists/, {
    timeout: 60_000,
  });
  await accessible(page);
  const accept = sheet.getByRole("button", { name: /^Accept \d+ edits?$/ });
  await expect(accept).toBeEnabled({ timeout: 60_000 });
  await accept.press("Enter");
  await saved(page);
  await expect(sheet).toHaveCount(0);
  await expect(page.getByRole("complementary", { name: "Checks" })).toContainText("0 problems");

  // two changes by hand, and a wish: the rest stays as it was
  const lines = page.getByRole("button", { name: /: one set more$/ });
  const count = await lines.count();
  expect(count).toBeGreaterThan(4);
  await lines.first().press("Enter");
  const name = (await lines.nth(1).getAttribute("aria-label"))!.replace(/: one set more$/, "");
  await page.getByLabel(`${name}: rest`).fill("200");
  await page.keyboard.press("Tab");
  await saved(page);
  await page.getByRole("button", { name: "Build the week" }).first().press("Enter");
  await sheet.getByRole("button", { name: "Build the week" }).press("Enter");
  await expect(sheet.getByRole("button", { name: "Build again" })).toBeVisible({ timeout: 60_000 });
  const proposals = await sheet.getByRole("checkbox", { name: /^(Add|Take off|Move|Change) / }).count();
  expect(proposals).toBeLessThan(6);
  await page.keyboard.press("Escape");
  await expect(sheet).toHaveCount(0);
  await expect(page.getByLabel(`${name}: rest`)).toHaveValue("200");
  await saved(page);
  await handOver(page);
});

test("a wish that cannot be met is answered, and nothing has changed until something is taken", async ({ page }) => {
  await signIn(page);
  await page.goto("/clients/new");
  await page.getByLabel("Name").fill("Ask Test");
  await page.getByLabel("Agreed to keeping health data on").fill("2026-11-01");
  await step(page, 3);
  await page.getByLabel("Days a week").fill("2");
  await page.getByLabel("Minutes a session").fill("30");
  await step(page, 2);
  for (const group of ["Glutes", "Chest"]) await page.getByLabel(`Priority of ${group}`).press("4");
  // a third one is refused, with the way out
  await page.getByLabel("Priority of Quads").press("4");
  await expect(page.getByRole("alert")).toContainText("Two at most. Set Glutes and Chest to grow first.");
  await page.getByRole("button", { name: "Save client" }).click();
  await page.getByRole("link", { name: "To the week" }).click();
  await page.getByRole("button", { name: "Build the week" }).first().click();
  const sheet = page.getByRole("region", { name: "Build the week" });
  await sheet.getByRole("button", { name: "Build the week" }).click();
  await expect(sheet).toContainText("Not everything fits", { timeout: 60_000 });
  await expect(sheet).toContainText(/Any one of these would help/, { timeout: 60_000 });
  await expect(sheet.getByRole("list")).toContainText(/more minutes a day|from specialise to|Add a day/, {
    timeout: 60_000,
  });
  // another client's week shows nothing of it
  await page.getByRole("combobox", { name: "Open client" }).click();
  await page.getByTitle("Maja Lindqvist").click();
  await expect(page.getByRole("heading", { name: "Maja Lindqvist, arm block" })).toBeVisible();
  await expect(sheet).toHaveCount(0);
  await expect(page.locator(".week.preview")).toHaveCount(0);
  await page.goBack();
  await expect(sheet).toHaveCount(0);
  await expect(page.getByRole("heading", { name: "Nothing on the week yet" })).toBeVisible();
});

test("a technique is refused with the figure that forbids it, another is used, checked and reaches the phone's card", async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole("combobox", { name: "Open client" }).click();
  await page.getByTitle("Runa Solheim").click();
  await page.getByRole("link", { name: "Week" }).click();
  await page.getByRole("button", { name: "Back squat, deep: more" }).click();
  await page.getByRole("menuitem", { name: /Technique/ }).click();
  const dialog = page.getByRole("dialog");
  const drop = dialog.getByRole("listitem").filter({ hasText: "Drop set" });
  await expect(drop).toContainText(/Refused: .*\d+ Nm at the low back, at most 130/, { timeout: 60_000 });
  await expect(drop.getByRole("button")).toBeDisabled();
  await accessible(page);
  await dialog.getByRole("button", { name: "Top set and back-offs" }).click();
  await expect(dialog).toContainText(/Sets: (100 %|[\d.]+ kg), \d RIR/);
  await page.keyboard.press("Escape");
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText("top set and back-offs")).toBeVisible();
  await saved(page);
  await page.getByRole("button", { name: "Seated leg curl: more" }).click();
  await page.getByRole("menuitem", { name: /Technique/ }).click();
  await dialog.getByRole("button", { name: "Use drop set" }).click({ timeout: 60_000 });
  await page.keyboard.press("Escape");
  await expect(page.getByText("Drop set", { exact: true })).toBeVisible();
  await saved(page);
});

test("a second week is made, opened, and taken back; every criterion is ticked; a block is told", async ({ page }) => {
  await signIn(page);
  await page.getByRole("combobox", { name: "Open client" }).click();
  await page.getByTitle("Runa Solheim").click();
  await page.getByRole("link", { name: "Week" }).click();
  const ask = async (what: string) => {
    await page.getByRole("button", { name: "Ask the week" }).click();
    await page.getByRole("menuitem", { name: what }).click();
    return page.getByRole("dialog");
  };
  const second = await ask("A second week to take turns");
  await expect(second.getByRole("status")).toContainText(/\d of \d+ lines change/, { timeout: 60_000 });
  await second.getByRole("button", { name: "Take it as week B" }).click();
  await saved(page);
  await page.getByText("Week B", { exact: true }).click();
  await expect(page.getByRole("button", { name: /^Monday B/ }).first()).toBeVisible();
  const criteria = await ask("Every criterion");
  await expect(criteria.getByRole("status")).toContainText(/\d+ of \d+ hold/);
  await expect(criteria).toContainText("Weeks A and B share enough to progress");
  await accessible(page);
  await page.keyboard.press("Escape");
  const back = await ask("A second week to take turns");
  await back.getByRole("button", { name: "Back to one week" }).click();
  await saved(page);
  await expect(page.getByText("Week B", { exact: true })).toHaveCount(0);
  const block = await ask("A block of weeks");
  await expect(block.getByRole("columnheader", { name: "lighter" })).toBeVisible();
  await page.keyboard.press("Escape");
  const more = await ask("What would more bring?");
  await expect(more).toContainText(/10 more minutes a session: [+−]\d+\.\d sets/, { timeout: 60_000 });
});
