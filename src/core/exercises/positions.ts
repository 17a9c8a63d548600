/** Where the arm is and how the hand holds in a setup: what a set of exercises for an arm muscle covers. */
import type { Exercise } from "#core/exercises/format";
import { resolveSetup, type Values } from "#core/exercises/setup";

export const ARM_POSITIONS = ["behind", "at the side", "in front", "overhead"] as const;
export const GRIPS = ["palms up", "neutral", "palms down"] as const;
export type ArmPosition = (typeof ARM_POSITIONS)[number];
export type Grip = (typeof GRIPS)[number];

/** mean elevation of the arm, deg: behind under the first, at the side under the second, in front under the third */
const ARM = [-10, 40, 110] as const;
/** turn of the forearm from which on the palm looks up or down, deg */
const TURNED = 30;
/** where hands are given instead of angles, what the family of the exercise does */
const BY_FAMILY: Partial<Record<Exercise["family"], ArmPosition>> = {
  press: "in front",
  row: "at the side",
  pulldown: "overhead",
  pullover: "overhead",
};

export function positionsOf(exercise: Exercise, values: Values): { arm: ArmPosition | null; grip: Grip | null } {
  if (!exercise.chains.includes("arm")) return { arm: null, grip: null };
  const { keys, angles } = resolveSetup(exercise, values);
  const mean = (c: "elevation" | "forearm") =>
    keys.reduce((s, k) => s + (k.angles[c] ?? angles[c] ?? 0), 0) / keys.length;
  const elevation = mean("elevation");
  const at = ARM.findIndex((limit) => elevation < limit);
  const arm = keys[0]!.hand ? (BY_FAMILY[exercise.family] ?? null) : ARM_POSITIONS[at < 0 ? ARM.length : at]!;
  const turn = mean("forearm");
  return { arm, grip: turn < -TURNED ? "palms up" : turn > TURNED ? "palms down" : "neutral" };
}
