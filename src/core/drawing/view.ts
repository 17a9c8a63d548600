/** Which way the body is looked at, and what the picture's plane sees. */
import { RAD, type Vec3 } from "#core/base/vector";

export interface View {
  /** deg: 0 looks at the right side, 90 from the front, -90 from behind */
  turn: number;
  /** deg: the eye is raised by it */
  pitch: number;
}

/** world to picture: right, up, towards the viewer; m */
export interface Projector {
  readonly right: Vec3;
  readonly up: Vec3;
  /** direction to the viewer */
  readonly near: Vec3;
}

export function projector({ turn, pitch }: View): Projector {
  const [c, s] = [Math.cos(turn * RAD), Math.sin(turn * RAD)];
  const [cp, sp] = [Math.cos(pitch * RAD), Math.sin(pitch * RAD)];
  return { right: [c, 0, -s], up: [-s * sp, cp, -c * sp], near: [s * cp, sp, c * cp] };
}

export const along = (axis: Vec3, p: ArrayLike<number>, o = 0): number =>
  axis[0] * p[o]! + axis[1] * p[o + 1]! + axis[2] * p[o + 2]!;

/** points x 3 in the picture: right, up, depth towards the viewer */
export function projected(p: Projector, points: Float64Array): Float64Array {
  const out = new Float64Array(points.length);
  for (let i = 0; i < points.length; i += 3) {
    out[i] = along(p.right, points, i);
    out[i + 1] = along(p.up, points, i);
    out[i + 2] = along(p.near, points, i);
  }
  return out;
}

export const seen = (p: Projector, v: Vec3): Vec3 => [along(p.right, v), along(p.up, v), along(p.near, v)];
