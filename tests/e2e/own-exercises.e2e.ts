/** Exercises of the practice's own: begun from another, drawn while written, in ranking and week and on the phone. */
import { accessible, control, expect, handOver, openClient, openPhone, saved, SECOND, signIn, test } from "./hands";

test("an exercise of one's own: described, drawn, kept, ranked, put in a week, read on the phone, withdrawn", async ({
  page,
  browser,
}) => {
  test.setTimeout(240_000);
  await control("reset");
  await signIn(page);
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder(/./).first().fill("own exercises");
  await expect(page.getByRole("dialog").getByText("Own exercises")).toBeVisible();
  await expect(page.getByRole("dialog").getByText("Your account")).toHaveCount(0);
  await page.keyboard.press("Enter");
  await expect(page.getByText("No exercise of your own yet")).toBeVisible();
  await accessible(page);
  await page.getByRole("combobox", { name: "Begin from" }).fill("Cable pushdown");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: /own$/ })).toBeVisible();
  await page.getByLabel("Name", { exact: true }).fill("Rope pushdown from the high pulley");
  await page.getByLabel("Usual load, kg").fill("22");
  const live = page.getByRole("complementary", { name: "As the engine sees it" });
  await expect(live.getByText(/^Works most: .*triceps/)).toBeVisible({ timeout: 60_000 });
  if (process.env.SHOT) await page.screenshot({ path: `${process.env.SHOT}/own-what.png` });
  // what cannot be is said at once, and cannot be kept; the last that could be stays drawn
  await page.getByLabel("Name", { exact: true }).fill("");
  await expect(page.getByText("name: a few words are needed", { exact: true })).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep this exercise" })).toBeDisabled();
  await page.getByLabel("Name", { exact: true }).fill("Rope pushdown from the high pulley");
  await page.getByRole("tab", { name: "How it moves" }).click();
  await accessible(page);
  if (process.env.SHOT) await page.screenshot({ path: `${process.env.SHOT}/own-moves.png` });
  // a cable becomes a band in the same place and the live answer follows; what carries the body is said beside it
  await page.getByRole("tab", { name: "What loads it" }).click();
  await accessible(page);
  if (process.env.SHOT) await page.screenshot({ path: `${process.env.SHOT}/own-load.png` });
  const kind = page.getByRole("combobox", { name: "Load 1: Kind" });
  await kind.click();
  await page.getByTitle("Band", { exact: true }).click();
  await expect(page.getByRole("spinbutton", { name: "Load 1: Slack length, m" })).toHaveValue("0.6");
  await kind.click();
  await page.getByTitle("Cable from a pulley", { exact: true }).click();
  await expect(page.getByRole("spinbutton", { name: "Load 1: Slack length, m" })).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Keep this exercise" })).toBeEnabled();
  // a blade that is guided by will has a word about its cost, and the live answer follows
  await expect(page.getByText(/its muscles work for it all through the set/)).toHaveCount(0);
  await page.getByRole("radiogroup", { name: "Shoulder blade" }).getByText("guided", { exact: true }).click();
  await expect(page.getByText(/its muscles work for it all through the set/)).toBeVisible();
  await page.getByRole("radiogroup", { name: "Shoulder blade" }).getByText("free", { exact: true }).click();
  await expect(page.getByRole("button", { name: "Keep this exercise" })).toBeEnabled();
  // a cam that a setting of one's own turns down at the end, by keyboard; taken away again it stands as usual
  await page.getByRole("tab", { name: "What can be changed" }).click();
  await page.getByLabel("Name of a new setting").fill("Fading of the cam");
  await page.getByRole("combobox", { name: "The new setting is told in" }).click();
  await page.getByTitle("per cent", { exact: true }).click();
  await page.getByRole("button", { name: "Add the setting" }).click();
  await page.getByRole("tab", { name: "What loads it" }).click();
  await page.getByLabel("Force changes along the way (cam, measured curve)").check();
  const cam = "Load 1: Force along the way, share of the load";
  await page.getByLabel(`${cam}: one place more`).fill("50");
  await page.keyboard.press("Enter");
  await page.getByLabel(`${cam}, 50 %`, { exact: true }).fill("1.2");
  await page.getByRole("button", { name: `${cam}, 100 %: let it hang on a setting` }).click();
  await page.getByRole("combobox", { name: `${cam}, 100 %: setting` }).click();
  await page.getByTitle("Fading of the cam", { exact: true }).click();
  await page.getByLabel(`${cam}, 100 %, at 100 %`).fill("0.4");
  await accessible(page);
  if (process.env.SHOT) await page.screenshot({ path: `${process.env.SHOT}/own-cam.png` });
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: `${cam}, 100 %: by “Fading of the cam”` })).toBeFocused();
  await page.getByRole("tab", { name: "As a file" }).click();
  const written = JSON.parse(await page.getByRole("textbox", { name: "As a file" }).inputValue()) as {
    parameters: { id: string }[];
    loads: { profile: unknown }[];
  };
  expect(written.loads[0]!.profile).toEqual([
    [0, 1],
    [0.5, 1.2],
    [1, { parameter: "fadingOfTheCam", scale: -0.6, offset: 1 }],
  ]);
  await page.getByRole("tab", { name: "What can be changed" }).click();
  if (process.env.SHOT) await page.screenshot({ path: `${process.env.SHOT}/own-new-setting.png` });
  await page.getByRole("button", { name: "Take away the setting Fading of the cam" }).click();
  await page.getByRole("tab", { name: "What loads it" }).click();
  await expect(page.getByLabel(`${cam}, 100 %`, { exact: true })).toHaveValue("0.7");
  await page.getByRole("tab", { name: "What can be changed" }).click();
  await page.getByLabel("Name of setup 1").fill("Rope pushdown from the high pulley");
  if (process.env.SHOT) await page.screenshot({ path: `${process.env.SHOT}/own-settings.png` });
  await page.getByRole("tab", { name: "What is said" }).click();
  await page.getByLabel("Cue 1", { exact: true }).fill("Ends of the rope apart at the bottom.");
  await page.getByRole("combobox", { name: "Breath", exact: true }).click();
  await page.getByTitle("quiet, never held").click();
  await page.getByRole("tab", { name: "As a file" }).click();
  const file = page.getByRole("textbox", { name: "As a file" });
  const text = await file.inputValue();
  await file.fill(text.replace('"triceps"', '"trizeps"'));
  await expect(page.getByText(/Line \d+, targets\.0: there is no muscle called trizeps/)).toBeVisible();
  await file.fill(text);
  await page.getByRole("button", { name: "Keep this exercise" }).click();
  await expect(page.getByText("Rope pushdown from the high pulley is kept.")).toBeVisible();

  await page.getByRole("link", { name: "Own exercises" }).click();
  const row = page.getByRole("row", { name: /Rope pushdown from the high pulley/ });
  await expect(row).toContainText("Everybody");
  if (process.env.SHOT) await page.screenshot({ path: `${process.env.SHOT}/own-list.png` });
  await row.getByRole("link", { name: "On the bench" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Rope pushdown from the high pulley" })).toBeVisible();

  await page.goto("/ranking/triceps-lateral");
  await expect(page.getByText("Rope pushdown from the high pulley").first()).toBeVisible({ timeout: 120_000 });

  await openClient(page, "Tomas", "Week");
  await saved(page);
  const clientId = new URL(page.url()).pathname.split("/")[2]!;
  await page.goto("/exercises");
  await page
    .getByRole("row", { name: /Rope pushdown/ })
    .getByRole("link", { name: "On the bench" })
    .click();
  await page.goto(`${page.url()}?for=${clientId}`);
  await page.getByRole("button", { name: "Add to a day" }).click();
  await page.getByRole("menuitem").first().click();
  await page.getByRole("link", { name: "Open the week" }).click();
  await saved(page);
  await handOver(page);
  const { phone, context } = await openPhone(page, browser);
  await phone.locator("ol.list button").filter({ hasText: "Rope pushdown" }).first().click();
  await phone.getByText("Cues and setting").click();
  await expect(phone.getByText("Ends of the rope apart at the bottom.")).toBeVisible();
  await expect(phone.getByText("Keep breathing quietly; do not hold your breath.")).toBeVisible();
  await context.close();

  // withdrawn it is offered no more, and the week keeps it
  await page.goto("/exercises");
  await page
    .getByRole("row", { name: /Rope pushdown/ })
    .getByRole("button", { name: "Withdraw" })
    .click();
  await expect(page.getByText(/is withdrawn: lists leave it out/)).toBeVisible();
  await page.goto(`/clients/${clientId}/week`);
  await expect(page.getByText("Rope pushdown from the high pulley").first()).toBeVisible();
  await page.goto("/ranking/triceps-lateral");
  await expect(page.getByRole("row").or(page.locator("li")).first()).toBeVisible();
  await expect(page.getByText("Rope pushdown from the high pulley")).toHaveCount(0);
});

test("two coaches change the same exercise: who is second reads both, and nothing is lost; a file says what it changes", async ({
  page,
  browser,
  excuse,
}) => {
  test.setTimeout(120_000);
  excuse(/409/);
  await signIn(page);
  await page.goto("/exercises");
  await page.getByRole("combobox", { name: "Begin from" }).fill("Hammer curl");
  await page.keyboard.press("Enter");
  await page.getByLabel("Name", { exact: true }).fill("Hammer curl against the wall");
  await page.getByRole("button", { name: "Keep this exercise" }).click();
  await expect(page.getByText("Hammer curl against the wall is kept.")).toBeVisible();
  const address = page.url().split("?")[0]!;

  const other = await browser.newContext();
  const second = await other.newPage();
  await signIn(second, SECOND);
  await second.goto(address);
  await second.getByLabel("Usual load, kg").fill("9");
  await second.getByRole("button", { name: "Keep this exercise" }).click();
  await expect(second.getByText("Hammer curl against the wall is kept.")).toBeVisible();
  await other.close();

  await page.getByLabel("Usual load, kg").fill("11");
  await page.getByRole("button", { name: "Keep this exercise" }).click();
  await expect(page.getByText(/has kept another version meanwhile/)).toBeVisible();
  await expect(page.getByText("stated.usualLoad: 11 becomes 9")).toBeVisible();
  await accessible(page);
  await page.getByRole("button", { name: "Keep mine over it" }).click();
  await expect(page.getByText(/version 3/)).toBeVisible();
  await page.getByText("Versions").click();
  await expect(page.getByText(/^Version 2, /)).toBeVisible();

  await page.goto("/exercises");
  const [saving] = await Promise.all([
    page.waitForEvent("download"),
    page
      .getByRole("row", { name: /Hammer curl against/ })
      .getByRole("button", { name: "Save as a file" })
      .click(),
  ]);
  const text = await (await import("node:fs/promises")).readFile(await saving.path(), "utf8");
  const input = page.locator("input[type=file]");
  await input.setInputFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from("{") });
  await expect(page.getByRole("alert")).toContainText(/Line 1/);
  await input.setInputFiles({
    name: "x.json",
    mimeType: "application/json",
    buffer: Buffer.from(text.replace('"usualLoad": 11', '"usualLoad": 14')),
  });
  await expect(page.getByText("The file changes 1 thing of Hammer curl against the wall:")).toBeVisible();
  await expect(page.getByText("stated.usualLoad: 11 becomes 14")).toBeVisible();
  await expect(page.getByLabel("Usual load, kg")).toHaveValue("14");
});
