/**
 * Load sharing: which heads pull how hard so that every torque is met.
 *   minimise sum V a^2   subject to   A a = b,   0 <= a <= 1
 * with V the muscle volume. Weighting by volume makes the answer the same however a head is divided into parts
 * (tested); plain a^2 does not. Solved through its dual: for given multipliers y the best activation is
 * a = clip(A'y / 2V), so A a(y) = b is a monotone, piecewise linear system of as many equations as freedoms, met by
 * a damped Newton iteration. Works for any number of freedoms; y is kept between samples as a warm start.
 */
export interface SharingProblem {
  readonly freedoms: number;
  readonly heads: number;
  /** freedoms x heads, row-major: torque at full activation, Nm */
  readonly A: Float64Array;
  /** torque to be met, Nm */
  readonly b: Float64Array;
  /** weight of each head (volume) */
  readonly V: Float64Array;
}

/** Nm */
const TOLERANCE = 1e-8;

export interface SharingResult {
  /** largest unmet torque, Nm */
  residual: number;
  iterations: number;
}

/** scratch space, kept between calls and grown when a larger problem comes */
const room = { m: 0, n: 0, g: new Float64Array(0), step: new Float64Array(0), H: new Float64Array(0), pull: new Float64Array(0), turn: new Float64Array(0), inverse: new Float64Array(0), scaled: new Float64Array(0), free: new Int32Array(0) };

function makeRoom(m: number, n: number): typeof room {
  if (m > room.m) Object.assign(room, { m, g: new Float64Array(m), step: new Float64Array(m), H: new Float64Array(m * m) });
  if (n > room.n) Object.assign(room, { n, pull: new Float64Array(n), turn: new Float64Array(n), inverse: new Float64Array(n), scaled: new Float64Array(n), free: new Int32Array(n) });
  return room;
}

/** out = A' y */
function transposed({ freedoms, heads, A }: SharingProblem, y: Float64Array, out: Float64Array): void {
  for (let i = 0; i < heads; i++) out[i] = 0;
  for (let f = 0; f < freedoms; f++) {
    const v = y[f]!;
    if (v !== 0) for (let i = 0, k = f * heads; i < heads; i++, k++) out[i]! += A[k]! * v;
  }
}

/** sum over heads of the dual's concave parts at the pulls A'y = pull + t turn; the dual is b.y - this */
function support(V: Float64Array, n: number, pull: Float64Array, turn: Float64Array, t: number): number {
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const v = pull[i]! + t * turn[i]!;
    const w = 2 * V[i]!;
    if (v > 0) sum += v >= w ? v - w / 2 : (v * v) / (2 * w);
  }
  return sum;
}

/**
 * @param y multipliers, in and out (warm start)
 * @param a activations, out
 * @param most iterations; two or three do where the torques can be met
 */
export function shareLoad(p: SharingProblem, y: Float64Array, a: Float64Array, most = 150): SharingResult {
  const { freedoms: m, heads: n, A, b, V } = p;
  const { g, step, H, pull, turn, inverse, scaled, free } = makeRoom(m, n);
  let residual = Infinity;
  let iterations = 0;
  // where fewer heads are free than there are freedoms the curvature is flat in some direction: damp it, on the
  // scale of all heads together, more after a step that had to be cut short and less after a good one
  let full = 0;
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let k = i; k < m * n; k += n) sum += A[k]! * A[k]!;
    inverse[i] = 1 / (2 * V[i]!);
    full += sum * inverse[i]!;
  }
  const least = 1e-13 * full;
  let damping = least;
  transposed(p, y, pull);
  for (; iterations < most; iterations++) {
    for (let i = 0; i < n; i++) {
      const v = pull[i]! * inverse[i]!;
      a[i] = v <= 0 ? 0 : v >= 1 ? 1 : v;
    }
    residual = 0;
    for (let f = 0; f < m; f++) {
      let v = b[f]!;
      for (let i = 0, k = f * n; i < n; i++, k++) v -= A[k]! * a[i]!;
      g[f] = v;
      residual = Math.max(residual, Math.abs(v));
    }
    if (residual < TOLERANCE) break;
    let count = 0;
    for (let i = 0; i < n; i++) {
      const t = pull[i]!;
      // heads at rest with no pull yet (t = 0) count where the residual would recruit them
      if (t >= 2 * V[i]! || t < 0) continue;
      if (t === 0) {
        let more = 0;
        for (let f = 0; f < m; f++) more += A[f * n + i]! * g[f]!;
        if (more <= 0) continue;
      }
      free[count++] = i;
    }
    for (let r = 0; r < m; r++) {
      for (let k = 0; k < count; k++) scaled[k] = A[r * n + free[k]!]! * inverse[free[k]!]!;
      for (let c = 0; c <= r; c++) {
        let v = 0;
        for (let k = 0, row = c * n; k < count; k++) v += scaled[k]! * A[row + free[k]!]!;
        H[r * m + c] = v;
      }
    }
    if (!solveSymmetric(H, g, step, m, damping || 1)) {
      damping = Math.max(damping * 100, 1e-9 * full);
      continue;
    }
    transposed(p, step, turn);
    let ahead = 0;
    let slope = 0;
    for (let f = 0; f < m; f++) {
      ahead += b[f]! * step[f]!;
      slope += g[f]! * step[f]!;
    }
    const before = support(V, n, pull, turn, 0);
    let t = 1;
    let cuts = 0;
    for (; cuts < 40; cuts++, t /= 2) if (t * ahead - support(V, n, pull, turn, t) + before >= 1e-4 * t * slope - 1e-15) break;
    for (let f = 0; f < m; f++) y[f]! += t * step[f]!;
    for (let i = 0; i < n; i++) pull[i]! += t * turn[i]!;
    damping = cuts > 5 ? Math.max(damping * 100, 1e-8 * full) : Math.max(damping / 10, least);
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
