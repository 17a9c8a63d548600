/** Where the load acts in the picture, which way it pulls, and its lever to the joint that the lift is drawn by. */
import { dot, type Vec3 } from "#core/base/vector";
import { framePoint, type Frames } from "#core/mechanics/frames";
import { seen, type Projector } from "./view";

export interface Marks {
  /** where the load acts, each place once; m: right, up */
  at: [number, number][];
  /** where the force points, unit length x its share of the largest in the rep */
  force: [number, number];
  /** fixed ends of cables and bands */
  anchors: [number, number][];
  /** the joint the lift is drawn by, and the foot of the perpendicular from it to the line of force */
  joint: [number, number];
  leverFoot: [number, number];
}

/** where each freedom's joint stands */
const JOINT_POINT: Readonly<Record<string, string>> = {
  elbow: "forearm.right",
  forearm: "forearm.right",
  wristFlexion: "hand.right",
  wristDeviation: "hand.right",
  fingers: "knuckles.right",
  neck: "head",
  knee: "shank.right",
  ankle: "foot.right",
  hipFlexion: "hip-bent.right",
  hipAbduction: "hip-bent.right",
  hipRotation: "hip-bent.right",
  lumbarFlexion: "abdomen",
  lumbarBend: "abdomen",
  lumbarRotation: "abdomen",
  thoracicFlexion: "thorax-bent",
};

/** @param main the freedom that the lift is drawn by */
export function marksOf(frames: Frames, sample: number, projector: Projector, main: string): Marks {
  const flat = (v: Vec3): [number, number] => {
    const [x, y] = seen(projector, v);
    return [x, y];
  };
  const grip = framePoint(frames, sample, frames.loadAt[0]!);
  const joint = framePoint(frames, sample, JOINT_POINT[main] ?? "humerus.right");
  const f: Vec3 = [frames.force[3 * sample]!, frames.force[3 * sample + 1]!, frames.force[3 * sample + 2]!];
  const size = Math.hypot(...f) || 1;
  const u: Vec3 = [f[0] / size, f[1] / size, f[2] / size];
  const t = dot([joint[0] - grip[0], joint[1] - grip[1], joint[2] - grip[2]], u);
  return {
    at: [...new Set(frames.loadAt)].map((name) => flat(framePoint(frames, sample, name))),
    force: flat(f),
    anchors: frames.anchors.filter((a) => !a.pivot).map((a) => flat(a.at)),
    joint: flat(joint),
    leverFoot: flat([grip[0] + t * u[0], grip[1] + t * u[1], grip[2] + t * u[2]]),
  };
}
