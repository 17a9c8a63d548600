/** What a setup's numbers do while a parameter, two, or the rep itself goes through its range. */
import { mean } from "#core/base/numbers";
import type { Exercise, Parameter } from "#core/exercises/format";
import { completeValues, resolveSetup, SetupError, type Values } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";
import type { HeadSeries } from "#core/mechanics/recording";

/** what can stand on the y axis; a head's unless it says otherwise */
export const QUANTITIES = {
  tension: { name: "Tension", unit: "of F0", head: true, about: "mean active force over F0" },
  stretch: {
    name: "Tension in the long third",
    unit: "of F0",
    head: true,
    about: "mean active force in the long third",
  },
  share: { name: "Share of all work", unit: "%", head: true, about: "lifting work over all heads'" },
  length: { name: "Loaded length", unit: "", head: true, about: "0 short, 1 long" },
  limiter: {
    name: "Part in what ends the set",
    unit: "%",
    head: true,
    about: "its muscle's share of the elasticities",
  },
  load: { name: "Load it allows", unit: "of the most", head: false, about: "the largest load over the sweep's most" },
  flatness: { name: "Flatness of the resistance", unit: "", head: false, about: "mean over peak of the torque asked" },
  spine: { name: "Low back", unit: "Nm", head: false, about: "largest moment at the low back" },
  wrist: { name: "Wrist", unit: "%", head: false, about: "asked of what the wrist's muscles have" },
  shoulder: { name: "Shoulder's strain", unit: "", head: false, about: "torque, more near the end of the range" },
  elbow: { name: "Elbow's strain", unit: "", head: false, about: "torque, more near the end of the range" },
  knee: { name: "Knee's strain", unit: "", head: false, about: "torque, more near the end of the range" },
} as const;
export type Quantity = keyof typeof QUANTITIES;

const ofHead: Partial<Record<Quantity, (a: Analysis, head: HeadSeries) => number | null>> = {
  tension: (_a, h) => mean(h.force),
  stretch: (_a, h) => mean(h.force.map((f, i) => (h.position[i]! > 2 / 3 ? f : 0))),
  share: (_a, h) => 100 * (h.metrics?.shareOfAll ?? 0),
  length: (_a, h) => h.metrics?.loadedLength ?? null,
  limiter: (a, h) => {
    const total = a.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
    return (100 * (a.limiters.find((l) => l.muscle === h.muscle)?.elasticity ?? 0)) / total;
  },
};
const ofSetup: Partial<Record<Quantity, (a: Analysis) => number>> = {
  load: (a) => a.rawLoad,
  flatness: (a) => {
    const torque = a.resistance.map(Math.abs);
    return mean(torque) / Math.max(1e-9, ...torque);
  },
  spine: (a) => a.spine?.moment ?? 0,
  wrist: (a) => 100 * Math.max(0, ...a.demands.filter((d) => d.what !== "grip").map((d) => d.ratio)),
  shoulder: (a) => a.strain.shoulder ?? 0,
  elbow: (a) => a.strain.elbow ?? 0,
  knee: (a) => a.strain.knee ?? 0,
};

/** one number of an analysis; null where the setup cannot be lifted, 0 for a head that does nothing */
export function quantityOf(a: Analysis, quantity: Quantity, headId: string): number | null {
  if (!a.feasible) return null;
  const own = ofSetup[quantity];
  if (own) return own(a);
  const head = a.heads.find((h) => h.id === headId);
  return head ? ofHead[quantity]!(a, head) : quantity === "length" ? null : 0;
}

export interface Series {
  quantity: Quantity;
  head: string;
  values: (number | null)[];
}

export interface Sweep {
  parameter: string;
  x: number[];
  series: Series[];
  /** where two series of one quantity cross: x, and which */
  crossings: { x: number; between: [string, string] }[];
  /** muscle that ends the set first, by x */
  first: (string | null)[];
}

const SAMPLES = 21;

/** the rep itself on the x axis, in per cent of the way, and what can be followed through it */
export const REP = "rep";
export const IN_REP = ["tension", "length", "load"] as const satisfies readonly Quantity[];
export type InRep = (typeof IN_REP)[number];
const REP_SAMPLES = 41;

/** quantities that ask what the joints' actions are, which costs a third of an analysis more */
const OF_JOINTS: readonly Quantity[] = ["shoulder", "elbow", "knee"];
const MOST_POINTS = 400;

/** along a parameter's range; of named choices each, and nothing between them */
export const sweepPoints = (p: Parameter, count: number): number[] =>
  p.options?.map((o) => o.value).sort((a, b) => a - b) ??
  Array.from({ length: count }, (_, i) => p.min + ((p.max - p.min) * i) / Math.max(1, count - 1));

function analysed(model: Model, exercise: Exercise, values: Values, actions: boolean): Analysis | null {
  try {
    return analyse(model, resolveSetup(exercise, values), { samples: SAMPLES, actions });
  } catch (e) {
    if (e instanceof SetupError) return null;
    throw e;
  }
}

/** values between a parameter's steps are allowed on the way: a sweep is a look, not a setup */
const finely = (exercise: Exercise, ids: readonly string[]): Exercise => ({
  ...exercise,
  parameters: exercise.parameters.map((p) => (ids.includes(p.id) ? { ...p, step: (p.max - p.min) / 1e7 } : p)),
});

/**
 * @param asked head and quantity of each series
 * @param count points, at most 400
 * @throws RangeError for a parameter that the exercise does not have
 */
export function sweep(
  model: Model,
  exercise: Exercise,
  values: Values,
  parameter: string,
  asked: readonly { head: string; quantity: Quantity }[],
  count = 41,
  stop: () => boolean = () => false,
): Sweep {
  const p = exercise.parameters.find((q) => q.id === parameter);
  if (!p) throw new RangeError(`${exercise.name} has no parameter called ${parameter}`);
  const fine = finely(exercise, [parameter]);
  const x = sweepPoints(p, Math.max(2, Math.min(MOST_POINTS, count)));
  const first: (string | null)[] = [];
  const actions = asked.some(({ quantity }) => OF_JOINTS.includes(quantity));
  const series = asked.map(({ head, quantity }): Series => ({ quantity, head, values: [] }));
  for (const v of x) {
    if (stop()) break;
    const a = analysed(model, fine, completeValues(fine, { ...values, [parameter]: v }), actions);
    first.push(a?.feasible ? (a.limiters[0]?.muscle ?? null) : null);
    for (const s of series) s.values.push(a && quantityOf(a, s.quantity, s.head));
  }
  for (const s of series.filter((y) => y.quantity === "load")) {
    const most = Math.max(...s.values.map((v) => v ?? 0)) || 1;
    s.values = s.values.map((v) => (v === null ? null : v / most));
  }
  return { parameter, x: x.slice(0, first.length), series, crossings: crossingsOf(x, series), first };
}

/**
 * What heads do through one rep of a setup: tension over F0, place in the length range, and the load that each place of
 * the rep would allow over the most.
 * @throws SetupError for values out of range
 */
export function sweepRep(
  model: Model,
  exercise: Exercise,
  values: Values,
  asked: readonly { head: string; quantity: InRep }[],
): Sweep {
  const a = analyse(model, resolveSetup(exercise, values), { samples: REP_SAMPLES });
  const x = Array.from({ length: REP_SAMPLES }, (_, i) => (100 * i) / (REP_SAMPLES - 1));
  const strongest = Math.max(1e-9, ...a.strength);
  const series = asked.map(({ head, quantity }): Series => {
    const own = a.heads.find((h) => h.id === head);
    const none = () => x.map(() => (a.feasible && quantity === "tension" ? 0 : null));
    const of = { tension: own?.force, length: own?.position, load: a.strength.map((s) => s / strongest) }[quantity];
    return { quantity, head, values: a.feasible && of ? Array.from(of) : none() };
  });
  const first = x.map(() => (a.feasible ? (a.limiters[0]?.muscle ?? null) : null));
  return { parameter: REP, x, series, crossings: crossingsOf(x, series), first };
}

function crossingsOf(x: readonly number[], series: readonly Series[]): Sweep["crossings"] {
  const out: Sweep["crossings"] = [];
  series.forEach((a, i) =>
    series.slice(i + 1).forEach((b) => {
      if (a.quantity !== b.quantity) return;
      for (let k = 0; k + 1 < a.values.length; k++) {
        const [d0, d1] = [diff(a, b, k), diff(a, b, k + 1)];
        if (d0 === null || d1 === null || d0 === 0 || d0 * d1 > 0 || d1 === d0) continue;
        out.push({ x: x[k]! + ((x[k + 1]! - x[k]!) * d0) / (d0 - d1), between: [a.head, b.head] });
      }
    }),
  );
  return out;
}
const diff = (a: Series, b: Series, k: number): number | null =>
  a.values[k] == null || b.values[k] == null ? null : a.values[k] - b.values[k];

export interface SweepMap {
  x: { parameter: string; values: number[] };
  y: { parameter: string; values: number[] };
  /** rows of y, columns of x */
  values: (number | null)[][];
}

/** one quantity over two parameters at once */
export function sweepMap(
  model: Model,
  exercise: Exercise,
  values: Values,
  [px, py]: readonly [string, string],
  head: string,
  quantity: Quantity,
  count = 13,
  stop: () => boolean = () => false,
): SweepMap {
  const find = (id: string) => {
    const p = exercise.parameters.find((q) => q.id === id);
    if (!p) throw new RangeError(`${exercise.name} has no parameter called ${id}`);
    return p;
  };
  const fine = finely(exercise, [px, py]);
  const [xs, ys] = [sweepPoints(find(px), count), sweepPoints(find(py), count)];
  return {
    x: { parameter: px, values: xs },
    y: { parameter: py, values: ys },
    values: ys.map((y) =>
      xs.map((x) => {
        if (stop()) return null;
        const a = analysed(
          model,
          fine,
          completeValues(fine, { ...values, [px]: x, [py]: y }),
          OF_JOINTS.includes(quantity),
        );
        return a && quantityOf(a, quantity, head);
      }),
    ),
  };
}
