/** The desk, the intake and the sheet: a morning's work, mostly by keyboard. */
import { accessible, control, expect, handOver, openClient, openPhone, signIn, step, test } from "./hands";

test.beforeAll(async () => void (await control("reset")));

test("the desk by keyboard only: opened by digit, put off, taken back, and a client found by name", async ({
  page,
}) => {
  await signIn(page);
  const decisions = page.getByRole("region", { name: /Needs a decision/ });
  const rows = decisions.locator("ol > li");
  await expect(rows.first()).toContainText("Screening is not cleared");
  await expect(rows.first()).toContainText("Ilse Brandt");
  const before = await rows.count();
  expect(before).toBeGreaterThan(1);
  await page.keyboard.press("2");
  await expect(rows.nth(1)).toHaveAttribute("data-open", "true");
  const name = (await rows.nth(1).locator(".who").textContent())!;
  const fact = (await rows.nth(1).locator("strong").first().textContent())!;
  await page.keyboard.press("t");
  await expect(decisions.getByText(fact)).toHaveCount(0);
  const done = page.getByRole("region", { name: "Done today" });
  await expect(done).toContainText(`${name} put off until`);
  await page.keyboard.press("z");
  await expect(decisions.getByText(fact)).toHaveCount(1);
  await expect(done).toHaveCount(0);
  // safety is not clicked away
  await page.keyboard.press("1");
  await page.keyboard.press("y");
  await expect(rows.first()).toContainText("Screening is not cleared");
  await page.keyboard.press("/");
  await page.keyboard.type("toma");
  await expect(page.getByRole("region", { name: /clients$/ }).getByRole("listitem")).toHaveCount(1);
  await page.keyboard.type("xx");
  await expect(page.getByText("No client's name has “tomaxx”.")).toBeVisible();
});

test("pain on the phone stands on the desk at once, and leads to what spares the joint", async ({ page, browser }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  await page.getByRole("link", { name: "Desk", exact: true }).click();
  const decisions = page.getByRole("region", { name: /Needs a decision/ });
  await expect(decisions).toBeVisible();
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Hammer curl/ }).click();
  await phone.getByRole("button", { name: "Something hurt" }).click();
  await phone.getByRole("button", { name: "Sharp" }).click();
  await phone.getByRole("group", { name: "Which joint?" }).getByRole("button", { name: "Elbow" }).click();
  await phone.getByRole("button", { name: "7", exact: true }).click();
  await phone.getByRole("button", { name: "Save what hurt" }).click();
  // nobody reloads the desk
  const row = decisions.locator("ol > li").filter({ hasText: "Maja" });
  await expect(row).toContainText(/Sharp pain 7 of 10/, { timeout: 15_000 });
  await row.getByRole("button").first().click();
  await row.getByRole("button", { name: "Swap in the week" }).click();
  await expect(page.getByRole("dialog")).toBeVisible();
  await context.close();
});

test("intake to a handed-over week by keyboard: a stiff shoulder, a home gym, under 40 steps", async ({ page }) => {
  await signIn(page);
  let steps = 0;
  const press = async (key: string) => {
    steps += 1;
    await page.keyboard.press(key);
  };
  const fill = async (label: string, value: string) => {
    steps += 1;
    await page.getByLabel(label, { exact: true }).fill(value);
  };
  const enter = async (role: "button" | "tab" | "link" | "checkbox", name: string | RegExp, key = "Enter") => {
    steps += 1;
    await page.getByRole(role, { name }).first().press(key);
  };
  await page.goto("/clients/new");
  await fill("Name", "Stiff Test");
  await fill("Height, cm", "168");
  await fill("Body weight, kg", "64");
  await enter("button", "All no");
  await expect(page.getByRole("region", { name: "Before training" })).toContainText("Every answer is no");
  await press("Alt+2");
  await enter("button", "upper body first");
  await page.getByLabel("Priority of Glutes").press("2");
  steps += 1;
  await press("Alt+3");
  await fill("Days a week", "2");
  await fill("Minutes a session", "40");
  await enter("checkbox", "band", "Space");
  await enter("button", "Note a joint");
  await enter("button", "Note a movement");
  await fill("Arm raised to, degrees", "120");
  const panel = page.getByRole("complementary", { name: "What this changes" });
  await expect(panel).toContainText(/\d+ setups → \d+ setups/, { timeout: 60_000 });
  await expect(panel).toContainText("the arm raised to 120°");
  await enter("button", "Save client");
  await enter("link", "To the week");
  await expect(page.getByRole("heading", { name: "Nothing on the week yet" })).toBeVisible();
  await press("g");
  const sheet = page.getByRole("region", { name: "Build the week" });
  await expect(sheet.getByRole("button", { name: "Build the week" })).toBeFocused();
  await press("Enter");
  const accept = sheet.getByRole("button", { name: /^Accept \d+ edits?$/ });
  await expect(accept).toBeEnabled({ timeout: 60_000 });
  await accept.press("Enter");
  steps += 1;
  await expect(sheet).toHaveCount(0);
  await handOver(page);
  steps += 3;
  expect(steps).toBeLessThan(40);
  // answers are there again where they are changed
  await openClient(page, "Stiff");
  await step(page, 3);
  await expect(page.getByLabel("Arm raised to, degrees")).toHaveValue("120");
});

test("a yes blocks the hand-over until somebody's clearance is recorded; a place is said once for all", async ({
  page,
}) => {
  await signIn(page);
  await openClient(page, "Tomas");
  await page
    .getByRole("radiogroup", { name: /Numbness/ })
    .getByText("Yes")
    .click();
  await expect(page.locator("#client-cleared")).toContainText("blocked until a licensed professional");
  await page.getByRole("button", { name: "Record clearance" }).click();
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByText("who has cleared the client")).toBeVisible();
  await page.getByLabel("Cleared by (name and profession)").fill("A. Falk, physiotherapist");
  await expect(page.locator("#client-cleared")).toContainText("Cleared by A. Falk, physiotherapist");
  await step(page, 3);
  await page.getByRole("button", { name: "New place" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Save the place" }).click();
  await expect(dialog).toContainText("a name is needed");
  await dialog.getByLabel("Name of the place").fill("Harbour hall");
  await dialog.getByRole("checkbox", { name: "barbell" }).check();
  await accessible(page);
  await dialog.getByRole("button", { name: "Save the place" }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByText("Saved.", { exact: true })).toBeVisible();
  await page.reload();
  await step(page, 3);
  await expect(page.getByText("Harbour hall")).toBeVisible();
  await page.getByRole("button", { name: "Change this place" }).click();
  await expect(page.getByRole("dialog")).toContainText("1 client there");
  await expect(page.getByRole("dialog").getByRole("checkbox", { name: "barbell" })).toBeChecked();
});

test("the sheet: seen as it is printed, chosen by hand, saved as PDF by key, and nothing in hand says so", async ({
  page,
  excuse,
}) => {
  excuse(/404/);
  await signIn(page);
  await openClient(page, "Maja");
  await page.locator("body").click({ position: { x: 5, y: 400 } });
  await page.keyboard.press("s");
  const papers = page.locator(".paper");
  await expect(papers.first()).toContainText("Maja Lindqvist");
  await expect(papers.first()).toContainText("Feel it in");
  await expect(papers.first()).toContainText("Set 1");
  await page.getByRole("checkbox", { name: "With a log to fill in" }).uncheck();
  await expect(papers.first()).not.toContainText("Set 1");
  await page.locator("h1").click();
  const [download] = await Promise.all([page.waitForEvent("download"), page.keyboard.press("f")]);
  expect(download.suggestedFilename()).toMatch(/^plan-\d+\.pdf$/);
  await page.getByRole("button", { name: "New link with a code" }).click();
  await expect(papers.first().getByRole("img", { name: /Your plan on the phone: http.*floor#/ })).toBeVisible();
  await page.getByRole("button", { name: "Make an address" }).click();
  const address = await page.getByLabel("Calendar that keeps up").inputValue();
  const calendar = await page.request.get(address);
  expect(await calendar.text()).toMatch(/^BEGIN:VCALENDAR/);
  await openClient(page, "Ilse");
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Sheet" }).click();
  await expect(page.getByRole("heading", { name: "Nothing is handed over yet" })).toBeVisible();
});

test("the phone asks after the week and the reps: what follows is said at once, and the coach reads it", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  // installable: a manifest with an icon, and a worker that keeps the page
  const manifest = await (await phone.request.get("/floor.webmanifest")).json();
  expect(manifest).toMatchObject({ start_url: "/floor", display: "standalone" });
  for (const icon of manifest.icons) expect((await phone.request.get(icon.src)).ok()).toBe(true);
  const week = phone.getByRole("region", { name: "How was your week?" });
  await phone.getByRole("button", { name: "How was your week? Four taps" }).click();
  for (const [aspect, grade] of [
    ["Sleep", 2],
    ["Food", 3],
    ["Soreness (5: none)", 1],
    ["Stress (5: none)", 2],
  ] as const)
    await week
      .getByRole("group", { name: aspect })
      .getByRole("button", { name: String(grade) })
      .click();
  // where something is sore it is asked where, and nothing is sent before
  const where = week.getByRole("group", { name: "Which muscles are sore?" });
  await where.getByRole("button").first().click();
  const muscle = await where.getByRole("button").first().innerText();
  await week.getByRole("button", { name: "Save", exact: true }).click();
  await expect(phone.getByText("Your week was 2 of 5: loads stay this week, nothing goes down.")).toBeVisible();
  await phone.reload();
  await expect(phone.getByRole("button", { name: /Hammer curl|Cable/ }).first()).toBeVisible();
  await expect(phone.getByRole("button", { name: "How was your week? Four taps" })).toHaveCount(0);

  // a larger letter is a choice of this phone
  const size = () => phone.evaluate(() => getComputedStyle(document.documentElement).fontSize);
  const before = await size();
  await phone.getByRole("button", { name: "Larger letters" }).click();
  expect(await size()).not.toBe(before);
  await accessible(phone);
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Overhead cable extension/ }).click();
  const form = phone.getByRole("group", { name: /Did the reps stay clean/ });
  await form.getByRole("button", { name: "Half reps" }).click();
  await expect(phone.getByText("Then the load stays until the reps are clean.")).toBeVisible();
  await expect(form.getByRole("button", { name: "Half reps" })).toHaveAttribute("aria-pressed", "true");
  await expect(phone.getByText("all sent")).toBeVisible();
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Log" }).click();
  await expect(page.getByRole("note")).toContainText("2 of 5 (sleep 2, food 3, soreness 1, stress 2;");
  await expect(page.getByRole("note")).toContainText(`sore: ${muscle.toLowerCase()})`);
  await context.close();
});
