/** Plates as they are drawn on the bench, while something moves, and in rows of lists. */
import { gzipSync } from "node:zlib";
import { lookOf } from "#core/drawing/look";
import { fitOf, plateOf, type Detail } from "#core/drawing/plate";
import { thumbnailOf } from "#core/drawing/thumbnail";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { median, type BenchRow } from "./row";

const SHOWN = [
  "back-squat",
  "barbell-bench-press",
  "cable-pulldown",
  "incline-dumbbell-curl",
  "leg-press",
  "seated-cable-row",
];
const ROUNDS = 12;

function timed(work: () => void): number {
  work();
  const times = Array.from({ length: ROUNDS }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return Math.min(...times);
}

export function benchDrawing(): Promise<BenchRow[]> {
  const model = compileModel();
  const scenes = SHOWN.map((id) => {
    const exercise = findExercise(id)!;
    const setup = resolveSetup(exercise, {});
    const analysis = analyse(model, setup, { frames: true, samples: 21 });
    const chosen = analysis.heads.find((h) => h.metrics)?.id ?? null;
    const view = lookOf({ exercise, analysis, samples: 21, chosen });
    return { exercise, setup, analysis, chosen, view };
  });
  const of = (detail: Detail) => {
    const list = scenes.map((s) => {
      const ask = { ...s, detail };
      const fit = fitOf(ask, 21, 430, 452);
      const draw = () => plateOf({ ...ask, sample: 10, fit });
      return { ms: timed(draw), bytes: JSON.stringify(draw().shapes).length };
    });
    return { ms: median(list.map((x) => x.ms)), kb: median(list.map((x) => x.bytes)) / 1024 };
  };
  const [full, plain] = [of("full"), of("plain")];
  // the same bodies and things without a single muscle: what the heads cost
  const bare = scenes.map((s) => {
    const ask = { ...s, chosen: null, detail: "thumbnail" as const };
    const fit = { ...fitOf(ask, 21, 430, 452), unit: 4 };
    return timed(() => plateOf({ ...ask, sample: 10, fit }));
  });
  const without = median(bare);
  const small = scenes.map((s) => {
    const draw = () => thumbnailOf(model, s.setup, s.chosen, 84, 68);
    const text = JSON.stringify(draw()!.shapes);
    return { ms: timed(draw), kb: text.length / 1024, zipped: gzipSync(text).length / 1024 };
  });
  const row = (what: string, value: string, ms?: number): BenchRow => ({
    what,
    value,
    baseline: ms === undefined ? "" : `without muscles ${without.toFixed(1)} ms`,
    ratio: ms === undefined ? null : ms / without,
  });
  return Promise.resolve([
    row("a plate of 430 px, fastest of 12, median of 6 exercises", `${full.ms.toFixed(1)} ms`, full.ms),
    row("  its shapes as text", `${full.kb.toFixed(0)} kB`),
    row("the same without fibres, while something moves", `${plain.ms.toFixed(1)} ms`, plain.ms),
    row("  frames a second that it allows", `${Math.round(1000 / plain.ms)}`),
    row("a small one with its analysis and view", `${median(small.map((s) => s.ms)).toFixed(1)} ms`),
    row(
      "  its shapes as text, and compressed",
      `${median(small.map((s) => s.kb)).toFixed(1)}, ${median(small.map((s) => s.zipped)).toFixed(1)} kB`,
    ),
  ]);
}
