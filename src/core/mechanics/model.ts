/**
 * The model: everything about a body that does not change with its pose, compiled once into flat arrays.
 * Both sides are always there; the left is the right mirrored in the plane z = 0, so that the same joint angle
 * means the same movement on both sides. Poses live in state.ts.
 */
import { heads as headData, skeleton } from "#core/anatomy/anatomy";
import { curveIntegral, makeCurve, type Curve } from "#core/mechanics/curve";
import { fibreForce } from "#core/mechanics/muscle";
import { RAD, type Vec3 } from "#core/mechanics/vector";
import { createState, updateState } from "#core/mechanics/state";

/** Changes with every change to anatomy data or equations: part of every cache key and of every stored result. */
export const MODEL_VERSION = "arm-1";

export type Side = "right" | "left";
export const SIDES: readonly Side[] = ["right", "left"];

/** How one made-up body differs from the default; factors are 1 and offsets 0 in the default body. */
export interface Variation {
  strength: Record<string, number>;
  referenceLength: Record<string, number>;
  fibreLength: Record<string, number>;
  momentArm: Record<string, number>;
  upperArm: number;
  forearm: number;
}

/** stature in m, mass in kg */
export interface Body {
  stature: number;
  mass: number;
  variation?: Variation;
}

export const DEFAULT_BODY: Body = { stature: skeleton.reference.stature, mass: skeleton.reference.mass };

export interface Segment {
  readonly id: string;
  readonly side: Side | null;
  readonly parent: number;
  readonly orient: number;
  readonly origin: Vec3;
  readonly kind: "root" | "hinge" | "swing-twist";
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
  readonly side: Side;
  readonly segment: number;
  readonly frame: number;
  readonly axis: Vec3;
  readonly moved: Uint8Array;
}

export interface ModelHead {
  readonly id: string;
  readonly muscle: string;
  readonly side: Side;
  /** N */
  readonly maxForce: number;
  /** m */
  readonly optimumLength: number;
  /** cosine of the pennation angle */
  readonly cosPennation: number;
  /** m^3: F0 x optimum length / specific tension (0.6 MPa) */
  readonly volume: number;
  readonly referenceLength: number;
  /** muscle-tendon length in the reference posture, m */
  readonly referenceExtent: number;
  readonly path: { readonly segments: readonly number[]; readonly points: readonly Vec3[]; readonly sphere: number; readonly centre: number } | null;
  /** tabulated moment arms: coordinate index, freedom index, curve over rad */
  readonly tables: readonly { readonly coordinate: number; readonly freedom: number; readonly curve: Curve; readonly zero: number }[];
  /** active and passive force over F0 on the grid of l (see FORCE_GRID) */
  readonly active: Float64Array;
  readonly passive: Float64Array;
  /** usable range of l */
  readonly shortest: number;
  readonly longest: number;
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
  readonly heads: readonly ModelHead[];
  readonly points: ReadonlyMap<string, { segment: number; at: Vec3 }>;
  /** what the hot path looks up by number: the arm's segments, coordinates and freedoms */
  readonly arms: Readonly<Record<Side, ArmIndex>>;
}

export interface ArmIndex {
  readonly segments: readonly number[];
  readonly freedoms: readonly number[];
  readonly coordinates: Readonly<Record<"plane" | "elevation" | "twist" | "elbow" | "forearm" | "scapula" | "clavicle", number>>;
}

export const FORCE_GRID = { from: 0.2, step: 0.01, count: 181 } as const;
const SPECIFIC_TENSION = 6e5;

const mirrorPoint = (p: readonly number[], side: Side | null): Vec3 => [p[0]!, p[1]!, side === "left" ? -p[2]! : p[2]!];
/** axes are axial vectors: mirroring in z = 0 turns x and y round */
const mirrorAxis = (a: readonly number[], side: Side | null): Vec3 => (side === "left" ? [-a[0]!, -a[1]!, a[2]!] : [a[0]!, a[1]!, a[2]!]);
const sided = (id: string, side: Side | null) => (side ? `${id}.${side}` : id);

export function compileModel(body: Body = DEFAULT_BODY): Model {
  const size = body.stature / skeleton.reference.stature;
  const massScale = body.mass / skeleton.reference.mass;
  const vary = body.variation;
  const lengthOf = (segment: string) => size * (segment === "forearm" ? (vary?.upperArm ?? 1) : segment === "hand" ? (vary?.forearm ?? 1) : 1);

  const coordinates: string[] = ["root.x", "root.y", "root.pitch"];
  const coordinateIndex = new Map(coordinates.map((c, i) => [c, i]));
  const coordinate = (name: string) => {
    const known = coordinateIndex.get(name);
    if (known !== undefined) return known;
    coordinateIndex.set(name, coordinates.length);
    return coordinates.push(name) - 1;
  };

  const segments: Segment[] = [];
  const segmentIndex = new Map<string, number>();
  const isSided = new Map(skeleton.segments.map((s) => [s.id, s.side === true]));
  const segmentOf = (id: string, side: Side | null) => segmentIndex.get(isSided.get(id) ? sided(id, side) : id) ?? -1;
  for (const data of skeleton.segments) {
    for (const side of data.side ? SIDES : [null]) {
      const parent = data.parent === null ? -1 : segmentOf(data.parent, side);
      const joint = data.joint;
      segmentIndex.set(sided(data.id, side), segments.length);
      const s = lengthOf(data.id);
      const origin = mirrorPoint(data.origin, side);
      const com = mirrorPoint(data.com, side);
      segments.push({
        id: data.id,
        side,
        parent,
        orient: data.orient ? segmentOf(data.orient, side) : parent,
        origin: [origin[0] * s, origin[1] * s, origin[2] * s],
        kind: joint.kind,
        axis: joint.kind === "hinge" ? mirrorAxis(joint.axis, side) : [0, 0, 1],
        coordinates: joint.kind === "root" ? [0, 1, 2] : joint.kind === "hinge" ? [coordinate(sided(joint.coordinate, side))] : joint.coordinates.map((c) => coordinate(sided(c, side))),
        mass: data.mass * massScale,
        com: [com[0] * size, com[1] * size, com[2] * size],
      });
    }
  }

  const descendsFrom = (segment: number, ancestor: number): boolean => segment === ancestor || (segment >= 0 && descendsFrom(segments[segment]!.parent, ancestor));
  const freedoms: Freedom[] = SIDES.flatMap((side) =>
    skeleton.freedoms.map((f) => {
      const segment = segmentOf(f.segment, side);
      return { id: f.id, side, segment, frame: segmentOf(f.frame, side), axis: mirrorAxis(f.axis, side), moved: Uint8Array.from(segments, (_, i) => (descendsFrom(i, segment) ? 1 : 0)) };
    }),
  );
  const freedomOf = (id: string, side: Side) => freedoms.findIndex((f) => f.id === id && f.side === side);

  const forceTables = new Map<string, [Float64Array, Float64Array]>();
  const draft = SIDES.flatMap((side) =>
    headData.map((h): ModelHead => {
      const arm = vary?.momentArm[h.id] ?? 1;
      const optimumLength = h.optimumLength * size * (vary?.fibreLength[h.id] ?? 1);
      const maxForce = h.maxForce * Math.pow(massScale, 2 / 3) * (vary?.strength[h.id] ?? 1);
      const cosPennation = Math.cos(h.pennation * RAD);
      const [active, passive] = forceTables.get(h.id) ?? forceTable((h.tendonSlack * size) / optimumLength, cosPennation);
      forceTables.set(h.id, [active, passive]);
      const tables = (["elbow", "forearm"] as const).flatMap((joint) => {
        const rows = h.arms[joint];
        if (!rows) return [];
        const curve = makeCurve(rows.map(([deg, m]) => [deg * RAD, m * size * arm] as const));
        return [{ coordinate: coordinate(sided(joint, side)), freedom: freedomOf(joint === "elbow" ? "elbow-flexion" : "forearm-pronation", side), curve, zero: curveIntegral(curve, 0) }];
      });
      return {
        id: h.id,
        muscle: h.muscle,
        side,
        maxForce,
        optimumLength,
        cosPennation,
        volume: (maxForce * optimumLength) / SPECIFIC_TENSION,
        referenceLength: h.referenceLength + (vary?.referenceLength[h.id] ?? 0),
        referenceExtent: 0,
        path: h.path
          ? {
              segments: h.path.points.map((p) => segmentOf(p.segment, side)),
              points: h.path.points.map((p) => mirrorPoint(p.at.map((v) => v * size * (p.segment === "humerus" ? arm : 1)), side)),
              sphere: (h.path.sphere ?? 0) * size * arm,
              centre: segmentOf("humerus", side),
            }
          : null,
        tables,
        active,
        passive,
        shortest: 0.5,
        longest: 1.5,
      };
    }),
  );

  const points = new Map<string, { segment: number; at: Vec3 }>();
  for (const [id, p] of Object.entries(skeleton.points))
    for (const side of isSided.get(p.segment) ? SIDES : [null]) {
      const at = mirrorPoint(p.at, side);
      points.set(sided(id, side), { segment: segmentOf(p.segment, side), at: [at[0] * size, at[1] * size, at[2] * size] });
    }

  const armIndex = (side: Side): ArmIndex => {
    const at = (name: string) => coordinateIndex.get(`${name}.${side}`)!;
    return {
      segments: ["clavicle", "scapula", "humerus", "forearm", "hand"].map((id) => segmentOf(id, side)),
      freedoms: freedoms.flatMap((f, i) => (f.side === side ? [i] : [])),
      coordinates: { plane: at("plane"), elevation: at("elevation"), twist: at("twist"), elbow: at("elbow"), forearm: at("forearm"), scapula: at("scapula"), clavicle: at("clavicle") },
    };
  };
  const arms = { right: armIndex("right"), left: armIndex("left") };
  const model: Model = { version: MODEL_VERSION, body, size, coordinates, coordinateIndex, segments, segmentIndex, freedoms, heads: draft, points, arms };
  return withReferences(model);
}

/** active and passive force over F0 on the grid of l */
function forceTable(slackOverOptimum: number, cosPennation: number): [Float64Array, Float64Array] {
  const [active, passive] = [new Float64Array(FORCE_GRID.count), new Float64Array(FORCE_GRID.count)];
  const force = { active: 0, passive: 0 };
  for (let i = 0; i < FORCE_GRID.count; i++) {
    fibreForce(FORCE_GRID.from + i * FORCE_GRID.step, slackOverOptimum, cosPennation, force);
    active[i] = force.active;
    passive[i] = force.passive;
  }
  return [active, passive];
}

/** Second pass: reference extents and usable ranges need poses of the model itself. */
function withReferences(model: Model): Model {
  const state = createState(model);
  updateState(model, state);
  const extents = Float64Array.from(state.extent);
  const referenced = { ...model, heads: model.heads.map((h, i) => ({ ...h, referenceExtent: extents[i]! })) };
  const lengths = reachableLengths(referenced);
  const half = referenced.heads.length / 2;
  return {
    ...referenced,
    heads: referenced.heads.map((h, i) => {
      const usable = lengths[i % half]!.filter((l) => h.active[Math.round((l - FORCE_GRID.from) / FORCE_GRID.step)]! >= 0.1).sort((a, b) => a - b);
      const at = (share: number) => usable[Math.round(share * (usable.length - 1))] ?? 1;
      return { ...h, shortest: at(0.01), longest: at(0.99) };
    }),
  };
}

/** l of each right-side head over the postures people reach (a fixed grid, so that the range is the same each time) */
function reachableLengths(model: Model): number[][] {
  const { elbow, forearm, shoulder } = skeleton.reach;
  const state = createState(model);
  const half = model.heads.length / 2;
  const lengths: number[][] = Array.from({ length: half }, () => []);
  for (const [plane, elevation] of shoulder)
    for (let e = 0; e < 9; e++)
      for (let f = 0; f < 4; f++) {
        setCoordinate(model, state.q, "plane.right", plane);
        setCoordinate(model, state.q, "elevation.right", elevation);
        setCoordinate(model, state.q, "elbow.right", elbow[0] + ((elbow[1] - elbow[0]) * e) / 8);
        setCoordinate(model, state.q, "forearm.right", forearm[0] + ((forearm[1] - forearm[0]) * f) / 3);
        setRhythm(model, state.q, "right");
        updateState(model, state);
        for (let h = 0; h < half; h++) lengths[h]!.push(state.length[h]!);
      }
  return lengths;
}

/** @param degrees joint angle; @throws RangeError for a coordinate the model does not have */
export function setCoordinate(model: Model, q: Float64Array, name: string, degrees: number): void {
  const i = model.coordinateIndex.get(name);
  if (i === undefined) throw new RangeError(`no joint coordinate called ${name}`);
  q[i] = degrees * RAD;
}

const RHYTHM = { ...skeleton.rhythm, atRest: skeleton.rhythm.soft * Math.log1p(Math.exp(-skeleton.rhythm.setting / skeleton.rhythm.soft)) };

/** Prescribed shoulder rhythm from plane and elevation already set; a smooth step in from the setting angle, none in extension. */
export function setRhythm(model: Model, q: Float64Array, side: Side): void {
  const { setting, soft, upward, clavicle } = RHYTHM;
  const at = model.arms[side].coordinates;
  const plane = q[at.plane]!;
  const behind = plane >= 0 ? 1 : plane <= -Math.PI / 2 ? 0 : Math.cos(plane);
  const elevation = (q[at.elevation]! / RAD) * behind;
  const past = (elevation - setting) / soft;
  const up = upward * (elevation <= 0 ? RHYTHM.atRest : past > 30 ? elevation - setting : soft * Math.log1p(Math.exp(past)));
  q[at.scapula] = up * RAD;
  q[at.clavicle] = clavicle * up * RAD;
}
