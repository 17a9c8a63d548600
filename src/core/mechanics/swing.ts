/**
 * What a swing of the trunk adds to a lift, and what it costs the low back. A load over what the muscles can hold still
 * is carried past its hard part by energy of motion; the trunk can give it no more than the load has at the speed of
 * the shoulders. Bounds, not predictions: derivation in docs/method/mechanics.md.
 */
import { canSwing, SWING_DEGREES, type Swung } from "#core/exercises/swing";
import type { Setup } from "#core/exercises/setup";
import { GRAVITY, type Forces } from "#core/mechanics/loads";
import type { Model } from "#core/mechanics/model";
import { RAD } from "#core/base/vector";
import { worldPoint, type State } from "#core/mechanics/state";

/** s from one end of the swing to the other: a third of a lift of one second, before the hard part comes (judgement) */
const SWING_SECONDS = 1 / 3;
/** the most that is told: beyond it the lift is thrown */
const GAIN_MOST = 2;

export interface Swing {
  /** load over the strict one, at most */
  gain: number;
  /** Nm about the hips, at most, for throwing the upper body, and for each kg of the load */
  body: number;
  perKg: number;
}

export type Swings = Record<Swung, Swing>;

/** half a cosine from end to end: its fastest speed, rad/s, and its largest acceleration, rad/s2 */
const motionOf = (degrees: number) => ({
  speed: ((Math.PI / 2) * degrees * RAD) / SWING_SECONDS,
  acceleration: (Math.PI ** 2 * degrees * RAD) / (2 * SWING_SECONDS ** 2),
});

/**
 * m of lift, weighed by what is missing, in the worst stretch of the way at `ratio` times the strict load: the energy
 * over the weight that has to come from elsewhere.
 * @param strength largest load of each sample over the least. @param lift m that the load rises before each sample
 */
export function missingLift(ratio: number, strength: ArrayLike<number>, lift: ArrayLike<number>): number {
  let [sum, most] = [0, 0];
  for (let n = 1; n < strength.length; n++) {
    const short = ratio - (strength[n - 1]! + strength[n]!) / 2;
    sum = Math.max(0, sum + short * lift[n]!);
    most = Math.max(most, sum);
  }
  return most;
}

/** the largest load over the strict one that `speed` m/s carries past its hard part */
export function gainOf(speed: number, strength: ArrayLike<number>, lift: ArrayLike<number>): number {
  const given = (speed * speed) / (2 * GRAVITY);
  let [low, high] = [1, GAIN_MOST];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (missingLift(middle, strength, lift) <= middle * given) low = middle;
    else high = middle;
  }
  return low;
}

/** what hangs on it swings */
const TRUNK = "lumbar-bent";

/** null where the exercise leaves no room for a swing */
export function swingWatch(model: Model, setup: Setup, samples: number) {
  if (!canSwing(setup.exercise)) return null;
  const lift = new Float64Array(samples);
  let before: { at: number[]; force: number[] } | null = null;
  let [inertia, arm] = [0, 0];
  const p = new Float64Array(3);
  const hips = (state: State) => [state.o[0]!, state.o[1]!, state.o[2]!] as const;
  /** kg m2 of everything above the hips, about them, and m from them to the shoulders */
  const weigh = (state: State) => {
    const [x, y, z] = hips(state);
    model.segments.forEach((s, i) => {
      if (s.mass === 0 || !isAbove(model, i)) return;
      worldPoint(state, i, s.com, p);
      inertia += s.mass * ((p[0]! - x) ** 2 + (p[1]! - y) ** 2);
    });
    const shoulder = 3 * model.segmentIndex.get("humerus.right")!;
    arm = Math.hypot(state.o[shoulder]! - x, state.o[shoulder + 1]! - y, state.o[shoulder + 2]! - z);
  };
  return {
    /** @param forces weights and loads, before what carries them is added */
    look(state: State, { count, point, unit }: Forces, n: number) {
      if (n === 0) weigh(state);
      const now = { at: [...point.subarray(0, 3 * count)], force: [...unit.subarray(0, 3 * count)] };
      if (before)
        for (let k = 0; k < 3 * count; k++)
          lift[n]! -= (((before.force[k]! + now.force[k]!) / 2) * (now.at[k]! - before.at[k]!)) / GRAVITY;
      before = now;
    },
    told: (strength: ArrayLike<number>): Swings => {
      const of = (degrees: number): Swing => {
        const { speed, acceleration } = motionOf(degrees);
        return {
          gain: gainOf(speed * arm, strength, lift),
          body: inertia * acceleration,
          perKg: arm * arm * acceleration,
        };
      };
      return { small: of(SWING_DEGREES.small), loose: of(SWING_DEGREES.loose) };
    },
  };
}

/** whether a segment hangs on the trunk and not on the legs */
function isAbove(model: Model, i: number): boolean {
  for (let at = i; at >= 0; at = model.segments[at]!.parent) if (model.segments[at]!.id === TRUNK) return true;
  return false;
}
