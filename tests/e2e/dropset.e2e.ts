/** A set that goes on after its reps: planned at the desk, led through step by step on the phone, without a network. */
import { accessible, control, expect, handOver, openClient, openPhone, saved, signIn, test } from "./hands";

test("a drop set is a ladder of steps: each is logged as it is done, offline too, and the coach reads one set", async ({
  page,
  browser,
}) => {
  test.setTimeout(150_000);
  await control("reset");
  await signIn(page);
  await openClient(page, "Runa", "Week");
  await page.getByRole("button", { name: "Seated leg curl: more" }).click();
  await page.getByRole("menuitem", { name: /Technique/ }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Use drop set" }).click({ timeout: 60_000 });
  await page.keyboard.press("Escape");
  await saved(page);
  await handOver(page);
  const { phone, context, errors } = await openPhone(page, browser);
  await phone.locator("ol.list button").filter({ hasText: "Seated leg curl" }).first().click();
  await expect(phone.getByText(/Set 1 of/).first()).toBeVisible();

  const type = async (load: string, reps: string) => {
    const own = phone.getByRole("button", { name: "Something else" });
    if (await own.isVisible()) await own.click();
    await phone.getByRole("textbox", { name: /^Load, kg/ }).fill(load);
    await phone.getByRole("textbox", { name: "Full reps" }).fill(reps);
    await phone.getByRole("button", { name: /^Log (this|the) set/ }).click();
  };
  const done = phone.getByRole("list", { name: "Sets done today" });
  const ladder = phone.getByRole("list", { name: "The set, step by step" });
  await context.setOffline(true);
  const of = Number(/Set 1 of (\d)/.exec(await phone.locator("main").innerText())![1]);
  for (let n = 1; n <= of; n++) {
    const skip = phone.getByRole("button", { name: /Start now/ });
    if (await skip.isVisible()) await skip.click();
    await type("40", "12");
  }
  // the last set goes on: what is done, what is now, what comes
  await expect(ladder.getByRole("listitem").first()).toContainText("✓ 40 kg × 12");
  const now = ladder.locator("[aria-current=step]");
  await expect(now).toContainText(/Drop 1.*go on now/);
  await accessible(phone);
  const first = /([\d.,]+) kg/.exec(await now.innerText())![1]!;
  // a drop takes off a fifth to a half, as near as steps of 2.5 kg come
  expect(Number(first)).toBeGreaterThanOrEqual(20);
  expect(Number(first)).toBeLessThanOrEqual(32.5);
  await phone.getByRole("button", { name: /^Drop 1: done/ }).click();
  if (await ladder.isVisible()) {
    await expect(ladder.getByRole("listitem").nth(1)).toContainText(`✓ ${first} kg`);
    await phone.getByRole("button", { name: "The set is over" }).click();
  }
  await expect(ladder).toHaveCount(0);
  await expect(done.getByRole("listitem").last()).toContainText(`${first} kg`);
  await context.setOffline(false);
  await expect(phone.getByRole("status").filter({ hasText: "all sent" })).toBeVisible({ timeout: 20_000 });
  await openClient(page, "Runa", "Log");
  await expect(page.locator("main")).toContainText(new RegExp(`40 kg.*${first} kg`));
  expect(errors.filter((e) => !/ERR_INTERNET_DISCONNECTED/.test(e))).toEqual([]);
  await context.close();
});
