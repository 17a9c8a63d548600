/**
 * The line that a head takes in a pose: straight between its points, round the shoulder's ball or a bar where the
 * engine wraps it there. The same string whose length and pull the engine reckons with, point by point, for whoever
 * draws it; its length is the engine's (a test).
 */
import { add, dot, norm, scale, sub, type Vec3 } from "#core/base/vector";
import type { Cylinder, HeadPath } from "./model";
import { readPoint, type State } from "./state";

/** points of a piece that may be wrapped: both ends, both tangents and the arc between */
export const WRAPPED = 8;

const lerp = (a: Vec3, b: Vec3, t: number): Vec3 => add(a, scale(sub(b, a), t));
const column = ({ R }: State, segment: number, k: 0 | 1 | 2): Vec3 => {
  const b = 9 * segment;
  return [R[b + k]!, R[b + 3 + k]!, R[b + 6 + k]!];
};
/** a direction of a segment's frame in the world */
const turned = (state: State, segment: number, v: Vec3): Vec3 =>
  ([0, 1, 2] as const).reduce<Vec3>((sum, k) => add(sum, scale(column(state, segment, k), v[k])), [0, 0, 0]);

/** as many points as a wrapped piece has, evenly on a straight line */
const straight = (p: Vec3, q: Vec3): Vec3[] => Array.from({ length: WRAPPED }, (_, i) => lerp(p, q, i / (WRAPPED - 1)));

/** points from angle a to b, the ends of the string before and after them */
const arc = (p: Vec3, q: Vec3, at: (share: number) => Vec3): Vec3[] => [
  p,
  ...Array.from({ length: WRAPPED - 2 }, (_, i) => at(i / (WRAPPED - 3))),
  q,
];

/** round a ball: in the plane of both ends and its middle (see wrapping.ts, tautLength) */
function roundBall(p: Vec3, q: Vec3, centre: Vec3, radius: number, outside: Vec3 | null): Vec3[] {
  const [a, b] = [sub(p, centre), sub(q, centre)];
  const d = sub(q, p);
  const along = -dot(a, d) / dot(d, d);
  const nearest = dot(a, a) - along * along * dot(d, d);
  const inside = Math.min(norm(a), norm(b)) <= radius;
  if (radius <= 0 || inside || along <= 0 || along >= 1 || nearest >= radius * radius) return straight(p, q);
  const [e, f0] = [scale(a, 1 / norm(a)), scale(b, 1 / norm(b))];
  const cosine = Math.max(-1, Math.min(1, dot(e, f0)));
  const back = outside !== null && dot(add(e, f0), outside) < 0;
  const side = sub(b, scale(e, norm(b) * cosine));
  const f = scale(side, (back ? -1 : 1) / (norm(side) || 1));
  const angle = back ? 2 * Math.PI - Math.acos(cosine) : Math.acos(cosine);
  const [from, to] = [Math.acos(radius / norm(a)), angle - Math.acos(radius / norm(b))];
  const at = (share: number): Vec3 => {
    const t = from + share * Math.max(0, to - from);
    return add(centre, add(scale(e, radius * Math.cos(t)), scale(f, radius * Math.sin(t))));
  };
  return arc(p, q, at);
}

/** round a bar: unrolled it is straight (see wrapping.ts, cylinderLength) */
function roundBar(state: State, p: Vec3, q: Vec3, { radius, segment, at: place, frame }: Cylinder): Vec3[] {
  const centre = readPoint(state, segment, place);
  const [x, y, z] = frame.map((v) => turned(state, segment, v)) as [Vec3, Vec3, Vec3];
  const flat = (v: Vec3) => [dot(sub(v, centre), x), dot(sub(v, centre), y), dot(sub(v, centre), z)] as const;
  const [[px, py, pz], [qx, qy, qz]] = [flat(p), flat(q)];
  const [pn, qn] = [Math.hypot(px, py), Math.hypot(qx, qy)];
  const [ap, aq] = [pn, qn].map((n) => (n > radius ? Math.acos(radius / n) : 0)) as [number, number];
  const turn = Math.atan2(px * qy - py * qx, px * qx + py * qy);
  const swept = (turn < -Math.PI / 2 ? turn + 2 * Math.PI : turn) - ap - aq;
  if (swept <= 0) return straight(p, q);
  const from = Math.atan2(py, px) + ap;
  // along the axis it rises with the way across
  const before = Math.sqrt(Math.max(0, pn * pn - radius * radius));
  const after = Math.sqrt(Math.max(0, qn * qn - radius * radius));
  const across = before + radius * swept + after || 1;
  const at = (share: number): Vec3 => {
    const t = from + share * swept;
    const rise = pz + ((before + share * radius * swept) / across) * (qz - pz);
    return add(centre, add(add(scale(x, radius * Math.cos(t)), scale(y, radius * Math.sin(t))), scale(z, rise)));
  };
  return arc(p, q, at);
}

/** whether the engine may wrap a head between two of its points */
const wraps = ({ sphere, cylinder, segments }: HeadPath, k: number): boolean =>
  sphere > 0 || (cylinder !== null && segments[k] !== segments[k + 1]);

/** points of a head's line from origin to insertion: always as many, whether it is wrapped in the pose or not */
export function stringOf(state: State, path: HeadPath): Vec3[] {
  const points = path.points.map((at, k) => readPoint(state, path.segments[k]!, at));
  const { cylinder, sphere, over, turn, centre } = path;
  const middle = readPoint(state, centre, [0, 0, 0]);
  // behind and to the side of the trunk
  const outside = over >= 0 ? sub(scale(column(state, over, 2), turn), column(state, over, 0)) : null;
  const out: Vec3[] = [points[0]!];
  for (let k = 0; k + 1 < points.length; k++) {
    const [p, q] = [points[k]!, points[k + 1]!];
    if (!wraps(path, k)) out.push(q);
    else if (cylinder && path.segments[k] !== path.segments[k + 1])
      out.push(...roundBar(state, p, q, cylinder).slice(1));
    else out.push(...roundBall(p, q, middle, sphere, outside).slice(1));
  }
  return out;
}

/** how many points that is */
export const stringSize = (path: HeadPath): number =>
  path.points.slice(1).reduce((n, _, k) => n + (wraps(path, k) ? WRAPPED - 1 : 1), 1);
