/** Outlines in the picture's plane: hulls, and paths of whole quarters of a pixel. */

/** x, y pairs */
export type Polygon = number[];

const order = new Int32Array(256);
const chain = new Int32Array(512);

/** convex hull of points (x, y pairs), counter-clockwise (Andrew's monotone chain) */
export function hullOf(points: Polygon): Polygon {
  const n = points.length / 2;
  if (n < 3 || n > order.length) return points;
  // sorted by x, then y: few points, nearly sorted from ring to ring, so that insertion is quick
  for (let i = 0; i < n; i++) {
    const [x, y] = [points[2 * i]!, points[2 * i + 1]!];
    let j = i - 1;
    while (j >= 0) {
      const o = order[j]!;
      if (points[o]! < x || (points[o] === x && points[o + 1]! <= y)) break;
      order[j + 1] = o;
      j--;
    }
    order[j + 1] = 2 * i;
  }
  let size = 0;
  const push = (i: number, least: number) => {
    while (size >= least) {
      const [o, a] = [chain[size - 2]!, chain[size - 1]!];
      const [ox, oy] = [points[o]!, points[o + 1]!];
      if ((points[a]! - ox) * (points[i + 1]! - oy) - (points[a + 1]! - oy) * (points[i]! - ox) > 0) break;
      size--;
    }
    chain[size++] = i;
  };
  for (let i = 0; i < n; i++) push(order[i]!, 2);
  const lower = size + 1;
  for (let i = n - 2; i >= 0; i--) push(order[i]!, lower);
  const hull: Polygon = [];
  for (let i = 0; i < size - 1; i++) hull.push(points[chain[i]!]!, points[chain[i]! + 1]!);
  return hull;
}

/** from metres of the picture to the units that paths are written in */
export interface Fit {
  /** pixels a metre */
  k: number;
  /** middle of what is shown, m */
  x: number;
  y: number;
  /** pixels */
  width: number;
  height: number;
  /** units a pixel: whole units are written */
  unit: number;
}

/** units a pixel of a picture that is looked at, and of a small one */
export const FINE = 4;
export const COARSE = 2;

export const toX = (f: Fit, x: number): number => Math.round(f.unit * (f.width / 2 + (x - f.x) * f.k));
export const toY = (f: Fit, y: number): number => Math.round(f.unit * (f.height / 2 - (y - f.y) * f.k));

/** units by which a point has to stand off the line between its neighbours */
const OFF = 0.6;

/** path text of one run of points, in units, without what does not move or stands on a line with its neighbours */
export function pathOf(f: Fit, points: Polygon, closed: boolean): string {
  const n = points.length / 2;
  let [x, y] = [toX(f, points[0]!), toY(f, points[1]!)];
  let text = `M${x} ${y}l`;
  let any = false;
  for (let i = 1; i < n; i++) {
    const [nx, ny] = [toX(f, points[2 * i]!), toY(f, points[2 * i + 1]!)];
    const [dx, dy] = [nx - x, ny - y];
    if (dx === 0 && dy === 0) continue;
    if (i < n - 1) {
      const [ex, ey] = [toX(f, points[2 * i + 2]!) - x, toY(f, points[2 * i + 3]!) - y];
      const off = dx * ey - dy * ex;
      // squares, since a root is dear and this is asked of every point
      if (dx * ex + dy * ey > 0 && off * off < OFF * OFF * (ex * ex + ey * ey)) continue;
    }
    text += `${any && dx >= 0 ? " " : ""}${dx}${dy >= 0 ? " " : ""}${dy}`;
    any = true;
    [x, y] = [nx, ny];
  }
  return any ? `${text}${closed ? "z" : ""}` : "";
}

/** signed area of a polygon, m2; positive counter-clockwise */
export function areaOf(points: Polygon): number {
  let sum = 0;
  for (let i = 0; i < points.length; i += 2) {
    const j = (i + 2) % points.length;
    sum += points[i]! * points[j + 1]! - points[j]! * points[i + 1]!;
  }
  return sum / 2;
}
