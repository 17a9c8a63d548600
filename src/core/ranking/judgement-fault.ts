/** What a schema cannot see in a judgement: heads, tiers and schools that mean nothing. */
import { findHead } from "#core/anatomy/anatomy";
import { editions, knowsEdition } from "#core/edition/edition";
import type { z } from "zod";
import type { judgementBodySchema } from "./judgement-schema";

export type JudgementBody = z.infer<typeof judgementBodySchema>;

const TIERS = new Set(editions.flatMap((e) => e.tiers.map((t) => t.id)));
/** where a coach may hold a row to stand */
const PLACES = new Set([...TIERS, "out"]);

/** @returns the field and the reason in words; null where nothing is wrong */
export function judgementFault(j: JudgementBody): { path: string; reason: string } | null {
  if (j.kind === "school")
    return Object.values(j.body.weights).some((w) => w !== 0)
      ? null
      : { path: "weights", reason: "a school with every weight at 0 ranks nothing: set at least one" };
  if (!findHead(j.body.head)) return { path: "head", reason: `there is no muscle head called ${j.body.head}` };
  if (j.kind === "override") {
    const place = [j.body.tier, j.body.was.tier].find((t) => !PLACES.has(t));
    return place === undefined ? null : { path: "tier", reason: `there is no tier called ${place}` };
  }
  if (!knowsEdition(j.body.edition)) return { path: "edition", reason: `there is no edition called ${j.body.edition}` };
  const tier = j.body.rows.find((r) => !PLACES.has(r.tier))?.tier;
  return tier === undefined ? null : { path: "rows", reason: `there is no tier called ${tier}` };
}
