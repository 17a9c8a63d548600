/**
 * What somebody meant who typed a set that cannot be: of the usual mistakes of thumbs and units those that bring it
 * near what was expected, likeliest first.
 */
import { POUND } from "#core/base/kilograms";
import type { Load } from "#core/program/document";

export const MISTAKES = [
  "tenfold",
  "tenth",
  "pounds",
  "kilograms",
  "twice",
  "half",
  "tens",
  "swapped",
  "asked",
] as const;
export type Mistake = (typeof MISTAKES)[number];

export interface Correction {
  mistake: Mistake;
  load: Load | null;
  reps: number;
  /** half the squared miss in spreads, less what is known of such mistakes: less is likelier */
  cost: number;
}

/** how usual a mistake is beside the others */
const PRIOR: Readonly<Record<Mistake, number>> = {
  tenfold: 1,
  tenth: 1,
  pounds: 1,
  kilograms: 1,
  twice: 1,
  half: 1,
  tens: 0.7,
  swapped: 0.5,
  asked: 0.2,
};
/** nothing is offered beyond */
const COSTS = 4.5;
/** largest share of a step by which a load may miss the grid; pounds on a kilogram stack miss it by half */
const GRID = 0.25;

const times = (load: Load, x: number): Load => ({ ...load, value: Math.round(100 * load.value * x) / 100 });

function tried(
  mistake: Mistake,
  load: Load | null,
  reps: number,
  asked: Load | null,
): { load: Load | null; reps: number }[] {
  if (mistake === "tens")
    return [
      { load, reps: reps - 10 },
      { load, reps: reps + 10 },
    ].filter((t) => t.reps > 0);
  if (mistake === "asked") return asked ? [{ load: asked, reps }] : [];
  if (!load || load.value <= 0) return [];
  switch (mistake) {
    case "tenfold":
      return [{ load: times(load, 0.1), reps }];
    case "tenth":
      return [{ load: times(load, 10), reps }];
    case "pounds":
      return [{ load: times(load, POUND), reps }];
    case "kilograms":
      return [{ load: times(load, 1 / POUND), reps }];
    case "twice":
      return [{ load: times(load, 0.5), reps }];
    case "half":
      return [{ load: times(load, 2), reps }];
    case "swapped":
      return [{ load: { ...load, value: reps }, reps: Math.round(load.value) }];
  }
}

/** the nearest load that the equipment has; null where there is none near */
function onGrid(load: Load | null, step: Load, loose: boolean): Load | null | undefined {
  if (!load || step.unit !== load.unit || step.value <= 0) return load;
  const steps = Math.round(load.value / step.value);
  const near = Math.abs(load.value / step.value - steps) <= (loose ? 0.5 : GRID);
  return near && steps > 0 ? { ...load, value: Math.round(100 * steps * step.value) / 100 } : undefined;
}

/**
 * @param expected reps to expect at a load and their standard deviation; null where nothing is known
 * @returns likeliest first, at most two: what differs by a tenth cannot be told apart
 */
export function correctionsFor(
  typed: { load: Load | null; reps: number },
  asked: Load | null,
  step: Load,
  expected: (load: Load | null) => { reps: number; spread: number } | null,
): Correction[] {
  const all = MISTAKES.flatMap((mistake) =>
    tried(mistake, typed.load, typed.reps, asked).flatMap((t): Correction[] => {
      const load = onGrid(t.load, step, mistake === "pounds" || mistake === "kilograms");
      if (load === undefined || t.reps < 1 || t.reps > 100) return [];
      if (load?.value === typed.load?.value && t.reps === typed.reps) return [];
      const e = expected(load);
      if (!e) return [];
      const cost = ((t.reps - e.reps) / e.spread) ** 2 / 2 - Math.log(PRIOR[mistake]);
      return [{ mistake, load, reps: t.reps, cost }];
    }),
  );
  const likely = all.filter((c) => c.cost < COSTS).sort((a, b) => a.cost - b.cost);
  const different = likely.filter(
    (c, i) => likely.findIndex((o) => o.load?.value === c.load?.value && o.reps === c.reps) === i,
  );
  return different.slice(0, 2);
}
