/**
 * One head as a Hill-type unit: fibre force against length, passive force, tendon.
 * Lengths l are fibre length over optimum; forces are over the maximal isometric force F0.
 */

/**
 * Shortest and longest l at which fibres still pull (human filament lengths; Walker and Schrodt 1974, recalled,
 * unverified). Between them the limbs lie between sarcomere theory (flat down to 0.62, then steep) and the rounder
 * curves measured on whole muscles.
 */
const ACTIVE_FROM = 0.45;
const ACTIVE_TO = 1.6;
/** tendon and aponeurosis strain at F0 (3 to 10 % across studies, recalled) */
const STRAIN_AT_F0 = 0.04;
/** passive force: shape and strain at which it equals F0 (Thelen 2003, recalled, unverified), capped */
const PASSIVE_SHAPE = 4;
const PASSIVE_STRAIN = 0.6;
const PASSIVE_CAP = 1.2;

/** active force over F0 at l; 1 at l = 1, 0 outside 0.45..1.6 */
export function activeForceLength(l: number): number {
  if (l <= ACTIVE_FROM || l >= ACTIVE_TO) return 0;
  const u = l < 1 ? (1 - l) / (1 - ACTIVE_FROM) : (l - 1) / (ACTIVE_TO - 1);
  if (l < 1) return 1 - u * u * u;
  const w = 1 - u * u;
  return w * Math.sqrt(w);
}

/** passive force over F0 at l, capped at 1.2 */
export function passiveForceLength(l: number): number {
  if (l <= 1) return 0;
  const f = (Math.exp((PASSIVE_SHAPE * (l - 1)) / PASSIVE_STRAIN) - 1) / (Math.exp(PASSIVE_SHAPE) - 1);
  return f > PASSIVE_CAP ? PASSIVE_CAP : f;
}

/** tendon strain carrying `force` (over F0): quadratic toe, Zajac 1989 (recalled) */
const tendonStrain = (force: number): number => STRAIN_AT_F0 * Math.sqrt(force < 0 ? 0 : force);

/**
 * Fibre length over optimum after the muscle has become longer by `change` (over optimum) along the tendon. The muscle
 * keeps its thickness, so its fibres turn as they shorten and change less than the muscle does (Zajac 1989; Scott and
 * Winter 1991, recalled): (l cos)^2 = l^2 - s^2.
 * @param reference fibre length before, over optimum @param sin of the pennation angle at optimum
 */
export function fibreLength(reference: number, change: number, sin: number): number {
  if (sin === 0) return Math.max(0, reference + change);
  const along = Math.sqrt(Math.max(0, reference * reference - sin * sin)) + change;
  return along > 0 ? Math.sqrt(along * along + sin * sin) : sin;
}

export interface FibreForce {
  /** active force at full activation, over F0, along the tendon */
  active: number;
  /** passive force at rest, over F0, along the tendon */
  passive: number;
}

/**
 * Forces of a head whose fibre would be `l` long with the tendon unloaded: the tendon's stretch is solved at
 * a = 0 and at a = 1; between them force is taken linear in activation, so that load problems stay linear.
 * @param slackOverOptimum tendon slack length over optimum fibre length
 * @param sinPennation sine of the pennation angle at optimum
 * @param passiveScale passive force of this head over the common curve
 */
export function fibreForce(
  l: number,
  slackOverOptimum: number,
  sinPennation: number,
  out: FibreForce,
  passiveScale = 1,
): void {
  const passive = solve(l, slackOverOptimum, sinPennation, 0, passiveScale);
  const full = solve(l, slackOverOptimum, sinPennation, 1, passiveScale);
  out.passive = passive;
  out.active = Math.max(0, full - passive);
}

/**
 * force f along the tendon with f = (a fl(l') + fp(l')) cos', l' the fibre after the tendon has stretched by x = k
 * strain(f): false position with the Illinois step on a decreasing residual
 */
function solve(l: number, k: number, sin: number, activation: number, passiveScale: number): number {
  const force = (x: number) => {
    const now = fibreLength(l, -x, sin);
    const cos = sin === 0 ? 1 : Math.sqrt(Math.max(0, 1 - (sin / now) ** 2));
    return cos * (activation * activeForceLength(now) + passiveScale * passiveForceLength(now));
  };
  const left = (x: number) => force(x) - (x / (k * STRAIN_AT_F0)) ** 2;
  let [lo, atLo] = [0, force(0)];
  if (atLo < 1e-9) return atLo;
  let hi = k * tendonStrain(2.2);
  let atHi = left(hi);
  for (let i = 0, last = 0; i < 60 && hi - lo > 1e-9; i++) {
    const x = (lo * atHi - hi * atLo) / (atHi - atLo);
    const at = left(x);
    if (Math.abs(at) < 1e-9) return force(x);
    if (at > 0) {
      [lo, atLo] = [x, at];
      if (last === 1) atHi /= 2;
      last = 1;
    } else {
      [hi, atHi] = [x, at];
      if (last === -1) atLo /= 2;
      last = -1;
    }
  }
  return force(0.5 * (lo + hi));
}
