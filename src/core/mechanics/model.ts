/**
 * The model: everything about a body that does not change with its pose, in flat arrays; compile.ts makes one.
 * Both sides are always there; the left is the right mirrored in the plane z = 0, so that the same joint angle
 * means the same movement on both sides. Poses live in state.ts, usable ranges in reach.ts.
 */
import { skeleton, type Chain } from "#core/anatomy/anatomy";
import type { Size } from "#core/anatomy/limbs";
import type { Curve } from "#core/base/curve";
import { RAD, type Vec3 } from "#core/base/vector";

/** Changes with every change to anatomy data or equations: part of every cache key and of every stored result. */
export const MODEL_VERSION = "body-7";

export type Side = "right" | "left";
export const SIDES: readonly Side[] = ["right", "left"];

/** How one made-up body differs from the default; factors are 1 and offsets 0 in the default body. */
export interface Variation {
  strength: Record<string, number>;
  referenceLength: Record<string, number>;
  fibreLength: Record<string, number>;
  momentArm: Record<string, number>;
  /** length factors of segments, by the segment they lead to */
  limbs: Record<string, number>;
}

export interface Body extends Size {
  variation?: Variation;
}

export const DEFAULT_BODY: Body = { stature: skeleton.reference.stature, mass: skeleton.reference.mass };

export interface Segment {
  readonly id: string;
  readonly side: Side | null;
  readonly parent: number;
  readonly orient: number;
  readonly origin: Vec3;
  readonly kind: "root" | "fixed" | "hinge" | "swing-twist";
  readonly axis: Vec3;
  /** indices into the coordinates */
  readonly coordinates: readonly number[];
  /** kg */
  readonly mass: number;
  readonly com: Vec3;
}

/** One axis about which torques are balanced; `moved` marks the segments that turn with it. */
export interface Freedom {
  readonly id: string;
  readonly chain: Chain;
  readonly side: Side | null;
  readonly segment: number;
  readonly frame: number;
  readonly axis: Vec3;
  readonly moved: Uint8Array;
  /** the joint coordinate it turns with, -1 for the shoulder's Cartesian axes */
  readonly coordinate: number;
  /**
   * how much of what lies beyond `centre` (a segment's origin) turns with it: 1 all of it, rigidly; 0 none, it is only
   * carried along with the centre
   */
  readonly carry: number;
  readonly centre: number;
  /** share of the torque that the muscles of one side carry */
  readonly share: number;
  /** lever (m over rad) of a force along the hand that opens the fingers; null for joints that simply turn */
  readonly opens: Curve | null;
}

export interface ModelHead {
  readonly id: string;
  readonly muscle: string;
  readonly side: Side;
  readonly chain: Chain;
  /** N */
  readonly maxForce: number;
  /** m */
  readonly optimumLength: number;
  /** sine of the pennation angle at optimum: the thickness of the muscle over the optimum length, which stays */
  readonly sinPennation: number;
  /** m^3: F0 x optimum length / specific tension (0.6 MPa), or the literature's */
  readonly volume: number;
  readonly referenceLength: number;
  /** muscle-tendon length in the reference posture, m */
  readonly referenceExtent: number;
  readonly path: HeadPath | null;
  /** tabulated moment arms: coordinate index, freedom index (-1: length only), curve over rad */
  readonly tables: readonly HeadTable[];
  /** the freedoms it turns */
  readonly freedoms: readonly number[];
  /** every coordinate its length depends on */
  readonly coordinates: Int32Array;
  /** active and passive force over F0 on the grid of l (see FORCE_GRID) */
  readonly active: Float64Array;
  readonly passive: Float64Array;
  /** usable range of l */
  readonly shortest: number;
  readonly longest: number;
}

export interface HeadPath {
  readonly segments: readonly number[];
  readonly points: readonly Vec3[];
  /** radius about the humeral head, 0 where nothing is wrapped */
  readonly sphere: number;
  /** segment whose frame says where behind and outside are, for a string that always passes there; -1: shortest way */
  readonly over: number;
  /** +1, and -1 on the left: which way is outside */
  readonly turn: number;
  /** segment whose origin is the sphere's centre */
  readonly centre: number;
  readonly cylinder: Cylinder | null;
  /** for each piece between two points the freedoms it crosses */
  readonly crossed: readonly (readonly number[])[];
}

/** a round bar that a string passes */
export interface Cylinder {
  readonly radius: number;
  /**
   * the segment it belongs to, a point of its axis there, and its frame there: away from the string, towards the near
   * end, along the axis
   */
  readonly segment: number;
  readonly at: Vec3;
  readonly frame: readonly [Vec3, Vec3, Vec3];
}

export interface HeadTable {
  readonly coordinate: number;
  readonly freedom: number;
  readonly curve: Curve;
  readonly zero: number;
  /** -1 where a coordinate of the middle of the body means the opposite on the left */
  readonly sign: number;
  /** a factor that another joint puts on it */
  readonly by: { readonly coordinate: number; readonly freedom: number; readonly factor: Curve } | null;
}

export interface Model {
  readonly version: string;
  readonly body: Body;
  /** length scale against the reference body */
  readonly size: number;
  readonly coordinates: readonly string[];
  readonly coordinateIndex: ReadonlyMap<string, number>;
  readonly segments: readonly Segment[];
  readonly segmentIndex: ReadonlyMap<string, number>;
  readonly freedoms: readonly Freedom[];
  /** right heads first, then the left ones in the same order */
  readonly heads: readonly ModelHead[];
  readonly points: ReadonlyMap<string, { segment: number; at: Vec3 }>;
  /** what the hot path looks up by number */
  readonly arms: Readonly<
    Record<
      Side,
      Readonly<Record<"plane" | "elevation" | "twist" | "scapula" | "girdleElevation" | "clavicleTurn", number>>
    >
  >;
}

export const FORCE_GRID = { from: 0.2, step: 0.01, count: 181 } as const;
/** segments a varied body stretches, each with the origins that move with it */
export const LIMBS: Readonly<Record<string, readonly string[]>> = {
  upperArm: ["forearm"],
  forearm: ["radius"],
  thigh: ["shank"],
  shank: ["foot"],
  trunk: ["collar", "head"],
};
export const sided = (id: string, side: Side | null) => (side ? `${id}.${side}` : id);

/** @param degrees joint angle; @throws RangeError for a coordinate the model does not have */
export function setCoordinate(model: Model, q: Float64Array, name: string, degrees: number): void {
  const i = model.coordinateIndex.get(name);
  if (i === undefined) throw new RangeError(`no joint coordinate called ${name}`);
  q[i] = degrees * RAD;
}

const RHYTHM = {
  ...skeleton.rhythm,
  atRest: skeleton.rhythm.soft * Math.log1p(Math.exp(-skeleton.rhythm.setting / skeleton.rhythm.soft)),
};

/**
 * Prescribed shoulder rhythm from plane and elevation already set; a smooth step in from the setting angle, none in
 * extension. @param raised what the exercise itself adds to the girdle's elevation, rad
 */
export function setRhythm(model: Model, q: Float64Array, side: Side, raised = 0): void {
  const { setting, soft, upward, clavicle, clavicleTurn } = RHYTHM;
  const at = model.arms[side];
  const plane = q[at.plane]!;
  const behind = plane >= 0 ? 1 : plane <= -Math.PI / 2 ? 0 : Math.cos(plane);
  const elevation = (q[at.elevation]! / RAD) * behind;
  const past = (elevation - setting) / soft;
  const up =
    upward * (elevation <= 0 ? RHYTHM.atRest : past > 30 ? elevation - setting : soft * Math.log1p(Math.exp(past)));
  q[at.scapula] = up * RAD;
  q[at.clavicleTurn] = clavicleTurn * up * RAD;
  q[at.girdleElevation] = clavicle * up * RAD + raised;
}
