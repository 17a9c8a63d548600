/** Compiles a body into a model: the anatomy's data scaled, varied, mirrored and calibrated, once a body. */
import { calibrationOf, heads as headData, skeleton } from "#core/anatomy/anatomy";
import { curveIntegral, makeCurve } from "#core/mechanics/curve";
import {
  DEFAULT_BODY,
  FORCE_GRID,
  LIMBS,
  MODEL_VERSION,
  sided,
  SIDES,
  type Body,
  type Cylinder,
  type Freedom,
  type HeadPath,
  type HeadTable,
  type Model,
  type ModelHead,
  type Segment,
  type Side,
} from "#core/mechanics/model";
import { fibreForce } from "#core/mechanics/muscle";
import { reachableRange } from "#core/mechanics/reach";
import { createState, updateState } from "#core/mechanics/state";
import { cross, dot, RAD, scale as scaleBy, sub, unit, type Vec3 } from "#core/mechanics/vector";

const SPECIFIC_TENSION = 6e5;
const ROOT = ["root.x", "root.y", "root.z", "root.pitch", "root.roll", "root.turn"] as const;
/** coordinates of the middle of the body that turn round in the mirror */
const ODD = new Set(["lumbarBend", "lumbarRotation"]);

const mirrorPoint = (p: readonly number[], side: Side | null): Vec3 => [p[0]!, p[1]!, side === "left" ? -p[2]! : p[2]!];
/** axes are axial vectors: mirroring in z = 0 turns x and y round */
const mirrorAxis = (a: readonly number[], side: Side | null): Vec3 =>
  side === "left" ? [-a[0]!, -a[1]!, a[2]!] : [a[0]!, a[1]!, a[2]!];

export function compileModel(body: Body = DEFAULT_BODY): Model {
  const size = body.stature / skeleton.reference.stature;
  const massScale = body.mass / skeleton.reference.mass;
  const vary = body.variation;
  const stretch = new Map(
    Object.entries(LIMBS).flatMap(([limb, segments]) => segments.map((s) => [s, vary?.limbs[limb] ?? 1] as const)),
  );

  const coordinates: string[] = [...ROOT];
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
      const s = size * (stretch.get(data.id) ?? 1);
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
        coordinates:
          joint.kind === "root"
            ? [0, 1, 2, 3, 4, 5]
            : joint.kind === "fixed"
              ? []
              : joint.kind === "hinge"
                ? [coordinate(sided(joint.coordinate, side))]
                : joint.coordinates.map((c) => coordinate(sided(c, side))),
        mass: data.mass * massScale,
        com: [com[0] * size, com[1] * size, com[2] * size],
      });
    }
  }

  const descendsFrom = (segment: number, ancestor: number): boolean =>
    segment === ancestor || (segment >= 0 && descendsFrom(segments[segment]!.parent, ancestor));
  const freedoms: Freedom[] = [];
  for (const side of [null, ...SIDES])
    for (const f of skeleton.freedoms) {
      if ((side === null) === (isSided.get(f.segment) === true)) continue;
      const segment = segmentOf(f.segment, side);
      const joint = segments[segment]!;
      freedoms.push({
        id: f.id,
        chain: f.chain,
        side,
        segment,
        frame: segmentOf(f.frame, side),
        axis: mirrorAxis(f.axis, side),
        moved: Uint8Array.from(segments, (_, i) => (descendsFrom(i, segment) ? 1 : 0)),
        coordinate: joint.kind === "hinge" ? joint.coordinates[0]! : -1,
        carry: f.carry ?? 1,
        centre: f.centre ? segmentOf(f.centre, side) : segment,
      });
    }
  const freedomOf = (id: string, side: Side) =>
    freedoms.findIndex((f) => f.id === id && (f.side === side || f.side === null));

  /**
   * Coordinates that one segment's pose against another depends on: the joints on the way, and where a segment is
   * turned against another than the one it hangs on (the upper arm against the trunk), the joints between those two
   * as well.
   */
  const between = (a: number, b: number): number[] => {
    const up = (s: number, to = -1): number[] => (s < 0 || s === to ? [] : [s, ...up(segments[s]!.parent, to)]);
    const [left, right] = [up(a), up(b)];
    const way = [...left.filter((s) => !right.includes(s)), ...right.filter((s) => !left.includes(s))];
    return way
      .flatMap((s) => [s, ...up(segments[s]!.parent, segments[s]!.orient)])
      .flatMap((s) => [...segments[s]!.coordinates]);
  };

  const forceTables = new Map<string, [Float64Array, Float64Array]>();
  const draft = SIDES.flatMap((side) =>
    headData.map((h): ModelHead => {
      const arm = vary?.momentArm[h.id] ?? 1;
      const optimumLength = h.optimumLength * size * (vary?.fibreLength[h.id] ?? 1);
      const fitted = calibrationOf(h.muscle);
      const scaled = h.maxForce * Math.pow(massScale, 2 / 3);
      const maxForce = scaled * fitted.strength * (vary?.strength[h.id] ?? 1);
      const sinPennation = Math.sin(h.pennation * RAD);
      const [active, passive] =
        forceTables.get(h.id) ?? forceTable((h.tendonSlack * size) / optimumLength, sinPennation, h.passive ?? 1);
      forceTables.set(h.id, [active, passive]);
      const tables = Object.entries(h.arms).map(([joint, rows]): HeadTable => {
        const freedom = freedomOf(joint, side);
        const name = freedom >= 0 && freedoms[freedom]!.side === null ? joint : sided(joint, side);
        const sign = side === "left" && ODD.has(joint) ? -1 : 1;
        const curve = makeCurve(rows.map(([deg, m]) => [deg * RAD, m * size * arm] as const));
        const by = h.coupled?.joint === joint ? h.coupled : null;
        return {
          coordinate: coordinate(name),
          freedom,
          curve,
          zero: curveIntegral(curve, 0),
          sign,
          by: by && {
            coordinate: coordinate(sided(by.by, side)),
            freedom: freedomOf(by.by, side),
            factor: makeCurve(by.factor.map(([deg, f]) => [deg * RAD, f] as const)),
          },
        };
      });
      const path = h.path ? compilePath(h.path, side) : null;
      const turned = [
        ...new Set([...tables.map((t) => t.freedom).filter((f) => f >= 0), ...(path?.crossed.flat() ?? [])]),
      ];
      const bends = new Set([
        ...tables.map((t) => t.coordinate),
        ...(path ? path.segments.slice(1).flatMap((to, k) => between(to, path.segments[k]!)) : []),
      ]);
      return {
        coordinates: Int32Array.from(bends),
        id: h.id,
        muscle: h.muscle,
        side,
        chain: freedoms[turned[0]!]!.chain,
        maxForce,
        optimumLength,
        sinPennation,
        volume: h.volume ? h.volume * 1e-6 * Math.pow(size, 3) : (scaled * optimumLength) / SPECIFIC_TENSION,
        referenceLength: h.referenceLength + fitted.referenceLength + (vary?.referenceLength[h.id] ?? 0),
        referenceExtent: 0,
        path,
        tables,
        freedoms: turned,
        active,
        passive,
        shortest: 0.5,
        longest: 1.5,
      };

      function compilePath(p: NonNullable<typeof h.path>, side: Side): HeadPath {
        const at = p.points.map((q) => segmentOf(q.segment, side));
        // a muscle that also passes joints of another chain becomes longer with them and turns none of them: chains are
        // solved apart
        const last = at[at.length - 1]!;
        const { chain } =
          freedoms.findLast((f) => f.moved[last] && f.segment === last) ?? freedoms.findLast((f) => f.moved[last])!;
        const far = new Set(["humerus", "thigh"]);
        return {
          segments: at,
          points: p.points.map((q) =>
            mirrorPoint(
              q.at.map((v) => v * size * (far.has(q.segment) ? arm : 1)),
              side,
            ),
          ),
          sphere: (p.sphere ?? 0) * size * arm,
          over: p.over ? segmentOf("trunk", side) : -1,
          turn: side === "left" ? -1 : 1,
          centre: segmentOf("humerus", side),
          cylinder: p.cylinder ? cylinderOf(p.cylinder, side, size * arm) : null,
          crossed: at
            .slice(1)
            .map((to, k) =>
              to === at[k]
                ? []
                : freedoms.flatMap((f, i) => (f.moved[to] && !f.moved[at[k]!] && f.chain === chain ? [i] : [])),
            ),
        };
      }

      /** a bar of its own, or the axis through the hips */
      function cylinderOf(
        c: {
          radius: number;
          side: "back" | "front";
          bar?: { segment: string; at: number[]; axis: number[] } | undefined;
        },
        side: Side,
        scale: number,
      ): Cylinder {
        const away: Vec3 = c.side === "back" ? [1, 0, 0] : [-1, 0, 0];
        if (!c.bar) {
          const hip = segments[segmentOf("hip-bent", side)]!;
          const frame = [away, [0, 1, 0], [0, 0, 1]] as const;
          return { radius: c.radius * scale, segment: segmentOf("pelvis", side), at: hip.origin, frame };
        }
        const axis = unit(mirrorPoint(c.bar.axis, side));
        const e0 = unit(sub(away, scaleBy(axis, dot(away, axis))));
        // the near end is on the inner side
        const inner: Vec3 = side === "left" ? [0, 0, 1] : [0, 0, -1];
        const across = cross(axis, e0);
        const e1 = dot(across, inner) < 0 ? scaleBy(across, -1) : across;
        const at = mirrorPoint(
          c.bar.at.map((v) => v * size),
          side,
        );
        return { radius: c.radius * scale, segment: segmentOf(c.bar.segment, side), at, frame: [e0, e1, axis] };
      }
    }),
  );

  const points = new Map<string, { segment: number; at: Vec3 }>();
  for (const [id, p] of Object.entries(skeleton.points))
    for (const side of isSided.get(p.segment) ? SIDES : [null]) {
      const at = mirrorPoint(p.at, side);
      points.set(sided(id, side), {
        segment: segmentOf(p.segment, side),
        at: [at[0] * size, at[1] * size, at[2] * size],
      });
    }

  const armIndex = (side: Side) => {
    const at = (name: string) => coordinateIndex.get(`${name}.${side}`)!;
    return {
      plane: at("plane"),
      elevation: at("elevation"),
      twist: at("twist"),
      scapula: at("scapula"),
      girdleElevation: at("girdleElevation"),
      clavicleTurn: at("clavicleTurn"),
    };
  };
  const model: Model = {
    version: MODEL_VERSION,
    body,
    size,
    coordinates,
    coordinateIndex,
    segments,
    segmentIndex,
    freedoms,
    heads: draft,
    points,
    arms: { right: armIndex("right"), left: armIndex("left") },
  };
  return withReferences(model);
}

/** active and passive force over F0 on the grid of l */
function forceTable(
  slackOverOptimum: number,
  sinPennation: number,
  passiveScale: number,
): [Float64Array, Float64Array] {
  const [active, passive] = [new Float64Array(FORCE_GRID.count), new Float64Array(FORCE_GRID.count)];
  const force = { active: 0, passive: 0 };
  for (let i = 0; i < FORCE_GRID.count; i++) {
    fibreForce(FORCE_GRID.from + i * FORCE_GRID.step, slackOverOptimum, sinPennation, force, passiveScale);
    active[i] = force.active;
    passive[i] = force.passive;
  }
  return [active, passive];
}

/** Second pass: reference extents and usable ranges need poses of the model itself. */
function withReferences(model: Model): Model {
  const state = createState(model);
  updateState(model, state);
  const referenced = { ...model, heads: model.heads.map((h, i) => ({ ...h, referenceExtent: state.extent[i]! })) };
  const ranges = reachableRange(referenced);
  const half = referenced.heads.length / 2;
  return {
    ...referenced,
    heads: referenced.heads.map((h, i) => ({ ...h, shortest: ranges[i % half]![0], longest: ranges[i % half]![1] })),
  };
}
