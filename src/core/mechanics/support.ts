/**
 * What carries the body as a quantity to report, not a limit: from which load on the body would tip over an edge of its
 * feet, slide, or lift off its seat, if it kept its pose. Real kilograms: weight, geometry and friction do not scale
 * with strength. People lean, stagger their feet or hold on.
 */
import { standsFast, type Hold } from "#core/exercises/choices";
import type { Setup } from "#core/exercises/setup";
import { GRAVITY, totalOf, type Forces } from "#core/mechanics/loads";
import { SIDES, sided, type Model, type Side } from "#core/mechanics/model";
import { onRails } from "#core/mechanics/posture";
import { worldPoint, type State } from "#core/mechanics/state";

export const SUPPORT_KINDS = ["tips forwards", "tips backwards", "tips sideways", "slides", "lifts off"] as const;
export type SupportKind = (typeof SUPPORT_KINDS)[number];

export interface Support {
  kind: SupportKind;
  /** kg of the load, the least over the rep */
  from: number;
}

/** what a free hand that holds something fast has to give to keep the body where it is */
export interface Holding {
  on: Hold;
  /** kg, the most over the rep at a load */
  at: (load: number) => number;
}

/** m over the floor at which a hand holds on: an upright at the height of the chest, a bench, a wall */
const HOLD_HEIGHT: Partial<Record<Hold, number>> = { frame: 1.2, rack: 1.2, wall: 1.2, pad: 1, bench: 0.45 };

/** horizontal over vertical force at which a shoe slides on a gym's floor (recalled: 0.5 to 0.8) */
const FRICTION = 0.6;

const WHOLE = ["heel", "toe"] as const;
const FRONT = ["ball", "toe"] as const;
const across = (side: Side): Side => (side === "right" ? "left" : "right");

/** ends of the feet that stand in a stance, by side; none where something else carries */
const FEET: Partial<Record<Setup["on"], (side: Side, raised: boolean) => [Side, readonly string[]][]>> = {
  feet: (_, raised) => SIDES.map((s) => [s, raised ? FRONT : WHOLE]),
  "one-foot": (side, raised) => [[side, raised ? FRONT : WHOLE]],
  "other-foot": (side) => [[across(side), WHOLE]],
  // the rear foot stands on its ball
  split: (side) => [
    [side, WHOLE],
    [across(side), FRONT],
  ],
};

/** a + b w, Nm or N: stable where positive */
type Line = readonly [a: number, b: number];
/** the load at which a + b w = 0 is passed from the stable (positive) side; infinity where it never is */
const passes = (a: number, b: number): number => (a > 0 && b < 0 ? -a / b : Infinity);

export function supportWatch(model: Model, setup: Setup, side: Side) {
  const least = new Map<SupportKind, number>();
  const note = (kind: SupportKind, w: number) => {
    if (w < (least.get(kind) ?? Infinity)) least.set(kind, w);
  };
  const feet = FEET[setup.on]?.(side, setup.raisesHeel) ?? [];
  const soles = feet.flatMap(([s, ends]) => ends.map((p) => model.points.get(sided(p, s))!));
  const { holdOn: on } = setup.exercise;
  if (onRails(setup)) soles.length = 0;
  const holdsBy = soles.length > 0 && standsFast(on) ? HOLD_HEIGHT[on]! : 0;
  const edges: Line[] = [];
  const floors: number[][] = [];
  const fixed = new Float64Array(6);
  const unit = new Float64Array(6);
  const at = new Float64Array(3);
  return {
    /** @param forces weights and loads, before what carries them is added */
    look(state: State, forces: Forces) {
      totalOf(forces, forces.fixed, fixed);
      totalOf(forces, forces.unit, unit);
      if (setup.on === "seat" || setup.on === "bench") note("lifts off", passes(-fixed[1]!, -unit[1]!));
      if (soles.length === 0) return;
      const [xs, zs]: [number[], number[]] = [[], []];
      let floor = 0;
      for (const p of soles) {
        worldPoint(state, p.segment, p.at, at);
        xs.push(at[0]!);
        zs.push(at[2]!);
        floor += at[1]! / soles.length;
      }
      // moment about an edge along z or along x, in the level of the floor
      const aboutZ = (t: Float64Array, x: number) => t[5]! - x * t[1]! + floor * t[0]!;
      const aboutX = (t: Float64Array, z: number) => t[3]! + z * t[1]! - floor * t[2]!;
      const [toe, heel, right, left] = [Math.max(...xs), Math.min(...xs), Math.max(...zs), Math.min(...zs)];
      const edge = (kind: SupportKind, a: number, b: number) => {
        note(kind, passes(a, b));
        // an edge that the body is beyond without its load is one of a pose, which people shift a little to mend
        if (a > 0) edges.push([a, b]);
      };
      edge("tips forwards", aboutZ(fixed, toe), aboutZ(unit, toe));
      edge("tips backwards", -aboutZ(fixed, heel), -aboutZ(unit, heel));
      if (setup.exercise.sides === "one") {
        edge("tips sideways", -aboutX(fixed, right), -aboutX(unit, right));
        edge("tips sideways", aboutX(fixed, left), aboutX(unit, left));
      }
      note("slides", slides(fixed, unit));
      floors.push([...fixed.subarray(0, 3), ...unit.subarray(0, 3)]);
    },
    /** none of what a hand that holds something fast takes */
    told: (): Support[] =>
      [...least].flatMap(([kind, from]) =>
        Number.isFinite(from) && (holdsBy === 0 || kind === "lifts off") ? [{ kind, from }] : [],
      ),
    /**
     * Null where no free hand holds anything fast. A hand that pulls square to its lever from the floor keeps the body
     * from tipping by moment over height, and from sliding by what friction leaves; the larger of the two.
     */
    holding: (): Holding | null =>
      holdsBy === 0
        ? null
        : {
            on: on!,
            at: (load) =>
              Math.max(
                0,
                ...edges.map(([a, b]) => -(a + b * load) / holdsBy),
                ...floors.map(([fx, fy, fz, ux, uy, uz]) => {
                  const along = Math.hypot(fx! + load * ux!, fz! + load * uz!);
                  return along - FRICTION * Math.max(0, -(fy! + load * uy!));
                }),
              ) / GRAVITY,
          },
  };
}

/** the least load at which the horizontal force is the friction: a quadratic in w */
function slides(f: Float64Array, u: Float64Array): number {
  const k = FRICTION * FRICTION;
  const a = u[0]! ** 2 + u[2]! ** 2 - k * u[1]! ** 2;
  const b = 2 * (f[0]! * u[0]! + f[2]! * u[2]! - k * f[1]! * u[1]!);
  const c = f[0]! ** 2 + f[2]! ** 2 - k * f[1]! ** 2;
  if (Math.abs(a) < 1e-12) return b > 0 && c < 0 ? -c / b : Infinity;
  const root = b * b - 4 * a * c;
  if (root < 0) return Infinity;
  const roots = [(-b - Math.sqrt(root)) / (2 * a), (-b + Math.sqrt(root)) / (2 * a)].filter((w) => w > 0);
  return Math.min(Infinity, ...roots);
}
