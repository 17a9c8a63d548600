import {
  accessible,
  control,
  expect,
  handOver,
  openClient,
  openPhone,
  saved,
  signIn,
  step,
  test,
  watchContext,
} from "./hands";

test.beforeEach(async () => void (await control("reset")));

const links = { list: (page: import("@playwright/test").Page) => page.getByRole("complementary").getByRole("list") };

test("the demo opens in one click; an address that is none says so and leads back", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Look around in the demo practice" }).click();
  await expect(page.getByRole("region", { name: /Needs a decision/ })).toBeVisible();
  await page.goto("/weeks/of/nobody");
  await expect(page.getByRole("heading", { name: "There is nothing at this address" })).toBeVisible();
  await page.getByRole("link", { name: "To the desk", exact: true }).click();
  await expect(page.getByRole("region", { name: /Needs a decision/ })).toBeVisible();
});

test("a practice of one's own: made with the printed link, a coach invited, a client's week begun, a client erased", async ({
  page,
  browser,
  excuse,
}) => {
  excuse(/409|410|400|401/);
  const address = await control("practice");
  await page.goto(address);
  await expect(page.getByRole("heading", { name: "A practice of your own" })).toBeVisible();
  await accessible(page);
  await page.getByLabel("Name of the practice").fill("Barleycorn");
  await page.getByLabel("Your name").fill("Nora Kvern");
  await page.getByLabel(/^E-mail/).fill(`nora-${Date.now()}@barley.example`);
  await page.getByLabel(/^Password/).fill("short");
  await page.getByRole("button", { name: "Make the practice" }).click();
  await expect(page.getByText("at least 10 characters")).toBeVisible();
  await page.getByLabel(/^Password/).fill("barley and rye");
  await page.getByRole("button", { name: "Make the practice" }).click();

  // her first client: priorities follow the minutes until she touches one
  await expect(page.getByRole("heading", { name: "New client" })).toBeVisible();
  await page.getByLabel("Name").fill("Per Test");
  await page.getByLabel("Agreed to keeping health data on").fill("2026-11-01");
  await step(page, 3);
  await page.getByLabel("Days a week").fill("2");
  await step(page, 2);
  await expect(page.getByLabel("Priority of Calves")).toBeVisible();
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByRole("link", { name: /Per Test 2 days, 45 min/ })).toBeVisible();
  await page.getByRole("link", { name: "To the week" }).click();
  await expect(page.getByRole("heading", { name: "Per Test, first block" })).toBeVisible();

  // a second coach joins by a link and sees the client, but does not erase
  await page.goto("/practice");
  await expect(page.getByRole("heading", { name: "Barleycorn" })).toBeVisible();
  await page.getByRole("button", { name: "Invite a coach", exact: true }).click();
  const link = await page.getByLabel("Link to join").inputValue();
  const other = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const errors: string[] = [];
  watchContext(other, errors);
  const second = await other.newPage();
  await second.goto(link);
  await second.getByLabel("Your name").fill("Odd Second");
  await second.getByLabel(/^E-mail/).fill(`odd-${Date.now()}@barley.example`);
  await second.getByLabel(/^Password/).fill("oats and oats");
  await second.getByRole("button", { name: "Join" }).click();
  await openClient(second, "Per");
  await expect(second.getByRole("button", { name: "Erase ..." })).toBeDisabled();
  await other.close();

  // who has looked
  await page.reload();
  await expect(page.getByRole("row", { name: /Odd Second/ })).toBeVisible();
  await page.getByRole("link", { name: "Audit" }).click();
  await expect(page.getByRole("row", { name: /Odd Second saw client Per Test/ })).toBeVisible();
  await accessible(page);

  // erased, only by typing the name
  await openClient(page, "Per");
  await page.getByRole("button", { name: "Erase ..." }).click();
  await expect(page.getByRole("button", { name: "Erase for good" })).toBeDisabled();
  await page.getByLabel("Type the client's name to confirm").fill("Per Test");
  await page.getByRole("button", { name: "Erase for good" }).click();
  await expect(page.getByRole("heading", { name: "Choose a client, or add one" })).toBeVisible();
  await expect(links.list(page).getByRole("link")).toHaveCount(0);
  expect(errors.filter((e) => !/401/.test(e))).toEqual([]);
});

test("one's account: a wrong password says so, the right one changes it, and the new one signs in", async ({
  page,
  excuse,
}) => {
  excuse(/403|401/);
  await signIn(page);
  await page.getByRole("button", { name: "Edda Varn" }).click();
  await page.getByRole("menuitem", { name: "Your account" }).click();
  await expect(page.getByRole("cell", { name: "this one" })).toBeVisible();
  await accessible(page);
  await page.getByLabel("Password now").fill("wrong");
  await page.getByLabel(/^New password/).fill("grain and lever again");
  await page.getByRole("button", { name: "Change the password" }).click();
  await expect(page.getByText("not your password", { exact: true })).toBeVisible();
  await page.getByLabel("Password now").fill("grain-and-lever");
  await page.getByRole("button", { name: "Change the password" }).click();
  await expect(page.getByText(/The password is changed/)).toBeVisible();
});

test("a week's days: one more, copied, named and dated, moved, taken away, and each undone", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const days = () => page.locator(".loom thead .day-name").allInnerTexts();
  const day = async (name: string, act: string) => {
    await page.getByRole("button", { name: `Day ..., ${name}` }).click();
    await page.getByRole("menuitem", { name: act }).click();
  };
  await day("Monday, long", "Copy the day");
  await expect.poll(days).toEqual(["Monday, long", "Monday, long, again", "Wednesday, short", "Friday, both"]);
  await expect(page.getByText(/trains 3 days a week; this week has 4/)).toBeVisible();
  await day("Monday, long, again", "Name, date, muscle groups");
  await page.getByRole("dialog").getByLabel("Name").fill("Saturday");
  await page.getByRole("dialog").getByLabel(/^Date/).fill("2026-12-05");
  await page.getByRole("dialog").getByRole("button", { name: "Save" }).click();
  await expect.poll(async () => (await days())[1]).toMatch(/^Saturday\s+(Dec 5|5 Dec)/);
  await day("Saturday", "Later in the week");
  await expect.poll(async () => (await days())[2]).toMatch(/Saturday/);
  await day("Saturday", "Remove the day");
  await expect.poll(days).toHaveLength(3);
  // name and date are one step
  for (let i = 0; i < 4; i++) await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(days).toEqual(["Monday, long", "Wednesday, short", "Friday, both"]);
  await saved(page);
  await page.reload();
  await expect.poll(days).toEqual(["Monday, long", "Wednesday, short", "Friday, both"]);
});

test("a noted joint: the check's first way out is the swap, and the cues the client reads are there", async ({
  page,
}) => {
  await signIn(page);
  await openClient(page, "Maja");
  await step(page, 3);
  await page.getByRole("button", { name: "Note a joint" }).click();
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByText("Saved.")).toBeVisible();
  await openClient(page, "Maja", "Week");
  await page.getByRole("button", { name: /^Monday/ }).click();
  await page.getByLabel("Hammer curl: rest").focus();
  await expect(page.getByLabel("What the client reads of Hammer curl")).toContainText(/./);
  const fix = page
    .getByRole("complementary", { name: "Checks" })
    .getByRole("button", { name: /^Swap for/ })
    .first();
  await expect(fix).toBeVisible({ timeout: 30_000 });
  const name = (await fix.innerText()).replace("Swap for ", "");
  await fix.click();
  await saved(page);
  await expect(
    page
      .getByRole("link", { name })
      .or(page.getByRole("button", { name: new RegExp(`^${name}`) }))
      .first(),
  ).toBeVisible();
});

test.describe("on the phone", () => {
  test("a squat can tell of back, knee and hip; sharp knee pain stops it there and then", async ({ page, browser }) => {
    await signIn(page);
    await openClient(page, "Runa", "Week");
    await handOver(page);
    const { phone, context, errors } = await openPhone(page, browser);
    await phone.getByRole("button", { name: /Back squat/ }).click();
    await phone.getByRole("button", { name: "Something hurt" }).click();
    const joints = phone.getByRole("group", { name: "Which joint?" });
    const likely = await joints.getByRole("button").allInnerTexts();
    expect(likely).toEqual(expect.arrayContaining(["Back", "Knee", "Hip", "Another"]));
    await joints.getByRole("button", { name: "Another" }).click();
    expect(await joints.getByRole("button").allInnerTexts()).toEqual(
      expect.arrayContaining(["Shoulder", "Elbow", "Wrist", "Ankle", "Neck", "Hand or fingers"]),
    );
    await phone.getByRole("button", { name: "Sharp" }).click();
    await joints.getByRole("button", { name: "Knee" }).click();
    await phone.getByRole("button", { name: "6", exact: true }).click();
    await phone.getByRole("button", { name: "Save what hurt" }).click();
    await expect(phone.getByRole("alert").first()).toContainText(/Sharp pain in the knee/);
    await expect(phone.getByRole("button", { name: /As planned/ })).toHaveCount(0);
    expect(errors).toEqual([]);
    await context.close();
  });

  test("a pair is led through in turn, with one rest a round; a coach strikes a set and it is gone", async ({
    page,
    browser,
  }) => {
    await signIn(page);
    await openClient(page, "Maja", "Week");
    await page.getByRole("button", { name: /^Wednesday/ }).click();
    await page.getByRole("button", { name: "Cable pushdown, one step back: more" }).click();
    await page.getByRole("menuitem", { name: "Superset with the next" }).click();
    await saved(page);
    await handOver(page, 2);
    const { phone, context, errors } = await openPhone(page, browser);
    await phone.getByRole("button", { name: "Wednesday, short" }).click();
    await expect(phone.getByText("In turn, a set of each")).toBeVisible();
    await phone.getByRole("button", { name: /Cable pushdown/ }).click();
    const title = phone.getByRole("heading", { level: 2 });
    await phone.getByRole("button", { name: /As planned/ }).click();
    await expect(title).toHaveText(/Preacher curl/);
    await expect(phone.getByRole("timer")).toHaveCount(0);
    await phone.getByRole("button", { name: /As planned/ }).click();
    await expect(title).toHaveText(/Cable pushdown/);
    await expect(phone.getByRole("timer")).toBeVisible();
    await expect(phone.getByText("all sent")).toBeVisible();

    // more reps than anybody does are not typed in
    await phone.getByRole("button", { name: "Something else" }).click();
    await phone.getByLabel("Full reps", { exact: true }).fill("999");
    await expect(phone.getByText("A whole number from 0 to 100")).toBeVisible();

    await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Log" }).click();
    const card = page.getByRole("region", { name: /Cable pushdown/ });
    await expect(card.locator("tbody tr")).toHaveCount(4);
    await card
      .locator("tbody tr")
      .first()
      .getByRole("button", { name: /^Set 1/ })
      .click();
    await page.getByRole("button", { name: "Strike it" }).click();
    await expect(card.locator("tbody tr")).toHaveCount(3);
    await phone.reload();
    await phone
      .getByRole("button", { name: /Cable pushdown/ })
      .first()
      .click();
    await expect(phone.getByText("Set 1 of 4")).toBeVisible();
    expect(errors).toEqual([]);
    await context.close();
  });

  test("two people's links in one browser: what the one logged without signal never lands with the other", async ({
    page,
    browser,
  }) => {
    await signIn(page);
    await openClient(page, "Runa", "Week");
    await page
      .getByRole("button", { name: /^Hand over/ })
      .first()
      .click();
    await page.getByRole("dialog").getByRole("button", { name: "Hand over", exact: true }).click();
    await expect(page.getByRole("dialog")).toContainText("The client sees exactly this plan");
    await page
      .getByRole("dialog")
      .getByRole("button", { name: /Make a link/ })
      .click();
    const runas = await page.getByRole("dialog").getByLabel("Link for the client").inputValue();
    await page.getByRole("dialog").getByRole("button", { name: "Close", exact: true }).click();
    await openClient(page, "Maja", "Week");
    const { phone, context } = await openPhone(page, browser);
    await phone
      .getByRole("button", { name: /Monday/ })
      .first()
      .click();
    await phone.getByRole("button", { name: /Hammer curl/ }).click();
    await context.setOffline(true);
    await phone.getByRole("button", { name: /As planned/ }).click();
    await expect(phone.getByText("1 not sent")).toBeVisible();
    await context.setOffline(false);
    const runa = await context.newPage();
    await runa.goto(runas);
    await expect(runa.getByRole("heading", { level: 1 })).toContainText("Runa");
    await expect(runa.getByText("all sent")).toBeVisible();
    await runa.getByRole("button", { name: /Back squat/ }).click();
    await runa.getByRole("button", { name: "Log this set" }).click();
    await expect(runa.getByText("all sent")).toBeVisible();
    // the first tab is still Maja's, also after a reload
    await phone.reload();
    await expect(phone.getByRole("heading", { level: 1 })).toContainText("Maja");
    await expect(phone.getByText("all sent")).toBeVisible();
    await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Log" }).click();
    await expect(page.getByRole("region", { name: "Hammer curl" }).locator("tbody tr")).toHaveCount(4);
    await openClient(page, "Runa", "Log");
    await expect(page.getByRole("region", { name: /Back squat/ }).locator("tbody tr")).toHaveCount(1);
    await context.close();
  });
});
