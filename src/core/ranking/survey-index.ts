/** What a survey says of every head and setup before any school is asked; made once a survey. */
import { findHead, heads, volumeOf } from "#core/anatomy/anatomy";
import { namedHeads } from "#core/exercises/aims";
import type { Exercise } from "#core/exercises/format";
import { CURRENT_EDITION, type Edition } from "#core/edition/edition";
import { findExercise, library } from "#core/exercises/library";
import { setupKey } from "#core/exercises/setup";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import { leastBest, NEUTRAL, tensionOf } from "./tension";

export interface SurveyIndex {
  rows: readonly SurveyRow[];
  /** whether a row's setup is one of the edition's yardstick: ceilings are taken from these */
  named: readonly boolean[];
  /** neutral tension of a head by row; 0 where it hardly works */
  neutral: ReadonlyMap<string, Float64Array>;
  /** the best of the library's, or what stands for it */
  best: ReadonlyMap<string, number>;
  /** by row: cm3 of muscle moved, each head by its neutral tension over its best; and of that by muscle */
  moved: Float64Array;
  movedBy: readonly Readonly<Record<string, number>>[];
}

type Yardsticks = Edition["yardstick"];
type Lists = Edition["method"]["lists"];
const keysOf = new WeakMap<Yardsticks, ReadonlySet<string>>();
/** the yardstick's setups as the present library has them */
function yardstickKeys(yardstick: Yardsticks): ReadonlySet<string> {
  let keys = keysOf.get(yardstick);
  if (!keys) {
    keys = new Set(
      yardstick.flatMap(({ exercise, values }) => {
        const e = findExercise(exercise);
        return e ? [setupKey(e, values)] : [];
      }),
    );
    keysOf.set(yardstick, keys);
  }
  return keys;
}

/** of a survey, by what of an edition it depends on */
const known = new WeakMap<readonly SurveyRow[], { yardstick: Yardsticks; best: number; index: SurveyIndex }[]>();

export function indexOf(
  { rows }: Pick<Survey, "rows">,
  { yardstick, method: { lists } }: Pick<Edition, "yardstick" | "method"> = CURRENT_EDITION,
): SurveyIndex {
  const all = known.get(rows) ?? [];
  known.set(rows, all);
  const made = all.find((k) => k.yardstick === yardstick && k.best === lists.best);
  if (made) return made.index;
  const index = build(rows, yardstickKeys(yardstick), lists);
  all.push({ yardstick, best: lists.best, index });
  return index;
}

function build(rows: readonly SurveyRow[], keys: ReadonlySet<string>, lists: Pick<Lists, "best">): SurveyIndex {
  let named = rows.map((r) => keys.has(r.setupKey));
  if (!named.includes(true)) named = rows.map(() => true);
  const neutral = new Map<string, Float64Array>();
  const best = new Map<string, number>();
  const moved = new Float64Array(rows.length);
  const movedBy = rows.map((): Record<string, number> => ({}));
  for (const head of heads) {
    const list = new Float64Array(rows.length);
    let most = 0;
    rows.forEach(({ view }, i) => {
      const m = view.heads[head.id];
      if (!m || !view.feasible) return;
      list[i] = tensionOf(m.slices, NEUTRAL);
      if (named[i]) most = Math.max(most, list[i]);
      most = Math.max(most, leastBest(m, NEUTRAL, lists));
    });
    neutral.set(head.id, list);
    best.set(head.id, most);
    if (most <= 0) continue;
    const volume = volumeOf(head);
    list.forEach((s, i) => {
      const part = volume * Math.min(1.25, s / most);
      moved[i]! += part;
      movedBy[i]![head.muscle] = (movedBy[i]![head.muscle] ?? 0) + part;
    });
  }
  return { rows, named, neutral, best, moved, movedBy };
}

/** of what the best exercise does for a head, neutrally: how a list says why a setup is not for it */
export function shareOfBest(index: SurveyIndex, headId: string, row: number): number {
  const best = index.best.get(headId) ?? 0;
  return best > 0 ? (index.neutral.get(headId)?.[row] ?? 0) / best : 0;
}

let counts: ReadonlyMap<string, number> | null = null;
/** how many setups of the library name a head, or any of a muscle's */
function namings(): ReadonlyMap<string, number> {
  if (counts) return counts;
  const sum = new Map<string, number>();
  for (const e of library) {
    const named = namedHeads(e);
    for (const what of new Set([...named, ...named.map((h) => `muscle ${findHead(h)!.muscle}`)]))
      sum.set(what, (sum.get(what) ?? 0) + e.setups.length);
  }
  return (counts = sum);
}
const headNamedBy = (headId: string): number => namings().get(headId) ?? 0;
const namedBy = (muscle: string): number => namings().get(`muscle ${muscle}`) ?? 0;

/**
 * Whether the head only comes along in an exercise. Where enough exercises are for its muscle, in every one that is not
 * for the head, even where it ends the set: what holds a joint still gives out first in many (the elbow's flexors in a
 * fly). Where few are for it, in one that neither ends by its muscle nor works it near its limit.
 * @param nearness see factors.ts
 */
export function comesAlong(
  exercise: Exercise,
  headId: string,
  ends: number,
  nearness: number,
  { along, method }: Pick<Edition, "along" | "method">,
): boolean {
  if (namedHeads(exercise).includes(headId)) return false;
  const { often } = method.lists;
  const seldom = ends < 0.35 && nearness < 0.85;
  if (along === "not named") return namedBy(findHead(headId)!.muscle) >= often || seldom;
  return headNamedBy(headId) >= often ? ends < 0.9 : seldom;
}
