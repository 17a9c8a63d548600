/** A sensor counts a set, the client says where it was felt and writes a word, the coach answers; a plan by mail. */
import type { Browser, Page } from "@playwright/test";
import { accessible, control, expect, handOver, openClient, openPhone, signIn, test } from "./hands";

/** the plan in hand, one of its exercises open on the phone, and a sensor asked for by its code */
async function withSensor(page: Page, browser: Browser, exercise: RegExp, code: string) {
  await control("reset");
  await signIn(page);
  await openClient(page, "Runa", "Week");
  await handOver(page);
  const opened = await openPhone(page, browser);
  await opened.phone.locator("ol.list button").filter({ hasText: exercise }).first().click();
  await opened.phone.getByRole("button", { name: "Count with a sensor" }).click();
  await opened.phone.getByLabel("Code on the sensor").fill(code);
  await opened.phone.getByRole("button", { name: "Connect" }).click();
  return opened;
}

test.beforeAll(async () => void (await control("reset")));

test("a sensor counts a set and sees a lost end position; a note is answered and stands on the phone", async ({
  page,
  browser,
}) => {
  test.setTimeout(150_000);
  await signIn(page);
  await openClient(page, "Runa", "Week");
  await handOver(page);
  const { phone, context, errors } = await openPhone(page, browser);
  // a line that is done with both sides at once
  const card = phone
    .locator("ol.list button")
    .filter({ hasText: /press|pulldown|curl|squat/i })
    .first();
  const name = (await card.locator("strong, b, span").first().innerText()).trim();
  await card.click();
  await expect(phone.getByText(/Set 1 of/).first()).toBeVisible();

  // nobody knows the load yet: two steps up, then it is heavy enough
  const way = phone.getByRole("group", { name: /First time/ });
  await expect(way).toContainText(/Step 1 of [23]: [84] reps with/);
  await way.getByRole("button", { name: "Easy" }).click();
  await expect(way).toContainText(/Step 2 of [23]: [42] reps with/);
  const heavy = /with ([\d.,]+ \w+)/.exec(await way.innerText())![1]!;
  await way.getByRole("button", { name: "Hard enough" }).click();
  await expect(phone.getByText(`Work with ${heavy}.`)).toBeVisible();

  await phone.getByRole("button", { name: "Count with a sensor" }).click();
  await phone.getByLabel("Code on the sensor").fill("rack-7");
  await phone.getByRole("button", { name: "Connect" }).click();
  await expect(phone.getByText("rack-7 is connected. Begin your set.")).toBeVisible();
  const device = await context.newPage();
  await device.goto("/sensor?code=rack-7&reps=8&lostFrom=6&speed=10&dropouts=0");
  await accessible(device);
  await device.getByRole("button", { name: "Start the set" }).click();
  await expect(device.getByText("rack-7 sends 8 reps to every phone that is connected.")).toBeVisible();
  await device.close();
  await expect(phone.getByText("8 reps", { exact: true })).toBeVisible({ timeout: 20_000 });
  await expect(phone.getByText(/The end position was not reached in [23] reps/)).toBeVisible();
  await expect(phone.getByText(/^Lowered in/)).toBeVisible();
  await accessible(phone);
  await phone.getByRole("button", { name: "Log 8 reps" }).click();
  await expect(phone.getByRole("list", { name: "Sets done today" })).toContainText(`${heavy} × 8`);
  await expect(phone.getByRole("button", { name: "Did not reach the end position" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );

  // felt elsewhere: in which muscle is asked then
  await phone.getByRole("button", { name: "Somewhere else" }).click();
  const where = phone.getByRole("group", { name: "Where then?" });
  await where.getByRole("button").first().click();
  await expect(where.getByRole("button").first()).toHaveAttribute("aria-pressed", "true");
  await phone.getByLabel("Message to your coach").fill("The seat was too low");
  await phone.getByLabel("Message to your coach").blur();
  await expect(phone.getByRole("status").filter({ hasText: "all sent" })).toBeVisible();

  await openClient(page, "Runa", "Log");
  await expect(page.getByText("Client: “The seat was too low”").first()).toBeVisible();
  await page.getByRole("button", { name: "Answer", exact: true }).first().click();
  await page.getByLabel("Answer to “The seat was too low”").fill("Two notches up on Friday");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Edda Varn: “Two notches up on Friday”").first()).toBeVisible();
  await phone.reload();
  await phone.getByText(name).first().click();
  await expect(phone.getByRole("note")).toContainText("Edda Varn: “Two notches up on Friday”");
  expect(errors).toEqual([]);
  await context.close();
});

test("a sensor that nobody has: said at once, and the set is typed as ever", async ({ page, browser }) => {
  const { phone, context, errors } = await withSensor(page, browser, /press|pulldown|curl|squat/i, "no such/code");
  await expect(phone.getByRole("alert")).toContainText("Count yourself, or try again");
  await phone.getByRole("button", { name: "Without a sensor" }).click();
  await expect(phone.getByRole("button", { name: "Count with a sensor" })).toBeVisible();
  expect(errors.filter((e) => !/400 \(Bad Request\)/.test(e))).toEqual([]);
  await context.close();
});

test("one side after the other is counted by itself, and logged as one set", async ({ page, browser }) => {
  const { phone, context, errors } = await withSensor(page, browser, /side raise/i, "stack-2");
  await expect(phone.getByText("stack-2 is connected. Begin with your left side.")).toBeVisible();
  const device = await context.newPage();
  await device.goto("/sensor?code=stack-2&reps=9&speed=10&dropouts=0");
  await device.getByRole("button", { name: "Start the set" }).click();
  await expect(phone.getByText("Left: 9 reps")).toBeVisible({ timeout: 20_000 });
  await phone.getByRole("button", { name: "Now the right side" }).click();
  await expect(phone.getByText("stack-2 is connected. Begin with your right side.")).toBeVisible();
  await device.getByLabel("Reps").fill("7");
  await device.getByRole("button", { name: "Start the set" }).click();
  await expect(phone.getByText("Right: 7 reps")).toBeVisible({ timeout: 20_000 });
  await phone.getByRole("button", { name: "Log 7 reps" }).click();
  const done = phone.getByRole("list", { name: "Sets done today" });
  await expect(done).toContainText(/9.*7/);
  expect(errors).toEqual([]);
  await context.close();
});

test("a plan by mail: sent, refused with its reason, and read as it arrived", async ({ page }) => {
  await control("reset");
  await signIn(page);
  await openClient(page, "Runa", "Week");
  await handOver(page);
  await page.locator("body").press("s");
  const mail = page.getByRole("region", { name: "Mail" });
  await mail.getByLabel("To").fill("runa@refused.example");
  await mail.getByRole("button", { name: "Send plan and calendar" }).click();
  await expect(mail.getByRole("alert")).toContainText("there is no runa@refused.example here");
  await mail.getByLabel("To").fill("runa@example.org");
  await mail.getByLabel("A word of your own").fill("See you on Friday.");
  await mail.getByLabel(/With a new phone link/).check();
  await mail.getByRole("button", { name: "Send plan and calendar" }).click();
  await expect(mail.getByRole("status")).toContainText("Sent to runa@example.org.");
  await accessible(page);
  await mail.getByRole("link", { name: "What was sent" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Mail" })).toBeVisible();
  const arrived = page.getByRole("region", { name: "As it arrived" });
  await expect(arrived).toContainText("Hello Runa,");
  await expect(arrived).toContainText("See you on Friday.");
  await expect(arrived).toContainText("/floor#");
  await expect(arrived).toContainText(/runa-solheim-plan-\d+\.pdf/);
  await expect(page.getByRole("table")).toContainText("not taken");
  await accessible(page);
});
