/**
 * What is computed for each head from its series over one rep, means by the trapezium rule. One definition each, here;
 * the names are those on screen and in docs/method/mechanics.md. F is the active force held at 70 %, over F0; p the
 * place in the usable range.
 */
export interface HeadMetrics {
  /** mean of F p over mean of F */
  loadedLength: number;
  /** the same within the exercise's own range */
  skew: number;
  /** F at p > 0.5 over all F */
  stretchShare: number;
  /** F at l > 1 over all F */
  aboveOptimum: number;
  /** share of F in the short, middle and long third of p */
  thirds: [number, number, number];
  /** mean F over the time in the longest 20 % of the exercise's own range, over peak F */
  bottomTension: number;
  /** travel in p with F over half its peak */
  rangeLoaded: number;
  /** largest p */
  stretchReached: number;
  /** smallest p */
  shortReached: number;
  /** lifting work over F0 x optimum length */
  work: number;
  /** lifting work over F0 x usable range length: the function criterion */
  function: number;
  /** lifting work as a share of all heads', and of its muscle's */
  shareOfAll: number;
  shareOfMuscle: number;
  /** mean activation */
  activation: number;
  /**
   * least load over the half where the head is longer than the middle of its range here, over the least load of the
   * full range
   */
  partialReserve: number;
  /** mean F in 24 bins of p (0 where the rep does not go), and passive force in the same bins */
  grain: number[];
  grainPassive: number[];
  /** largest activation within 5 % of the least load of the rep: how near its limit it works where the set sticks */
  atSticking: number;
  /** ten slices of the rep from start to end, so that a ranking can weigh them anew without mechanics */
  slices: Slices;
  /**
   * what it could hold at full strength over its usable range: mean of active force over F0, and of that x (2p - 1)
   */
  attainable: [number, number];
}

/** means over each slice; `shortening` is travel towards short in usable ranges a rep (below 0: it lengthens) */
export interface Slices {
  force: number[];
  passive: number[];
  activation: number[];
  position: number[];
  shortening: number[];
}
export const SLICES = 10;

export const GRAIN_BINS = 24;
/** within this of the least load of the rep it sticks */
export const STICKING_BAND = 1.05;
/** less lifting work than this, of all heads of a muscle, is rounding: shares of it would be made of last digits */
export const LEAST_WORK = 1e-6;
/** under this mean activation nothing is shown for a head */
export const LEAST_ACTIVATION = 0.1;

export interface HeadRep {
  /** l over optimum, p in 0..1, active force over F0, passive over F0, activation; one value a sample */
  length: Float64Array;
  position: Float64Array;
  force: Float64Array;
  passive: Float64Array;
  activation: Float64Array;
  /** usable range length over optimum */
  usable: number;
  /** lifting work over F0 x optimum length: force x shortening */
  work: number;
  attainable: [number, number];
}

/** to four places: they are kept and sent by the thousand */
const short = (x: number) => Math.round(x * 1e4) / 1e4;

function slicesOf({ force, passive, activation, position }: HeadRep): Slices {
  const n = force.length;
  const out: Slices = {
    force: new Array<number>(SLICES).fill(0),
    passive: new Array<number>(SLICES).fill(0),
    activation: new Array<number>(SLICES).fill(0),
    position: new Array<number>(SLICES).fill(0),
    shortening: new Array<number>(SLICES).fill(0),
  };
  const counts = new Array<number>(SLICES).fill(0);
  for (let i = 0; i + 1 < n; i++) {
    const k = Math.min(SLICES - 1, Math.floor(((i + 0.5) / (n - 1)) * SLICES));
    counts[k]!++;
    out.force[k]! += (force[i]! + force[i + 1]!) / 2;
    out.passive[k]! += (passive[i]! + passive[i + 1]!) / 2;
    out.activation[k]! += (activation[i]! + activation[i + 1]!) / 2;
    out.position[k]! += (position[i]! + position[i + 1]!) / 2;
    out.shortening[k]! += (position[i]! - position[i + 1]!) * (n - 1);
  }
  for (const list of Object.values(out) as number[][])
    list.forEach((x, k) => (list[k] = counts[k]! > 0 ? short(x / counts[k]!) : 0));
  return out;
}

/** mean over the rep by the trapezium rule: the ends count by half */
export function meanOver(x: ArrayLike<number>): number {
  const last = x.length - 1;
  let sum = 0;
  for (let i = 0; i < last; i++) sum += x[i]! + x[i + 1]!;
  return last > 0 ? sum / 2 / last : (x[0] ?? 0);
}

/** where on the way from a to b (0 to 1, straight) the value is at least `least`; read from `span` */
const span = { from: 0, to: 0 };
function spanAbove(a: number, b: number, least: number): void {
  span.from = 0;
  span.to = a >= least ? 1 : 0;
  if (a >= least !== b >= least) {
    const crossing = (least - a) / (b - a);
    span.from = a < least ? crossing : 0;
    span.to = a < least ? 1 : crossing;
  }
}
/** of a straight line from f0 to f1: what lies over `span` */
const over = (f0: number, f1: number): number => (span.to - span.from) * (f0 + ((f1 - f0) * (span.from + span.to)) / 2);

/** largest activation where the load is within the sticking band, straight lines between the samples */
function stickingOf({ activation }: HeadRep, strength: Float64Array, least: number): number {
  const sticks = -STICKING_BAND * least;
  let most = 0;
  for (let i = 0; i + 1 < activation.length; i++) {
    spanAbove(-strength[i]!, -strength[i + 1]!, sticks);
    if (span.to === span.from) continue;
    const rise = activation[i + 1]! - activation[i]!;
    most = Math.max(most, activation[i]! + span.from * rise, activation[i]! + span.to * rise);
  }
  return most;
}

export function headMetrics(
  rep: HeadRep,
  strength: Float64Array,
  workOfAll: number,
  workOfMuscle: number,
  volumeWeight: number,
): HeadMetrics | null {
  const { length, position, force, passive } = rep;
  const n = force.length;
  const activation = meanOver(rep.activation);
  if (activation < LEAST_ACTIVATION) return null;
  let peak = 0;
  let low = Infinity;
  let high = -Infinity;
  let leastAll = Infinity;
  for (let i = 0; i < n; i++) {
    if (force[i]! > peak) peak = force[i]!;
    if (position[i]! < low) low = position[i]!;
    if (position[i]! > high) high = position[i]!;
    if (strength[i]! < leastAll) leastAll = strength[i]!;
  }
  const own = (p: number) => (high - low < 1e-6 ? 0.5 : (p - low) / (high - low));
  let [total, loaded, skew, stretch, above, long, longer, bottom, bottomTime, range] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
  let leastLong = Infinity;
  const grain = new Array<number>(GRAIN_BINS).fill(0);
  const grainPassive = new Array<number>(GRAIN_BINS).fill(0);
  const count = new Array<number>(GRAIN_BINS).fill(0);
  // straight lines between the samples: an edge is where they cross it, not the sample nearest to it
  for (let i = 0; i + 1 < n; i++) {
    const f0 = force[i]!;
    const f1 = force[i + 1]!;
    const p0 = position[i]!;
    const p1 = position[i + 1]!;
    const o0 = own(p0);
    const o1 = own(p1);
    total += (f0 + f1) / 2;
    loaded += (2 * f0 * p0 + f0 * p1 + f1 * p0 + 2 * f1 * p1) / 6;
    skew += (2 * f0 * o0 + f0 * o1 + f1 * o0 + 2 * f1 * o1) / 6;
    spanAbove(p0, p1, 0.5);
    stretch += over(f0, f1);
    spanAbove(length[i]!, length[i + 1]!, 1);
    above += over(f0, f1);
    spanAbove(p0, p1, 1 / 3);
    long += over(f0, f1);
    spanAbove(p0, p1, 2 / 3);
    longer += over(f0, f1);
    spanAbove(o0, o1, 0.8);
    bottom += over(f0, f1);
    bottomTime += span.to - span.from;
    spanAbove(f0, f1, peak / 2);
    range += (span.to - span.from) * Math.abs(p1 - p0);
    spanAbove(o0, o1, 0.5);
    if (span.to > span.from) {
      const rise = strength[i + 1]! - strength[i]!;
      leastLong = Math.min(leastLong, strength[i]! + span.from * rise, strength[i]! + span.to * rise);
    }
  }
  const thirds: [number, number, number] = [total - long, long - longer, longer];
  // bins are filled along the travel between samples, so that a coarse sampling leaves no holes
  for (let i = 0; i + 1 < n; i++)
    for (let k = 0; k < 4; k++) {
      const t = (k + 0.5) / 4;
      // p lies in 0..1
      const bin = Math.min(GRAIN_BINS - 1, ((position[i]! + t * (position[i + 1]! - position[i]!)) * GRAIN_BINS) | 0);
      grain[bin]! += force[i]! + t * (force[i + 1]! - force[i]!);
      grainPassive[bin]! += passive[i]! + t * (passive[i + 1]! - passive[i]!);
      count[bin]!++;
    }
  for (let b = 0; b < GRAIN_BINS; b++)
    if (count[b]! > 0) {
      grain[b]! /= count[b]!;
      grainPassive[b]! /= count[b]!;
    }
  // a mean of numbers up to 1 is no more than that
  const share = (x: number) => (total > 0 ? Math.min(1, x / total) : 0);
  return {
    loadedLength: share(loaded),
    skew: share(skew),
    stretchShare: share(stretch),
    aboveOptimum: share(above),
    thirds: [share(thirds[0]), share(thirds[1]), share(thirds[2])],
    bottomTension: peak > 0 && bottomTime > 0 ? Math.min(1, bottom / bottomTime / peak) : 0,
    rangeLoaded: range,
    stretchReached: high,
    shortReached: low,
    work: rep.work,
    function: rep.work / rep.usable,
    shareOfAll: workOfAll > LEAST_WORK ? (rep.work * volumeWeight) / workOfAll : 0,
    shareOfMuscle: workOfMuscle > LEAST_WORK ? (rep.work * volumeWeight) / workOfMuscle : 0,
    activation,
    partialReserve: leastAll > 0 && Number.isFinite(leastLong) ? leastLong / leastAll : 1,
    grain,
    grainPassive,
    atSticking: stickingOf(rep, strength, leastAll),
    slices: slicesOf(rep),
    attainable: rep.attainable,
  };
}
