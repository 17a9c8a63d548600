/**
 * Load sharing: which heads pull how hard so that every torque is met.
 *   minimise sum V (e a^2 + a^3)   subject to   A a = b,   0 <= a <= 1
 * with V the muscle volume. Weighting by volume makes the answer the same however a head is divided into parts
 * (tested); plain a^2 does not. The third power is where the endurance of a held contraction stands (about 1 / a^3,
 * Crowninshield and Brand 1981, recalled): it spreads work more evenly than the second; e keeps the curvature of the
 * dual finite at rest. Solved through that dual: for given multipliers y the best activation follows from each head's
 * pull alone, so A a(y) = b is a monotone system of as many equations as freedoms, met by a damped Newton iteration.
 * Works for any number of freedoms; y is kept between samples as a warm start.
 */
const E = 0.05;
/** pull over V at which a head is fully active: the slope of its cost there */
const FULL = 2 * E + 3;
/** activation at a pull of p over V: where the cost's slope 2 e a + 3 a^2 is p */
export const activationAt = (p: number): number => (p <= 0 ? 0 : p >= FULL ? 1 : (Math.sqrt(E * E + 3 * p) - E) / 3);
/** what a head costs at activation a, over V */
export const costAt = (a: number): number => a * a * (E + a);

export interface SharingProblem {
  readonly freedoms: number;
  readonly heads: number;
  /**
   * freedoms x heads, row-major: torque at full activation, Nm; may be a part of a larger matrix, from `from` and
   * with `stride` to the next row
   */
  A: Float64Array;
  readonly from?: number;
  readonly stride?: number;
  /** torque to be met, Nm */
  readonly b: Float64Array;
  /** weight of each head (volume) */
  readonly V: Float64Array;
}

/** Nm */
const TOLERANCE = 1e-6;

export interface SharingResult {
  /** largest unmet torque, Nm */
  residual: number;
  iterations: number;
}

/** scratch space, kept between calls and grown when a larger problem comes */
const room = {
  m: 0,
  n: 0,
  g: new Float64Array(0),
  step: new Float64Array(0),
  H: new Float64Array(0),
  pull: new Float64Array(0),
  turn: new Float64Array(0),
  ahead: new Float64Array(0),
  row: new Int32Array(0),
};

function makeRoom(m: number, n: number): typeof room {
  if (m > room.m || n > room.n) {
    const [rows, columns] = [Math.max(m, room.m), Math.max(n, room.n)];
    Object.assign(room, {
      m: rows,
      n: columns,
      g: new Float64Array(rows),
      step: new Float64Array(rows),
      H: new Float64Array(rows * rows),
      pull: new Float64Array(columns),
      turn: new Float64Array(columns),
      ahead: new Float64Array(columns),
      row: new Int32Array(rows),
    });
  }
  return room;
}

/** out = A' y */
function transposed(
  { freedoms, heads, A, from = 0, stride = heads }: SharingProblem,
  y: Float64Array,
  out: Float64Array,
): void {
  for (let i = 0; i < heads; i++) out[i] = 0;
  for (let f = 0; f < freedoms; f++) {
    const v = y[f]!;
    if (v !== 0) for (let i = 0, k = from + f * stride; i < heads; i++, k++) out[i]! += A[k]! * v;
  }
}

/** the best activations at the pulls A'y, the torque g = b - A a they leave over, and the largest of it */
function respond(
  { freedoms: m, heads: n, A, from = 0, stride = n, b, V }: SharingProblem,
  pull: Float64Array,
  a: Float64Array,
  g: Float64Array,
): number {
  for (let i = 0; i < n; i++) {
    const v = pull[i]!;
    a[i] = v <= 0 ? 0 : activationAt(v / V[i]!);
  }
  let residual = 0;
  for (let f = 0; f < m; f++) {
    let v = b[f]!;
    for (let i = 0, k = from + f * stride; i < n; i++, k++) v -= A[k]! * a[i]!;
    g[f] = v;
    if (v > residual) residual = v;
    else if (-v > residual) residual = -v;
  }
  return residual;
}

/** sum over heads of the dual's concave parts at the pulls A'y = pull + t turn; the dual is b.y - this */
function support(V: Float64Array, n: number, pull: Float64Array, turn: Float64Array, t: number): number {
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const v = pull[i]! + t * turn[i]!;
    if (v <= 0) continue;
    const a = activationAt(v / V[i]!);
    sum += v * a - V[i]! * costAt(a);
  }
  return sum;
}

/** curvature of the dual: A A' over the heads that answer to a change of y, each by how fast; returns its trace */
function curvature(
  { freedoms: m, heads: n, A, from = 0, stride = n, V }: SharingProblem,
  pull: Float64Array,
  g: Float64Array,
  row: Int32Array,
  H: Float64Array,
): number {
  for (let k = 0; k < m * m; k++) H[k] = 0;
  for (let i = 0; i < n; i++) {
    const t = pull[i]!;
    const v = V[i]!;
    // heads at rest with no pull yet (t = 0) count where the residual would recruit them
    if (t >= FULL * v || t < 0) continue;
    if (t === 0) {
      let more = 0;
      for (let f = 0; f < m; f++) more += A[from + f * stride + i]! * g[f]!;
      if (more <= 0) continue;
    }
    // da/dp = 1 / (2 V sqrt(e^2 + 3 p / V)); at rest damped, or the first step would be far too bold
    const speed = 1 / (2 * v * (t === 0 ? 1 : Math.sqrt(E * E + (3 * t) / v)));
    // most columns pull on a few rows only
    let count = 0;
    for (let f = 0; f < m; f++) if (A[from + f * stride + i]! !== 0) row[count++] = f;
    for (let j = 0; j < count; j++) {
      const r = row[j]!;
      const scaled = speed * A[from + r * stride + i]!;
      for (let k = 0; k <= j; k++) H[r * m + row[k]!]! += scaled * A[from + row[k]! * stride + i]!;
    }
  }
  let trace = 0;
  for (let r = 0; r < m; r++) trace += H[r * m + r]!;
  return trace;
}

/** the curvature's trace if every head answered: the scale of its damping */
function fullCurvature({ freedoms: m, heads: n, A, from = 0, stride = n, V }: SharingProblem): number {
  let full = 0;
  for (let f = 0; f < m; f++)
    for (let i = 0, k = from + f * stride; i < n; i++, k++) full += (A[k]! * A[k]!) / (2 * V[i]!);
  return full;
}

/**
 * @param y multipliers, in and out (warm start)
 * @param a activations, out
 * @param most iterations; two or three do where the torques can be met
 */
export function shareLoad(p: SharingProblem, y: Float64Array, a: Float64Array, most = 150): SharingResult {
  const { freedoms: m, heads: n, b, V } = p;
  const { g, step, H, pull, turn, ahead, row } = makeRoom(m, n);
  transposed(p, y, pull);
  let residual = respond(p, pull, a, g);
  if (residual < TOLERANCE) return { residual, iterations: 0 };
  // where fewer heads are free than there are freedoms the curvature is flat in some direction: damp it, on the
  // scale of all heads together, more after a step that had to be cut short and less after a good one
  let damping = 0;
  let iterations = 0;
  for (; iterations < most; iterations++) {
    const least = 1e-13 * curvature(p, pull, g, row, H);
    if (damping < least) damping = least;
    if (!solveSymmetric(H, g, step, m, damping || 1)) {
      damping = Math.max(damping * 100, 1e-9 * fullCurvature(p));
      continue;
    }
    transposed(p, step, turn);
    let rise = 0;
    let slope = 0;
    for (let f = 0; f < m; f++) {
      rise += b[f]! * step[f]!;
      slope += g[f]! * step[f]!;
    }
    // most whole steps land: then nothing need be searched along them
    for (let i = 0; i < n; i++) ahead[i] = pull[i]! + turn[i]!;
    residual = respond(p, ahead, a, g);
    if (residual < TOLERANCE) {
      for (let f = 0; f < m; f++) y[f]! += step[f]!;
      return { residual, iterations: iterations + 1 };
    }
    // where the dual, which is concave, still rises at the step's end, nothing need be searched
    let still = 0;
    for (let f = 0; f < m; f++) still += g[f]! * step[f]!;
    let t = 1;
    let cuts = 0;
    if (still < 0) {
      const here = support(V, n, pull, turn, 0);
      for (; cuts < 40; cuts++, t /= 2)
        if (t * rise - support(V, n, pull, turn, t) + here >= 1e-4 * t * slope - 1e-15) break;
    }
    for (let f = 0; f < m; f++) y[f]! += t * step[f]!;
    for (let i = 0; i < n; i++) pull[i]! += t * turn[i]!;
    if (cuts > 0) residual = respond(p, pull, a, g);
    damping = cuts > 5 ? Math.max(damping * 100, 1e-8 * fullCurvature(p)) : damping / 10;
  }
  return { residual, iterations };
}

/** Cholesky of the lower triangle L + damping, in place; false when it is not positive definite */
function solveSymmetric(L: Float64Array, g: Float64Array, x: Float64Array, m: number, damping: number): boolean {
  for (let r = 0; r < m; r++) {
    for (let c = 0; c <= r; c++) {
      let v = L[r * m + c]! + (r === c ? damping : 0);
      for (let k = 0; k < c; k++) v -= L[r * m + k]! * L[c * m + k]!;
      if (r === c) {
        if (v <= 0) return false;
        L[r * m + r] = Math.sqrt(v);
      } else L[r * m + c] = v / L[c * m + c]!;
    }
  }
  for (let r = 0; r < m; r++) {
    let v = g[r]!;
    for (let k = 0; k < r; k++) v -= L[r * m + k]! * x[k]!;
    x[r] = v / L[r * m + r]!;
  }
  for (let r = m - 1; r >= 0; r--) {
    let v = x[r]!;
    for (let k = r + 1; k < m; k++) v -= L[k * m + r]! * x[k]!;
    x[r] = v / L[r * m + r]!;
  }
  return true;
}
