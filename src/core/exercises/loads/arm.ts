/**
 * A machine's arm with a pivot of its own, or a bar whose end stands on the floor: the hand follows its arc, and what
 * it pushes against is square to the line from the pivot, whatever the limb does. A stack pulls it evenly (or by a
 * cam's profile); plates hang from it, so that their torque falls with the cosine of the angle they stand at.
 */
import { z } from "zod";
import { bindingSchema, placeSchema } from "../bindings";
import { fromSchema, GRAVITY, loadBase, profileSchema, type From, type LoadKind } from "./kind";
import { curveValue, type Curve } from "#core/base/curve";
import { cross, norm, scale, sub, unit, type Vec3 } from "#core/base/vector";

export const armSchema = z.strictObject({
  kind: z.literal("arm"),
  ...loadBase,
  pivot: fromSchema,
  /** about which it turns, right side; the force on the body is along axis x (place - pivot) */
  axis: placeSchema,
  profile: profileSchema,
  /** plates on the arm: how far from the pivot (m), and how much further round than the hand (deg) */
  plates: z.strictObject({ at: bindingSchema, angle: bindingSchema.default(0) }).optional(),
});

export interface Arm {
  kind: "arm";
  pivot: From;
  axis: Vec3;
  profile: Curve | null;
  plates: { at: number; angle: number } | null;
}

export const arm: LoadKind<z.infer<typeof armSchema>, Arm> = {
  resolve: (l, { number, place, profile }) => ({
    kind: "arm",
    pivot: { frame: l.pivot.frame, at: place(l.pivot.at) },
    axis: place(l.axis),
    profile: profile(l.profile),
    plates: l.plates ? { at: number(l.plates.at), angle: number(l.plates.angle) } : null,
  }),
  unit(l, { at, anchor, mirror, s }) {
    const r = sub(at, anchor!);
    // an axis is a turning: mirrored it keeps its part across the body and turns the others round
    const axis: Vec3 = [mirror * l.axis[0], mirror * l.axis[1], l.axis[2]];
    const across = cross(axis, r);
    const length = norm(across);
    if (length < 1e-6) return [0, 0, 0];
    const share = l.plates ? hung(l.plates, r, length) : l.profile ? curveValue(l.profile, s) : 1;
    return scale(unit(across), GRAVITY * share);
  },
  end: (l) => l.pivot,
  faults: (l) => [
    ...(norm(l.axis) > 0 ? [] : [{ field: "axis", reason: "an arm turns about an axis: give it a direction" }]),
    ...(l.plates && !(l.plates.at > 0)
      ? [{ field: "plates", reason: "plates hang at some distance from the pivot" }]
      : []),
  ],
};

/** share of their weight that plates put square to the arm at the hand: their lever over the hand's */
function hung({ at, angle }: { at: number; angle: number }, r: Vec3, lever: number): number {
  const stands = Math.atan2(r[1], Math.hypot(r[0], r[2])) + (angle * Math.PI) / 180;
  return (at * Math.max(0, Math.cos(stands))) / lever;
}
