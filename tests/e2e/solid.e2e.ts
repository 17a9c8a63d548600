import { randomUUID } from "node:crypto";
import { spawnSync } from "node:child_process";
import type { Page } from "@playwright/test";
import { build } from "esbuild";
import { readFileSync, writeFileSync } from "node:fs";
import { control, expect, handOver, openClient, openPhone, saved, signIn, test } from "./hands";

test.beforeEach(async () => void (await control("reset")));

const OVERHEAD = "Overhead cable extension, pulley below the shoulder";
/** the open week as a file */
async function exported(page: Page): Promise<string> {
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Export", exact: true }).click();
  return readFileSync(await (await download).path(), "utf8");
}
const setsOn = (name: string) => new RegExp(`^${name}, \\d sets`);

test("the loom by keys: sets, place, day, lock and off, with undo for each", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const cell = (day: number, name: string) =>
    page
      .locator("tr.head")
      .filter({ hasText: "Lateral head" })
      .locator("td")
      .nth(day)
      .getByRole("button", { name: setsOn(name) });
  await cell(0, OVERHEAD).focus();
  await page.keyboard.press("+");
  await expect(cell(0, OVERHEAD)).toHaveAccessibleName(
    new RegExp(`^${OVERHEAD}, 5 sets, direct, Monday.*, loaded .*lengthened$`),
  );
  await page.keyboard.press("-");
  await page.keyboard.press("-");
  await expect(cell(0, OVERHEAD)).toHaveAccessibleName(
    new RegExp(`^${OVERHEAD}, 3 sets, direct, Monday.*, loaded .*lengthened$`),
  );
  await page.keyboard.press("Alt+ArrowRight");
  await expect(cell(1, OVERHEAD)).toBeVisible();
  await expect(cell(0, OVERHEAD)).toHaveCount(0);
  // the focus goes along with it
  await expect(cell(1, OVERHEAD)).toBeFocused();
  await page.keyboard.press("Delete");
  await expect(cell(1, OVERHEAD)).toHaveCount(0);
  for (let i = 0; i < 5; i++) await page.getByRole("button", { name: "Undo" }).click();
  await expect(cell(0, OVERHEAD)).toHaveAccessibleName(
    new RegExp(`^${OVERHEAD}, 4 sets, direct, Monday.*, loaded .*lengthened$`),
  );
  await saved(page);
  await page.reload();
  await expect(cell(0, OVERHEAD)).toHaveAccessibleName(
    new RegExp(`^${OVERHEAD}, 4 sets, direct, Monday.*, loaded .*lengthened$`),
  );
});

test("the loom by mouse: an exercise is dragged to another day; pairing saves minutes", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const row = page.locator("tr.head").filter({ hasText: "Lateral head" });
  const grip = (await row.locator("td").nth(0).getByRole("button").boundingBox())!;
  const target = (await row.locator("td").nth(2).boundingBox())!;
  await page.mouse.move(grip.x + 10, grip.y + 8);
  await page.mouse.down();
  await page.mouse.move(target.x + 60, target.y + 10, { steps: 12 });
  await page.mouse.up();
  await expect(
    row
      .locator("td")
      .nth(2)
      .getByRole("button", { name: setsOn(OVERHEAD) }),
  ).toBeVisible();
  await saved(page);

  await page.getByRole("button", { name: /^Wednesday/ }).click();
  const minutes = async () =>
    Number((await page.getByRole("button", { name: /^Wednesday/ }).innerText()).match(/(\d+) of 40 min/)![1]);
  const before = await minutes();
  await page.getByRole("button", { name: "Cable pushdown, one step back: more" }).click();
  await page.getByRole("menuitem", { name: "Superset with the next" }).click();
  await expect.poll(minutes).toBeLessThan(before);
});

test("the palette goes anywhere", async ({ page }) => {
  await signIn(page);
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Go anywhere" }).fill("tomas");
  await expect(page.getByRole("option").first()).toContainText("Tomas Reyer");
  await page.getByRole("combobox", { name: "Go anywhere" }).fill("brachiorad");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Brachioradialis", exact: true })).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Go anywhere" }).fill("zzzz");
  await expect(page.getByText("Nothing by that name.")).toBeVisible();
});

test("a program file: a bad one changes nothing and says where, a good one is shown before it is taken in", async ({
  page,
}, info) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const text = await exported(page);
  const give = async (name: string, content: string) => {
    const path = info.outputPath(name);
    writeFileSync(path, content);
    await page.getByLabel("Program file").setInputFiles(path);
  };
  const dialog = page.getByRole("dialog");

  const broken = text.replace('"rest": 90', '"rest": -90');
  await give("broken.json", broken);
  await expect(dialog).toContainText("Nothing has been changed");
  await expect(dialog.getByRole("row").nth(1)).toContainText(
    `${broken.split("\n").findIndex((l) => l.includes("-90")) + 1}`,
  );
  await expect(dialog.getByRole("row").nth(1)).toContainText("at least 15 s");
  await dialog.getByRole("button", { name: "Close" }).click();
  await give("cut-off.json", text.slice(0, 300));
  await expect(dialog).toContainText("Not readable as JSON");
  await dialog.getByRole("button", { name: "Close" }).click();
  await give("newer.json", text.replace(/"version": \d+/, '"version": 99'));
  await expect(dialog).toContainText("Update Gryn first");
  await dialog.getByRole("button", { name: "Close" }).click();

  const file = JSON.parse(text);
  file.days[0].blocks[0].prescriptions[0].rest = 135;
  file.days[2].blocks.pop();
  await give("good.json", JSON.stringify(file));
  await expect(dialog).toContainText(`${OVERHEAD}: rest changes.`);
  await expect(dialog).toContainText("Incline dumbbell curl, bench 50° is taken off.");
  await dialog.getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByLabel(`${OVERHEAD}: rest`)).toHaveValue("135");
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel(`${OVERHEAD}: rest`)).toHaveValue("90");
  await give("good.json", text);
  await expect(dialog).toContainText("There is nothing to change");
});

test("a line planned with an earlier model keeps its numbers until the new ones are taken, and one undo brings them back", async ({
  page,
}, info) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const file = JSON.parse(await exported(page));
  const line = file.days[0].blocks[0].prescriptions[0];
  line.id = randomUUID();
  line.modelVersion = "body-2";
  for (const credit of Object.values<{ share: number }>(line.credits)) credit.share /= 2;
  const path = info.outputPath("older.json");
  writeFileSync(path, JSON.stringify(file));
  await page.getByLabel("Program file").setInputFiles(path);
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Take it in" }).click();
  await saved(page);
  const notice = page.getByText(/One line was planned with body-2/);
  await expect(notice).toBeVisible();
  await page.getByRole("button", { name: "Show what would change" }).click();
  await expect(dialog).toContainText("What body-7 would change");
  await expect(dialog).toContainText("Triceps");
  await dialog.getByRole("button", { name: "Keep the numbers" }).click();
  await expect(notice).toBeVisible();
  await page.getByRole("button", { name: "Show what would change" }).click();
  await dialog.getByRole("button", { name: "Take the new ones" }).click();
  await expect(notice).toHaveCount(0);
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(notice).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(notice).toHaveCount(0);
  await saved(page);
});

test("a reload without network reopens the session; everything is sent once when it is back", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  await phone.evaluate(() => navigator.serviceWorker.ready);
  await phone.waitForFunction(
    async () => (await caches.keys()).length > 0 && (await (await caches.open("gryn-floor-1")).keys()).length >= 3,
  );
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Hammer curl/ }).click();
  await phone.getByRole("button", { name: /As planned/ }).click();
  await expect(phone.getByText("all sent")).toBeVisible();
  await context.setOffline(true);
  await phone.getByRole("button", { name: /As planned/ }).click();
  await expect(phone.getByText("1 not sent")).toBeVisible();
  await phone.reload();
  await expect(phone.getByRole("heading", { level: 1 })).toContainText("Maja");
  await expect(phone.getByText("1 not sent")).toBeVisible();
  // a reload comes back to the exercise
  await expect(phone.getByText("Set 3 of 3")).toBeVisible();
  await phone.getByRole("button", { name: /As planned/ }).click();
  await expect(phone.getByText("2 not sent")).toBeVisible();
  await context.setOffline(false);
  await expect(phone.getByText("all sent")).toBeVisible({ timeout: 15_000 });
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Log" }).click();
  const last = page.getByRole("region", { name: "Hammer curl" }).locator("tbody tr").first();
  await expect(last).toContainText(/\d+ kg\s*\d+ \(2\)\s+·\s+\d+ \(1\)\s+·\s+\d+ \(1\)/);
  await context.close();
});

test("machine busy: an approved alternative, later, another day", async ({ page, browser }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  await page.getByRole("button", { name: `${OVERHEAD}: more` }).click();
  await page.getByRole("menuitem", { name: /^Alternatives/ }).click();
  await page.getByRole("dialog").getByRole("checkbox").first().check();
  const alternative = (await page.getByRole("dialog").locator(".ant-checkbox-wrapper").first().innerText())
    .split("\n")[0]!
    .replace(/\d+$/, "")
    .trim();
  await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();
  await saved(page);
  await handOver(page, 2);
  const { phone, context } = await openPhone(page, browser);
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: new RegExp(`^${OVERHEAD}`) }).click();
  await phone.getByRole("button", { name: "Machine busy, or not today" }).click();
  await phone.getByRole("button", { name: `Do ${alternative}` }).click();
  await expect(phone.getByText(`Instead of ${OVERHEAD}`)).toBeVisible();
  await phone.getByRole("button", { name: "Log this set" }).click();
  await phone.getByRole("button", { name: "‹ All exercises" }).click();
  await phone.getByRole("button", { name: /^Hammer curl/ }).click();
  await phone.getByRole("button", { name: "Machine busy, or not today" }).click();
  await phone.getByRole("button", { name: "Another day" }).click();
  await expect(phone.getByRole("button", { name: /^Hammer curl/ })).toContainText("Left out: another day");
  await expect(phone.getByText("all sent")).toBeVisible();
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Log" }).click();
  await expect(page.getByRole("region", { name: "Hammer curl" })).toContainText("another day");
  await context.close();
});

test("bench and upper arm are dragged in the drawing", async ({ page }) => {
  await signIn(page);
  const drag = async (locator: string, dx: number, dy: number) => {
    const box = (await page.locator(locator).boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + dx, box.y + box.height / 2 + dy, { steps: 10 });
    await page.mouse.up();
  };
  await page.goto("/bench/incline-dumbbell-curl");
  await expect(page.getByText("Bench from level: 50°")).toBeVisible();
  await page.locator("circle.handle").waitFor();
  await drag("circle.handle", 70, -20);
  await expect(page.getByText("Bench from level: 50°")).toHaveCount(0);
  await expect(page).toHaveURL(/bench=(55|6\d|7\d|80)/);
  await page.goto("/bench/lying-dumbbell-extension?tilt=20");
  // a handle for the arm and one for the bench: neither follows the other here
  await expect(page.locator("circle.handle")).toHaveCount(2);
  await drag("circle.handle >> nth=0", 0, 60);
  await expect(page.getByText("Upper arm tilted back: 20°")).toHaveCount(0);
  await expect(page.getByText("Bench from level: 0°")).toBeVisible();
});

test("the hand is dragged through the rep, and the heads in the picture are chosen and kept in the address", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/bench/standing-dumbbell-curl");
  await page.getByRole("button", { name: "Hardest point" }).click();
  const place = page.getByText(/^\d+ % of the rep$/);
  const before = parseInt(await place.innerText());
  const box = (await page.locator("circle.hand").boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 20, box.y + box.height / 2 + 120, { steps: 12 });
  await page.mouse.up();
  await expect.poll(async () => parseInt(await place.innerText())).toBeLessThan(before - 15);
  const beside = page.getByRole("combobox", { name: "Heads drawn beside" });
  await beside.click();
  await beside.fill("brachialis");
  await beside.press("Enter");
  await expect(page).toHaveURL(/with=[^&]*brachialis/);
});

test.describe("a reader who writes 12,5", () => {
  test.use({ locale: "de-DE" });
  test("loads are shown and typed with a comma, and equipment marked in pounds is asked in pounds", async ({
    page,
  }) => {
    await signIn(page);
    await openClient(page, "Maja", null);
    await page.getByRole("checkbox", { name: /^dumbbells? in lb/ }).check();
    await page.getByRole("button", { name: "Save client" }).click();
    await expect(page.getByText("Saved.")).toBeVisible();
    await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Week" }).click();
    const load = page.getByLabel("Hammer curl: load", { exact: true });
    await load.fill("12,5");
    await load.press("Tab");
    await expect(load).toHaveValue("12,5");
    await saved(page);
    await page.reload();
    await expect(page.getByLabel("Hammer curl: load", { exact: true })).toHaveValue("12,5");
    const clientId = /clients\/([0-9a-f-]{36})/.exec(page.url())![1];
    await page.goto(`/ranking/biceps-long?for=${clientId}`);
    const curl = page.getByRole("row").filter({ hasText: "Standing dumbbell curl" }).first();
    await curl.click();
    await curl.getByRole("button", { name: /^Use for/ }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByRole("button", { name: /^Monday/ }).click();
    await page.getByRole("link", { name: "Open the week" }).click();
    await expect(
      page.getByRole("row").filter({ has: page.getByLabel("Standing dumbbell curl: load", { exact: true }) }),
    ).toContainText("lb");
  });
});

test("the rest stands on the locked screen as a notice with the time it ends", async ({ page, browser }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  const { phone, context } = await openPhone(page, browser);
  await context.grantPermissions(["notifications"]);
  await phone.reload();
  await phone.evaluate(() => navigator.serviceWorker.ready);
  await phone
    .getByRole("button", { name: /Monday/ })
    .first()
    .click();
  await phone.getByRole("button", { name: /Hammer curl/ }).click();
  await phone.getByRole("button", { name: /As planned/ }).click();
  const titles = () =>
    phone.evaluate(async () => (await (await navigator.serviceWorker.ready).getNotifications()).map((n) => n.title));
  await expect.poll(titles).toEqual([expect.stringMatching(/^Rest until .*\d\d:\d\d/)]);
  await phone.getByRole("timer").getByRole("button", { name: "Done" }).click();
  await expect.poll(titles).toEqual([]);
  await context.close();
});

test("an exercise is swapped for a better one for the same head, and the sets stay", async ({ page }) => {
  await signIn(page);
  await openClient(page, "Maja", "Week");
  await page.getByRole("button", { name: /^Wednesday/ }).click();
  await page.getByRole("button", { name: "Cable pushdown, one step back: more" }).click();
  await page.getByRole("menuitem", { name: "Swap for another" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText(/Gains: /);
  const name = await dialog.locator("strong").first().innerText();
  await dialog.getByRole("button", { name: "Swap", exact: true }).first().click();
  await expect(page.getByLabel(`${name}: reserve of set 4`)).toHaveValue("0");
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("Cable pushdown, one step back: reserve of set 4")).toBeVisible();
});

test("the engine gives the same bits on the page and in its worker, and the server's to the last digits", async ({
  page,
}) => {
  const contents = `
    import { library } from "#core/exercises/library";
    import { resolveSetup } from "#core/exercises/setup";
    import { analyse } from "#core/mechanics/analyse";
    import { compileModel } from "#core/mechanics/compile";
    const model = compileModel();
    const numbers = library.map((e) => analyse(model, resolveSetup(e))).flatMap((a) => [a.rawLoad, ...a.resistance, ...a.strength, ...a.heads.flatMap((h) => Object.values(h.metrics ?? {}).filter((v) => typeof v === "number" || Array.isArray(v)).flat())]);
    typeof self === "undefined" ? console.log(JSON.stringify(numbers)) : self.postMessage(JSON.stringify(numbers));`;
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: process.cwd(), loader: "ts" },
    bundle: true,
    platform: "neutral",
    format: "iife",
    write: false,
    logLevel: "error",
  });
  const code = outputFiles[0]!.text;
  const server = JSON.parse(
    spawnSync(process.execPath, ["-"], { input: code, encoding: "utf8", maxBuffer: 64e6 }).stdout,
  ) as number[];
  await page.goto("/");
  const inWorker = await page.evaluate(
    (text) =>
      new Promise<string>((done, failed) => {
        const worker = new Worker(URL.createObjectURL(new Blob([text], { type: "text/javascript" })));
        worker.onmessage = (e: MessageEvent<string>) => done(e.data);
        worker.onerror = (e) => failed(new Error(e.message));
      }),
    code,
  );
  const onPage = await page.evaluate<string>(
    `new Promise((done) => { addEventListener("message", (e) => done(e.data), { once: true }); ${code} })`,
  );
  expect(onPage === inWorker).toBe(true);
  // browser and server are different engines, whose sines differ in the last digit; the slices are rounded and left out
  const there = JSON.parse(inWorker) as number[];
  expect(there.length).toBe(server.length);
  const apart = there.reduce((most, v, i) => Math.max(most, Math.abs(v - server[i]!) / Math.max(1e-3, Math.abs(v))), 0);
  expect(apart).toBeLessThan(1e-9);
});
