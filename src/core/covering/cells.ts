/**
 * What a set of exercises for a group of heads has to cover, as cells: each head in each third of its length, what each
 * head does about which joint, where the arm is and how the hand holds. And which setups cover which cells.
 */
import { exerciseFor } from "#core/exercises/form";
import { findHead, headTitle } from "#core/anatomy/anatomy";
import type { Edition } from "#core/edition/edition";
import type { Exercise } from "#core/exercises/format";
import { positionsOf } from "#core/exercises/positions";
import { setupName } from "#core/exercises/setup";
import type { Slices } from "#core/mechanics/metrics";
import type { BodyView, Survey, SurveyRow } from "#core/mechanics/survey";
import { way as wayOf } from "#core/words/atlas";
import { scoredRows, type RankingContext } from "#core/ranking/rank";
import { NEUTRAL, tensionOf } from "#core/ranking/tension";

export const CELL_KINDS = ["length", "function", "arm position", "grip"] as const;
export type CellKind = (typeof CELL_KINDS)[number];

export interface Cell {
  id: string;
  kind: CellKind;
  /** in words: "long head, long third" */
  name: string;
}

/** a setup that may be chosen, and the cells it covers */
export interface Cover {
  row: SurveyRow;
  exercise: Exercise;
  name: string;
  /** its best score over the group's heads, under the school asked */
  score: number;
  /** s of set-up and change, and of three sets: what it takes of a session */
  minutes: number;
  covers: ReadonlySet<string>;
}

export interface Covering {
  cells: Cell[];
  setups: Cover[];
  /** cells that a setup covers by mechanics, also one that nobody would choose here: what stands in a week counts */
  coveredIn: (row: Omit<SurveyRow, "varied">) => string[];
}

const THIRDS = ["short", "middle", "long"] as const;
/** a line of three sets: s of work and rest */
const THREE_SETS = 3 * 40 + 2 * 90;

/** neutral moved tension in each third of the length range, mean over the rep */
export function byThird(slices: Slices): [number, number, number] {
  const out: [number, number, number] = [0, 0, 0];
  const n = slices.force.length;
  for (let k = 0; k < n; k++) {
    const one: Slices = {
      force: [slices.force[k]!],
      passive: [slices.passive[k]!],
      activation: [slices.activation[k]!],
      position: [slices.position[k]!],
      shortening: [slices.shortening[k]!],
    };
    const p = slices.position[k]!;
    out[p < 1 / 3 ? 0 : p < 2 / 3 ? 1 : 2] += tensionOf(one, NEUTRAL) / n;
  }
  return out;
}

/** freedoms, each way apart, about which a head does most in a setup */
function functionsOf(view: BodyView, head: string, counts: number): string[] {
  const action = Object.entries(view.actions[head] ?? {});
  const most = Math.max(0, ...action.map(([, t]) => Math.abs(t)));
  return most > 0
    ? action.filter(([, t]) => Math.abs(t) >= counts * most).map(([f, t]) => `${f} ${t > 0 ? "+" : "-"}`)
    : [];
}

const wayName = (fn: string): string => {
  const [freedom, way] = fn.split(" ") as [string, string];
  return wayOf(freedom, way === "+" ? 1 : -1);
};

/**
 * @param heads of the group to be covered
 * @throws RangeError for a head that is not known
 */
export function coveringOf(
  survey: Survey,
  heads: readonly string[],
  edition: Edition,
  exercises: ReadonlyMap<string, Exercise>,
  context: RankingContext,
): Covering {
  const { worthACell, covered, function: counts, useful } = edition.ranking.covering;
  const bare: Survey = { ...survey, rows: survey.rows.map((r) => (r.varied.length ? { ...r, varied: [] } : r)) };
  /** by setup: best score under the school asked; whether any school finds it useful for a head */
  const score = new Map<string, number>();
  const usefulFor = new Map<string, Set<string>>();
  for (const head of heads)
    for (const school of edition.schools)
      for (const r of scoredRows(bare, head, { ...edition, school }, exercises, context)) {
        if (r.group !== "main") continue;
        const key = r.row.setupKey;
        if (school.id === edition.school.id) score.set(key, Math.max(score.get(key) ?? 0, r.score));
        if (r.score >= useful) usefulFor.set(key, (usefulFor.get(key) ?? new Set()).add(head));
      }
  const rows = bare.rows.filter((r) => usefulFor.has(r.setupKey));
  const cells = new Map<string, Cell>();
  const bests = new Map<string, number[]>();
  const covers = new Map<string, Set<string>>(rows.map((r) => [r.setupKey, new Set()]));
  const add = (row: SurveyRow, cell: Cell) => {
    cells.set(cell.id, cell);
    covers.get(row.setupKey)!.add(cell.id);
  };
  for (const head of heads) {
    // what the model cannot tell apart is one cell
    const twin = findHead(head)?.sameAs;
    if (twin && heads.indexOf(twin) >= 0 && heads.indexOf(twin) < heads.indexOf(head)) continue;
    const title = headTitle(head).toLowerCase();
    const own = rows.filter((r) => usefulFor.get(r.setupKey)!.has(head));
    const thirds = own.map((r) => byThird(r.view.heads[head]!.slices));
    const best = THIRDS.map((_, t) => Math.max(0, ...thirds.map((x) => x[t]!)));
    const most = Math.max(0, ...best);
    bests.set(head, best);
    own.forEach((row, i) => {
      THIRDS.forEach((third, t) => {
        if (best[t]! >= worthACell * most && thirds[i]![t]! >= covered * best[t]!)
          add(row, { id: `${head} ${third}`, kind: "length", name: `${title}, ${third}` });
      });
      for (const fn of functionsOf(row.view, head, counts))
        add(row, { id: `${head} ${fn}`, kind: "function", name: `${title} ${wayName(fn)}` });
    });
  }
  for (const row of rows) {
    const { arm, grip } = positionsOf(exerciseFor(exercises, row)!, row.values);
    if (arm) add(row, { id: `arm ${arm}`, kind: "arm position", name: `arm ${arm}` });
    if (grip) add(row, { id: `grip ${grip}`, kind: "grip", name: grip });
  }
  const setups = rows
    .map((row): Cover => {
      const exercise = exerciseFor(exercises, row)!;
      const { setupSeconds, changeSeconds } = exercise.stated;
      const sides = exercise.sides === "one" ? 3 * 40 : 0;
      return {
        row,
        exercise,
        name: setupName(exercise, row.values),
        score: score.get(row.setupKey) ?? 0,
        minutes: (setupSeconds + changeSeconds + THREE_SETS + sides) / 60,
        covers: covers.get(row.setupKey)!,
      };
    })
    .sort((a, b) => b.covers.size - a.covers.size || b.score - a.score);
  const order = (c: Cell) => CELL_KINDS.indexOf(c.kind);
  const coveredIn: Covering["coveredIn"] = (row) => {
    const chosen = covers.get(row.setupKey);
    if (chosen) return [...chosen];
    const found = [...bests].flatMap(([head, best]) => {
      const metrics = row.view.feasible ? row.view.heads[head] : undefined;
      if (!metrics) return [];
      const thirds = byThird(metrics.slices);
      const long = THIRDS.flatMap((third, t) =>
        best[t]! > 0 && thirds[t]! >= covered * best[t]! ? [`${head} ${third}`] : [],
      );
      return long.length > 0 ? [...long, ...functionsOf(row.view, head, counts).map((fn) => `${head} ${fn}`)] : [];
    });
    const exercise = exerciseFor(exercises, row);
    const { arm, grip } = exercise && found.length > 0 ? positionsOf(exercise, row.values) : { arm: null, grip: null };
    return [...found, ...(arm ? [`arm ${arm}`] : []), ...(grip ? [`grip ${grip}`] : [])].filter((id) => cells.has(id));
  };
  return {
    cells: [...cells.values()].sort((a, b) => order(a) - order(b) || a.name.localeCompare(b.name)),
    setups,
    coveredIn,
  };
}
