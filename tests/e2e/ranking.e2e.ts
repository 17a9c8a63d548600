import type { Form } from "#core/base/forms";
import { bodyOf } from "#core/clients/client";
import { resolveSetup, type Setup } from "#core/exercises/setup";
import { findExercise } from "#core/exercises/library";
import { thumbnailOf } from "#core/drawing/thumbnail";
import { compileModel } from "#core/mechanics/compile";
import type { Model } from "#core/mechanics/model";
import { demoId } from "#server/identity/demo-practice";
import { accessible, control, expect, openClient, signIn, step, test } from "./hands";

test.beforeAll(async () => void (await control("reset")));

test("by keyboard: the school is changed, a weight is dragged and put back, a row is argued with, and it is taken back", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/ranking/triceps-long");
  const rows = page.locator(".ranked tr.row .name");
  await expect(rows.first()).toBeVisible({ timeout: 60_000 });
  const first = await rows.first().textContent();
  await page.getByRole("combobox", { name: "School", exact: true }).press("Enter");
  await page.locator(".ant-select-dropdown:visible").getByTitle("Feel and contraction").click();
  await expect(rows.first()).not.toHaveText(first!);
  await page.getByRole("combobox", { name: "School", exact: true }).press("Enter");
  await page.locator(".ant-select-dropdown:visible").getByTitle("Long length first").click();
  await expect(rows.first()).toHaveText(first!);

  await page.getByRole("button", { name: "Adjust weights" }).press("Enter");
  const length = page.getByRole("slider", { name: "Length" });
  await length.focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press("ArrowLeft");
  await expect(page.getByRole("button", { name: "Reset" }).first()).toBeVisible();
  await page.getByLabel("Name of our own school").fill("Plain tension");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Reset" }).first().press("Enter");
  await page.getByRole("combobox", { name: "School", exact: true }).press("Enter");
  await expect(page.locator(".ant-select-dropdown:visible").getByTitle("Plain tension")).toBeVisible();
  await page.keyboard.press("Escape");
  await accessible(page);

  await page.getByRole("button", { name: /^Why:/ }).nth(4).press("Enter");
  const argue = page.getByRole("group", { name: /^Argue with/ });
  await expect(argue.getByRole("status")).toContainText(/less, mainly for|This list agrees/);
  await argue.getByLabel("Reason").fill("felt where it should be by nearly everyone here");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/rates it .*: felt where it should be/)).toBeVisible();
  await argue.getByRole("button", { name: "Remove rating" }).press("Enter");
  await expect(page.getByText(/rates it .*: felt where it should be/)).toHaveCount(0);

  await page.getByRole("button", { name: "Keep this ranking" }).press("Enter");
  const kept = page.getByRole("region", { name: "Rankings kept" });
  await kept.getByRole("button", { name: /long length first/ }).press("Enter");
  await expect(kept).toContainText("No row has moved.");
});

test("a joint that is severe takes out what strains it, and the ranking says so", async ({ page }) => {
  await signIn(page);
  await page.goto("/clients/new");
  await page.getByLabel("Name").fill("Joint Test");
  await page.getByLabel("Agreed to keeping health data on").fill("2026-11-01");
  await step(page, 3);
  await page.getByRole("button", { name: "Note a joint" }).click();
  await page.getByRole("combobox", { name: "How bad" }).press("Enter");
  await page.locator(".ant-select-dropdown:visible").getByTitle("severe").click();
  await page.getByRole("button", { name: "Save client" }).click();
  // the new client is open now
  await expect(page.getByRole("link", { name: "To the week" })).toBeVisible();
  await page.getByRole("link", { name: "Ranking", exact: true }).click();
  await expect(page.getByText("elbow severe")).toBeVisible();
  await expect(page.getByText("Too much for the elbow.").first()).toBeVisible({ timeout: 60_000 });
});

test("a client's body is kept for the next visit, and forgotten with signing out", async ({ page }) => {
  const kept = () =>
    page.evaluate(
      () =>
        new Promise<number>((done) => {
          const open = indexedDB.open("gryn-surveys");
          open.onsuccess = () => {
            const db = open.result;
            const count = db.objectStoreNames.contains("surveys")
              ? db.transaction("surveys").objectStore("surveys").count()
              : null;
            if (!count) return done(0);
            count.onsuccess = () => (db.close(), done(count.result));
          };
        }),
    );
  await signIn(page);
  await openClient(page, "Maja");
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Ranking" }).click();
  await expect(page.locator("tr.row").first()).toBeVisible({ timeout: 60_000 });
  await expect.poll(kept).toBe(1);
  await page.getByRole("button", { name: "Edda Varn" }).click();
  await page.getByRole("menuitem", { name: "Sign out" }).click();
  await expect(page.getByLabel("Password")).toBeVisible();
  expect(await kept()).toBe(0);
});

test("the atlas: a head is found by its name and picked in the picture, posed long and short, and leads to its ranking", async ({
  page,
}) => {
  await signIn(page);
  await page.keyboard.press("a");
  await expect(page).toHaveURL(/\/atlas/);
  const find = page.getByRole("combobox", { name: "Find a muscle" });
  await find.fill("soleus");
  await find.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Soleus" })).toBeVisible();
  const length = page.getByText(/^At \d+ % of its length range/);
  await page.getByText("Fully lengthened").click();
  await expect(length).toContainText("At 100 %");
  await page.getByText("Fully shortened").click();
  await expect(length).toContainText(/At \d %/);
  await expect(page.getByText(/Pushes the foot down: \d+ to \d+ mm/i)).toBeVisible();
  const compare = page.getByRole("combobox", { name: "Compare with another head" });
  await compare.fill("medial head");
  await compare.press("Enter");
  await expect(page.locator(".compared-heads")).toContainText("pushes the foot down");
  // another head is picked where it lies
  await page.getByText("Standing", { exact: true }).click();
  await page.getByText("Back", { exact: true }).click();
  await page.locator('path.belly[data-head="gastrocnemius-medial"]').first().click({ force: true });
  await expect(page.getByRole("heading", { level: 1, name: /Gastrocnemius/ })).toBeVisible();
  await page.getByRole("link", { name: "Ranked exercises" }).click();
  await expect(page.locator("tr.row .picture svg").first()).toBeVisible();
});

test("the atlas tells who can help in a pose, what it knows of parts and studies, and a joint's limits", async ({
  page,
}) => {
  await signIn(page);
  await page.goto("/atlas/biceps-long");
  const help = page.getByRole("region", { name: "Who can help here?" });
  const movement = help.getByRole("combobox", { name: "Movement" });
  await movement.fill("straightens the elbow");
  await movement.press("Enter");
  await expect(help.getByRole("row").nth(1)).toContainText("Triceps");
  const torque = () => help.getByText(/^All together: about \d+ Nm/).textContent();
  const standing = await torque();
  await page.getByText("Turn the joints", { exact: true }).click();
  const elbow = page.getByRole("slider", { name: "Elbow bent, degrees" });
  await expect(page.getByText("145°", { exact: true })).toBeVisible();
  await elbow.press("End");
  await expect.poll(torque).not.toBe(standing);
  await expect(page.getByRole("listitem").filter({ hasText: /^Against the biceps, short head: / })).toContainText(
    /\d+ % of varied bodies agree/,
    { timeout: 60_000 },
  );
  await expect(page.getByRole("heading", { name: "What studies say" })).toBeVisible();
  await expect(page.locator(".atlas-best li")).toHaveCount(5);
  await accessible(page);
  await page.setViewportSize({ width: 360, height: 740 });
  const wide = () =>
    page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>(".atlas, .atlas *")]
        .filter((e) => e.getBoundingClientRect().right > 361 && !e.closest(".helpers, .visually-hidden"))
        .map((e) => `${e.tagName} ${e.className.toString()}`)
        .slice(0, 5),
    );
  await expect.poll(wide).toEqual([]);
});

test("a picture in the browser is the core's own, line by line, in the form that the client is shown in", async ({
  page,
}) => {
  await signIn(page);
  const first = page.locator(".atlas-best li").first();
  const asDrawn = async () => {
    // a picture is drawn once it comes into sight
    await first.scrollIntoViewIfNeeded();
    await first.locator("svg .skin").first().waitFor();
    const lines = await first.locator("svg path").evaluateAll((list) => list.map((p) => p.getAttribute("d")));
    const [, id, query] = /\/bench\/([^?]+)\??(.*)/.exec((await first.getByRole("link").getAttribute("href"))!)!;
    const values = [...new URLSearchParams(query)].filter(([k]) => k !== "for").map(([k, v]) => [k, Number(v)]);
    return { lines, setup: resolveSetup(findExercise(id!)!, Object.fromEntries(values) as Record<string, number>) };
  };
  const own = (setup: Setup, model: Model, form: Form) =>
    thumbnailOf(model, setup, "triceps-long", 46, 44, form)!.shapes.map((s) => s.d);
  await page.goto("/atlas/triceps-long");
  const plain = await asDrawn();
  expect(plain.lines).toEqual(own(plain.setup, compileModel(), "male"));
  await page.goto(`/atlas/triceps-long?for=${demoId("maja")}`);
  const { lines, setup } = await asDrawn();
  const hers = compileModel(bodyOf({ stature: 1.67, mass: 63, limbs: {} }));
  expect(lines).toEqual(own(setup, hers, "female"));
  expect(lines).not.toEqual(own(setup, hers, "male"));
});
