import fc from "fast-check";
import quadprog from "quadprog";
import { solve as solveLinear, type Model as LinearModel } from "yalps";
import { bySimplex, largestLoad } from "#core/mechanics/capacity";
import { shareLoad } from "#core/mechanics/sharing";
import { seededRandom } from "#core/base/random";

/** a random problem of m freedoms and n heads in which some load can be held */
function randomProblem(seed: number) {
  const random = seededRandom(seed);
  const m = 1 + Math.floor(random() * 4);
  const n = m + 3 + Math.floor(random() * 12);
  const A = Float64Array.from({ length: m * n }, () => -40 + 80 * random());
  const V = Float64Array.from({ length: n }, () => 20 + 300 * random());
  // a load held by some activation: u points where those heads pull
  const a0 = Float64Array.from({ length: n }, () => random());
  const held = (a: Float64Array, f: number) => a.reduce((s, v, i) => s + A[f * n + i]! * v, 0);
  const u = Float64Array.from({ length: m }, (_, f) => -held(a0, f) / 20);
  return { m, n, A, V, u, c: new Float64Array(m) };
}

const unmet = (A: Float64Array, a: Float64Array, b: Float64Array, n: number) =>
  Math.max(...Array.from(b, (t, f) => Math.abs(t - a.reduce((s, v, i) => s + A[f * n + i]! * v, 0))));

test("the largest load can be shared at 97 % and not at 103 %", () => {
  for (let seed = 1; seed <= 150; seed++) {
    const { m, n, A, V, u, c } = randomProblem(seed);
    const { feasible, load } = largestLoad({ freedoms: m, heads: n, A, u, c, limit: 1e6 });
    expect(feasible).toBe(true);
    expect(load).toBeGreaterThan(0);
    const share = (w: number) => {
      const b = Float64Array.from(u, (x) => -w * x);
      const a = new Float64Array(n);
      shareLoad({ freedoms: m, heads: n, A, b, V }, new Float64Array(m), a);
      return unmet(A, a, b, n) / Math.max(1, ...Array.from(b, Math.abs));
    };
    expect(share(0.97 * load)).toBeLessThan(1e-5);
    expect(share(1.03 * load)).toBeGreaterThan(1e-3);
  }
});

test("elasticities are what a stronger head really brings, and sum to one when nothing else acts", () => {
  for (let seed = 200; seed < 260; seed++) {
    const { m, n, A, u, c } = randomProblem(seed);
    const solve = (B: Float64Array) => largestLoad({ freedoms: m, heads: n, A: B, u, c, limit: 1e6 });
    const { load, elasticity } = solve(A);
    expect(elasticity.reduce((s, e) => s + e, 0)).toBeCloseTo(1, 6);
    const i = elasticity.indexOf(Math.max(...elasticity));
    const stronger = A.map((v, k) => (k % n === i ? v * 1.0001 : v));
    expect((solve(stronger).load / load - 1) / 0.0001).toBeCloseTo(elasticity[i]!, 2);
  }
});

/** slope and curvature of a head's cost V (e a^2 + a^3), e = 0.05 */
const slope = (V: number, a: number) => V * a * (0.1 + 3 * a);
const bend = (V: number, a: number) => V * (0.1 + 6 * a);

test("the shared activations satisfy the optimality conditions", () => {
  for (let seed = 300; seed < 360; seed++) {
    const { m, n, A, V, u, c } = randomProblem(seed);
    const { load } = largestLoad({ freedoms: m, heads: n, A, u, c, limit: 1e6 });
    const b = Float64Array.from(u, (x) => -0.6 * load * x);
    const [a, y] = [new Float64Array(n), new Float64Array(m)];
    shareLoad({ freedoms: m, heads: n, A, b, V }, y, a);
    for (let i = 0; i < n; i++) {
      const pull = y.reduce((s, v, f) => s + v * A[f * n + i]!, 0) - slope(V[i]!, a[i]!);
      if (a[i]! > 1e-9 && a[i]! < 1 - 1e-9) expect(Math.abs(pull)).toBeLessThan(1e-5 * V[i]!);
      else if (a[i]! <= 1e-9) expect(pull).toBeLessThanOrEqual(1e-6);
      else expect(pull).toBeGreaterThanOrEqual(-1e-6);
    }
  }
});

test("splitting a head into identical parts changes no share", () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 6 }), fc.double({ min: 0.1, max: 0.9, noNaN: true }), (parts, effort) => {
      const torque = [30, 22, 14];
      const volume = [120, 150, 60];
      const b = Float64Array.of(effort * torque.reduce((s, t) => s + t, 0));
      const whole = new Float64Array(3);
      shareLoad(
        { freedoms: 1, heads: 3, A: Float64Array.from(torque), b, V: Float64Array.from(volume) },
        new Float64Array(1),
        whole,
      );
      const A = Float64Array.from([...Array(parts).fill(30 / parts), 22, 14]);
      const V = Float64Array.from([...Array(parts).fill(120 / parts), 150, 60]);
      const split = new Float64Array(parts + 2);
      shareLoad({ freedoms: 1, heads: parts + 2, A, b, V }, new Float64Array(1), split);
      for (let i = 0; i < parts; i++) expect(split[i]).toBeCloseTo(whole[0]!, 8);
      expect(split[parts]).toBeCloseTo(whole[1]!, 8);
    }),
  );
});

test("along one freedom the sum and the simplex agree, feasible or not", () => {
  const random = seededRandom(77);
  let infeasible = 0;
  for (let k = 0; k < 2000; k++) {
    const n = 1 + Math.floor(random() * 8);
    const p = {
      freedoms: 1,
      heads: n,
      A: Float64Array.from({ length: n }, () => -30 + 60 * random()),
      u: Float64Array.of(k % 9 === 0 ? 0 : -2 + 4 * random()),
      c: Float64Array.of(-60 + 120 * random()),
      limit: 500,
    };
    const [sum, simplex] = [largestLoad(p), bySimplex(p)];
    expect(sum.feasible).toBe(simplex.feasible);
    if (!sum.feasible) {
      infeasible++;
      continue;
    }
    expect(sum.load).toBeCloseTo(simplex.load, 6);
    sum.elasticity.forEach((e, i) => expect(e).toBeCloseTo(simplex.elasticity[i]!, 5));
  }
  expect(infeasible).toBeGreaterThan(100);
});

test("a pose that cannot be held is a result with its shortfall", () => {
  const r = largestLoad({
    freedoms: 1,
    heads: 1,
    A: Float64Array.of(10),
    u: Float64Array.of(-1),
    c: Float64Array.of(25),
    limit: 100,
  });
  expect(r).toMatchObject({ feasible: false, load: 0 });
  expect(r.shortfall).toBeCloseTo(15, 6);
});

describe("beside general-purpose packages", () => {
  test("the largest load is that of a linear programming package", () => {
    for (let seed = 400; seed < 520; seed++) {
      const { m, n, A, u } = randomProblem(seed);
      // what is left over by weights: a little torque that some heads can hold
      const random = seededRandom(seed);
      const a0 = Float64Array.from({ length: n }, () => 0.2 * random());
      const c = Float64Array.from({ length: m }, (_, f) => a0.reduce((s, v, i) => s + A[f * n + i]! * v, 0));
      const ours = largestLoad({ freedoms: m, heads: n, A, u, c, limit: 1e4 });
      const column = (entry: (f: number) => number, more: Record<string, number>) => ({
        ...Object.fromEntries(Array.from({ length: m }, (_, f) => [`torque${f}`, entry(f)])),
        ...more,
      });
      const linear: LinearModel = {
        direction: "maximize",
        objective: "load",
        constraints: {
          ...Object.fromEntries(Array.from({ length: m }, (_, f) => [`torque${f}`, { equal: c[f]! }])),
          ...Object.fromEntries(Array.from({ length: n }, (_, i) => [`full${i}`, { max: 1 }])),
          most: { max: 1e4 },
        },
        variables: {
          w: column((f) => u[f]!, { load: 1, most: 1 }),
          ...Object.fromEntries(
            Array.from({ length: n }, (_, i) => [`a${i}`, column((f) => A[f * n + i]!, { [`full${i}`]: 1 })]),
          ),
        },
      };
      const theirs = solveLinear(linear);
      expect(theirs.status).toBe("optimal");
      expect(ours.feasible).toBe(true);
      expect(Math.abs(ours.load - theirs.result)).toBeLessThan(1e-4 * Math.max(1, theirs.result));
    }
  });

  test("the shared activations are those of a quadratic programming package, asked again and again", () => {
    const row = (values: ArrayLike<number>) => [0, ...Array.from(values)];
    for (let seed = 600; seed < 630; seed++) {
      const { m, n, A, V, u, c } = randomProblem(seed);
      const { load } = largestLoad({ freedoms: m, heads: n, A, u, c, limit: 1e6 });
      const b = Float64Array.from(u, (x) => -0.6 * load * x);
      const a = new Float64Array(n);
      shareLoad({ freedoms: m, heads: n, A, b, V }, new Float64Array(m), a);
      const unit = (i: number, v: number) => Array.from({ length: n }, (_, k) => (k === i ? v : 0));
      // the cost's own parabola at the last answer, each time: a Newton method that knows nothing of the dual
      let x = new Float64Array(n).fill(0.5);
      for (let k = 0; k < 80; k++) {
        // made anew each time: the package writes into what it is given
        const columns = [
          [],
          ...Array.from({ length: n }, (_, i) =>
            row([...Array.from({ length: m }, (_x, f) => A[f * n + i]!), ...unit(i, 1), ...unit(i, -1)]),
          ),
        ];
        const D = [[], ...Array.from({ length: n }, (_, i) => row(unit(i, bend(V[i]!, x[i]!))))];
        const d = Float64Array.from(x, (v, i) => bend(V[i]!, v) * v - slope(V[i]!, v));
        const limits = row([...b, ...new Array<number>(n).fill(0), ...new Array<number>(n).fill(-1)]);
        const { solution } = quadprog.solveQP(D, row(d), columns, limits, m);
        // half the way: a whole step may go round in circles between two parabolas
        x = Float64Array.from(x, (v, i) => 0.5 * v + 0.5 * Math.max(0, Math.min(1, solution[i + 1]!)));
      }
      x.forEach((v, i) => expect(Math.abs(v - a[i]!)).toBeLessThan(1e-5));
    }
  });

  test("with what a hand may push sideways, bounded by its own force, the largest load is the package's", () => {
    for (let seed = 700; seed < 760; seed++) {
      const { m, n, A, u, c } = randomProblem(seed);
      const random = seededRandom(seed);
      const [share, own, more] = [0.1 + 0.3 * random(), 200 * random(), 5 + 5 * random()];
      const lever = Float64Array.from({ length: m }, () => -0.4 + 0.8 * random());
      const most = share * (own + 1e3 * more);
      // two columns, one each way, and a row that says how much of them there is at this load
      const columns = n + 2;
      const rows = m + 1;
      const whole = new Float64Array(rows * columns);
      for (let f = 0; f < m; f++) {
        for (let i = 0; i < n; i++) whole[f * columns + i] = A[f * n + i]!;
        whole[f * columns + n] = most * lever[f]!;
        whole[f * columns + n + 1] = -most * lever[f]!;
      }
      whole[m * columns + n] = whole[m * columns + n + 1] = 1;
      const ours = largestLoad({
        freedoms: rows,
        heads: columns,
        A: whole,
        u: Float64Array.from([...u, (-share * more) / most]),
        c: Float64Array.from([...c, (share * own) / most]),
        limit: 1e3,
        bounds: 1,
      });
      const linear: LinearModel = {
        direction: "maximize",
        objective: "load",
        constraints: {
          ...Object.fromEntries(Array.from({ length: m }, (_, f) => [`torque${f}`, { equal: c[f]! }])),
          ...Object.fromEntries(Array.from({ length: n }, (_, i) => [`full${i}`, { max: 1 }])),
          // in newtons here, and not in shares of the most
          push: { max: share * own },
          load: { max: 1e3 },
        },
        variables: {
          w: {
            ...Object.fromEntries(Array.from({ length: m }, (_, f) => [`torque${f}`, u[f]!])),
            push: -share * more,
            load: 1,
          },
          right: { ...Object.fromEntries(Array.from({ length: m }, (_, f) => [`torque${f}`, lever[f]!])), push: 1 },
          left: { ...Object.fromEntries(Array.from({ length: m }, (_, f) => [`torque${f}`, -lever[f]!])), push: 1 },
          ...Object.fromEntries(
            Array.from({ length: n }, (_, i) => [
              `a${i}`,
              {
                ...Object.fromEntries(Array.from({ length: m }, (_x, f) => [`torque${f}`, A[f * n + i]!])),
                [`full${i}`]: 1,
              },
            ]),
          ),
        },
      };
      const theirs = solveLinear(linear);
      expect(theirs.status).toBe("optimal");
      expect(Math.abs(ours.load - theirs.result)).toBeLessThan(1e-4 * Math.max(1, theirs.result));
      // and it never lowers what can be lifted without
      expect(ours.load).toBeGreaterThanOrEqual(largestLoad({ freedoms: m, heads: n, A, u, c, limit: 1e3 }).load - 1e-6);
    }
  });
});
