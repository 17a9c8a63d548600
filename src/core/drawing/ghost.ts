/**
 * A head that is not seen, as a solid of its own volume along its string: round, thickest in the middle. It thickens as
 * it shortens, so that its volume stays.
 */
import { findHead, volumeOf } from "#core/anatomy/anatomy";
import { norm, sub, type Vec3 } from "#core/base/vector";
import { areaOf, pathOf, type Fit, type Polygon } from "./outline";
import type { Shape } from "./plate";
import { point, type Scene } from "./scene";
import { along } from "./view";

/** stations of a belly, less one */
const N = 16;
/** exponent of its thickness along it: 1 a lemon, 0 a bar */
const FULL = 0.6;
/** m: half of a tendon; under it nothing would be seen */
const TENDON = 0.0035;

/** thickness at a share of its length, over the thickest */
const shapeAt = (t: number): number => Math.sin(Math.PI * t) ** FULL;
/** volume of that solid for a length and a thickest radius of 1: discs, each between two stations (cone frusta) */
const UNIT = Array.from({ length: N }, (_, i): number => {
  const [a, b] = [shapeAt(i / N), shapeAt((i + 1) / N)];
  return (Math.PI * (a * a + a * b + b * b)) / (3 * N);
}).reduce((s, x) => s + x, 0);

/** cm3 of a head in a body of a size over the reference's, as m3 */
export const cubicMetres = (head: string, size: number): number => volumeOf(findHead(head)!) * 1e-6 * size ** 3;

export interface Belly {
  /** stations along the string, m, and the radius there */
  at: Vec3[];
  radius: number[];
}

/** @param line its string, m; @param volume m3 */
export function bellyOf(line: readonly Vec3[], volume: number): Belly {
  const steps = line.slice(1).map((p, i) => norm(sub(p, line[i]!)));
  const whole = steps.reduce((s, x) => s + x, 0);
  const thickest = whole > 0 ? Math.sqrt(volume / (UNIT * whole)) : 0;
  const at = Array.from({ length: N + 1 }, (_, i): Vec3 => {
    let [rest, k] = [(i / N) * whole, 0];
    while (k < steps.length - 1 && rest > steps[k]!) rest -= steps[k++]!;
    const [p, q] = [line[k]!, line[k + 1] ?? line[k]!];
    const t = steps[k]! > 0 ? Math.min(1, rest / steps[k]!) : 0;
    return [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1]), p[2] + t * (q[2] - p[2])];
  });
  return { at, radius: at.map((_, i) => thickest * shapeAt(i / N)) };
}

/** its string in the pose; empty where nothing is known of it */
export const lineOf = (scene: Pick<Scene, "frames" | "sample">, head: string): Vec3[] =>
  (scene.frames.lines[head] ?? []).map((name) => point(scene, name));

/** the belly as the picture sees it, over everything; nothing where it runs straight at the viewer */
export function ghostOf(scene: Scene, head: string, fit: Fit): Shape[] {
  const line = lineOf(scene, head);
  if (line.length < 2) return [];
  const { projector: p } = scene;
  const belly = bellyOf(line, cubicMetres(head, scene.frames.size));
  const flat = belly.at.map((v) => [along(p.right, v), along(p.up, v)] as const);
  const [left, right]: [Polygon, Polygon] = [[], []];
  flat.forEach(([x, y], i) => {
    const [a, b] = [flat[Math.max(0, i - 1)]!, flat[Math.min(N, i + 1)]!];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const n = Math.hypot(dx, dy) || 1;
    const w = Math.max(TENDON, belly.radius[i]!);
    left.push(x - (dy / n) * w, y + (dx / n) * w);
    right.unshift(x + (dy / n) * w, y - (dx / n) * w);
  });
  const ring = [...left, ...right];
  return Math.abs(areaOf(ring)) * fit.k * fit.k < 4 ? [] : [{ role: "ghost", d: pathOf(fit, ring, true), head }];
}
