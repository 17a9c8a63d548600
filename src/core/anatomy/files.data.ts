/**
 * The anatomy's files, read and checked. A build of the pages holds what this module says and not how it was checked
 * (vite.config.ts).
 */
import calibrationData from "./calibration.json" with { type: "json" };
import limitsData from "./limits.json" with { type: "json" };
import armData from "./muscles/arm.json" with { type: "json" };
import calfData from "./muscles/calf.json" with { type: "json" };
import forearmData from "./muscles/forearm.json" with { type: "json" };
import hipData from "./muscles/hip.json" with { type: "json" };
import shoulderData from "./muscles/shoulder.json" with { type: "json" };
import thighData from "./muscles/thigh.json" with { type: "json" };
import trunkData from "./muscles/trunk.json" with { type: "json" };
import skeletonData from "./skeleton.json" with { type: "json" };
import {
  calibrationSchema,
  limitsSchema,
  musclesSchema,
  skeletonSchema,
  type Head,
  type Limits,
  type Muscle,
  type Skeleton,
} from "./schema";

/** what fitting to joint torques has made of each group of muscles */
export const calibration = calibrationSchema.parse(calibrationData);

const files = [shoulderData, armData, forearmData, trunkData, hipData, thighData, calfData].map((d) =>
  musclesSchema.parse(d),
);
export const skeleton: Skeleton = skeletonSchema.parse(skeletonData);
/** how far joints go, by posture */
export const limits: Limits = limitsSchema.parse(limitsData);
export const heads: readonly Head[] = files.flatMap((f) => f.heads);
export const muscles: readonly Muscle[] = files.flatMap((f) => f.muscles);
