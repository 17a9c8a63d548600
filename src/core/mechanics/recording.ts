/** What the heads do over the rep, sample by sample, and what that comes to. */
import { headMetrics, type HeadMetrics, type HeadRep } from "#core/mechanics/metrics";
import { FORCE_GRID, type Model, type ModelHead } from "#core/mechanics/model";
import type { State } from "#core/mechanics/state";

export interface HeadSeries extends HeadRep {
  id: string;
  muscle: string;
  /** m, by freedom */
  momentArms: Record<string, Float64Array>;
  metrics: HeadMetrics | null;
}

/** what the heads do by sample; arrays are samples x shown heads where they are not a head's own */
export interface Recording {
  /** indices into the model's heads */
  readonly shown: readonly number[];
  readonly series: readonly HeadSeries[];
  /** place of a model head in `shown`, or -1 */
  readonly slot: Int32Array;
  /** muscle-tendon extent, m, and active force at full activation, N */
  readonly extent: Float64Array;
  readonly active: Float64Array;
}

export function recordingOf(model: Model, shown: readonly number[], samples: number, withArms: boolean): Recording {
  // one buffer for all of them: many small ones cost more than the sums that are made in them
  const buffer = new Float64Array(5 * samples * shown.length);
  let at = 0;
  const take = () => buffer.subarray(at, (at += samples));
  const series = shown.map((h): HeadSeries => {
    const { id, muscle, freedoms, longest, shortest } = model.heads[h]!;
    const momentArms = withArms
      ? Object.fromEntries(freedoms.map((f) => [model.freedoms[f]!.id, new Float64Array(samples)]))
      : {};
    return {
      id,
      muscle,
      momentArms,
      length: take(),
      position: take(),
      force: take(),
      passive: take(),
      activation: take(),
      usable: longest - shortest,
      work: 0,
      attainable: attainableOf(model.heads[h]!),
      metrics: null,
    };
  });
  const slot = new Int32Array(model.heads.length).fill(-1);
  shown.forEach((h, k) => (slot[h] = k));
  return {
    shown,
    series,
    slot,
    extent: new Float64Array(samples * shown.length),
    active: new Float64Array(samples * shown.length),
  };
}

/** bins of the usable range over which it is taken */
const BINS = 24;
const known = new WeakMap<ModelHead, [number, number]>();
/** @returns mean active force over F0 at full activation over the usable range, and of that x (2p - 1) */
export function attainableOf(head: ModelHead): [number, number] {
  let found = known.get(head);
  if (!found) {
    found = [0, 0];
    for (let b = 0; b < BINS; b++) {
      const p = (b + 0.5) / BINS;
      const at = (head.shortest + p * (head.longest - head.shortest) - FORCE_GRID.from) / FORCE_GRID.step;
      const f = head.active[Math.max(0, Math.min(FORCE_GRID.count - 1, Math.round(at)))]!;
      found[0] += f / BINS;
      found[1] += (f * (2 * p - 1)) / BINS;
    }
    known.set(head, found);
  }
  return found;
}

export function recordHeads(
  { shown, series, extent, active }: Recording,
  model: Model,
  state: State,
  n: number,
  withArms: boolean,
): void {
  const nf = model.freedoms.length;
  for (let k = 0; k < shown.length; k++) {
    const h = shown[k]!;
    const head = model.heads[h]!;
    const out = series[k]!;
    const l = state.length[h]!;
    const position = (l - head.shortest) / (head.longest - head.shortest);
    out.length[n] = l;
    out.position[n] = position < 0 ? 0 : position > 1 ? 1 : position;
    out.passive[n] = state.passive[h]! / head.maxForce;
    extent[n * shown.length + k] = state.extent[h]!;
    active[n * shown.length + k] = state.active[h]!;
    if (withArms) for (const f of head.freedoms) out.momentArms[model.freedoms[f]!.id]![n] = state.arms[h * nf + f]!;
  }
}

/**
 * metrics of every head that does something; lifting work is force x shortening of the whole muscle, over every joint
 * it crosses
 */
export function measureHeads(
  model: Model,
  { shown, series, extent }: Recording,
  samples: number,
  largest: Float64Array,
): void {
  const weight = (k: number) => model.heads[shown[k]!]!.maxForce * model.heads[shown[k]!]!.optimumLength;
  let all = 0;
  const byMuscle = new Map<string, number>();
  series.forEach((out, k) => {
    let sum = 0;
    for (let n = 0; n + 1 < samples; n++) {
      const shortening = extent[n * shown.length + k]! - extent[(n + 1) * shown.length + k]!;
      if (shortening > 0) sum += 0.5 * (out.force[n]! + out.force[n + 1]!) * shortening;
    }
    out.work = sum / model.heads[shown[k]!]!.optimumLength;
    all += out.work * weight(k);
    byMuscle.set(out.muscle, (byMuscle.get(out.muscle) ?? 0) + out.work * weight(k));
  });
  series.forEach((out, k) => (out.metrics = headMetrics(out, largest, all, byMuscle.get(out.muscle)!, weight(k))));
}

/** of the two sides of the trunk the one that works more, or holds more where neither moves */
export function busierSide(series: readonly HeadSeries[]): HeadSeries[] {
  const busy = new Map(series.map((out) => [out, out.work + 1e-3 * out.activation.reduce((sum, a) => sum + a, 0)]));
  const best = new Map<string, HeadSeries>();
  for (const out of series)
    if (!best.has(out.id) || busy.get(out)! > busy.get(best.get(out.id)!)!) best.set(out.id, out);
  return [...best.values()];
}
