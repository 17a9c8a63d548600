/**
 * A lever that turns with a joint of the body: its pad pushes square to the limb, forwards (+) or backwards (-) in the
 * limb's frame, as a machine whose axis is set to the joint does. An axis that is off the joint carries the pad round
 * another centre: the pad slides along the limb, and what the joint has to turn rises and falls with it.
 */
import { z } from "zod";
import { placeSchema } from "../bindings";
import { GRAVITY, loadBase, profileSchema, type From, type LoadKind, type Meeting } from "./kind";
import { curveValue, type Curve } from "#core/base/curve";
import { cross, dot, norm, scale, sub, unit, type Vec3 } from "#core/base/vector";

const AXES: Record<"x" | "-x" | "z" | "-z", Vec3> = { x: [1, 0, 0], "-x": [-1, 0, 0], z: [0, 0, 1], "-z": [0, 0, -1] };

export const leverSchema = z.strictObject({
  kind: z.literal("lever"),
  ...loadBase,
  axis: z.enum(["x", "-x", "z", "-z"]),
  /** where the machine's axis is off the joint when the rep begins: ahead, up, out, m */
  off: placeSchema.optional(),
  profile: profileSchema,
});

export interface Lever {
  kind: "lever";
  axis: Vec3;
  off: Vec3 | null;
  profile: Curve | null;
}

/** a pad runs off the limb where the axis is further from the joint than this, m */
const FURTHEST_OFF = 0.25;
/** shorter than this a pad does not reach past the joint, m */
const LEAST_REACH = 0.02;

/**
 * Where along the limb the pad is, m from the joint, and what it presses with over what it would with the axis at the
 * joint. The pad stays r from the axis A; the limb runs from the joint J along u. From |J + d u - A| = r follows d, and
 * from the machine's torque about A the force square to the limb, F (d + b) = W r with b = (J - A) u.
 */
function padOf(
  { axis, off }: Lever,
  { at, joint, anchor, began, turned }: Meeting,
): { along: number; presses: number } {
  const stands = norm(sub(at, joint));
  if (!off || !anchor) return { along: stands, presses: 1 };
  const u = unit(sub(at, joint));
  const f = unit(turned(axis));
  const about = unit(cross(u, f));
  const apart = sub(joint, anchor);
  const r0 = sub(began, anchor);
  const r2 = dot(r0, r0) - dot(r0, about) ** 2;
  const b = dot(apart, u);
  const reach = Math.sqrt(Math.max(LEAST_REACH ** 2, r2 - dot(apart, f) ** 2));
  return { along: Math.max(LEAST_REACH, reach - b), presses: Math.sqrt(r2) / reach };
}

export const lever: LoadKind<z.infer<typeof leverSchema>, Lever> = {
  resolve: (l, { place, profile }) => {
    const off = l.off ? place(l.off) : null;
    return { kind: "lever", axis: AXES[l.axis], off: off && norm(off) > 0 ? off : null, profile: profile(l.profile) };
  },
  unit: (l, meeting) =>
    scale(
      meeting.turned(l.axis),
      GRAVITY * (l.profile ? curveValue(l.profile, meeting.s) : 1) * padOf(l, meeting).presses,
    ),
  end: (l): From | null => (l.off ? { frame: "joint", at: l.off } : null),
  faults: (l) =>
    l.off && norm(l.off) > FURTHEST_OFF
      ? [{ field: "off", reason: `the axis of a machine stands within ${FURTHEST_OFF} m of the joint` }]
      : [],
  along: (l, meeting) => (l.off ? padOf(l, meeting).along : null),
};
