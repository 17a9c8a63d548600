/**
 * Isometric joint torque of the model beside published torque-angle curves: what the model is calibrated to, and what
 * is left out.
 */
import { z } from "zod";
import { calibration } from "#core/anatomy/anatomy";
import { setCoordinate, setRhythm, type Model } from "#core/mechanics/model";
import { createState, updateState } from "#core/mechanics/state";
import { balancedPoints, balancedTorque, isBalanced } from "#core/validation/dynamometer";
import { forceOf, NO_CHANGE, type Change, type Lever } from "#core/validation/levers";
import data from "./torque-curves.json" with { type: "json" };

const schema = z.strictObject({
  format: z.literal("gryn-torque-curves"),
  version: z.literal(1),
  about: z.string(),
  curves: z.array(
    z.strictObject({
      id: z.string(),
      freedom: z.string(),
      sign: z.union([z.literal(1), z.literal(-1)]),
      over: z.string(),
      posture: z.record(z.string(), z.number()),
      points: z.array(z.tuple([z.number(), z.number()])),
      source: z.string(),
      use: z.enum(["fit", "left out"]),
    }),
  ),
});
export const torqueCurves = schema.parse(data).curves;
export type TorqueCurve = (typeof torqueCurves)[number];

/**
 * Part of a hip flexion measured against the bench or the trunk that is the pelvis turning, not the joint
 * (Bohannon 1982, Murray 2002, Elson and Aspinall 2008: 18 to 35 %, recalled, unverified).
 */
const PELVIS = 0.25;

export interface CurvePoint {
  angle: number;
  published: number;
  levers: Lever[];
}

/** the agonists of every point of a curve, in the default posture but for what the curve says */
export function curvePoints(model: Model, curve: TorqueCurve): CurvePoint[] {
  const freedom = model.freedoms.findIndex((f) => f.id === curve.freedom && (f.side === "right" || f.side === null));
  const nf = model.freedoms.length;
  return curve.points.map(([angle, published]) => {
    const state = createState(model);
    const posture: Record<string, number> = { plane: 90, ...curve.posture, [curve.over]: angle };
    posture.hipFlexion = (1 - PELVIS) * (posture.hipFlexion ?? 0);
    for (const [name, v] of Object.entries(posture))
      setCoordinate(model, state.q, model.coordinateIndex.has(name) ? name : `${name}.right`, v);
    setRhythm(model, state.q, "right");
    updateState(model, state);
    const levers = model.heads.flatMap((h, i): Lever[] => {
      const arm = curve.sign * state.arms[i * nf + freedom]!;
      return arm > 0 && (h.side === "right" || h.chain === "spine")
        ? [
            {
              muscle: h.muscle,
              arm,
              maxForce: h.maxForce / calibration.trained[h.chain],
              reference: h.referenceLength,
              change: (state.extent[i]! - h.referenceExtent) / h.optimumLength,
              sin: h.sinPennation,
              active: h.active,
            },
          ]
        : [];
    });
    return { angle, published, levers };
  });
}

export const torqueOf = (levers: readonly Lever[], change: Change = NO_CHANGE): number =>
  levers.reduce((sum, l) => sum + l.arm * forceOf(l, change), 0);

export interface CurveError {
  id: string;
  use: TorqueCurve["use"];
  source: string;
  /** root mean square of model over published - 1 */
  error: number;
  /** Nm; `sum` is what all that pull would give at once, `model` what can be balanced of it where the limb is free */
  points: { angle: number; published: number; sum: number; model: number }[];
}

export function compareTorques(model: Model): CurveError[] {
  return torqueCurves.map((curve) => {
    const balanced = isBalanced(curve) ? balancedPoints(model, curve) : null;
    const points = curvePoints(model, curve).map((p, i) => {
      const sum = torqueOf(p.levers);
      return {
        angle: p.angle,
        published: p.published,
        sum,
        model: balanced ? balancedTorque(balanced[i]!) : sum,
      };
    });
    return {
      id: curve.id,
      use: curve.use,
      source: curve.source,
      error: Math.sqrt(points.reduce((s, p) => s + (p.model / p.published - 1) ** 2, 0) / points.length),
      points,
    };
  });
}
