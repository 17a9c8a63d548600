/**
 * Contact sheets of the library, to look every posture over from two sides: npx tsx scripts/contact-sheets.ts
 * <folder> [family or id ...].
 * Start and end of each exercise from the side and from the front, the leading head in colour. Never committed.
 */
import { mkdirSync } from "node:fs";
import { chromium } from "@playwright/test";
import { library } from "#core/exercises/library";
import type { Exercise } from "#core/exercises/format";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { figureStrokes, headLine, loadDrawing } from "#core/mechanics/figure";
import { compileModel } from "#core/mechanics/compile";

const [folder = "/tmp/gryn-sheets", ...wanted] = process.argv.slice(2);
const PER_SHEET = 12;
const [W, H] = [148, 205];
const model = compileModel();

function drawing(exercise: Exercise): string {
  const a = analyse(model, resolveSetup(exercise), { frames: true, samples: 11 });
  if (!a.frames) return `<div class="one"><b>${exercise.id}</b><p>${a.warnings.join(" ")}</p></div>`;
  const frames = a.frames;
  const lead = a.heads.filter((h) => h.metrics).sort((p, q) => q.metrics!.shareOfAll - p.metrics!.shareOfAll)[0];
  const cells = [0.15, 1.35].flatMap((turn) =>
    [0, 10].map((n) => {
      const view = { turn };
      const strokes = figureStrokes(frames, n, view);
      const all = [0, 10].flatMap((m) => figureStrokes(frames, m, view).flatMap((s) => s.points));
      const [x0, x1] = [Math.min(...all.map((p) => p[0])), Math.max(...all.map((p) => p[0]))];
      const [y0, y1] = [Math.min(0, ...all.map((p) => p[1])), Math.max(...all.map((p) => p[1]))];
      const k = Math.min((W - 24) / (x1 - x0), (H - 24) / (y1 - y0));
      const map = ([x, y]: [number, number]) =>
        `${(W / 2 + (x - (x0 + x1) / 2) * k).toFixed(1)},${(H - 12 - (y - y0) * k).toFixed(1)}`;
      const load = loadDrawing(frames, n, view, a.main);
      const limbs = strokes
        .map(
          (s) =>
            `<polyline points="${s.points.map(map).join(" ")}" stroke="#18241d" stroke-width="${s.width * k}" /><polyline points="${s.points.map(map).join(" ")}" stroke="${s.kind === "far" ? "#d8cdb9" : "#fffdf7"}" stroke-width="${Math.max(1, s.width * k - 2)}" />`,
        )
        .join("");
      const cables = load.lines
        .map(([p, q]) => `<polyline points="${map(p)} ${map(q)}" stroke="#155767" stroke-width="1.2" />`)
        .join("");
      const muscle = lead
        ? `<polyline points="${headLine(frames, n, lead.id, view).map(map).join(" ")}" stroke="#a5391d" stroke-width="4" />`
        : "";
      const arrow = load.at
        .map(
          (p) =>
            `<polyline points="${map(p)} ${map([p[0] + 0.22 * load.force[0], p[1] + 0.22 * load.force[1]])}" stroke="#000" stroke-width="2.5" /><circle cx="${map(p).split(",")[0]}" cy="${map(p).split(",")[1]}" r="4" fill="#000" />`,
        )
        .join("");
      return `<svg width="${W}" height="${H}" fill="none" stroke-linecap="round" stroke-linejoin="round"><line x1="0" x2="${W}" y1="${H - 12 + y0 * k}" y2="${H - 12 + y0 * k}" stroke="#bbb" />${limbs}${cables}${muscle}${arrow}</svg>`;
    }),
  );
  return `<div class="one"><b>${exercise.id}</b> <small>${lead?.id ?? ""} ${a.feasible ? "" : "NOT FEASIBLE"}</small><div>${cells.join("")}</div></div>`;
}

const shown = library.filter((e) => wanted.length === 0 || wanted.includes(e.family) || wanted.includes(e.id));
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: process.env.GRYN_CHROMIUM ?? "/usr/bin/chromium",
  args: ["--no-sandbox"],
});
const page = await browser.newPage({ viewport: { width: 1850, height: 980 } });
for (let i = 0; i < shown.length; i += PER_SHEET) {
  await page.setContent(
    `<style>body{font:13px sans-serif;background:#f4eee2;margin:6px;display:grid;grid-template-columns:repeat(3,1fr);gap:4px}.one{border:1px solid #ccc}</style>${shown
      .slice(i, i + PER_SHEET)
      .map(drawing)
      .join("")}`,
  );
  await page.screenshot({ path: `${folder}/sheet-${i / PER_SHEET + 1}.png` });
}
await browser.close();
