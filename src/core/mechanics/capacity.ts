/**
 * The largest load that can be held in a pose:
 *   maximise w   subject to   A a + w u = c,   0 <= a <= 1,   0 <= w <= limit
 * u the torque of one unit of load, c what body weight and passive tension leave over. A bounded-variable simplex on
 * a dense tableau: a handful of rows, one column a head. Its duals say how much more strength in each head would
 * have raised the load; that, and not "who is at 100 %", is the limiter.
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
  /** elasticity of the load to each head's strength (d ln w / d ln F) */
  elasticity: Float64Array;
  /** unmet torque when infeasible, Nm */
  shortfall: number;
}

const EPS = 1e-9;

/** scratch space, kept between calls of the same size */
function makeWorkspace(m: number, columns: number) {
  return { m, columns, T: new Float64Array(m * (columns + 1)), upper: new Float64Array(columns), atUpper: new Uint8Array(columns), basis: new Int32Array(m), inBasis: new Uint8Array(columns), sign: new Float64Array(m) };
}
let workspace = makeWorkspace(0, 0);

export function largestLoad(p: CapacityProblem): Capacity {
  return p.freedoms === 1 ? alongOneFreedom(p) : bySimplex(p);
}

/**
 * With one freedom the program is a sum: the heads' torque can be anything between all that pull one way and all that
 * pull the other. The same answers as the simplex (tested), many times as fast.
 */
function alongOneFreedom({ heads: n, A, u: unit, c: left, limit }: CapacityProblem): Capacity {
  const [u, c] = [unit[0]!, left[0]!];
  let most = 0;
  let least = 0;
  for (let i = 0; i < n; i++) {
    if (A[i]! > 0) most += A[i]!;
    else least += A[i]!;
  }
  const elasticity = new Float64Array(n);
  if (Math.abs(u) < EPS) {
    const shortfall = Math.max(0, c - most, least - c);
    return { feasible: shortfall <= 1e-6, load: shortfall <= 1e-6 ? limit : 0, elasticity, shortfall };
  }
  // the torque asked of the heads, c - w u, must lie between least and most
  const [bound, start] = u < 0 ? [most, least] : [least, most];
  const first = Math.max(0, (c - start) / u);
  const load = Math.min(limit, (c - bound) / u);
  if (load < first - 1e-9) return { feasible: false, load: 0, elasticity, shortfall: Math.max(0, c - most, least - c) };
  if (load > EPS && load < limit * (1 - 1e-9)) for (let i = 0; i < n; i++) if (u < 0 ? A[i]! > 0 : A[i]! < 0) elasticity[i] = -A[i]! / u / load;
  return { feasible: true, load, elasticity, shortfall: 0 };
}

/** any number of freedoms */
export function bySimplex(p: CapacityProblem): Capacity {
  const { freedoms: m, heads: n } = p;
  const columns = n + 1 + m; // heads, load, one artificial per row
  const width = columns + 1;
  if (workspace.m !== m || workspace.columns !== columns) workspace = makeWorkspace(m, columns);
  const { T, upper, atUpper, basis, inBasis, sign } = workspace;
  T.fill(0);
  upper.fill(1);
  upper[n] = p.limit;
  atUpper.fill(0);
  inBasis.fill(0);
  for (let r = 0; r < m; r++) {
    sign[r] = p.c[r]! < 0 ? -1 : 1;
    for (let i = 0; i < n; i++) T[r * width + i] = sign[r]! * p.A[r * n + i]!;
    T[r * width + n] = sign[r]! * p.u[r]!;
    T[r * width + n + 1 + r] = 1;
    T[r * width + columns] = sign[r]! * p.c[r]!;
    upper[n + 1 + r] = Infinity;
    basis[r] = n + 1 + r;
    inBasis[n + 1 + r] = 1;
  }
  const phase = (cost: (j: number) => number, last: number) => {
    for (let iteration = 0; iteration < 50 * (m + 1); iteration++) {
      // reduced costs; Dantzig first, Bland later so that it always ends
      let enter = -1;
      let best = EPS;
      for (let j = 0; j < last; j++) {
        if (inBasis[j] || upper[j] === 0) continue;
        let d = cost(j);
        for (let r = 0; r < m; r++) d -= cost(basis[r]!) * T[r * width + j]!;
        const gain = atUpper[j] ? -d : d;
        if (gain > best) {
          enter = j;
          if (iteration > 20 * m) break;
          best = gain;
        }
      }
      if (enter < 0) return;
      const direction = atUpper[enter] ? -1 : 1;
      let limit = upper[enter]!;
      let leave = -1;
      let leaveUpper = false;
      for (let r = 0; r < m; r++) {
        const rate = direction * T[r * width + enter]!;
        const value = T[r * width + columns]!;
        if (rate > EPS && value / rate < limit - 1e-12) {
          limit = Math.max(0, value / rate);
          leave = r;
          leaveUpper = false;
        } else if (rate < -EPS) {
          const room = (upper[basis[r]!]! - value) / -rate;
          if (room < limit - 1e-12) {
            limit = Math.max(0, room);
            leave = r;
            leaveUpper = true;
          }
        }
      }
      if (!Number.isFinite(limit)) return;
      for (let r = 0; r < m; r++) T[r * width + columns]! -= direction * limit * T[r * width + enter]!;
      if (leave < 0) {
        atUpper[enter] = atUpper[enter] ? 0 : 1;
        continue;
      }
      const out = basis[leave]!;
      atUpper[out] = leaveUpper ? 1 : 0;
      const enteringValue = (atUpper[enter] ? upper[enter]! : 0) + direction * limit;
      atUpper[enter] = 0;
      basis[leave] = enter;
      inBasis[out] = 0;
      inBasis[enter] = 1;
      const pivot = T[leave * width + enter]!;
      for (let j = 0; j < columns; j++) T[leave * width + j]! /= pivot;
      T[leave * width + columns] = enteringValue;
      for (let r = 0; r < m; r++) {
        if (r === leave) continue;
        const k = T[r * width + enter]!;
        if (k !== 0) for (let j = 0; j < columns; j++) T[r * width + j]! -= k * T[leave * width + j]!;
      }
    }
  };
  phase((j) => (j > n ? -1 : 0), n + 1);
  let shortfall = 0;
  for (let r = 0; r < m; r++) if (basis[r]! > n) shortfall += T[r * width + columns]!;
  const elasticity = new Float64Array(n);
  if (shortfall > 1e-6) return { feasible: false, load: 0, elasticity, shortfall };
  for (let r = 0; r < m; r++) upper[n + 1 + r] = 0;
  phase((j) => (j === n ? 1 : 0), n + 1);
  const value = (j: number) => {
    const r = basis.indexOf(j);
    return r >= 0 ? T[r * width + columns]! : atUpper[j] ? upper[j]! : 0;
  };
  const load = value(n);
  if (load > EPS && load < p.limit * (1 - 1e-9))
    for (let i = 0; i < n; i++) {
      // dual of row f sits in the artificial's column: y_f = c_B B^-1 e_f
      let t = 0;
      for (let f = 0; f < m; f++) {
        let y = 0;
        for (let r = 0; r < m; r++) if (basis[r] === n) y += T[r * width + n + 1 + f]!;
        t -= y * sign[f]! * p.A[f * n + i]!;
      }
      elasticity[i] = (t * value(i)) / load;
    }
  return { feasible: true, load, elasticity, shortfall: 0 };
}
