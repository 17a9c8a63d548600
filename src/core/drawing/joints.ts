/** Where joints lie in a picture of a posed body: dots that can be pressed. */
import type { Joint } from "#core/exercises/joints";
import type { Frames } from "#core/mechanics/frames";
import { SIDES, type Side } from "#core/mechanics/model";
import { toX, toY, type Fit } from "./outline";
import { originOf } from "./scene";
import { projector, seen, type View } from "./view";

export interface JointDot {
  joint: Joint;
  /** of the body, not of the picture; both for the middle of the body */
  side: Side | "both";
  /** in the picture's own pixels */
  x: number;
  y: number;
}

/** the segment that begins at the joint */
const AT: Readonly<Partial<Record<Joint, string>>> = {
  shoulder: "humerus",
  elbow: "forearm",
  wrist: "wrist",
  hip: "thigh",
  knee: "shank",
  ankle: "foot",
};
const MIDDLE: Readonly<Partial<Record<Joint, string>>> = { spine: "lumbar-bent", neck: "head" };

export function jointDots(frames: Frames, view: View, fit: Fit): JointDot[] {
  const p = projector(view);
  const dot = (joint: Joint, side: JointDot["side"], segment: string): JointDot => {
    const [x, y] = seen(p, originOf({ frames, sample: 0 }, segment));
    return { joint, side, x: toX(fit, x) / fit.unit, y: toY(fit, y) / fit.unit };
  };
  return [
    ...(Object.entries(AT) as [Joint, string][]).flatMap(([joint, segment]) =>
      SIDES.map((side) => dot(joint, side, `${segment}.${side}`)),
    ),
    ...(Object.entries(MIDDLE) as [Joint, string][]).map(([joint, segment]) => dot(joint, "both", segment)),
  ];
}
