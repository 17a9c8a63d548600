import { accessible, control, expect, saved, signIn, test } from "./hands";

test.beforeAll(async () => void (await control("reset")));

test("from a muscle to a covering session in the client's week: cells ticked off, the set put on a day", async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole("combobox", { name: "Open client" }).click();
  await page.getByTitle("Maja Lindqvist").click();
  await page.getByRole("link", { name: "Ranking", exact: true }).click();
  await page.getByRole("link", { name: "Fewest exercises that cover it" }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: "What covers triceps" })).toBeVisible();
  const status = page.getByRole("status").filter({ hasText: "cover" });
  await expect(status).toContainText(/\d setups cover \d+ cells .* fewer do not/, { timeout: 60_000 });
  const before = await status.textContent();
  await accessible(page);
  await page.getByRole("checkbox", { name: "palms up" }).uncheck();
  await page.getByRole("checkbox", { name: "arm behind" }).uncheck();
  await expect(status).not.toHaveText(before!);
  await page.getByRole("button", { name: /Put the set on .* as a session/ }).click();
  await page.getByRole("link", { name: "Open the week" }).click();
  await saved(page);
  await expect(page.getByRole("button", { name: /: more$/ }).nth(4)).toBeVisible();
});

test("the bench answers: a sweep in words, the best setup found and set up, felt elsewhere, and put on a day", async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole("combobox", { name: "Open client" }).click();
  await page.getByTitle("Maja Lindqvist").click();
  await page.getByRole("link", { name: "Bench", exact: true }).click();
  const sweep = page.getByRole("region", { name: "What a setting changes" });
  await expect(sweep.getByRole("status").filter({ hasText: /is most at/ })).toBeVisible({ timeout: 60_000 });
  const best = page.getByRole("region", { name: "The best setup for an aim" });
  await best.getByRole("button", { name: "Find it" }).click();
  await expect(best.getByRole("status")).toContainText(/setups tried/, { timeout: 60_000 });
  const title = page.getByRole("heading", { level: 1 });
  const was = await title.textContent();
  await best.getByRole("button", { name: "Use this setting" }).first().click();
  await expect(title).not.toHaveText(was!);
  const felt = page.getByRole("region", { name: "Felt elsewhere" });
  await felt.getByRole("combobox", { name: "Muscle felt instead" }).click();
  await page.locator(".ant-select-dropdown:visible").getByTitle("pectoralis major").click();
  await expect(felt.getByRole("status")).toContainText(/tension here is \d+ % of what it could give/, {
    timeout: 60_000,
  });
  await accessible(page);
  await page.getByRole("button", { name: "Add to a day" }).click();
  await page.getByRole("menuitem").first().click();
  await expect(page.getByRole("link", { name: "Open the week" })).toBeVisible({ timeout: 60_000 });
});

test("the bench side by side: two setups of different exercises, who gives out first, a map of two parameters, the rep", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/bench/overhead-cable-extension");
  await page.getByRole("button", { name: "Pin to compare" }).click({ timeout: 60_000 });
  // the list is long: who looks for something types it
  await page.getByRole("combobox", { name: "Exercise" }).fill("Cable pushdown");
  await page.locator(".ant-select-dropdown:visible").getByTitle("Cable pushdown", { exact: true }).click();
  const side = page.getByRole("region", { name: "Side by side" });
  await expect(side).toContainText("For a long muscle: Overhead cable extension", { timeout: 60_000 });
  await expect(side.getByRole("row", { name: /Work at an equal peak of torque/ })).toBeVisible();
  await accessible(page);
  await side.getByRole("button", { name: "Unpin" }).click();
  await expect(side).toHaveCount(0);

  const turned = page.getByRole("region", { name: "What a setting changes" });
  await turned.getByRole("combobox", { name: "Setting to change" }).click();
  await page.locator(".ant-select-dropdown:visible").getByTitle("the rep itself").click();
  await expect(turned.getByRole("status").filter({ hasText: /is most at \d+ % of the way/ })).toBeVisible({
    timeout: 60_000,
  });
  await page.goto("/bench/overhead-cable-extension");
  await turned.getByRole("combobox", { name: "A second parameter: a map" }).click();
  await page
    .locator(".ant-select-dropdown:visible")
    .getByTitle(/^and pulley/)
    .click();
  await expect(turned.getByRole("img", { name: /^Tension over .* and .*: most at/ })).toBeVisible({ timeout: 60_000 });
  const title = page.getByRole("heading", { level: 1 });
  const was = await title.textContent();
  await turned.getByRole("button", { name: "Set both there" }).click();
  await expect(title).not.toHaveText(was!);
});

test("where the rep begins and ends: recommended with its reason, drawn, and told in numbers; a head that does nothing has none", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/bench/lying-leg-curl?head=semitendinosus");
  const range = page.getByRole("region", { name: "Range of motion" });
  await expect(range).toContainText(/End at \d+ % of the way \(knee at \d+°\)/, { timeout: 60_000 });
  await expect(range).toContainText(/It allows 1\.\d\d times the load/);
  await range.getByRole("button", { name: "Draw it" }).click();
  await expect(range).toContainText(/of the way: 1\.\d\d times the load/, { timeout: 60_000 });
  await expect(range.getByRole("button", { name: "Draw it" })).toBeHidden();
  await accessible(page);
  // by keys: one step further, and the numbers follow
  const end = range.getByRole("slider", { name: "Where the rep ends" });
  const at = Number(await end.getAttribute("aria-valuenow"));
  await end.focus();
  await page.keyboard.press("ArrowRight");
  await expect(end).toHaveAttribute("aria-valuenow", String(at + 5));
  await expect(range).toContainText(new RegExp(`0 % to ${at + 5} % of the way`), { timeout: 60_000 });
  // a part is never so short that nothing is left of it
  const begin = range.getByRole("slider", { name: "Where the rep begins" });
  await begin.focus();
  await page.keyboard.press("End");
  expect(
    Number(await end.getAttribute("aria-valuenow")) - Number(await begin.getAttribute("aria-valuenow")),
  ).toBeGreaterThanOrEqual(40);
  await range.getByRole("combobox", { name: "School that counts tension" }).click();
  await page.locator(".ant-select-dropdown:visible").getByTitle("whole range").click();
  await expect(range).toContainText(/(End at \d+|The whole rep)/, { timeout: 60_000 });
  await page.goto("/bench/lying-leg-curl?head=vastus-lateralis");
  await expect(page.getByRole("region", { name: "What a setting changes" })).toBeVisible({ timeout: 60_000 });
});
