/** Prints every sentence of the words' modules with its sample, place by place: to be read aloud, top to bottom. */
import { readdirSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { printed } from "#core/words/sentence";
import { pseudo } from "#core/words/pseudo";

const folder = join(import.meta.dirname, "../src/core/words");
const NO_WORDS = new Set([
  "sentence.ts",
  "levels.ts",
  "pseudo.ts",
  "client/phone.ts",
  "client/languages.ts",
  "client/de/all.ts",
]);
const foreign = process.argv.includes("--pseudo");
const say = (line: string) => process.stdout.write(`${line}\n`);

const files = readdirSync(folder, { recursive: true, encoding: "utf8" }).filter(
  (f) => f.endsWith(".ts") && !NO_WORDS.has(f),
);

for (const file of files.sort()) {
  const places = (await import(pathToFileURL(join(folder, file)).href)) as Record<string, Record<string, unknown>>;
  say(`\n# ${file.replace(/\.ts$/, "")}`);
  for (const [place, words] of Object.entries(places)) {
    say(`\n## ${place}`);
    for (const { name, text } of printed(words)) say(`${name.padEnd(14)} ${foreign ? pseudo(text) : text}`);
  }
}
