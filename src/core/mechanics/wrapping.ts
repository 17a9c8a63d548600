/** Strings drawn taut around a sphere or a cylinder: how long, and which way they pull. */

/** a string between two ends */
export interface Taut {
  /** the two ends, m, set before a call */
  readonly P: Float64Array;
  readonly Q: Float64Array;
  /**
   * direction of the taut string, near to far, at the end whose force is read: P on a sphere, which moves with the far
   * side; Q on a cylinder, which stays with the near one
   */
  readonly U: Float64Array;
}

export const makeTaut = (): Taut => ({ P: new Float64Array(3), Q: new Float64Array(3), U: new Float64Array(3) });

/**
 * Length from P to Q, around a sphere at (cx, cy, cz) if the straight line would cut it; sets U, the direction at P.
 */
export function tautLength({ P, Q, U }: Taut, cx: number, cy: number, cz: number, radius: number): number {
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
  const angle = Math.acos(Math.max(-1, Math.min(1, cosine)));
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
  const fn = Math.sqrt(fx * fx + fy * fy + fz * fz) || 1;
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
 * Length from P to Q around a cylinder whose axis runs through (cx, cy, cz) along a segment's z, on the given side
 * (+1 behind, -1 in front); sets U, the direction at Q. Unrolled, the shortest line on a cylinder is straight: in the
 * plane across the axis it is two tangents and an arc, along the axis it rises evenly.
 */
export function cylinderLength(
  { P, Q, U }: Taut,
  R: Float64Array,
  axisOf: number,
  cx: number,
  cy: number,
  cz: number,
  radius: number,
  side: number,
): number {
  const b = 9 * axisOf;
  const px = P[0]! - cx;
  const py = P[1]! - cy;
  const pz = P[2]! - cz;
  const qx = Q[0]! - cx;
  const qy = Q[1]! - cy;
  const qz = Q[2]! - cz;
  // into the segment's frame; mirrored in front so that the string always passes behind
  const pX = side * (R[b]! * px + R[b + 3]! * py + R[b + 6]! * pz);
  const pY = R[b + 1]! * px + R[b + 4]! * py + R[b + 7]! * pz;
  const pZ = R[b + 2]! * px + R[b + 5]! * py + R[b + 8]! * pz;
  const qX = side * (R[b]! * qx + R[b + 3]! * qy + R[b + 6]! * qz);
  const qY = R[b + 1]! * qx + R[b + 4]! * qy + R[b + 7]! * qz;
  const qZ = R[b + 2]! * qx + R[b + 5]! * qy + R[b + 8]! * qz;
  const pn = Math.hypot(pX, pY);
  const qn = Math.hypot(qX, qY);
  const dz = qZ - pZ;
  let ux: number;
  let uy: number;
  let across: number;
  let arc = -1;
  let aq = 0;
  if (pn > radius && qn > radius) {
    aq = Math.acos(radius / qn);
    // from P (above) over the back (angle pi) to Q (below): against the clock
    const turn = Math.atan2(pX * qY - pY * qX, pX * qX + pY * qY);
    // a string that would go round the other way is clear of the cylinder
    arc = (turn < -Math.PI / 2 ? turn + 2 * Math.PI : turn) - Math.acos(radius / pn) - aq;
  }
  if (arc > 0) {
    const angle = Math.atan2(qY, qX) - aq;
    // the string leaves the tangent point towards Q against the clock
    ux = -Math.sin(angle);
    uy = Math.cos(angle);
    across = Math.sqrt(pn * pn - radius * radius) + radius * arc + Math.sqrt(qn * qn - radius * radius);
  } else {
    across = Math.hypot(qX - pX, qY - pY) || 1e-9;
    ux = (qX - pX) / across;
    uy = (qY - pY) / across;
  }
  const total = Math.hypot(across, dz);
  const x = (side * ux * across) / total;
  const y = (uy * across) / total;
  const z = dz / total;
  for (let r = 0; r < 3; r++) U[r] = R[b + 3 * r]! * x + R[b + 3 * r + 1]! * y + R[b + 3 * r + 2]! * z;
  return total;
}
