/** Parts of the build before stay for a day, so that an open page survives a new one. */
import { mkdtempSync, mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { builtOver, carriedOn } from "../../scripts/build-pages";

const DAY = 86_400_000;
let folder: string;
beforeEach(() => (folder = join(mkdtempSync(join(tmpdir(), "gryn-build-")), "dist")));
afterEach(() => rmSync(join(folder, ".."), { recursive: true, force: true }));

const made =
  (...names: string[]) =>
  async () => {
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(join(folder, "assets"), { recursive: true });
    for (const n of names) writeFileSync(join(folder, "assets", n), n);
  };
const there = () => readdirSync(join(folder, "assets")).sort();

test("what the new build has not is kept for a day since it went, however many builds come meanwhile", async () => {
  await builtOver(folder, made("a1.js", "shared.js"), 0);
  expect(there()).toEqual(["a1.js", "shared.js"]);
  await builtOver(folder, made("a2.js", "shared.js"), DAY);
  expect(there()).toEqual(["a1.js", "a2.js", "shared.js"]);
  await builtOver(folder, made("a3.js", "shared.js"), 1.5 * DAY);
  expect(there()).toEqual(["a1.js", "a2.js", "a3.js", "shared.js"]);
  await builtOver(folder, made("a4.js", "shared.js"), 2.1 * DAY);
  expect(there()).toEqual(["a2.js", "a3.js", "a4.js", "shared.js"]);
});

test("a part that comes back is present again, and counts anew when it goes", () => {
  expect(carriedOn(["a", "b"], ["a"], { a: 0, b: 0 }, DAY / 2)).toEqual({ b: 0 });
  expect(carriedOn(["a", "b"], ["b"], {}, 5)).toEqual({ a: 5 });
  expect(carriedOn(["a"], [], { a: 0 }, DAY)).toEqual({});
});

test("a build that fails leaves nothing half: the next one begins afresh", async () => {
  await builtOver(folder, made("a1.js"), 0);
  await expect(builtOver(folder, async () => Promise.reject(new Error("no")), 1)).rejects.toThrow("no");
  await builtOver(folder, made("a2.js"), 2);
  expect(there()).toContain("a2.js");
});
