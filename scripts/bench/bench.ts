/**
 * npm run bench: what speed is, measured and set beside a baseline in the same run. A program of its own, never a test.
 * npm run bench -- mechanics | drawing | choosing | planner | pages | server | browser   runs one part.
 */
import { resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { build } from "esbuild";
import { benchBrowser } from "./browser";
import { benchPages } from "./pages";
import type { BenchRow } from "./row";
import { benchServer } from "./server";

/** the core is measured as it is shipped: bundled, without the helpers a development loader adds */
async function bundled<T>(name: string): Promise<T> {
  const outfile = resolve(`dist/bench/${name}.mjs`);
  await build({
    entryPoints: [`scripts/bench/${name}.ts`],
    outfile,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "es2022",
    external: ["esbuild", "highs"],
    logLevel: "error",
  });
  return (await import(pathToFileURL(outfile).href)) as T;
}
const benchMechanics = async (): Promise<BenchRow[]> =>
  (await bundled<typeof import("./mechanics")>("mechanics")).benchMechanics();
const benchDrawing = async (): Promise<BenchRow[]> =>
  (await bundled<typeof import("./drawing")>("drawing")).benchDrawing();
const benchChoosing = async (): Promise<BenchRow[]> =>
  (await bundled<typeof import("./choosing")>("choosing")).benchChoosing();
const benchPlanner = async (): Promise<BenchRow[]> =>
  (await bundled<typeof import("./planner")>("planner")).benchPlanner();

const parts = {
  mechanics: benchMechanics,
  drawing: benchDrawing,
  choosing: benchChoosing,
  planner: benchPlanner,
  pages: benchPages,
  server: benchServer,
  browser: benchBrowser,
};
const wanted = process.argv.slice(2);
for (const [name, part] of Object.entries(parts)) {
  if (wanted.length && !wanted.includes(name)) continue;
  console.log(`\n${name}`);
  for (const { what, value, baseline, ratio } of await part())
    console.log(
      `  ${what.padEnd(66)} ${value.padStart(12)}   ${baseline}${ratio === null ? "" : `: ratio ${ratio.toFixed(2)}`}`,
    );
}
