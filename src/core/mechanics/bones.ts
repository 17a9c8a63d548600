/** The bones of a model: segments, coordinates and freedoms of one body, scaled, varied and mirrored. */
import { skeleton } from "#core/anatomy/anatomy";
import type { Limb } from "#core/anatomy/limbs";
import { LIMBS, sided, SIDES, type Body, type Freedom, type Segment, type Side } from "#core/mechanics/model";
import { makeCurve } from "#core/base/curve";
import { RAD, type Vec3 } from "#core/base/vector";

const ROOT = ["root.x", "root.y", "root.z", "root.pitch", "root.roll", "root.turn"] as const;

export const mirrorPoint = (p: readonly number[], side: Side | null): Vec3 => [
  p[0]!,
  p[1]!,
  side === "left" ? -p[2]! : p[2]!,
];
/** axes are axial vectors: mirroring in z = 0 turns x and y round */
const mirrorAxis = (a: readonly number[], side: Side | null): Vec3 =>
  side === "left" ? [-a[0]!, -a[1]!, a[2]!] : [a[0]!, a[1]!, a[2]!];

const isSided = new Map(skeleton.segments.map((s) => [s.id, s.side === true]));

export interface Bones {
  body: Body;
  /** stature and mass over the reference's */
  size: number;
  massScale: number;
  segments: Segment[];
  segmentIndex: Map<string, number>;
  freedoms: Freedom[];
  coordinates: string[];
  coordinateIndex: Map<string, number>;
}

/** place of a coordinate in a pose; one that nobody has named yet is added */
export function coordinateAt(f: Bones, name: string): number {
  const known = f.coordinateIndex.get(name);
  if (known !== undefined) return known;
  f.coordinateIndex.set(name, f.coordinates.length);
  return f.coordinates.push(name) - 1;
}

/** index of a segment, of this side where there are two; -1 unless there is one */
export const segmentAt = (f: Bones, id: string, side: Side | null): number =>
  f.segmentIndex.get(isSided.get(id) ? sided(id, side) : id) ?? -1;

/** index of a freedom of this side or of the middle; -1 unless there is one */
export const freedomAt = (f: Bones, id: string, side: Side): number =>
  f.freedoms.findIndex((x) => x.id === id && (x.side === side || x.side === null));

export function bonesOf(body: Body): Bones {
  const f: Bones = {
    body,
    size: body.stature / skeleton.reference.stature,
    massScale: body.mass / skeleton.reference.mass,
    segments: [],
    segmentIndex: new Map(),
    freedoms: [],
    coordinates: [...ROOT],
    coordinateIndex: new Map(ROOT.map((c, i) => [c, i])),
  };
  addSegments(f);
  addFreedoms(f);
  return f;
}

function addSegments(f: Bones): void {
  const stretch = new Map(
    Object.entries(LIMBS).flatMap(([limb, ids]) => {
      const own = f.body.limbs?.[limb as Limb] ?? 1;
      return ids.map((s) => [s, own * (f.body.variation?.limbs[limb] ?? 1)] as const);
    }),
  );
  for (const data of skeleton.segments)
    for (const side of data.side ? SIDES : [null]) {
      const parent = data.parent === null ? -1 : segmentAt(f, data.parent, side);
      const joint = data.joint;
      f.segmentIndex.set(sided(data.id, side), f.segments.length);
      const s = f.size * (stretch.get(data.id) ?? 1);
      const origin = mirrorPoint(data.origin, side);
      const com = mirrorPoint(data.com, side);
      f.segments.push({
        id: data.id,
        side,
        parent,
        orient: data.orient ? segmentAt(f, data.orient, side) : parent,
        origin: [origin[0] * s, origin[1] * s, origin[2] * s],
        kind: joint.kind,
        axis: joint.kind === "hinge" ? mirrorAxis(joint.axis, side) : [0, 0, 1],
        coordinates: jointCoordinates(joint).map((c) => coordinateAt(f, c.startsWith("root.") ? c : sided(c, side))),
        mass: data.mass * f.massScale,
        com: [com[0] * f.size, com[1] * f.size, com[2] * f.size],
      });
    }
}

type Joint = (typeof skeleton.segments)[number]["joint"];
const jointCoordinates = (joint: Joint): readonly string[] =>
  joint.kind === "root"
    ? ROOT
    : joint.kind === "fixed"
      ? []
      : joint.kind === "hinge"
        ? [joint.coordinate]
        : joint.coordinates;

function addFreedoms(f: Bones): void {
  const descendsFrom = (segment: number, ancestor: number): boolean =>
    segment === ancestor || (segment >= 0 && descendsFrom(f.segments[segment]!.parent, ancestor));
  for (const side of [null, ...SIDES])
    for (const data of skeleton.freedoms) {
      if ((side === null) === (isSided.get(data.segment) === true)) continue;
      const segment = segmentAt(f, data.segment, side);
      const joint = f.segments[segment]!;
      f.freedoms.push({
        id: data.id,
        chain: data.chain,
        side,
        segment,
        frame: segmentAt(f, data.frame, side),
        axis: mirrorAxis(data.axis, side),
        moved: Uint8Array.from(f.segments, (_, i) => (descendsFrom(i, segment) ? 1 : 0)),
        coordinate: data.opens
          ? coordinateAt(f, sided(data.id, side))
          : joint.kind === "hinge"
            ? joint.coordinates[0]!
            : -1,
        carry: data.carry ?? 1,
        centre: data.centre ? segmentAt(f, data.centre, side) : segment,
        share: data.share ?? 1,
        opens: data.opens ? makeCurve(data.opens.map(([deg, m]) => [deg * RAD, m * f.size] as const)) : null,
      });
    }
}

/**
 * Coordinates that one segment's pose against another depends on: the joints on the way, and where a segment is
 * turned against another than the one it hangs on (the upper arm against the trunk), the joints between those two
 * as well.
 */
export function between({ segments }: Bones, a: number, b: number): number[] {
  const up = (s: number, to = -1): number[] => (s < 0 || s === to ? [] : [s, ...up(segments[s]!.parent, to)]);
  const [left, right] = [up(a), up(b)];
  const way = [...left.filter((s) => !right.includes(s)), ...right.filter((s) => !left.includes(s))];
  return way
    .flatMap((s) => [s, ...up(segments[s]!.parent, segments[s]!.orient)])
    .flatMap((s) => [...segments[s]!.coordinates]);
}

/** named points of the body: hands, feet, places that pads and straps touch */
export function pointsOf(f: Bones): Map<string, { segment: number; at: Vec3 }> {
  const points = new Map<string, { segment: number; at: Vec3 }>();
  for (const [id, p] of Object.entries(skeleton.points))
    for (const side of isSided.get(p.segment) ? SIDES : [null]) {
      const at = mirrorPoint(p.at, side);
      points.set(sided(id, side), {
        segment: segmentAt(f, p.segment, side),
        at: [at[0] * f.size, at[1] * f.size, at[2] * f.size],
      });
    }
  return points;
}
