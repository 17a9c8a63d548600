/** Solids of the equipment in the picture: boxes, cylinders, balls. */
import { add, cross, scale, sub, unit, type Vec3 } from "#core/base/vector";
import { hullOf, type Polygon } from "./outline";
import { along, type Projector } from "./view";

export type Tone = "top" | "side" | "end" | "iron" | "plate" | "rope";

export interface Face {
  tone: Tone;
  polygon: Polygon;
}

export interface Solid {
  faces: Face[];
  balls: number[];
}

const flat = (p: Projector, v: Vec3): [number, number] => [along(p.right, v), along(p.up, v)];

const ball = (p: Projector, v: Vec3, radius: number): number[] => [...flat(p, v), along(p.near, v), radius];

/** @param axes unit, at right angles; @param half m along each */
export function box(p: Projector, centre: Vec3, axes: readonly [Vec3, Vec3, Vec3], half: Vec3): Solid {
  const faces: Face[] = [];
  axes.forEach((axis, i) => {
    const [u, w] = [axes[(i + 1) % 3]!, axes[(i + 2) % 3]!];
    const [hu, hw] = [half[(i + 1) % 3]!, half[(i + 2) % 3]!];
    const facing = along(p.near, axis);
    if (Math.abs(facing) < 0.02) return;
    const out = scale(axis, Math.sign(facing) * half[i]!);
    const corner = (a: number, b: number) => flat(p, add(add(centre, out), add(scale(u, a * hu), scale(w, b * hw))));
    const up = Math.abs(axis[1]);
    const tone: Tone = up > 0.6 ? "top" : Math.abs(axis[2]) > 0.7 ? "side" : "end";
    faces.push({ tone, polygon: [...corner(-1, -1), ...corner(1, -1), ...corner(1, 1), ...corner(-1, 1)] });
  });
  const longest = half.indexOf(Math.max(...half));
  const radius = Math.min(...half.filter((_, i) => i !== longest)) || half[longest]!;
  const thick = Math.max(radius, 0.02);
  const n = Math.max(2, Math.min(9, Math.round((2 * half[longest]!) / (2 * thick))));
  const balls = Array.from({ length: n }, (_, i) =>
    ball(p, add(centre, scale(axes[longest]!, half[longest]! * ((2 * i) / (n - 1) - 1))), thick * 1.2),
  ).flat();
  return { faces, balls };
}

const CIRCLE = 22;

/** a sphere: its outline is a circle from everywhere */
export function sphere(p: Projector, centre: Vec3, radius: number, tone: Tone): Solid {
  const [x, y] = flat(p, centre);
  const polygon = Array.from({ length: 2 * CIRCLE }, (_, i) => {
    const t = (Math.PI * i) / CIRCLE;
    return [x + radius * Math.cos(t), y + radius * Math.sin(t)];
  }).flat();
  return { faces: [{ tone, polygon }], balls: ball(p, centre, radius) };
}

/** a cylinder from a to b; its nearer end is seen */
export function cylinder(
  p: Projector,
  a: Vec3,
  b: Vec3,
  radius: number,
  tone: Tone,
  inner: readonly number[] = [],
): Solid {
  const axis = unit(sub(b, a));
  const side = unit(cross(axis, Math.abs(axis[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]));
  const other = cross(axis, side);
  const circle = (c: Vec3, r: number): Polygon =>
    Array.from({ length: CIRCLE }, (_, i) => {
      const t = (2 * Math.PI * i) / CIRCLE;
      return flat(p, add(c, add(scale(side, r * Math.cos(t)), scale(other, r * Math.sin(t)))));
    }).flat();
  const whole = hullOf([...circle(a, radius), ...circle(b, radius)]);
  const faces: Face[] = [{ tone, polygon: whole }];
  const facing = along(p.near, axis);
  if (Math.abs(facing) > 0.12 && radius > 0.03) {
    const end = facing > 0 ? b : a;
    faces.push({ tone, polygon: circle(end, radius) });
    for (const r of inner) faces.push({ tone, polygon: circle(end, r) });
  }
  const length = Math.hypot(...sub(b, a));
  const n = Math.max(1, Math.min(9, Math.round(length / Math.max(0.03, radius))));
  const balls = Array.from({ length: n }, (_, i) =>
    ball(p, add(a, scale(sub(b, a), n === 1 ? 0.5 : i / (n - 1))), Math.max(radius, 0.012)),
  ).flat();
  return { faces, balls };
}

/** what two balls span */
export function capsule(p: Projector, a: Vec3, b: Vec3, radius: number): Polygon {
  const round = (c: Vec3): Polygon => {
    const [x, y] = flat(p, c);
    return Array.from({ length: 10 }, (_, i) => {
      const t = (2 * Math.PI * i) / 10;
      return [x + radius * Math.cos(t), y + radius * Math.sin(t)];
    }).flat();
  };
  return hullOf([...round(a), ...round(b)]);
}
