/**
 * What activity studies and anatomy agree on for plain exercises, held against the model: who leads, who helps, who
 * stays quiet, and what may end the set. For judging only; no row is ever fitted.
 */
import { mean } from "#core/base/numbers";
import { z } from "zod";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";
import data from "./activity.json" with { type: "json" };

const names = z.array(z.string());
const schema = z.strictObject({
  format: z.literal("gryn-activity"),
  version: z.literal(1),
  about: z.string(),
  rows: z.array(
    z.strictObject({
      id: z.string(),
      exercise: z.string(),
      set: z.record(z.string(), z.number()),
      prime: names,
      helper: names,
      quiet: names,
      limiters: names,
      note: z.string().optional(),
    }),
  ),
});
export const activityRows = schema.parse(data).rows;

/** of the most active head's mean: from here on a head leads */
const LEADS = 0.35;
/** activation anywhere in the lift from which on a head clearly helps, and mean under which it is quiet */
const ACTIVE = 0.15;

export const PARTS = ["prime", "helper", "quiet", "limiter"] as const;
export type Part = (typeof PARTS)[number];

export interface ActivityRow {
  id: string;
  exercise: string;
  /** what was expected and not found: the part, the head, and what was found instead */
  misses: { part: Part; what: string; found: number }[];
  /** the first of what ends the set, and its share */
  limiter: { muscle: string; share: number } | null;
}

export interface ActivitySummary {
  rows: ActivityRow[];
  /** expectations met, of all, by part */
  met: Record<Part, { met: number; of: number }>;
}

export function compareActivity(model: Model): ActivitySummary {
  const met = Object.fromEntries(PARTS.map((p) => [p, { met: 0, of: 0 }])) as ActivitySummary["met"];
  const rows = activityRows.map((row): ActivityRow => {
    const a = analyse(model, resolveSetup(findExercise(row.exercise)!, row.set));
    const heads = new Map(a.heads.map((h) => [h.id, { mean: mean(h.activation), most: Math.max(...h.activation) }]));
    const of = (id: string) => heads.get(id) ?? { mean: 0, most: 0 };
    const highest = Math.max(1e-9, ...[...heads.values()].map((h) => h.mean));
    const misses: ActivityRow["misses"] = [];
    const expect = (part: Part, what: string, holds: boolean, found: number) => {
      met[part].of++;
      if (holds) met[part].met++;
      else misses.push({ part, what, found });
    };
    for (const h of row.prime) expect("prime", h, of(h).mean >= LEADS * highest, of(h).mean / highest);
    for (const h of row.helper) expect("helper", h, of(h).most >= ACTIVE, of(h).most);
    for (const h of row.quiet) expect("quiet", h, of(h).mean < ACTIVE, of(h).mean);
    const all = a.limiters.reduce((s, l) => s + l.elasticity, 0);
    const [first] = a.limiters;
    const limiter = first ? { muscle: first.muscle, share: first.elasticity / all } : null;
    expect("limiter", limiter?.muscle ?? "nothing", row.limiters.includes(limiter?.muscle ?? ""), limiter?.share ?? 0);
    return { id: row.id, exercise: row.exercise, misses, limiter };
  });
  return { rows, met };
}
