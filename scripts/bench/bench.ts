/**
 * npm run bench: what speed is, measured and set beside a baseline in the same run. A program of its own, never a test.
 * npm run bench -- mechanics | pages | server | browser   runs one part.
 */
import { benchBrowser } from "./browser";
import { benchMechanics } from "./mechanics";
import { benchPages } from "./pages";
import { benchServer } from "./server";

const parts = { mechanics: benchMechanics, pages: benchPages, server: benchServer, browser: benchBrowser };
const wanted = process.argv.slice(2);
for (const [name, part] of Object.entries(parts)) {
  if (wanted.length && !wanted.includes(name)) continue;
  console.log(`\n${name}`);
  for (const { what, value, baseline, ratio } of await part()) console.log(`  ${what.padEnd(66)} ${value.padStart(12)}   ${baseline}${ratio === null ? "" : `: ratio ${ratio.toFixed(2)}`}`);
}
