import { SECOND, control, expect, openClient, openPhone, saved, signIn, step, test, watchContext } from "./hands";

test.beforeEach(async () => void (await control("reset")));

const PUSHDOWN = "Cable pushdown, one step back";

test("the database stops during a save: the week says so, keeps the edit through a reload and saves it later", async ({
  page,
  excuse,
}) => {
  excuse(/503/);
  await signIn(page);
  await openClient(page, "Maja", "Week");
  await page.getByRole("button", { name: /^Wednesday/ }).click();
  await control("pause");
  await page.getByLabel(`${PUSHDOWN}: rest`).fill("145");
  await expect(page.getByRole("status").filter({ hasText: "Not saved yet" })).toContainText("1 edit is kept here");
  await page.getByLabel(`${PUSHDOWN}: rest`).fill("150");
  await expect(page.getByRole("status").filter({ hasText: "Not saved yet" })).toContainText("2 edits are kept here");
  await control("resume");
  await saved(page);
  await page.reload();
  await page.getByRole("button", { name: /^Wednesday/ }).click();
  await expect(page.getByLabel(`${PUSHDOWN}: rest`)).toHaveValue("150");

  // and once more with the page closed in between
  await control("pause");
  await page.getByLabel(`${PUSHDOWN}: rest`).fill("155");
  await expect(page.getByRole("status").filter({ hasText: "Not saved yet" })).toBeVisible();
  await page.goto("about:blank");
  await control("resume");
  await page.goBack();
  await page.getByRole("button", { name: /^Wednesday/ }).click();
  await expect(page.getByLabel(`${PUSHDOWN}: rest`)).toHaveValue("155");
  await saved(page);
});

test("two coaches on one week: different things merge, the same thing is shown with both values and a choice", async ({
  page,
  browser,
  excuse,
}) => {
  excuse(/409|ERR_FAILED/);
  await signIn(page);
  await openClient(page, "Maja", "Week");
  await page.getByRole("button", { name: /^Wednesday/ }).click();
  const other = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const errors: string[] = [];
  watchContext(other, errors);
  const ivo = await other.newPage();
  await signIn(ivo, SECOND);
  await openClient(ivo, "Maja", "Week");
  await ivo.getByRole("button", { name: /^Wednesday/ }).click();

  // the page asks now and then what others did: hold that back, so that both edit the same version
  await page.route("**/program", (route) => route.abort());
  await ivo.getByLabel(`${PUSHDOWN}: rest`).fill("111");
  await ivo.getByLabel("Preacher curl, pad 45°: rest").fill("77");
  await saved(ivo);
  await page.getByLabel(`${PUSHDOWN}: rest`).fill("222");
  await expect(page.getByRole("alert")).toContainText("Changed by two people");
  await expect(page.getByRole("alert")).toContainText("yours: 222");
  await expect(page.getByRole("alert")).toContainText("Ivo Halden");
  await expect(page.getByRole("alert")).toContainText(": 111");
  await page.unroute("**/program");
  await page.getByRole("button", { name: "Use mine" }).click();
  await saved(page);
  await expect(page.getByLabel(`${PUSHDOWN}: rest`)).toHaveValue("222");
  await expect(page.getByLabel("Preacher curl, pad 45°: rest")).toHaveValue("77");
  expect(errors).toEqual([]);
  await other.close();
});

test("no signal on the floor: sets are kept, shown as not sent and sent once when it is back", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Hammer curl/ }).click();
  await context.setOffline(true);
  await phone.getByRole("button", { name: /As planned/ }).click();
  await phone.getByRole("button", { name: /As planned/ }).click();
  await expect(phone.getByText("2 not sent")).toBeVisible();
  await expect(phone.getByText(/kept on this phone and sent later/)).toBeVisible();
  await context.setOffline(false);
  await expect(phone.getByText("all sent")).toBeVisible({ timeout: 15_000 });
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Log" }).click();
  await expect(page.getByRole("region", { name: "Hammer curl" }).locator("tbody tr").first()).toContainText(
    /8 kg\s*\d+ \(2\) · \d+ \(1\)$|8 kg|9 kg/,
  );
  await expect(page.getByRole("region", { name: "Hammer curl" }).locator("tbody tr")).toHaveCount(4);
  await context.close();
});

test("a closed link tells the client, and what was not sent stays", async ({ page, browser }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  await page
    .getByRole("button", { name: /^Hand over/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Close the link" }).click();
  await expect(page.getByRole("dialog")).toContainText("No link is open");
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Hammer curl/ }).click();
  await phone.getByRole("button", { name: /As planned/ }).click();
  await expect(phone.getByRole("alert").first()).toContainText("Your coach has closed this link");
  await expect(phone.getByText("1 not sent")).toBeVisible();
  await phone.reload();
  await expect(phone.getByText("1 not sent")).toBeVisible();
  await context.close();
});

test("a client's form says what is wrong at its field and keeps what was typed", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Ilse");
  await page.getByLabel("Name").fill("");
  await step(page, 3);
  await page.getByLabel("Minutes a session").fill("500");
  await page.getByRole("button", { name: "Save client" }).click();
  // the step of the first fault is opened, and its field has the focus
  await expect(page.locator("#reason-name")).toHaveText("a name is needed");
  await expect(page.getByLabel("Name")).toBeFocused();
  await page.getByLabel("Name").fill("Ilse Brandt");
  await step(page, 3);
  await expect(page.locator("#reason-minutes")).toHaveText("between 15 and 180 minutes");
  await expect(page.getByLabel("Minutes a session")).toHaveValue("500");
  await page.getByLabel("Minutes a session").fill("35");
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByRole("link", { name: /Ilse Brandt 2 days, 35 min/ })).toBeVisible();
  // not cleared: nothing is handed over
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Week" }).click();
  await expect(page.getByRole("heading", { name: "Nothing on the week yet" })).toBeVisible();
  await page.getByRole("button", { name: "Hand over" }).click();
  await expect(page.getByRole("dialog")).toContainText("Screening is not cleared");
});

test("a client of another practice, a made-up address and wrong parameters end in words", async ({ page, excuse }) => {
  excuse(/401/);
  await signIn(page);
  await page.goto("/clients/00000000-0000-4000-8000-000000000000/week");
  await expect(page.getByText("This client is not in your practice")).toBeVisible();
  await page.goto("/bench/nothing-like-it");
  await expect(page.getByText("There is no exercise called “nothing-like-it”")).toBeVisible();
  await page.goto("/bench/cable-pushdown?stepBack=900&head=nobody");
  await expect(page.getByText("Step back: 80 cm")).toBeVisible();
  await page.goto("/floor");
  await expect(page.getByText(/Open the link your coach sent you/)).toBeVisible();
});
