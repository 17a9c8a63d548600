/** Lines from the body to a fixed end: a cable of constant pull, and a band that pulls the more the longer it is. */
import { z } from "zod";
import { bindingSchema } from "../bindings";
import { fromSchema, GRAVITY, loadBase, profileSchema, type From, type LoadKind, type Meeting } from "./kind";
import { curveValue, type Curve } from "#core/base/curve";
import { norm, scale, sub, type Vec3 } from "#core/base/vector";

export const cableSchema = z.strictObject({
  kind: z.literal("cable"),
  ...loadBase,
  from: fromSchema,
  profile: profileSchema,
});
export const bandSchema = z.strictObject({
  kind: z.literal("band"),
  ...loadBase,
  from: fromSchema,
  /** slack length, m */
  slack: bindingSchema,
});

export interface Cable {
  kind: "cable";
  from: From;
  profile: Curve | null;
}
export interface Band {
  kind: "band";
  from: From;
  slack: number;
}

/**
 * m of cable between pulley and hand when the stack sits on its stop: a handle hangs about so far below its pulley.
 * Nearer than that nothing pulls
 */
export const SITS = 0.25;

/** a pull along the line from the body to its fixed end. @param pull N at a length of the line, m */
function along({ at, anchor, linked }: Meeting, pull: (length: number) => number): Vec3 {
  const [x, y, z] = sub(anchor!, at);
  const line: Vec3 = [x, y, linked ? 0 : z];
  const length = norm(line);
  return length < 1e-6 ? [0, 0, 0] : scale(line, pull(length) / length);
}

export const cable: LoadKind<z.infer<typeof cableSchema>, Cable> = {
  resolve: (l, { place, profile }) => ({
    kind: "cable",
    from: { frame: l.from.frame, at: place(l.from.at) },
    profile: profile(l.profile),
  }),
  unit: (l, m) => along(m, (length) => (length < SITS ? 0 : GRAVITY * (l.profile ? curveValue(l.profile, m.s) : 1))),
  end: (l) => l.from,
};

export const band: LoadKind<z.infer<typeof bandSchema>, Band> = {
  resolve: (l, { number, place }) => ({
    kind: "band",
    from: { frame: l.from.frame, at: place(l.from.at) },
    slack: number(l.slack),
  }),
  // slack, it pulls nothing; a kilogram of the load is what it pulls at twice its slack length
  unit: (l, m) => along(m, (length) => GRAVITY * Math.max(0, (length - l.slack) / l.slack)),
  end: (l) => l.from,
  faults: (l) => (l.slack > 0.05 ? [] : [{ field: "slack", reason: "a band has a slack length of 5 cm at least" }]),
};
