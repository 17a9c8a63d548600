/** The joints that exercises, clients and pain are told of; without any schema, since the phone reads it too. */
import { joint } from "#core/words/client/en/pain";

export const JOINTS = ["shoulder", "elbow", "wrist", "spine", "hip", "knee", "ankle", "neck", "fingers"] as const;
export type Joint = (typeof JOINTS)[number];
/** as a client and a sentence call them */
export const JOINT_NAMES: Readonly<Record<Joint, string>> = joint;

/** how much a noted joint is spared: looked at; sore, so what strains it stands lower; severe, so it is left out */
export const SEVERITIES = ["watch", "sore", "severe"] as const;
export type Severity = (typeof SEVERITIES)[number];
