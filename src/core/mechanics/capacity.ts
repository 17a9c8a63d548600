/**
 * The largest load that can be held in a pose:
 *   maximise w   subject to   A a + w u = c,   0 <= a <= 1,   0 <= w <= limit
 * where the last `bounds` rows are inequalities (A a + w u <= c): what a hand or a foot can push sideways grows with
 * its own force, and so with the load.
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
  /** how many of the rows, the last ones, are "at most" instead of "equals" */
  readonly bounds?: number;
  /** which of several problems that stand behind one another in A and u; the first where it is not said */
  readonly at?: number;
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
  /** what stops the variable that enters: how far it goes, the row that leaves (-1: none) and at which of its bounds */
  readonly stop: { travel: number; leave: number; leavesAt: 0 | 1 };
  /** scratch of the inversion */
  readonly order: Int32Array;
  /** rows that are equations; the logicals of the others may be anything from 0 up */
  equations: number;
}

export function makeBasis(rows: number, columns: number): Basis {
  const all = columns + 1 + rows;
  const basis: Basis = {
    rows,
    columns,
    basic: new Int32Array(rows),
    status: new Uint8Array(all),
    inverse: new Float64Array(rows * rows),
    x: new Float64Array(rows),
    y: new Float64Array(rows),
    reduced: new Float64Array(columns + 1),
    column: new Float64Array(rows),
    stop: { travel: 0, leave: -1, leavesAt: 0 },
    order: new Int32Array(rows),
    equations: rows,
  };
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
  return p.freedoms === 1 && !p.bounds ? alongOneFreedom(p, elasticities) : bySimplex(p, basis, elasticities);
}

/**
 * With one freedom the program is a sum: the heads' torque can be anything between all that pull one way and all that
 * pull the other. The same answers as the simplex (tested), many times as fast.
 */
function alongOneFreedom(
  { heads: n, A, u: unit, c: left, limit, at = 0 }: CapacityProblem,
  elasticities: boolean,
): Capacity {
  const u = unit[at]!;
  const c = left[0]!;
  const from = at * n;
  let most = 0;
  let least = 0;
  for (let i = 0; i < n; i++) {
    if (A[from + i]! > 0) most += A[from + i]!;
    else least += A[from + i]!;
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
  if (load < first - 1e-9)
    return { feasible: false, load: 0, elasticity, shortfall: Math.max(0, c - most, least - c), row: 0 };
  if (elasticities && load > EPS && load < limit * (1 - 1e-9))
    for (let i = 0; i < n; i++)
      if (u < 0 ? A[from + i]! > 0 : A[from + i]! < 0) elasticity[i] = -A[from + i]! / u / load;
  return { feasible: true, load, elasticity, shortfall: 0, row: 0 };
}

/** upper bound of a column: heads 1, the load its limit, logicals of equations 0, of other rows none */
const upperOf = ({ columns: n, equations }: Basis, limit: number, j: number): number =>
  j < n ? 1 : j === n ? limit : j - n - 1 < equations ? 0 : Infinity;
const entry = ({ freedoms: m, heads: n, A, u, at = 0 }: CapacityProblem, r: number, j: number): number =>
  j < n ? A[(at * m + r) * n + j]! : j === n ? u[at * m + r]! : j - n - 1 === r ? 1 : 0;

/**
 * Any number of freedoms: price what would help, see how far it can go, exchange it for what stops it;
 * until nothing helps.
 */
export function bySimplex(p: CapacityProblem, given?: Basis, elasticities = true): Capacity {
  const { freedoms: m, heads: n, limit } = p;
  const b = given && given.rows === m && given.columns === n ? given : makeBasis(m, n);
  b.equations = m - (p.bounds ?? 0);
  if (!refresh(b, p)) {
    resetBasis(b);
    refresh(b, p);
  }
  for (let step = 0; step < MOST_STEPS; step++) {
    const phase = weigh(b, limit);
    price(b, p, phase);
    const enter = toEnter(b, step > MOST_STEPS / 2);
    if (enter < 0) break;
    const direction = b.status[enter] === 0 ? 1 : -1;
    moveWith(b, p, enter);
    findStop(b, limit, enter, direction, phase);
    if (!Number.isFinite(b.stop.travel)) break;
    exchange(b, limit, enter, direction);
  }
  return answerOf(b, p, elasticities);
}

/**
 * Into `column` what a change of each basic variable is worth: back into its bounds first, then the load.
 * @returns 1 while something is out of its bounds, 2 after that
 */
function weigh(b: Basis, limit: number): 1 | 2 {
  const { rows: m, columns: n, basic, x, column } = b;
  let out = 0;
  for (let r = 0; r < m; r++) {
    const over = x[r]! - upperOf(b, limit, basic[r]!);
    column[r] = x[r]! < -TOLERANCE ? 1 : over > TOLERANCE ? -1 : 0;
    if (column[r] !== 0) out++;
  }
  if (out > 0) return 1;
  for (let r = 0; r < m; r++) column[r] = basic[r] === n ? 1 : 0;
  return 2;
}

/** into `reduced` what each column outside the basis would bring (the duals y priced out) */
function price(b: Basis, { heads: n, A, u, freedoms: m, at = 0 }: CapacityProblem, phase: 1 | 2): void {
  const { inverse, y, reduced, column, status } = b;
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
    const row = (at * m + r) * n;
    for (let j = 0; j < n; j++) reduced[j]! -= v * A[row + j]!;
    reduced[n]! -= v * u[at * m + r]!;
  }
}

/** the column that brings most; late, the first that brings anything, so that it ends (Bland). -1 where none does */
function toEnter({ rows: m, columns: n, equations, status, reduced, y }: Basis, late: boolean): number {
  let enter = -1;
  let best = EPS;
  for (let j = 0; j <= n; j++) {
    const s = status[j]!;
    if (s === 2) continue;
    const gain = s === 0 ? reduced[j]! : -reduced[j]!;
    if (gain <= best) continue;
    enter = j;
    if (late) return enter;
    best = gain;
  }
  // slack of an inequality, priced by its dual
  for (let r = equations; r < m; r++) {
    const j = n + 1 + r;
    if (status[j] === 2 || -y[r]! <= best) continue;
    enter = j;
    if (late) return enter;
    best = -y[r]!;
  }
  return enter;
}

/** into `column` how the basic variables move with one that enters */
function moveWith({ inverse, column }: Basis, p: CapacityProblem, enter: number): void {
  const m = p.freedoms;
  for (let r = 0; r < m; r++) {
    let v = 0;
    for (let k = 0; k < m; k++) v += inverse[r * m + k]! * entry(p, k, enter);
    column[r] = v;
  }
}

/** into `stop` how far it can go, which row stops it (-1: its own other bound) and at which bound that row leaves */
function findStop(b: Basis, limit: number, enter: number, direction: 1 | -1, phase: 1 | 2): void {
  const { rows: m, basic, x, column, stop } = b;
  stop.travel = upperOf(b, limit, enter);
  stop.leave = -1;
  stop.leavesAt = 0;
  for (let r = 0; r < m; r++) {
    const rate = -direction * column[r]!;
    if (Math.abs(rate) < 1e-10) continue;
    const upper = upperOf(b, limit, basic[r]!);
    const value = x[r]!;
    // what is out of its bounds may come back through the near one, and stops at the far one
    const through = upper > 0 && phase === 1;
    let to: number;
    let at: 0 | 1;
    if (value < -TOLERANCE) {
      if (rate < 0) continue;
      to = through ? (upper - value) / rate : -value / rate;
      at = through ? 1 : 0;
    } else if (value > upper + TOLERANCE) {
      if (rate > 0) continue;
      to = through ? value / -rate : (value - upper) / -rate;
      at = through ? 0 : 1;
    } else {
      to = Math.max(0, rate < 0 ? value / -rate : (upper - value) / rate);
      at = rate < 0 ? 0 : 1;
    }
    const { travel, leave } = stop;
    // of those that stop it at once the steadiest pivot
    if (
      to < travel - 1e-12 ||
      (to <= travel + 1e-12 && leave >= 0 && Math.abs(column[r]!) > Math.abs(column[leave]!))
    ) {
      stop.travel = to;
      stop.leave = r;
      stop.leavesAt = at;
    }
  }
}

/** goes as far as `stop` says and exchanges what enters for what leaves; the inverse follows */
function exchange(b: Basis, limit: number, enter: number, direction: 1 | -1): void {
  const { rows: m, basic, status, inverse, x, column } = b;
  const { travel, leave, leavesAt } = b.stop;
  for (let r = 0; r < m; r++) x[r]! -= direction * travel * column[r]!;
  if (leave < 0) {
    status[enter] = status[enter] === 0 ? 1 : 0;
    return;
  }
  const entering = (status[enter] === 1 ? upperOf(b, limit, enter) : 0) + direction * travel;
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

/** what the basis says when nothing helps any more */
function answerOf(b: Basis, p: CapacityProblem, elasticities: boolean): Capacity {
  const { rows: m, columns: n, basic, status, x } = b;
  const { limit } = p;
  const elasticity = elasticities ? new Float64Array(n) : NONE;
  let shortfall = 0;
  let row = 0;
  let most = 0;
  for (let r = 0; r < m; r++) {
    const miss = Math.max(0, -x[r]!, x[r]! - upperOf(b, limit, basic[r]!));
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
  if (elasticities && at >= 0 && load > EPS) elasticitiesOf(b, p, at, load, elasticity);
  return { feasible: true, load, elasticity, shortfall: 0, row: 0 };
}

/** from the duals: what a little more strength in each head would have raised the load by. @param at the load's row */
function elasticitiesOf(b: Basis, { A, at: place = 0 }: CapacityProblem, at: number, load: number, out: Float64Array) {
  const { rows: m, columns: n, basic, status, inverse, x } = b;
  for (let i = 0; i < n; i++) {
    const r = status[i] === 2 ? basic.indexOf(i) : -1;
    const value = r >= 0 ? x[r]! : status[i]!;
    if (value === 0) continue;
    let t = 0;
    for (let f = 0; f < m; f++) t -= inverse[at * m + f]! * A[(place * m + f) * n + i]!;
    out[i] = (t * value) / load;
  }
}

/** inverse of the basis and values of its variables for new coefficients; false when it has become singular */
function refresh(b: Basis, p: CapacityProblem): boolean {
  const { rows: m, basic, status, inverse, x } = b;
  const { heads: n, A, u, c, at = 0 } = p;
  for (let r = 0; r < m; r++) for (let k = 0; k < m; k++) inverse[r * m + k] = entry(p, r, basic[k]!);
  if (!invert(inverse, m, b.order)) return false;
  const rest = b.y;
  for (let r = 0; r < m; r++) {
    let v = c[r]!;
    for (let j = 0, row = (at * m + r) * n; j < n; j++) if (status[j] === 1) v -= A[row + j]!;
    if (status[n] === 1) v -= u[at * m + r]! * p.limit;
    rest[r] = v;
  }
  for (let r = 0; r < m; r++) {
    let v = 0;
    for (let k = 0; k < m; k++) v += inverse[r * m + k]! * rest[k]!;
    x[r] = v;
  }
  return true;
}

/**
 * inverts an m x m matrix where it stands (Gauss-Jordan, rows exchanged for the largest pivot); false when it is
 * singular. @param order scratch
 */
function invert(M: Float64Array, m: number, order: Int32Array): boolean {
  for (let k = 0; k < m; k++) {
    let best = k;
    for (let r = k + 1; r < m; r++) if (Math.abs(M[r * m + k]!) > Math.abs(M[best * m + k]!)) best = r;
    order[k] = best;
    const pivot = M[best * m + k]!;
    if (Math.abs(pivot) < 1e-7) return false;
    if (best !== k)
      for (let j = 0; j < m; j++) {
        const t = M[k * m + j]!;
        M[k * m + j] = M[best * m + j]!;
        M[best * m + j] = t;
      }
    const scale = 1 / pivot;
    M[k * m + k] = 1;
    for (let j = 0; j < m; j++) M[k * m + j]! *= scale;
    for (let r = 0; r < m; r++) {
      if (r === k) continue;
      const f = M[r * m + k]!;
      if (f === 0) continue;
      M[r * m + k] = 0;
      for (let j = 0; j < m; j++) M[r * m + j]! -= f * M[k * m + j]!;
    }
  }
  // exchanged rows of the matrix are exchanged columns of its inverse
  for (let k = m - 1; k >= 0; k--) {
    const from = order[k]!;
    if (from === k) continue;
    for (let r = 0; r < m; r++) {
      const t = M[r * m + k]!;
      M[r * m + k] = M[r * m + from]!;
      M[r * m + from] = t;
    }
  }
  return true;
}
