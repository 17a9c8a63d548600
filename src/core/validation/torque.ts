/**
 * Isometric joint torque of the model beside published torque-angle curves: what the model is calibrated to, and what
 * is left out.
 */
import { z } from "zod";
import { FORCE_GRID, setCoordinate, setRhythm, type Model } from "#core/mechanics/model";
import { fibreLength } from "#core/mechanics/muscle";
import { createState, updateState } from "#core/mechanics/state";
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

/** one head's part in one point of a curve: everything that a strength or a length may still change */
export interface Lever {
  muscle: string;
  /** m, in the curve's direction */
  arm: number;
  maxForce: number;
  /** fibre length in the reference posture and the muscle's change since, over optimum */
  reference: number;
  change: number;
  sin: number;
  active: Float64Array;
}

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
              maxForce: h.maxForce,
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

export function torqueOf(
  levers: readonly Lever[],
  change: (muscle: string) => { strength: number; referenceLength: number } = () => ({
    strength: 1,
    referenceLength: 0,
  }),
): number {
  let sum = 0;
  for (const l of levers) {
    const { strength, referenceLength } = change(l.muscle);
    const length = fibreLength(l.reference + referenceLength, l.change, l.sin);
    const x = Math.max(0, Math.min(FORCE_GRID.count - 1.000001, (length - FORCE_GRID.from) / FORCE_GRID.step));
    const i = Math.floor(x);
    sum += l.arm * l.maxForce * strength * (l.active[i]! + (x - i) * (l.active[i + 1]! - l.active[i]!));
  }
  return sum;
}

export interface CurveError {
  id: string;
  use: TorqueCurve["use"];
  source: string;
  /** root mean square of model over published - 1 */
  error: number;
  points: { angle: number; published: number; model: number }[];
}

export function compareTorques(model: Model): CurveError[] {
  return torqueCurves.map((curve) => {
    const points = curvePoints(model, curve).map((p) => ({
      angle: p.angle,
      published: p.published,
      model: torqueOf(p.levers),
    }));
    return {
      id: curve.id,
      use: curve.use,
      source: curve.source,
      error: Math.sqrt(points.reduce((s, p) => s + (p.model / p.published - 1) ** 2, 0) / points.length),
      points,
    };
  });
}
