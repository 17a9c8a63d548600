/** A swing that a line allows: who may, and what of a set then counts. */
import type { ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import { canSwing } from "#core/exercises/swing";
import type { Exercise } from "#core/exercises/format";
import type { Prescription } from "#core/program/document";

/** nothing to swing with; a beginner; a low back that is noted, or gives out first */
export type SwingRefusal = "held" | "beginner" | "back";

/** why no swing is allowed on an exercise; empty where it may be */
export function swingRefusals(
  exercise: Exercise,
  { level, joints, weak = [] }: Pick<ClientInput, "level" | "joints"> & Partial<Pick<ClientInput, "weak">>,
): SwingRefusal[] {
  const back = joints.some((j) => j.joint === "spine") || weak.some((w) => w.link === "low back");
  const out: [SwingRefusal, boolean][] = [
    ["held", !canSwing(exercise)],
    ["beginner", level === "beginner"],
    ["back", back],
  ];
  return out.flatMap(([why, refused]) => (refused ? [why] : []));
}

/** what of a strict set a set with the line's swing counts; editions of before say nothing of it */
export const swingCredit = ({ swing }: Pick<Prescription, "swing">, method: Pick<Method, "swing">): number =>
  swing === "none" ? 1 : (method.swing?.[swing] ?? 1);
