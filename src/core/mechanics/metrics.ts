/**
 * What is computed for each head from its series over one rep. One definition each, here; the names are those on
 * screen and in docs/method/mechanics.md. F is the active force held at 70 %, over F0; p the place in the usable range.
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
  /** mean F over the longest 20 % of the exercise's own range, over peak F */
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

/** largest activation where the load is within the sticking band */
function stickingOf({ activation }: HeadRep, strength: Float64Array): number {
  const sticks = STICKING_BAND * strength.reduce((least, v) => Math.min(least, v), Infinity);
  return activation.reduce((most, a, i) => (strength[i]! <= sticks ? Math.max(most, a) : most), 0);
}

function mean(x: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i]!;
  return sum / x.length;
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
  const activation = mean(rep.activation);
  if (activation < LEAST_ACTIVATION) return null;
  let total = 0;
  let peak = 0;
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < n; i++) {
    total += force[i]!;
    if (force[i]! > peak) peak = force[i]!;
    if (position[i]! < low) low = position[i]!;
    if (position[i]! > high) high = position[i]!;
  }
  const own = (p: number) => (high - low < 1e-6 ? 0.5 : (p - low) / (high - low));
  let loaded = 0;
  let skew = 0;
  let stretch = 0;
  let above = 0;
  const thirds: [number, number, number] = [0, 0, 0];
  let bottom = 0;
  let bottomCount = 0;
  let range = 0;
  let leastLong = Infinity;
  let leastAll = Infinity;
  const grain = new Array<number>(GRAIN_BINS).fill(0);
  const grainPassive = new Array<number>(GRAIN_BINS).fill(0);
  const count = new Array<number>(GRAIN_BINS).fill(0);
  for (let i = 0; i < n; i++) {
    const f = force[i]!;
    const p = position[i]!;
    loaded += f * p;
    skew += f * own(p);
    if (p > 0.5) stretch += f;
    if (length[i]! > 1) above += f;
    thirds[p < 1 / 3 ? 0 : p < 2 / 3 ? 1 : 2] += f;
    if (own(p) >= 0.8) {
      bottom += f;
      bottomCount++;
    }
    if (i > 0 && (f + force[i - 1]!) / 2 > peak / 2) range += Math.abs(p - position[i - 1]!);
    leastAll = Math.min(leastAll, strength[i]!);
    if (own(p) >= 0.5) leastLong = Math.min(leastLong, strength[i]!);
  }
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
  const share = (x: number) => (total > 0 ? x / total : 0);
  return {
    loadedLength: share(loaded),
    skew: share(skew),
    stretchShare: share(stretch),
    aboveOptimum: share(above),
    thirds: [share(thirds[0]), share(thirds[1]), share(thirds[2])],
    bottomTension: peak > 0 && bottomCount > 0 ? bottom / bottomCount / peak : 0,
    rangeLoaded: range,
    stretchReached: high,
    shortReached: low,
    work: rep.work,
    function: rep.work / rep.usable,
    shareOfAll: workOfAll > 0 ? (rep.work * volumeWeight) / workOfAll : 0,
    shareOfMuscle: workOfMuscle > 0 ? (rep.work * volumeWeight) / workOfMuscle : 0,
    activation,
    partialReserve: leastAll > 0 && Number.isFinite(leastLong) ? leastLong / leastAll : 1,
    grain,
    grainPassive,
    atSticking: stickingOf(rep, strength),
    slices: slicesOf(rep),
    attainable: rep.attainable,
  };
}
