/** After one logged lift: what the model expects of others, beside ordinary ratios. */
import { z } from "zod";
import type { Body } from "#core/mechanics/model";
import { clientStrength } from "#core/training/client-strength";
import data from "./strength-ratios.json" with { type: "json" };

const schema = z.strictObject({
  format: z.literal("gryn-strength-ratios"),
  version: z.literal(1),
  about: z.string(),
  from: z.strictObject({ exercise: z.string(), kg: z.number() }),
  ratios: z.array(z.strictObject({ exercise: z.string(), ratio: z.number() })),
});
export const strengthRatios = schema.parse(data);
export const NEAR = 0.35;

export interface ComparedLift {
  exercise: string;
  /** kg once, in the load's own meaning */
  model: number | null;
  ordinary: number;
  near: boolean;
}

export function compareLifts(body: Body): ComparedLift[] {
  const { from, ratios } = strengthRatios;
  const { loads } = clientStrength(
    body,
    [{ exerciseId: from.exercise, values: {}, kg: from.kg, reps: 1, reserve: 0 }],
    ratios.map((r) => ({ exerciseId: r.exercise, values: {} })),
  );
  return ratios.map(({ exercise, ratio }, i) => {
    const model = loads[i]!.maximum;
    const ordinary = ratio * from.kg;
    return { exercise, model, ordinary, near: model !== null && Math.abs(model / ordinary - 1) <= NEAR };
  });
}
