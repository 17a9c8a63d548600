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

export interface SharingResult {
  /** largest unmet torque, Nm */
  residual: number;
  iterations: number;
}

/** scratch space, kept between calls, one a size */
interface Workspace {
  g: Float64Array;
  step: Float64Array;
  trial: Float64Array;
  H: Float64Array;
}
const workspaces: Workspace[] = [];

const workspaceFor = (m: number): Workspace => (workspaces[m] ??= { g: new Float64Array(m), step: new Float64Array(m), trial: new Float64Array(m), H: new Float64Array(m * m) });

function activations(p: SharingProblem, y: Float64Array, a: Float64Array): void {
  for (let i = 0; i < p.heads; i++) {
    let t = 0;
    for (let f = 0; f < p.freedoms; f++) t += p.A[f * p.heads + i]! * y[f]!;
    const v = t / (2 * p.V[i]!);
    a[i] = v <= 0 ? 0 : v >= 1 ? 1 : v;
  }
}

/** sum over heads of the dual's concave parts; the dual is b.y - this */
function support(p: SharingProblem, y: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < p.heads; i++) {
    let t = 0;
    for (let f = 0; f < p.freedoms; f++) t += p.A[f * p.heads + i]! * y[f]!;
    const w = 2 * p.V[i]!;
    if (t > 0) sum += t >= w ? t - w / 2 : (t * t) / (2 * w);
  }
  return sum;
}

/**
 * @param y multipliers, in and out (warm start)
 * @param a activations, out
 */
export function shareLoad(p: SharingProblem, y: Float64Array, a: Float64Array, tolerance = 1e-8): SharingResult {
  const { freedoms: m, heads: n, A, b, V } = p;
  const { g, step, trial, H } = workspaceFor(m);
  const dual = (z: Float64Array) => {
    let v = -support(p, z);
    for (let f = 0; f < m; f++) v += b[f]! * z[f]!;
    return v;
  };
  let residual = Infinity;
  let iterations = 0;
  // where fewer heads are free than there are freedoms the curvature is flat in some direction: damp it, on the
  // scale of all heads together, more after a step that had to be cut short and less after a good one
  let full = 0;
  for (let k = 0; k < m * n; k++) full += (A[k]! * A[k]!) / (2 * V[k % n]!);
  const least = 1e-13 * full;
  let damping = least;
  for (; iterations < 150; iterations++) {
    activations(p, y, a);
    residual = 0;
    for (let f = 0; f < m; f++) {
      let v = b[f]!;
      for (let i = 0; i < n; i++) v -= A[f * n + i]! * a[i]!;
      g[f] = v;
      residual = Math.max(residual, Math.abs(v));
    }
    if (residual < tolerance) break;
    H.fill(0);
    for (let i = 0; i < n; i++) {
      let t = 0;
      for (let f = 0; f < m; f++) t += A[f * n + i]! * y[f]!;
      // heads at rest with no pull yet (t = 0) count where the residual would recruit them
      if (t >= 2 * V[i]! || t < 0) continue;
      if (t === 0) {
        let pull = 0;
        for (let f = 0; f < m; f++) pull += A[f * n + i]! * g[f]!;
        if (pull <= 0) continue;
      }
      const w = 1 / (2 * V[i]!);
      for (let r = 0; r < m; r++) for (let c = 0; c <= r; c++) H[r * m + c]! += A[r * n + i]! * A[c * n + i]! * w;
    }
    if (!solveSymmetric(H, g, step, m, damping || 1)) {
      damping = Math.max(damping * 100, 1e-9 * full);
      continue;
    }
    const before = dual(y);
    let slope = 0;
    for (let f = 0; f < m; f++) slope += g[f]! * step[f]!;
    let t = 1;
    let cuts = 0;
    for (; cuts < 40; cuts++, t /= 2) {
      for (let f = 0; f < m; f++) trial[f] = y[f]! + t * step[f]!;
      if (dual(trial) >= before + 1e-4 * t * slope - 1e-15) break;
    }
    y.set(trial);
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
