/**
 * A smooth curve through points, with its exact integral.
 * Cubic Hermite pieces with the slopes of Fritsch and Carlson 1980 (monotone where the data are), so that a
 * tabulated moment arm never overshoots its table. Held constant beyond both ends.
 */
export interface Curve {
  /** knots, ascending */
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** each piece in u = (t - x) / h: h, then c0..c3 of c0 + c1 u + c2 u^2 + c3 u^3 */
  readonly pieces: Float64Array;
  /** integral from the first knot to each knot */
  readonly area: Float64Array;
}

const WIDTH = 5;

/** @throws RangeError when there are fewer than two points or x does not ascend */
export function makeCurve(points: readonly (readonly [number, number])[], xScale = 1): Curve {
  const n = points.length;
  if (n < 2) throw new RangeError("a curve needs two points at least");
  const x = new Float64Array(n);
  const y = new Float64Array(n);
  points.forEach(([px, py], i) => {
    x[i] = px * xScale;
    y[i] = py;
    if (i > 0 && x[i] <= x[i - 1]!) throw new RangeError("the points of a curve must ascend");
  });
  const d = slopes(x, y);
  const pieces = new Float64Array(WIDTH * (n - 1));
  const area = new Float64Array(n);
  for (let i = 0; i + 1 < n; i++) {
    const h = x[i + 1]! - x[i]!;
    const [c0, c1, c2, c3] = [
      y[i]!,
      d[i]! * h,
      3 * (y[i + 1]! - y[i]!) - (2 * d[i]! + d[i + 1]!) * h,
      2 * (y[i]! - y[i + 1]!) + (d[i]! + d[i + 1]!) * h,
    ];
    pieces.set([h, c0, c1, c2, c3], WIDTH * i);
    area[i + 1] = area[i]! + h * (c0 + c1 / 2 + c2 / 3 + c3 / 4);
  }
  return { x, y, pieces, area };
}

/** slope at each knot */
function slopes(x: Float64Array, y: Float64Array): Float64Array {
  const n = x.length;
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
  return d;
}

/** writes the value at t and the integral from the first knot to t (negative before it) to out */
export function curveAt({ x, y, pieces, area }: Curve, t: number, out: Float64Array): void {
  const last = x.length - 1;
  if (t <= x[0]! || t >= x[last]!) {
    const end = t <= x[0]! ? 0 : last;
    out[0] = y[end]!;
    out[1] = area[end]! + (t - x[end]!) * y[end]!;
    return;
  }
  let i = 0;
  while (t > x[i + 1]!) i++;
  const k = WIDTH * i;
  const h = pieces[k]!;
  const c0 = pieces[k + 1]!;
  const c1 = pieces[k + 2]!;
  const c2 = pieces[k + 3]!;
  const c3 = pieces[k + 4]!;
  const u = (t - x[i]!) / h;
  out[0] = c0 + u * (c1 + u * (c2 + u * c3));
  out[1] = area[i]! + h * u * (c0 + u * (c1 / 2 + u * (c2 / 3 + (u * c3) / 4)));
}

const found = new Float64Array(2);

export function curveValue(c: Curve, t: number): number {
  curveAt(c, t, found);
  return found[0]!;
}

/** slope at t; 0 beyond the ends */
export function curveSlope({ x, pieces }: Curve, t: number): number {
  const last = x.length - 1;
  if (t <= x[0]! || t >= x[last]!) return 0;
  let i = 0;
  while (t > x[i + 1]!) i++;
  const k = WIDTH * i;
  const u = (t - x[i]!) / pieces[k]!;
  return (pieces[k + 2]! + u * (2 * pieces[k + 3]! + u * 3 * pieces[k + 4]!)) / pieces[k]!;
}

/** integral from the first knot to t (negative before it) */
export function curveIntegral(c: Curve, t: number): number {
  curveAt(c, t, found);
  return found[1]!;
}
