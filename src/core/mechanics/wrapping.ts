/** Strings drawn taut around a sphere or a cylinder: how long, and which way they pull. */
import type { Vec3 } from "#core/base/vector";

/** a string between two ends */
export interface Taut {
  /** the two ends, m, set before a call */
  readonly P: Float64Array;
  readonly Q: Float64Array;
  /** direction of the taut string, near to far, at P and at Q */
  readonly U: Float64Array;
  readonly V: Float64Array;
}

export const makeTaut = (): Taut => ({
  P: new Float64Array(3),
  Q: new Float64Array(3),
  U: new Float64Array(3),
  V: new Float64Array(3),
});

/**
 * Length from P to Q, around a sphere at (cx, cy, cz) if the straight line would cut it; sets U, the direction at P
 * (the sphere moves with the far side, so that is the end whose force is read).
 * @param outside direction in which the middle of the string lies, the longer way round if need be; unless given, the
 *   shorter way. Both are equally long where the ends stand opposite each other, so that the length has no jump there
 */
export function tautLength(
  { P, Q, U }: Taut,
  cx: number,
  cy: number,
  cz: number,
  radius: number,
  outside: Float64Array | null = null,
): number {
  const px = P[0]! - cx;
  const py = P[1]! - cy;
  const pz = P[2]! - cz;
  const qx = Q[0]! - cx;
  const qy = Q[1]! - cy;
  const qz = Q[2]! - cz;
  const dx = qx - px;
  const dy = qy - py;
  const dz = qz - pz;
  const straight = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const p2 = px * px + py * py + pz * pz;
  const q2 = qx * qx + qy * qy + qz * qz;
  const r2 = radius * radius;
  const along = -(px * dx + py * dy + pz * dz) / (straight * straight);
  const nearest2 = p2 - along * along * straight * straight;
  if (radius <= 0 || p2 <= r2 || q2 <= r2 || along <= 0 || along >= 1 || nearest2 >= r2) {
    U[0] = dx / straight;
    U[1] = dy / straight;
    U[2] = dz / straight;
    return straight;
  }
  const pn = Math.sqrt(p2);
  const qn = Math.sqrt(q2);
  const cosine = (px * qx + py * qy + pz * qz) / (pn * qn);
  const shorter = Math.acos(Math.max(-1, Math.min(1, cosine)));
  const back =
    outside !== null &&
    (px / pn + qx / qn) * outside[0]! + (py / pn + qy / qn) * outside[1]! + (pz / pn + qz / qn) * outside[2]! < 0;
  const angle = back ? 2 * Math.PI - shorter : shorter;
  const ap = Math.acos(radius / pn);
  const aq = Math.acos(radius / qn);
  const arc = Math.max(0, angle - ap - aq);
  // tangent point near P: in the plane of P and Q, turned from P towards Q by ap
  const ex = px / pn;
  const ey = py / pn;
  const ez = pz / pn;
  let fx = qx - qn * cosine * ex;
  let fy = qy - qn * cosine * ey;
  let fz = qz - qn * cosine * ez;
  const fn = (Math.sqrt(fx * fx + fy * fy + fz * fz) || 1) * (back ? -1 : 1);
  fx /= fn;
  fy /= fn;
  fz /= fn;
  const c = radius * Math.cos(ap);
  const s = radius * Math.sin(ap);
  const ux = c * ex + s * fx - px;
  const uy = c * ey + s * fy - py;
  const uz = c * ez + s * fz - pz;
  const un = Math.sqrt(ux * ux + uy * uy + uz * uz) || 1;
  U[0] = ux / un;
  U[1] = uy / un;
  U[2] = uz / un;
  return Math.sqrt(p2 - r2) + radius * arc + Math.sqrt(q2 - r2);
}

/**
 * Length from P to Q around a cylinder: an axis through `at`, with the string passing on the side that frame[0] points
 * away from, from frame[1] round; sets U at P and V at Q. Unrolled, the shortest line on a cylinder is straight: in the
 * plane across the axis it is two tangents and an arc, along the axis it rises evenly.
 * @param R rotations to the world; the cylinder's frame and place are those of segment `on`
 */
export function cylinderLength(
  { P, Q, U, V }: Taut,
  R: Float64Array,
  on: number,
  cx: number,
  cy: number,
  cz: number,
  frame: readonly [Vec3, Vec3, Vec3],
  radius: number,
): number {
  const b = 9 * on;
  const inFrame = (row: Vec3, x: number, y: number, z: number) =>
    row[0] * (R[b]! * x + R[b + 3]! * y + R[b + 6]! * z) +
    row[1] * (R[b + 1]! * x + R[b + 4]! * y + R[b + 7]! * z) +
    row[2] * (R[b + 2]! * x + R[b + 5]! * y + R[b + 8]! * z);
  const px = P[0]! - cx;
  const py = P[1]! - cy;
  const pz = P[2]! - cz;
  const qx = Q[0]! - cx;
  const qy = Q[1]! - cy;
  const qz = Q[2]! - cz;
  const pX = inFrame(frame[0], px, py, pz);
  const pY = inFrame(frame[1], px, py, pz);
  const qX = inFrame(frame[0], qx, qy, qz);
  const qY = inFrame(frame[1], qx, qy, qz);
  const dz = inFrame(frame[2], qx, qy, qz) - inFrame(frame[2], px, py, pz);
  const pn = Math.hypot(pX, pY);
  const qn = Math.hypot(qX, qY);
  // direction across at P and at Q
  let pu: number;
  let pv: number;
  let qu: number;
  let qv: number;
  let across: number;
  // an end inside the bar counts as one on its surface
  const ap = pn > radius ? Math.acos(radius / pn) : 0;
  const aq = qn > radius ? Math.acos(radius / qn) : 0;
  // from P over the far side (angle pi) to Q: against the clock
  const turn = Math.atan2(pX * qY - pY * qX, pX * qX + pY * qY);
  // a string that would go round the other way is clear of the cylinder
  const arc = (turn < -Math.PI / 2 ? turn + 2 * Math.PI : turn) - ap - aq;
  if (arc > 0) {
    const from = Math.atan2(pY, pX) + ap;
    const to = Math.atan2(qY, qX) - aq;
    // how the length changes as an end moves: by less outside than on the surface it is held to
    const [kp, kq] = [pn > radius ? 1 : radius / pn, qn > radius ? 1 : radius / qn];
    pu = -kp * Math.sin(from);
    pv = kp * Math.cos(from);
    qu = -kq * Math.sin(to);
    qv = kq * Math.cos(to);
    across =
      Math.sqrt(Math.max(0, pn * pn - radius * radius)) +
      radius * arc +
      Math.sqrt(Math.max(0, qn * qn - radius * radius));
  } else {
    across = Math.hypot(qX - pX, qY - pY) || 1e-9;
    pu = qu = (qX - pX) / across;
    pv = qv = (qY - pY) / across;
  }
  const total = Math.hypot(across, dz);
  const k = across / total;
  const along = dz / total;
  for (let r = 0; r < 3; r++) {
    const [x, y, z] = [R[b + 3 * r]!, R[b + 3 * r + 1]!, R[b + 3 * r + 2]!];
    const e0 = x * frame[0][0] + y * frame[0][1] + z * frame[0][2];
    const e1 = x * frame[1][0] + y * frame[1][1] + z * frame[1][2];
    const e2 = x * frame[2][0] + y * frame[2][1] + z * frame[2][2];
    U[r] = k * (pu * e0 + pv * e1) + along * e2;
    V[r] = k * (qu * e0 + qv * e1) + along * e2;
  }
  return total;
}
