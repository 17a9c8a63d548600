/**
 * What a dynamometer reads at the shoulder: not the sum of all that pull the way it measures, but the largest torque
 * at which the other freedoms of shoulder and girdle can still be balanced. The arm presses a cuff square to itself,
 * and may press off the way by a share of that; for a turn of the arm the cuff is a couple about the shaft. A linear
 * program, the same that gives a lift its largest load.
 */
import { dot, cross, norm, scale, sub, type Vec3 } from "#core/base/vector";
import { skeleton } from "#core/anatomy/anatomy";
import { setCoordinate, setRhythm, type Model } from "#core/mechanics/model";
import { largestLoad } from "#core/mechanics/capacity";
import { makeForces, push, torquesOf } from "#core/mechanics/loads";
import { createState, readPoint, updateState, type State } from "#core/mechanics/state";
import { forceOf, NO_CHANGE, type Change, type Lever } from "#core/validation/levers";
import type { TorqueCurve } from "#core/validation/torque";

/** m from the shoulder to the cuff, and the share of its force that the arm may press off the way */
const CUFF = 0.27;
const OFF_THE_WAY = 0.3;
/** N (Nm for a couple) beyond which no arm goes: the scale of the columns */
const MOST = 2000;

const SHOULDER = ["shoulderFlexion", "shoulderAbduction", "shoulderRotation"];
const ROWS = ["protraction", "girdleElevation", "scapula", ...SHOULDER];

/** the curves that are read with the arm free in its socket; in all others the limb is strapped */
export const isBalanced = (curve: TorqueCurve): boolean => SHOULDER.includes(curve.freedom);

export interface BalancedPoint {
  readonly angle: number;
  readonly published: number;
  /** Nm that a unit of the cuff's force (a couple: of itself) is about the measured freedom */
  readonly read: number;
  readonly levers: readonly Lever[];
  /** rows x levers, m */
  readonly arms: Float64Array;
  /** rows x columns: torque of what is not muscle, Nm */
  readonly rest: readonly Float64Array[];
  /** rows: torque of a unit of the cuff's force, and of one off the way each */
  readonly unit: Float64Array;
  readonly off: readonly Float64Array[];
}

/** rows: torque of a unit force (or couple) on the upper arm */
function rowsOf(model: Model, state: State, rows: readonly number[], at: Vec3, force: Vec3, couple: boolean) {
  const forces = makeForces();
  const n = push(forces, model.segmentIndex.get("humerus.right")!, ...at);
  (couple ? forces.unitCouple : forces.unit).set(force, 3 * n);
  const out = new Float64Array(2);
  return Float64Array.from(rows, (f) => {
    torquesOf(model, state, forces, f, out);
    return out[1]!;
  });
}

/** what is soft about the girdle, either way */
const softColumns = (): Float64Array[] =>
  ["protraction", "girdleElevation", "scapula"].flatMap((id) => {
    const column = new Float64Array(ROWS.length);
    column[ROWS.indexOf(id)] = skeleton.passive.soft[id] ?? 0;
    return [column, column.map((v) => -v)];
  });

/** the heads that act on these freedoms in a pose, and their arms about them */
function pullersIn(model: Model, state: State, rows: readonly number[]): Pick<BalancedPoint, "levers" | "arms"> {
  const nf = model.freedoms.length;
  const heads = model.heads.flatMap((h, i) =>
    h.side === "right" && rows.some((f) => Math.abs(state.arms[i * nf + f]!) > 0) ? [i] : [],
  );
  return {
    levers: heads.map((i): Lever => {
      const h = model.heads[i]!;
      return {
        muscle: h.muscle,
        arm: 0,
        maxForce: h.maxForce,
        reference: h.referenceLength,
        change: (state.extent[i]! - h.referenceExtent) / h.optimumLength,
        sin: h.sinPennation,
        active: h.active,
      };
    }),
    arms: Float64Array.from(rows.flatMap((f) => heads.map((i) => state.arms[i * nf + f]!))),
  };
}

const rowsIn = (model: Model): number[] =>
  ROWS.map((id) => model.freedoms.findIndex((f) => f.id === id && f.side === "right"));

function posedIn(model: Model, posture: Readonly<Record<string, number>>): State {
  const state = createState(model);
  for (const [name, v] of Object.entries(posture))
    setCoordinate(model, state.q, model.coordinateIndex.has(name) ? name : `${name}.right`, v);
  setRhythm(model, state.q, "right");
  updateState(model, state);
  return state;
}

export function balancedPoints(model: Model, curve: TorqueCurve): BalancedPoint[] {
  const rows = rowsIn(model);
  const humerus = model.segmentIndex.get("humerus.right")!;
  return curve.points.map(([angle, published]) => {
    const state = posedIn(model, { plane: 90, ...curve.posture, [curve.over]: angle });
    const joint = readPoint(state, humerus, [0, 0, 0]);
    const cuff = readPoint(state, humerus, [0, -CUFF * model.size, 0]);
    const shaft = scale(sub(joint, cuff), 1 / norm(sub(joint, cuff)));
    const measured = rows[ROWS.indexOf(curve.freedom)]!;
    const axis = scale([...state.axes.subarray(3 * measured, 3 * measured + 3)] as unknown as Vec3, curve.sign);
    const turns = curve.over === "twist";
    const way = cross(axis, sub(cuff, joint));
    const along: Vec3 = turns ? scale(shaft, Math.sign(dot(shaft, axis))) : scale(way, 1 / norm(way));
    const against = rowsOf(model, state, rows, cuff, scale(along, -1), turns);
    const twist = rowsOf(model, state, rows, cuff, scale(shaft, skeleton.passive.soft.twist!), true);
    for (let r = 0; r < 3; r++) twist[r] = 0;
    return {
      angle,
      published,
      read: Math.abs(against[ROWS.indexOf(curve.freedom)]!),
      ...pullersIn(model, state, rows),
      rest: turns ? softColumns() : [...softColumns(), twist, twist.map((v) => -v)],
      unit: against,
      off: turns ? [] : [shaft, cross(shaft, along)].map((e) => rowsOf(model, state, rows, cuff, e, false)),
    };
  });
}

/** Nm that a dynamometer would read */
export const balancedTorque = (p: BalancedPoint, change: Change = NO_CHANGE): number =>
  largestForce(p, change) * p.read;

/** N (Nm for a couple) at the cuff at which everything else can still be balanced */
function largestForce(p: BalancedPoint, change: Change): number {
  const [rows, heads] = [p.unit.length, p.levers.length];
  const height = rows + p.off.length;
  const width = heads + p.rest.length + 2 * p.off.length;
  const A = new Float64Array(height * width);
  const u = new Float64Array(height);
  p.levers.forEach((l, j) => {
    const force = forceOf(l, change);
    for (let r = 0; r < rows; r++) A[r * width + j] = force * p.arms[r * heads + j]!;
  });
  p.rest.forEach((column, k) => column.forEach((v, r) => (A[r * width + heads + k] = v)));
  p.off.forEach((column, k) => {
    const j = heads + p.rest.length + 2 * k;
    column.forEach((v, r) => {
      A[r * width + j] = OFF_THE_WAY * MOST * v;
      A[r * width + j + 1] = -OFF_THE_WAY * MOST * v;
    });
    A[(rows + k) * width + j] = A[(rows + k) * width + j + 1] = 1;
    u[rows + k] = -1 / MOST;
  });
  u.set(p.unit);
  const { load } = largestLoad(
    {
      freedoms: height,
      heads: width,
      A,
      u,
      c: new Float64Array(height),
      limit: p.off.length ? MOST : 10 * MOST,
      bounds: p.off.length,
    },
    undefined,
    false,
  );
  return load;
}

/** N that one arm, level and straight, presses forwards and draws back with, by shoulder and blade alone */
export function girdleForces(model: Model): { forwards: number; back: number } {
  const rows = rowsIn(model);
  const state = posedIn(model, { plane: 90, elevation: 90, elbow: 0 });
  const cuff = readPoint(state, model.segmentIndex.get("humerus.right")!, [0, -CUFF * model.size, 0]);
  const force = (way: 1 | -1) =>
    largestForce(
      {
        angle: 90,
        published: 0,
        read: 1,
        ...pullersIn(model, state, rows),
        rest: softColumns(),
        unit: rowsOf(model, state, rows, cuff, [-way, 0, 0], false),
        off: [],
      },
      NO_CHANGE,
    );
  return { forwards: force(1), back: force(-1) };
}
