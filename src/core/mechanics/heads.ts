/** The muscles of a model: each head scaled, varied and calibrated, with its levers, its path and its force tables. */
import { calibration, calibrationOf, heads as headData } from "#core/anatomy/anatomy";
import { curveIntegral, makeCurve } from "#core/base/curve";
import { between, coordinateAt, freedomAt, mirrorPoint, segmentAt, type Bones } from "#core/mechanics/bones";
import {
  FORCE_GRID,
  sided,
  SIDES,
  type Cylinder,
  type HeadPath,
  type HeadTable,
  type ModelHead,
  type Side,
} from "#core/mechanics/model";
import { fibreForce } from "#core/mechanics/muscle";
import { cross, dot, RAD, scale as scaleBy, sub, unit, type Vec3 } from "#core/base/vector";

type HeadData = (typeof headData)[number];
type PathData = NonNullable<HeadData["path"]>;
type CylinderData = NonNullable<PathData["cylinder"]>;

const SPECIFIC_TENSION = 6e5;
/** coordinates of the middle of the body that turn round in the mirror */
const ODD = new Set(["lumbarBend", "lumbarRotation"]);
/** segments on whose points a longer lever moves a path further out */
const FAR = new Set(["humerus", "thigh"]);

/** heads of both sides, right first; extents and reachable ranges are not known yet */
export function headsOf(f: Bones): ModelHead[] {
  const tables = new Map<string, [Float64Array, Float64Array]>();
  const forcesOf = (h: HeadData, slack: number, sinPennation: number) => {
    const known = tables.get(h.id) ?? forceTable(slack, sinPennation, h.passive ?? 1);
    tables.set(h.id, known);
    return known;
  };
  return SIDES.flatMap((side) => headData.map((h) => headOf(f, h, side, forcesOf)));
}

function headOf(
  f: Bones,
  h: HeadData,
  side: Side,
  forcesOf: (h: HeadData, slack: number, sinPennation: number) => [Float64Array, Float64Array],
): ModelHead {
  const { size, massScale } = f;
  const vary = f.body.variation;
  const arm = vary?.momentArm[h.id] ?? 1;
  const optimumLength = h.optimumLength * size * (vary?.fibreLength[h.id] ?? 1);
  const fitted = calibrationOf(h.muscle);
  const scaled = h.maxForce * Math.pow(massScale, 2 / 3);
  const sinPennation = Math.sin(h.pennation * RAD);
  const [active, passive] = forcesOf(h, (h.tendonSlack * size) / optimumLength, sinPennation);
  const tables = Object.entries(h.arms).map(([joint, rows]) => tableOf(f, h, side, joint, rows, size * arm));
  const path = h.path ? pathOf(f, h.path, side, arm) : null;
  const freedoms = [
    ...new Set([...tables.map((t) => t.freedom).filter((i) => i >= 0), ...(path?.crossed.flat() ?? [])]),
  ];
  const bends = new Set([
    ...tables.map((t) => t.coordinate),
    ...(path ? path.segments.slice(1).flatMap((to, k) => between(f, to, path.segments[k]!)) : []),
  ]);
  const { chain } = f.freedoms[freedoms[0]!]!;
  return {
    coordinates: Int32Array.from(bends),
    id: h.id,
    muscle: h.muscle,
    side,
    chain,
    maxForce: scaled * fitted.strength * calibration.trained[chain] * (vary?.strength[h.id] ?? 1),
    optimumLength,
    sinPennation,
    volume: h.volume ? h.volume * 1e-6 * Math.pow(size, 3) : (scaled * optimumLength) / SPECIFIC_TENSION,
    referenceLength: h.referenceLength + fitted.referenceLength + (vary?.referenceLength[h.id] ?? 0),
    referenceExtent: 0,
    path,
    tables,
    freedoms,
    active,
    passive,
    shortest: 0.5,
    longest: 1.5,
  };
}

/** a lever that is given over one joint's angle, m, perhaps made larger or smaller by another's */
function tableOf(
  f: Bones,
  h: HeadData,
  side: Side,
  joint: string,
  rows: HeadData["arms"][string],
  scale: number,
): HeadTable {
  const freedom = freedomAt(f, joint, side);
  const name = freedom >= 0 && f.freedoms[freedom]!.side === null ? joint : sided(joint, side);
  const curve = makeCurve(rows.map(([deg, m]) => [deg * RAD, m * scale] as const));
  const by = h.coupled?.joint === joint ? h.coupled : null;
  return {
    coordinate: coordinateAt(f, name),
    freedom,
    curve,
    zero: curveIntegral(curve, 0),
    sign: side === "left" && ODD.has(joint) ? -1 : 1,
    by: by && {
      coordinate: coordinateAt(f, sided(by.by, side)),
      freedom: freedomAt(f, by.by, side),
      factor: makeCurve(by.factor.map(([deg, x]) => [deg * RAD, x] as const)),
    },
  };
}

/** a string over points and round bodies; `arm` makes its levers larger */
function pathOf(f: Bones, p: PathData, side: Side, arm: number): HeadPath {
  const { freedoms, size } = f;
  const at = p.points.map((q) => segmentAt(f, q.segment, side));
  // a muscle that also passes joints of another chain becomes longer with them and turns none of them: chains are
  // solved apart
  const last = at[at.length - 1]!;
  const { chain } =
    freedoms.findLast((x) => x.moved[last] && x.segment === last) ?? freedoms.findLast((x) => x.moved[last])!;
  return {
    segments: at,
    points: p.points.map((q) =>
      mirrorPoint(
        q.at.map((v) => v * size * (FAR.has(q.segment) ? arm : 1)),
        side,
      ),
    ),
    sphere: (p.sphere ?? 0) * size * arm,
    over: p.over ? segmentAt(f, "trunk", side) : -1,
    turn: side === "left" ? -1 : 1,
    centre: segmentAt(f, "humerus", side),
    cylinder: p.cylinder ? cylinderOf(f, p.cylinder, side, size * arm) : null,
    crossed: at
      .slice(1)
      .map((to, k) =>
        to === at[k]
          ? []
          : freedoms.flatMap((x, i) => (x.moved[to] && !x.moved[at[k]!] && x.chain === chain ? [i] : [])),
      ),
  };
}

/** a bar of its own, or the axis through the hips */
function cylinderOf(f: Bones, c: CylinderData, side: Side, scale: number): Cylinder {
  const away: Vec3 = c.side === "back" ? [1, 0, 0] : [-1, 0, 0];
  if (!c.bar) {
    const hip = f.segments[segmentAt(f, "hip-bent", side)]!;
    const frame = [away, [0, 1, 0], [0, 0, 1]] as const;
    return { radius: c.radius * scale, segment: segmentAt(f, "pelvis", side), at: hip.origin, frame };
  }
  const axis = unit(mirrorPoint(c.bar.axis, side));
  const e0 = unit(sub(away, scaleBy(axis, dot(away, axis))));
  // the near end is on the inner side
  const inner: Vec3 = side === "left" ? [0, 0, 1] : [0, 0, -1];
  const near: Vec3 = c.bar.near === "below" ? [0, -1, 0] : inner;
  const across = cross(axis, e0);
  const e1 = dot(across, near) < 0 ? scaleBy(across, -1) : across;
  const at = mirrorPoint(
    c.bar.at.map((v) => v * f.size),
    side,
  );
  return { radius: c.radius * scale, segment: segmentAt(f, c.bar.segment, side), at, frame: [e0, e1, axis] };
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
