import { accessible, control, expect, handOver, openClient, openPhone, saved, signIn, step, test } from "./hands";

test.beforeAll(async () => void (await control("reset")));

test("a warm-up does not count, a set has a tempo of its own, and the client reads both on the phone", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await openClient(page, "Runa", "Week");
  const more = page.locator(".session").getByRole("button", { name: /: more$/ });
  const first = (await more.first().getAttribute("aria-label"))!.replace(/: more$/, "");
  const checks = page.getByRole("complementary", { name: "Checks" });
  await expect(checks).toBeVisible();
  await more.first().click();
  await page.getByRole("menuitem", { name: "Technique and load from set to set" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: /Tempo of single sets/ }).click();
  await sheet.getByLabel("Set 2: down, seconds").fill("5");
  await sheet.getByText("warm-up", { exact: true }).click();
  await expect(sheet).toContainText("Takes its minutes; nothing of it counts.");
  await accessible(page);
  await sheet.getByRole("button", { name: "Close" }).click();
  const line = page.locator(".session tr").filter({ hasText: first }).first();
  await expect(line).toContainText("warm-up, does not count");
  await expect(line).toContainText("tempo by set");
  await saved(page);

  // one step takes it back, and again it stands
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(line).not.toContainText("warm-up, does not count");
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(line).toContainText("warm-up, does not count");
  await saved(page);
  await handOver(page);
  const { phone, context, errors } = await openPhone(page, browser);
  await phone.getByText(first).first().click();
  await expect(phone.getByText(/Warm-up: easy, to get ready. It does not count/)).toBeVisible();
  await expect(phone.getByText(/Set 2 at 5-/)).toBeVisible();
  expect(errors).toEqual([]);
  await context.close();
});

test("what an order costs is said while a line is dragged, and in the menu for who has no mouse", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Runa", "Week");
  await page.getByRole("button", { name: /^Thursday/ }).click();
  const handles = page.locator(".session .drag-handle");
  const names = page.locator(".session tr a");
  await handles.nth(0).scrollIntoViewIfNeeded();
  const before = await names.allTextContents();
  // the planner's figures come when the library is read
  await expect(async () => {
    await page
      .locator(".session")
      .getByRole("button", { name: /: more$/ })
      .first()
      .click();
    await expect(page.getByRole("menuitem", { name: /^Later: (costs|saves)/ })).toBeVisible({ timeout: 1_000 });
  }).toPass({ timeout: 60_000 });
  await page.keyboard.press("Escape");
  const [grip, target] = [(await handles.nth(0).boundingBox())!, (await handles.nth(1).boundingBox())!];
  await page.mouse.move(grip.x + 5, grip.y + 8);
  await page.mouse.down();
  await page.mouse.move(grip.x + 8, grip.y + 20, { steps: 4 });
  await page.mouse.move(target.x + 30, target.y + 12, { steps: 8 });
  await expect(page.getByTestId("order-cost")).toContainText(/Here it (costs|saves)/);
  await page.mouse.up();
  await expect.poll(() => names.allTextContents()).not.toEqual(before);
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => names.allTextContents()).toEqual(before);
});

test("the same session twice: two days come out alike", async ({ page }) => {
  await signIn(page);
  await page.goto("/clients/new");
  await page.getByLabel("Name").fill("Twice Test");
  await step(page, 3);
  await page.getByLabel("Days a week").fill("4");
  await page.getByRole("button", { name: "Save client" }).click();
  await page.getByRole("link", { name: "To the week" }).click();
  await page.getByRole("button", { name: "Build the week" }).first().click();
  const sheet = page.getByRole("region", { name: "Build the week" });
  await sheet.getByText("2, each 2 times").click();
  await sheet.getByRole("button", { name: "Build the week" }).click();
  await expect(sheet.getByRole("button", { name: /^Accept \d+ edits?$/ })).toBeVisible({ timeout: 60_000 });
  await sheet.getByRole("button", { name: /^Accept \d+ edits?$/ }).click();
  await saved(page);
  const names = async (day: RegExp) => {
    await page.getByRole("button", { name: day }).click();
    return page.locator(".session tr a").allTextContents();
  };
  const one = await names(/^Day 1/);
  expect(one.length).toBeGreaterThan(2);
  expect(await names(/^Day 3/)).toEqual(one);
  expect(await names(/^Day 2/)).not.toEqual(one);
});

test("a stiff joint leaves out what goes further, with both numbers, and the form says what cannot be", async ({
  page,
}) => {
  await signIn(page);
  await openClient(page, "Runa");
  await step(page, 3);
  await page.getByRole("button", { name: "Note a movement" }).click();
  await page.getByLabel("Arm raised to, degrees").fill("400");
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByText("between -20 and 180°")).toBeVisible();
  await page.getByLabel("Arm raised to, degrees").fill("90");
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByText("Saved.", { exact: true })).toBeVisible();
  await page.getByRole("link", { name: "Ranking", exact: true }).click();
  await page.getByRole("checkbox", { name: "Show what is not possible, and why" }).check();
  await expect(page.getByText(/arm raised to 90°, this asks 1\d\d°/).first()).toBeVisible({ timeout: 60_000 });
});

test("the weaker side begins: chosen beside what the log says, read on the phone, and the other side stops there", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const line = page.locator(".session tr:not(.cues)").filter({ hasText: "Cable curl behind the body" });
  await line.click({ position: { x: 4, y: 4 } });
  await line.getByRole("button", { name: /: more$/ }).click();
  await page.getByRole("menuitem", { name: "Technique and load from set to set" }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByText(/Neither side is weaker in the log|does \d+ % fewer/)).toBeVisible();
  await sheet.getByText("left", { exact: true }).click();
  await expect(sheet).toContainText("The other side stops at the same reps.");
  await accessible(page);
  await sheet.getByRole("button", { name: "Close" }).click();
  await expect(line).toContainText("left side begins");
  await saved(page);
  await handOver(page, 2);
  const { phone, context, errors } = await openPhone(page, browser);
  await phone.getByText("Cable curl behind the body").first().click();
  await expect(phone.getByText(/The left side begins; the right side stops at its reps/)).toBeVisible();
  await expect(phone.getByRole("button", { name: /As planned.*each side, left first/ })).toBeVisible();
  await phone.getByRole("button", { name: "Something else" }).click();
  // what the left does leads the right, until somebody types otherwise
  await phone.getByLabel("Reps, left side", { exact: true }).fill("7");
  await expect(phone.getByLabel("Reps, right side", { exact: true })).toHaveValue("7");
  await phone.getByRole("button", { name: "Reps, right side: more" }).click();
  await expect(phone.getByText("The left side began with 7: the right side stops there")).toBeVisible();
  expect(errors).toEqual([]);
  await context.close();
});

test("arms on a day of their own: written, named, kept when the week is written again, and taken back as one", async ({
  page,
}) => {
  await signIn(page);
  await openClient(page, "Runa", "Week");
  await page.getByRole("button", { name: "Build the week" }).first().click();
  const sheet = page.getByRole("region", { name: "Build the week" });
  await sheet.getByText("On a day of its own").click();
  await sheet.getByText("Start from an empty week").click();
  await sheet.getByRole("button", { name: "Build the week" }).click({ timeout: 60_000 });
  const take = sheet.getByRole("button", { name: /^Accept \d+ edits?$/ });
  await expect(take).toBeEnabled({ timeout: 60_000 });
  await take.click();
  await saved(page);
  const days = page.locator(".loom thead button");
  await days.last().click();
  await page.getByRole("button", { name: /^Day \.\.\./ }).click();
  await page.getByRole("menuitem", { name: "Name, date, muscle groups" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByTitle("arms")).toBeVisible();
  await accessible(page);
  await dialog.getByRole("button", { name: "Leave it" }).click();
  // nothing of it is a day of arms that nobody asked for, and what is written next keeps it
  await expect(page.getByRole("complementary", { name: "Checks" })).not.toContainText("only arms");
  await page.getByRole("button", { name: "Build the week" }).first().click();
  await expect(sheet.getByRole("radio", { name: /As the days are set/ })).toBeChecked();
  await sheet.getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await saved(page);
  await page.getByRole("button", { name: "Build the week" }).first().click();
  await expect(sheet.getByRole("radio", { name: /Best fit/ })).toBeChecked();
});
