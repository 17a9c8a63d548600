import { largestLoad } from "#core/mechanics/capacity";
import { shareLoad } from "#core/mechanics/sharing";
import { seededRandom } from "#core/base/random";

const random = seededRandom(21);
const table = (size: number, value: () => number) => Float64Array.from({ length: size }, value);

describe("problems read where they stand", () => {
  test("sharing a part of a larger matrix is sharing that part alone", () => {
    for (let k = 0; k < 40; k++) {
      const [rows, columns, row, column, m, n] = [7, 20, 2, 5, 3, 12];
      const whole = table(rows * columns, () => 40 * (random() - 0.5));
      const part = table(m * n, () => 0);
      for (let r = 0; r < m; r++)
        for (let c = 0; c < n; c++) part[r * n + c] = whole[(row + r) * columns + column + c]!;
      const V = table(n, () => 20 + 300 * random());
      const a0 = table(n, () => 0.8 * random());
      const b = table(m, () => 0).map((_, r) => a0.reduce((sum, v, c) => sum + v * part[r * n + c]!, 0));
      const [inside, alone] = [new Float64Array(n), new Float64Array(n)];
      const first = shareLoad(
        { freedoms: m, heads: n, A: whole, from: row * columns + column, stride: columns, b, V },
        new Float64Array(m),
        inside,
      );
      const second = shareLoad({ freedoms: m, heads: n, A: part, b, V }, new Float64Array(m), alone);
      expect(first.residual).toBeLessThan(1e-6);
      expect(second.residual).toBeLessThan(1e-6);
      expect(inside).toEqual(alone);
    }
  });

  test("sharing from the answer's own multipliers needs no step, and gives it back", () => {
    const [m, n] = [4, 18];
    const A = table(m * n, () => 40 * (random() - 0.5));
    const V = table(n, () => 50 + 100 * random());
    const a0 = table(n, () => 0.6 * random());
    const b = table(m, () => 0).map((_, r) => a0.reduce((sum, v, c) => sum + v * A[r * n + c]!, 0));
    const [y, a, again] = [new Float64Array(m), new Float64Array(n), new Float64Array(n)];
    expect(shareLoad({ freedoms: m, heads: n, A, b, V }, y, a).iterations).toBeGreaterThan(0);
    const warm = shareLoad({ freedoms: m, heads: n, A, b, V }, y, again);
    expect(warm.iterations).toBeLessThanOrEqual(1);
    again.forEach((v, i) => expect(v).toBeCloseTo(a[i]!, 6));
  });

  test.each([1, 3])("the largest load of one of several problems behind one another, %d freedoms", (m) => {
    const [n, count] = [9, 5];
    const A = table(count * m * n, () => 60 * (random() - 0.4));
    const u = table(count * m, () => -1 - random());
    const c = table(m, () => 0);
    for (let at = 0; at < count; at++) {
      const alone = largestLoad({
        freedoms: m,
        heads: n,
        A: A.slice(at * m * n, (at + 1) * m * n),
        u: u.slice(at * m, (at + 1) * m),
        c,
        limit: 1e4,
      });
      const stacked = largestLoad({ freedoms: m, heads: n, A, u, c, limit: 1e4, at });
      expect(stacked.feasible).toBe(alone.feasible);
      expect(stacked.load).toBe(alone.load);
      expect(stacked.elasticity).toEqual(alone.elasticity);
    }
  });
});
