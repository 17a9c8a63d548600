/** A client who reads German: chosen once, and phone, sheet and what is told offline come in it. */
import { accessible, control, expect, handOver, openClient, openPhone, signIn, test } from "./hands";

test("the client's language reaches phone and sheet, and nothing of the phone stays in English", async ({
  page,
  browser,
  excuse,
}) => {
  test.setTimeout(120_000);
  excuse(/ERR_INTERNET_DISCONNECTED/);
  await control("reset");
  await signIn(page);
  await openClient(page, "Maja");
  const language = page.getByRole("radiogroup", { name: "Phone, sheet and letters in" });
  await language.getByText("Deutsch").click();
  await expect(page.getByText("stay as the library has them, in English")).toBeVisible();
  await page.getByRole("button", { name: "Save client" }).click();
  await expect(page.getByText("Saved.", { exact: true })).toBeVisible();

  await openClient(page, "Maja", "Week");
  await handOver(page, 2);
  const { phone, context } = await openPhone(page, browser, "alles gesendet");
  await expect(phone.locator("html")).toHaveAttribute("lang", "de");
  await expect(phone.getByText(/Bei stechendem Schmerz/)).toBeVisible();
  await expect(phone.getByText(/^etwa \d+ min, Plan Nummer 2$/)).toBeVisible();
  await accessible(phone);
  if (process.env.SHOT) await phone.screenshot({ path: `${process.env.SHOT}/de-list.png` });
  await phone.locator(".list button").first().click();
  await expect(phone.getByText(/^Satz 1 von \d$/)).toBeVisible();
  const more = phone.getByRole("button", { name: "Etwas anderes" });
  if (await more.isVisible()) await more.click();
  await phone.getByRole("button", { name: "Diesen Satz eintragen" }).click();
  await expect(phone.getByRole("status").filter({ hasText: /^Satz 1 von \d eingetragen/ })).toBeAttached();
  await phone.getByRole("button", { name: "Etwas tat weh" }).click();
  await phone.getByRole("button", { name: "Stechend" }).click();
  await expect(phone.getByText("Noch nicht gesichert: wähle das Gelenk und wie stark.")).toBeVisible();
  await phone.getByRole("group", { name: "Welches Gelenk?" }).getByRole("button").first().click();
  await phone.getByRole("group", { name: "Wie stark, 0 bis 10?" }).getByRole("button", { name: "6" }).click();
  await context.setOffline(true);
  await phone.getByRole("button", { name: "Schmerz sichern" }).click();
  await expect(phone.getByRole("alert").filter({ hasText: /Stechender Schmerz.*Physiotherapie/ })).toBeVisible();
  await expect(phone.getByText(/Sätze werden auf diesem Telefon behalten/)).toBeVisible();
  await expect(phone.getByRole("status").filter({ hasText: "1 nicht gesendet" })).toBeVisible();
  await accessible(phone);
  // longer words, the same narrow phone
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  if (process.env.SHOT) await phone.screenshot({ path: `${process.env.SHOT}/de-card.png`, fullPage: true });
  await context.setOffline(false);
  await expect(phone.getByRole("status").filter({ hasText: "alles gesendet" })).toBeVisible({ timeout: 15_000 });
  await context.close();

  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Sheet" }).click();
  await expect(page.locator(".paper").first()).toContainText("Spüren in");
  await expect(page.locator(".paper").first()).toContainText(/\d+ Sätze? mit/);
});
