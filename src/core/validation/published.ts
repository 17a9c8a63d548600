/** The model beside published moment arms. */
import { z } from "zod";
import { setCoordinate, setRhythm, type Model } from "#core/mechanics/model";
import { createState, updateState } from "#core/mechanics/state";
import data from "./published.json" with { type: "json" };

const schema = z.strictObject({
  format: z.literal("gryn-published"),
  version: z.literal(2),
  about: z.string(),
  momentArms: z.array(z.strictObject({ head: z.string(), freedom: z.string(), at: z.record(z.string(), z.number()), band: z.tuple([z.number(), z.number()]), source: z.string(), use: z.enum(["tuned", "never used"]) })),
});
export const publishedArms = schema.parse(data).momentArms;

export interface ComparedRow {
  what: string;
  use: "tuned" | "never used";
  /** cm */
  value: number;
  band: readonly [number, number];
  inBand: boolean;
  source: string;
}

export function compareMomentArms(model: Model): ComparedRow[] {
  return publishedArms.map((row) => {
    const state = createState(model);
    for (const [name, v] of Object.entries({ plane: 90, ...row.at })) setCoordinate(model, state.q, model.coordinateIndex.has(name) ? name : `${name}.right`, v);
    setRhythm(model, state.q, "right");
    updateState(model, state);
    const head = model.heads.findIndex((h) => h.id === row.head && h.side === "right");
    const freedom = model.freedoms.findIndex((f) => f.id === row.freedom && (f.side === "right" || f.side === null));
    const value = 100 * state.arms[head * model.freedoms.length + freedom]!;
    const posture = Object.entries(row.at).map(([k, v]) => `${k} ${v}`).join(", ");
    return { what: `${row.head}, ${row.freedom}${posture ? ` at ${posture}` : ""}`, use: row.use, value, band: row.band, inBand: value >= row.band[0] && value <= row.band[1], source: row.source };
  });
}
