/**
 * A lever that turns with a joint of the body: its pad pushes square to the limb, forwards (+) or backwards (-) in the
 * limb's frame, as a machine whose axis is set to the joint does.
 */
import { z } from "zod";
import { GRAVITY, loadBase, profileSchema, type LoadKind } from "./kind";
import { curveValue, type Curve } from "#core/base/curve";
import { scale, type Vec3 } from "#core/base/vector";

const AXES: Record<"x" | "-x" | "z" | "-z", Vec3> = { x: [1, 0, 0], "-x": [-1, 0, 0], z: [0, 0, 1], "-z": [0, 0, -1] };

export const leverSchema = z.strictObject({
  kind: z.literal("lever"),
  ...loadBase,
  axis: z.enum(["x", "-x", "z", "-z"]),
  profile: profileSchema,
});

export interface Lever {
  kind: "lever";
  axis: Vec3;
  profile: Curve | null;
}

export const lever: LoadKind<z.infer<typeof leverSchema>, Lever> = {
  resolve: (l, { profile }) => ({ kind: "lever", axis: AXES[l.axis], profile: profile(l.profile) }),
  unit: (l, { turned, s }) => scale(turned(l.axis), GRAVITY * (l.profile ? curveValue(l.profile, s) : 1)),
};
