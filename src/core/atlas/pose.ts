/** A body posed freely, without an exercise: joints turned by hand, the feet on the ground. */
import { RAD, type Vec3 } from "#core/base/vector";
import { frameRecorder, type Frames } from "#core/mechanics/frames";
import { setCoordinate, setRhythm, SIDES, type Model } from "#core/mechanics/model";
import { createState, setRoot, updatePose, updateState, worldPoint, type State } from "#core/mechanics/state";

/** a joint coordinate that can be turned: deg, both sides alike */
export interface Turn {
  id: string;
  name: string;
  least: number;
  most: number;
  /** the body's middle: no sides */
  middle?: true;
}

export const TURNS: readonly Turn[] = [
  { id: "elevation", name: "Arm raised", least: -50, most: 170 },
  { id: "plane", name: "Plane of the arm (0 sideways, 90 forwards)", least: -30, most: 130 },
  { id: "twist", name: "Arm turned in (+) or out", least: -80, most: 80 },
  { id: "protraction", name: "Shoulder blades forwards", least: -20, most: 20 },
  { id: "girdleElevation", name: "Shoulder girdle raised", least: -8, most: 30 },
  { id: "elbow", name: "Elbow bent", least: 0, most: 145 },
  { id: "forearm", name: "Palm down (+) or up", least: -80, most: 80 },
  { id: "wristFlexion", name: "Wrist bent", least: -60, most: 70 },
  { id: "fingers", name: "Fingers bent", least: 20, most: 250 },
  { id: "neck", name: "Head bent forwards", least: -30, most: 45, middle: true },
  { id: "hipFlexion", name: "Hip bent", least: -15, most: 120 },
  { id: "hipAbduction", name: "Leg out", least: -20, most: 45 },
  { id: "hipRotation", name: "Leg turned in (+) or out", least: -35, most: 35 },
  { id: "knee", name: "Knee bent", least: 0, most: 130 },
  { id: "ankle", name: "Toes up (+) or down", least: -45, most: 25 },
  { id: "lumbarFlexion", name: "Low back bent", least: -20, most: 50, middle: true },
  { id: "thoracicFlexion", name: "Upper back bent", least: -10, most: 25, middle: true },
  { id: "lumbarBend", name: "Trunk to the side", least: -25, most: 25, middle: true },
  { id: "lumbarRotation", name: "Trunk turned", least: -30, most: 30, middle: true },
];

export type FreePose = Readonly<Record<string, number>>;

/** standing as an anatomical plate shows it: arms a little out, palms forwards */
export const PLATE_POSE: FreePose = {
  elevation: 17,
  plane: 25,
  elbow: 8,
  forearm: -60,
  hipAbduction: 5,
  hipRotation: -6,
};

/** turns a state's joints; what the pose does not name is at 0. @param sides both unless given */
export function applyFreePose(model: Model, state: State, pose: FreePose): void {
  state.q.fill(0);
  for (const { id, middle, least, most } of TURNS) {
    const value = Math.max(least, Math.min(most, pose[id] ?? 0));
    if (middle) setCoordinate(model, state.q, id, value);
    else for (const side of SIDES) setCoordinate(model, state.q, `${id}.${side}`, value);
  }
  const girdle = pose.girdleElevation ?? 0;
  for (const side of SIDES) setRhythm(model, state.q, side, girdle * RAD);
  updatePose(model, state);
}

/** the lowest of the feet, m */
function floorOf(model: Model, state: State): number {
  const at = new Float64Array(3);
  let low = Infinity;
  for (const name of ["heel", "toe", "ball"])
    for (const side of SIDES) {
      const p = model.points.get(`${name}.${side}`)!;
      worldPoint(state, p.segment, p.at, at);
      low = Math.min(low, at[1]!);
    }
  return low;
}

export interface FreelyPosed {
  frames: Frames;
  /** place of every right head in its length range, 0 short to 1 long */
  place: ReadonlyMap<string, number>;
}

const STILL: Vec3 = [0, 0, 0];

/** @param pose deg by coordinate; outside a joint's range it stops at the end */
export function freelyPosed(model: Model, pose: FreePose): FreelyPosed {
  const state = createState(model);
  applyFreePose(model, state, pose);
  setRoot(model, state, 0, -floorOf(model, state), 0);
  updateState(model, state);
  const half = model.heads.length / 2;
  const right = model.heads.slice(0, half);
  const recorder = frameRecorder(model, 1, [], right);
  recorder.record(state, 0, STILL);
  const place = new Map(
    right.map((h, i) => [h.id, Math.max(0, Math.min(1, (state.length[i]! - h.shortest) / (h.longest - h.shortest)))]),
  );
  return { frames: recorder.frames(), place };
}
