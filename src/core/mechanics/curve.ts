/**
 * A smooth curve through points, with its exact integral.
 * Cubic Hermite pieces with the slopes of Fritsch and Carlson 1980 (monotone where the data are), so that a
 * tabulated moment arm never overshoots its table. Held constant beyond both ends.
 */
export interface Curve {
  /** knots, ascending */
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** slope at each knot */
  readonly d: Float64Array;
  /** integral from the first knot to each knot */
  readonly area: Float64Array;
}

/** @throws RangeError when there are fewer than two points or x does not ascend */
export function makeCurve(points: readonly (readonly [number, number])[], xScale = 1): Curve {
  const n = points.length;
  if (n < 2) throw new RangeError("a curve needs two points at least");
  const x = new Float64Array(n);
  const y = new Float64Array(n);
  points.forEach(([px, py], i) => {
    x[i] = px * xScale;
    y[i] = py;
    if (i > 0 && x[i]! <= x[i - 1]!) throw new RangeError("the points of a curve must ascend");
  });
  const d = new Float64Array(n);
  const slope = (i: number) => (y[i + 1]! - y[i]!) / (x[i + 1]! - x[i]!);
  d[0] = slope(0);
  d[n - 1] = slope(n - 2);
  for (let i = 1; i < n - 1; i++) {
    const a = slope(i - 1);
    const b = slope(i);
    const ha = x[i]! - x[i - 1]!;
    const hb = x[i + 1]! - x[i]!;
    d[i] = a * b <= 0 ? 0 : (3 * (ha + hb)) / ((2 * hb + ha) / a + (hb + 2 * ha) / b);
  }
  const area = new Float64Array(n);
  for (let i = 1; i < n; i++) area[i] = area[i - 1]! + piece(x, y, d, i - 1, x[i]!);
  return { x, y, d, area };
}

/** integral of one Hermite piece from its left knot to t */
function piece(x: Float64Array, y: Float64Array, d: Float64Array, i: number, t: number): number {
  const h = x[i + 1]! - x[i]!;
  const u = (t - x[i]!) / h;
  const y0 = y[i]!;
  const y1 = y[i + 1]!;
  const d0 = d[i]! * h;
  const d1 = d[i + 1]! * h;
  const c2 = 3 * (y1 - y0) - 2 * d0 - d1;
  const c3 = 2 * (y0 - y1) + d0 + d1;
  return h * u * (y0 + u * (d0 / 2 + u * (c2 / 3 + (u * c3) / 4)));
}

function find(x: Float64Array, t: number): number {
  let i = 0;
  while (i < x.length - 2 && t > x[i + 1]!) i++;
  return i;
}

export function curveValue(c: Curve, t: number): number {
  const last = c.x.length - 1;
  if (t <= c.x[0]!) return c.y[0]!;
  if (t >= c.x[last]!) return c.y[last]!;
  const i = find(c.x, t);
  const h = c.x[i + 1]! - c.x[i]!;
  const u = (t - c.x[i]!) / h;
  const y0 = c.y[i]!;
  const y1 = c.y[i + 1]!;
  const d0 = c.d[i]! * h;
  const d1 = c.d[i + 1]! * h;
  return y0 + u * (d0 + u * (3 * (y1 - y0) - 2 * d0 - d1 + u * (2 * (y0 - y1) + d0 + d1)));
}

/** integral from the first knot to t (negative before it) */
export function curveIntegral(c: Curve, t: number): number {
  const last = c.x.length - 1;
  if (t <= c.x[0]!) return (t - c.x[0]!) * c.y[0]!;
  if (t >= c.x[last]!) return c.area[last]! + (t - c.x[last]!) * c.y[last]!;
  const i = find(c.x, t);
  return c.area[i]! + piece(c.x, c.y, c.d, i, t);
}
