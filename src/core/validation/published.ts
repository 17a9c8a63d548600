/** The model beside published moment arms, length changes and fibre lengths. */
import { z } from "zod";
import { setCoordinate, setRhythm, type Model } from "#core/mechanics/model";
import { createState, updateState, type State } from "#core/mechanics/state";
import data from "./published.json" with { type: "json" };

const posture = z.record(z.string(), z.number());
const band = z.tuple([z.number(), z.number()]);
const use = z.enum(["tuned", "never used"]);
const schema = z.strictObject({
  format: z.literal("gryn-published"),
  version: z.literal(3),
  about: z.string(),
  momentArms: z.array(
    z.strictObject({ head: z.string(), freedom: z.string(), at: posture, band, source: z.string(), use }),
  ),
  /** of the muscle with its tendon, cm, over the range that a joint takes it through */
  lengthChanges: z.array(
    z.strictObject({ head: z.string(), from: posture, to: posture, band, source: z.string(), use }),
  ),
  /** of the fibre over its optimum with the tendon unloaded */
  fibreLengths: z.array(z.strictObject({ head: z.string(), at: posture, band, source: z.string(), use })),
});
const published = schema.parse(data);

export interface ComparedRow {
  what: string;
  use: "tuned" | "never used";
  unit: "cm" | "of optimum";
  value: number;
  band: readonly [number, number];
  inBand: boolean;
  source: string;
}

function stateIn(model: Model, at: Record<string, number>): State {
  const state = createState(model);
  for (const [name, v] of Object.entries({ plane: 90, ...at }))
    setCoordinate(model, state.q, model.coordinateIndex.has(name) ? name : `${name}.right`, v);
  setRhythm(model, state.q, "right");
  updateState(model, state);
  return state;
}

const words = (at: Record<string, number>) =>
  Object.entries(at)
    .map(([k, v]) => `${k} ${v}`)
    .join(", ");

const named = (place: number, id: string): number => {
  if (place < 0) throw new RangeError(`published.json names ${id}, which the model does not have`);
  return place;
};

/** @throws RangeError for a head or freedom that the model does not have */
export function comparePublished(model: Model): ComparedRow[] {
  const headOf = (id: string) =>
    named(
      model.heads.findIndex((h) => h.id === id && h.side === "right"),
      id,
    );
  const compared = (
    what: string,
    unit: ComparedRow["unit"],
    value: number,
    row: { use: ComparedRow["use"]; band: readonly [number, number]; source: string },
  ): ComparedRow => ({
    what,
    use: row.use,
    unit,
    value,
    band: row.band,
    inBand: value >= row.band[0] && value <= row.band[1],
    source: row.source,
  });
  return [
    ...published.momentArms.map((row) => {
      const freedom = named(
        model.freedoms.findIndex((f) => f.id === row.freedom && (f.side === "right" || f.side === null)),
        row.freedom,
      );
      const at = words(row.at);
      return compared(
        `${row.head}, lever for ${row.freedom}${at ? ` at ${at}` : ""}`,
        "cm",
        100 * stateIn(model, row.at).arms[headOf(row.head) * model.freedoms.length + freedom]!,
        row,
      );
    }),
    ...published.lengthChanges.map((row) => {
      const [from, to] = [row.from, row.to].map((at) => stateIn(model, at).extent[headOf(row.head)]!);
      return compared(
        `${row.head}, length from ${words(row.from)} to ${words(row.to)}`,
        "cm",
        100 * (to! - from!),
        row,
      );
    }),
    ...published.fibreLengths.map((row) =>
      compared(
        `${row.head}, fibre length at ${words(row.at)}`,
        "of optimum",
        stateIn(model, row.at).length[headOf(row.head)]!,
        row,
      ),
    ),
  ];
}
