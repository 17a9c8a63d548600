import { readdirSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { backLevel, lengthWord, placeInRep, stressLevel, tensionLevel } from "#core/words/levels";
import { pseudo } from "#core/words/pseudo";
import { counted, label, listed, printed, sentence } from "#core/words/sentence";

const folder = join(import.meta.dirname, "../../src/core/words");
const NO_WORDS = [
  "sentence.ts",
  "levels.ts",
  "pseudo.ts",
  "client/phone.ts",
  "client/languages.ts",
  "client/de/all.ts",
];
const modules = readdirSync(folder, { recursive: true, encoding: "utf8" })
  .filter((f) => f.endsWith(".ts") && !NO_WORDS.includes(f))
  .sort();
const all = async () =>
  (
    await Promise.all(
      modules.map(async (file) =>
        Object.entries(
          (await import(pathToFileURL(join(folder, file)).href)) as Record<string, Record<string, unknown>>,
        ).flatMap(([place, words]) => printed(words).map((s) => ({ ...s, at: `${file} ${place}.${s.name}` }))),
      ),
    )
  ).flat();

test("every sentence reads with its sample: no gaps, no riddling it, no shouting, no made-up words", async () => {
  const told = await all();
  expect(told.length).toBeGreaterThan(120);
  // how a command is called is set out in lines
  for (const { at, text } of told.filter((t) => !t.text.startsWith("Usage:"))) {
    expect([at, text]).not.toEqual([at, ""]);
    expect([at, text]).toEqual([at, expect.not.stringMatching(/undefined|NaN|\[object|\{|\}|!|\s{2}/)]);
    // the field's words, subject first (handbook of the voice)
    expect([at, text]).toEqual([
      at,
      expect.not.stringMatching(/^It |whatever|\bworth \d|of its strength|of the most of/),
    ]);
  }
});

test("one set, two sets; a list is read out with and", () => {
  expect([counted(1, "set"), counted(2, "set"), counted(0, "day")]).toEqual(["1 set", "2 sets", "0 days"]);
  expect([listed([]), listed(["a"]), listed(["a", "b"]), listed(["a", "b", "c"])]).toEqual([
    "",
    "a",
    "a and b",
    "a, b and c",
  ]);
  const said = sentence({ n: 3 }, ({ n }) => counted(n, "rep"));
  expect([said({ n: 1 }), said(said.sample), label("Why")()]).toEqual(["1 rep", "3 reps", "Why"]);
});

test("our own scales never turn round: more is never called less", () => {
  const order = { low: 0, moderate: 1, high: 2 };
  for (const level of [stressLevel, tensionLevel])
    for (let x = 0; x < 1; x += 0.01) expect(order[level(x + 0.01)]).toBeGreaterThanOrEqual(order[level(x)]);
  for (let w = 0; w < 10; w += 0.1) expect(order[backLevel(w + 0.1)]).toBeGreaterThanOrEqual(order[backLevel(w)]);
  const seen = (say: (x: number) => string) => [...new Set(Array.from({ length: 101 }, (_, i) => say(i / 100)))];
  expect(seen(lengthWord)).toEqual(["shortened", "mid-range to shortened", "mid-range to lengthened", "lengthened"]);
  expect(seen(placeInRep)).toEqual(["at the bottom", "low in the rep", "halfway", "high in the rep", "at the top"]);
});

test("the language that nobody speaks is longer by a third and more, and keeps numbers, units and marks", async () => {
  for (const { text } of await all()) {
    const other = pseudo(text);
    // two words of three letters and more are enough to make it longer
    if (/\p{L}{3,}.*\p{L}{3,}/u.test(text)) expect(other.length).toBeGreaterThan(text.length);
    expect(other.match(/\d+/g)).toEqual(text.match(/\d+/g));
    expect(other.replace(/\p{L}/gu, "")).toBe(text.replace(/\p{L}/gu, ""));
  }
});
