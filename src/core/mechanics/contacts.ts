/** What carries the body answers the loads: contact forces found from the whole body's balance, linear in the load. */
import type { Setup } from "#core/exercises/setup";
import { push, totalOf, type Forces } from "#core/mechanics/loads";
import { sided, SIDES, type Model, type Side } from "#core/mechanics/model";
import { loadPoints, onRails } from "#core/mechanics/posture";
import { readPoint, type State } from "#core/mechanics/state";
import { add, scale, type Vec3 } from "#core/base/vector";

const TF = new Float64Array(6);
const TU = new Float64Array(6);
/** totals of the forces so far, and where the contacts' own go: of what is fixed, and for each kg of the load */
type Part = readonly [total: Float64Array, force: Float64Array, couple: Float64Array];

/** the body whose balance is sought, and the forces so far */
interface Body {
  model: Model;
  state: State;
  f: Forces;
  parts: readonly Part[];
}
type Place = readonly [name: string, side: Side | null];

/**
 * Contact forces of what carries the body, added to f so that forces and moments balance. Two feet share by the frontal
 * balance and pass what is left of the sagittal moment as a couple (the place of the force under the foot); hands on a
 * bar likewise, without a couple; two places apart along the body (hands and toes, shoulders and feet) share
 * by the sagittal balance; the feet of a split stance push through one point. A seat or a bench carries what lies on
 * it and adds nothing to the limbs.
 */
export function addContacts(model: Model, state: State, setup: Setup, side: Side, f: Forces): void {
  const { on } = setup;
  if (on === "seat" || on === "bench") return;
  totalOf(f, f.fixed, TF);
  totalOf(f, f.unit, TU);
  const body: Body = {
    model,
    state,
    f,
    parts: [
      [TF, f.fixed, f.fixedCouple],
      [TU, f.unit, f.unitCouple],
    ],
  };
  const other: Side = side === "right" ? "left" : "right";
  const both = (name: string): [Place, Place] => [
    [name, side],
    [name, other],
  ];
  const foot = setup.raisesHeel ? "ball" : "midfoot";
  const legs = (name: string): Place[] => (setup.exercise.sides === "one" ? [[name, side]] : both(name));
  switch (on) {
    case "feet":
      lead(body, setup, side, foot);
      return pair(body, both(foot), true);
    case "hands":
      // hands on a bar turn about it: they pass no couple, the body swings until none is needed
      return pair(body, both("grip"), false);
    case "thighs":
      // a pad under the upper thighs and a roller behind the ankles, or a bench under all of the thigh
      return setup.exercise.supports.includes("thigh-pad")
        ? apart(body, both("thigh-pad"), both("calf-pad"), 0)
        : pair(body, both("thigh-front"), true);
    case "shanks":
      return pair(body, both("knee-front"), true);
    case "one-foot":
      return whole(body, [foot, side]);
    case "other-foot":
      return whole(body, ["midfoot", other]);
    case "split":
      return meeting(body, ["midfoot", side], ["ball", other]);
    case "half-kneeling":
      return apart(body, [["knee-front", side]], [["midfoot", other]], 0);
    case "hand-and-knee":
      return apart(
        body,
        [["wrist", other]],
        [
          ["knee-front", other],
          ["midfoot", side],
        ],
        0,
      );
    case "hands-and-feet":
      return apart(body, both("grip"), both("toe"), setup.footPush);
    case "forearms-and-feet":
      return apart(body, both("elbow"), both("toe"), 0);
    case "hands-and-heels":
      return apart(body, both("grip"), both("heel"), 0);
    case "hands-and-knees":
      return apart(body, both("grip"), both("knee-front"), 0);
    case "shoulders-and-feet":
      return apart(body, [["upper-back", null]], legs("midfoot"), setup.footPush);
    case "shoulders-and-heels":
      return apart(body, [["upper-back", null]], legs("heel"), setup.footPush);
    case "forearm-and-foot":
      return apart(body, [["elbow", side]], [["foot-edge", side]], 0);
    case "forearm-and-knee":
      return apart(body, [["elbow", side]], [["knee-outside", side]], 0);
  }
}

/** a contact without force yet; its row and its point in the world */
function put({ model, state, f }: Body, [name, side]: Place): [number, Vec3] {
  const p = model.points.get(sided(name, side))!;
  const at = readPoint(state, p.segment, p.at);
  return [push(f, p.segment, at[0], at[1], at[2]), at];
}

/**
 * Rails that lead a load push it fore and aft until the feet push through their middle: nobody has to balance there,
 * and no ankle has to hold what the rails can.
 */
function lead(body: Body, setup: Setup, side: Side, foot: string): void {
  const led = onRails(setup);
  if (!led) return;
  const { model, state } = body;
  const [n, at] = put(body, [loadPoints(model, setup, led, side)[0]!, null]);
  const feet = SIDES.map((s) => model.points.get(sided(foot, s))!).map((p) => readPoint(state, p.segment, p.at));
  const [x, y] = [(feet[0]![0] + feet[1]![0]) / 2, (feet[0]![1] + feet[1]![1]) / 2];
  for (const [t, force] of body.parts) {
    // moment about the middle of the feet, and the level force at the load that cancels it
    const push = (t[5]! - x * t[1]! + y * t[0]!) / (at[1] - y);
    force[3 * n] = push;
    t[0]! += push;
    t[4]! += at[2] * push;
    t[5]! -= at[1] * push;
  }
}

/** one contact that takes everything, moment and all */
function whole(body: Body, place: Place): void {
  const [n, p] = put(body, place);
  for (const [t, force, couple] of body.parts) {
    const [x, y, z] = [-t[0]!, -t[1]!, -t[2]!];
    force.set([x, y, z], 3 * n);
    couple.set([-t[3]! - (p[1] * z - p[2] * y), -t[4]! - (p[2] * x - p[0] * z), -t[5]! - (p[0] * y - p[1] * x)], 3 * n);
  }
}

/**
 * contacts on both sides: vertical and forward force by the balance across the body, couples in the sagittal plane
 * by halves, where the contact can pass one
 */
function pair(body: Body, [own, other]: readonly [Place, Place], passesCouple: boolean): void {
  const [a, pa] = put(body, own);
  const [b, pb] = put(body, other);
  const width = pa[2] - pb[2] || 1e-9;
  const height = (pa[1] + pb[1]) / 2;
  for (const [t, force, couple] of body.parts) {
    const [fx, fy, fz] = [-t[0]!, -t[1]!, -t[2]!];
    // reactions: -sum z V + y Fz = -t[3]; sum z H - x Fz = -t[4]
    const va = (t[3]! + height * fz - pb[2] * fy) / width;
    const ha = (-t[4]! + ((pa[0] + pb[0]) / 2) * fz - pb[2] * fx) / width;
    force.set([ha, va, fz / 2], 3 * a);
    force.set([fx - ha, fy - va, fz / 2], 3 * b);
    if (!passesCouple) continue;
    const left = -t[5]! - (pa[0] * va - pa[1] * ha) - (pb[0] * (fy - va) - pb[1] * (fx - ha));
    couple[3 * a + 2] = couple[3 * b + 2] = left / 2;
  }
}

/**
 * two places apart along the body: vertical forces by the balance in the upright plane through both; the second also
 * pushes along the floor, by `along` of its vertical force
 */
function apart(body: Body, first: readonly Place[], second: readonly Place[], along: number): void {
  const [firsts, seconds] = [first.map((p) => put(body, p)), second.map((p) => put(body, p))];
  const middle = (places: readonly (readonly [number, Vec3])[]): Vec3 =>
    scale(
      places.reduce<Vec3>((sum, [, p]) => add(sum, p), [0, 0, 0]),
      1 / places.length,
    );
  const [pa, pb] = [middle(firsts), middle(seconds)];
  // the way between them along the floor
  const far = Math.hypot(pb[0] - pa[0], pb[2] - pa[2]) || 1e-9;
  const [dx, dz] = [(pb[0] - pa[0]) / far, (pb[2] - pa[2]) / far];
  for (const [t, force] of body.parts) {
    const [fy, f] = [-t[1]!, -t[0]! * dx - t[2]! * dz];
    // moment in their plane about the first: V_b and H_b = along V_b act at the second
    const moment = -(t[5]! * dx - t[3]! * dz) - ((pa[0] * dx + pa[2] * dz) * fy - pa[1] * f);
    const push = along * (dx < 0 ? -1 : 1);
    const vb = moment / (far - push * (pb[1] - pa[1]) || 1e-9);
    const hb = push * vb;
    const ha = f - hb;
    for (const [n] of firsts)
      force.set([(ha * dx) / firsts.length, (fy - vb) / firsts.length, (ha * dz) / firsts.length], 3 * n);
    for (const [n] of seconds)
      force.set([(hb * dx) / seconds.length, vb / seconds.length, (hb * dz) / seconds.length], 3 * n);
  }
}

/**
 * two feet one behind the other: both push through one point at the height of the body's centre, as legs do in
 * walking (Maus 2010, recalled)
 */
function meeting(body: Body, front: Place, rear: Place): void {
  const { f } = body;
  let [weight, moment] = [0, 0];
  for (let n = 0; n < f.count; n++) {
    weight += f.fixed[3 * n + 1]!;
    moment += f.fixed[3 * n + 1]! * f.point[3 * n + 1]!;
  }
  const height = moment / weight;
  const [a, pa] = put(body, front);
  const [b, pb] = put(body, rear);
  for (const [t, force] of body.parts) {
    const x = Math.abs(t[1]!) > 1e-9 ? (t[5]! + height * t[0]!) / t[1]! : (pa[0] + pb[0]) / 2;
    const [ax, ay, bx, by] = [x - pa[0], height - pa[1], x - pb[0], height - pb[1]];
    const det = ax * by - ay * bx || 1e-9;
    const [fa, fb] = [(-t[0]! * by + t[1]! * bx) / det, (-t[1]! * ax + t[0]! * ay) / det];
    force.set([fa * ax, fa * ay, 0], 3 * a);
    force.set([fb * bx, fb * by, 0], 3 * b);
  }
}
