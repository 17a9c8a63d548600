/**
 * The largest load that can be held in a pose:
 *   maximise w   subject to   A a + w u = c,   0 <= a <= 1,   0 <= w <= limit
 * u the torque of one unit of load, c what body weight and passive tension leave over. A revised simplex with bounded
 * variables: a handful of rows, one column a head. It starts from the basis of the pose before, which is nearly right,
 * first drives what is out of its bounds back into them, then raises the load. Its duals say how much more strength in
 * each head would have raised the load; that, and not "who is at 100 %", is the limiter.
 */
export interface CapacityProblem {
  readonly freedoms: number;
  readonly heads: number;
  /** freedoms x heads, row-major, Nm */
  readonly A: Float64Array;
  /** Nm for each unit of load */
  readonly u: Float64Array;
  /** Nm */
  readonly c: Float64Array;
  readonly limit: number;
}

export interface Capacity {
  feasible: boolean;
  /** largest load; `limit` when nothing but the limit stops it */
  load: number;
  /** elasticity of the load to each head's strength (d ln w / d ln F); empty unless asked for */
  elasticity: Float64Array;
  /** unmet torque when infeasible, Nm, and the freedom where most is missing */
  shortfall: number;
  row: number;
}

const EPS = 1e-9;
const TOLERANCE = 1e-7;
const MOST_STEPS = 300;

/** where the last solution stood; kept between poses of one chain. Columns: heads, the load, then one logical a row */
export interface Basis {
  readonly rows: number;
  readonly columns: number;
  /** column in each row of the basis */
  readonly basic: Int32Array;
  /** 0 at its lower bound, 1 at its upper, 2 in the basis */
  readonly status: Uint8Array;
  readonly inverse: Float64Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly reduced: Float64Array;
  readonly column: Float64Array;
  readonly work: Float64Array;
}

export function makeBasis(rows: number, columns: number): Basis {
  const all = columns + 1 + rows;
  const basis: Basis = { rows, columns, basic: new Int32Array(rows), status: new Uint8Array(all), inverse: new Float64Array(rows * rows), x: new Float64Array(rows), y: new Float64Array(rows), reduced: new Float64Array(columns + 1), column: new Float64Array(rows), work: new Float64Array(2 * rows * rows) };
  resetBasis(basis);
  return basis;
}

export function resetBasis(b: Basis): void {
  b.status.fill(0);
  b.inverse.fill(0);
  for (let r = 0; r < b.rows; r++) {
    b.basic[r] = b.columns + 1 + r;
    b.status[b.columns + 1 + r] = 2;
    b.inverse[r * b.rows + r] = 1;
  }
}

const NONE = new Float64Array(0);

/** @param basis of an earlier problem of the same size; the answer is the same without it, only later */
export function largestLoad(p: CapacityProblem, basis?: Basis, elasticities = true): Capacity {
  return p.freedoms === 1 ? alongOneFreedom(p, elasticities) : bySimplex(p, basis, elasticities);
}

/**
 * With one freedom the program is a sum: the heads' torque can be anything between all that pull one way and all that
 * pull the other. The same answers as the simplex (tested), many times as fast.
 */
function alongOneFreedom({ heads: n, A, u: unit, c: left, limit }: CapacityProblem, elasticities: boolean): Capacity {
  const [u, c] = [unit[0]!, left[0]!];
  let most = 0;
  let least = 0;
  for (let i = 0; i < n; i++) {
    if (A[i]! > 0) most += A[i]!;
    else least += A[i]!;
  }
  const elasticity = elasticities ? new Float64Array(n) : NONE;
  if (Math.abs(u) < EPS) {
    const shortfall = Math.max(0, c - most, least - c);
    return { feasible: shortfall <= 1e-6, load: shortfall <= 1e-6 ? limit : 0, elasticity, shortfall, row: 0 };
  }
  // the torque asked of the heads, c - w u, must lie between least and most
  const [bound, start] = u < 0 ? [most, least] : [least, most];
  const first = Math.max(0, (c - start) / u);
  const load = Math.min(limit, (c - bound) / u);
  if (load < first - 1e-9) return { feasible: false, load: 0, elasticity, shortfall: Math.max(0, c - most, least - c), row: 0 };
  if (elasticities && load > EPS && load < limit * (1 - 1e-9)) for (let i = 0; i < n; i++) if (u < 0 ? A[i]! > 0 : A[i]! < 0) elasticity[i] = -A[i]! / u / load;
  return { feasible: true, load, elasticity, shortfall: 0, row: 0 };
}

/** any number of freedoms */
export function bySimplex(p: CapacityProblem, given?: Basis, elasticities = true): Capacity {
  const { freedoms: m, heads: n, A, u, limit } = p;
  const b = given && given.rows === m && given.columns === n ? given : makeBasis(m, n);
  const { basic, status, inverse, x, y, reduced, column } = b;
  const upperOf = (j: number) => (j < n ? 1 : j === n ? limit : 0);
  const entry = (r: number, j: number) => (j < n ? A[r * n + j]! : j === n ? u[r]! : j - n - 1 === r ? 1 : 0);
  if (!refresh(b, p, entry, upperOf)) {
    resetBasis(b);
    refresh(b, p, entry, upperOf);
  }

  let phase: 1 | 2 = 1;
  let step = 0;
  for (; step < MOST_STEPS; step++) {
    // what a change of each basic variable is worth: back into its bounds first, then the load
    let out = 0;
    for (let r = 0; r < m; r++) {
      const over = x[r]! - upperOf(basic[r]!);
      column[r] = x[r]! < -TOLERANCE ? 1 : over > TOLERANCE ? -1 : 0;
      if (column[r] !== 0) out++;
    }
    if (out === 0) {
      phase = 2;
      for (let r = 0; r < m; r++) column[r] = basic[r] === n ? 1 : 0;
    } else phase = 1;
    for (let k = 0; k < m; k++) {
      let v = 0;
      for (let r = 0; r < m; r++) if (column[r] !== 0) v += column[r]! * inverse[r * m + k]!;
      y[k] = v;
    }
    reduced.fill(0);
    if (phase === 2 && status[n] !== 2) reduced[n] = 1;
    for (let r = 0; r < m; r++) {
      const v = y[r]!;
      if (v === 0) continue;
      const row = r * n;
      for (let j = 0; j < n; j++) reduced[j]! -= v * A[row + j]!;
      reduced[n]! -= v * u[r]!;
    }
    let enter = -1;
    let best = EPS;
    for (let j = 0; j <= n; j++) {
      const s = status[j]!;
      if (s === 2) continue;
      const gain = s === 0 ? reduced[j]! : -reduced[j]!;
      if (gain <= best) continue;
      enter = j;
      if (step > MOST_STEPS / 2) break;
      best = gain;
    }
    if (enter < 0) break;
    const direction = status[enter] === 0 ? 1 : -1;
    for (let r = 0; r < m; r++) {
      let v = 0;
      for (let k = 0; k < m; k++) v += inverse[r * m + k]! * entry(k, enter);
      column[r] = v;
    }
    let travel = upperOf(enter);
    let leave = -1;
    let leavesAt: 0 | 1 = 0;
    for (let r = 0; r < m; r++) {
      const rate = -direction * column[r]!;
      if (Math.abs(rate) < 1e-10) continue;
      const upper = upperOf(basic[r]!);
      const value = x[r]!;
      let to: number;
      let at: 0 | 1;
      if (value < -TOLERANCE) {
        // out below: it may rise through its lower bound, and stops at its upper
        if (rate < 0) continue;
        to = upper > 0 && phase === 1 ? (upper - value) / rate : -value / rate;
        at = upper > 0 && phase === 1 ? 1 : 0;
      } else if (value > upper + TOLERANCE) {
        if (rate > 0) continue;
        to = upper > 0 && phase === 1 ? value / -rate : (value - upper) / -rate;
        at = upper > 0 && phase === 1 ? 0 : 1;
      } else if (rate < 0) {
        to = Math.max(0, value / -rate);
        at = 0;
      } else {
        to = Math.max(0, (upper - value) / rate);
        at = 1;
      }
      if (to < travel - 1e-12 || (to <= travel + 1e-12 && leave >= 0 && Math.abs(column[r]!) > Math.abs(column[leave]!))) {
        travel = to;
        leave = r;
        leavesAt = at;
      }
    }
    if (!Number.isFinite(travel)) break;
    for (let r = 0; r < m; r++) x[r]! -= direction * travel * column[r]!;
    if (leave < 0) {
      status[enter] = status[enter] === 0 ? 1 : 0;
      continue;
    }
    const entering = (status[enter] === 1 ? upperOf(enter) : 0) + direction * travel;
    status[basic[leave]!] = leavesAt;
    basic[leave] = enter;
    status[enter] = 2;
    x[leave] = entering;
    const pivot = column[leave]!;
    for (let k = 0; k < m; k++) inverse[leave * m + k]! /= pivot;
    for (let r = 0; r < m; r++) {
      if (r === leave || column[r] === 0) continue;
      const f = column[r]!;
      for (let k = 0; k < m; k++) inverse[r * m + k]! -= f * inverse[leave * m + k]!;
    }
  }
  const elasticity = elasticities ? new Float64Array(n) : NONE;
  let shortfall = 0;
  let row = 0;
  let most = 0;
  for (let r = 0; r < m; r++) {
    const miss = Math.max(0, -x[r]!, x[r]! - upperOf(basic[r]!));
    if (miss <= 1e-6) continue;
    shortfall += miss;
    if (miss > most && basic[r]! > n) {
      most = miss;
      row = basic[r]! - n - 1;
    }
  }
  if (shortfall > 1e-6) {
    resetBasis(b);
    return { feasible: false, load: 0, elasticity, shortfall, row };
  }
  const at = basic.indexOf(n);
  const load = at >= 0 ? x[at]! : status[n] === 1 ? limit : 0;
  if (elasticities && at >= 0 && load > EPS)
    for (let i = 0; i < n; i++) {
      const r = status[i] === 2 ? basic.indexOf(i) : -1;
      const value = r >= 0 ? x[r]! : status[i]!;
      if (value === 0) continue;
      let t = 0;
      for (let f = 0; f < m; f++) t -= inverse[at * m + f]! * A[f * n + i]!;
      elasticity[i] = (t * value) / load;
    }
  return { feasible: true, load, elasticity, shortfall: 0, row: 0 };
}

/** inverse of the basis and values of its variables for new coefficients; false when it has become singular */
function refresh(b: Basis, p: CapacityProblem, entry: (r: number, j: number) => number, upperOf: (j: number) => number): boolean {
  const { rows: m, basic, status, inverse, x, work } = b;
  const { heads: n, A, u, c } = p;
  const w = 2 * m;
  for (let r = 0; r < m; r++)
    for (let k = 0; k < m; k++) {
      work[r * w + k] = entry(r, basic[k]!);
      work[r * w + m + k] = r === k ? 1 : 0;
    }
  for (let k = 0; k < m; k++) {
    let best = k;
    for (let r = k + 1; r < m; r++) if (Math.abs(work[r * w + k]!) > Math.abs(work[best * w + k]!)) best = r;
    const pivot = work[best * w + k]!;
    if (Math.abs(pivot) < 1e-7) return false;
    if (best !== k)
      for (let j = 0; j < w; j++) {
        const t = work[k * w + j]!;
        work[k * w + j] = work[best * w + j]!;
        work[best * w + j] = t;
      }
    for (let j = k; j < w; j++) work[k * w + j]! /= pivot;
    for (let r = 0; r < m; r++) {
      const f = work[r * w + k]!;
      if (r === k || f === 0) continue;
      for (let j = k; j < w; j++) work[r * w + j]! -= f * work[k * w + j]!;
    }
  }
  for (let r = 0; r < m; r++) for (let k = 0; k < m; k++) inverse[r * m + k] = work[r * w + m + k]!;
  const rest = b.y;
  for (let r = 0; r < m; r++) {
    let v = c[r]!;
    for (let j = 0; j < n; j++) if (status[j] === 1) v -= A[r * n + j]!;
    if (status[n] === 1) v -= u[r]! * upperOf(n);
    rest[r] = v;
  }
  for (let r = 0; r < m; r++) {
    let v = 0;
    for (let k = 0; k < m; k++) v += inverse[r * m + k]! * rest[k]!;
    x[r] = v;
  }
  return true;
}
