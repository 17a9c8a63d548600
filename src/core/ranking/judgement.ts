/** What a practice judges by beside mechanics: its own schools, rows that a coach moved, and rankings it has kept. */
import type { Method } from "#core/edition/method";
import type { z } from "zod";
import { TERMS } from "#core/edition/choices";
import type { Edition } from "#core/edition/edition";
import { setupName } from "#core/exercises/setup";
import { MODEL_VERSION, type Body } from "#core/mechanics/model";
import type {
  judgementBodySchema,
  judgementSchema,
  keptRankingSchema,
  overrideSchema,
  ownSchoolSchema,
} from "./judgement-schema";
import { inOrder, type RankedRow } from "./rank";

export type JudgementBody = z.infer<typeof judgementBodySchema>;
export type OwnSchool = z.infer<typeof ownSchoolSchema>;
export type Override = z.infer<typeof overrideSchema>;
export type KeptRanking = z.infer<typeof keptRankingSchema>;

export type Judgement = z.infer<typeof judgementSchema>;

const DAY = 86_400_000;
/** whether a judgement is to be looked at again */
export const reviewDue = (j: Pick<Judgement, "at">, now: number, { telling }: Pick<Method, "telling">): boolean =>
  now - Date.parse(j.at) > telling.review * DAY;

/**
 * A head's list with the rows that coaches hold to stand elsewhere where they are held: under that tier, or out. What
 * the client's body, place or wishes rule out stays out.
 */
export function heldRows(
  rows: readonly RankedRow[],
  headId: string,
  overrides: readonly { by: string; body: Override }[],
  edition: Pick<Edition, "tiers">,
): RankedRow[] {
  const said = new Map(overrides.filter((o) => o.body.head === headId).map((o) => [o.body.setupKey, o]));
  if (!rows.some((r) => said.has(r.row.setupKey))) return [...rows];
  const moved = rows.map((r): RankedRow => {
    const own = said.get(r.row.setupKey);
    if (!own || r.out) return r;
    const held = { by: own.by, reason: own.body.reason, mechanics: r.tier };
    if (own.body.tier === "out") return { ...r, held, group: "out", out: `held out by ${own.by}`, tied: false };
    const tier = edition.tiers.find((t) => t.id === own.body.tier);
    return tier ? { ...r, held, group: "main", tier, tied: false } : r;
  });
  moved.sort(inOrder(edition));
  return moved.map((r, i) => {
    const above = moved[i - 1];
    const tied = r.tied && above !== undefined && !above.held && above.group === r.group;
    return { ...r, tied, place: tied ? r.place : i + 1 };
  });
}

const MOST = 60;
const short = (x: number) => Math.round(x * 1000) / 1000;

/** a ranking as it is kept: its first rows, and all that it follows from */
export const keptOf = (
  head: string,
  rows: readonly RankedRow[],
  { id, school }: Pick<Edition, "id" | "school">,
  goal: number,
  body: Body,
): KeptRanking => ({
  head,
  note: "",
  modelVersion: MODEL_VERSION,
  school: school.name,
  edition: id,
  goal,
  weights: { ...school.weights },
  body: { stature: body.stature, mass: body.mass },
  rows: rows.slice(0, MOST).map((r) => ({
    setupKey: r.row.setupKey,
    name: setupName(r.exercise, r.row.values),
    score: short(r.score),
    tier: r.tier.id,
    factors: Object.fromEntries(Object.entries(r.factors).map(([f, v]) => [f, short(v)])),
  })),
});

/** what moved between a kept ranking and one of now, largest first, and because of what */
export interface Moved {
  setupKey: string;
  name: string;
  /** null: not in that list */
  before: number | null;
  after: number | null;
  /** the factor that changed most, where both know it */
  factor: string | null;
}

export interface RankingDifference {
  /** what differs between the two beside the scores */
  causes: ("edition" | "model" | "weights" | "goal" | "body")[];
  moved: Moved[];
}

export function differenceOf(
  before: KeptRanking,
  after: KeptRanking,
  { telling }: Pick<Method, "telling">,
): RankingDifference {
  const causes: RankingDifference["causes"] = [];
  if (before.edition !== after.edition) causes.push("edition");
  if (before.modelVersion !== after.modelVersion) causes.push("model");
  if (TERMS.some((t) => before.weights[t] !== after.weights[t])) causes.push("weights");
  if (before.goal !== after.goal) causes.push("goal");
  if (before.body.mass !== after.body.mass || before.body.stature !== after.body.stature) causes.push("body");
  const old = new Map(before.rows.map((r) => [r.setupKey, r]));
  const now = new Map(after.rows.map((r) => [r.setupKey, r]));
  const moved = [...new Set([...old.keys(), ...now.keys()])].flatMap((setupKey): Moved[] => {
    const [a, b] = [old.get(setupKey), now.get(setupKey)];
    if (a && b && Math.abs(a.score - b.score) < telling.moved) return [];
    const change = (f: string) =>
      Math.abs(Math.log(Math.max(0.02, b!.factors[f] ?? 1) / Math.max(0.02, a!.factors[f] ?? 1)));
    const factor =
      a && b ? Object.keys(b.factors).reduce((most, f) => (change(f) > change(most) ? f : most), "tension") : null;
    return [
      {
        setupKey,
        name: (b ?? a)!.name,
        before: a?.score ?? null,
        after: b?.score ?? null,
        factor: factor && change(factor) > 0.01 ? factor : null,
      },
    ];
  });
  const size = (m: Moved) => Math.abs((m.after ?? 0) - (m.before ?? 0));
  return { causes, moved: moved.sort((a, b) => size(b) - size(a)) };
}
