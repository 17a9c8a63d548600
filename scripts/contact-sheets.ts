/**
 * Contact sheets of the library, to look every posture over: npx tsx scripts/contact-sheets.ts <folder> [family or id
 * ...]. Start and end of each exercise, of an id all named setups, from the view that shows it best and from another,
 * the leading head in colour. Never committed.
 */
import { mkdirSync, readFileSync } from "node:fs";
import { chromium } from "@playwright/test";
import { lookOf } from "#core/drawing/look";
import { fitOf, plateOf } from "#core/drawing/plate";
import { library } from "#core/exercises/library";
import type { Exercise } from "#core/exercises/format";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";

const [folder = "/tmp/gryn-sheets", ...wanted] = process.argv.slice(2);
const PER_SHEET = 12;
const [W, H, SAMPLES] = [190, 210, 11];
const model = compileModel();

function drawing([library, { name, values }]: [Exercise, Exercise["setups"][number]]): string {
  const setup = resolveSetup(library, values);
  const { exercise } = setup;
  const analysis = analyse(model, setup, { frames: true, samples: SAMPLES });
  if (!analysis.frames) return `<div class="one"><b>${name}</b><p>${analysis.warnings.join(" ")}</p></div>`;
  const lead = analysis.heads.filter((h) => h.metrics).sort((p, q) => q.metrics!.shareOfAll - p.metrics!.shareOfAll)[0];
  const chosen = lead?.id ?? null;
  const best = lookOf({ exercise, analysis, samples: SAMPLES, chosen });
  const other = { turn: best.turn > 0 ? best.turn - 90 : best.turn + 90, pitch: 12 };
  const cells = [best, other].flatMap((view) => {
    const ask = { exercise, analysis, view, chosen, detail: "plain" as const };
    const fit = fitOf(ask, SAMPLES, W, H);
    return [0, SAMPLES - 1].map((sample) => {
      const paths = plateOf({ ...ask, sample, fit }).shapes.map(
        (s) => `<path class="${s.role}${s.head === chosen ? " chosen" : ""}" d="${s.d}"/>`,
      );
      return `<svg width="${W}" height="${H}" viewBox="0 0 ${4 * W} ${4 * H}" class="plate">${paths.join("")}</svg>`;
    });
  });
  return `<div class="one"><b>${exercise.id}: ${name}</b> <small>${chosen ?? ""} ${best.turn}/${best.pitch} ${analysis.feasible ? "" : "NOT FEASIBLE"}</small><div>${cells.join("")}</div></div>`;
}

const COLOURS = `:root{--sheet:#fffdf7;--ink:#18241d;--quiet:#545d54;--line:#d8cdb9;--fjord:#155767}
.plate .belly{fill:var(--flesh)}.plate .belly.chosen{fill:#d08a2a}`;
const asked = library.filter((e) => wanted.length === 0 || wanted.includes(e.family) || wanted.includes(e.id));
// what is asked for by its id is drawn in all its named setups
const shown = asked.flatMap((e) =>
  e.setups.slice(0, wanted.includes(e.id) ? undefined : 1).map((s): [Exercise, typeof s] => [e, s]),
);
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await browser.newPage({ viewport: { width: 4 * (2 * W + 20), height: 1000 } });
for (let n = 0; n < shown.length; n += PER_SHEET) {
  const cells = shown
    .slice(n, n + PER_SHEET)
    .map(drawing)
    .join("");
  await page.setContent(
    `<style>body{margin:0;background:#fffdf7;font:12px sans-serif;display:flex;flex-wrap:wrap}.one{width:${4 * W}px;border-bottom:1px solid #ccc}.one div{display:flex}${COLOURS}${readFileSync("src/page/plate.css", "utf8")}</style>${cells}`,
  );
  const path = `${folder}/sheet-${String(n / PER_SHEET + 1).padStart(2, "0")}.png`;
  await page.screenshot({ path, fullPage: true });
  console.log(path);
}
await browser.close();
